"""`direction`: what a heading makes of a cut, or the sense in which a contour is followed (R7)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, MountingField, Question, Refused
from ranura.core.cutting.direction import Contour, Sense, Side, Turn, WoodSide, contour_direction, straight_direction, way_words
from ranura.core.shop.schools import Climb


class DirectionRequest(Question):
    """Either a heading [x, y] of the tool relative to the work with the side the wood is on, or a contour."""

    mounting: MountingField
    heading: Annotated[list[float], Field(min_length=2, max_length=2)] | None = None
    wood: WoodSide | None = None
    contour: Contour | None = None
    climb: Climb = "never"


class DirectionAnswer(Answer):
    """A straight cut fills the first four fields, a contour `sense`; `moves` is what the person moves, `sense_of` what the sense
    is of, `work_turns` how the work is turned over a table, `say` what is done, in one sentence."""

    cut: Literal["conventional", "climb", "slot"] | None
    pushed_to: Side | None
    fence_side: Literal["left"] | None
    allowed: bool
    sense: Sense | None
    moves: Literal["router", "work"]
    sense_of: Literal["bit-round-work", "work"] | None
    work_turns: Turn | None
    say: str
    cautions: list[CautionAnswer]


def answer(request: DirectionRequest) -> DirectionAnswer:
    """The direction. Raises Refused when it is not said where the wood or the contour is."""
    if request.contour is not None:
        if request.wood is not None:
            raise Refused("contour", "give either the side of the wood or a contour, not both")
        contour = contour_direction(mounting=request.mounting, contour=request.contour)
        return DirectionAnswer(
            cut=None,
            pushed_to=None,
            fence_side=None,
            allowed=True,
            sense=contour.sense,
            moves=contour.moves,
            sense_of=contour.sense_of,
            work_turns=contour.work_turns,
            say=contour.say,
            cautions=[],
        )
    if request.wood is None:
        raise Refused("wood", "say on which side of the heading the wood is, or give a contour")
    if request.heading is None or request.heading == [0, 0]:
        raise Refused("heading", "a heading needs a direction other than [0, 0]")
    heading = (request.heading[0], request.heading[1])
    found = straight_direction(mounting=request.mounting, wood=request.wood, heading=heading, climb=request.climb)
    fence = ", the fence on the left of the router's way" if found.fence_side else ""
    kind = {"conventional": "against the turning bit", "climb": "with the turning bit, a climb cut", "slot": "a full slot"}
    return DirectionAnswer(
        cut=found.cut,
        pushed_to=found.pushed_to,
        fence_side=found.fence_side,
        allowed=found.allowed,
        sense=None,
        moves="router" if request.mounting == "hand" else "work",
        sense_of=None,
        work_turns=None,
        say=f"{way_words(heading, request.mounting)}: {kind[found.cut]}{fence}",
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(DirectionRequest, DirectionAnswer, answer)
