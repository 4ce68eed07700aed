"""Bringing a table of tools into the shop: read in the background, shown row by row, mended, then kept all at once."""

from __future__ import annotations

import logging
import threading
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from typing import Literal
from uuid import uuid4

from sqlalchemy.exc import DBAPIError

from ranura.api.problems import said_of
from ranura.api.saved_shop import SavedShop
from ranura.core.shop.assumed import changed
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import CraftError, FileError
from ranura.core.text.writing import Text
from ranura.formats import refusals
from ranura.formats.tables import MOST_BASES, Row, Table, TableKind, Tool, column_of, read_table, tool_from_row, tool_texts
from ranura.store import items
from ranura.store.items import NotFoundError

Action = Literal["add", "change", "same", "refuse", "leave"]
_LOG = logging.getLogger(__name__)
_SHOWN = 300
_KEPT_IMPORTS = 4
_CHUNK = 250


@dataclass(frozen=True, kw_only=True, slots=True)
class Change:
    """One cell that a row changes in a tool that is there."""

    field: str
    before: str
    after: str


@dataclass(frozen=True, kw_only=True, slots=True)
class RowView:
    """What becomes of a row; `field` and `words` say what is wrong with a refused one."""

    line: int
    action: Action
    name: str
    texts: Mapping[str, str]
    changes: tuple[Change, ...] = ()
    field: str | None = None
    words: Text | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class ImportView:
    """How far an import is. `rows` are the first few hundred, refused ones first; `counts` are of all."""

    id: str
    kind: TableKind
    stage: Literal["reading", "preview", "keeping", "kept", "failed"]
    done: int
    total: int
    counts: Mapping[Action, int]
    rows: tuple[RowView, ...]
    words: Text | None = None


@dataclass
class _Judged:
    """A row, what becomes of it, the tool that it makes, and the one of the shop that it changes."""

    row: Row
    view: RowView
    tool: Tool | None
    changes: Tool | None = None


@dataclass
class _Import:
    id: str
    kind: TableKind
    table: Table
    stage: Literal["reading", "preview", "keeping", "kept", "failed"] = "reading"
    done: int = 0
    judged: list[_Judged] = field(default_factory=list)
    words: Text | None = None
    lock: threading.Lock = field(default_factory=threading.Lock)


class Imports:
    """The imports under way, the last few of them; each is worked on by a thread of its own."""

    def __init__(self, saved_shop: SavedShop) -> None:
        self._saved_shop = saved_shop
        self._imports: dict[str, _Import] = {}

    def start(self, kind: TableKind, text: str) -> ImportView:
        """Begins to read a table. Raises FileError for what is no such table."""
        made = _Import(uuid4().hex, kind, read_table(kind, text))
        self._imports[made.id] = made
        for old in list(self._imports)[:-_KEPT_IMPORTS]:
            del self._imports[old]
        threading.Thread(target=self._read, args=(made,), daemon=True).start()
        return _view(made)

    def look(self, id: str) -> ImportView:
        """How far an import is. Raises NotFoundError."""
        return _view(self._find(id))

    def correct(self, id: str, line: int, texts: Mapping[str, str] | None) -> ImportView:
        """Another text for the cells of a row, or None to leave the row out."""
        found = self._find(id)
        shop = self._saved_shop.current()
        with found.lock:
            place = next((i for i, each in enumerate(found.judged) if each.row.line == line), None)
            if place is None:
                raise NotFoundError("row", str(line))
            if texts is None:
                old = found.judged[place]
                view = RowView(line=line, action="leave", name=old.view.name, texts=old.row.texts)
                found.judged[place] = _Judged(old.row, view, None)
            else:
                others = [each.tool for i, each in enumerate(found.judged) if i != place and each.tool is not None]
                names = {tool.name for tool in others}
                found.judged[place] = _judge(found, Row(line, dict(texts)), shop, _by_id(shop, found.kind), names)
        return _view(found)

    def apply(self, id: str) -> ImportView:
        """Keeps all rows at once, or none. Raises FileError while a row is refused or the import is not ready."""
        found = self._find(id)
        with found.lock:
            if found.stage != "preview":
                raise FileError(refusals.NOT_READY)
            refused = sum(each.view.action == "refuse" for each in found.judged)
            if refused:
                raise FileError(refusals.ROWS_REFUSED, count=refused)
            found.stage, found.done = "keeping", 0
        threading.Thread(target=self._keep, args=(found,), daemon=True).start()
        return _view(found)

    def _find(self, id: str) -> _Import:
        if id not in self._imports:
            raise NotFoundError("import", id)
        return self._imports[id]

    def _read(self, made: _Import) -> None:
        with _saying_what_failed(made, "This table could not be read"):
            shop = self._saved_shop.current()
            by_id = _by_id(shop, made.kind)
            names: set[str] = set()
            for row in made.table.rows:
                judged = _judge(made, row, shop, by_id, names)
                if judged.tool is not None:
                    names.add(judged.tool.name)
                made.judged.append(judged)
                made.done += 1
            made.stage = "preview"

    def _keep(self, made: _Import) -> None:
        with _saying_what_failed(made, "Nothing was kept"):
            added = [each.tool for each in made.judged if each.view.action == "add" and each.tool is not None]
            changed = [(each.changes, each.tool) for each in made.judged if each.changes is not None and each.tool is not None]
            for done in self._saved_shop.bring_in(made.kind, added, changed, chunk=_CHUNK):
                made.done = done
            made.stage = "kept"


@contextmanager
def _saying_what_failed(work: _Import, what: str) -> Iterator[None]:
    """The end of work that nobody waits for: whatever it breaks off with is shown to who asks how far it is, and logged."""
    try:
        yield
    except Exception as problem:
        reason = said_of(problem) if isinstance(problem, DBAPIError) else str(problem)
        said = f"{what}: {reason}"
        work.words, work.stage = Text(metric=said, inch=said), "failed"
        _LOG.exception("%s of the import %s", what, work.id)


def _by_id(shop: Shop, kind: TableKind) -> dict[str, Tool]:
    return {tool.id: tool for tool in items.of_shop(shop, kind)}  # type: ignore[misc]


def _judge(work: _Import, row: Row, shop: Shop, by_id: Mapping[str, Tool], names: set[str]) -> _Judged:
    """What becomes of a row: a tool of its id is changed, one of its name too; anything else is new.

    A tool that is changed keeps what the table has no column for."""
    said = row.texts.get("name", "")
    given_id = row.texts.get("id", "")
    old = by_id.get(given_id) or next((tool for tool in by_id.values() if said and tool.name == said), None)
    try:
        silent = {} if old is None else {name: text for name, text in tool_texts(old).items() if name not in work.table.columns}
        tool = tool_from_row(work.kind, {**silent, **row.texts}, id=old.id if old else uuid4().hex, unit=shop.unit)
        if old is not None:
            tool = _with_what_no_table_has(tool, old)
        if tool.name in names and (said or old is not None):
            raise FileError(refusals.NAME_TWICE, field="name", name=tool.name)
    except CraftError as wrong:
        view = RowView(
            line=row.line,
            action="refuse",
            name=said or row.texts.get("profile", ""),
            texts=row.texts,
            field=column_of(wrong.field),
            words=wrong.message,
        )
        return _Judged(row, view, None)
    if old is None:
        return _Judged(row, RowView(line=row.line, action="add", name=tool.name, texts=row.texts), tool)
    before, after = tool_texts(old), tool_texts(tool)
    changes = tuple(
        Change(field=name, before=before.get(name, ""), after=after.get(name, ""))
        for name in dict.fromkeys([*before, *after])
        if before.get(name, "") != after.get(name, "")
    )
    action: Action = "change" if changes else "same"
    view = RowView(line=row.line, action=action, name=tool.name, texts=row.texts, changes=changes)
    return _Judged(row, view, tool, changes=old if changes else None)


def _with_what_no_table_has(tool: Tool, old: Tool) -> Tool:
    """Whether it is put away, a router's bases beyond the second, and what the table leaves as it was assumed."""
    if isinstance(tool, Router) and isinstance(old, Router):
        return changed(old, replace(tool, archived=old.archived, bases=(*tool.bases, *old.bases[MOST_BASES:])))
    if isinstance(tool, Bit) and isinstance(old, Bit):
        return changed(old, replace(tool, archived=old.archived))
    return tool


_ORDER: tuple[Action, ...] = ("refuse", "change", "add", "leave", "same")


def _view(found: _Import) -> ImportView:
    stage = found.stage  # before the rows: a stage that says they are all there must not stand over some of them
    judged = list(found.judged)
    counts: dict[Action, int] = dict.fromkeys(_ORDER, 0)
    for each in judged:
        counts[each.view.action] += 1
    rows = sorted((each.view for each in judged), key=lambda view: (_ORDER.index(view.action), view.line))
    return ImportView(
        id=found.id,
        kind=found.kind,
        stage=stage,
        done=found.done,
        total=len(found.table.rows),
        counts=counts,
        rows=tuple(rows[:_SHOWN]) if stage != "reading" else (),
        words=found.words,
    )
