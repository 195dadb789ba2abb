"""Kept versions of doughs, and weigh-ins under way."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "dough_versions",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("dough_id", sa.String(32), sa.ForeignKey("doughs.id"), nullable=False),
        sa.Column("note", sa.String(200), nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("versions_of_dough", "dough_versions", ["dough_id", "created_at"])
    op.create_table(
        "weigh_ins",
        sa.Column("dough_id", sa.String(32), sa.ForeignKey("doughs.id"), primary_key=True),
        sa.Column("body", sa.JSON, nullable=False),
    )


def downgrade() -> None:
    op.drop_table("weigh_ins")
    op.drop_table("dough_versions")
