"""Slots and circles in a template by which one bushing after another makes mortises and holes of several widths (R9)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.templates.bushings import offset, plan_template

_ALIKE = 0.01
"""mm between two widths that are one."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Made:
    """What a bushing and a bit make in a slot: its width and length in mm."""

    bushing: Bushing
    bit: Bit
    width: float
    length: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Hole:
    """The slot in a template for a mortise with a bushing and a bit, in mm; what else it makes, the narrowest first."""

    bushing: Bushing
    bit: Bit
    width: float
    length: float
    also: tuple[Made, ...]


def holes_for(
    width: float, length: float, bushings: Sequence[Bushing], bits: Sequence[Bit], rules: HouseRules
) -> tuple[Hole, ...]:
    """The slots for a mortise `width` × `length` in mm, with every bushing that a bit turns in and that bit no wider than it, one
    of each width; those first with which it is cut along one line, then by the bushing. A circle is as long as it is wide.

    Rule: R9 interchangeable widths
    Formula: slot = w + OD − D, and at least as wide as the ring with its play; in it another pair makes w' = slot − OD' + D'
    Source: the ring stays inside the slot, and the bit in the middle of the ring"""
    by_width: dict[float, Bit] = {}
    for each_bit in sorted(bits, key=lambda each: each.state == "dull"):
        by_width.setdefault(each_bit.diameter, each_bit)
    pairs = [(bushing, bit) for bushing in bushings for bit in by_width.values() if _turns(bushing, bit)]
    found = []
    for bushing, bit in pairs:
        if closeness.over(bit.diameter, width):
            continue
        exact = 2 * offset(bushing_od=bushing.outside, bit_diameter=bit.diameter)
        beyond = max(exact, bushing.outside + rules.slot_play - width)
        others = [other for other in pairs if other != (bushing, bit)]
        also = _also(width + beyond, length + beyond, others, but=width, play=rules.slot_play)
        found.append(Hole(bushing=bushing, bit=bit, width=width + beyond, length=length + beyond, also=also))
    return tuple(sorted(found, key=lambda each: (not closeness.same(each.bit.diameter, width), each.bushing.outside)))


def _turns(bushing: Bushing, bit: Bit) -> bool:
    """Whether a bit turns in a bushing with room around it."""
    room = plan_template(
        bushing_od=bushing.outside, bit_diameter=bit.diameter, cut="recess", width=1_000.0, bushing_bore=bushing.bore
    )
    return not room.blocked


def _also(wide: float, long: float, pairs: Sequence[tuple[Bushing, Bit]], *, but: float, play: float) -> tuple[Made, ...]:
    """What other pairs make in a slot, each width once but for one, with the widest bushing that has its play in it."""
    made: list[Made] = []
    for bushing, bit in sorted(pairs, key=lambda pair: -pair[0].outside):
        if closeness.over(bushing.outside + play, wide):
            continue
        less = 2 * offset(bushing_od=bushing.outside, bit_diameter=bit.diameter)
        if all(abs(wide - less - known) > _ALIKE for known in (but, *(each.width for each in made))):
            made.append(Made(bushing=bushing, bit=bit, width=wide - less, length=long - less))
    return tuple(sorted(made, key=lambda each: each.width))
