"""Bringing the tables up to date: Alembic's migrations, run at every start."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config

SCRIPTS = Path(__file__).parent


def upgrade(url: str) -> None:
    """Runs the migrations that have not run yet, in order."""
    config = Config()
    config.set_main_option("script_location", str(SCRIPTS))
    config.set_main_option("path_separator", "os")
    config.attributes["url"] = url
    command.upgrade(config, "head")
