"""The one form of every error: `{"error": {"field": …, "message": …}}`, mapped here and nowhere else."""

from __future__ import annotations

import json
from typing import Any

from fastapi import FastAPI, Request, Response
from fastapi.exceptions import RequestValidationError
from pydantic import BaseModel, TypeAdapter, ValidationError
from sqlalchemy.exc import DataError, IntegrityError
from starlette.exceptions import HTTPException

from ranura.api.saved_shop import ChangedElsewhereError, unit_of
from ranura.api.views import NewerCut, newer_cut
from ranura.calc.fields import Refused
from ranura.calc.registry import Problem, first_problem, problem_of
from ranura.core.shop import refusals as shop_refusals
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.forms import Form
from ranura.core.text.writing import Text
from ranura.requests.cuts import PlanAsked
from ranura.requests.from_core import LENIENT
from ranura.store.backup import BackupError
from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import OfJointError, StaleError
from ranura.store.kept_joints import StaleJointError
from ranura.store.repository import DOWN_ERRORS


class ProblemInner(BaseModel):
    """What is wrong, where, and whether typing on could mend it; `words` has the sentence in both systems of units, and a cut
    that only `lacks` a tool can be kept as `wanted`."""

    field: str | None
    message: str
    partial: bool = False
    lacks: bool = False
    words: Text | None = None


class ProblemBody(BaseModel):
    """The body of every error."""

    error: ProblemInner


class RefusedPlanBody(ProblemBody):
    """The body of a refused plan: the error, and what is asked of the cut as it stands, where that can be said."""

    form: Form | None = None


class StaleBody(ProblemBody):
    """The body of an answer to an old version: the error, and the cut as it is kept by now."""

    newer: NewerCut


class RefusedPlanError(Exception):
    """A cut that cannot be planned, with its form."""

    def __init__(self, cause: CraftError, form: Form) -> None:
        super().__init__(str(cause))
        self.cause = cause
        self.form = form


_FORM = TypeAdapter(Form)
_NEWER = TypeAdapter(NewerCut)
DATABASE_DOWN = "The shop's database does not answer; it is being started again. Nothing you typed is lost."
DISK_FULL = (
    "The disk is full: nothing more can be kept until there is room. What was kept is safe, and what you typed is still here."
)
DATABASE_DAMAGED = (
    "A part of the shop's database cannot be read. Save a backup if Files still can, or put the latest copy back: "
    "./ranura restore FILE keeps this database beside the new one."
)
_FULL, _DAMAGED = (
    frozenset({1021, 1114, 1041}),
    frozenset({1030, 1033, 1034, 1035, 1194, 1195, 1712, 1812, 1813, 1815, 1877, 1932}),
)
"""Numbers of MariaDB's errors: no room left; a table that is damaged or not there in the engine."""
WRITTEN_AT_ONCE = "Something else was written at the same moment. Nothing you typed is lost; try it once more."
TOO_MUCH_TO_KEEP = "This is more than the shop's database can keep; make it shorter."
ERRORS: dict[int | str, dict[str, Any]] = {status: {"model": ProblemBody} for status in (404, 422, 503)}


class _Json(Response):
    """JSON in ASCII: a message may quote half a character that has no UTF-8."""

    media_type = "application/json"

    def render(self, content: Any) -> bytes:
        return json.dumps(content).encode()


def _answer(
    status: int,
    problem: Problem,
    headers: dict[str, str] | None = None,
    words: dict[str, str] | None = None,
    *,
    lacks: bool = False,
    **more: Any,
) -> Response:
    body = {**problem.body(), **more}
    if words is not None:
        body["error"]["words"] = words
    if lacks:
        body["error"]["lacks"] = True
    return _Json(body, status_code=status, headers=headers)


def _in_both(error: CraftError) -> dict[str, str]:
    """The sentence of a refusal in both systems of units."""
    return {"metric": error.message.metric, "inch": error.message.inch}


def _said(status: int, error: CraftError, **more: Any) -> Response:
    """The answer to something that cannot stand."""
    return _answer(status, problem_of(error), words=_in_both(error), lacks=error.lacks, **more)


def _form_of(request: Request, error: RequestValidationError) -> Form | None:
    """What is asked of a cut whose plan was asked for with a text that is no length; None where not even that can be said."""
    state = request.app.state
    if request.url.path != "/api/plan" or state.saved_shop.known is None:
        return None
    try:
        given: Any = state.cut_requests.of(PlanAsked).model_validate(error.body, context=LENIENT)
    except ValidationError:
        return None
    shop: Shop = state.saved_shop.read_in(unit_of(request))
    form: Form = state.planning.form(given.cut, given.piece, shop)
    return form


def said_of(error: Exception) -> str:
    """What a failing database is said to be: full, damaged, or down and being started again."""
    cause = getattr(error, "orig", None)
    number, text = (*getattr(cause, "args", ()), None, None)[:2]
    if number in _FULL or "errno: 28" in str(text) or "No space left" in str(text):
        return DISK_FULL
    return DATABASE_DAMAGED if number in _DAMAGED else DATABASE_DOWN


def install(app: FastAPI) -> None:
    """Gives an application its error handlers."""

    @app.exception_handler(RequestValidationError)
    def malformed(request: Request, error: RequestValidationError) -> Response:
        kinds = app.state.cut_requests.families  # what the checker puts into a path to tell kinds apart; nobody typed it
        found = [{**each, "loc": tuple(part for part in each["loc"] if part not in kinds)} for each in error.errors()]
        cause = found[0].get("ctx", {}).get("error")
        words = _in_both(cause) if isinstance(cause, CraftError) else None
        more = {"form": _FORM.dump_python(form, mode="json")} if (form := _form_of(request, error)) else {}
        return _answer(422, first_problem(found), words=words, **more)

    @app.exception_handler(RefusedPlanError)
    def refused_plan(_: Request, error: RefusedPlanError) -> Response:
        form = _FORM.dump_python(error.form, mode="json")
        return _said(422, error.cause, form=form)

    @app.exception_handler(Refused)
    def refused(_: Request, error: Refused) -> Response:
        return _answer(422, problem_of(error))

    @app.exception_handler(CraftError)
    def craft(_: Request, error: CraftError) -> Response:
        return _said(409 if error.code == shop_refusals.IN_USE.code else 422, error)

    @app.exception_handler(NotFoundError)
    def not_found(_: Request, error: NotFoundError) -> Response:
        return _answer(404, Problem(None, str(error)))

    @app.exception_handler(OfJointError)
    def of_joint(_: Request, error: OfJointError) -> Response:
        return _answer(422, Problem(None, str(error)))

    @app.exception_handler(StaleJointError)
    def stale_joint(_: Request, error: StaleJointError) -> Response:
        return _answer(409, Problem("version", str(error)))

    @app.exception_handler(StaleError)
    def stale(request: Request, error: StaleError) -> Response:
        state = request.app.state
        newer = newer_cut(error.newer, error.piece, state.saved_shop.current(), state.planning)
        return _answer(409, Problem("version", str(error)), newer=_NEWER.dump_python(newer, mode="json"))

    @app.exception_handler(BackupError)
    def no_backup(_: Request, error: BackupError) -> Response:
        return _answer(422, Problem("text", str(error)))

    @app.exception_handler(ChangedElsewhereError)
    def changed_elsewhere(_: Request, error: ChangedElsewhereError) -> Response:
        return _answer(409, Problem("version", str(error)), newer={"version": error.version})

    def database_down(_: Request, error: Exception) -> Response:
        return _answer(503, Problem(None, said_of(error)), headers={"Retry-After": "1"})

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
