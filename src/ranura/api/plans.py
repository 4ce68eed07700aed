"""Planning: a cut while it is typed, and the slip of a kept cut as a PDF."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal
from urllib.parse import quote

from fastapi import APIRouter, Response

from ranura.api.doors import PlanRequest
from ranura.api.keeping import TheShop, TheStore
from ranura.api.problems import ERRORS
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.offers import Offer, Refusal, offers, refusal
from ranura.core.choosing.ranking import rank
from ranura.core.cuts.dado import channel
from ranura.core.plan import CutPlan, plan_cut
from ranura.formats.slip_pdf import Sheet, slip_pdf
from ranura.store import repository

router = APIRouter(prefix="/api", tags=["plans"], responses=ERRORS)


@router.post("/plan")
def plan(asked: PlanRequest, shop: TheShop) -> CutPlan:
    """Plans a cut in a piece; writes nothing."""
    return plan_cut(asked.cut.cut(), asked.piece.piece(shop), shop, shop.rules)


@dataclass(frozen=True, kw_only=True, slots=True)
class ToolsView:
    """Every bit and router of the shop for a cut: ranked, and refused with reasons; `looked_at` counts both."""

    offers: tuple[Offer, ...]
    refusals: tuple[Refusal, ...]
    looked_at: int


_MOST_SHOWN = 200


@router.post("/plan/tools")
def tools(asked: PlanRequest, shop: TheShop) -> ToolsView:
    """All tools for a cut, in words; the first few hundred of each where a drawer holds more."""
    piece = asked.piece.piece(shop)
    cut = channel(asked.cut.cut(), piece)
    judge = Judge(shop, cut.need, shop.material(piece.material), shop.rules, cut)
    sifted = sift(judge)
    ranked = rank(sifted.fit, judge.wood, judge.need, shop.rules)
    # What nearly fits first; bits of another profile, which nobody expects here, last.
    dropped = sorted(sifted.dropped, key=lambda drop: (drop.reason.code == "wrong-profile", drop.router is None))
    return ToolsView(
        offers=offers(ranked, judge, count=_MOST_SHOWN),
        refusals=tuple(refusal(drop) for drop in dropped[:_MOST_SHOWN]),
        looked_at=len(sifted.fit) + len(sifted.dropped),
    )


@router.get("/cuts/{cut_id}/plan")
def kept_plan(cut_id: str, shop: TheShop, store: TheStore) -> CutPlan:
    """The plan of a kept cut."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    return plan_cut(kept.cut, piece, shop, shop.rules)


@router.get("/cuts/{cut_id}/slip.pdf", response_class=Response)
def slip(
    cut_id: str,
    shop: TheShop,
    store: TheStore,
    paper: Literal["A4", "Letter"] = "A4",
    unit: Literal["mm", "in"] | None = None,
) -> Response:
    """The slip of a kept cut as one page."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    made = plan_cut(kept.cut, piece, shop, shop.rules)
    system: Literal["metric", "inch"] = "inch" if (unit or shop.unit) == "in" else "metric"
    sheet = Sheet(plan=made, piece=piece, cut=kept.cut, name=kept.name, shop_name=shop.name, word=shop.rules.dado_word,
                  material_name=shop.material(piece.material).name)  # fmt: skip
    body = slip_pdf(sheet, paper=paper, system=system)
    named = f"inline; filename=\"slip.pdf\"; filename*=UTF-8''{quote(f'{kept.name}, {piece.name}.pdf', safe='')}"
    headers = {"Content-Disposition": named, "Cache-Control": "no-store"}
    return Response(body, media_type="application/pdf", headers=headers)
