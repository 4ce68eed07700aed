"""All calculators by name, and the one form their errors have."""

from __future__ import annotations

import importlib
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Final

from pydantic import ValidationError

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Refused
from ranura.core.text.errors import CraftError

_MODULES: Final[Mapping[str, str]] = {
    "length": "length",
    "speed": "speed",
    "passes": "passes",
    "feed": "feed",
    "power": "power",
    "direction": "direction",
    "stiffness": "stiffness",
    "choose": "choose",
    "setback": "setback",
    "bushing": "bushing",
    "inlay": "inlay",
    "bearing": "bearing",
    "plan": "plan",
    "fit": "fit",
    "profile": "profile",
    "sliding-dovetail": "sliding_dovetail",
    "box-joint": "box_joint",
    "tongue-and-groove": "tongue_and_groove",
    "mortise-and-tenon": "mortise_and_tenon",
    "comb-dovetail": "comb_dovetail",
    "joint": "joint",
    "template": "template",
    "outline": "outline",
    "sequence": "sequence",
    "correction": "correction",
    "burn-limit": "burn_limit",
}
"""Every calculator by its name, with the module that has it."""


class _Calculators(Mapping[str, Calculator]):
    """All calculators; one is loaded when it is asked for, so that a sum does not wait for the modules of a plan."""

    def __getitem__(self, name: str) -> Calculator:
        found: Calculator = importlib.import_module(f"ranura.calc.{_MODULES[name]}").CALCULATOR
        return found

    def __iter__(self) -> Iterator[str]:
        return iter(_MODULES)

    def __len__(self) -> int:
        return len(_MODULES)


CALCULATORS: Final[Mapping[str, Calculator]] = _Calculators()


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
    "string_pattern_mismatch": "give it a name in one line",
    "string_too_short": "give it a name",
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
    if error["type"] == "string_too_long":
        message = f"this is too long: {len(error['input'])} signs, and at most {error['ctx']['max_length']} are kept"
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
