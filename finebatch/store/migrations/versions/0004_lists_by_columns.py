"""What the shelf shows and searches stands in columns; weigh-ins count their changes; each received change is kept once.

The columns are filled from the bodies as they are, by rules of this file's own: the program's may change later, a migration must not.
A body that is not as expected gets empty columns, and is told of when it is opened.
"""

import json
import unicodedata

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def _columns(name: str, body: str) -> dict[str, object]:
    try:
        tree = json.loads(body)
        texts = [str(line["text"]) for line in tree["lines"]]
        form = tree["form"]
    except (ValueError, TypeError, KeyError):
        texts, form = [], None
    plain = unicodedata.normalize("NFKD", " ".join([name, *texts]).casefold())
    return {
        "line_count": len(texts),
        "preview": " · ".join(texts)[:160],
        "form": json.dumps(form),
        "words": "".join(c for c in plain if not unicodedata.combining(c)),
    }


def upgrade() -> None:
    with op.batch_alter_table("doughs") as table:
        table.add_column(sa.Column("line_count", sa.Integer, nullable=False, server_default="0"))
        table.add_column(sa.Column("preview", sa.String(200), nullable=False, server_default=""))
        table.add_column(sa.Column("form", sa.JSON, nullable=False, server_default="null"))
        table.add_column(sa.Column("words", sa.Text, nullable=False, server_default=""))
        table.drop_index("doughs_by_change")
        table.create_index("doughs_by_change", ["deleted_at", "updated_at", "id"])
    with op.batch_alter_table("plans") as table:
        table.drop_index("plans_by_creation")
        table.create_index("plans_by_creation", ["created_at", "id"])
    with op.batch_alter_table("weigh_ins") as table:
        table.add_column(sa.Column("revision", sa.Integer, nullable=False, server_default="1"))
    op.create_table(
        "received",
        sa.Column("key", sa.String(64), primary_key=True),
        sa.Column("received_at", sa.DateTime, nullable=False),
        sa.Column("answer", sa.JSON, nullable=False),
    )
    op.create_index("received_by_time", "received", ["received_at"])
    connection = op.get_bind()
    rows = connection.exec_driver_sql("SELECT id, name, body FROM doughs").fetchall()
    for id, name, body in rows:
        connection.execute(
            sa.text("UPDATE doughs SET line_count = :line_count, preview = :preview, form = :form, words = :words WHERE id = :id"),
            {"id": id, **_columns(name, body)},
        )


def downgrade() -> None:
    op.drop_table("received")
    with op.batch_alter_table("weigh_ins") as table:
        table.drop_column("revision")
    with op.batch_alter_table("plans") as table:
        table.drop_index("plans_by_creation")
        table.create_index("plans_by_creation", ["created_at"])
    with op.batch_alter_table("doughs") as table:
        table.drop_index("doughs_by_change")
        for column in ("line_count", "preview", "form", "words"):
            table.drop_column(column)
        table.create_index("doughs_by_change", ["deleted_at", "updated_at"])
