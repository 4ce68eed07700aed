"""Runs at the machine as they are kept: begun, gone on with, ended, and read as a log."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from hashlib import sha256
from typing import Any, cast

from pydantic import TypeAdapter
from sqlalchemy import String, delete, func, insert, select
from sqlalchemy.orm import Session

from ranura.core.running.log import CameOut, Measured, Outcome, Run, RunLine, RunOf, State
from ranura.core.running.progress import Progress
from ranura.store.items import NotFoundError
from ranura.store.models import ID_LENGTH, RunPhotoRow, RunPlanRow, RunRow

_OF, _PROGRESS, _OUTCOME = TypeAdapter(RunOf), TypeAdapter(Progress), TypeAdapter(Outcome)
_TRIAL = TypeAdapter(tuple[Measured, ...])
_NOTHING_YET = _PROGRESS.dump_python(Progress(), mode="json")


def now() -> datetime:
    """The time, in UTC, to the second."""
    return datetime.now(UTC).replace(microsecond=0)


def _stored(at: datetime) -> datetime:
    """A time as it is stored: in UTC, which goes without saying."""
    return at.astimezone(UTC).replace(tzinfo=None)


def begin(
    session: Session, shop_id: str, *, id: str, of: RunOf, cut_id: str, record: Mapping[str, Any], hand: str, at: datetime
) -> Run:
    """Keeps a run that begins, with the plan that it follows."""
    row = RunRow(
        id=id,
        shop_id=shop_id,
        begun_at=_stored(at),
        state="under-way",
        cut_id=cut_id,
        hand=hand,
        plan_id=_plan_id(session, shop_id, record),
        of=_OF.dump_python(of, mode="json"),
        spec={"progress": _NOTHING_YET},
    )
    session.add(row)
    session.flush()
    return _kept(row)


def note(session: Session, shop_id: str, *, id: str, of: RunOf, outcome: Outcome, at: datetime) -> Run:
    """Keeps a run that was made without being followed here."""
    row = RunRow(shop_id=shop_id, **as_row(id=id, of=of, outcome=outcome, at=at, cut_id=None, plan_id=None))
    session.add(row)
    session.flush()
    return _kept(row)


def as_row(
    *, id: str, of: RunOf, outcome: Outcome, at: datetime, ended: datetime | None = None, cut_id: str | None, plan_id: str | None
) -> dict[str, Any]:
    """A run that came to its end, as a row without its shop; one of which only one time is known ended when it began."""
    return {
        "id": id,
        "begun_at": _stored(at),
        "ended_at": _stored(ended or at),
        "state": "done",
        "came_out": outcome.came_out,
        "cut_id": cut_id,
        "plan_id": plan_id,
        "of": _OF.dump_python(of, mode="json"),
        "spec": {"progress": _NOTHING_YET, "outcome": _OUTCOME.dump_python(outcome, mode="json")},
    }


def lay(session: Session, shop_id: str, plans: Mapping[str, Mapping[str, Any]], runs: Sequence[Mapping[str, Any]]) -> None:
    """Keeps plans by their ids, and rows of runs, all at once."""
    records = [{"id": plan_id, "shop_id": shop_id, "record": record} for plan_id, record in plans.items()]
    if records:
        session.execute(insert(RunPlanRow), records)
    session.execute(insert(RunRow), [{"shop_id": shop_id, **run} for run in runs])


def known_of(session: Session, shop_id: str, ids: Sequence[str]) -> frozenset[str]:
    """Those of some ids that are of runs which a shop has."""
    query = select(RunRow.id).where(RunRow.shop_id == shop_id, RunRow.removed_at.is_(None))
    return frozenset(session.scalars(query)) & frozenset(ids)


def taken_out(session: Session, shop_id: str, ids: Sequence[str]) -> tuple[str, ...]:
    """Those of some ids that are of runs which were taken out of the log, in their order."""
    query = select(RunRow.id).where(RunRow.shop_id == shop_id, RunRow.removed_at.is_not(None))
    removed = frozenset(session.scalars(query))
    return tuple(each for each in ids if each in removed)


def id_of_plan(record: Mapping[str, Any]) -> str:
    """The id of a plan: what is in it."""
    return sha256(json.dumps(record, sort_keys=True, separators=(",", ":")).encode()).hexdigest()[:ID_LENGTH]


def _plan_id(session: Session, shop_id: str, record: Mapping[str, Any]) -> str:
    """Under which id a plan is kept, once however often it is run."""
    found = id_of_plan(record)
    if session.get(RunPlanRow, (found, shop_id)) is None:
        session.add(RunPlanRow(id=found, shop_id=shop_id, record=dict(record)))
        session.flush()
    return found


def load(session: Session, shop_id: str, run_id: str, *, lock: bool = False) -> tuple[Run, str | None]:
    """A run, and the hand that goes on with it. Raises NotFoundError."""
    row = _row(session, shop_id, run_id, lock=lock)
    return _kept(row), row.hand


def record_of(session: Session, shop_id: str, run_id: str) -> dict[str, Any] | None:
    """The plan that a run follows, as it was; None of one that was only noted. Raises NotFoundError."""
    row = _row(session, shop_id, run_id)
    plan = session.get(RunPlanRow, (row.plan_id, shop_id)) if row.plan_id is not None else None
    return None if plan is None else plan.record


def taken_up(session: Session, shop_id: str, run_id: str, hand: str) -> Run:
    """A run that somebody takes up: from now on theirs alone. Raises NotFoundError."""
    row = _row(session, shop_id, run_id, lock=True)
    row.hand = hand
    session.flush()
    return _kept(row)


def gone_on(session: Session, shop_id: str, run_id: str, progress: Progress) -> Run:
    """A run that is further, or further back. Raises NotFoundError."""
    row = _row(session, shop_id, run_id, lock=True)
    row.spec = {**row.spec, "progress": _PROGRESS.dump_python(progress, mode="json")}
    session.flush()
    return _kept(row)


def tried(session: Session, shop_id: str, run_id: str, found: tuple[Measured, ...]) -> Run:
    """A run with what was measured in its trial up to now. Raises NotFoundError."""
    row = _row(session, shop_id, run_id, lock=True)
    row.spec = {**row.spec, "trial": _TRIAL.dump_python(found, mode="json")}
    session.flush()
    return _kept(row)


def ended(session: Session, shop_id: str, run_id: str, *, state: State, outcome: Outcome | None, at: datetime) -> Run:
    """A run that has come to its end, or whose outcome is noted otherwise; its time stays that of its first end."""
    row = _row(session, shop_id, run_id, lock=True)
    row.state, row.hand, row.ended_at = state, None, row.ended_at or _stored(at)
    row.came_out = None if outcome is None else outcome.came_out
    row.spec = {**row.spec, "outcome": None if outcome is None else _OUTCOME.dump_python(outcome, mode="json")}
    session.flush()
    return _kept(row)


def remove(session: Session, shop_id: str, run_id: str) -> None:
    """Takes a run out of the log; it can be brought back. Raises NotFoundError."""
    _row(session, shop_id, run_id, lock=True).removed_at = _stored(now())
    session.flush()


def bring_back(session: Session, shop_id: str, run_id: str) -> Run:
    """Brings a run back into the log. Raises NotFoundError."""
    row = _row(session, shop_id, run_id, lock=True, removed=True)
    row.removed_at = None
    session.flush()
    return _kept(row)


def let_go(session: Session, shop_id: str, *, before: datetime) -> None:
    """Lets go for good of runs and photos that were taken away before a time (UTC), and of plans that no run follows any more."""
    for row in (RunPhotoRow, RunRow):
        session.execute(delete(row).where(row.shop_id == shop_id, row.removed_at < before))
    followed = select(RunRow.plan_id).where(RunRow.shop_id == shop_id, RunRow.plan_id.is_not(None))
    session.execute(delete(RunPlanRow).where(RunPlanRow.shop_id == shop_id, RunPlanRow.id.not_in(followed)))


_SAID = ("cut", "piece", "material_name", "bit", "router")


def lines(session: Session, shop_id: str, *, most: int) -> tuple[RunLine, ...]:
    """The runs of a shop as lines, the last begun first. The database picks what a line says: a log is long."""
    said = func.json_extract(RunRow.of, *(f"$.{name}" for name in _SAID), type_=String)
    word = func.json_value(RunRow.spec, "$.outcome.word")
    query = (
        select(RunRow.id, RunRow.begun_at, RunRow.state, RunRow.came_out, said, word)
        .where(RunRow.shop_id == shop_id, RunRow.removed_at.is_(None))
        .order_by(RunRow.begun_at.desc(), RunRow.id)
        .limit(most)
    )
    return tuple(_line(*row) for row in session.execute(query))


def _line(run_id: str, begun_at: datetime, state: str, came_out: str | None, said: str, word: str | None) -> RunLine:
    cut, piece, material, bit, router = json.loads(said)
    return RunLine(
        id=run_id,
        begun_at=begun_at.replace(tzinfo=UTC),
        state=_STATES[state],
        came_out=cast(CameOut | None, came_out),
        cut=cut,
        piece=piece,
        material=material,
        bit=bit,
        router=router,
        word=word or "",
    )


def of_shop(session: Session, shop_id: str) -> tuple[Run, ...]:
    """The runs of a shop, the last begun first."""
    there = (RunRow.shop_id == shop_id, RunRow.removed_at.is_(None))
    query = select(RunRow).where(*there).order_by(RunRow.begun_at.desc(), RunRow.id)
    return tuple(_kept(row) for row in session.scalars(query))


def under_way(session: Session, shop_id: str, cut_id: str) -> Run | None:
    """The run of a cut that has not ended; None where there is none."""
    there = (RunRow.shop_id == shop_id, RunRow.removed_at.is_(None))
    query = select(RunRow).where(*there, RunRow.cut_id == cut_id, RunRow.state == "under-way")
    row = session.scalars(query.order_by(RunRow.begun_at.desc(), RunRow.id)).first()
    return None if row is None else _kept(row)


def _row(session: Session, shop_id: str, run_id: str, *, lock: bool = False, removed: bool = False) -> RunRow:
    query = select(RunRow).where(RunRow.shop_id == shop_id, RunRow.id == run_id)
    row = session.scalars(query.with_for_update() if lock else query).first()
    if row is None or (row.removed_at is not None and not removed):
        raise NotFoundError("run", run_id)
    return row


def _kept(row: RunRow) -> Run:
    outcome = row.spec.get("outcome")
    return Run(
        id=row.id,
        of=_OF.validate_python(row.of),
        begun_at=row.begun_at.replace(tzinfo=UTC),
        ended_at=None if row.ended_at is None else row.ended_at.replace(tzinfo=UTC),
        state=_STATES[row.state],
        progress=_PROGRESS.validate_python(row.spec["progress"]),
        trial=_TRIAL.validate_python(row.spec.get("trial", [])),
        outcome=None if outcome is None else _OUTCOME.validate_python(outcome),
        cut_id=row.cut_id,
        planned=row.plan_id is not None,
    )


_STATES: dict[str, State] = {"under-way": "under-way", "done": "done", "left": "left"}
