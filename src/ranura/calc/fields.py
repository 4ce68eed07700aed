"""The fields that calculators share: strict numbers, lengths as numbers or text, and the answer's cautions."""

from __future__ import annotations

import math
from typing import Annotated, Any, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, WithJsonSchema

from ranura.core.board.materials import MaterialClass
from ranura.core.geometry import closeness
from ranura.core.text import lengths
from ranura.core.text.cautions import Caution
from ranura.core.text.words import Level
from ranura.core.text.writing import Fact

_SCHEMA = {"anyOf": [{"type": "number", "minimum": 0}, {"type": "string"}], "title": "Length"}


def _millimetres(value: Any) -> float:
    """A length in mm from a number (mm) or a text (R1; without a unit: mm). Raises ValueError with what is wrong."""
    if isinstance(value, str):
        return float(lengths.parse(value))
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise ValueError("a length is a number of mm or a text such as '3/4 in'")
    if isinstance(value, float) and not math.isfinite(value):
        raise ValueError("a length must be a finite number")
    if value < 0:
        raise ValueError("a length is not negative")
    if value > lengths.LONGEST:
        raise ValueError("a length is at most 10 m")
    return float(value)


def _size(value: Any) -> float:
    mm = _millimetres(value)
    if not closeness.over(mm, 0):
        raise ValueError("this must be more than 0")
    return mm


LengthField = Annotated[float, BeforeValidator(_millimetres), WithJsonSchema(_SCHEMA)]
"""A length that may be 0."""

SizeField = Annotated[float, BeforeValidator(_size), WithJsonSchema(_SCHEMA)]
"""A length that must be more than 0."""

Positive = Annotated[float, Field(gt=0, le=1e6)]
Flutes = Annotated[int, Field(ge=1, le=12)]
MaterialField = MaterialClass
MountingField = Literal["hand", "table"]


class Question(BaseModel):
    """A request: unknown fields, booleans as numbers, NaN and infinities are refused."""

    model_config = ConfigDict(strict=True, extra="forbid", allow_inf_nan=False, frozen=True)


class Answer(BaseModel):
    """An answer; lengths in mm, not rounded."""

    model_config = ConfigDict(frozen=True)


class CautionAnswer(Answer):
    """A caution as calculators give it: one sentence, in mm."""

    code: str
    level: Level
    message: str
    do: str
    facts: dict[str, Fact]

    @classmethod
    def of(cls, cautions: tuple[Caution, ...]) -> list[CautionAnswer]:
        """The cautions of a core answer."""
        return [cls(code=c.code, level=c.level, message=c.message.metric, do=c.do.metric, facts=dict(c.facts)) for c in cautions]


class Refused(ValueError):
    """A request whose fields are right one by one but not together; `field` is where to look."""

    def __init__(self, field: str | None, message: str) -> None:
        super().__init__(message)
        self.field = field
        self.message = message
