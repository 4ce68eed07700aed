"""Bringing the tables up to date: Alembic's migrations, run at every start."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import create_engine, inspect, text

SCRIPTS = Path(__file__).parent

TAKEN_OVER = "0017"
"""The last revision of before all tables stood in one: its tables are taken over as they are."""
OLDER = frozenset(f"{number:04}" for number in range(1, 17))


class OldDatabaseError(Exception):
    """A database that this Ranura cannot bring up to date; the message says what to do."""


def upgrade(url: str) -> None:
    """Runs the migrations that have not run yet, in order. Raises OldDatabaseError."""
    _take_over(url)
    config = Config()
    config.set_main_option("script_location", str(SCRIPTS))
    config.set_main_option("path_separator", "os")
    config.attributes["url"] = url
    command.upgrade(config, "head")


def _take_over(url: str) -> None:
    """Makes a database of before one whose migrations all run anew; they leave tables alone that are there."""
    engine = create_engine(url)
    try:
        with engine.begin() as connection:
            if not inspect(connection).has_table("alembic_version"):
                return
            revision = connection.scalar(text("SELECT version_num FROM alembic_version"))
            if revision in OLDER:
                raise OldDatabaseError(
                    f"This shop's database is of an older Ranura (revision {revision}). Start it once with Ranura 0.1, which "
                    "brings it up to date, or export the shop there and read it in here."
                )
            if revision == TAKEN_OVER:
                connection.execute(text("DELETE FROM alembic_version"))
    finally:
        engine.dispose()
