"""Pictures of what was baked, made small; changes that are tried on half a batch."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "pictures",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("jpeg", sa.LargeBinary, nullable=False),
    )
    op.add_column("bakes", sa.Column("picture_id", sa.String(32), nullable=True))
    op.create_table(
        "tries",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("dough_id", sa.String(32), sa.ForeignKey("doughs.id"), nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("ended_at", sa.DateTime, nullable=True),
        sa.Column("saying", sa.String(200), nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("tries_of_dough", "tries", ["dough_id", "ended_at", "created_at"])


def downgrade() -> None:
    op.drop_table("tries")
    op.drop_column("bakes", "picture_id")
    op.drop_table("pictures")
