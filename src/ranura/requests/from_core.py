"""Request models made from the core's dataclasses, so that a field is written once.

A length comes as text with its unit and is read while the request is checked (R1), so that a text that is no length is refused at
its own path. Bounds stand in the fields of the core (`core/text/asking.py`).
"""

from __future__ import annotations

import dataclasses
import types
import typing
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any, Union, get_args, get_origin

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationInfo, create_model
from pydantic.json_schema import SkipJsonSchema

from ranura.core.text.asking import BOUNDS, Bounds
from ranura.core.text.errors import LengthError
from ranura.core.text.lengths import LONGEST, Length, Unit, read

_FAR = float(LONGEST)

IdText = Annotated[str, Field(min_length=1, max_length=40)]
Name = Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00-\x1f\x7f]*[^\s\x00-\x1f\x7f][^\x00-\x1f\x7f]*$")]
"""Something to read in one line, with no sign that cannot be seen."""


class RequestModel(BaseModel):
    """What the API takes; unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class LengthIn(RequestModel):
    """A length as typed, and the unit a bare number is in. What the server read from it may come back along with it."""

    typed: Annotated[str, Field(max_length=200)]
    unit: Unit
    mm: SkipJsonSchema[float | None] = None

    def length(self, field: str) -> Length:
        """Reads it at a field of its own. Raises LengthError; 0 is refused."""
        return read(self.typed, self.unit, field=field, positive=True)


LENIENT = {"lenient": True}
"""The context under which what is no length counts as 0, so that a form can be made of what is not finished."""


def _read(given: LengthIn, info: ValidationInfo, *, positive: bool) -> Length:
    try:
        return read(given.typed, given.unit, positive=positive)
    except LengthError:
        if info.context != LENIENT:
            raise
        return Length(mm=0.0, typed=given.typed, unit=given.unit)


def _length(given: LengthIn, info: ValidationInfo) -> Length:
    return _read(given, info, positive=True)


def _place(given: LengthIn, info: ValidationInfo) -> Length:
    return _read(given, info, positive=False)


if TYPE_CHECKING:
    ReadLength = Length
    ReadPlace = Length
else:
    ReadLength = Annotated[LengthIn, AfterValidator(_length)]
    """A length that is more than 0; a core value once the request is checked."""
    ReadPlace = Annotated[LengthIn, AfterValidator(_place)]
    """A length that may be 0; a core value once the request is checked."""


@cache
def model_of(core: Any) -> type[RequestModel]:
    """The request model of a dataclass of the core; `as_core` makes the core's value of one that was checked."""
    hints = typing.get_type_hints(core)
    made: dict[str, Any] = {}
    for field in dataclasses.fields(core):
        bounds = field.metadata.get(BOUNDS, Bounds())
        taken = _taken(hints[field.name], bounds, field.name)
        required = field.default is dataclasses.MISSING
        if isinstance(field.default, Length):  # a length that is not asked for may also be left empty
            made[field.name] = (taken | None, None)
        else:
            made[field.name] = (taken, ... if required else field.default)
    doc = (core.__doc__ or "").strip().split("\n\n")[0]
    return create_model(f"{core.__name__}In", __base__=RequestModel, __doc__=doc, **made)


def as_core(core: Any, given: RequestModel) -> Any:
    """The core's value of a checked request. Raises what the core raises on values that cannot be."""
    values = {}
    for field in dataclasses.fields(core):
        value = getattr(given, field.name)
        if value is None and isinstance(field.default, Length):
            continue
        values[field.name] = value.strip() if field.name == "name" else value
    return core(**values)


def checked(core: Any) -> Any:
    """The type of a field whose request is that of a dataclass, and whose value is the core's once the request is checked."""
    return Annotated[model_of(core), AfterValidator(lambda given: as_core(core, given))]


def _taken(hint: Any, bounds: Bounds, name: str) -> Any:
    """What a request takes for a field of the core."""
    origin = get_origin(hint)
    if origin in (Union, types.UnionType):
        return Union[tuple(each if each is type(None) else _taken(each, bounds, name) for each in get_args(hint))]  # noqa: UP007
    if origin is tuple:
        items = get_args(hint)
        if items[-1] is Ellipsis:
            item: Any = _taken(items[0], Bounds(), name)
            return Annotated[tuple.__class_getitem__((item, ...)), Field(max_length=bounds.many)]
        return tuple.__class_getitem__(tuple(_taken(each, Bounds(least=-_FAR, most=_FAR), name) for each in items))
    if hint is Length:
        return ReadPlace if bounds.zero else ReadLength
    if hint is str:
        return Name if name == "name" else IdText
    if hint in (int, float):
        return Annotated[
            hint, Field(ge=bounds.least, le=bounds.most, gt=bounds.above, lt=bounds.below, allow_inf_nan=hint is float and None)
        ]
    return checked(hint) if dataclasses.is_dataclass(hint) else hint
