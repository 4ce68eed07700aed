"""Planning: a cut while it is typed, and the slip of a kept cut as a PDF."""

from __future__ import annotations

from typing import Literal
from urllib.parse import quote

from fastapi import Response
from pydantic import TypeAdapter

from ranura.api.choosing import ToolsView, tools_view
from ranura.api.cut_routes import CutRoutes
from ranura.api.prior import PriorCuts, ThePriorCuts
from ranura.api.problems import ERRORS, RefusedPlanBody, RefusedPlanError
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.board.repeats import Repeats
from ranura.core.family import NOTHING_BEFORE, Before
from ranura.core.output.dry_run import DryRun
from ranura.core.plan import CutPlan, PlanWithMoves
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.tools import tools_for
from ranura.formats.slip_pdf import Sheet, slip_pdf
from ranura.requests.cuts import PlanAsked, RepeatAsked
from ranura.store import repository

ROUTES = CutRoutes(prefix="/api", tags=["plans"], responses=ERRORS)


_PLAN = TypeAdapter(CutPlan)
_PLAN_WITH_MOVES = TypeAdapter(PlanWithMoves)


def _before(asked: PlanAsked, shop: Shop, prior: PriorCuts) -> Before:
    return prior.before(asked.cut_id, shop) if asked.cut_id else NOTHING_BEFORE


@ROUTES.route("POST", "/plan", response_model=CutPlan, responses={422: {"model": RefusedPlanBody}})
def plan(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning, moves: bool = False) -> Response:
    """Plans a cut in a piece; writes nothing. `moves` adds what the plan does: bodies, settings and moves (docs/formats.md). A
    refusal carries the form of the cut beside the error. Where the proof takes long the status is `unproven`: `/plan/proof` has
    it."""
    before = _before(asked, shop, prior)
    try:
        if moves:
            made: CutPlan = planning.plan_with_moves(asked.cut, asked.piece, shop, shop.rules, before=before)
        else:
            made = planning.plan(asked.cut, asked.piece, shop, shop.rules, before=before, put_off=True)
    except CraftError as error:
        raise RefusedPlanError(error, planning.form(asked.cut, asked.piece, shop.rules, shop.unit)) from error
    # Written at once: this is asked with every digit and every move of a drag.
    body = _PLAN_WITH_MOVES.dump_json(made) if isinstance(made, PlanWithMoves) else _PLAN.dump_json(made)
    return Response(body, media_type="application/json")


@ROUTES.route("POST", "/plan/proof")
def proof(asked: PlanAsked, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning) -> CutPlan:
    """The same plan with its proof, however long that takes; writes nothing."""
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
    return planning.repeated(asked.cut, asked.piece, shop.rules, asked.count)


@ROUTES.route("GET", "/cuts/{cut_id}/plan")
def kept_plan(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> CutPlan:
    """The plan of a kept cut."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    before = prior.before(cut_id, shop)
    return planning.plan(kept.cut, piece, shop, shop.rules, before=before)


@ROUTES.route("GET", "/cuts/{cut_id}/slip.pdf", response_class=Response)
def slip(
    cut_id: str,
    shop: TheShop,
    store: TheStore,
    prior: ThePriorCuts,
    planning: ThePlanning,
    paper: Literal["A4", "Letter"] = "A4",
    unit: Literal["mm", "in"] | None = None,
) -> Response:
    """The slip of a kept cut as one page."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    before = prior.before(cut_id, shop)
    made = planning.plan(kept.cut, piece, shop, shop.rules, before=before)
    system: Literal["metric", "inch"] = "inch" if (unit or shop.unit) == "in" else "metric"
    sheet = Sheet(plan=made, piece=piece, name=kept.name, shop_name=shop.name, material_name=shop.material(piece.material).name)
    body = slip_pdf(sheet, paper=paper, system=system)
    named = f"inline; filename=\"slip.pdf\"; filename*=UTF-8''{quote(f'{kept.name}, {piece.name}.pdf', safe='')}"
    headers = {"Content-Disposition": named, "Cache-Control": "no-store"}
    return Response(body, media_type="application/pdf", headers=headers)
