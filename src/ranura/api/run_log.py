"""The log of all runs: what it holds and teaches, noted by hand, out and in as files."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Literal
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field, TypeAdapter

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import SavedShop, TheSavedShop, TheShop, TheStore
from ranura.core.board.materials import MaterialClass
from ranura.core.running import refusals
from ranura.core.running.last_time import LastTime, last_time
from ranura.core.running.lessons import Lessons, lessons_of
from ranura.core.running.log import Run, RunLine, run_with
from ranura.core.running.plots import Plots, plots_of
from ranura.core.running.progress import RunError
from ranura.core.shop.burn_limits import MOST_CHIP, with_limit
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.tooling.bits import Bit
from ranura.formats.log_file import log_file, log_table, photos_in, read_log
from ranura.requests.from_core import IdText, RequestModel
from ranura.requests.runs import LogFileIn, NotedIn
from ranura.store import kept_cares, kept_photos, kept_runs
from ranura.store.items import NotFoundError
from ranura.store.repository import Store

router = APIRouter(prefix="/api", tags=["log"], responses=ERRORS)

_MOST_LISTED = 5_000
_LINES = TypeAdapter(tuple[RunLine, ...])


@router.get("/runs", response_model=tuple[RunLine, ...])
def runs(shop: TheShop, store: TheStore) -> Response:
    """The log: the last 5,000 runs, the last begun first."""
    with store.session() as session:
        found = kept_runs.lines(session, shop.id, most=_MOST_LISTED)
    return Response(_LINES.dump_json(found), media_type="application/json")


@router.get("/lessons")
def lessons(shop: TheShop, store: TheStore) -> Lessons:
    """What the log teaches."""
    with store.session() as session:
        return lessons_of(kept_runs.of_shop(session, shop.id), shop, kept_cares.of_shop(session, shop.id))


class BurnLimitIn(RequestModel):
    """The chip in mm below which cuts with bits of a kind burn in woods of a class; None has plans follow the log no longer."""

    material_class: MaterialClass
    kind: Annotated[str, Field(max_length=80)]
    chip_mm: Annotated[float, Field(gt=0, le=MOST_CHIP, allow_inf_nan=False)] | None


@router.post("/burn-limits", status_code=204)
def follow_burn_limit(asked: BurnLimitIn, saved_shop: TheSavedShop) -> Response:
    """Has plans follow what the log shows of burning, or not any longer."""
    rules = saved_shop.current().rules
    limits = with_limit(rules.burn_limits, material_class=asked.material_class, kind=asked.kind, chip_mm=asked.chip_mm)
    saved_shop.change(rules=replace(rules, burn_limits=limits))
    return Response(status_code=204)


@router.get("/plots")
def plots(shop: TheShop, store: TheStore) -> Plots:
    """The log in pictures."""
    with store.session() as session:
        return plots_of(kept_runs.of_shop(session, shop.id), shop, kept_cares.of_shop(session, shop.id))


@dataclass(frozen=True, kw_only=True, slots=True)
class LogTaken:
    """How many runs of a file came into the log, and how many were there already."""

    added: int
    known: int


@router.get("/log.csv", response_class=Response)
def log_as_table(shop: TheShop, store: TheStore) -> Response:
    """The log as CSV."""
    with store.session() as session:
        text = log_table(kept_runs.of_shop(session, shop.id))
    headers = {"Content-Disposition": 'attachment; filename="log.csv"', "Cache-Control": "no-store"}
    return Response("\ufeff" + text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/log.json", response_class=Response)
def log_as_json(shop: TheShop, store: TheStore) -> Response:
    """The log as JSON."""
    with store.session() as session:
        text = log_file(kept_runs.of_shop(session, shop.id))
    headers = {"Content-Disposition": 'attachment; filename="log.json"', "Cache-Control": "no-store"}
    return Response(text, media_type="application/json", headers=headers)


@router.post("/log")
def take_log(asked: LogFileIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> LogTaken:
    """Takes the runs of a file into the log, all or none, with the photos that it brings of them; those that are there already
    stay as they are, and those that were taken out come back."""
    found, photos = read_log(asked.text, shop), photos_in(asked.text)
    with store.session() as session:
        back = [kept_runs.bring_back(session, shop.id, each) for each in kept_runs.taken_out(session, shop.id, _ids(found))]
        known = kept_runs.known_of(session, shop.id, [run.id for run in found])
        fresh = {run.id or uuid4().hex: run for run in found if run.id not in known}
        rows = [
            kept_runs.as_row(
                id=run_id, of=run.of, outcome=run.outcome, at=run.begun_at, ended=run.ended_at, cut_id=None, plan_id=None
            )
            for run_id, run in fresh.items()
            if run.outcome is not None
        ]
        if rows:
            kept_runs.lay(session, shop.id, {}, rows)
            for run_id in fresh:
                for jpeg in photos.get(run_id, ()):
                    kept_photos.add(session, shop.id, run_id, id=uuid4().hex, jpeg=jpeg)
    for run in back:
        _ran(saved_shop, run, 1)
    added = len(rows) + len(back)
    return LogTaken(added=added, known=len(found) - added)


def _ids(found: Sequence[Run]) -> list[str]:
    return [each.id for each in found if each.id is not None]


@router.get("/last-time")
def how_it_was(material: IdText, bit: IdText, shop: TheShop, store: TheStore) -> LastTime:
    """What the log says of a bit in a wood."""
    with store.session() as session:
        return last_time(kept_runs.of_shop(session, shop.id), shop, material=material, bit_id=bit)


@router.post("/runs", status_code=201)
def noted(asked: NotedIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Run:
    """Notes a run that was made without being followed here."""
    if asked.outcome.marks:
        raise RunError(refusals.NOTHING_TO_MARK, field="outcome.marks")
    bit = shop.bit(asked.bit_id) if asked.bit_id is not None else None
    owner = shop.router(asked.router_id) if asked.router_id is not None else None
    wood = shop.material(asked.material) if asked.material is not None else None
    of = run_with(cut=asked.cut, wood=wood, bit=bit, router=owner, metres=asked.metres)
    with store.session() as session:
        run = kept_runs.note(session, shop.id, id=uuid4().hex, of=of, outcome=asked.outcome.outcome(), at=kept_runs.now())
    wear(saved_shop, run.of.bit_id, by=run.metres)
    return run


@router.delete("/runs/{run_id}", status_code=204)
def remove(run_id: str, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes a run out of the log; what it ran is taken off its bit. It can be brought back for a while."""
    with store.session() as session:
        found, _ = kept_runs.load(session, shop.id, run_id, lock=True)
        kept_runs.remove(session, shop.id, run_id)
    _ran(saved_shop, found, -1)
    return Response(status_code=204)


def bring_run_back(run_id: str, saved_shop: SavedShop, store: Store) -> None:
    """Brings a run back into the log, and what it ran back to its bit. Raises NotFoundError."""
    shop_id = saved_shop.current().id
    with store.session() as session:
        if not kept_runs.taken_out(session, shop_id, [run_id]):
            raise NotFoundError("run", run_id)
        found = kept_runs.bring_back(session, shop_id, run_id)
    _ran(saved_shop, found, 1)


def _ran(saved_shop: SavedShop, run: Run, times: Literal[1, -1]) -> None:
    """Counts what a run ran to its bit and its template, or takes it off them."""
    for bit_id, _ in run.bits:
        wear(saved_shop, bit_id, by=times * run.metres_of(bit_id))
    if run.state == "done" and run.planned:
        count_uses(saved_shop, run, by=times * run.of.template_uses)


def wear(saved_shop: SavedShop, bit_id: str | None, *, by: float) -> None:
    """Adds what a bit ran to it, where the shop still has it."""
    if bit_id is None or not by or all(each.id != bit_id for each in saved_shop.current().bits):
        return
    saved_shop.edit("bits", Bit, bit_id, lambda bit: replace(bit, metres_cut=max(0.0, bit.metres_cut + by)))


def count_uses(saved_shop: SavedShop, run: Run, *, by: int) -> None:
    """Adds uses to the template that a run followed, where the shop still has it."""
    known = next((each for each in saved_shop.current().outlines if each.id == run.of.template_id), None)
    if known is None or known.made is None:
        return

    def counted(each: SavedOutline) -> SavedOutline:
        return each if each.made is None else replace(each, made=each.made.used(by))

    saved_shop.edit("outlines", SavedOutline, known.id, counted)
