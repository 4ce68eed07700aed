"""The whole shop with its jobs and history, out and in, and the copies that are kept by themselves."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Annotated

from fastapi import APIRouter, Request, Response
from pydantic import Field

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop, TheStore
from ranura.requests.from_core import RequestModel
from ranura.store import backup
from ranura.store.backup import Backup
from ranura.store.copies import copies, keep_before

router = APIRouter(prefix="/api", tags=["files"], responses=ERRORS)


class BackupIn(RequestModel):
    """A backup as text."""

    text: Annotated[str, Field(max_length=200_000_000)]


@dataclass(frozen=True, kw_only=True, slots=True)
class BackupView:
    """What a backup holds: when and by which Ranura it was made, of which shop, how many things of each kind."""

    made: str
    by: str
    name: str
    counts: dict[str, int]


@dataclass(frozen=True, kw_only=True, slots=True)
class CopyView:
    """A copy that was kept: its day and its name."""

    day: str
    file: str


@dataclass(frozen=True, kw_only=True, slots=True)
class CopiesView:
    """Where copies are kept, None where none are, and those that are there, the newest first."""

    folder: str | None
    copies: tuple[CopyView, ...]


@router.get("/files/backup.json", response_class=Response)
def backup_file(shop: TheShop, store: TheStore) -> Response:
    """Everything of the shop as one file."""
    with store.session() as session:
        text = backup.written(session, shop.id)
    headers = {"Content-Disposition": 'attachment; filename="ranura-backup.json"', "Cache-Control": "no-store"}
    return Response(text, media_type="application/json", headers=headers)


@router.post("/files/backup/preview")
def preview_backup(asked: BackupIn) -> BackupView:
    """What a backup holds; keeps nothing."""
    return _view(backup.read(asked.text))


@router.put("/files/backup")
def restore_backup(asked: BackupIn, saved_shop: TheSavedShop, request: Request) -> BackupView:
    """Puts a backup in the place of everything, all or nothing; what was there is kept among the copies first."""
    made = backup.read(asked.text)
    folder: Path | None = request.app.state.copies
    saved_shop.put_back(made, lambda text: keep_before(folder, text))
    return _view(made)


@router.get("/files/copies")
def kept_copies(request: Request) -> CopiesView:
    """The copies that were kept by themselves."""
    folder: Path | None = request.app.state.copies
    if folder is None:
        return CopiesView(folder=None, copies=())
    found = tuple(CopyView(day=day.isoformat(), file=file.name) for day, file in copies(folder))
    return CopiesView(folder=str(folder), copies=found)


def _view(made: Backup) -> BackupView:
    return BackupView(made=made.made, by=made.by, name=made.name, counts=made.counts)
