"""Bits and routers as CSV: a header of field names, one tool a line, lengths with their units in the cells.

Cells are read as they are typed in a form (`ranura.core.drawer`), so that `12.7`, `1/2 in` and `12,7 mm` may stand in one column.
A cell that a spreadsheet would take for a formula gets an apostrophe before it and loses it again when read: it stays text.
"""

from __future__ import annotations

import csv
import io
import unicodedata
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from ranura.core.shop.drawer.bench import BASE_FIELDS, ROUTER_FIELDS, base_texts, router_from_texts, router_texts
from ranura.core.shop.drawer.texts import FIELDS, bit_from_texts, texts_of
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals

TableKind = Literal["bits", "routers"]
Tool = Bit | Router

MOST_BASES = 2
MOST_ROWS = 50_000
BIT_HEADER = ("id", *FIELDS)
ROUTER_HEADER = ("id", *ROUTER_FIELDS, *(f"base{place}_{field}" for place in range(1, MOST_BASES + 1) for field in BASE_FIELDS))
_FORMULA = ("=", "+", "-", "@", "\t", "\r", "'")
_MARKS = ",;\t"


@dataclass(frozen=True, slots=True)
class Row:
    """A line of a table: its number in the file, and its cells by field; empty ones are left out."""

    line: int
    texts: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Table:
    """The columns that a file has, and its rows. A column that it lacks says nothing of any tool."""

    columns: frozenset[str]
    rows: tuple[Row, ...]


def header(kind: TableKind) -> tuple[str, ...]:
    """The columns of a table, in order."""
    return BIT_HEADER if kind == "bits" else ROUTER_HEADER


def write_table(kind: TableKind, tools: Iterable[Tool]) -> str:
    """The CSV of some bits or routers, commas between cells, ready for a spreadsheet."""
    out = io.StringIO()
    writer = csv.DictWriter(out, header(kind), lineterminator="\r\n")
    writer.writeheader()
    for tool in tools:
        writer.writerow({field: safe_cell(text) for field, text in tool_texts(tool).items()})
    return out.getvalue()


def tool_texts(tool: Tool) -> dict[str, str]:
    """The cells of a tool."""
    if isinstance(tool, Bit):
        return {"id": tool.id, **texts_of(tool)}
    texts = {"id": tool.id, **router_texts(tool)}
    for place, base in enumerate(tool.bases[:MOST_BASES], start=1):
        texts |= {f"base{place}_{field}": text for field, text in base_texts(base).items()}
    return texts


def read_table(kind: TableKind, text: str) -> Table:
    """What a CSV says. Raises `FileError` for a file that is no such table at all; single cells are judged later."""
    text = text.lstrip("\ufeff")
    first = text.split("\n", 1)[0]
    if not first.strip():
        raise FileError(refusals.EMPTY_FILE)
    mark = max(_MARKS, key=first.count)
    lines = csv.reader(io.StringIO(text, newline=""), delimiter=mark)
    try:
        names = [name.strip().lower().replace(" ", "_") for name in next(lines)]
        known = set(header(kind))
        strangers = [name for name in names if name and name not in known]
        if strangers:
            raise FileError(refusals.UNKNOWN_COLUMN, name=strangers[0], known=", ".join(header(kind)[:8]) + " …")
        if len(set(names)) < len(names):
            raise FileError(refusals.COLUMN_TWICE)
        if "profile" not in names and kind == "bits":
            raise FileError(refusals.COLUMN_MISSING, name="profile")
        if "name" not in names and kind == "routers":
            raise FileError(refusals.COLUMN_MISSING, name="name")
        return Table(frozenset(names), tuple(_rows(lines, names)))
    except csv.Error as broken:
        raise FileError(refusals.BROKEN_CSV, line=lines.line_num, what=str(broken)) from None


def _rows(lines: Iterator[list[str]], names: list[str]) -> Iterator[Row]:
    start = 2
    for count, cells in enumerate(lines):
        if count >= MOST_ROWS:
            raise FileError(refusals.TOO_MANY_ROWS, most=MOST_ROWS)
        if any(cell.strip() for cell in cells):
            if len(cells) > len(names) and any(cell.strip() for cell in cells[len(names) :]):
                raise FileError(refusals.TOO_MANY_CELLS, line=start, count=len(names))
            yield Row(start, {name: plain_cell(cell) for name, cell in zip(names, cells, strict=False) if name and cell.strip()})
        start = lines.line_num + 1  # type: ignore[attr-defined]


def safe_cell(text: str) -> str:
    """A text as a cell that no spreadsheet takes for a formula."""
    return f"'{text}" if _is_formula(text) else text


def _is_formula(text: str) -> bool:
    """Whether a spreadsheet might take a text for a formula; some do so with wide characters and behind spaces too."""
    plain = unicodedata.normalize("NFKC", text)
    return plain.startswith(_FORMULA) or plain.lstrip().startswith(_FORMULA)


def plain_cell(text: str) -> str:
    """The text of such a cell."""
    text = text.strip()
    return text[1:] if text.startswith("'") and _is_formula(text[1:]) else text


def tool_from_row(kind: TableKind, texts: Mapping[str, str], *, id: str, unit: Unit) -> Tool:
    """The bit or router of a row. Raises `CraftError` with the column it fails at."""
    cells = {field: text for field, text in texts.items() if field != "id"}
    if kind == "bits":
        return bit_from_texts(cells, id=id, unit=unit)
    own = {field: text for field, text in cells.items() if not field.startswith("base")}
    bases = []
    for place in range(1, MOST_BASES + 1):
        prefix = f"base{place}_"
        base = {field.removeprefix(prefix): text for field, text in cells.items() if field.startswith(prefix)}
        if base:
            bases.append(base)
    return router_from_texts(own, bases, id=id, unit=unit)


def column_of(field: str | None) -> str | None:
    """The column that a router's field stands in: `bases.0.across` is `base1_across`."""
    if field is None or not field.startswith("bases."):
        return field
    _, place, *rest = field.split(".")
    return f"base{int(place) + 1}_{rest[0] if rest else 'kind'}"
