"""The calculators by HTTP: one route each, made from the registry, so that their schemas stand in the OpenAPI description."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from fastapi import APIRouter
from fastapi.responses import JSONResponse
from pydantic import BaseModel

from ranura.api.problems import ProblemBody
from ranura.calc.calculator import Calculator
from ranura.calc.registry import CALCULATORS, unknown

router = APIRouter(prefix="/api/calc", tags=["calc"], responses={422: {"model": ProblemBody}})


def _route(calculator: Calculator) -> Callable[..., BaseModel]:
    def endpoint(request: Any) -> BaseModel:
        return calculator.run(request)

    endpoint.__annotations__ = {"request": calculator.request, "return": calculator.answer}
    endpoint.__doc__ = calculator.request.__doc__
    return endpoint


for _name, _calculator in CALCULATORS.items():
    router.add_api_route(f"/{_name}", _route(_calculator), methods=["POST"], name=f"calc_{_name}")


@router.post("/{name}", include_in_schema=False)
def unknown_calculator(name: str) -> JSONResponse:
    """Any other name."""
    return JSONResponse(unknown(name).body(), status_code=404)
