"""Alembic's entry: runs on the connection it is handed, in one transaction."""

from alembic import context

from amber_acre.store.tables import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
