"""The drawer and the bench: bits and routers as they are shown, typed in, copied, put away and taken away."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any
from uuid import uuid4

from fastapi import APIRouter, BackgroundTasks, Response
from pydantic import Field

from ranura.api.doors import Door
from ranura.api.keeping import TheKeeper, TheShop, TheStore
from ranura.api.problems import ERRORS, ProblemBody
from ranura.api.tool_views import (
    BitDetail,
    BitTile,
    DraftView,
    DrawerView,
    FlatView,
    RouterView,
    bit_detail,
    draft_view,
    drawer_view,
    flat_view,
    router_view,
    tile,
    uses_of,
)
from ranura.core.shop import refusals as shop_refusals
from ranura.core.shop.drawer.bench import router_from_texts
from ranura.core.shop.drawer.describing import describe
from ranura.core.shop.drawer.finding import find, index_of
from ranura.core.shop.drawer.flat import FLAT_KINDS, flat_from_texts
from ranura.core.shop.drawer.form import FORMS, Form
from ranura.core.shop.drawer.marks import marks
from ranura.core.shop.drawer.starter import Makes, Owned, starter
from ranura.core.shop.drawer.texts import bit_from_texts
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import DialPosition, Router, check_dial
from ranura.core.text.errors import ToolError
from ranura.core.text.lengths import Unit
from ranura.store import history
from ranura.store.things import ThingKind

router = APIRouter(prefix="/api", tags=["tools"], responses=ERRORS)
IN_USE: dict[int | str, dict[str, Any]] = {409: {"model": ProblemBody, "description": "cuts use it; it can be put away instead"}}

FieldText = Annotated[str, Field(max_length=400)]
Texts = Annotated[dict[Annotated[str, Field(max_length=40)], FieldText], Field(max_length=60)]


Version = Annotated[str, Field(max_length=40)]
"""Which state of a tool a change was thought out for; None changes it whatever it is by now."""


class BitTexts(Door):
    """A bit as texts by field."""

    texts: Texts
    version: Version | None = None


class DraftIn(Door):
    """A bit being typed: a description in words, and what the fields say; the fields win."""

    description: Annotated[str, Field(max_length=400)] = ""
    texts: Texts = {}


class RouterTexts(Door):
    """A router as texts, and each of its bases."""

    texts: Texts
    bases: Annotated[list[Texts], Field(max_length=8)]
    version: Version | None = None


class DialIn(Door):
    """A dial, position by position."""

    dial: Annotated[list[DialPosition], Field(max_length=40)]
    version: Version | None = None


class FlatIn(Door):
    """A guide, wood or delivery as texts."""

    kind: Annotated[str, Field(max_length=20)]
    texts: Texts
    version: Version | None = None


class AwayIn(Door):
    """Whether a tool is put away."""

    archived: bool


class StarterIn(Door):
    """Three answers: the unit, which routers are there, what is mostly made; and which of the offered bits to take."""

    unit: Unit
    owned: Annotated[list[Owned], Field(min_length=1, max_length=3)]
    makes: Annotated[list[Makes], Field(max_length=4)]


@router.get("/forms")
def forms() -> tuple[Form, ...]:
    """What is asked of every kind of tool."""
    return FORMS


@router.get("/bits")
def list_bits(shop: TheShop, after: BackgroundTasks) -> DrawerView:
    """The drawer: every bit as a silhouette with what is marked on it. Who looks at it will soon look for a bit."""
    after.add_task(index_of, shop.bits)
    return drawer_view(shop)


@router.get("/bits/find")
async def find_bits(shop: TheShop, q: Annotated[str, Field(max_length=200)] = "") -> tuple[str, ...]:
    """The ids of the bits that a few typed words fit."""
    return tuple(bit.id for bit in find(shop.bits, q, shop.unit))


@router.post("/bits/draft")
def draft_bit(asked: DraftIn, shop: TheShop) -> DraftView:
    """What a description and the fields make together: texts, guesses, the first problem, and the bit when it is one."""
    return draft_view(describe(asked.description) if asked.description.strip() else None, asked.texts, shop)


@router.get("/bits/{bit_id}")
def get_bit(bit_id: str, shop: TheShop, store: TheStore) -> BitDetail:
    """A bit opened: its section, its limits at each router, what it cuts, where it is used."""
    bit = shop.bit(bit_id)
    with store.session() as session:
        happened = history.of_bit(session, shop.id, bit_id)
    return bit_detail(bit, shop, uses_of(store, shop.id, bit_id=bit_id), happened)


@router.post("/bits", status_code=201)
def add_bit(asked: BitTexts, keeper: TheKeeper) -> BitTile:
    """A new bit at the end of the drawer."""
    shop = keeper.current()
    made = bit_from_texts(asked.texts, id=uuid4().hex, unit=shop.unit)
    shop = keeper.add("bits", [made])
    return tile(made, marks(shop).get(made.id, ()))


@router.put("/bits/{bit_id}")
def save_bit(bit_id: str, asked: BitTexts, keeper: TheKeeper) -> BitTile:
    """Keeps a change to a bit; every plan follows."""
    typed = bit_from_texts(asked.texts, id=bit_id, unit=keeper.current().unit)
    made = keeper.edit("bits", Bit, bit_id, lambda bit: replace(typed, archived=bit.archived), version=asked.version)
    return tile(made, marks(keeper.current()).get(made.id, ()))


@router.post("/bits/{bit_id}/away")
def put_bit_away(bit_id: str, asked: AwayIn, keeper: TheKeeper) -> BitTile:
    """Puts a bit away, so that no plan takes it, or takes it out again."""
    made = keeper.edit("bits", Bit, bit_id, lambda bit: replace(bit, archived=asked.archived))
    return tile(made, marks(keeper.current()).get(made.id, ()))


@router.delete("/bits/{bit_id}", status_code=204, responses=IN_USE)
def remove_bit(bit_id: str, keeper: TheKeeper, store: TheStore) -> Response:
    """Takes a bit away for good; refused where cuts have it pinned."""
    bit = keeper.current().bit(bit_id)
    _refuse_if_used(bit, [use.name for use in uses_of(store, keeper.current().id, bit_id=bit_id)])
    keeper.remove("bits", bit_id)
    return Response(status_code=204)


@router.get("/routers")
def list_routers(shop: TheShop) -> tuple[RouterView, ...]:
    """The bench: every router with its dial, its bases and its collets."""
    return tuple(router_view(each) for each in shop.routers)


@router.post("/routers", status_code=201)
def add_router(asked: RouterTexts, keeper: TheKeeper) -> RouterView:
    """A new router on the bench."""
    made = router_from_texts(asked.texts, asked.bases, id=uuid4().hex, unit=keeper.current().unit)
    keeper.add("routers", [made])
    return router_view(made)


@router.put("/routers/{router_id}")
def save_router(router_id: str, asked: RouterTexts, keeper: TheKeeper) -> RouterView:
    """Keeps a change to a router; every plan follows."""
    typed = router_from_texts(asked.texts, asked.bases, id=router_id, unit=keeper.current().unit)
    made = keeper.edit("routers", Router, router_id, lambda kept: replace(typed, archived=kept.archived), version=asked.version)
    return router_view(made)


@router.put("/routers/{router_id}/dial")
def save_dial(router_id: str, asked: DialIn, keeper: TheKeeper) -> RouterView:
    """Keeps a dial: points typed, dragged or measured."""
    dial = tuple(sorted(asked.dial, key=lambda position: position.rpm))

    def with_dial(kept: Router) -> Router:
        check_dial(dial, stepped=kept.stepped)
        return replace(kept, dial=dial)

    return router_view(keeper.edit("routers", Router, router_id, with_dial, version=asked.version))


@router.post("/routers/{router_id}/away")
def put_router_away(router_id: str, asked: AwayIn, keeper: TheKeeper) -> RouterView:
    """Puts a router away, so that no plan takes it, or takes it out again."""
    return router_view(keeper.edit("routers", Router, router_id, lambda kept: replace(kept, archived=asked.archived)))


@router.delete("/routers/{router_id}", status_code=204, responses=IN_USE)
def remove_router(router_id: str, keeper: TheKeeper, store: TheStore) -> Response:
    """Takes a router away for good; refused where cuts have it pinned."""
    found = keeper.current().router(router_id)
    _refuse_if_used(found, [use.name for use in uses_of(store, keeper.current().id, router_id=router_id)])
    keeper.remove("routers", router_id)
    return Response(status_code=204)


@router.get("/things")
def list_things(shop: TheShop) -> tuple[FlatView, ...]:
    """Guides, own woods and deliveries."""
    return tuple(flat_view(each, shop) for each in (*shop.guides, *shop.woods, *shop.deliveries))


@router.post("/things", status_code=201)
def add_thing(asked: FlatIn, keeper: TheKeeper) -> FlatView:
    """A new guide, wood or delivery."""
    shop = keeper.current()
    made = flat_from_texts(asked.kind, asked.texts, id=uuid4().hex, unit=shop.unit)
    return flat_view(made, keeper.add(_shelf(asked.kind), [made]))


@router.put("/things/{thing_id}")
def save_thing(thing_id: str, asked: FlatIn, keeper: TheKeeper) -> FlatView:
    """Keeps a change to a guide, wood or delivery."""
    made = flat_from_texts(asked.kind, asked.texts, id=thing_id, unit=keeper.current().unit)
    keeper.edit(_shelf(asked.kind), FLAT_KINDS[asked.kind], thing_id, lambda _: made, version=asked.version)
    return flat_view(made, keeper.current())


@router.delete("/things/{kind}/{thing_id}", status_code=204, responses=IN_USE)
def remove_thing(kind: str, thing_id: str, keeper: TheKeeper, store: TheStore) -> Response:
    """Takes a guide, wood or delivery away; a wood that pieces are of stays."""
    if kind == "wood":
        used = [use.name for use in uses_of(store, keeper.current().id, material_id=thing_id)]
        _refuse_if_used(keeper.current().material(thing_id), used)
    keeper.remove(_shelf(kind), thing_id)
    return Response(status_code=204)


@router.post("/starter")
def offer_starter(asked: StarterIn, shop: TheShop) -> DrawerView:
    """What a shop that has nothing might begin with; nothing is kept yet."""
    made = starter(asked.unit, asked.owned, asked.makes)
    return drawer_view(replace(shop, bits=made.bits, routers=made.routers))


@router.post("/starter/take", status_code=201)
def take_starter(asked: StarterIn, keeper: TheKeeper) -> DrawerView:
    """Puts the starter's routers and bits into the shop, and sets its unit."""
    made = starter(asked.unit, asked.owned, asked.makes)
    keeper.change(unit=asked.unit)
    keeper.add("routers", [replace(each, id=uuid4().hex) for each in made.routers])
    return drawer_view(keeper.add("bits", [replace(each, id=uuid4().hex) for each in made.bits]))


def _shelf(kind: str) -> ThingKind:
    if kind not in FLAT_KINDS:
        raise ToolError(shop_refusals.UNKNOWN_WORD, field="kind", text=kind, choices=", ".join(FLAT_KINDS))
    return "woods" if kind == "wood" else "deliveries" if kind == "delivery" else "guides"


def _refuse_if_used(tool: Bit | Router | Any, uses: list[str]) -> None:
    if uses:
        raise ToolError(shop_refusals.IN_USE, name=tool.name, uses=", ".join(uses[:5]) + (" …" if len(uses) > 5 else ""))
