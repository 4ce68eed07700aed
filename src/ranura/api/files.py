"""Files: tables of bits and routers, and the whole shop, out and in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import APIRouter, Request, Response
from fastapi.responses import JSONResponse
from pydantic import Field

from ranura.api.importing import Imports, ImportView
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop, TheStore
from ranura.core.board.materials import Material
from ranura.core.shop import refusals as shop_refusals
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import ToolError
from ranura.formats.shop_file import read_shop, schema, write_shop
from ranura.formats.tables import TableKind, write_table
from ranura.requests.from_core import RequestModel
from ranura.store import items, repository

router = APIRouter(prefix="/api", tags=["files"], responses=ERRORS)

FileText = Annotated[str, Field(max_length=30_000_000)]
Cells = Annotated[dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=400)]], Field(max_length=80)]


class TableIn(RequestModel):
    """A table as text."""

    kind: TableKind
    text: FileText


class RowIn(RequestModel):
    """Other cells for a row, or none to leave it out."""

    line: int
    texts: Cells | None


class ShopFileIn(RequestModel):
    """A shop's file as text."""

    text: FileText


@dataclass(frozen=True, kw_only=True, slots=True)
class Difference:
    """How many things of a kind a file brings, changes and takes away."""

    kind: str
    added: int
    changed: int
    removed: int


@dataclass(frozen=True, kw_only=True, slots=True)
class ShopFileView:
    """What a shop's file would do to the shop."""

    name: str
    differences: tuple[Difference, ...]
    rules_change: bool


def _imports(request: Request) -> Imports:
    imports: Imports = request.app.state.imports
    return imports


@router.get("/files/{kind}.csv", response_class=Response)
def table(kind: TableKind, shop: TheShop) -> Response:
    """All bits or routers as CSV."""
    text = write_table(kind, items.of_shop(shop, kind))  # type: ignore[arg-type]
    headers = {"Content-Disposition": f'attachment; filename="{kind}.csv"', "Cache-Control": "no-store"}
    return Response("\ufeff" + text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/files/shop.json", response_class=Response)
def shop_file(shop: TheShop) -> Response:
    """The whole shop as JSON."""
    headers = {"Content-Disposition": 'attachment; filename="shop.json"', "Cache-Control": "no-store"}
    return Response(write_shop(shop), media_type="application/json", headers=headers)


@router.get("/files/shop.schema.json", response_class=JSONResponse)
def shop_schema() -> Any:
    """The schema of the shop's file."""
    return schema()


@router.post("/files/shop/preview")
def preview_shop(asked: ShopFileIn, shop: TheShop) -> ShopFileView:
    """What a shop's file would change; keeps nothing."""
    return _difference(shop, read_shop(asked.text, id=shop.id))


@router.put("/files/shop")
def replace_shop(asked: ShopFileIn, saved_shop: TheSavedShop, store: TheStore) -> ShopFileView:
    """Puts a shop's file in the place of the shop, all at once; refused where cuts or pieces use what it lacks."""
    shop = saved_shop.current()
    wanted = read_shop(asked.text, id=shop.id)
    with store.session() as session:
        needed = repository.needed(session, shop.id)
    kept = {thing.id for thing in _used(wanted)}
    for thing in _used(shop):
        if thing.id in needed and thing.id not in kept:
            raise ToolError(shop_refusals.IN_USE, name=thing.name, uses=needed[thing.id])
    view = _difference(shop, wanted)
    saved_shop.replace(wanted)
    return view


def _used(shop: Shop) -> tuple[Bit | Router | Material | SavedOutline, ...]:
    """What cuts and pieces may name."""
    return (*shop.bits, *shop.routers, *shop.woods, *shop.outlines)


def _difference(before: Shop, after: Shop) -> ShopFileView:
    found = []
    for kind in items.KINDS:
        old = {thing.id: thing for thing in items.of_shop(before, kind)}
        new = {thing.id: thing for thing in items.of_shop(after, kind)}
        found.append(
            Difference(
                kind=kind,
                added=len(new.keys() - old.keys()),
                changed=sum(old[each] != new[each] for each in old.keys() & new.keys()),
                removed=len(old.keys() - new.keys()),
            )
        )
    return ShopFileView(name=after.name, differences=tuple(found), rules_change=before.rules != after.rules)


@router.post("/imports", status_code=202)
def start_import(asked: TableIn, request: Request) -> ImportView:
    """Begins to read a table; ask again for how far it is."""
    return _imports(request).start(asked.kind, asked.text)


@router.get("/imports/{import_id}")
def look_at_import(import_id: str, request: Request) -> ImportView:
    """How far an import is, and what it would do row by row."""
    return _imports(request).look(import_id)


@router.post("/imports/{import_id}/correct")
def correct_row(import_id: str, asked: RowIn, request: Request) -> ImportView:
    """Mends a row, or leaves it out."""
    return _imports(request).correct(import_id, asked.line, asked.texts)


@router.post("/imports/{import_id}/keep", status_code=202)
def keep_import(import_id: str, request: Request) -> ImportView:
    """Keeps all rows, or none; refused while a row is wrong."""
    return _imports(request).apply(import_id)
