"""Planning a pocket: the method of guiding it, then template or trammel, paths, steps and clamps of the tools that were chosen.

A mortise or slot that an edge guide or a straightedge guides is a channel stopped at both ends, and is planned as one.
"""

from __future__ import annotations

from typing import Final

from ranura.core.board.materials import CROSS_VENEERED
from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.clearing import unreached
from ranura.core.cuts.pocket.guides import cautions_of, template_along
from ranura.core.cuts.pocket.judge import PocketJudge
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.guides import Follower, path_of, there
from ranura.core.cuts.template.plan import thicker
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.passes import first_at_once
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.step_limits import paces_of
from ranura.core.cutting.stepping import Lane, Stepping, plan_depths, stepped
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import length_of
from ranura.core.holding.sweep import LEAD
from ranura.core.output.cautions import corner_note, in_order, tool_cautions
from ranura.core.shop.saved_outlines import SavedOutline, templates_of, version_of
from ranura.core.shop.tooling.bits import Bit
from ranura.core.templates import words as template_words
from ranura.core.templates.plates import PLATE
from ranura.core.text import choosing_words, depth_words, guide_words
from ranura.core.text.cautions import Caution, Reason, caution, written

_SAID: Final = frozenset({template_words.CORNERS_LEFT.code})
"""What a template says of corners that the pocket itself says more of."""


def setting_of(chosen: Candidate, judge: PocketJudge, piece: Piece) -> PocketSetting:
    """Everything a pair needs for a pocket."""
    asked, wood, rules, bit, base = judge.asked, judge.wood, judge.rules, chosen.bit, chosen.base
    speed = chosen.speed(rules)
    found = judge.guide(bit, chosen.router, base)
    guide = None if isinstance(found, Reason) else found
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    fits = judge.against_bit(bit) is None
    paths = judge.paths(bit, guide) if guide is not None and fits else ()
    stepping = None
    if paths and grip is not None:
        stepping = _steps(judge, chosen, paths, grip, turning_rpm(speed))
    template_stops: list[Caution] = []
    if isinstance(guide, Follower) and guide.kind == "bearing" and stepping is not None:
        first, said = stepping.depths[0], judge.thickness_said
        guide, template_stops = thicker(guide, chosen, first, deep=judge.depth, said=said, rules=rules)
    template = template_along(asked, guide, bit, rules) if isinstance(guide, Follower) and fits else None
    holding = judge.held(bit, base, guide) if guide is not None and paths else None
    cautions = [*(written(reason) for reason in chosen.reasons), *template_stops]
    if guide is not None:
        cautions += cautions_of(guide)
    if template is not None:
        cautions += [each for each in template.cautions if each.code not in _SAID]
    if holding is not None:
        cautions += [written(each) for each in holding.cautions]
    corners: tuple[tuple[tuple[float, float], ...], ...] = ()
    if asked.ring is not None and fits and not asked.around:
        corners, area = unreached(asked.ring, bit_diameter=bit.diameter)
        if corners:
            cautions.append(caution(words.CORNERS_UNREACHED, area=area, radius=bit.diameter / 2))
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    plate = judge.plate(bit, guide) if guide is not None and asked.plate else None
    if plate is not None:
        cautions.append(caution(template_words.PLATE_BRIDGES, across=plate, thickness=PLATE))
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
        template=template,
        there=there(_known_templates(judge, bit), template, guide) if isinstance(guide, Follower) else None,
        paths=paths,
        stepping=stepping,
        holding=holding,
        unreached=corners,
        plate=plate,
        cautions=in_order(cautions),
    )


def _known_templates(judge: PocketJudge, bit: Bit) -> tuple[SavedOutline, ...]:
    """The templates in the shop that were made for the shape of a pocket."""
    outlines = judge.tools.shop.outlines
    if not any(each.made for each in outlines):
        return ()
    path = path_of(judge.asked.loops(bit.diameter, beyond=bit.diameter + LEAD))
    return templates_of(version_of(path), outlines, judge.rules)


def _steps(
    judge: PocketJudge, chosen: Candidate, paths: tuple[tuple[tuple[float, float], ...], ...], grip: Grip, rpm: float
) -> Stepping:
    """The passes of a pocket: depth by depth, in the middle first; those of a ring, side by side, all depths of one before the
    next (R7)."""
    tooling = judge.tooling(chosen, rpm, grip.free)
    paces = paces_of(tooling)
    depths, turret, least, limits = plan_depths(tooling, paces, chosen.base)
    if judge.kind == "bearing":
        finish = judge.rules.finish if judge.need.finished else 0.0
        depths, turret = first_at_once(judge.depth, step=max(least.step, tooling.least_step), finish=finish), None
    steps = list(zip((0.0, *depths), depths, strict=False))
    closed = not judge.asked.open_paths
    if judge.asked.facts.taken == "groove":
        lanes = [Lane(spacer=0.0, run=length_of(path, closed=closed), pace=pace) for path, pace in zip(paths, paces, strict=True)]
        ordered = [(lane, upper, lower) for lane in lanes for upper, lower in steps]
    elif judge.asked.in_lanes:
        lanes = [Lane(spacer=0.0, run=sum(length_of(path, closed=closed) for path in paths), pace=paces[0])]
        ordered = [(lane, upper, lower) for upper, lower in steps for lane in lanes]
    else:
        lanes = [Lane(spacer=0.0, run=length_of(paths[0], closed=closed), pace=paces[0])]
        if len(paths) > 1:
            lanes.append(Lane(spacer=0.0, run=sum(length_of(path) for path in paths[1:]), pace=paces[-1]))
        ordered = [(lane, upper, lower) for upper, lower in steps for lane in lanes]
    return stepped(tooling, ordered, paces=paces, depths=depths, turret=turret, limits=limits, least=least)


def _cautions(judge: PocketJudge, chosen: Candidate, stepping: Stepping | None) -> list[Caution]:
    asked, wood, rules, bit = judge.asked, judge.wood, judge.rules, chosen.bit
    found: list[Caution] = []
    if stepping is not None:
        found += stepping.cautions
        found += [each for pace in stepping.paces for each in pace.cautions]
    if not asked.through and closeness.under(asked.tongue, asked.thickness / 3):
        found.append(caution(depth_words.THIN_FLOOR, floor=asked.tongue))
    if asked.facts.square_corners and asked.radius is None and not asked.in_lanes:
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
