"""Where things lie: the project's own files, what is installed beside them, and the shop's data."""

from __future__ import annotations

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
"""The project: the folder that holds the launcher."""

TOOLS = ROOT / ".ranura"
"""What set-up installs for this copy of the project; may be deleted at any time."""

VENV = TOOLS / "venv"
WEB = ROOT / "web"
BUILT_PAGE = WEB / "dist"
REQUIREMENTS = ROOT / "requirements"


def home() -> Path:
    """The folder of the shop's data: RANURA_HOME, or `.ranura` in the project."""
    return Path(os.environ.get("RANURA_HOME") or TOOLS).resolve()


def venv_python() -> Path:
    """The interpreter everything but the first moments of set-up runs in."""
    return VENV / "bin" / "python"
