"""The kitchen, the dough shelf and the plans."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "kitchen",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_table(
        "doughs",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("updated_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime, nullable=True),
    )
    op.create_index("doughs_by_change", "doughs", ["deleted_at", "updated_at"])
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


def downgrade() -> None:
    op.drop_table("plans")
    op.drop_table("doughs")
    op.drop_table("kitchen")
