"""Where things lie: the project's own files, what is installed beside them, and the shop's data."""

from __future__ import annotations

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
"""The project: the folder that holds the launcher."""

TOOLS = ROOT / ".ranura"
"""What set-up installs for this copy of the project, and the demo's data; may be deleted at any time."""

VENV = TOOLS / "venv"
WEB = ROOT / "web"
BUILT_PAGE = WEB / "dist"
REQUIREMENTS = ROOT / "requirements"


def home() -> Path:
    """The folder of the demo's data: RANURA_HOME, or `.ranura` in the project."""
    return Path(os.environ.get("RANURA_HOME") or TOOLS).resolve()


def own_home() -> Path:
    """The folder of a person's own data: RANURA_HOME, or `ranura` among the user's data (XDG base directories)."""
    if os.environ.get("RANURA_HOME"):
        return home()
    named = Path(os.environ.get("XDG_DATA_HOME") or "")
    return (named if named.is_absolute() else Path.home() / ".local" / "share").resolve() / "ranura"


def venv_python() -> Path:
    """The interpreter everything but the first moments of set-up runs in."""
    return VENV / "bin" / "python"
