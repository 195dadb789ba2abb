"""Doughs are ordered by name and found by form, family, allergens and tags; plans are put aside before they are thrown away.

The new columns of a dough are worked out from its body by the program itself, the next time it opens the file: `indexed` 0 says so.
"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

WORDS = {"name_key": 80, "kind": 20, "family": 80}
TEXTS = ("holds", "tags")


def upgrade() -> None:
    with op.batch_alter_table("doughs") as table:
        for name, chars in WORDS.items():
            table.add_column(sa.Column(name, sa.String(chars), nullable=False, server_default=""))
        for name in TEXTS:
            table.add_column(sa.Column(name, sa.Text, nullable=False, server_default=""))
        table.add_column(sa.Column("indexed", sa.Integer, nullable=False, server_default="0"))
        table.create_index("doughs_by_name", ["deleted_at", "name_key", "id"])
    with op.batch_alter_table("plans") as table:
        table.add_column(sa.Column("deleted_at", sa.DateTime, nullable=True))
        table.drop_index("plans_by_creation")
        table.create_index("plans_by_creation", ["deleted_at", "created_at", "id"])


def downgrade() -> None:
    with op.batch_alter_table("plans") as table:
        table.drop_index("plans_by_creation")
        table.create_index("plans_by_creation", ["created_at", "id"])
        table.drop_column("deleted_at")
    with op.batch_alter_table("doughs") as table:
        table.drop_index("doughs_by_name")
        for name in (*WORDS, *TEXTS, "indexed"):
            table.drop_column(name)
