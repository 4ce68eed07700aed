"""What guides the router in a pocket: a template for bushing or bearing, a trammel, or the eye along a line (R7, R8, R9)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import assert_never

from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.template.guides import Follower, Template, template_for
from ranura.core.cutting.direction import contour_direction
from ranura.core.cutting.lateral import lateral_passes, setback
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, Ring
from ranura.core.holding.sweep import LEAD
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Guide, Sled, Trammel
from ranura.core.shop.tooling.routers import Base
from ranura.core.text import guide_words
from ranura.core.text.cautions import Caution, Reason, caution


@dataclass(frozen=True, kw_only=True, slots=True)
class TrammelGuide:
    """An arm around a pivot."""

    pivot: Point
    radii: tuple[float, ...]
    """From pivot to axis in mm, one for each lateral pass, in order of work; never empty."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ShoulderGuide:
    """A straightedge on the board beside the last lane of a lap."""

    setback: float
    """From the shoulder to the straightedge, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class SledGuide:
    """A sled across the board, on rails."""

    sled: Sled
    thickness: float
    """How far it holds the base above the work, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FreehandGuide:
    """The eye along a scored line."""


AreaGuide = Follower | TrammelGuide | ShoulderGuide | SledGuide | FreehandGuide
"""What guides a bit in a pocket: what follows a template, or something else; every match over it is closed by `assert_never`."""


def lies_under_base(guide: AreaGuide) -> float:
    """How thick the template or the floor of a sled between base and work is, in mm; 0 without one."""
    return guide.thickness if isinstance(guide, Follower | SledGuide) else 0.0


def cautions_of(guide: AreaGuide) -> tuple[Caution, ...]:
    """What is to be said of a guide."""
    match guide:
        case Follower():
            return guide.cautions
        case SledGuide(sled=sled):
            unknown = (caution(words.SLED_NOT_MEASURED, assumed=sled.reach),) if sled.above_work is None else ()
            return (*unknown, caution(words.SLED_RAILS))
        case FreehandGuide():
            return (caution(guide_words.FREEHAND_LINE),)
        case TrammelGuide() | ShoulderGuide():
            return ()
        case _:
            assert_never(guide)


def sense_of(asked: PocketOnBoard) -> str:
    """Clockwise or counter-clockwise, seen from above.

    Rule: R7 contours
    Formula: by hand, inside a guiding edge clockwise; outside of what is kept counter-clockwise
    Source: the push of the cut must press the guide on"""
    return contour_direction(mounting="hand", contour="outside" if asked.facts.keeps_inside else "inside").sense


def trammel_guide(asked: PocketOnBoard, bit: Bit, guides: Sequence[Guide]) -> TrammelGuide | Reason:
    """The trammel's settings from the pivot in the centre to the bit's axis; or why there is none.

    Rule: R8 trammel
    Formula: disc kept R + D/2; hole R − D/2; a ring from its inner wall outwards, R − g + D/2 to R − D/2
    Source: geometry; going round clockwise a ring's fresh wood lies on the left, outwards"""
    owned = [each for each in guides if isinstance(each, Trammel)]
    if not owned:
        return Reason(words.NO_TRAMMEL)
    r, d = asked.size[0] / 2, bit.diameter
    if asked.facts.keeps_inside:
        radii: tuple[float, ...] = (r + d / 2,)
    elif asked.form == "hole":
        radii = (r - d / 2,)
    else:
        count = lateral_passes(width=asked.groove, bit_diameter=d)
        low, high = r - asked.groove + d / 2, r - d / 2
        radii = (high,) if count == 1 else tuple(low + (high - low) * i / (count - 1) for i in range(count))
    for tool in owned:
        if all(not closeness.under(each, tool.nearest) and not closeness.over(each, tool.farthest) for each in radii):
            return TrammelGuide(pivot=asked.centre, radii=radii)
    tool = owned[0]
    return Reason(words.TRAMMEL_RANGE, {"radius": radii[-1], "low": tool.nearest, "high": tool.farthest})


def shoulder_guide(bit: Bit, base: Base) -> ShoulderGuide:
    """A straightedge on the board that stops the last lane of a lap at its shoulder.

    Rule: R14 half-lap
    Formula: s = b − D/2 from the shoulder
    Source: geometry of base and bit"""
    return ShoulderGuide(setback=setback(base_to_axis=base.sides[0].distance, bit_diameter=bit.diameter))


def sled_guide(asked: PocketOnBoard, guides: Sequence[Guide]) -> SledGuide | Reason:
    """A sled that spans the board on rails; or why there is none."""
    owned = [each for each in guides if isinstance(each, Sled)]
    if not owned:
        return Reason(words.NO_SLED)
    length, width = asked.part
    fitting = [each for each in owned if not closeness.over(width, each.span) and not closeness.over(length, each.length)]
    if not fitting:
        widest = max(owned, key=lambda each: each.span)
        return Reason(words.SLED_TOO_SMALL, {"width": width, "length": length, "span": widest.span, "rails": widest.length})
    chosen = min(fitting, key=lambda each: (each.above_work is None, each.reach))
    return SledGuide(sled=chosen, thickness=chosen.reach)


def lanes_of(asked: PocketOnBoard, *, bit_diameter: float, lane: float) -> tuple[Ring, ...]:
    """Parallel lanes across the board from the open end to the shoulder, or over the whole face, each run in one sense.

    A path of two points is a lane from the first to the second. By hand the wood that is left lies on the left of the heading:
    from the left end on the router is pulled, from the right end on it is pushed away (R7).

    Rule: R8 fields, R14
    Formula: axes at the end + lane − D/2 … shoulder − D/2, no further apart than lane·D
    Source: lanes that overlap leave no ridge; the last runs along the shoulder"""
    x0, y0, x1, y1 = asked.box
    beyond = bit_diameter / 2 + LEAD
    step, r = lane * bit_diameter, bit_diameter / 2
    from_left = asked.form == "lap" and x0 <= 0
    # How far the axis goes across all lanes: from biting one lane at the open side to the shoulder, or to where nothing is left.
    wide = x1 - x0
    last = wide - r if asked.form == "lap" else wide + r - step
    first = min(step - r, last)
    count = max(1, closeness.ceil((last - first) / step) + 1)
    offsets = [first + (last - first) * i / max(count - 1, 1) for i in range(count)] if count > 1 else [last]
    if from_left:
        return tuple(((x0 + at, y1 + beyond), (x0 + at, y0 - beyond)) for at in offsets)
    return tuple(((x1 - at, y0 - beyond), (x1 - at, y1 + beyond)) for at in offsets)


def template_along(asked: PocketOnBoard, follower: Follower, bit: Bit, rules: HouseRules) -> Template:
    """The template of a pocket: its opening, or around a disc its outline. Where a side is open it goes on past the board."""
    loops = asked.loops(bit.diameter, beyond=bit.diameter + LEAD)
    return template_for(loops, "part" if asked.facts.keeps_inside else "recess", follower, bit, rules)
