"""Parting a profile into stages: settings that take equal areas, so that no trip is harder than another (R3, R12)."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.errors import CutError
from ranura.core.shapes.section import Stock, Trip, can_be_raised, section, taken
from ranura.core.tooling.bits import Bit

_HALVINGS = 40


def stages_by_height(bit: Bit, final: Trip, stock: Stock, *, count: int) -> tuple[Trip, ...]:
    """`count` settings that end at `final`, the bit raised (or let down) between them, each taking as much as any other.

    Raises CutError ("cannot-be-raised") for a profile that gets thinner upwards.

    Rule: R12 stages by height
    Formula: taken(h_i) = i/n · taken(h_n); a raised bit covers all that it covered before, so areas add up
    Source: the power of a trip goes with the area it takes (R5)"""
    if not can_be_raised(bit):
        raise CutError("cannot-be-raised", field="stages", profile=bit.kind.name)
    whole = taken(bit, final, stock)
    return (*(replace(final, height=_height_of(whole * i / count, bit, final, stock)) for i in range(1, count)), final)


def stages_by_fence(bit: Bit, final: Trip, stock: Stock, *, count: int) -> tuple[Trip, ...]:
    """`count` settings that end at `final`, the fence moved back between them, each taking as much as any other.

    Rule: R12 stages by fence
    Formula: the areas that the trips take of what was left are equal; found from the last but one downwards
    Source: the power of a trip goes with the area it takes (R5)"""
    whole = taken(bit, final, stock)
    furthest = bit.diameter / 2
    trips: list[Trip] = []
    for i in range(1, count):
        low, high = final.offset, furthest
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            tried = [*trips, replace(final, offset=middle)]
            if sum(bite.area for bite in section(bit, tried, stock).bites) > whole * i / count:
                low = middle
            else:
                high = middle
        trips.append(replace(final, offset=(low + high) / 2))
    return (*trips, final)


def _height_of(area: float, bit: Bit, final: Trip, stock: Stock) -> float:
    low, high = final.height - bit.cutting_length - stock.thickness, final.height
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        if taken(bit, replace(final, height=middle), stock) < area:
            low = middle
        else:
            high = middle
    return (low + high) / 2
