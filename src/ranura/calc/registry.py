"""All calculators by name, and the one form their errors have."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ValidationError

from ranura.calc import (
    bearing,
    bushing,
    choose,
    direction,
    feed,
    fit,
    inlay,
    length,
    passes,
    power,
    profile,
    setback,
    sliding_dovetail,
    speed,
    stiffness,
)
from ranura.calc.fields import Refused
from ranura.core.text.errors import CraftError


@dataclass(frozen=True)
class Calculator:
    """A sum: the shape of its request and of its answer, and the function between them."""

    request: type[BaseModel]
    answer: type[BaseModel]
    run: Callable[[Any], BaseModel]


CALCULATORS: Mapping[str, Calculator] = {
    "length": Calculator(length.LengthRequest, length.LengthAnswer, length.answer),
    "speed": Calculator(speed.SpeedRequest, speed.SpeedAnswer, speed.answer),
    "passes": Calculator(passes.PassesRequest, passes.PassesAnswer, passes.answer),
    "feed": Calculator(feed.FeedRequest, feed.FeedAnswer, feed.answer),
    "power": Calculator(power.PowerRequest, power.PowerAnswer, power.answer),
    "direction": Calculator(direction.DirectionRequest, direction.DirectionAnswer, direction.answer),
    "stiffness": Calculator(stiffness.StiffnessRequest, stiffness.StiffnessAnswer, stiffness.answer),
    "choose": Calculator(choose.ChooseRequest, choose.ChooseAnswer, choose.answer),
    "setback": Calculator(setback.SetbackRequest, setback.SetbackAnswer, setback.answer),
    "bushing": Calculator(bushing.BushingRequest, bushing.BushingAnswer, bushing.answer),
    "inlay": Calculator(inlay.InlayRequest, inlay.InlayAnswer, inlay.answer),
    "bearing": Calculator(bearing.BearingRequest, bearing.BearingAnswer, bearing.answer),
    "fit": Calculator(fit.FitRequest, fit.FitAnswer, fit.answer),
    "profile": Calculator(profile.ProfileRequest, profile.ProfileAnswer, profile.answer),
    "sliding-dovetail": Calculator(
        sliding_dovetail.SlidingDovetailRequest, sliding_dovetail.SlidingDovetailAnswer, sliding_dovetail.answer
    ),
}


@dataclass(frozen=True)
class Problem:
    """What is wrong, where, and whether typing on could mend it."""

    field: str | None
    message: str
    partial: bool = False

    def body(self) -> dict[str, Any]:
        """The one form of an error: on standard output, as the 422 body and in a batch line."""
        inner: dict[str, Any] = {"field": self.field, "message": self.message}
        if self.partial:
            inner["partial"] = True
        return {"error": inner}


def unknown(name: object) -> Problem:
    """No calculator of this name."""
    return Problem("calc", f"there is no calculator {name!r}; the calculators are {', '.join(CALCULATORS)}")


_MESSAGES = {
    "missing": "this is missing",
    "extra_forbidden": "this field is not known here",
    "finite_number": "this must be a finite number",
    "model_type": "this must be an object with fields",
    "model_attributes_type": "this must be an object with fields",
    "json_invalid": "this is not valid JSON",
}


def first_problem(errors: list[Any]) -> Problem:
    """The first of pydantic's errors in our form; `loc` becomes a dotted path, and our own errors keep their facts."""
    error = errors[0]
    path = [str(part) for part in error["loc"] if part != "body"]
    cause = error.get("ctx", {}).get("error")
    if error["type"] == "json_invalid":
        return Problem(None, _MESSAGES["json_invalid"])
    field = ".".join(path) or None
    if isinstance(cause, CraftError):
        field = ".".join([*path, cause.field] if cause.field else path) or None
        return Problem(field, cause.message.metric, cause.partial)
    if error["type"] == "value_error":
        return Problem(field, str(cause))
    message = _MESSAGES.get(error["type"], error["msg"][:1].lower() + error["msg"][1:])
    return Problem(field, message)


def problem_of(error: ValidationError | Refused | CraftError) -> Problem:
    """Any error of a calculator in our form."""
    if isinstance(error, ValidationError):
        return first_problem(list(error.errors(include_url=False)))
    if isinstance(error, Refused):
        return Problem(error.field, error.message)
    return Problem(error.field, error.message.metric, error.partial)


def calculate(name: str, request: Any) -> dict[str, Any]:
    """Answers a sum given as plain JSON values. Raises KeyError for an unknown name, and what `problem_of` takes."""
    calculator = CALCULATORS[name]
    return calculator.run(calculator.request.model_validate(request)).model_dump(mode="json")
