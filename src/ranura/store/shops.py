"""The shops that a database begins with: the demo shop, and an empty one of one's own."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from functools import cache
from typing import Any

from pydantic import TypeAdapter

from ranura.core.running.record import RunRecord
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.demo.jobs import DESK, DESK_ID, DESK_JOINTS, DESK_NAME, JOB_ID, JOB_NAME, JOINTS, PIECES
from ranura.demo.log import demo_records, demo_runs
from ranura.demo.shop import DEMO_SHOP, SHOP
from ranura.store import kept_jobs, kept_runs, repository
from ranura.store.kept_joints import add_joint
from ranura.store.models import JobRow
from ranura.store.repository import Store

OWN_SHOP = "own"
_RECORD = TypeAdapter(RunRecord)


def lay_demo(store: Store, *, fresh: bool, say: Callable[[str], None]) -> None:
    """Adds the demo shop if it is missing and leaves it alone otherwise; `fresh` takes the old one away first."""
    with store.session() as session:
        if fresh:
            repository.remove_shop(session, DEMO_SHOP)
        if repository.has_shop(session, DEMO_SHOP):
            return
        say("Laying out the demo shop …")
        repository.add_shop(session, SHOP)
        kept_jobs.add_job(session, DEMO_SHOP, id=JOB_ID, name=JOB_NAME)
        for piece_id, piece, cuts in PIECES:
            kept_jobs.add_piece(session, DEMO_SHOP, JOB_ID, id=piece_id, piece=piece)
            for cut_id, name, cut in cuts:
                kept_jobs.add_cut(session, DEMO_SHOP, piece_id, id=cut_id, name=name, cut=cut)
        kept_jobs.add_job(session, DEMO_SHOP, id=DESK_ID, name=DESK_NAME)
        for piece_id, piece in DESK:
            kept_jobs.add_piece(session, DEMO_SHOP, DESK_ID, id=piece_id, piece=piece)
        for job_id, joint_id, name, first, second, joint in (
            *((JOB_ID, *each) for each in JOINTS),
            *((DESK_ID, *each) for each in DESK_JOINTS),
        ):
            add_joint(session, DEMO_SHOP, job_id, id=joint_id, name=name, first_id=first, second_id=second, joint=joint)
        kept_runs.lay(session, DEMO_SHOP, *_demo_log())
        # The one that is worked on is the other.
        session.get_one(JobRow, DESK_ID).changed_at = kept_jobs.now() - timedelta(days=2)


@cache
def _demo_log() -> tuple[dict[str, Any], list[dict[str, Any]]]:
    """The plans and the runs of the demo's log, as they are kept."""
    dumped = {cut_id: _RECORD.dump_python(record, mode="json") for cut_id, (_, record) in demo_records().items()}
    ids = {cut_id: kept_runs.id_of_plan(record) for cut_id, record in dumped.items()}
    runs = [
        kept_runs.as_row(
            id=run.id,
            of=run.of,
            outcome=run.outcome,
            at=run.at,
            ended=None if run.took is None else run.at + timedelta(minutes=run.took),
            cut_id=run.plan,
            plan_id=None if run.plan is None else ids[run.plan],
        )
        for run in demo_runs()
    ]
    return {ids[cut_id]: record for cut_id, record in dumped.items()}, runs


def lay_own(store: Store) -> None:
    """Adds the person's own shop if it is missing: empty, so that its first questions are asked."""
    with store.session() as session:
        if not repository.has_shop(session, OWN_SHOP):
            repository.add_shop(session, Shop(id=OWN_SHOP, name="My shop", unit="mm", rules=HouseRules(), routers=(), bits=()))
