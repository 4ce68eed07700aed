"""Parting a profile into stages: settings that take equal areas, so that no trip is harder than another (R3, R12)."""

from __future__ import annotations

from typing import Literal

from ranura.core.cuts.edge import refusals
from ranura.core.cuts.edge.trips import Stock, can_be_raised, skin, taken
from ranura.core.cutting.stage import Trip
from ranura.core.geometry.closeness import where_reached
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import CutError

StageBy = Literal["height", "fence", "both"]


def stages(
    bit: Bit, final: Trip, stock: Stock, *, count: int, by: StageBy, light: float | None = None, field: str = "stages"
) -> tuple[Trip, ...]:
    """`count` settings that end at `final`: the bit raised between them, the fence moved back, or both by the same share.

    Each takes as much as any other. With `light` the last one takes a skin of at most so many mm, measured normal to the face,
    and the others share the rest. Raises CutError ("cannot-be-raised") at `field` for a profile that gets thinner upwards.

    Rule: R12 stages, R3 last stage
    Formula: taken(trip_i) = i/n · taken(trip_n); what a later trip covers holds all that an earlier one did, so areas add up
    Source: the power of a trip goes with the area it takes (R5)"""
    if by != "fence" and not can_be_raised(bit):
        raise CutError(refusals.CANNOT_BE_RAISED, field=field, profile=bit.kind.name)
    # From where the bit only touches the wood, as far as it is moved at all.
    way_up = 0.0 if by == "fence" else final.height
    way_out = 0.0 if by == "height" else max(bit.diameter / 2 - final.offset, 0.0) + stock.overhang

    def at(share: float) -> Trip:
        return Trip(height=final.height - (1 - share) * way_up, offset=final.offset + (1 - share) * way_out)

    last = 1.0
    if light is not None and count > 1:
        thickest = skin(bit, final, out=way_out, up=way_up)
        last = max(0.0, 1 - light / thickest) if thickest > light else 0.0
    equal = count if last == 1.0 else count - 1
    whole = taken(bit, at(last), stock)

    def area(share: float) -> float:
        return taken(bit, at(share), stock)

    earlier = [at(where_reached(area, whole * i / equal, low=0.0, high=last)) for i in range(1, equal)]
    return (*earlier, final) if last == 1.0 else (*earlier, at(last), final)
