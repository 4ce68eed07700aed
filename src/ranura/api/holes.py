"""Slots and circles in a template, for mortises and holes of several widths."""

from __future__ import annotations

from dataclasses import dataclass

from fastapi import APIRouter

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheShop
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.templates import refusals
from ranura.core.templates.holes import holes_for
from ranura.core.text.errors import ToolError
from ranura.core.text.writing import Text, write
from ranura.requests.from_core import LengthIn, RequestModel

router = APIRouter(prefix="/api", tags=["templates"], responses=ERRORS)

_MOST, _MOST_ALSO = 24, 8
"""Slots that are listed, and other sizes of each."""


class MortiseIn(RequestModel):
    """A mortise or a round hole; without a length it is round."""

    width: LengthIn
    length: LengthIn | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class HoleView:
    """The slot or circle in a template for a bushing and a bit, by their ids and in words, and what else it makes."""

    bushing_id: str
    bit_id: str
    pair: Text
    size: Text
    also: tuple[Text, ...]


@router.post("/outlines/holes")
def holes(asked: MortiseIn, shop: TheShop) -> tuple[HoleView, ...]:
    """The slots, or circles, in a template that make a mortise or a hole with the bushings and bits of the shop. Raises
    LengthError on "width" or "length", and ToolError for one that is shorter than wide."""
    width = asked.width.length("width").mm
    length = width if asked.length is None else asked.length.length("length").mm
    if closeness.under(length, width):
        raise ToolError(refusals.SHORTER_THAN_WIDE, field="length", length=length, width=width)
    bushings = [each for each in shop.guides if isinstance(each, Bushing)]
    bits = [each for each in shop.bits if each.profile in FLAT_ENDED and not each.archived]
    size = "{l:len} × {w:len}" if asked.length is not None else "Ø {w:len}"
    return tuple(
        HoleView(
            bushing_id=each.bushing.id,
            bit_id=each.bit.id,
            pair=write("{bit} in {bushing}", bit=each.bit.name, bushing=each.bushing.name),
            size=write(size, w=each.width, l=each.length),
            also=tuple(
                write(f"{size}: {{bit}} in {{bushing}}", w=one.width, l=one.length, bit=one.bit.name, bushing=one.bushing.name)
                for one in each.also[:_MOST_ALSO]
            ),
        )
        for each in holes_for(width, length, bushings, bits, shop.rules)[:_MOST]
    )
