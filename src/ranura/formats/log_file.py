"""The log as a table for a spreadsheet (CSV) and whole (JSON), out and in; the plans that runs followed stay here.

A row of the table is a run: when (UTC), what was cut with what, how it came out. Lengths are mm, the way m, the feed m/min.
"""

from __future__ import annotations

import csv
import io
import json
import math
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from typing import Annotated, Any, Final, get_args

from pydantic import Field, TypeAdapter, ValidationError

from ranura.core.running.in_work import WorkMeasure, in_work
from ranura.core.running.log import CameOut, Outcome, Run, run_with
from ranura.core.running.progress import Progress
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError, FileError
from ranura.formats import refusals
from ranura.formats.photos import MOST_PHOTOS, photo_of
from ranura.formats.tables import MOST_ROWS, plain_cell, safe_cell

FORMAT: Final = "ranura-log"
VERSION: Final = 1
_TEXTS: Final = ("cut", "piece", "job", "material", "bit_id", "router_id")
_NUMBERS: Final = ("rpm", "feed_m_min", "chip_mm", "metres", "minutes")
COLUMNS: Final = ("id", "begun_at", "came_out", "where", "word", *_TEXTS, *_NUMBERS)
_NEEDED: Final = ("begun_at", "came_out", "cut")
_LONGEST: Final = 2_000
_OUTCOMES: Final[frozenset[str]] = frozenset(get_args(CameOut))
MOST_MM, MOST_PLACES = 100_000, 50
"""mm of a measurement, and places that it is taken in."""
_RUNS = TypeAdapter(tuple[Run, ...])


def log_table(runs: Iterable[Run]) -> str:
    """The runs that came to their end as CSV, commas between cells."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\r\n")
    writer.writeheader()
    for run in runs:
        if run.outcome is not None:
            writer.writerow({name: safe_cell(cell) for name, cell in _cells(run, run.outcome).items()})
    return out.getvalue()


def _cells(run: Run, outcome: Outcome) -> dict[str, str]:
    own = {"id": run.id, "begun_at": run.begun_at.isoformat(), "came_out": outcome.came_out}
    words = {"where": outcome.where, "word": outcome.word}
    texts = {name: getattr(run.of, name) or "" for name in _TEXTS}
    numbers = {name: getattr(run.of, name) for name in _NUMBERS} | {"metres": run.metres}
    return own | words | texts | {name: "" if value is None else f"{value:.6g}" for name, value in numbers.items()}


def log_file(runs: Iterable[Run]) -> str:
    """The runs that came to their end as JSON, with all that was noted."""
    whole = {"format": FORMAT, "version": VERSION, "runs": _RUNS.dump_python(tuple(_ended(runs)), mode="json")}
    return json.dumps(whole, ensure_ascii=False, indent=1) + "\n"


def _ended(runs: Iterable[Run]) -> Iterator[Run]:
    for run in runs:
        if run.outcome is not None and run.state == "done":
            yield replace(run, progress=Progress(), trial=(), cut_id=None, planned=False)


def read_log(text: str, shop: Shop) -> tuple[Run, ...]:
    """The runs of a log, in either form; bits, routers and woods that the shop does not have are kept by name. Raises `FileError`
    with what is wrong and where."""
    stripped = text.lstrip("\ufeff").strip()
    if not stripped:
        raise FileError(refusals.EMPTY_FILE)
    return _from_json(stripped) if stripped.startswith("{") else tuple(_from_table(stripped, shop))


def photos_in(text: str) -> Mapping[str, tuple[bytes, ...]]:
    """The photos that notes of a file taken along bring, by their run. Raises `FileError` naming the one that is wrong."""
    stripped = text.lstrip("\ufeff").strip()
    whole = json.loads(stripped) if stripped.startswith("{") else {}
    found: dict[str, tuple[bytes, ...]] = {}
    told = whole.get("photos", [])
    for number, each in enumerate(told if isinstance(told, list) else [told]):
        place = f"photos.{number}"
        if not isinstance(each, dict) or not isinstance(each.get("run"), str) or not isinstance(each.get("jpeg"), str):
            raise FileError(refusals.WRONG_PLACE, place=place, what="a photo of a run is wanted here")
        try:
            found[each["run"]] = (*found.get(each["run"], ()), photo_of(each["jpeg"]))
        except CraftError as problem:
            raise FileError(refusals.WRONG_PLACE, place=place, what=problem.message.metric) from None
        if len(found[each["run"]]) > MOST_PHOTOS:
            raise FileError(refusals.WRONG_PLACE, place=place, what=f"a run has at most {MOST_PHOTOS} photos")
    return found


def _from_json(text: str) -> tuple[Run, ...]:
    try:
        whole = json.loads(text)
    except (ValueError, RecursionError) as problem:
        raise FileError(refusals.NO_JSON) from problem
    if whole.get("format") != FORMAT:
        raise FileError(refusals.NO_LOG, known=", ".join(_NEEDED), format=FORMAT)
    if whole.get("version") != VERSION:
        raise FileError(refusals.OTHER_VERSION, version=str(whole.get("version")))
    try:
        found = _RUNS.validate_python(whole.get("runs"))
    except ValidationError as problem:
        first = problem.errors()[0]
        raise FileError(refusals.WRONG_PLACE, place=".".join(map(str, first["loc"])), what=first["msg"]) from problem
    if len(found) > MOST_ROWS:
        raise FileError(refusals.TOO_MANY_ROWS, most=MOST_ROWS)
    return tuple(_ended(_with_measures(found, whole.get("measured", []))))


@dataclass(frozen=True, kw_only=True, slots=True)
class _Noted:
    """What notes say was measured in the work of a run: what it is, and what it is in each place, in mm."""

    run: str
    measure: WorkMeasure
    places: Annotated[tuple[Annotated[float, Field(gt=0, le=MOST_MM)], ...], Field(min_length=1, max_length=MOST_PLACES)]


_NOTED = TypeAdapter(tuple[_Noted, ...])


def _with_measures(runs: Iterable[Run], told: Any) -> Iterator[Run]:
    """Runs with what their notes say was measured, as the log has it."""
    try:
        noted = _NOTED.validate_python(told)
    except ValidationError as problem:
        first = problem.errors()[0]
        place = ".".join(map(str, ("measured", *first["loc"])))
        raise FileError(refusals.WRONG_PLACE, place=place, what=first["msg"]) from problem
    for run in runs:
        mine = [each for each in noted if each.run == run.id]
        if not mine or run.outcome is None:
            yield run
            continue
        found = tuple(in_work([each.measure], each.measure.field, each.places) for each in mine)
        yield replace(run, outcome=replace(run.outcome, measured=(*run.outcome.measured, *found)))


def _from_table(text: str, shop: Shop) -> Iterator[Run]:
    lines = csv.DictReader(io.StringIO(text, newline=""))
    names = [name.strip().lower() for name in lines.fieldnames or ()]
    if any(name not in names for name in _NEEDED):
        raise FileError(refusals.NO_LOG, known=", ".join(_NEEDED), format=FORMAT)
    lines.fieldnames = names
    try:
        for count, row in enumerate(lines):
            if count >= MOST_ROWS:
                raise FileError(refusals.TOO_MANY_ROWS, most=MOST_ROWS)
            cells = {name: plain_cell(cell) for name, cell in row.items() if name and isinstance(cell, str)}
            yield _run(cells, lines.line_num, shop)
    except csv.Error as broken:
        raise FileError(refusals.BROKEN_CSV, line=lines.line_num, what=str(broken)) from None


def _run(cells: Mapping[str, str], line: int, shop: Shop) -> Run:
    def wrong(column: str, what: str) -> FileError:
        return FileError(refusals.ROW_WRONG, line=line, column=column, what=what)

    for name, cell in cells.items():
        if len(cell) > _LONGEST:
            raise wrong(name, f"at most {_LONGEST} signs")
    try:
        said = datetime.fromisoformat(cells.get("begun_at", ""))
        begun = said.replace(tzinfo=UTC) if said.tzinfo is None else said.astimezone(UTC)
    except (ValueError, OverflowError):
        raise wrong("begun_at", "a time such as 2026-10-09T11:30:00") from None
    out = cells.get("came_out", "")
    if out not in _OUTCOMES:
        raise wrong("came_out", f"one of {', '.join(sorted(_OUTCOMES))}")
    if not cells.get("cut"):
        raise wrong("cut", "what was cut")
    numbers: dict[str, Any] = {}
    for name in _NUMBERS:
        try:
            numbers[name] = float(cells[name]) if cells.get(name) else None
        except ValueError:
            raise wrong(name, "a number") from None
        if numbers[name] is not None and not (math.isfinite(numbers[name]) and numbers[name] >= 0):
            raise wrong(name, "a number that is not negative")
    wood = next((each for each in shop.materials if each.id == cells.get("material")), None)
    bit = next((each for each in shop.bits if each.id == cells.get("bit_id")), None)
    owner = next((each for each in shop.routers if each.id == cells.get("router_id")), None)
    of = replace(
        run_with(cut=cells["cut"], piece=cells.get("piece", ""), wood=wood, bit=bit, router=owner),
        job=cells.get("job", ""),
        **numbers,
    )
    # What this shop does not have is known by name alone.
    of = replace(
        of,
        material=cells.get("material", ""),
        material_name=of.material_name or cells.get("material", ""),
        bit=of.bit or cells.get("bit_id", ""),
        router=of.router or cells.get("router_id", ""),
    )
    known: CameOut = next(each for each in get_args(CameOut) if each == out)
    outcome = Outcome(came_out=known, where=cells.get("where", ""), word=cells.get("word", ""))
    return Run(
        id=cells.get("id", ""),
        of=of,
        begun_at=begun,
        ended_at=begun,
        state="done",
        progress=Progress(),
        trial=(),
        outcome=outcome,
        cut_id=None,
        planned=False,
    )
