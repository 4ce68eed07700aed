"""Jobs, their pieces and their cuts."""

from __future__ import annotations

from uuid import uuid4

from fastapi import Response

from ranura.api.cut_routes import CutRoutes
from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS, StaleBody
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.api.views import CutItem, JobView, cut_item, job_view
from ranura.core.board.pieces import Piece, edges_of
from ranura.core.shop.shop import Shop
from ranura.requests.cuts import NewCut, NewPiece, SaveCut
from ranura.requests.shop import JobIn, MoveIn
from ranura.store import repository
from ranura.store.repository import JobName

ROUTES = CutRoutes(prefix="/api", tags=["jobs"], responses=ERRORS)


def _checked(piece: Piece, shop: Shop) -> Piece:
    """A piece of a wood that the shop has, with an outline and openings that can be. Raises CutError."""
    shop.material(piece.material, field="piece.material")
    edges_of(piece)
    return piece


def _new_id() -> str:
    return uuid4().hex


@ROUTES.route("GET", "/jobs")
def list_jobs(shop: TheShop, store: TheStore) -> tuple[JobName, ...]:
    """The jobs of the shop, in order."""
    with store.session() as session:
        return repository.list_jobs(session, shop.id)


@ROUTES.route("POST", "/jobs", status_code=201)
def add_job(asked: JobIn, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> JobView:
    """A new job, empty."""
    job_id = _new_id()
    with store.session() as session:
        repository.add_job(session, shop.id, id=job_id, name=asked.name.strip())
        return job_view(repository.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("GET", "/jobs/{job_id}")
def get_job(job_id: str, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> JobView:
    """A job with its pieces and cuts."""
    with store.session() as session:
        job = repository.load_job(session, shop.id, job_id)
    return job_view(job, shop, planning, prior)


@ROUTES.route("POST", "/jobs/{job_id}/pieces", status_code=201)
def add_piece(
    job_id: str, asked: NewPiece, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts
) -> JobView:
    """A new piece at the end of a job; answers the whole job."""
    piece = _checked(asked.piece, shop)
    with store.session() as session:
        repository.add_piece(session, shop.id, job_id, id=_new_id(), piece=piece)
        return job_view(repository.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("PUT", "/pieces/{piece_id}")
def save_piece(
    piece_id: str, asked: NewPiece, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts
) -> JobView:
    """Keeps a change to a piece; its cuts follow, and those that can no longer be made show it. Answers the whole job."""
    piece = _checked(asked.piece, shop)
    with store.session() as session:
        job_id = repository.save_piece(session, shop.id, piece_id, piece)
        session.flush()
        return job_view(repository.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("DELETE", "/pieces/{piece_id}", status_code=204)
def remove_piece(piece_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a piece away with its cuts; it can be brought back."""
    with store.session() as session:
        repository.set_piece_removed(session, shop.id, piece_id, True)
    return Response(status_code=204)


@ROUTES.route("POST", "/pieces/{piece_id}/restore", status_code=204)
def restore_piece(piece_id: str, shop: TheShop, store: TheStore) -> Response:
    """Brings a removed piece back, in its old place."""
    with store.session() as session:
        repository.set_piece_removed(session, shop.id, piece_id, False)
    return Response(status_code=204)


@ROUTES.route("POST", "/pieces/{piece_id}/cuts", status_code=201)
def add_cut(piece_id: str, asked: NewCut, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """A new cut at the end of a piece; refused when it cannot be made in it."""
    with store.session() as session:
        piece = repository.load_piece(session, shop.id, piece_id)
        planning.plan(asked.cut, piece, shop, shop.rules)
        kept = repository.add_cut(session, shop.id, piece_id, id=_new_id(), name=asked.name.strip(), cut=asked.cut)
    return cut_item(kept, piece, shop, planning, prior.before(kept.id, shop))


@ROUTES.route("GET", "/cuts/{cut_id}")
def get_cut(cut_id: str, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """A cut as it is kept."""
    with store.session() as session:
        kept = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, kept.piece_id)
    return cut_item(kept, piece, shop, planning, prior.before(kept.id, shop))


@ROUTES.route("PUT", "/cuts/{cut_id}", responses={409: {"model": StaleBody, "description": "changed elsewhere"}})
def save_cut(cut_id: str, asked: SaveCut, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """Keeps a change to the version that was read; 409 with the newer cut when there is one."""
    with store.session() as session:
        before = repository.load_cut(session, shop.id, cut_id)
        piece = repository.load_piece(session, shop.id, before.piece_id)
        planning.plan(asked.cut, piece, shop, shop.rules)
        kept = repository.save_cut(session, shop.id, cut_id, name=asked.name.strip(), cut=asked.cut, version=asked.version)
    return cut_item(kept, piece, shop, planning, prior.before(kept.id, shop))


@ROUTES.route("POST", "/cuts/{cut_id}/move", status_code=204)
def move_cut(cut_id: str, asked: MoveIn, shop: TheShop, store: TheStore) -> Response:
    """Moves a cut one place earlier or later in the working order of its piece; at the end it stays."""
    with store.session() as session:
        repository.move_cut(session, shop.id, cut_id, later=asked.to == "later")
    return Response(status_code=204)


@ROUTES.route("DELETE", "/cuts/{cut_id}", status_code=204)
def remove_cut(cut_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a cut away; it can be brought back."""
    with store.session() as session:
        repository.set_cut_removed(session, shop.id, cut_id, True)
    return Response(status_code=204)


@ROUTES.route("POST", "/cuts/{cut_id}/restore", status_code=204)
def restore_cut(cut_id: str, shop: TheShop, store: TheStore) -> Response:
    """Brings a removed cut back, in its old place."""
    with store.session() as session:
        repository.set_cut_removed(session, shop.id, cut_id, False)
    return Response(status_code=204)
