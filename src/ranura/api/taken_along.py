"""Cuts as a file that is run where there is no server."""

from __future__ import annotations

from contextlib import suppress
from datetime import datetime
from urllib.parse import quote

from fastapi import APIRouter, Response

from ranura.api.orders import order_view
from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.runs import to_be_run
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.running import refusals
from ranura.core.running.progress import RunError
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import Unit
from ranura.core.text.writing import System
from ranura.formats.taken_along import Along, taken_along
from ranura.store import kept_jobs

router = APIRouter(prefix="/api", tags=["runs"], responses=ERRORS)


@router.get("/cuts/{cut_id}/along.html", response_class=Response)
def cut_along(
    cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning, unit: Unit | None = None
) -> Response:
    """A kept cut as one HTML file with steps, drawing, pacer and notes. A plan that is stopped is not taken along."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
        job = kept_jobs.job_of_cut(session, shop.id, cut_id)
    of, record = to_be_run(kept, piece, job, shop, planning, prior.before(cut_id, shop))
    return _file([Along(of=of, record=record)], f"{kept.name}, {piece.name}", unit or shop.unit, shop.rules)


@router.get("/jobs/{job_id}/along.html", response_class=Response)
def job_along(
    job_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning, unit: Unit | None = None
) -> Response:
    """The cuts of a job in the order of work as one such file; those that are stopped are left out."""
    with store.session() as session:
        job = kept_jobs.load_job(session, shop.id, job_id)
    before = prior.along(job, shop)
    there = {kept.id: (kept, item.piece) for item in job.pieces for kept in item.cuts}
    found: list[Along] = []
    for line in order_view(job, shop, prior).lines:
        kept, piece = there[line.cut_id]
        with suppress(CraftError):
            of, record = to_be_run(kept, piece, job, shop, planning, before[kept.id])
            found.append(Along(of=of, record=record))
    if not found:
        raise RunError(refusals.RUN_STOPPED, field="job", name=job.name)
    return _file(found, job.name, unit or shop.unit, shop.rules)


def _file(cuts: list[Along], name: str, unit: Unit, rules: HouseRules) -> Response:
    system: System = "inch" if unit == "in" else "metric"
    text = taken_along(cuts, system=system, burning=rules.burning, at=datetime.now().astimezone())
    named = f"attachment; filename=\"cuts.html\"; filename*=UTF-8''{quote(f'{name}.html', safe='')}"
    return Response(
        text, media_type="text/html; charset=utf-8", headers={"Content-Disposition": named, "Cache-Control": "no-store"}
    )
