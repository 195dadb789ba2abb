"""Plans hold several doughs. Plans of one dough were made by another engine and cannot be followed or changed by this one:
they are thrown away; each can be made again from its dough in seconds."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.drop_table("plans")
    op.create_table(
        "plans",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("title", sa.String(600), nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("starts_at", sa.DateTime, nullable=False),
        sa.Column("ends_at", sa.DateTime, nullable=False),
        sa.Column("doughs", sa.JSON, nullable=False),
        sa.Column("request", sa.JSON, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("plans_by_creation", "plans", ["created_at"])


def downgrade() -> None:
    op.drop_table("plans")
    op.create_table(
        "plans",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("dough_id", sa.String(32), sa.ForeignKey("doughs.id"), nullable=False),
        sa.Column("dough_name", sa.String(80), nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("starts_at", sa.DateTime, nullable=False),
        sa.Column("ends_at", sa.DateTime, nullable=False),
        sa.Column("dough", sa.JSON, nullable=False),
        sa.Column("request", sa.JSON, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("plans_by_creation", "plans", ["created_at"])
