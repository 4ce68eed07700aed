"""How tools are shown: a bit as a tile of the drawer and opened, a router with its dial, a guide or wood as texts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from ranura.core.choosing.limits import AtRouter, at_routers, cuts_made
from ranura.core.shop.drawer.bench import base_texts, router_texts
from ranura.core.shop.drawer.describing import Draft
from ranura.core.shop.drawer.marks import Mark, marks
from ranura.core.shop.drawer.plain_items import PlainItem, kind_of, plain_item_texts
from ranura.core.shop.drawer.shape import Shape, shape
from ranura.core.shop.drawer.texts import bit_from_texts, texts_of
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit, State, shank_name
from ranura.core.shop.tooling.guides import TJig
from ranura.core.shop.tooling.profiles import Makes, Profile
from ranura.core.shop.tooling.routers import DialPosition, Router
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text, write
from ranura.store import repository
from ranura.store.history import PastEvent
from ranura.store.items import version_of
from ranura.store.repository import Store, Use


@dataclass(frozen=True, kw_only=True, slots=True)
class BitTile:
    """A bit in the drawer: its shape at true scale, two lines, its state and marks. `life` is metres cut, in words; `version`
    goes along with a change of the whole bit."""

    id: str
    version: str
    name: str
    profile: Profile
    kind: str
    makes: Makes
    sizes: Text
    shank: str
    state: State
    life: Text
    price: float | None
    shape: Shape
    marks: tuple[Mark, ...]
    archived: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class DrawerView:
    """The whole drawer."""

    bits: tuple[BitTile, ...]
    routers: tuple[str, ...]
    currency: str


@dataclass(frozen=True, kw_only=True, slots=True)
class EventView:
    """Something that happened to a bit, in words."""

    at: datetime
    words: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class BitDetail:
    """A bit opened."""

    tile: BitTile
    texts: Mapping[str, str]
    prints: str
    routers: tuple[AtRouter, ...]
    cuts: tuple[Text, ...]
    uses: tuple[Use, ...]
    history: tuple[EventView, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class FieldProblem:
    """What is wrong with a draft, and where."""

    field: str | None
    words: Text
    partial: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class DraftView:
    """A bit being typed. `guessed` fields are usual and to be checked; `bit` is there as soon as the texts make one."""

    texts: Mapping[str, str]
    guessed: tuple[str, ...]
    missing: tuple[str, ...]
    left: str
    problem: FieldProblem | None
    bit: BitTile | None


@dataclass(frozen=True, kw_only=True, slots=True)
class RouterView:
    """A router with its texts for the form, and its dial to be plotted; `version` goes along with a change."""

    id: str
    version: str
    name: str
    router_class: str
    line: Text
    collets: tuple[str, ...]
    texts: Mapping[str, str]
    bases: tuple[Mapping[str, str], ...]
    dial: tuple[DialPosition, ...]
    stepped: bool
    min_rpm: float
    max_rpm: float
    notes: tuple[Text, ...]
    archived: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class ItemView:
    """A guide, wood or delivery with its texts; `version` goes along with a change."""

    id: str
    version: str
    kind: str
    name: str
    line: Text
    texts: Mapping[str, str]


_remembered: dict[int, tuple[Bit, Shape, str]] = {}
_MOST_REMEMBERED = 30_000


def tile(bit: Bit, said: tuple[Mark, ...]) -> BitTile:
    """A bit as it lies in the drawer; its shape is worked out once."""
    kept = _remembered.get(id(bit))
    if kept is None or kept[0] is not bit:
        if len(_remembered) >= _MOST_REMEMBERED:
            _remembered.clear()
        kept = _remembered[id(bit)] = (bit, shape(bit), version_of(bit))
    return BitTile(
        id=bit.id,
        version=kept[2],
        name=bit.name,
        profile=bit.profile,
        kind=bit.kind.name,
        makes=bit.kind.makes,
        sizes=_sizes(bit),
        shank=shank_name(bit.shank),
        state=bit.state,
        life=write("{m:n0} m cut", m=bit.metres_cut),
        price=bit.price,
        shape=kept[1],
        marks=said,
        archived=bit.archived,
    )


def _sizes(bit: Bit) -> Text:
    return write("Ø {d:fine} · cuts {l:fine}", d=bit.diameter, l=bit.cutting_length)


def drawer_view(shop: Shop) -> DrawerView:
    """All bits, in their order."""
    said = marks(shop)
    return DrawerView(
        bits=tuple(tile(bit, said.get(bit.id, ())) for bit in shop.bits),
        routers=tuple(router.name for router in shop.routers if not router.archived),
        currency=shop.currency,
    )


def bit_detail(bit: Bit, shop: Shop, uses: tuple[Use, ...], past: tuple[PastEvent, ...]) -> BitDetail:
    """A bit opened in place."""
    return BitDetail(
        tile=tile(bit, marks(shop).get(bit.id, ())),
        texts=texts_of(bit),
        prints=bit.kind.prints,
        routers=at_routers(bit, shop),
        cuts=cuts_made(bit, shop),
        uses=uses,
        history=tuple(EventView(at=each.at, words=each.event.words) for each in past),
    )


def draft_view(draft: Draft | None, typed: Mapping[str, str], shop: Shop) -> DraftView:
    """What a description and the typed fields make; typed fields win over the description."""
    said = {field: text for field, text in typed.items() if text.strip()}
    texts = {**(draft.texts if draft else {}), **said}
    guessed = tuple(field for field in (draft.guessed if draft else ()) if field not in said)
    missing = tuple(field for field in (draft.missing if draft else ()) if field not in said)
    problem, made = None, None
    try:
        made = bit_from_texts(texts, id="draft", unit=shop.unit)
    except CraftError as wrong:
        problem = FieldProblem(field=wrong.field, words=wrong.message, partial=wrong.partial)
    return DraftView(
        texts=texts,
        guessed=guessed,
        missing=missing,
        left=draft.left if draft else "",
        problem=problem,
        bit=tile(made, ()) if made else None,
    )


def router_view(router: Router) -> RouterView:
    """A router on the bench."""
    notes = []
    if not router.dial:
        notes.append(write("What its dial means is not known; measure it or read the manual"))
    if router.collet_bore is None:
        notes.append(write("How deep its collet is was not measured"))
    if any(base.collet_height is None for base in router.bases):
        notes.append(write("How near the collet comes to the underside was not measured"))
    if any(base.opening is None for base in router.bases):
        notes.append(write("The opening of a base is not known"))
    if not all(base.sides[0].measured for base in router.bases):
        notes.append(write("The distance from bit to base edge was not measured"))
    line = write(
        "{w:n0} W · {low:rpm} to {high:rpm} rpm · {bases}",
        w=router.rated_input_w,
        low=router.min_rpm,
        high=router.max_rpm,
        bases=", ".join(base.kind for base in router.bases),
    )
    return RouterView(
        id=router.id,
        version=version_of(router),
        name=router.name,
        router_class=router.router_class,
        line=line,
        collets=tuple(shank_name(collet) for collet in router.collets),
        texts=router_texts(router),
        bases=tuple(base_texts(base) for base in router.bases),
        dial=router.dial,
        stepped=router.stepped,
        min_rpm=router.min_rpm,
        max_rpm=router.max_rpm,
        notes=tuple(notes),
        archived=router.archived,
    )


def _of_jig(jig: TJig, shop: Shop) -> Text:
    """Whose line a cut-line jig shows, and whether it still does."""
    bit = next((each for each in shop.bits if each.id == jig.bit_id), None)
    router = next((each for each in shop.routers if each.id == jig.router_id), None)
    if bit is None or router is None:
        return write("its bit or router is no longer here: it shows no line")
    base = router.bases[0].sides[0].distance
    holds = jig.holds(bit_diameter=bit.diameter, base_to_axis=base)
    now = "" if holds else "; no longer holds: now {d:fine} and {b:fine}"
    said = "{bit} in {router}: notch {was:fine}, base {base:fine} from the axis"
    return write(
        said + now, bit=bit.name, router=router.name, was=jig.bit_diameter, base=jig.base_to_axis, d=bit.diameter, b=base
    )


def item_view(thing: PlainItem, shop: Shop) -> ItemView:
    """A guide, wood or delivery in its list."""
    kind, version = kind_of(thing), version_of(thing)
    texts = plain_item_texts(thing)
    if kind == "delivery":
        names = {material.id: material.name for material in shop.materials}
        said = (
            f"{names.get(texts['material_id'], texts['material_id'])}, sold as {texts['nominal']}, measures {texts['measured']}"
        )
    elif isinstance(thing, TJig):
        return ItemView(id=thing.id, version=version, kind=kind, name=thing.name, line=_of_jig(thing, shop), texts=texts)
    elif kind == "wood":
        said = f"{texts['material_class']} · {texts['density']} kg/m³ · burns {texts['burn']}, tears {texts['tear_out']}"
    else:
        shown = {field.replace("_", " "): text for field, text in texts.items() if field != "name" and text != "no"}
        said = " · ".join(label if text == "yes" else f"{label} {text}" for label, text in shown.items())
    return ItemView(id=thing.id, version=version, kind=kind, name=thing.name, line=Text(metric=said, inch=said), texts=texts)


def uses_of(
    store: Store, shop_id: str, *, bit_id: str | None = None, router_id: str | None = None, material_id: str | None = None
) -> tuple[Use, ...]:
    """The cuts that have a tool pinned, or the pieces that are of a wood."""
    with store.session() as session:
        return repository.uses(session, shop_id, bit_id=bit_id, router_id=router_id, material_id=material_id)
