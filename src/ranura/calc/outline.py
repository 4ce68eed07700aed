"""`outline`: what is understood of a drawing, so that a file can be judged before it is kept (R9)."""

from __future__ import annotations

import base64
from typing import Annotated, Literal

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, LengthField, Question, Refused
from ranura.core.templates.outline import TOLERANCE, understood
from ranura.formats.drawing_reader import read_apart


class OutlineRequest(Question):
    """A file by its name, as text or in base64; `unit` is what bare numbers mean where the file does not say, `tolerance` up to
    which gap two ends are joined."""

    name: Annotated[str, Field(max_length=200)] = ""
    text: Annotated[str, Field(max_length=30_000_000)] | None = None
    base64: Annotated[str, Field(max_length=30_000_000)] | None = None
    unit: Literal["mm", "in"] | None = None
    tolerance: LengthField = TOLERANCE


class LoopAnswer(Answer):
    """A loop: what it encloses in mm² (less than 0 for a hole), its length in mm, and how many of its sides are arcs."""

    closed: bool
    area: float
    length: float
    arcs: int


class ProblemAnswer(Answer):
    """Something odd, and where."""

    code: str
    message: str
    at: tuple[float, float] | None


class OutlineAnswer(Answer):
    """See `ranura.core.templates.outline.Outline`; `unit` is what the numbers of the file were taken to be in."""

    unit: Literal["mm", "in", "px"]
    unit_from: Literal["file", "asked", "assumed"]
    width: float
    height: float
    loops: list[LoopAnswer]
    open_ends: int
    problems: list[ProblemAnswer]


def answer(request: OutlineRequest) -> OutlineAnswer:
    """What is understood of it."""
    drawing = read_apart(_bytes(request), request.unit)
    found = understood(drawing.loops, tolerance=request.tolerance)
    return OutlineAnswer(
        unit=drawing.unit,
        unit_from=drawing.unit_from,
        width=found.width,
        height=found.height,
        loops=[LoopAnswer(closed=each.closed, area=each.area, length=each.length, arcs=each.arcs) for each in found.loops],
        open_ends=len(found.open_ends),
        problems=[ProblemAnswer(code=each.code, message=each.message.metric, at=each.at) for each in found.problems],
    )


def _bytes(request: OutlineRequest) -> bytes:
    if (request.text is None) == (request.base64 is None):
        raise Refused("text", "give the file as text or in base64, one of them")
    if request.text is not None:
        return request.text.encode("utf-8", errors="surrogateescape")
    try:
        return base64.b64decode(request.base64 or "", validate=True)
    except ValueError as problem:
        raise Refused("base64", "this is not base64") from problem


CALCULATOR = Calculator(OutlineRequest, OutlineAnswer, answer)
