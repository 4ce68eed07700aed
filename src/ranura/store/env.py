"""Alembic's entry: connects to the address it was given and runs the migrations."""

from __future__ import annotations

from alembic import context
from sqlalchemy import create_engine

from ranura.store.models import Base


def run() -> None:
    """Runs what is due on a connection of its own."""
    engine = create_engine(context.config.attributes["url"])
    with engine.connect() as connection:
        context.configure(connection=connection, target_metadata=Base.metadata, transactional_ddl=False)
        with context.begin_transaction():
            context.run_migrations()
    engine.dispose()


run()
