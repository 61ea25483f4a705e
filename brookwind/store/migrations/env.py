"""Runs migrations on the connection handed over by `brookwind.store.database.migrate`."""

from alembic import context
from sqlmodel import SQLModel

from brookwind.store import tables  # noqa: F401

context.configure(
    connection=context.config.attributes["connection"], target_metadata=SQLModel.metadata, render_as_batch=True
)
with context.begin_transaction():
    context.run_migrations()
