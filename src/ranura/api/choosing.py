"""Choosing without a plan: which bit for a cut by its section, and what to buy for the cuts of all jobs."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from fastapi import APIRouter, Request

from ranura.api.prior import PriorCuts, ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.api.shopping import ShoppingList
from ranura.core.board.pieces import Piece
from ranura.core.choosing.known import PlannedCut
from ranura.core.choosing.offers import DroppedTool, Miss, Offer, dropped_tool, misses_of, offers, stopped_tool
from ranura.core.choosing.purchases import Shopping
from ranura.core.cutting.need import Clean, CutKind, StraightCut
from ranura.core.shop.shop import Shop
from ranura.core.tools import Tools, tools_for_section
from ranura.requests.from_core import IdText, LengthIn, RequestModel
from ranura.store import kept_jobs
from ranura.store.kept_jobs import KeptJob

router = APIRouter(prefix="/api", tags=["choosing"], responses=ERRORS)

MOST_SHOWN = 200


class ChooseIn(RequestModel):
    """A dado, groove or rabbet by its section, in a wood of a thickness; `clean` is the face that must not be torn."""

    kind: CutKind
    width: LengthIn
    depth: LengthIn
    thickness: LengthIn
    material: IdText
    goes: Literal["across", "along"] = "across"
    ends: Literal["open", "stopped"] = "open"
    through: bool = False
    clean: Clean = "near"

    def need(self) -> StraightCut:
        """What it asks of its tool. Raises LengthError or CutError with the field."""
        thickness = self.thickness.length("thickness").mm
        return StraightCut(
            kind=self.kind,
            width=self.width.length("cut.width").mm,
            depth=thickness if self.through else self.depth.length("cut.depth").mm,
            thickness=thickness,
            stopped=self.ends == "stopped",
            through=self.through,
            clean=self.clean,
            across_grain=self.goes == "across",
        )


@dataclass(frozen=True, kw_only=True, slots=True)
class ToolsView:
    """Every bit and router of the shop for a cut: ranked, and refused with reasons, with how many there are of each.
    `misses` only one thing keeps from it."""

    offers: tuple[Offer, ...]
    refusals: tuple[DroppedTool, ...]
    misses: tuple[Miss, ...]
    can: int
    cannot: int


def tools_view(found: Tools) -> ToolsView:
    """All tools for a cut, in words; the first few hundred of each where a drawer holds more."""
    judge, ranked = found.judge, list(found.fit)
    # What only the moves show first, then what nearly fits; bits of another profile, which nobody expects here, last.
    dropped = sorted(found.sifted.dropped, key=lambda drop: (not judge.is_of_kind(drop.bit), drop.router is None))
    refusals = [*(stopped_tool(each, why) for each, why in found.stopped), *map(dropped_tool, dropped[:MOST_SHOWN])]
    return ToolsView(
        offers=offers(ranked, judge, count=MOST_SHOWN),
        refusals=tuple(refusals[:MOST_SHOWN]),
        misses=misses_of(judge, found.sifted, ranked[0] if ranked else None),
        can=len(ranked),
        cannot=len(found.sifted.dropped) + len(found.stopped),
    )


@router.post("/choose")
def choose(asked: ChooseIn, shop: TheShop, planning: ThePlanning) -> ToolsView:
    """Which bit in which router for a cut, before there is a piece to cut it in."""
    return tools_view(tools_for_section(planning, asked.need(), shop.material(asked.material, field="material"), shop))


@router.get("/shopping")
def what_to_buy(shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts, request: Request) -> Shopping:
    """What would make the cuts of all jobs possible or clearly better. Where that takes long the answer says how many cuts are
    left to look at; asked again, it goes on."""
    with store.session() as session:
        jobs = [kept_jobs.load_job(session, shop.id, job.id) for job in kept_jobs.list_jobs(session, shop.id) if not job.archived]
    cuts = [
        PlannedCut(id=cut.id, name=f"{cut.name}, {kept.piece.name}", cut=cut.cut, piece=kept.piece)
        for job in jobs
        for kept in job.pieces
        for cut in kept.cuts
    ]
    listed: ShoppingList = request.app.state.shopping
    return listed.answer(cuts, shop, planning, lambda: _as_they_lie(jobs, shop, prior))


def _as_they_lie(jobs: Iterable[KeptJob], shop: Shop, prior: PriorCuts) -> dict[str, Piece]:
    """The board of every cut as the cuts before it leave it."""
    found: dict[str, Piece] = {}
    for job in jobs:
        before = prior.along(job, shop)
        found |= {cut.id: before[cut.id].board(kept.piece) for kept in job.pieces for cut in kept.cuts}
    return found
