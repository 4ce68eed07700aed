"""`bearing`: which bearing of a set makes a rabbet of a width, and which one is missing (R11)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Question, Refused, SizeField
from ranura.core.cuts.edge import words as edge_words
from ranura.core.cuts.edge.bearings import choose_bearing
from ranura.core.geometry import closeness
from ranura.core.text.cautions import Caution, caution


class BearingRequest(Question):
    """A cutter, its bearings, and the width wanted."""

    cutter_diameter: SizeField
    bearings: Annotated[list[SizeField], Field(min_length=1, max_length=100)]
    width: SizeField


class HandAnswer(Answer):
    """The bearing to take by hand, what it cuts and what is left."""

    bearing: float
    width: float
    remainder: float


class BearingAnswer(Answer):
    """See `ranura.core.guiding.bearings.BearingChoice`."""

    bearing: float
    width: float
    remainder: float
    fits: bool
    hand: HandAnswer | None
    fence_proud: float
    missing_bearing: float
    cautions: list[CautionAnswer]


def answer(request: BearingRequest) -> BearingAnswer:
    """The bearing. Raises Refused for one as large as the cutter, or a rabbet wider than half of it."""
    cutter = request.cutter_diameter
    for place, bearing in enumerate(request.bearings):
        if not closeness.under(bearing, cutter):
            raise Refused(f"bearings.{place}", f"a bearing is smaller than its cutter, {cutter:g} mm")
    if not closeness.under(request.width, cutter / 2):
        raise Refused("width", f"this cutter makes less than {cutter / 2:g} mm")
    found = choose_bearing(cutter=cutter, bearings=request.bearings, width=request.width)
    said: list[Caution] = []
    if found.hand is None:
        said.append(caution(edge_words.NO_BEARING_BY_HAND, width=request.width, missing=found.missing_bearing))
    elif found.remainder < 0 and not found.fits:
        said.append(caution(edge_words.BEARING_CUTS_TOO_WIDE, bearing=found.bearing, over=-found.remainder))
    hand = found.hand
    return BearingAnswer(
        bearing=found.bearing,
        width=found.width,
        remainder=found.remainder,
        fits=found.fits,
        hand=None if hand is None else HandAnswer(bearing=hand.bearing, width=hand.width, remainder=hand.remainder),
        fence_proud=found.fence_proud,
        missing_bearing=found.missing_bearing,
        cautions=CautionAnswer.of(tuple(said)),
    )


CALCULATOR = Calculator(BearingRequest, BearingAnswer, answer)
