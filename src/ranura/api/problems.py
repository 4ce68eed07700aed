"""The one form of every error: `{"error": {"field": …, "message": …}}`, mapped here and nowhere else."""

from __future__ import annotations

import json
from typing import Any

from fastapi import FastAPI, Request, Response
from fastapi.exceptions import RequestValidationError
from pydantic import BaseModel
from sqlalchemy.exc import DataError, IntegrityError
from starlette.exceptions import HTTPException

from ranura.api.saved_shop import ChangedElsewhereError
from ranura.calc.fields import Refused
from ranura.calc.registry import Problem, first_problem, problem_of
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text
from ranura.store.items import NotFoundError
from ranura.store.repository import DOWN_ERRORS, StaleError


class ProblemInner(BaseModel):
    """What is wrong, where, and whether typing on could mend it; `words` has the sentence in both systems of units."""

    field: str | None
    message: str
    partial: bool = False
    words: Text | None = None


class ProblemBody(BaseModel):
    """The body of every error."""

    error: ProblemInner


CUT_KINDS = frozenset({"dado", "edge", "pocket"})
"""What the checker puts into a path to tell kinds of cuts apart; nobody typed it."""
DATABASE_DOWN = "The shop's database does not answer; it is being started again. Nothing you typed is lost."
WRITTEN_AT_ONCE = "Something else was written at the same moment. Nothing you typed is lost; try it once more."
TOO_MUCH_TO_KEEP = "This is more than the shop's database can keep; make it shorter."
ERRORS: dict[int | str, dict[str, Any]] = {status: {"model": ProblemBody} for status in (404, 422, 503)}


class _Json(Response):
    """JSON in ASCII: a message may quote half a character that has no UTF-8."""

    media_type = "application/json"

    def render(self, content: Any) -> bytes:
        return json.dumps(content).encode()


def _answer(status: int, problem: Problem, headers: dict[str, str] | None = None, **more: Any) -> Response:
    return _Json({**problem.body(), **more}, status_code=status, headers=headers)


def install(app: FastAPI) -> None:
    """Gives an application its error handlers."""

    @app.exception_handler(RequestValidationError)
    def malformed(_: Request, error: RequestValidationError) -> Response:
        said = [{**each, "loc": tuple(part for part in each["loc"] if part not in CUT_KINDS)} for each in error.errors()]
        return _answer(422, first_problem(said))

    @app.exception_handler(Refused)
    def refused(_: Request, error: Refused) -> Response:
        return _answer(422, problem_of(error))

    @app.exception_handler(CraftError)
    def craft(_: Request, error: CraftError) -> Response:
        body = problem_of(error).body()
        body["error"]["words"] = {"metric": error.message.metric, "inch": error.message.inch}
        return _Json(body, status_code=409 if error.code == "in-use" else 422)

    @app.exception_handler(NotFoundError)
    def not_found(_: Request, error: NotFoundError) -> Response:
        return _answer(404, Problem(None, str(error)))

    @app.exception_handler(StaleError)
    def stale(request: Request, error: StaleError) -> Response:
        from ranura.api.views import newer_cut_json

        shop: Shop = request.app.state.saved_shop.current()
        return _answer(409, Problem("version", str(error)), newer=newer_cut_json(error.newer, error.piece, shop))

    @app.exception_handler(ChangedElsewhereError)
    def changed_elsewhere(_: Request, error: ChangedElsewhereError) -> Response:
        return _answer(409, Problem("version", str(error)), newer={"version": error.version})

    def database_down(_: Request, __: Exception) -> Response:
        return _answer(503, Problem(None, DATABASE_DOWN), headers={"Retry-After": "1"})

    for error in DOWN_ERRORS:
        app.add_exception_handler(error, database_down)

    @app.exception_handler(IntegrityError)
    def written_at_once(_: Request, __: IntegrityError) -> Response:
        return _answer(409, Problem(None, WRITTEN_AT_ONCE))

    @app.exception_handler(DataError)
    def too_much_to_keep(_: Request, __: DataError) -> Response:
        return _answer(422, Problem(None, TOO_MUCH_TO_KEEP))

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> Response:
        return _answer(error.status_code, Problem(None, str(error.detail)))
