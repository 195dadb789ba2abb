"""Alembic's entry: online only, on the file the store names."""

from alembic import context
from sqlalchemy import create_engine

from finebatch.store.tables import Base

engine = create_engine(f"sqlite:///{context.config.attributes['path']}")
with engine.connect() as connection:
    context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
