"""Jobs, their pieces and their cuts."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import uuid4

from fastapi import Response

from ranura.api.cut_routes import CutRoutes
from ranura.api.joints import change_cut
from ranura.api.orders import OrderView, check_wishes, order_view
from ranura.api.photos import bring_photo_back
from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS, StaleBody
from ranura.api.run_log import bring_run_back
from ranura.api.saved_shop import ThePlanning, TheSavedShop, TheShop, TheStore
from ranura.api.views import CutItem, JobCard, JobView, cut_item, job_card, job_view
from ranura.core.board.pieces import Piece, edges_of
from ranura.core.family import Before
from ranura.core.plan import Planning
from ranura.core.sequence.job_order import Pin, StaysIn
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.requests.cuts import NewCut, NewPiece, SaveCut
from ranura.requests.shop import JobChange, JobIn, PlaceCutIn, PlacePieceIn
from ranura.store import kept_jobs, placing, removed
from ranura.store.removed import Removed, RemovedKind

ROUTES = CutRoutes(prefix="/api", tags=["jobs"], responses=ERRORS)


@dataclass(frozen=True, kw_only=True, slots=True)
class Made:
    """The id of something that was made."""

    id: str


def _checked(piece: Piece, shop: Shop) -> Piece:
    """A piece of a wood that the shop has, with an outline and openings that can be. Raises CutError."""
    shop.material(piece.material, field="piece.material")
    edges_of(piece)
    return piece


def _check(asked: NewCut, piece: Piece, shop: Shop, planning: Planning, before: Before) -> None:
    """Plans a cut that is to be kept. Raises CraftError where it cannot be; what is wanted may lack a tool."""
    try:
        planning.plan(asked.cut, piece, shop, shop.rules, before=before)
    except CraftError as refused:
        if not (asked.wanted and refused.lacks):
            raise


def _new_id() -> str:
    return uuid4().hex


@ROUTES.route("GET", "/jobs")
def list_jobs(shop: TheShop, store: TheStore) -> tuple[JobCard, ...]:
    """The jobs of the shop, in order, those that were put away too."""
    with store.session() as session:
        return tuple(job_card(each) for each in kept_jobs.list_jobs(session, shop.id))


@ROUTES.route("POST", "/jobs", status_code=201)
def add_job(asked: JobIn, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> JobView:
    """A new job, empty."""
    job_id = _new_id()
    with store.session() as session:
        kept_jobs.add_job(session, shop.id, id=job_id, name=asked.name.strip())
        return job_view(kept_jobs.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("GET", "/jobs/{job_id}")
def get_job(job_id: str, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> JobView:
    """A job with its pieces and cuts."""
    with store.session() as session:
        job = kept_jobs.load_job(session, shop.id, job_id)
    return job_view(job, shop, planning, prior)


@ROUTES.route("GET", "/jobs/{job_id}/order")
def order(job_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts) -> OrderView:
    """The cuts of a job in the order that changes tools and settings least (R16), and what to have ready for them."""
    with store.session() as session:
        job = kept_jobs.load_job(session, shop.id, job_id)
    return order_view(job, shop, prior)


@ROUTES.route("PUT", "/jobs/{job_id}")
def save_job(
    job_id: str, asked: JobChange, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts
) -> JobView:
    """Keeps another name, notes, whether a job is put away, or what is wanted of the order of its cuts; answers the whole job."""
    wishes: tuple[Pin | StaysIn, ...] | None = None
    if asked.pins is not None or asked.stays is not None:
        with store.session() as session:
            job = kept_jobs.load_job(session, shop.id, job_id)
        pins = None if asked.pins is None else tuple(Pin(**each.model_dump()) for each in asked.pins)
        stays = None if asked.stays is None else tuple(StaysIn(**each.model_dump()) for each in asked.stays)
        check_wishes(job, pins, stays, shop, prior)
        wishes = (*(job.pins if pins is None else pins), *(job.stays if stays is None else stays))
    with store.session() as session:
        name = None if asked.name is None else asked.name.strip()
        kept_jobs.save_job(session, shop.id, job_id, name=name, notes=asked.notes, archived=asked.archived, wishes=wishes)
        session.flush()
        return job_view(kept_jobs.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("DELETE", "/jobs/{job_id}", status_code=204)
def remove_job(job_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a job away with all that is in it; it can be brought back."""
    with store.session() as session:
        removed.remove_part(session, shop.id, "jobs", job_id)
    return Response(status_code=204)


@ROUTES.route("POST", "/jobs/{job_id}/copy", status_code=201)
def copy_job(job_id: str, shop: TheShop, store: TheStore) -> Made:
    """The job with all that is in it once more, at the end of the list."""
    with store.session() as session:
        return Made(id=placing.copy_job(session, shop.id, job_id, _new_id))


@ROUTES.route("POST", "/jobs/{job_id}/pieces", status_code=201)
def add_piece(
    job_id: str, asked: NewPiece, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts
) -> JobView:
    """A new piece at the end of a job; answers the whole job."""
    piece = _checked(asked.piece, shop)
    with store.session() as session:
        kept_jobs.add_piece(session, shop.id, job_id, id=_new_id(), piece=piece)
        return job_view(kept_jobs.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("PUT", "/pieces/{piece_id}")
def save_piece(
    piece_id: str, asked: NewPiece, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts
) -> JobView:
    """Keeps a change to a piece; its cuts follow, and those that can no longer be made show it. Answers the whole job."""
    piece = _checked(asked.piece, shop)
    with store.session() as session:
        job_id = kept_jobs.save_piece(session, shop.id, piece_id, piece)
        session.flush()
        return job_view(kept_jobs.load_job(session, shop.id, job_id), shop, planning, prior)


@ROUTES.route("DELETE", "/pieces/{piece_id}", status_code=204)
def remove_piece(piece_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a piece away with its cuts; it can be brought back."""
    with store.session() as session:
        removed.remove_part(session, shop.id, "pieces", piece_id)
    return Response(status_code=204)


@ROUTES.route("POST", "/pieces/{piece_id}/copy", status_code=201)
def copy_piece(piece_id: str, shop: TheShop, store: TheStore) -> Made:
    """The piece with its cuts once more, after it in its job."""
    with store.session() as session:
        return Made(id=placing.copy_piece(session, shop.id, piece_id, _new_id))


@ROUTES.route("POST", "/pieces/{piece_id}/place", status_code=204)
def place_piece(piece_id: str, asked: PlacePieceIn, shop: TheShop, store: TheStore) -> Response:
    """Puts a piece before another one of its job, or last."""
    with store.session() as session:
        placing.place_piece(session, shop.id, piece_id, before=asked.before)
    return Response(status_code=204)


@ROUTES.route("POST", "/pieces/{piece_id}/cuts", status_code=201)
def add_cut(piece_id: str, asked: NewCut, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """A new cut at the end of a piece; refused when it cannot be made in it, but for what is wanted and lacks a tool."""
    with store.session() as session:
        piece = kept_jobs.load_piece(session, shop.id, piece_id)
        _check(asked, piece, shop, planning, prior.after_all(session, piece_id, shop))
        kept = kept_jobs.add_cut(session, shop.id, piece_id, id=_new_id(), name=asked.name.strip(), cut=asked.cut)
    return cut_item(kept, piece, shop, planning, prior, prior.before(kept.id, shop))


@ROUTES.route("GET", "/cuts/{cut_id}")
def get_cut(cut_id: str, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """A cut as it is kept."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
    return cut_item(kept, piece, shop, planning, prior, prior.before(kept.id, shop))


@ROUTES.route("PUT", "/cuts/{cut_id}", responses={409: {"model": StaleBody, "description": "changed elsewhere"}})
def save_cut(cut_id: str, asked: SaveCut, shop: TheShop, store: TheStore, planning: ThePlanning, prior: ThePriorCuts) -> CutItem:
    """Keeps a change to the version that was read; 409 with the newer cut when there is one. Of a cut that follows from a joint
    tools, guide and clamps are kept, with the joint."""
    so_far = prior.before(cut_id, shop)
    with store.session() as session:
        piece = kept_jobs.load_piece(session, shop.id, kept_jobs.load_cut(session, shop.id, cut_id).piece_id)
        _check(asked, piece, shop, planning, so_far)
        known = kept_jobs.load_cut(session, shop.id, cut_id)
        if known.joint is not None:
            change_cut(session, shop, known, asked.cut, asked.version)
            kept = kept_jobs.load_cut(session, shop.id, cut_id)
        else:
            kept = kept_jobs.save_cut(session, shop.id, cut_id, name=asked.name.strip(), cut=asked.cut, version=asked.version)
    return cut_item(kept, piece, shop, planning, prior, prior.before(kept.id, shop))


@ROUTES.route("POST", "/cuts/{cut_id}/copy", status_code=201)
def copy_cut(cut_id: str, shop: TheShop, store: TheStore) -> Made:
    """The cut once more, after it in its piece."""
    with store.session() as session:
        return Made(id=placing.copy_cut(session, shop.id, cut_id, _new_id).id)


@ROUTES.route("POST", "/cuts/{cut_id}/place", status_code=204)
def place_cut(cut_id: str, asked: PlaceCutIn, shop: TheShop, store: TheStore) -> Response:
    """Puts a cut into a piece, its own or another, before a cut of it or last; what cannot be made there shows it."""
    with store.session() as session:
        placing.place_cut(session, shop.id, cut_id, piece_id=asked.piece_id, before=asked.before)
    return Response(status_code=204)


@ROUTES.route("DELETE", "/cuts/{cut_id}", status_code=204)
def remove_cut(cut_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a cut away; it can be brought back."""
    with store.session() as session:
        removed.remove_part(session, shop.id, "cuts", cut_id)
    return Response(status_code=204)


@ROUTES.route("GET", "/removed")
def list_removed(shop: TheShop, store: TheStore) -> tuple[Removed, ...]:
    """What was taken away in the last thirty days, the latest first: jobs, pieces, cuts, tools, runs and their photos."""
    with store.session() as session:
        return removed.listed(session, shop.id)


@ROUTES.route("POST", "/removed/{kind}/{thing_id}", status_code=204)
def bring_back(kind: RemovedKind, thing_id: str, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Brings back what was taken away, in its old place, with what it belongs to."""
    if kind == "jobs" or kind == "pieces" or kind == "cuts" or kind == "joints":
        with store.session() as session:
            removed.bring_part_back(session, saved_shop.current().id, kind, thing_id)
    elif kind == "runs":
        bring_run_back(thing_id, saved_shop, store)
    elif kind == "photos":
        bring_photo_back(thing_id, saved_shop.current().id, store)
    else:
        saved_shop.bring_back(kind, thing_id)
    return Response(status_code=204)
