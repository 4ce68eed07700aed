"""What guides the router in a pocket: a template for bushing or bearing, a trammel, or the eye along a line (R7, R8, R9)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import assert_never

from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cutting.direction import contour_direction
from ranura.core.cutting.lateral import lateral_passes, setback
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import offset_ring
from ranura.core.geometry.rings import Point, Ring, circle_ring, rounded
from ranura.core.holding.sweep import LEAD
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing, Guide, Sled, Trammel
from ranura.core.shop.tooling.routers import Base
from ranura.core.templates import words as template_words
from ranura.core.templates.bearings import thick_enough
from ranura.core.templates.bushings import TemplatePlan, bushings_for, plan_template
from ranura.core.text import guide_words
from ranura.core.text.cautions import Caution, Reason, caution


@dataclass(frozen=True, kw_only=True, slots=True)
class BushingGuide:
    """A ring in the base follows a template."""

    bushing: Bushing
    template: TemplatePlan
    thickness: float
    """Of the template, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class BearingGuide:
    """A bearing at the shank follows a template of the same size."""

    template: TemplatePlan
    thickness: float
    """Of the template, in mm."""


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


AreaGuide = BushingGuide | BearingGuide | TrammelGuide | ShoulderGuide | SledGuide | FreehandGuide
"""What guides a bit in a pocket; every match over it is closed by `assert_never`."""


TEMPLATE_RIM = 100.0
"""mm that a template reaches beyond its opening."""


def template_of(guide: AreaGuide) -> TemplatePlan | None:
    """The template's plan; None where no template is followed."""
    return guide.template if isinstance(guide, BushingGuide | BearingGuide) else None


def lies_under_base(guide: AreaGuide) -> float:
    """How thick the template or the floor of a sled between base and work is, in mm; 0 without one."""
    return guide.thickness if isinstance(guide, BushingGuide | BearingGuide | SledGuide) else 0.0


def cautions_of(guide: AreaGuide) -> tuple[Caution, ...]:
    """What is to be said of a guide."""
    match guide:
        case BushingGuide(template=plan):
            return plan.cautions
        case SledGuide(sled=sled):
            unknown = (caution(words.SLED_NOT_MEASURED, assumed=sled.reach),) if sled.above_work is None else ()
            return (*unknown, caution(words.SLED_RAILS))
        case FreehandGuide():
            return (caution(guide_words.FREEHAND_LINE),)
        case BearingGuide() | TrammelGuide() | ShoulderGuide():
            return ()
        case _:
            assert_never(guide)


def sense_of(asked: PocketOnBoard) -> str:
    """Clockwise or counter-clockwise, seen from above.

    Rule: R7 contours
    Formula: by hand, inside a guiding edge clockwise; outside of what is kept counter-clockwise
    Source: the push of the cut must press the guide on"""
    return contour_direction(mounting="hand", contour="outside" if asked.facts.keeps_inside else "inside").sense


def bushing_guide(
    asked: PocketOnBoard, bit: Bit, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> BushingGuide | Reason:
    """The bushing whose ring is nearest to the bit and leaves it room, with its template; or why there is none."""
    found = bushings_for(bit, base, guides, template=asked.template, rules=rules)
    if isinstance(found, Reason):
        return found
    made = ((each, _template(asked, each, bit, rules)) for each in found)
    good = next(((each, plan) for each, plan in made if not plan.blocked), None)
    if good is None:
        return Reason(template_words.NO_BUSHING_FITS, {"diameter": bit.diameter})
    return BushingGuide(bushing=good[0], template=good[1], thickness=asked.template)


def _template(asked: PocketOnBoard, bushing: Bushing, bit: Bit, rules: HouseRules) -> TemplatePlan:
    sx, sy = asked.size
    radius = asked.radius
    if radius is None and asked.ring is None and not asked.around:
        radius = bit.diameter / 2
    plan = plan_template(
        bushing_od=bushing.outside,
        bit_diameter=bit.diameter,
        cut="part" if asked.facts.keeps_inside else "recess",
        width=sy,
        length=sx,
        corner_radius=radius,
        bushing_bore=bushing.bore,
        bushing_length=bushing.length,
        template_thickness=asked.template,
        rules=rules,
    )
    # A ring does not enter an opening of its own size (R9).
    return replace(plan, template_width=plan.slot) if closeness.same(plan.template_width, bushing.outside) else plan


def bearing_guide(
    asked: PocketOnBoard, bit: Bit, *, step: float, rules: HouseRules, asked_thickness: bool
) -> BearingGuide | Reason:
    """A template as large as the pocket for a bearing at the shank, as thick as the first pass needs; or why that cannot be."""
    needed = thick_enough(bit, min(step, asked.depth if not asked.through else asked.thickness))
    thick = asked.template
    if closeness.under(thick, needed):
        if asked_thickness:
            return Reason(template_words.BEARING_ABOVE_TEMPLATE, {"thickness": thick, "needed": needed})
        thick = needed
    sx, sy = asked.size
    corner = bit.diameter / 2 if asked.radius is None else max(asked.radius, bit.diameter / 2)
    plan = TemplatePlan(
        offset=0.0,
        template_width=sy,
        template_length=sx,
        template_corner_radius=None if asked.ring is not None or asked.around else corner,
        smallest_corner_radius=bit.diameter / 2,
        slot=bit.diameter + rules.slot_play,
        blocked=False,
        cautions=(),
    )
    return BearingGuide(template=plan, thickness=thick)


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


def template_ring(asked: PocketOnBoard, guide: AreaGuide, *, beyond: float) -> Ring | None:
    """The template's opening (or, around a disc, its outline) at the first place; None without one. Where a side is open it goes
    on past the board, by `beyond` mm and the offset."""
    plan = template_of(guide)
    if plan is None or plan.template_length is None:
        return None
    cx, cy = asked.centre
    half_x, half_y = plan.template_length / 2, plan.template_width / 2
    if asked.facts.round:
        return circle_ring((cx, cy), half_x)
    if asked.ring is not None:
        return offset_ring(asked.ring, plan.offset)
    x0, y0, x1, y1 = cx - half_x, cy - half_y, cx + half_x, cy + half_y
    more = beyond + plan.offset
    x0, x1 = x0 - more * ("left" in asked.open_sides), x1 + more * ("right" in asked.open_sides)
    y0, y1 = y0 - more * ("near" in asked.open_sides), y1 + more * ("far" in asked.open_sides)
    return rounded((x0, y0, x1, y1), min(plan.template_corner_radius or 0.0, half_x, half_y))
