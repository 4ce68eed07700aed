"""Runs at the machine: begun from a kept cut, gone on with step by step, ended with how it came out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import TypeAdapter
from sqlalchemy.orm import Session

from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.run_log import count_uses, wear
from ranura.api.saved_shop import ThePlanning, TheSavedShop, TheShop, TheStore
from ranura.core.board.pieces import Piece
from ranura.core.family import Before
from ranura.core.learning.corrections import MeasureKey, TestCut
from ranura.core.plan import Planning
from ranura.core.running import refusals, trial
from ranura.core.running.in_work import WorkMeasure, in_work
from ranura.core.running.log import Run, RunOf, teeth_a_second
from ranura.core.running.progress import RunError, went_back, went_on
from ranura.core.running.record import RunRecord, record_of, run_of
from ranura.core.running.steps import RunStep
from ranura.core.running.tells import Tells
from ranura.core.running.trouble import Trouble, troubles
from ranura.core.shop.shop import Shop
from ranura.core.text.figures import as_measured
from ranura.core.text.writing import Shown, Text, inches_to
from ranura.requests.runs import OutcomeIn, StepIn, TrialBackIn, TrialIn
from ranura.store import kept_jobs, kept_photos, kept_runs
from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import KeptCut, KeptJob
from ranura.store.kept_photos import Photo

router = APIRouter(prefix="/api", tags=["runs"], responses=ERRORS)


@dataclass(frozen=True, kw_only=True, slots=True)
class RunView:
    """A run with what it follows; `record` is None of one that was only noted."""

    run: Run
    record: RunRecord | None
    troubles: tuple[Trouble, ...]
    measured: tuple[MeasuredLine, ...]
    """What was measured in its trial."""
    teeth: float | None
    """How many cutting edges pass in a second: what is heard."""
    changed: bool
    """It is under way, and its cut was changed or removed since it began."""
    photos: tuple[Photo, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class TakenUp:
    """A run that somebody took up, and the word by which their page goes on with it."""

    run: Run
    hand: str


@dataclass(frozen=True, kw_only=True, slots=True)
class TrialSaid:
    """A run in whose trial something was measured or taken back, all that was measured in it, and what to do after it."""

    run: Run
    measured: tuple[MeasuredLine, ...]
    says: Text | None


@dataclass(frozen=True, kw_only=True, slots=True)
class MeasuredLine:
    """Something that was measured, to be read: what it was to be, and what it is."""

    key: MeasureKey | None
    """Which of the measurements of its trial it is."""
    what: Text
    planned: Shown | None
    found: Shown
    again: bool
    """After what was found first was set right."""
    in_work: bool
    """Not in scrap, but in the work when it was cut."""
    places: tuple[Shown, ...]
    """What was found in each place, where it was measured in several."""


_RECORD = TypeAdapter(RunRecord)
_RUN = TypeAdapter(Run)
_TROUBLES = TypeAdapter(tuple[Trouble, ...])
_STEPS = TypeAdapter(tuple[RunStep, ...])
_TELLS = TypeAdapter(tuple[Tells, ...])
_IN_WORK = TypeAdapter(tuple[WorkMeasure, ...])
_TEST = TypeAdapter[TestCut | None](TestCut | None)
_PHOTOS = TypeAdapter(tuple[Photo, ...])
_MEASURED = TypeAdapter(tuple[MeasuredLine, ...])


def _measured(run: Run) -> tuple[MeasuredLine, ...]:
    """What was measured, to be read in the reader's system."""
    found = run.outcome.measured if run.outcome is not None else run.trial
    return tuple(
        MeasuredLine(
            key=each.key,
            what=each.what,
            planned=None if each.planned is None else as_measured(each.planned),
            found=as_measured(each.found),
            again=each.again,
            in_work=each.in_work,
            places=tuple(as_measured(place) for place in each.places),
        )
        for each in found
    )


@router.post("/cuts/{cut_id}/runs", status_code=201)
def begin(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> TakenUp:
    """Begins a run of a kept cut: its plan is kept with it as it is now. A plan that is stopped is not run."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
        job = kept_jobs.job_of_cut(session, shop.id, cut_id)
    of, record = to_be_run(kept, piece, job, shop, planning, prior.before(cut_id, shop))
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


def to_be_run(
    kept: KeptCut, piece: Piece, job: KeptJob, shop: Shop, planning: Planning, before: Before
) -> tuple[RunOf, RunRecord]:
    """What is run of a kept cut, and what that follows. Raises `RunError` where its plan is stopped."""
    followed = planning.followed(kept.cut, piece, shop, shop.rules, before=before)
    if followed.plan.status not in ("ready", "caution"):
        raise RunError(refusals.RUN_STOPPED, field="cut", name=kept.name)
    with inches_to(shop.rules.inch_parts):
        record = record_of(followed, piece, shop)
    of = run_of(followed.plan, piece, shop, cut=kept.name, job=job.name, job_id=job.id)
    return replace(of, cut_version=kept.version), record


@router.get("/cuts/{cut_id}/run")
def run_under_way(cut_id: str, shop: TheShop, store: TheStore) -> Run | None:
    """The run of a cut that has not ended; null where there is none."""
    with store.session() as session:
        return kept_runs.under_way(session, shop.id, cut_id)


@router.get("/runs/{run_id}", response_model=RunView)
def run(run_id: str, shop: TheShop, store: TheStore) -> Response:
    """A run with its plan as it was, from what was kept then; nothing is planned anew."""
    with store.session() as session:
        found, _ = kept_runs.load(session, shop.id, run_id)
        record = kept_runs.record_of(session, shop.id, run_id)
        changed = found.state == "under-way" and _changed(session, shop.id, found)
        photos = kept_photos.of_run(session, shop.id, run_id)
    # What was kept is handed on as it is: a later Ranura may know more fields than the one that planned it.
    whole = {
        "run": _RUN.dump_python(found, mode="json"),
        "record": record,
        "troubles": _TROUBLES.dump_python(troubles(shop.rules.burning), mode="json"),
        "measured": _MEASURED.dump_python(_measured(found), mode="json"),
        "teeth": teeth_a_second(found.of),
        "changed": changed,
        "photos": _PHOTOS.dump_python(photos, mode="json"),
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
        _in_hand(found, hand, asked.hand)
        steps = _steps(session, shop.id, run_id)
        if asked.how == "back":
            progress = went_back(found.progress, steps, asked.step)
        else:
            progress = went_on(found.progress, steps, asked.step, asked.how)
        return kept_runs.gone_on(session, shop.id, run_id, progress)


@router.post("/runs/{run_id}/trial")
def measure(run_id: str, asked: TrialIn, shop: TheShop, store: TheStore) -> TrialSaid:
    """Keeps what was measured in the trial in scrap, and says what to do then."""
    with store.session() as session:
        run, hand = kept_runs.load(session, shop.id, run_id, lock=True)
        _in_hand(run, hand, asked.hand)
        record = kept_runs.record_of(session, shop.id, run_id) or {}
        test = _TEST.validate_python(record.get("plan", {}).get("test_cut"))
        tells = _TELLS.validate_python(record.get("tells", []))
        found = trial.measured(test, tells, asked.key, asked.found.mm, before=run.trial)
        kept = kept_runs.tried(session, shop.id, run_id, trial.with_reading(run.trial, found))
        return TrialSaid(run=kept, measured=_measured(kept), says=trial.said(found))


@router.post("/runs/{run_id}/trial/back")
def take_back(run_id: str, asked: TrialBackIn, shop: TheShop, store: TheStore) -> TrialSaid:
    """Takes the last reading of one thing in the trial back, as one that was mistyped."""
    with store.session() as session:
        run, hand = kept_runs.load(session, shop.id, run_id, lock=True)
        _in_hand(run, hand, asked.hand)
        kept = kept_runs.tried(session, shop.id, run_id, trial.without_last(run.trial, asked.key))
        return TrialSaid(run=kept, measured=_measured(kept), says=None)


@router.post("/runs/{run_id}/outcome")
def end(run_id: str, asked: OutcomeIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Run:
    """How a run came out: with that it is at its end, which it must have come to. Said again it is noted otherwise."""
    with store.session() as session:
        before, _ = kept_runs.load(session, shop.id, run_id, lock=True)
        if before.state == "left":
            raise RunError(refusals.RUN_ENDED, field="run")
        if asked.marks and not before.planned:
            raise RunError(refusals.NOTHING_TO_MARK, field="marks")
        if before.state == "under-way":
            _through(before, _steps(session, shop.id, run_id))
        measured = before.trial if before.outcome is None or asked.measured else before.outcome.measured
        if asked.measured:
            record = kept_runs.record_of(session, shop.id, run_id) or {}
            measures = _IN_WORK.validate_python(record.get("in_work", []))
            places = [(each.field, [place.mm for place in each.found]) for each in asked.measured]
            measured += tuple(in_work(measures, field, found, tried=before.trial) for field, found in places)
        outcome = asked.outcome(measured)
        run = kept_runs.ended(session, shop.id, run_id, state="done", outcome=outcome, at=kept_runs.now())
    for bit_id, _ in run.bits:
        wear(saved_shop, bit_id, by=run.metres_of(bit_id) - before.metres_of(bit_id))
    if before.state == "under-way":
        count_uses(saved_shop, run, by=run.of.template_uses)
    return run


@router.post("/runs/{run_id}/left")
def leave(run_id: str, shop: TheShop, store: TheStore) -> Run:
    """Gives a run up: it stays in the log, and teaches nothing."""
    with store.session() as session:
        _under_way(kept_runs.load(session, shop.id, run_id, lock=True)[0])
        return kept_runs.ended(session, shop.id, run_id, state="left", outcome=None, at=kept_runs.now())


def _steps(session: Session, shop_id: str, run_id: str) -> tuple[RunStep, ...]:
    record = kept_runs.record_of(session, shop_id, run_id) or {"steps": []}
    return _STEPS.validate_python(record["steps"])


def _in_hand(run: Run, hand: str | None, word: str) -> None:
    """Raises `RunError` where a run has ended, or is another's."""
    _under_way(run)
    if hand != word:
        raise RunError(refusals.ANOTHER_HAND, field="hand")


def _through(run: Run, steps: Sequence[RunStep]) -> None:
    """Raises `RunError` where steps of a run are still to come."""
    if run.progress.at < len(steps):
        raise RunError(refusals.NOT_THROUGH, field="run", now=steps[run.progress.at].title.metric)


def _changed(session: Session, shop_id: str, run: Run) -> bool:
    """Whether the cut of a run is another one by now, or gone."""
    try:
        return run.cut_id is None or kept_jobs.load_cut(session, shop_id, run.cut_id).version != run.of.cut_version
    except NotFoundError:
        return True


def _under_way(found: Run) -> None:
    if found.state != "under-way":
        raise RunError(refusals.RUN_ENDED, field="run")
