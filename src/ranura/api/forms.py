"""Forms of cuts as data: what a new cut is asked for, and what is asked of one that is not finished."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any

from fastapi import Request
from fastapi.exceptions import RequestValidationError
from pydantic import ValidationError

from ranura.api.cut_routes import CutRoutes
from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.board.pieces import Piece
from ranura.core.cut_line import Boards
from ranura.core.plan import Planning
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import Change, FieldValue, Form, PlacedClamp, TypedLength
from ranura.requests.cuts import CutRequests, PlanAsked
from ranura.requests.from_core import LENIENT, IdText, RequestModel
from ranura.store import kept_jobs

ROUTES = CutRoutes(prefix="/api", tags=["forms"], responses=ERRORS)


@dataclass(frozen=True, kw_only=True, slots=True)
class StartView:
    """A cut that can be begun: its name, the group it stands in, an example of a name for it, what is known of it at once as a
    request takes it, and its form."""

    key: str
    name: str
    group: str
    example: str
    cut: dict[str, Any]
    form: Form


class FormAsked(RequestModel):
    """A cut in a piece, neither of which need be finished; `added_to` is the kept piece that it is to be added to, whose cuts may
    have opened or moved its edges."""

    piece: dict[str, Any]
    cut: dict[str, Any]
    added_to: IdText | None = None


@ROUTES.route("GET", "/forms")
def starts(
    piece: str, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts, request: Request
) -> tuple[StartView, ...]:
    """The cuts that can be begun in a kept piece, as its cuts leave it, each with its form."""
    with store.session() as session:
        board = prior.after_all(session, piece, shop).board(kept_jobs.load_piece(session, shop.id, piece))
    requests: CutRequests = request.app.state.cut_requests
    return tuple(
        StartView(
            key=start.key,
            name=start.name,
            group=start.group,
            example=start.example,
            cut=cut_from(start.cut),
            form=_form(cut_from(start.cut), board, shop, planning, requests),
        )
        for start in planning.starts(board, shop)
    )


@ROUTES.route("POST", "/forms")
def form(asked: FormAsked, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts, request: Request) -> Form:
    """What is asked of a cut as far as it was typed; lengths that are none yet count as 0."""
    requests: CutRequests = request.app.state.cut_requests
    try:
        given = requests.of(PlanAsked).model_validate({"piece": asked.piece, "cut": asked.cut}, context=LENIENT)
    except ValidationError as error:
        raise RequestValidationError([{**each, "loc": ("body", *each["loc"])} for each in error.errors()]) from error
    piece: Piece = given.piece  # type: ignore[attr-defined] # a field of a made model
    if asked.added_to is not None:
        with store.session() as session:
            piece = prior.after_all(session, asked.added_to, shop).board(piece)
    return planning.form(given.cut, piece, shop)  # type: ignore[attr-defined] # the same


def _form(cut: dict[str, Any], board: Piece, shop: Shop, planning: Planning, requests: CutRequests) -> Form:
    return planning.form(requests.cut(cut), board, shop)


def boards_to_cut(pieces: Sequence[Piece], opened: int, shop: Shop, planning: Planning, requests: CutRequests) -> Boards:
    """The boards that a cut in one line may be in, with their forms."""
    return Boards(
        pieces=pieces,
        open=opened,
        starts=lambda piece: planning.starts(piece, shop),
        form=lambda cut, piece: _form(cut_from(cut), piece, shop, planning, requests),
        unit=shop.unit,
    )


def cut_from(change: Change) -> dict[str, Any]:
    """A cut's JSON from what is known of it, field by field."""
    made: dict[str, Any] = {}
    for path, value in change.items():
        *within, last = path.split(".")
        inner = made
        for step in within:
            inner = inner.setdefault(step, {})
        inner[last] = _json(value)
    return made


def _json(value: FieldValue | PlacedClamp) -> Any:
    if isinstance(value, tuple):
        return [_json(each) for each in value]
    return asdict(value) if isinstance(value, TypedLength | PlacedClamp) else value
