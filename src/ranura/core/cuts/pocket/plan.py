"""Planning a pocket: the way of guiding it, then template or trammel, ways, steps and clamps of the tools that were chosen.

A mortise or slot that an edge guide or a straightedge guides is a channel stopped at both ends, and is planned as one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from ranura.core.board.materials import CROSS_VENEERED, Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.channel import plan
from ranura.core.cuts.pocket import refusals, words
from ranura.core.cuts.pocket.as_channel import against_channel, as_channel, as_pocket_views
from ranura.core.cuts.pocket.asked import FREEING_FORMS, GUIDES_OF, PocketCut, PocketGuide
from ranura.core.cuts.pocket.clearing import unreached
from ranura.core.cuts.pocket.drawing import pocket_views
from ranura.core.cuts.pocket.figures import pocket_figures
from ranura.core.cuts.pocket.guides import CONTACT, AreaGuide
from ranura.core.cuts.pocket.judge import PLATE, PocketJudge
from ranura.core.cuts.pocket.on_board import PocketOnBoard, pocketing
from ranura.core.cuts.pocket.remedies import pocket_remedies
from ranura.core.cuts.pocket.section import pocket_glyph
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.pocket.slip import guide_says, pocket_sections, pocket_stations
from ranura.core.cutting.grip import Grip, plan_grip
from ranura.core.cutting.passes import cumulative_depths
from ranura.core.cutting.speed import speed_of, turning_rpm
from ranura.core.cutting.stepping import Lane, Stepping, paces_of, plan_depths, stepped
from ranura.core.family import Planned, Planner, PlanText
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import length_of
from ranura.core.output.cautions import corner_note, in_order, tool_cautions
from ranura.core.output.guides import GUIDE_NAMES, GuideOffer
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text import choosing_words, depth_words, guide_words
from ranura.core.text import refusals as common_refusals
from ranura.core.text.cautions import Caution, Reason, caution, written
from ranura.core.text.errors import CraftError, CutError
from ranura.core.text.writing import write

_OF_DIMENSIONS = (guide_words.BIT_WIDER_THAN_CUT, words.CORNER_TOO_TIGHT, depth_words.BEYOND_CUTTING_LENGTH)
"""Why a bit fails on a dimension of the pocket alone."""


@dataclass(frozen=True, kw_only=True, slots=True)
class _Tried:
    """One way of guiding, with its family; whether anything can make it so, and why not if nothing can."""

    kind: PocketGuide
    family: Planner | None
    can: bool
    against: Reason | None = None


def family(cut: PocketCut, piece: Piece, shop: Shop, wood: Material, rules: HouseRules) -> Planner:
    """How a pocket is planned: under the pinned way of guiding, or the first of its form that can be had.

    Raises `CutError` with the dimension that cannot be."""
    asked = pocketing(cut, piece, rules)
    kinds = GUIDES_OF[cut.form]
    if cut.guide is not None and cut.guide not in kinds:
        raise CutError(refusals.GUIDE_NOT_FOR_THIS, field="cut.guide", guide=GUIDE_NAMES[cut.guide], form=cut.form)
    tried = [_try(kind, cut, asked, piece, shop, wood, rules) for kind in kinds]
    chosen = next((each for each in tried if each.kind == cut.guide), None)
    if chosen is None or chosen.family is None:
        chosen = next((each for each in tried if each.can), None) or next(each for each in tried if each.family)
    assert chosen.family is not None, "every form has a way of guiding that is judged"
    made = chosen.family
    return replace(made, make=partial(_make, made, tuple(tried), chosen.kind, cut, asked))


def _make(
    family: Planner, tried: tuple[_Tried, ...], kind: PocketGuide, cut: PocketCut, asked: PocketOnBoard, pair: Candidate
) -> Planned:
    made = family.make(pair)
    return Planned(setting=made.setting, said=partial(_with_guides, made, tried, kind, cut, asked))


def _with_guides(made: Planned, tried: tuple[_Tried, ...], kind: PocketGuide, cut: PocketCut, asked: PocketOnBoard) -> PlanText:
    said = made.said()
    offers = tuple(_offer(each, chosen=each.kind == kind) for each in tried)
    ways_out = tuple(
        Remedy(answers=stop.code, says=write(f"{GUIDE_NAMES[other.kind]} instead"), change={"guide": other.kind})
        for stop in made.setting.cautions
        if stop.level == "stop" and stop.place == "guide"
        for other in tried
        if other.can and other.kind != kind
    )
    # What a channel offers is not all for a pocket.
    own = tuple(each for each in said.remedies if each.change.get("guide") in (None, *GUIDES_OF[cut.form]))
    drawing = as_pocket_views(said.drawing, cut, asked) if kind in ("edge-guide", "straightedge") else said.drawing
    return replace(said, guides=offers, remedies=(*own, *ways_out), drawing=drawing)


def _offer(each: _Tried, *, chosen: bool) -> GuideOffer:
    says = written(each.against).message if each.against is not None else guide_says(each.kind)
    name = GUIDE_NAMES["edge-guide-stops" if each.kind == "edge-guide" else each.kind]
    return GuideOffer(kind=each.kind, name=name, says=says, can=each.can, chosen=chosen, change={"guide": each.kind})


def _try(
    kind: PocketGuide, cut: PocketCut, asked: PocketOnBoard, piece: Piece, shop: Shop, wood: Material, rules: HouseRules
) -> _Tried:
    if kind == "edge-guide" or kind == "straightedge":
        if (against := against_channel(cut, asked)) is not None:
            return _Tried(kind=kind, family=None, can=False, against=against)
        try:
            made = plan.family(as_channel(cut, asked, piece, kind), piece, shop, wood, rules, mortise=cut.form == "mortise")
        except CraftError as error:
            return _Tried(kind=kind, family=None, can=False, against=Reason(words.GUIDE_REFUSED, {"why": error.message.metric}))
    else:
        judge = PocketJudge(shop, asked, wood, rules, kind, thickness_said=cut.template is not None)
        made = Planner(judge=judge, refuse=partial(_refuse, judge, cut), make=partial(_made, judge=judge, piece=piece, cut=cut))
    sifted = shortlist(made.judge, made.judge.ranking(), count=1)
    if sifted.fit:
        return _Tried(kind=kind, family=made, can=True)
    return _Tried(kind=kind, family=made, can=False, against=_nearest(sifted.dropped, made.judge))


def _nearest(dropped: Sequence[Drop], judge: Judge) -> Reason | None:
    """Why the drop that came closest failed: one in a router by hand, rather than of the bit alone."""
    hand = [each for each in dropped if each.router is not None and each.router.mounting == "hand"]
    against_setup = [each for each in hand if each.reason.words.setup]
    found = against_setup or hand or [each for each in dropped if judge.is_of_kind(each.bit)] or list(dropped)
    counted: dict[str, int] = {}
    for each in found:
        counted[each.reason.code] = counted.get(each.reason.code, 0) + 1
    return max(found, key=lambda each: counted[each.reason.code]).reason if found else None


def _made(pair: Candidate, *, judge: PocketJudge, piece: Piece, cut: PocketCut) -> Planned:
    setting = setting_of(pair, judge, piece)
    return Planned(setting=setting, said=partial(_said, setting, cut))


def _said(setting: PocketSetting, cut: PocketCut) -> PlanText:
    worked = pocket_figures(setting)
    stepping = setting.stepping
    return PlanText(
        figures=worked,
        slip=pocket_sections(setting, cut, worked, setting.cautions),
        drawing=pocket_views(setting, cut),
        remedies=pocket_remedies(cut, setting),
        pass_columns=columns_of(stepping),
        pass_lines=pass_lines(stepping),
        run_mm=sum(length_of(way, closed=not setting.pocket.open_ways) for way in setting.ways),
        glyph=pocket_glyph(setting.pocket),
        passes=stepping.passes if stepping else (),
        stations=pocket_stations(setting, cut),
    )


def _refuse(judge: PocketJudge, cut: PocketCut, dropped: list[Drop]) -> None:
    """Raises `CutError` on a dimension when every bit of the kind fails on one; other causes are shown as a plan with a stop.

    Width is asked first, then corners, then depth; the blame lies with the last of them that any bit came to."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    owned = [bit for bit in judge.tools.bits if judge.is_of_kind(bit)]
    if not owned or any(by_itself.get(bit.id) not in _OF_DIMENSIONS for bit in owned):
        return
    too_short = [bit for bit in owned if by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH]
    too_round = [bit for bit in owned if by_itself[bit.id] is words.CORNER_TOO_TIGHT]
    if too_short:
        longest = max(too_short, key=lambda bit: bit.cutting_length)
        raise CutError(
            refusals.TOO_DEEP_FOR_CORNERS if too_round else common_refusals.DEEPER_THAN_ANY_BIT,
            field="cut.depth",
            depth=judge.depth,
            longest=longest.cutting_length,
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


def setting_of(chosen: Candidate, judge: PocketJudge, piece: Piece) -> PocketSetting:
    """Everything a pair needs for a pocket."""
    asked, wood, rules, bit, base = judge.asked, judge.wood, judge.rules, chosen.bit, chosen.base
    speed = speed_of(bit, chosen.router, rules, compare=True)
    found = judge.guide(bit, chosen.router, base)
    guide = found if isinstance(found, AreaGuide) else None
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    fits = judge.against_bit(bit) is None
    ways = judge.ways(bit, guide) if guide is not None and fits else ()
    stepping = None
    if ways and grip is not None:
        stepping = _steps(judge, chosen, ways, grip, turning_rpm(speed))
    template_stops: list[Caution] = []
    if guide is not None and guide.kind == "bearing" and stepping is not None:
        guide, template_stops = _thick_enough(judge, chosen, guide, stepping.depths[0])
    holding = judge.held(bit, base, guide) if guide is not None and ways else None
    cautions = [*(written(reason) for reason in chosen.reasons), *template_stops]
    if guide is not None:
        cautions += guide.cautions
    if holding is not None:
        cautions += [written(each) for each in holding.cautions]
    corners: tuple[tuple[tuple[float, float], ...], ...] = ()
    if asked.ring is not None and fits and not asked.around:
        corners, area = unreached(asked.ring, bit_diameter=bit.diameter)
        if corners:
            cautions.append(caution(words.CORNERS_UNREACHED, area=area, radius=bit.diameter / 2))
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    plate = judge.bridging(guide) if guide is not None and asked.plate else None
    if plate is not None:
        cautions.append(caution(words.PLATE_BRIDGES, across=plate, thickness=PLATE))
    cautions += _cautions(judge, chosen, stepping)
    return PocketSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(bit),
        pocket=asked,
        depth=judge.depth,
        guide=guide,
        ways=ways,
        stepping=stepping,
        holding=holding,
        unreached=corners,
        plate=plate,
        cautions=in_order(cautions),
    )


def _thick_enough(judge: PocketJudge, chosen: Candidate, guide: AreaGuide, first: float) -> tuple[AreaGuide, list[Caution]]:
    """The template as thick as the pass that is really made first needs, and what then speaks against it.

    Rule: R3 shank bearing
    Formula: t ≥ L_c − first depth + 2 mm
    Source: power, stiffness or the wood may allow less than the school that the template was thought out by"""
    needed = chosen.bit.cutting_length - first + CONTACT
    if not closeness.under(guide.thickness, needed):
        return guide, []
    if judge.thickness_said:
        return guide, [caution(words.BEARING_ABOVE_TEMPLATE, thickness=guide.thickness, needed=needed)]
    held = plan_grip(chosen.bit, chosen.router, chosen.base, depth=judge.depth + needed, rules=judge.rules)
    return replace(guide, thickness=needed), [written(held)] if isinstance(held, Reason) else []


def _first_at_once(judge: PocketJudge, step: float) -> tuple[float, ...]:
    """The depths beside a bearing: as deep as may be at first, so that it finds its template, then on in equal steps (R3)."""
    total = judge.depth
    first = min(step, total)
    rest = cumulative_depths(total - first, step=step, finish=judge.rules.finish) if closeness.over(total, first) else ()
    return (first, *(first + each for each in rest))


def _steps(
    judge: PocketJudge, chosen: Candidate, ways: tuple[tuple[tuple[float, float], ...], ...], grip: Grip, rpm: float
) -> Stepping:
    """The passes of a pocket: depth by depth, in the middle first; those of a ring, side by side, all depths of one before the
    next (R7)."""
    tooling = judge.tooling(chosen.bit, chosen.router, rpm, grip.free)
    paces = paces_of(tooling)
    depths, turret, least, limits = plan_depths(tooling, paces, chosen.base)
    if judge.kind == "bearing":
        depths, turret = _first_at_once(judge, max(least.step, tooling.least_step)), None
    steps = list(zip((0.0, *depths), depths, strict=False))
    closed = not judge.asked.open_ways
    if judge.asked.form == "ring":
        lanes = [Lane(spacer=0.0, run=length_of(way, closed=closed), pace=pace) for way, pace in zip(ways, paces, strict=True)]
        ordered = [(lane, upper, lower) for lane in lanes for upper, lower in steps]
    elif judge.asked.in_lanes:
        lanes = [Lane(spacer=0.0, run=sum(length_of(way, closed=closed) for way in ways), pace=paces[0])]
        ordered = [(lane, upper, lower) for upper, lower in steps for lane in lanes]
    else:
        lanes = [Lane(spacer=0.0, run=length_of(ways[0], closed=closed), pace=paces[0])]
        if len(ways) > 1:
            lanes.append(Lane(spacer=0.0, run=sum(length_of(way) for way in ways[1:]), pace=paces[-1]))
        ordered = [(lane, upper, lower) for upper, lower in steps for lane in lanes]
    return stepped(tooling, ordered, paces=paces, depths=depths, turret=turret, limits=limits, least=least)


def _cautions(judge: PocketJudge, chosen: Candidate, stepping: Stepping | None) -> list[Caution]:
    asked, wood, rules, bit = judge.asked, judge.wood, judge.rules, chosen.bit
    found: list[Caution] = []
    if stepping is not None:
        found += stepping.cautions
        found += [each for pace in stepping.paces for each in pace.cautions]
    if asked.through:
        if not asked.backed and not (asked.frees and asked.loose == "skin"):
            found.append(caution(words.NO_SACRIFICIAL_BOARD, extra=rules.through_extra))
        if asked.frees and asked.loose is None:
            found.append(caution(words.LOOSE_PIECE, form=asked.form if asked.form in FREEING_FORMS else "piece"))
    elif closeness.under(asked.tongue, asked.thickness / 3):
        found.append(caution(words.THIN_FLOOR, floor=asked.tongue))
    x0, y0, x1, y1 = asked.box
    last = max(asked.places)
    first = min(asked.places)
    walls = {"left": x0 + first, "near": y0, "right": asked.part[0] - x1 - last, "far": asked.part[1] - y1}
    wall = min((room for side, room in walls.items() if side not in asked.open_sides), default=99.0)
    if closeness.under(wall, max(min(asked.depth, 10.0), 4.0)):
        found.append(caution(choosing_words.THIN_WALL, wall=wall))
    if asked.form in ("mortise", "recess") and asked.radius is None and not asked.in_lanes:
        found.append(corner_note(rules, radius=bit.diameter / 2))
    if asked.both_faces:
        found.append(caution(words.CHEEKS_COUNT_TWICE))
    if asked.leaf:
        found.append(caution(guide_words.LEAF_SETS_DEPTH))
    if bit.profile == "down-cut":
        found.append(caution(guide_words.DOWN_CUT_LIFTS_ROUTER))
        if closeness.over(judge.depth, bit.diameter):
            found.append(caution(guide_words.DOWN_CUT_PACKS, depth=judge.depth, diameter=bit.diameter))
    if wood.material_class in CROSS_VENEERED:
        found.append(caution(choosing_words.FACE_GRAIN_SPLINTERS, material=wood.name))
    return found
