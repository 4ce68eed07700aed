"""The drawer and the bench: bits and routers as they are shown, typed in, copied, put away and taken away."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any
from uuid import uuid4

from fastapi import APIRouter, BackgroundTasks, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import Field

from ranura.api.assumed import put_in
from ranura.api.problems import ERRORS, ProblemBody
from ranura.api.saved_shop import TheSavedShop, TheShop, TheStore
from ranura.api.tool_views import (
    BitDetail,
    BitTile,
    DraftView,
    DrawerView,
    ItemView,
    RouterView,
    bit_detail,
    draft_view,
    drawer_view,
    item_view,
    router_view,
    tile,
    uses_of,
)
from ranura.core.shop import refusals as shop_refusals
from ranura.core.shop.assumed import changed
from ranura.core.shop.drawer.bench import router_from_texts
from ranura.core.shop.drawer.describing import describe
from ranura.core.shop.drawer.finding import index_at_hand, index_of
from ranura.core.shop.drawer.form import TOOL_FORMS, ToolForm
from ranura.core.shop.drawer.marks import marks
from ranura.core.shop.drawer.plain_items import PLAIN_KINDS, plain_item_from_texts
from ranura.core.shop.drawer.starter import Makes, Owned, starter
from ranura.core.shop.drawer.texts import bit_from_texts
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import DialPosition, Router, check_dial
from ranura.core.text.errors import ToolError
from ranura.core.text.lengths import Unit
from ranura.requests.from_core import RequestModel
from ranura.store import history
from ranura.store.items import ItemKind

router = APIRouter(prefix="/api", tags=["tools"], responses=ERRORS)
IN_USE: dict[int | str, dict[str, Any]] = {409: {"model": ProblemBody, "description": "cuts use it; it can be put away instead"}}

FieldText = Annotated[str, Field(max_length=400)]
Texts = Annotated[dict[Annotated[str, Field(max_length=40)], FieldText], Field(max_length=60)]


Version = Annotated[str, Field(max_length=40)]
"""Which state of a tool a change was thought out for; None changes it whatever it is by now."""


class BitTexts(RequestModel):
    """A bit as texts by field."""

    texts: Texts
    version: Version | None = None


class DraftIn(RequestModel):
    """A bit being typed: a description in words, and what the fields say; the fields win."""

    description: Annotated[str, Field(max_length=400)] = ""
    texts: Texts = {}


class RouterTexts(RequestModel):
    """A router as texts, and each of its bases."""

    texts: Texts
    bases: Annotated[list[Texts], Field(max_length=8)]
    version: Version | None = None


class DialIn(RequestModel):
    """A dial, position by position."""

    dial: Annotated[list[DialPosition], Field(max_length=40)]
    version: Version | None = None


class ItemTexts(RequestModel):
    """A guide, wood or delivery as texts."""

    kind: Annotated[str, Field(max_length=20)]
    texts: Texts
    version: Version | None = None


class AwayIn(RequestModel):
    """Whether a tool is put away."""

    archived: bool


class StarterIn(RequestModel):
    """Three answers: the unit, which routers are there, what is mostly made; and which of the offered bits to take."""

    unit: Unit
    owned: Annotated[list[Owned], Field(min_length=1, max_length=3)]
    makes: Annotated[list[Makes], Field(max_length=4)]


@router.get("/tool-forms")
def tool_forms() -> tuple[ToolForm, ...]:
    """What is asked of every kind of tool."""
    return TOOL_FORMS


@router.get("/bits")
def list_bits(shop: TheShop, after: BackgroundTasks) -> DrawerView:
    """The drawer: every bit as a silhouette with what is marked on it. Who looks at it will soon look for a bit."""
    after.add_task(index_of, shop.bits)
    return drawer_view(shop)


@router.get("/bits/find")
async def find_bits(shop: TheShop, q: Annotated[str, Field(max_length=200)] = "") -> tuple[str, ...]:
    """The ids of the bits that a few typed words fit. The index of a drawer that was changed is made in a thread: with thousands
    of bits it takes a while, in which others are answered."""
    index = index_at_hand(shop.bits)
    if index is None:
        index = await run_in_threadpool(index_of, shop.bits)
    return tuple(bit.id for bit in index.find(q, shop.unit))


@router.post("/bits/draft")
def draft_bit(asked: DraftIn, shop: TheShop) -> DraftView:
    """What a description and the fields make together: texts, guesses, the first problem, and the bit when it is one."""
    return draft_view(describe(asked.description) if asked.description.strip() else None, asked.texts, shop)


@router.get("/bits/{bit_id}")
def get_bit(bit_id: str, shop: TheShop, store: TheStore) -> BitDetail:
    """A bit opened: its section, its limits at each router, what it cuts, where it is used."""
    bit = shop.bit(bit_id)
    with store.session() as session:
        past = history.against_bit(session, shop.id, bit_id)
    return bit_detail(bit, shop, uses_of(store, shop.id, bit_id=bit_id), past)


@router.post("/bits", status_code=201)
def add_bit(asked: BitTexts, saved_shop: TheSavedShop, shop: TheShop) -> BitTile:
    """A new bit at the end of the drawer."""
    made = bit_from_texts(asked.texts, id=uuid4().hex, unit=shop.unit)
    return tile(made, marks(saved_shop.add("bits", [made])).get(made.id, ()))


@router.put("/bits/{bit_id}")
def save_bit(bit_id: str, asked: BitTexts, saved_shop: TheSavedShop, shop: TheShop) -> BitTile:
    """Keeps a change to a bit; every plan follows."""
    typed = bit_from_texts(asked.texts, id=bit_id, unit=shop.unit)
    made = saved_shop.edit(
        "bits", Bit, bit_id, lambda bit: changed(bit, replace(typed, archived=bit.archived)), version=asked.version
    )
    return tile(made, marks(saved_shop.current()).get(made.id, ()))


@router.post("/bits/{bit_id}/away")
def put_bit_away(bit_id: str, asked: AwayIn, saved_shop: TheSavedShop) -> BitTile:
    """Puts a bit away, so that no plan takes it, or takes it out again."""
    made = saved_shop.edit("bits", Bit, bit_id, lambda bit: replace(bit, archived=asked.archived))
    return tile(made, marks(saved_shop.current()).get(made.id, ()))


@router.delete("/bits/{bit_id}", status_code=204, responses=IN_USE)
def remove_bit(bit_id: str, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes a bit away for good; refused where cuts have it pinned."""
    bit = saved_shop.current().bit(bit_id)
    _refuse_if_used(bit, [use.name for use in uses_of(store, saved_shop.current().id, bit_id=bit_id)])
    saved_shop.remove("bits", bit_id)
    return Response(status_code=204)


@router.get("/routers")
def list_routers(shop: TheShop) -> tuple[RouterView, ...]:
    """The bench: every router with its dial, its bases and its collets."""
    return tuple(router_view(each) for each in shop.routers)


@router.post("/routers", status_code=201)
def add_router(asked: RouterTexts, saved_shop: TheSavedShop, shop: TheShop) -> RouterView:
    """A new router on the bench."""
    made = router_from_texts(asked.texts, asked.bases, id=uuid4().hex, unit=shop.unit)
    saved_shop.add("routers", [made])
    return router_view(made)


@router.put("/routers/{router_id}")
def save_router(router_id: str, asked: RouterTexts, saved_shop: TheSavedShop, shop: TheShop) -> RouterView:
    """Keeps a change to a router; every plan follows."""
    typed = router_from_texts(asked.texts, asked.bases, id=router_id, unit=shop.unit)
    made = saved_shop.edit(
        "routers", Router, router_id, lambda kept: changed(kept, replace(typed, archived=kept.archived)), version=asked.version
    )
    return router_view(made)


@router.put("/routers/{router_id}/dial")
def save_dial(router_id: str, asked: DialIn, saved_shop: TheSavedShop) -> RouterView:
    """Keeps a dial: points typed, dragged or measured."""
    dial = tuple(sorted(asked.dial, key=lambda position: position.rpm))

    def with_dial(kept: Router) -> Router:
        check_dial(dial, stepped=kept.stepped)
        return replace(kept, dial=dial)

    return router_view(saved_shop.edit("routers", Router, router_id, with_dial, version=asked.version))


@router.post("/routers/{router_id}/away")
def put_router_away(router_id: str, asked: AwayIn, saved_shop: TheSavedShop) -> RouterView:
    """Puts a router away, so that no plan takes it, or takes it out again."""
    return router_view(saved_shop.edit("routers", Router, router_id, lambda kept: replace(kept, archived=asked.archived)))


@router.delete("/routers/{router_id}", status_code=204, responses=IN_USE)
def remove_router(router_id: str, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes a router away for good; refused where cuts have it pinned."""
    found = saved_shop.current().router(router_id)
    _refuse_if_used(found, [use.name for use in uses_of(store, saved_shop.current().id, router_id=router_id)])
    saved_shop.remove("routers", router_id)
    return Response(status_code=204)


@router.get("/things")
def list_things(shop: TheShop) -> tuple[ItemView, ...]:
    """Guides, own woods and deliveries."""
    return tuple(item_view(each, shop) for each in (*shop.guides, *shop.woods, *shop.deliveries))


@router.post("/things", status_code=201)
def add_thing(asked: ItemTexts, saved_shop: TheSavedShop, shop: TheShop) -> ItemView:
    """A new guide, wood or delivery."""
    made = plain_item_from_texts(asked.kind, asked.texts, id=uuid4().hex, unit=shop.unit)
    return item_view(made, saved_shop.add(_shelf(asked.kind), [made]))


@router.put("/things/{thing_id}")
def save_thing(thing_id: str, asked: ItemTexts, saved_shop: TheSavedShop, shop: TheShop) -> ItemView:
    """Keeps a change to a guide, wood or delivery."""
    made = plain_item_from_texts(asked.kind, asked.texts, id=thing_id, unit=shop.unit)
    saved_shop.edit(_shelf(asked.kind), PLAIN_KINDS[asked.kind], thing_id, lambda _: made, version=asked.version)
    return item_view(made, saved_shop.current())


@router.delete("/things/{kind}/{thing_id}", status_code=204, responses=IN_USE)
def remove_thing(kind: str, thing_id: str, saved_shop: TheSavedShop, store: TheStore) -> Response:
    """Takes a guide, wood or delivery away; a wood that pieces are of stays."""
    if kind == "wood":
        used = [use.name for use in uses_of(store, saved_shop.current().id, material_id=thing_id)]
        _refuse_if_used(saved_shop.current().material(thing_id), used)
    saved_shop.remove(_shelf(kind), thing_id)
    return Response(status_code=204)


@router.post("/starter")
def offer_starter(asked: StarterIn, shop: TheShop) -> DrawerView:
    """What a shop that has nothing might begin with; nothing is kept yet."""
    made = starter(asked.unit, asked.owned, asked.makes)
    return drawer_view(replace(shop, bits=made.bits, routers=made.routers))


@router.post("/starter/take", status_code=201)
def take_starter(asked: StarterIn, saved_shop: TheSavedShop) -> DrawerView:
    """Puts the starter's routers and bits into the shop, and sets its unit."""
    made = starter(asked.unit, asked.owned, asked.makes)
    saved_shop.change(unit=asked.unit)
    return drawer_view(put_in(saved_shop, made))


def _shelf(kind: str) -> ItemKind:
    if kind not in PLAIN_KINDS:
        raise ToolError(shop_refusals.UNKNOWN_WORD, field="kind", text=kind, choices=", ".join(PLAIN_KINDS))
    return "woods" if kind == "wood" else "deliveries" if kind == "delivery" else "guides"


def _refuse_if_used(tool: Bit | Router | Any, uses: list[str]) -> None:
    if uses:
        raise ToolError(shop_refusals.IN_USE, name=tool.name, uses=", ".join(uses[:5]) + (" …" if len(uses) > 5 else ""))
