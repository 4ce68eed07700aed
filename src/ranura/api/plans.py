"""Planning: a cut while it is typed, and the slip of a kept cut as a PDF."""

from __future__ import annotations

from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, Depends, Request, Response
from pydantic import TypeAdapter

from ranura.api.choosing import ToolsView, tools_view
from ranura.api.doors import PlanRequest, RepeatIn
from ranura.api.prior import PriorCuts, PriorState
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheShop, TheStore
from ranura.core.board.repeats import Repeats
from ranura.core.plan import PLANNING, CutPlan, judge_of, plan_cut
from ranura.core.shop.shop import Shop
from ranura.formats.slip_pdf import Sheet, slip_pdf
from ranura.store import repository

router = APIRouter(prefix="/api", tags=["plans"], responses=ERRORS)


async def _prior(request: Request) -> PriorCuts:
    prior: PriorCuts = request.app.state.prior
    return prior


_PLAN = TypeAdapter(CutPlan)
ThePriorCuts = Annotated[PriorCuts, Depends(_prior)]


def _before(asked: PlanRequest, shop: Shop, prior: PriorCuts) -> PriorState:
    return prior.before(asked.cut_id, shop) if asked.cut_id else PriorState()


@router.post("/plan", response_model=CutPlan)
def plan(asked: PlanRequest, shop: TheShop, prior: ThePriorCuts) -> Response:
    """Plans a cut in a piece; writes nothing."""
    before = _before(asked, shop, prior)
    piece = asked.piece.piece(shop)
    made = plan_cut(asked.cut.cut(), piece, shop, shop.rules, mounted=before.mounted, before=before.done)
    # Written at once: this is asked with every digit and every move of a drag.
    return Response(_PLAN.dump_json(made), media_type="application/json")


@router.post("/plan/tools")
def tools(asked: PlanRequest, shop: TheShop, prior: ThePriorCuts) -> ToolsView:
    """All tools for a cut, in words; the first few hundred of each where a drawer holds more."""
    before = _before(asked, shop, prior)
    judge = judge_of(asked.cut.cut(), asked.piece.piece(shop), shop, before=before.done)
    return tools_view(judge, before.mounted)


@router.post("/plan/repeats")
def repeats(asked: RepeatIn, shop: TheShop) -> Repeats:
    """How a cut is best repeated; writes nothing."""
    cut, piece = asked.cut.cut(), asked.piece.piece(shop)
    return PLANNING.repeated(cut, piece, shop.rules, asked.count)


@router.get("/cuts/{cut_id}/plan")
def kept_plan(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts) -> CutPlan:
    """The plan of a kept cut."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    before = prior.before(cut_id, shop)
    return plan_cut(kept.cut, piece, shop, shop.rules, mounted=before.mounted, before=before.done)


@router.get("/cuts/{cut_id}/slip.pdf", response_class=Response)
def slip(
    cut_id: str,
    shop: TheShop,
    store: TheStore,
    prior: ThePriorCuts,
    paper: Literal["A4", "Letter"] = "A4",
    unit: Literal["mm", "in"] | None = None,
) -> Response:
    """The slip of a kept cut as one page."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    before = prior.before(cut_id, shop)
    made = plan_cut(kept.cut, piece, shop, shop.rules, mounted=before.mounted, before=before.done)
    system: Literal["metric", "inch"] = "inch" if (unit or shop.unit) == "in" else "metric"
    sheet = Sheet(plan=made, piece=piece, name=kept.name, shop_name=shop.name, material_name=shop.material(piece.material).name)
    body = slip_pdf(sheet, paper=paper, system=system)
    named = f"inline; filename=\"slip.pdf\"; filename*=UTF-8''{quote(f'{kept.name}, {piece.name}.pdf', safe='')}"
    headers = {"Content-Disposition": named, "Cache-Control": "no-store"}
    return Response(body, media_type="application/pdf", headers=headers)
