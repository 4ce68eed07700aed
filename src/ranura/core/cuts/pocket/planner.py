"""How a pocket is planned: under the first method of guiding that can be had, and what speaks against the others.

A mortise or slot that an edge guide or a straightedge leads is a channel stopped at both ends, and is planned as one
(`as_channel.py`).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import partial
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.choosing.shortlist import nearest, shortlist
from ranura.core.cuts.pocket import refusals, words
from ranura.core.cuts.pocket.as_channel import against_channel, as_pocket_views, planner_as_channel
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.drawing import pocket_views
from ranura.core.cuts.pocket.figures import pocket_figures
from ranura.core.cuts.pocket.forms import FORMS, PocketGuide
from ranura.core.cuts.pocket.guides import FreehandGuide, ShoulderGuide, SledGuide, TrammelGuide
from ranura.core.cuts.pocket.judge import PocketJudge
from ranura.core.cuts.pocket.moves import pocket_program
from ranura.core.cuts.pocket.on_board import PocketOnBoard, pocketing
from ranura.core.cuts.pocket.plan import setting_of
from ranura.core.cuts.pocket.remedies import pocket_remedies
from ranura.core.cuts.pocket.section import pocket_glyph
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.pocket.slip import guide_says, pocket_sections, pocket_stations
from ranura.core.cuts.pocket.standing import BY_TEMPLATE, on_its_board, standing
from ranura.core.cuts.template.guides import Follower, to_make
from ranura.core.family import Planned, Planner, PlanText, Task
from ranura.core.geometry.paths import length_of
from ranura.core.holding.sweep import LEAD
from ranura.core.output.going import going_of
from ranura.core.output.guides import GUIDE_NAMES, GuideOffer
from ranura.core.output.in_scrap import scrap_cut
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.templates import words as template_words
from ranura.core.text import depth_words, guide_words
from ranura.core.text import refusals as common_refusals
from ranura.core.text.cautions import Reason, written
from ranura.core.text.errors import CraftError, CutError
from ranura.core.text.writing import write

_IN_SCRAP: Final[Mapping[type, str]] = {
    Follower: "one pass along a side of the template",
    TrammelGuide: "a quarter of the circle, the pivot on scrap",
    ShoulderGuide: "one lane along the straightedge",
    SledGuide: "one lane in the sled",
    FreehandGuide: "one short pass",
}
"""How a test cut is led, by what guides the pocket."""
_OF_DIMENSIONS = (guide_words.BIT_WIDER_THAN_CUT, template_words.CORNER_TOO_TIGHT, depth_words.BEYOND_CUTTING_LENGTH)
"""Why a bit fails on a dimension of the pocket alone."""


@dataclass(frozen=True, kw_only=True, slots=True)
class _Tried:
    """One method of guiding, with its planner; whether anything can make it so, and why not if nothing can."""

    kind: PocketGuide
    planner: Planner | None
    can: bool
    against: Reason | None = None


def planner(cut: PocketCut, task: Task) -> Planner:
    """How a pocket is planned: under the pinned method of guiding, or the first of its form that can be had; of a board that
    stands as in the face of that.

    Raises `CutError` with the dimension that cannot be."""
    lying, board = on_its_board(cut, task.piece)
    guides = FORMS[cut.form].guides
    kinds = guides if cut.on is None else tuple(each for each in guides if each in BY_TEMPLATE)
    return standing(_planner(lying, replace(task, piece=board), kinds), cut, task.piece)


def _planner(cut: PocketCut, task: Task, kinds: Sequence[PocketGuide]) -> Planner:
    asked = pocketing(cut, task.piece, task.rules)
    if cut.guide is not None and cut.guide not in kinds:
        raise CutError(refusals.GUIDE_NOT_FOR_THIS, field="cut.guide", guide=GUIDE_NAMES[cut.guide], form=cut.form)
    tried = [_try(kind, cut, asked, task) for kind in kinds]
    chosen = next((each for each in tried if each.kind == cut.guide), None)
    if chosen is None or chosen.planner is None:
        chosen = next((each for each in tried if each.can), None) or next(each for each in tried if each.planner)
    assert chosen.planner is not None, "every form has a method of guiding that is judged"
    made = chosen.planner
    others = tuple(
        replace(each.planner, make=partial(_make, each.planner, tuple(tried), each.kind, cut, asked))
        for each in tried
        if cut.guide is None and each.can and each.planner is not None and each is not chosen
    )
    return replace(made, make=partial(_make, made, tuple(tried), chosen.kind, cut, asked), others=lambda: others)


def _make(
    led: Planner, tried: tuple[_Tried, ...], kind: PocketGuide, cut: PocketCut, asked: PocketOnBoard, pair: Candidate
) -> Planned:
    made = led.make(pair)
    return replace(made, text=partial(_with_guides, made=made, tried=tried, kind=kind, cut=cut, asked=asked))


def _with_guides(
    setting: ToolSetting,
    moves: Sequence[Move],
    *,
    made: Planned,
    tried: tuple[_Tried, ...],
    kind: PocketGuide,
    cut: PocketCut,
    asked: PocketOnBoard,
) -> PlanText:
    text = made.text(setting, moves)
    offers = tuple(_offer(each, chosen=each.kind == kind) for each in tried)
    ways_out = tuple(
        Remedy(answers=stop.code, says=write(f"{GUIDE_NAMES[other.kind]} instead"), change={"guide": other.kind})
        for stop in setting.cautions
        if stop.level == "stop" and stop.place == "guide"
        for other in tried
        if other.can and other.kind != kind
    )
    # What a channel offers is not all for a pocket.
    own = tuple(each for each in text.remedies if each.change.get("guide") in (None, *FORMS[cut.form].guides))
    drawing = as_pocket_views(text.drawing, cut, asked) if kind in ("edge-guide", "straightedge") else text.drawing
    return replace(text, guides=offers, remedies=(*own, *ways_out), drawing=drawing)


def _offer(each: _Tried, *, chosen: bool) -> GuideOffer:
    says = written(each.against).message if each.against is not None else guide_says(each.kind)
    name = GUIDE_NAMES["edge-guide-stops" if each.kind == "edge-guide" else each.kind]
    return GuideOffer(kind=each.kind, name=name, says=says, can=each.can, chosen=chosen, change={"guide": each.kind})


def _try(kind: PocketGuide, cut: PocketCut, asked: PocketOnBoard, task: Task) -> _Tried:
    if kind == "edge-guide" or kind == "straightedge":
        if (against := against_channel(cut, asked)) is not None:
            return _Tried(kind=kind, planner=None, can=False, against=against)
        try:
            made = planner_as_channel(cut, asked, task, kind)
        except CraftError as error:
            return _Tried(kind=kind, planner=None, can=False, against=Reason(words.GUIDE_REFUSED, {"why": error.message.metric}))
    else:
        judge = PocketJudge(task.shop, asked, task.wood, task.rules, kind, thickness_said=cut.template is not None)
        made = Planner(
            judge=judge, refuse=partial(_refuse, judge, cut), make=partial(_made, judge=judge, piece=task.piece, cut=cut)
        )
    sifted = shortlist(made.judge, made.judge.ranking(), count=1)
    if sifted.fit:
        return _Tried(kind=kind, planner=made, can=True)
    return _Tried(kind=kind, planner=made, can=False, against=nearest(sifted.dropped, made.judge))


def _made(pair: Candidate, *, judge: PocketJudge, piece: Piece, cut: PocketCut) -> Planned:
    setting = setting_of(pair, judge, piece)
    return Planned(setting=setting, text=partial(_text, cut=cut), program=pocket_program)


def _text(setting: PocketSetting, moves: Sequence[Move], *, cut: PocketCut) -> PlanText:
    going = going_of(moves)
    worked = pocket_figures(setting, going)
    stepping = setting.stepping
    return PlanText(
        figures=worked,
        slip=pocket_sections(setting, cut, worked, setting.cautions, going),
        drawing=pocket_views(setting, cut, going),
        remedies=pocket_remedies(cut, setting),
        pass_columns=columns_of(stepping),
        pass_lines=pass_lines(stepping),
        run_mm=sum(length_of(path, closed=not setting.pocket.open_paths) for path in setting.paths),
        way_mm=going.way if going else 0.0,
        glyph=pocket_glyph(setting.pocket),
        passes=stepping.passes if stepping else (),
        test_cut=None if setting.guide is None else scrap_cut(setting, _IN_SCRAP[type(setting.guide)], slot=True),
        stations=pocket_stations(setting, cut),
        template=to_make(
            setting.guide if isinstance(setting.guide, Follower) else None,
            setting.bit,
            outline=None,
            loops=setting.pocket.loops(setting.bit.diameter, beyond=setting.bit.diameter + LEAD),
            outside=setting.pocket.facts.keeps_inside,
        ),
    )


def _refuse(judge: PocketJudge, cut: PocketCut, dropped: list[Drop]) -> None:
    """Raises `CutError` on a dimension when every bit of the kind fails on one; other causes are shown as a plan with a stop.

    Width is asked first, then corners, then depth; the blame lies with the last of them that any bit came to."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    owned = [bit for bit in judge.tools.bits if judge.is_of_kind(bit)]
    if not owned or any(by_itself.get(bit.id) not in _OF_DIMENSIONS for bit in owned):
        return
    too_short = [bit for bit in owned if by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH]
    too_round = [bit for bit in owned if by_itself[bit.id] is template_words.CORNER_TOO_TIGHT]
    if too_short:
        longest = max(too_short, key=lambda bit: bit.cuts_to)
        raise CutError(
            refusals.TOO_DEEP_FOR_CORNERS if too_round else common_refusals.DEEPER_THAN_ANY_BIT,
            field="cut.depth",
            depth=judge.depth,
            longest=longest.cuts_to,
            name=longest.name,
            corner=judge.need.corner or 0.0,
        )
    narrowest = min(too_round or owned, key=lambda bit: bit.diameter)
    if too_round:
        raise CutError(refusals.CORNER_TOO_TIGHT, field="cut.radius", narrowest=narrowest.diameter / 2, name=narrowest.name)
    field = "cut.length" if cut.across is None else "cut.across"
    raise CutError(
        common_refusals.NARROWER_THAN_ANY_BIT,
        field=field,
        width=judge.need.width,
        narrowest=narrowest.diameter,
        name=narrowest.name,
    )
