"""Pictures of what was baked, made small."""

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


def downgrade() -> None:
    op.drop_column("bakes", "picture_id")
    op.drop_table("pictures")
