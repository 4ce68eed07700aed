"""Which bit in which router: all tools of a shop for a cut, those that its moves' proof stops among those that cannot (R15, R21).

Of a cut that is known by its section alone a sample stands for it: the same section in a board of ordinary size."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Final

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Sifted, sift
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cutting.need import StraightCut
from ranura.core.family import NOTHING_BEFORE, AnyCut, Before, Planner
from ranura.core.plan import Planning, circumstances
from ranura.core.proving import prove_planned, stops
from ranura.core.shop.shop import Shop
from ranura.core.text.cautions import Caution
from ranura.core.text.lengths import Length

_MOST_PROVEN: Final = 24
"""Pairs, the best first, whose moves are run before they are offered."""
_SAMPLE_LONG, _SAMPLE_WIDE, _SAMPLE_AT, _SAMPLE_STOP = 900.0, 600.0, 200.0, 120.0
"""mm: of the board that stands for one that is not known yet, and where the cut lies and ends in it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Tools:
    """All tools for a cut: those that can, best first; those that cannot; and those that only the moves showed to be unfit, each
    with the caution that says why."""

    judge: Judge
    fit: tuple[Candidate, ...]
    sifted: Sifted
    stopped: tuple[tuple[Candidate, Caution], ...]


def tools_for(planning: Planning, cut: AnyCut, piece: Piece, shop: Shop, *, before: Before = NOTHING_BEFORE) -> Tools:
    """All tools for a cut in a piece. Raises `CutError` with the dimension that cannot be."""
    planner = planning.planner(cut, piece, shop, shop.rules, before)
    return _proven(planner.judge, planner, piece, shop, before)


def tools_for_section(planning: Planning, need: StraightCut, wood: Material, shop: Shop) -> Tools:
    """All tools for a cut of which the section is known. A rabbet is an edge's, everything else a channel's; of what
    neither plans the section is judged alone.

    Raises `CutError` with the dimension that cannot be."""
    known = shop if wood in shop.materials else replace(shop, woods=(*shop.woods, wood))
    if need.through or (need.open_sided and need.stopped):
        # No family plans these from a section alone: what goes through has a form, and a rabbet runs out at both ends.
        return _proven(ChannelJudge(known, need, wood, shop.rules), None, None, known, NOTHING_BEFORE)
    cut, piece = _sample(need, wood)
    planner = planning.planner(cut, piece, known, shop.rules, NOTHING_BEFORE)
    judge = planner.judge if need.open_sided else ChannelJudge(known, need, wood, shop.rules)
    return _proven(judge, planner, piece, known, NOTHING_BEFORE)


def _proven(judge: Judge, planner: Planner | None, piece: Piece | None, shop: Shop, before: Before) -> Tools:
    sifted = sift(judge)
    ranked = judge.ranking(before.mounted).order(sifted.fit)
    stopped: list[tuple[Candidate, Caution]] = []
    if planner is not None and piece is not None:
        around = circumstances(piece, shop, shop.rules, before)
        for each in ranked[:_MOST_PROVEN]:
            made = prove_planned(planner.make(each), around, before.taken, put_off=True, until=stops)
            if made.stopped:
                stopped.append((each, next(caution for caution in made.setting.cautions if caution.level == "stop")))
    unfit = {each.pair for each, _ in stopped}
    fit = tuple(each for each in ranked if each.pair not in unfit)
    return Tools(judge=judge, fit=fit, sifted=sifted, stopped=tuple(stopped))


def _sample(need: StraightCut, wood: Material) -> tuple[Any, Piece]:
    """A section in a board of ordinary size."""
    piece = Piece(
        name="sample", material=wood.id, length=_mm(_SAMPLE_LONG), width=_mm(_SAMPLE_WIDE), thickness=_mm(need.thickness)
    )
    if need.open_sided:
        edges = ("left",) if need.across_grain else ("near",)
        return (EdgeCut(shape="rabbet", size=_mm(need.width), depth=_mm(need.depth), edges=edges, edge_state="smooth"), piece)
    return (
        ChannelCut(
            width=_mm(need.width),
            depth=_mm(need.depth),
            position=_mm(_SAMPLE_AT),
            end="left" if need.across_grain else "near",
            goes="across" if need.across_grain else "along",
            stop_last=_mm(_SAMPLE_STOP) if need.stopped else None,
        ),
        piece,
    )


def _mm(value: float) -> Length:
    return Length(mm=value, typed=f"{value:g}", unit="mm")
