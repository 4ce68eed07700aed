"""How a cut by template is planned: under the first method of guiding that can be had, and what speaks against the others."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.choosing.shortlist import nearest, shortlist
from ranura.core.cuts.template import refusals
from ranura.core.cuts.template.asked import Makes, TemplateCut, TemplateGuide
from ranura.core.cuts.template.drawing import template_views
from ranura.core.cuts.template.figures import template_figures
from ranura.core.cuts.template.guides import gap_forecast, to_make
from ranura.core.cuts.template.judge import TemplateJudge
from ranura.core.cuts.template.moves import template_program
from ranura.core.cuts.template.on_board import OutlineOnBoard, on_board
from ranura.core.cuts.template.over_table import drawn_at
from ranura.core.cuts.template.plan import setting_of
from ranura.core.cuts.template.remedies import template_remedies
from ranura.core.cuts.template.section import glyph
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.slip import SAYS, template_sections, template_stations
from ranura.core.family import Planned, Planner, PlanText, Task
from ranura.core.geometry.paths import length_of
from ranura.core.output.fit import fit_view
from ranura.core.output.going import going_of
from ranura.core.output.guides import GUIDE_NAMES, GuideOffer
from ranura.core.output.in_scrap import scrap_cut
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.templates import words as template_words
from ranura.core.text import depth_words, guide_words
from ranura.core.text.cautions import Reason, written
from ranura.core.text.errors import CutError
from ranura.core.text.writing import write

_KINDS: dict[Makes, tuple[TemplateGuide, ...]] = {
    "recess": ("bushing", "bearing", "inlay"),
    "part": ("bushing", "bearing"),
    "plug": ("inlay",),
}
_OF_SAWN: tuple[TemplateGuide, ...] = ("bearing", "tip", "bushing")
"""What leads the bit round a part that was sawn out: what makes it as large as its template comes first."""


@dataclass(frozen=True, kw_only=True, slots=True)
class _Tried:
    """One method of guiding, with its planner; whether anything can make it so, and why not if nothing can."""

    kind: TemplateGuide
    planner: Planner
    corners: bool
    """Whether it was tried with bits that reach into every rounded corner."""
    can: bool
    against: Reason | None = None


def planner(cut: TemplateCut, task: Task) -> Planner:
    """How a cut by template is planned: with bits that reach into its corners where there are such; under the pinned method of
    guiding, or the first that can be had. Raises `CutError` with what cannot be."""
    asked = on_board(cut, task.piece, task.shop)
    kinds: tuple[TemplateGuide, ...] = _KINDS[cut.makes] if cut.sawn is None else ("tip",) if cut.turned else _OF_SAWN
    tried = [_try(kind, cut, asked, task) for kind in kinds]
    offered = [each for each in tried if each.can and (each.kind != "inlay" or cut.makes == "plug")]
    chosen = next((each for each in tried if each.kind == cut.guide), None)
    chosen = chosen or next((each for each in offered if each.corners), None) or next(iter(offered), tried[0])
    others = tuple(_made_offering(each, tried) for each in offered if cut.guide is None and each is not chosen)
    return replace(_made_offering(chosen, tried), others=lambda: others)


def _made_offering(led: _Tried, tried: Sequence[_Tried]) -> Planner:
    """The planner of one method, which offers the others."""

    def make(pair: Candidate) -> Planned:
        made = led.planner.make(pair)
        return replace(made, text=partial(_with_guides, made=made, tried=tuple(tried), kind=led.kind))

    return replace(led.planner, make=make)


def _with_guides(
    setting: ToolSetting, moves: Sequence[Move], *, made: Planned, tried: tuple[_Tried, ...], kind: TemplateGuide
) -> PlanText:
    text = made.text(setting, moves)
    offers = tuple(
        GuideOffer(
            kind=each.kind,
            name=GUIDE_NAMES[each.kind],
            says=written(each.against).message if each.against is not None else write(SAYS[each.kind]),
            can=each.can,
            chosen=each.kind == kind,
            change={"guide": each.kind},
        )
        for each in tried
    )
    ways_out = tuple(
        Remedy(answers=stop.code, says=write(f"{GUIDE_NAMES[other.kind]} instead"), change={"guide": other.kind})
        for stop in setting.cautions
        if stop.level == "stop" and stop.place == "guide"
        for other in tried
        if other.can and other.kind != kind
    )
    return replace(text, guides=offers, remedies=(*text.remedies, *ways_out))


def _try(kind: TemplateGuide, cut: TemplateCut, asked: OutlineOnBoard, task: Task) -> _Tried:
    against: Reason | None = None
    for corners in (True, False):
        judge = TemplateJudge(
            task.shop, asked, task.wood, task.rules, kind, corners=corners, thickness_said=cut.template is not None
        )
        if corners and (judge.need.corner is None or asked.traced):
            continue
        made = Planner(judge=judge, refuse=partial(_refuse, judge), make=partial(_made, judge=judge, piece=task.piece, cut=cut))
        sifted = shortlist(judge, judge.ranking(), count=1)
        if sifted.fit:
            return _Tried(kind=kind, planner=made, corners=corners or judge.need.corner is None or asked.traced > 0, can=True)
        against = nearest(sifted.dropped, judge)
    return _Tried(kind=kind, planner=made, corners=False, can=False, against=against)


def _made(pair: Candidate, *, judge: TemplateJudge, piece: Piece, cut: TemplateCut) -> Planned:
    setting = setting_of(pair, judge, piece)
    text = partial(_text, cut=cut, has_table=judge.has_table)
    return Planned(setting=setting, text=text, program=template_program, drawn=drawn_at)


def _text(setting: TemplateSetting, moves: Sequence[Move], *, cut: TemplateCut, has_table: bool) -> PlanText:
    going = going_of(moves)
    worked = template_figures(setting, going)
    stepping = setting.stepping
    return PlanText(
        figures=worked,
        slip=template_sections(setting, cut, worked, setting.cautions, going),
        drawing=template_views(setting, cut, going),
        remedies=template_remedies(cut, setting, has_table=has_table),
        pass_columns=columns_of(stepping),
        pass_lines=pass_lines(stepping),
        run_mm=sum(length_of(way.path) for way in setting.ways),
        way_mm=going.way if going else 0.0,
        glyph=glyph(setting.outline),
        passes=stepping.passes if stepping else (),
        test_cut=scrap_cut(setting, "one pass along a straight part of the template", slot=True),
        stations=template_stations(setting, cut),
        fit=fit_view(gap_forecast(setting.follower, setting.bit, setting.rules)) if setting.ways else None,
        template=to_make(
            setting.follower,
            setting.bit,
            outline=setting.outline.saved.id,
            loops=setting.outline.loops,
            outside=cut.makes == "part",
            corners=cut.corners.mm if cut.corners is not None else 0.0,
            there=setting.there,
        ),
    )


_OF_DIMENSIONS = (guide_words.BIT_WIDER_THAN_CUT, template_words.CORNER_TOO_TIGHT, depth_words.BEYOND_CUTTING_LENGTH)
"""Why a bit fails on a dimension of the cut alone."""


def _refuse(judge: TemplateJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on a dimension when every bit of the kind fails on one; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    owned = [bit for bit in judge.tools.bits if judge.is_of_kind(bit)]
    if not owned or any(by_itself.get(bit.id) not in _OF_DIMENSIONS for bit in owned):
        return
    short = [bit for bit in owned if by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH]
    if short:
        raise deeper_than_any(short, judge.depth)
    thinnest = min(owned, key=lambda bit: bit.diameter)
    raise CutError(
        refusals.NARROWER_THAN_BITS, field="cut.outline", width=judge.asked.room, name=thinnest.name, narrowest=thinnest.diameter
    )
