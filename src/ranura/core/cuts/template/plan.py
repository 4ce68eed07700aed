"""Planning a cut by template: the template, the ways along it, steps and clamps of the tools that were chosen."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace

from ranura.core.board.materials import CROSS_VENEERED, SOLID
from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.template import words
from ranura.core.cuts.template.arcs import BESIDE
from ranura.core.cuts.template.faces import Faces, faces_of
from ranura.core.cuts.template.guides import Follower, Template, template_for
from ranura.core.cuts.template.judge import TemplateJudge
from ranura.core.cuts.template.on_board import SMALLER, OutlineOnBoard, smaller_board
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.tracing import DEEPER, Traced, followed, goes_along
from ranura.core.cutting.grip import Grip, plan_grip
from ranura.core.cutting.passes import first_at_once
from ranura.core.cutting.speed import speed_of, turning_rpm
from ranura.core.cutting.step_limits import paces_of
from ranura.core.cutting.stepping import Lane, Stepping, plan_depths, stepped
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import signed_area
from ranura.core.holding.hands import is_small
from ranura.core.output.cautions import in_order, table_cautions, tool_cautions
from ranura.core.shop.house_rules import HouseRules
from ranura.core.templates import words as template_words
from ranura.core.templates.bearings import thick_enough
from ranura.core.templates.clearing import Round, kept_on_left, rounds
from ranura.core.templates.lifts import Lift, lifts_along
from ranura.core.templates.plates import PLATE
from ranura.core.text import choosing_words, depth_words, guide_words, table_words
from ranura.core.text.cautions import Caution, Reason, caution, written


def setting_of(chosen: Candidate, judge: TemplateJudge, piece: Piece) -> TemplateSetting:
    """Everything a pair needs for a cut by template."""
    asked, wood, rules, bit, base = judge.asked, judge.wood, judge.rules, chosen.bit, chosen.base
    speed = chosen.speed(rules)
    found = judge.follower(bit, chosen.router, base)
    follower = None if isinstance(found, Reason) else found
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    fits = judge.against_bit(bit) is None
    template = template_for(asked.loops, asked.makes, follower, bit, rules) if follower is not None and fits else None
    traced, made_first = _trace(judge, chosen, follower) if template is not None and asked.traced else (None, None)
    more: list[Caution] = []
    way_of = template
    if traced is not None and made_first is not None and follower is not None:
        template = made_first
        way_of, out = followed(made_first, follower, bit)
        more += _cautions_of_trace(traced, chosen, goes=goes_along(made_first, way_of), out=out)
    ways = _ways(asked, way_of, bit.diameter, rules) if way_of is not None else ()
    stepping = _steps(judge, chosen, ways, grip, turning_rpm(speed)) if ways and grip is not None else None
    if traced is not None and stepping is not None and closeness.under(stepping.depths[0], traced.depth + DEEPER):
        first = stepping.depths[0]
        more.append(caution(words.TRACE_TOO_DEEP, traced=traced.depth, first=first, most=math.floor(first - DEEPER)))
    if follower is not None and follower.kind == "bearing" and stepping is not None:
        follower, thick = thicker(follower, chosen, stepping.depths[0], deep=judge.depth, said=judge.thickness_said, rules=rules)
        more += thick
    holding = judge.held(bit, chosen.router, base, follower) if follower is not None and ways else None
    fibres = piece.fibres if wood.material_class in SOLID else None
    lifts = _lifts(asked, template, fibres, rules) if template is not None and fibres is not None else ()
    faces = (
        _faces(asked, template, ways, bit.diameter / 2, fibres, rules) if template is not None and fibres is not None else None
    )
    if faces is not None:
        lifts = tuple(Lift(path=path, wood_left=True) for path in faces.left)
    plate = judge.plate(follower, bit) if follower is not None and asked.plate else None
    cautions = [*(written(reason) for reason in chosen.reasons), *more]
    if follower is not None:
        cautions += follower.cautions
    if template is not None:
        cautions += template.cautions
    if holding is not None:
        cautions += [written(each) for each in holding.cautions]
    if plate is not None:
        cautions.append(caution(template_words.PLATE_BRIDGES, across=plate, thickness=PLATE))
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    cautions += _cautions(judge, chosen, stepping, lifts, turned=faces is not None)
    if chosen.router.mounting == "table":
        opening = bit.diameter + rules.opening_clearance
        small, carried = is_small(asked.work), asked.held == "carrier"
        cautions += [caution(table_words.STARTING_PIN)] if asked.starting_pin else []
        cautions += table_cautions(asked.work, (), opening, small=small, carried=carried, one_plane=False)
    return TemplateSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(bit),
        outline=asked,
        depth=judge.depth,
        follower=follower,
        template=template,
        ways=ways,
        stepping=stepping,
        holding=holding,
        faces=faces,
        lifts=lifts,
        traced=traced,
        plate=plate,
        cautions=in_order(cautions),
    )


def _trace(judge: TemplateJudge, chosen: Candidate, follower: Follower | None) -> tuple[Traced | None, Template | None]:
    """The passes of the small bit that traces the line first, and the template that both follow."""
    found = judge.tracer(chosen.bit, chosen.router, follower) if follower is not None else None
    if found is None:
        return None, None
    small, by = found
    asked, rules = small.asked, small.rules
    leads, grip = small.follower(by.bit, by.router, by.base), small.grip(by.bit, by.router)
    assert isinstance(leads, Follower), "what can trace it is led"
    assert isinstance(grip, Grip), "what can make a cut is held"
    speed = speed_of(by.bit, by.router, rules)
    template = template_for(asked.loops, asked.makes, leads, by.bit, rules)
    ways = _ways(asked, template, by.bit.diameter, rules)
    stepping = _steps(small, by, ways, grip, turning_rpm(speed))
    return Traced(candidate=by, follower=leads, speed=speed, ways=ways, stepping=stepping), template


def _cautions_of_trace(traced: Traced, chosen: Candidate, *, goes: bool, out: int) -> Iterator[Caution]:
    """What is said of a trace: who goes first, where the larger bit does not get along, where its ring stays out of corners."""
    by = traced.follower.tool.name if traced.follower.tool is not None else "its bearing"
    larger = chosen.bit.name
    yield caution(words.TRACE_FIRST, bit=traced.bit.name, guide=by, depth=traced.depth, larger=larger)
    if not goes:
        yield caution(words.LARGER_STAYS_OUT)
    elif out:
        yield caution(words.ROUNDER_BELOW_TRACE, count=out, radius=chosen.bit.diameter / 2)


def _ways(asked: OutlineOnBoard, template: Template, bit_diameter: float, rules: HouseRules) -> tuple[Round, ...]:
    """The ways of the axis at the first place: along the line, holes first, or over the whole field."""
    if not asked.along_line:
        return rounds(template.axis, bit_diameter=bit_diameter, lane=rules.lane)
    # Inside of an opening the plug lies on the right, and the template that the ring is pressed on to on the left (R10).
    return tuple(Round(path, wide=True) for path in kept_on_left(template.axis, inside=asked.makes == "part"))


def thicker(
    follower: Follower, chosen: Candidate, first: float, *, deep: float, said: bool, rules: HouseRules
) -> tuple[Follower, list[Caution]]:
    """A bearing with the template as thick as the pass that is really made first needs, and what then speaks against it: power,
    stiffness or the wood may allow less than the school that it was thought out by. Lengths in mm; `deep` is the cut's depth,
    and `said` whether the person said how thick the template is."""
    needed = thick_enough(chosen.bit, first)
    if not closeness.under(follower.thickness, needed):
        return follower, []
    if said:
        return follower, [caution(template_words.BEARING_ABOVE_TEMPLATE, thickness=follower.thickness, needed=needed)]
    held = plan_grip(chosen.bit, chosen.router, chosen.base, depth=deep + needed, rules=rules)
    return replace(follower, thickness=needed), [written(held)] if isinstance(held, Reason) else []


def _steps(judge: TemplateJudge, chosen: Candidate, ways: tuple[Round, ...], grip: Grip, rpm: float) -> Stepping:
    """The passes: of a line all depths of one way before the next, of a field depth by depth, in the middle first."""
    tooling = judge.tooling(chosen, rpm, grip.free)
    paces = paces_of(tooling)
    depths, turret, least, limits = plan_depths(tooling, paces, chosen.base)
    if judge.kind == "bearing":
        finish = judge.rules.finish if judge.need.finished else 0.0
        depths, turret = first_at_once(judge.depth, step=max(least.step, tooling.least_step), finish=finish), None
    if judge.kind == "tip":
        depths, turret = (judge.depth,), None
    steps = list(zip((0.0, *depths), depths, strict=False))
    if judge.asked.along_line:
        lanes = [Lane(spacer=0.0, run=length_of(way.path), pace=paces[0]) for way in ways]
        ordered = [(lane, upper, lower) for lane in lanes for upper, lower in steps]
    else:
        lanes = [Lane(spacer=0.0, run=sum(length_of(way.path) for way in ways if way.wide), pace=paces[0])]
        if rest := sum(length_of(way.path) for way in ways if not way.wide):
            lanes.append(Lane(spacer=0.0, run=rest, pace=paces[-1]))
        ordered = [(lane, upper, lower) for upper, lower in steps for lane in lanes]
    made = stepped(tooling, ordered, paces=paces, depths=depths, turret=turret, limits=limits, least=least)
    return replace(made, step=judge.depth, bound="bearing") if judge.kind == "tip" else made


def _lifts(asked: OutlineOnBoard, template: Template, fibres: tuple[float, float], rules: HouseRules) -> tuple[Lift, ...]:
    """Where the fibres lift along the edges of what stays."""
    inside, plug = asked.makes == "part", asked.makes == "plug"
    return tuple(lifts_along(template.obtained, inside=inside, wood_left=not plug, fibres=fibres, rules=rules))


def _faces(
    asked: OutlineOnBoard, template: Template, ways: Sequence[Round], half: float, fibres: tuple[float, float], rules: HouseRules
) -> Faces | None:
    """The ways from both faces of a part that is to be turned over where its fibres lift, the bit being so many mm in radius."""
    outer = next((way.path for way in ways if signed_area(way.path) > 0), None)
    if not asked.turned or asked.blank is None or outer is None or len(ways) > 1:
        return None
    return faces_of(
        outer, fibres=fibres, part=template.obtained, blank=asked.blank, half=half, radius=asked.sawn + BESIDE, rules=rules
    )


def _cautions(
    judge: TemplateJudge, chosen: Candidate, stepping: Stepping | None, lifts: tuple[Lift, ...], *, turned: bool
) -> Iterator[Caution]:
    asked, wood, rules, bit = judge.asked, judge.wood, judge.rules, chosen.bit
    if stepping is not None and judge.kind == "tip":
        strong = min((each.step for each in stepping.limits if each.bound in ("power", "stiffness")), default=math.inf)
        if closeness.under(strong, judge.depth):
            yield caution(words.TIP_TAKES_ALL_AT_ONCE, depth=judge.depth, step=strong)
    if stepping is not None:
        yield from stepping.cautions
        yield from (each for pace in stepping.paces for each in pace.cautions)
    if asked.changed:
        yield caution(words.OUTLINE_CHANGED, name=asked.saved.name)
    floor = asked.thickness - judge.depth
    if not asked.through and closeness.under(floor, asked.thickness / 3):
        yield caution(depth_words.THIN_FLOOR, floor=floor)
    if asked.makes == "plug":
        yield caution(words.PLUG_IS_PROUD, extra=rules.plug_extra)
    if lifts:
        said = words.CUT_FROM_BOTH_FACES if turned else words.FIBRES_LIFT_ALONG
        yield caution(said, count=len(lifts), long=sum(length_of(each.path, closed=False) for each in lifts))
        if rules.climbs == "light-pass" and not turned:
            yield caution(words.NO_CLIMB_IN_A_SLOT if asked.blank is None else words.NO_CLIMB_ROUND_A_PART)
    elif asked.turned:
        yield caution(words.NOTHING_TO_TURN)
    if turned and smaller_board(asked) is None:
        yield caution(words.NOTHING_TO_LIE_ON, smaller=SMALLER)
    yield caution(words.FEEL_THE_EDGE)
    if bit.profile == "down-cut":
        yield caution(guide_words.DOWN_CUT_LIFTS_ROUTER)
        if closeness.over(judge.depth, bit.diameter):
            yield caution(guide_words.DOWN_CUT_PACKS, depth=judge.depth, diameter=bit.diameter)
    if wood.material_class in CROSS_VENEERED:
        yield caution(choosing_words.FACE_GRAIN_SPLINTERS, material=wood.name)
