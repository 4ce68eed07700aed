"""The first minute of a shop that has nothing: assumed tools, a board and a cut; and what of tools nobody has looked at yet."""

from __future__ import annotations

from dataclasses import dataclass, replace
from threading import Lock
from typing import Literal
from uuid import uuid4

from fastapi import APIRouter, Request
from sqlalchemy.orm import Session

from ranura.api.forms import boards_to_cut, cut_from
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import SavedShop, ThePlanning, TheSavedShop, TheShop, TheStore
from ranura.core.board.pieces import Piece
from ranura.core.cut_line import read_line
from ranura.core.family import AnyCut
from ranura.core.plan import Planning
from ranura.core.shop.assumed import AssumedFigure, assume, confirmed, figures_of, is_wholly_assumed
from ranura.core.shop.drawer.starter import ASSUMED_FOR, ASSUMED_ROUTERS, FIRST_CUT, Starter, first_board, starter
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.lengths import Unit
from ranura.requests.cuts import CutRequests
from ranura.requests.from_core import IdText, RequestModel
from ranura.store import kept_jobs
from ranura.store.repository import Store

_BEGINNING = Lock()
"""Two windows that open an empty shop at once begin it once."""

router = APIRouter(prefix="/api", tags=["assumed"], responses=ERRORS)


@dataclass(frozen=True, kw_only=True, slots=True)
class AssumedTool:
    """A tool of which something is assumed."""

    kind: Literal["bits", "routers"]
    id: str
    name: str
    figures: tuple[AssumedFigure, ...]


class Confirmed(RequestModel):
    """Figures of a tool that were looked at and are right; None are all of them."""

    kind: Literal["bits", "routers"]
    id: IdText
    fields: tuple[IdText, ...] | None = None


class BeginIn(RequestModel):
    """The unit that the first reader measures in."""

    unit: Unit


@dataclass(frozen=True, kw_only=True, slots=True)
class BegunJob:
    """The first job of a shop, and its first cut; None where there was something already."""

    job_id: str | None
    cut_id: str | None


@router.get("/assumed")
def assumed(shop: TheShop) -> tuple[AssumedTool, ...]:
    """The tools of which something is assumed, routers first."""
    return (
        *(_shown("routers", each) for each in shop.routers if each.assumed),
        *(_shown("bits", each) for each in shop.bits if each.assumed),
    )


@router.post("/assumed/confirm")
def confirm(asked: Confirmed, saved_shop: TheSavedShop) -> tuple[AssumedTool, ...]:
    """Keeps that figures were looked at; answers what is still assumed."""
    if asked.kind == "bits":
        saved_shop.edit("bits", Bit, asked.id, lambda bit: confirmed(bit, asked.fields))
    else:
        saved_shop.edit("routers", Router, asked.id, lambda tool: confirmed(tool, asked.fields))
    return assumed(saved_shop.current())


@router.post("/begin")
def begin(asked: BeginIn, saved_shop: TheSavedShop, store: TheStore, planning: ThePlanning, request: Request) -> BegunJob:
    """Puts assumed tools, a board and a cut into a shop that has nothing; one that has something stays as it is."""
    with _BEGINNING:
        return _begun(asked.unit, saved_shop, store, planning, request.app.state.cut_requests)


def _begun(unit: Unit, saved_shop: SavedShop, store: Store, planning: Planning, requests: CutRequests) -> BegunJob:
    with store.session() as session:
        jobs = kept_jobs.list_jobs(session, saved_shop.current().id)
    if jobs or saved_shop.current().bits or saved_shop.current().routers:
        return BegunJob(job_id=None, cut_id=None)
    made, board = starter(unit, ASSUMED_ROUTERS, ASSUMED_FOR), first_board(unit)
    routers = tuple(replace(assume(each), id=uuid4().hex) for each in made.routers)
    bits = tuple(replace(assume(each), id=uuid4().hex) for each in made.bits)
    shop = replace(saved_shop.current(), unit=unit, routers=routers, bits=bits)
    job_id, piece_id, cut_id = uuid4().hex, uuid4().hex, uuid4().hex
    name, cut = _first_cut(shop, board, planning, requests)

    def with_job(session: Session) -> None:
        kept_jobs.add_job(session, shop.id, id=job_id, name="First job")
        kept_jobs.add_piece(session, shop.id, job_id, id=piece_id, piece=board)
        kept_jobs.add_cut(session, shop.id, piece_id, id=cut_id, name=name, cut=cut)

    saved_shop.replace(shop, also=with_job)
    return BegunJob(job_id=job_id, cut_id=cut_id)


def _shown(kind: Literal["bits", "routers"], tool: Bit | Router) -> AssumedTool:
    return AssumedTool(kind=kind, id=tool.id, name=tool.name, figures=figures_of(tool))


def _first_cut(shop: Shop, board: Piece, planning: Planning, requests: CutRequests) -> tuple[str, AnyCut]:
    line = read_line(FIRST_CUT[shop.unit], boards_to_cut([board], 0, shop, planning, requests))
    assert line is not None, "the first cut is one that can be begun"
    return line.start.name.capitalize(), requests.cut(cut_from(line.cut))


def put_in(saved_shop: SavedShop, made: Starter) -> Shop:
    """Keeps a starter's tools, each with an id of its own, in the place of those that were wholly assumed; those there by
    the same name stay."""
    for bit in [each for each in saved_shop.current().bits if is_wholly_assumed(each)]:
        saved_shop.remove("bits", bit.id)
    for tool in [each for each in saved_shop.current().routers if is_wholly_assumed(each)]:
        saved_shop.remove("routers", tool.id)
    shop = saved_shop.current()
    there = {each.name for each in shop.bits} | {each.name for each in shop.routers}
    saved_shop.add("routers", [replace(each, id=uuid4().hex) for each in made.routers if each.name not in there])
    return saved_shop.add("bits", [replace(each, id=uuid4().hex) for each in made.bits if each.name not in there])
