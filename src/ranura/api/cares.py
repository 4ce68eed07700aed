"""What is due for bits and routers, and what was done."""

from __future__ import annotations

from dataclasses import replace

from fastapi import APIRouter, Response

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import SavedShop, TheSavedShop, TheShop, TheStore
from ranura.core.running.care import EDGES, Care, DueWork, due_work
from ranura.core.running.lessons import lessons_of
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit, State
from ranura.requests.runs import CareIn
from ranura.store import kept_cares, kept_runs
from ranura.store.items import NotFoundError
from ranura.store.repository import Store

router = APIRouter(prefix="/api", tags=["log"], responses=ERRORS)


@router.get("/due")
def due(shop: TheShop, store: TheStore) -> tuple[DueWork, ...]:
    """What is due by now, as the log has it."""
    with store.session() as session:
        runs, cares = kept_runs.of_shop(session, shop.id), kept_cares.of_shop(session, shop.id)
    dull = frozenset(each.bit_id for each in lessons_of(runs, shop, cares).wear if each.dull)
    return due_work(runs, cares, dull, shop, now=kept_runs.now())


@router.post("/cares", status_code=201)
def done(asked: CareIn, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Care:
    """Notes what was done for a bit or a router, or that a figure's correction is refused; a bit sharpened or replaced is sharp
    again."""
    was: State | None = None
    if asked.kind == "collet":
        shop.router(asked.of)
    elif asked.kind == "left":
        _measured(asked.of, shop, store)
    else:
        was = shop.bit(asked.of).state
    care = Care(id=asked.id, kind=asked.kind, of=asked.of, at=kept_runs.now(), was=was if asked.kind in EDGES else None)
    with store.session() as session:
        known = next((each for each in kept_cares.of_shop(session, shop.id) if each.id == care.id), None)
        if known is not None:
            return known
        kept_cares.done(session, shop.id, care)
    if care.was is not None:
        _state(saved_shop, care.of, "sharp")
    return care


@router.delete("/cares/{care_id}", status_code=204)
def not_done(care_id: str, shop: TheShop, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes back that something was done; a bit is as it was."""
    with store.session() as session:
        care = kept_cares.take_back(session, shop.id, care_id)
    if care.was is not None:
        _state(saved_shop, care.of, care.was)
    return Response(status_code=204)


def _measured(key: str, shop: Shop, store: Store) -> None:
    """Raises NotFoundError where no figure of the shop with this key was measured."""
    with store.session() as session:
        if all(each.key != key for each in lessons_of(kept_runs.of_shop(session, shop.id), shop).figures):
            raise NotFoundError("figure", key)


def _state(saved_shop: SavedShop, bit_id: str, state: State) -> None:
    """Gives a bit another state, where the shop still has it."""
    if any(each.id == bit_id for each in saved_shop.current().bits):
        saved_shop.edit("bits", Bit, bit_id, lambda bit: replace(bit, state=state))
