"""Guide bushings and their templates (R9): the offset, the size of the template, its corners, and the room inside the bore."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing, Guide
from ranura.core.shop.tooling.routers import Base
from ranura.core.templates import words
from ranura.core.text.cautions import Caution, Reason, caution, has_stop

Cut = Literal["recess", "part"]

_WALL_EACH_SIDE = 1.0
_CLOSE = 1.5


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplatePlan:
    """Offset of template and cut, the template's size and corner radius, the smallest radius the cut can have; mm.

    A radius or length that was not asked for is None. `slot` is the opening of a template slot the bushing runs in.
    """

    offset: float
    template_width: float
    template_length: float | None
    template_corner_radius: float | None
    smallest_corner_radius: float
    slot: float
    blocked: bool
    cautions: tuple[Caution, ...]


def offset(*, bushing_od: float, bit_diameter: float) -> float:
    """Distance from the template's edge to the edge of the cut; negative for a cutter wider than the bushing.

    Rule: R9 offset
    Formula: o = (OD − D)/2; for a bearing o = (bearing − D)/2
    Source: geometry: bit and bushing share one axis

    >>> offset(bushing_od=15.875, bit_diameter=6.35)
    4.7625"""
    return (bushing_od - bit_diameter) / 2


def smallest_corner(cut: Cut, *, bushing_od: float, bit_diameter: float) -> float:
    """The smallest radius of an outward corner of the shape: the bit's own in a recess, the offset on a part.

    Rule: R9 corners
    Formula: recess D/2; part, outer corner o
    Source: geometry of discs rolling in and around a corner

    >>> smallest_corner("recess", bushing_od=16, bit_diameter=8)
    4.0"""
    return bit_diameter / 2 if cut == "recess" else max(offset(bushing_od=bushing_od, bit_diameter=bit_diameter), 0.0)


def plan_template(
    *,
    bushing_od: float,
    bit_diameter: float,
    cut: Cut,
    width: float,
    length: float | None = None,
    corner_radius: float | None = None,
    bushing_bore: float | None = None,
    bushing_length: float | None = None,
    template_thickness: float | None = None,
    straight: bool = True,
    rules: HouseRules = STANDARD,
) -> TemplatePlan:
    """The template for a recess, or for a part kept inside it, of `width` × `length`.

    Rule: R9 templates
    Formula: recess S + 2·o, its corners r + o; part S − 2·o, its corners r − o
    Source: geometry; `straight` False for a dovetail, T-slot or keyhole, which may be wider than the bore"""
    o = offset(bushing_od=bushing_od, bit_diameter=bit_diameter)
    away = o if cut == "recess" else -o
    smallest = smallest_corner(cut, bushing_od=bushing_od, bit_diameter=bit_diameter)
    found = _room(bushing_od, bushing_bore, bit_diameter, straight, rules)
    found += _length(bushing_length, template_thickness)
    sizes = [width] if length is None else [width, length]
    if cut == "recess" and any(closeness.under(size, bit_diameter) for size in sizes):
        found.append(caution(words.BUSHING_CANNOT_ENTER, narrowest=bit_diameter))
    if any(not closeness.over(size + 2 * away, 0) for size in sizes):
        found.append(caution(words.TEMPLATE_VANISHES))
    radius = None
    if corner_radius is not None:
        radius = max(corner_radius, smallest) + away
        if closeness.under(corner_radius, smallest):
            found.append(caution(words.CORNER_ROUNDED, smallest=smallest, asked=corner_radius))
    return TemplatePlan(
        offset=o,
        template_width=width + 2 * away,
        template_length=None if length is None else length + 2 * away,
        template_corner_radius=radius,
        smallest_corner_radius=smallest,
        slot=bushing_od + rules.slot_play,
        blocked=has_stop(found),
        cautions=tuple(found),
    )


def bushings_for(bit: Bit, base: Base, guides: Sequence[Guide], *, template: float, rules: HouseRules) -> list[Bushing] | Reason:
    """The bushings of a shop that this base takes and a straight bit turns in, under a template so many mm thick: those with
    room around the bit first, of these the nearest to it. Or why there is none."""
    owned = [each for each in guides if isinstance(each, Bushing)]
    if not owned:
        return Reason(words.NO_BUSHING)
    if base.plate is None:
        return Reason(words.NO_BUSHING_PLATE)
    fitting = [each for each in owned if each.plate in (None, base.plate)]
    if not fitting:
        return Reason(words.BUSHING_OF_OTHER_PLATE, {"plate": base.plate})
    said = {each.id: room_for(each, bit, template=template, rules=rules) for each in fitting}
    good = [each for each in fitting if not has_stop(said[each.id])]
    if not good:
        return Reason(words.NO_BUSHING_FITS, {"diameter": bit.diameter})
    return sorted(good, key=lambda each: (any(c.code == words.BUSHING_CLOSE.code for c in said[each.id]), each.outside))


def room_for(bushing: Bushing, bit: Bit, *, template: float, rules: HouseRules) -> list[Caution]:
    """What a bushing says to a straight bit that turns in it, under a template so many mm thick."""
    found = _room(bushing.outside, bushing.bore, bit.diameter, True, rules)
    return found + _length(bushing.length, template)


def room_for_shank(bushing: Bushing, bit: Bit, *, template: float, rules: HouseRules) -> list[Caution]:
    """What a bushing says to a bit whose cutter stays below it and whose shank turns in it; the template is so many mm thick."""
    found = _room(bushing.outside, bushing.bore, bit.shank, True, rules) + _length(bushing.length, template)
    if bushing.bore is None or closeness.under(bushing.bore - bit.diameter, rules.bore_clearance):
        found.append(caution(words.NEVER_LIFT))
    return found


def _length(length: float | None, template: float | None) -> list[Caution]:
    if length is not None and template is not None and closeness.over(length, template):
        return [caution(words.BUSHING_TOO_LONG, length=length, thickness=template)]
    return []


def _room(od: float, bore: float | None, turning: float, straight: bool, rules: HouseRules) -> list[Caution]:
    """What the bore says to the bit that turns in it."""
    if straight and closeness.over(turning, od):
        return [caution(words.BUSHING_INSIDE_BIT, diameter=turning, od=od)]
    found = []
    if bore is None:
        bore = od - 2 * _WALL_EACH_SIDE
        found.append(caution(words.BORE_UNKNOWN, bore=max(bore, 0.0)))
    clear = bore - turning
    if not straight and closeness.under(clear, rules.bore_clearance):
        return [*found, caution(words.NEVER_LIFT)]
    if closeness.under(clear, rules.bore_clearance):
        found.append(
            caution(
                words.BUSHING_TOO_TIGHT, turning=turning, bore=max(bore, 0.0), clear=max(clear, 0.0), needed=rules.bore_clearance
            )
        )
    elif closeness.under(clear, _CLOSE):
        found.append(caution(words.BUSHING_CLOSE, clear=clear))
    return found
