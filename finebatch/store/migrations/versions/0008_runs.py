"""Days as they are run: what happened, in the order in which it was told, and what the oven's thermometer read."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "runs",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("plan_id", sa.String(32), nullable=False),
        sa.Column("title", sa.String(600), nullable=False),
        sa.Column("began_at", sa.DateTime, nullable=False),
        sa.Column("ended_at", sa.DateTime, nullable=True),
        sa.Column("speed", sa.Float, nullable=False),
        sa.Column("clock_from", sa.DateTime, nullable=False),
        sa.Column("planned_seq", sa.Integer, nullable=False),
        sa.Column("brief", sa.JSON, nullable=False),
        sa.Column("running", sa.JSON, nullable=False),
        sa.Column("told", sa.JSON, nullable=True),
        sa.Column("doughs", sa.JSON, nullable=False),
        sa.Column("kitchen", sa.JSON, nullable=False),
        sa.Column("truth", sa.JSON, nullable=True),
        sa.Column("traits", sa.JSON, nullable=True),
    )
    op.create_index("runs_by_time", "runs", ["ended_at", "began_at"])
    op.create_table(
        "run_events",
        sa.Column("run_id", sa.String(32), sa.ForeignKey("runs.id"), primary_key=True),
        sa.Column("seq", sa.Integer, primary_key=True),
        sa.Column("key", sa.String(64), nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("late", sa.Boolean, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
    )
    op.create_index("events_by_key", "run_events", ["run_id", "key"], unique=True)
    op.create_table(
        "oven_readings",
        sa.Column("run_id", sa.String(32), sa.ForeignKey("runs.id"), primary_key=True),
        sa.Column("oven", sa.Integer, primary_key=True),
        sa.Column("at", sa.DateTime, primary_key=True),
        sa.Column("read_c", sa.Float, nullable=False),
        sa.Column("lag_s", sa.Float, nullable=False),
    )


def downgrade() -> None:
    op.drop_table("oven_readings")
    op.drop_table("run_events")
    op.drop_table("runs")
