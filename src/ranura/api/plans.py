"""Planning: a cut while it is typed, and the slip of a kept cut as a PDF."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from urllib.parse import quote

from fastapi import Request, Response
from pydantic import TypeAdapter

from ranura.api.access import LOOPBACK, host_name
from ranura.api.choosing import ToolsView, tools_view
from ranura.api.cut_routes import CutRoutes
from ranura.api.orders import order_entries, order_view
from ranura.api.prior import PriorCuts, ThePriorCuts
from ranura.api.problems import ERRORS, ProblemBody, RefusedPlanBody, RefusedPlanError
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats
from ranura.core.family import NOTHING_BEFORE, Before
from ranura.core.output.dry_run import DryRun
from ranura.core.plan import CutPlan, Followed, Planning, PlanWithMoves
from ranura.core.running.record import record_of
from ranura.core.running.steps import RunStep
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import Unit
from ranura.core.text.writing import System, inches_to
from ranura.core.tools import tools_for
from ranura.formats.print_page import Board, CutList, Sheet
from ranura.formats.slip_pdf import Paper, slip_pdf
from ranura.requests.cuts import PlanAsked, RepeatAsked
from ranura.store import kept_jobs
from ranura.store.kept_jobs import KeptCut, KeptJob

ROUTES = CutRoutes(prefix="/api", tags=["plans"], responses=ERRORS)
_NO_PAPER: dict[str, Any] = {"model": ProblemBody, "content": {"text/plain": {"schema": {"type": "string"}}}}
"""What asks for paper is a tab of the browser: it is told in words why there is none."""


_PLAN = TypeAdapter(CutPlan)
_PLAN_WITH_MOVES = TypeAdapter(PlanWithMoves)


def _before(asked: PlanAsked, shop: Shop, prior: PriorCuts) -> Before:
    return prior.before(asked.cut_id, shop) if asked.cut_id else NOTHING_BEFORE


@ROUTES.route("POST", "/plan", response_model=CutPlan, responses={422: {"model": RefusedPlanBody}})
def plan(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning, moves: bool = False) -> Response:
    """Plans a cut in a piece; writes nothing. `moves` adds what the plan does: bodies, settings and moves (docs/formats.md). A
    refusal carries the form of the cut beside the error. Where the proof takes long the status is `unproven`, and where
    remedies for a stop are to be tried they are `untried`: `/plan/proof` has both."""
    before = _before(asked, shop, prior)
    try:
        if moves:
            made: CutPlan = planning.plan_with_moves(asked.cut, asked.piece, shop, shop.rules, before=before)
        else:
            made = planning.plan(asked.cut, asked.piece, shop, shop.rules, before=before, put_off=True)
    except CraftError as error:
        raise RefusedPlanError(error, planning.form(asked.cut, asked.piece, shop)) from error
    # Written at once: this is asked with every digit and every move of a drag.
    body = _PLAN_WITH_MOVES.dump_json(made) if isinstance(made, PlanWithMoves) else _PLAN.dump_json(made)
    return Response(body, media_type="application/json")


@ROUTES.route("POST", "/plan/proof")
def proof(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning) -> CutPlan:
    """The same plan with its proof and with remedies that were tried, however long that takes; writes nothing."""
    return planning.plan(asked.cut, asked.piece, shop, shop.rules, before=_before(asked, shop, prior))


@ROUTES.route("POST", "/plan/dry-run")
def dry_run(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning) -> DryRun:
    """The moves of a plan as its plan view shows them, step by step; writes nothing."""
    return planning.dry_run(asked.cut, asked.piece, shop, shop.rules, before=_before(asked, shop, prior))


@ROUTES.route("POST", "/plan/tools")
def tools(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning) -> ToolsView:
    """All tools for a cut, in words; the first few hundred of each where a drawer holds more."""
    before = _before(asked, shop, prior)
    return tools_view(tools_for(planning, asked.cut, asked.piece, shop, before=before))


@ROUTES.route("POST", "/plan/repeats")
def repeats(asked: RepeatAsked, shop: TheShop, planning: ThePlanning) -> Repeats:
    """How a cut is best repeated; writes nothing."""
    return planning.repeated(asked.cut, asked.piece, shop, asked.count)


@ROUTES.route("GET", "/cuts/{cut_id}/plan")
def kept_plan(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> CutPlan:
    """The plan of a kept cut."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
    before = prior.before(cut_id, shop)
    return planning.plan(kept.cut, piece, shop, shop.rules, before=before)


@ROUTES.route("GET", "/cuts/{cut_id}/slip.pdf", response_class=Response)
def slip(
    cut_id: str,
    shop: TheShop,
    store: TheStore,
    prior: ThePriorCuts,
    planning: ThePlanning,
    paper: Paper = "A4",
    unit: Unit | None = None,
    version: int | None = None,
    *,
    steps: bool = False,
    request: Request,
) -> Response:
    """The slip of a kept cut, with `steps` every step at the machine too; refused where `version` is given and is not the one
    that is kept by now."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        job = kept_jobs.job_of_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
    if version is not None and version != kept.version:
        return _no_paper(409, f"{kept.name} was changed since this page showed it. Look at it again, then print it.")
    sheet = _sheet(kept, piece, job, shop, planning, prior.before(cut_id, shop), request, steps=steps)
    body = slip_pdf([sheet], paper=paper, system=_system(unit, shop), at=datetime.now().astimezone())
    return _pdf(body, f"{kept.name}, {piece.name}")


@ROUTES.route("GET", "/jobs/{job_id}/slips.pdf", response_class=Response, responses={422: _NO_PAPER})
def slips(
    job_id: str,
    shop: TheShop,
    store: TheStore,
    prior: ThePriorCuts,
    planning: ThePlanning,
    paper: Paper = "A4",
    unit: Unit | None = None,
    *,
    steps: bool = False,
    request: Request,
) -> Response:
    """The cut list of a job, the order of its work with what to have ready, and the slips of its cuts in that order, with `steps`
    every step at the machine too. What is wanted and lacks a tool stands under the cut list; of another cut that cannot be
    planned nothing is printed, and it is named instead."""
    with store.session() as session:
        job = kept_jobs.load_job(session, shop.id, job_id)
    before = prior.along(job, shop)
    order = order_view(job, shop, prior)
    places = {line.cut_id: number for number, line in enumerate(order.lines)}
    system = _system(unit, shop)
    wanted: list[str] = []
    made: list[tuple[int, Sheet]] = []
    for item in job.pieces:
        for kept in item.cuts:
            try:
                sheet = _sheet(kept, item.piece, job, shop, planning, before[kept.id], request, steps=steps)
                made.append((places.get(kept.id, len(places)), sheet))
            except CraftError as refused:
                if refused.lacks:
                    why = refused.message.inch if system == "inch" else refused.message.metric
                    wanted.append(f"Wanted, without a slip: {kept.name} in {item.piece.name}. {why}.")
                    continue
                says = f"{kept.name} in {item.piece.name} has no slip: {refused.message.metric}. Mend it, or remove it."
                return _no_paper(422, says)
    sheets = [sheet for _, sheet in sorted(made, key=lambda each: each[0])]
    if not sheets:
        return _no_paper(422, " ".join(wanted) or f"{job.name} has no cut yet.")
    boards = [Board(piece=each.piece, material_name=shop.material(each.piece.material).name) for each in job.pieces]
    notes = "\n".join([*wanted, *([job.notes] if job.notes else [])])
    cut_list = CutList(boards=boards, notes=notes, order=tuple(order_entries(order)))
    body = slip_pdf(sheets, paper=paper, system=system, at=datetime.now().astimezone(), cut_list=cut_list)
    return _pdf(body, job.name)


def _steps(followed: Followed, piece: Piece, shop: Shop) -> tuple[RunStep, ...]:
    """The steps at the machine of a cut; none where it may not be run."""
    if followed.plan.status not in ("ready", "caution"):
        return ()
    with inches_to(shop.rules.inch_parts):
        return record_of(followed, piece, shop).steps


def _sheet(
    kept: KeptCut, piece: Piece, job: KeptJob, shop: Shop, planning: Planning, before: Before, request: Request, *, steps: bool
) -> Sheet:
    # On this machine alone nobody else finds it.
    named = host_name(request.headers["host"]) not in LOOPBACK
    followed = planning.followed(kept.cut, piece, shop, shop.rules, before=before)
    return Sheet(
        address=str(request.base_url) + f"jobs/{job.id}/cuts/{kept.id}" if named else None,
        plan=followed.plan,
        steps=_steps(followed, piece, shop) if steps else (),
        piece=piece,
        name=kept.name,
        version=kept.version,
        job_name=job.name,
        shop_name=shop.name,
        material_name=shop.material(piece.material).name,
    )


def _no_paper(status: int, says: str) -> Response:
    """Why there is nothing to print, for a reader: what asks for paper is a tab of the browser."""
    return Response(says, status_code=status, media_type="text/plain; charset=utf-8")


def _system(unit: Unit | None, shop: Shop) -> System:
    return "inch" if (unit or shop.unit) == "in" else "metric"


def _pdf(body: bytes, name: str) -> Response:
    named = f"inline; filename=\"slip.pdf\"; filename*=UTF-8''{quote(f'{name}.pdf', safe='')}"
    return Response(body, media_type="application/pdf", headers={"Content-Disposition": named, "Cache-Control": "no-store"})
