"""Alembic's entry: runs the migrations on the connection that was handed in."""

from alembic import context

from wenlo.db.tables import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
