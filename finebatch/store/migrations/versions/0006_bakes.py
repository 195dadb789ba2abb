"""The notebook: bakes as they were written down, and each as it stood before it was changed."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "bakes",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("dough_id", sa.String(32), sa.ForeignKey("doughs.id"), nullable=False),
        sa.Column("baked_at", sa.DateTime, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("updated_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime, nullable=True),
        sa.Column("learns", sa.Boolean, nullable=False),
        sa.Column("oven", sa.Integer, nullable=False),
        sa.Column("family", sa.String(40), nullable=False),
        sa.Column("tray", sa.String(40), nullable=False),
        sa.Column("liked", sa.Integer, nullable=True),
        sa.Column("body", sa.JSON, nullable=False),
        sa.Column("look", sa.JSON, nullable=True),
    )
    op.create_index("bakes_of_dough", "bakes", ["dough_id", "deleted_at", "baked_at", "id"])
    op.create_index("bakes_by_time", "bakes", ["deleted_at", "baked_at", "id"])
    op.create_table(
        "bakes_before",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("bake_id", sa.String(32), sa.ForeignKey("bakes.id"), nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("befores_of_bake", "bakes_before", ["bake_id", "revision"])


def downgrade() -> None:
    op.drop_table("bakes_before")
    op.drop_table("bakes")
