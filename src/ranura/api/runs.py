"""Runs at the machine: begun from a kept cut, gone on with step by step, ended with how it came out; and the log of them all."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field, TypeAdapter

from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import SavedShop, ThePlanning, TheSavedShop, TheShop, TheStore
from ranura.core.learning.corrections import MeasureKey
from ranura.core.running import refusals
from ranura.core.running.lessons import Lessons, lessons_of
from ranura.core.running.log import CameOut, Measured, Outcome, Run, RunOf
from ranura.core.running.progress import How, RunError, went_back, went_on
from ranura.core.running.record import RunRecord, Tells, record_of, run_of, tells_of
from ranura.core.running.steps import RunStep
from ranura.core.running.trouble import TROUBLES, Trouble
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.writing import inches_to
from ranura.requests.from_core import IdText, Name, ReadPlace, RequestModel
from ranura.store import kept_jobs, kept_runs

router = APIRouter(prefix="/api", tags=["runs"], responses=ERRORS)

_MOST_LISTED = 5_000


@dataclass(frozen=True, kw_only=True, slots=True)
class RunView:
    """A run with what it follows; `record` is None of one that was only noted."""

    run: Run
    record: RunRecord | None
    troubles: tuple[Trouble, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class TakenUp:
    """A run that somebody took up, and the word by which their page goes on with it."""

    run: Run
    hand: str


_RECORD = TypeAdapter(RunRecord)
_RUN = TypeAdapter(Run)
_TROUBLES = TypeAdapter(tuple[Trouble, ...])
_STEPS = TypeAdapter(tuple[RunStep, ...])
_TELLS = TypeAdapter(tuple[Tells, ...])


class StepIn(RequestModel):
    """A step that is done, left out, or taken back, by who took the run up."""

    hand: IdText
    step: Annotated[str, Field(min_length=1, max_length=60)]
    how: How | Literal["back"]


class FoundIn(RequestModel):
    """Something that was measured after a cut."""

    what: Name
    planned: Annotated[float, Field(ge=0, le=10_000)] | None = None
    found: ReadPlace
    key: MeasureKey | None = None
    """Which of the measurements of its test cut it is."""

    def measured(self, tells: Tells | None) -> Measured:
        """It as the log has it."""
        found = self.found.mm
        if tells is None:
            return Measured(what=self.what, planned=self.planned, found=found)
        return Measured(what=self.what, planned=self.planned, found=found, figure=tells.figure, means=tells.means(found))


class OutcomeIn(RequestModel):
    """How a run came out."""

    came_out: CameOut
    where: Annotated[str, Field(max_length=200)] = ""
    word: Annotated[str, Field(max_length=2_000)] = ""
    measured: tuple[FoundIn, ...] = Field(default=(), max_length=20)
    metres: Annotated[float, Field(ge=0, le=100_000)] | None = None

    def outcome(self, tells: Sequence[Tells] = ()) -> Outcome:
        """It as the log has it, with what its measurements tell of the shop."""
        by_key = {each.key: each for each in tells}
        measured = tuple(each.measured(by_key.get(each.key) if each.key is not None else None) for each in self.measured)
        return Outcome(came_out=self.came_out, where=self.where, word=self.word, measured=measured, metres=self.metres)


class NotedIn(RequestModel):
    """A run that was made without being followed here."""

    cut: Name
    material: IdText | None = None
    bit_id: IdText | None = None
    router_id: IdText | None = None
    metres: Annotated[float, Field(ge=0, le=100_000)] | None = None
    outcome: OutcomeIn


@router.post("/cuts/{cut_id}/runs", status_code=201)
def begin(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> TakenUp:
    """Begins a run of a kept cut: its plan is kept with it as it is now. A plan that is stopped is not run."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
        job = kept_jobs.job_of_cut(session, shop.id, cut_id)
    before = prior.before(cut_id, shop)
    plan = planning.plan_with_moves(kept.cut, piece, shop, shop.rules, before=before)
    if plan.status not in ("ready", "caution"):
        raise RunError(refusals.STOPPED, field="cut", name=kept.name)
    with inches_to(shop.rules.inch_parts):
        dry = planning.dry_run(kept.cut, piece, shop, shop.rules, before=before)
        record = record_of(
            plan,
            dry,
            piece,
            shop,
            tells=tells_of(plan, lambda key, found: planning.corrected(kept.cut, piece, shop, key, found, before=before)),
        )
    of = run_of(plan, piece, shop, cut=kept.name, job=job.name, job_id=job.id)
    hand = uuid4().hex
    with store.session() as session:
        run = kept_runs.begin(
            session,
            shop.id,
            id=uuid4().hex,
            of=of,
            cut_id=cut_id,
            record=_RECORD.dump_python(record, mode="json"),
            hand=hand,
            at=kept_runs.now(),
        )
    return TakenUp(run=run, hand=hand)


@router.get("/cuts/{cut_id}/run")
def run_under_way(cut_id: str, shop: TheShop, store: TheStore) -> Run | None:
    """The run of a cut that has not ended; null where there is none."""
    with store.session() as session:
        return kept_runs.under_way(session, shop.id, cut_id)


@router.get("/runs")
def runs(shop: TheShop, store: TheStore) -> tuple[Run, ...]:
    """The log: the last 5,000 runs, the last begun first."""
    with store.session() as session:
        return kept_runs.of_shop(session, shop.id, most=_MOST_LISTED)


@router.get("/lessons")
def lessons(shop: TheShop, store: TheStore) -> Lessons:
    """What the log teaches."""
    with store.session() as session:
        return lessons_of(kept_runs.of_shop(session, shop.id), shop)


@router.get("/runs/{run_id}", response_model=RunView)
def run(run_id: str, shop: TheShop, store: TheStore) -> Response:
    """A run with its plan as it was, from what was kept then; nothing is planned anew."""
    with store.session() as session:
        found, _ = kept_runs.load(session, shop.id, run_id)
        record = kept_runs.record_of(session, shop.id, run_id)
    # What was kept is handed on as it is: a later Ranura may know more fields than the one that planned it.
    whole = {
        "run": _RUN.dump_python(found, mode="json"),
        "record": record,
        "troubles": _TROUBLES.dump_python(TROUBLES, mode="json"),
    }
    return Response(_ANY.dump_json(whole), media_type="application/json")


_ANY: TypeAdapter[Any] = TypeAdapter(Any)


@router.post("/runs/{run_id}/hand")
def take_up(run_id: str, shop: TheShop, store: TheStore) -> TakenUp:
    """Takes a run up, after collet and locks were looked at again: whoever had it before has it no longer."""
    hand = uuid4().hex
    with store.session() as session:
        _under_way(kept_runs.load(session, shop.id, run_id, lock=True)[0])
        return TakenUp(run=kept_runs.taken_up(session, shop.id, run_id, hand), hand=hand)


@router.post("/runs/{run_id}/steps")
def step(run_id: str, asked: StepIn, shop: TheShop, store: TheStore) -> Run:
    """Goes on, leaves a step out, or goes back by one."""
    with store.session() as session:
        found, hand = kept_runs.load(session, shop.id, run_id, lock=True)
        _under_way(found)
        if hand != asked.hand:
            raise RunError(refusals.ANOTHER_HAND, field="hand")
        record = kept_runs.record_of(session, shop.id, run_id) or {"steps": []}
        steps = _STEPS.validate_python(record["steps"])
        if asked.how == "back":
            progress = went_back(found.progress, steps, asked.step)
        else:
            progress = went_on(found.progress, steps, asked.step, asked.how)
        return kept_runs.gone_on(session, shop.id, run_id, progress)


@router.post("/runs/{run_id}/outcome")
def end(run_id: str, asked: OutcomeIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Run:
    """How a run came out: it is at its end with that. Said again it is noted otherwise."""
    with store.session() as session:
        before, _ = kept_runs.load(session, shop.id, run_id, lock=True)
        record = kept_runs.record_of(session, shop.id, run_id) or {}
        outcome = asked.outcome(_TELLS.validate_python(record.get("tells", [])))
        run = kept_runs.ended(session, shop.id, run_id, state="done", outcome=outcome, at=kept_runs.now())
    _wear(saved_shop, run, by=run.metres - before.metres)
    return run


@router.post("/runs/{run_id}/left")
def leave(run_id: str, shop: TheShop, store: TheStore) -> Run:
    """Gives a run up: it stays in the log, and teaches nothing."""
    with store.session() as session:
        _under_way(kept_runs.load(session, shop.id, run_id, lock=True)[0])
        return kept_runs.ended(session, shop.id, run_id, state="left", outcome=None, at=kept_runs.now())


@router.post("/runs", status_code=201)
def noted(asked: NotedIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Run:
    """Notes a run that was made without being followed here."""
    bit = shop.bit(asked.bit_id) if asked.bit_id is not None else None
    owner = shop.router(asked.router_id) if asked.router_id is not None else None
    wood = shop.material(asked.material) if asked.material is not None else None
    of = RunOf(
        cut=asked.cut,
        material=wood.id if wood is not None else "",
        material_name=wood.name if wood is not None else "",
        material_class=wood.material_class if wood is not None else None,
        kind=bit.kind.name if bit is not None else "",
        bit_id=bit.id if bit is not None else None,
        bit=bit.name if bit is not None else "",
        router_id=owner.id if owner is not None else None,
        router=owner.name if owner is not None else "",
        metres=asked.metres,
    )
    with store.session() as session:
        run = kept_runs.note(session, shop.id, id=uuid4().hex, of=of, outcome=asked.outcome.outcome(), at=kept_runs.now())
    _wear(saved_shop, run, by=run.metres)
    return run


@router.delete("/runs/{run_id}", status_code=204)
def remove(run_id: str, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes a run out of the log; what it ran is taken off its bit."""
    with store.session() as session:
        found, _ = kept_runs.load(session, shop.id, run_id, lock=True)
        kept_runs.remove(session, shop.id, run_id)
    _wear(saved_shop, found, by=-found.metres)
    return Response(status_code=204)


def _under_way(found: Run) -> None:
    if found.state != "under-way":
        raise RunError(refusals.ENDED, field="run")


def _wear(saved_shop: SavedShop, run: Run, *, by: float) -> None:
    """Adds what a bit ran to it, where the shop still has it."""
    bit_id = run.of.bit_id
    if bit_id is None or not by or all(each.id != bit_id for each in saved_shop.current().bits):
        return
    saved_shop.edit("bits", Bit, bit_id, lambda bit: replace(bit, metres_cut=max(0.0, bit.metres_cut + by)))
