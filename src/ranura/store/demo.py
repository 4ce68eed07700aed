"""The demo shop: a marionette theatre's workshop, all made up, the same on every machine. And the
shop of one's own, which begins with the same tools."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from ranura.core.cuts.dado import Dado
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, read
from ranura.core.pieces import Piece
from ranura.core.shop import Shop
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import Base, DialPosition, GuidedSide, Router
from ranura.store import repository
from ranura.store.repository import Store

DEMO_SHOP = "lanternfish"
OWN_SHOP = "own"


def _dial(settings: str, *rpm: int) -> tuple[DialPosition, ...]:
    numbered = [float(each) if each.isdecimal() else each for each in settings]
    return tuple(DialPosition(setting=setting, rpm=speed) for setting, speed in zip(numbered, rpm, strict=True))


_TRIM_SIDES = (GuidedSide(name="marked side", distance=45.0, measured=True),)
_FLAT_AND_ROUND = (
    GuidedSide(name="flat side", distance=75.0, measured=True),
    GuidedSide(name="round side", distance=76.2, measured=True),
)

TRIM_ONE = Router(
    id="trim-one",
    name="Trim one",
    router_class="trim",
    rated_input_w=710,
    min_rpm=10_000,
    max_rpm=30_000,
    dial=_dial("123456", 10_000, 13_200, 17_600, 22_400, 26_800, 30_000),
    stepped=False,
    collets=(6.35, 6.0),
    bases=(
        Base(kind="fixed", round=False, across=90.0, opening=35.0, sides=_TRIM_SIDES),
        Base(kind="plunge", round=False, across=90.0, opening=35.0, sides=_TRIM_SIDES),
    ),
)
PLUNGE_TWO = Router(
    id="plunge-two",
    name="Plunge two",
    router_class="mid-size",
    rated_input_w=1_400,
    min_rpm=9_000,
    max_rpm=25_000,
    dial=_dial("ABCDEFG", 9_000, 11_500, 14_000, 16_500, 19_000, 22_000, 25_000),
    stepped=True,
    collets=(6.35, 8.0, 12.7),
    bases=(
        Base(kind="plunge", round=True, across=152.4, opening=62.0, handle_reach=92.0, sides=_FLAT_AND_ROUND),
        Base(kind="fixed", round=True, across=152.4, opening=62.0, handle_reach=92.0, sides=_FLAT_AND_ROUND),
    ),
)
TABLE_THREE = Router(
    id="table-three",
    name="Table three",
    router_class="large",
    rated_input_w=2_200,
    min_rpm=8_000,
    max_rpm=21_000,
    dial=_dial("12345", 8_000, 10_500, 14_000, 17_500, 21_000),
    stepped=False,
    collets=(12.7, 12.0),
    bases=(
        Base(
            kind="table", round=False, across=700.0, opening=98.0,
            sides=(GuidedSide(name="split fence", distance=350.0, measured=True),),
        ),
    ),
)  # fmt: skip

BITS = (
    Bit(id="straight-12.7", name="12.7 straight", profile="straight", diameter=12.7, shank=12.7, cutting_length=25, flutes=2,
        marked_max_rpm=24_000),
    Bit(id="straight-12.7-dull", name="12.7 straight, dull", profile="straight", diameter=12.7, shank=12.7, cutting_length=25,
        flutes=2, marked_max_rpm=24_000, state="dull"),
    Bit(id="straight-12", name="12 straight", profile="straight", diameter=12, shank=12, cutting_length=30, flutes=2,
        marked_max_rpm=24_000),
    Bit(id="straight-19.05", name="19.05 straight", profile="straight", diameter=19.05, shank=12.7, cutting_length=25, flutes=2,
        marked_max_rpm=16_000),
    Bit(id="straight-9.525", name="9.525 straight", profile="straight", diameter=9.525, shank=6.35, cutting_length=25, flutes=2),
    Bit(id="straight-6", name="6 straight", profile="straight", diameter=6, shank=6, cutting_length=16, flutes=2),
    Bit(id="down-cut-6.35", name="6.35 down-cut", profile="down-cut", diameter=6.35, shank=6.35, cutting_length=25, flutes=2),
    Bit(id="straight-3.175", name="3.175 straight", profile="straight", diameter=3.175, shank=6.35, cutting_length=8, flutes=1),
)  # fmt: skip

SHOP = Shop(
    id=DEMO_SHOP,
    name="Lanternfish Workshop",
    unit="mm",
    rules=HouseRules(),
    routers=(TRIM_ONE, PLUNGE_TWO, TABLE_THREE),
    bits=BITS,
)

JOB_ID = "little-harbour"
JOB_NAME = "The Little Harbour"


def _mm(text: str) -> Length:
    return read(text, "mm")


WING_CASE_SIDE = Piece(
    name="Wing case side",
    material="birch-plywood",
    length=_mm("640"),
    width=_mm("300"),
    thickness=_mm("17.6"),
    thickness_measured=True,
    count=2,
)
SHELF_DADOES = (
    ("shelf-dado-212", "Middle shelf", Dado(width=_mm("17.6"), depth=_mm("6"), position=_mm("212"))),
    ("shelf-dado-64", "Lower shelf", Dado(width=_mm("17.6"), depth=_mm("6"), position=_mm("64"))),
)


def lay(store: Store, *, fresh: bool, say: Callable[[str], None]) -> None:
    """Adds the demo shop if it is missing and leaves it alone otherwise; `fresh` takes the old one away first."""
    with store.session() as session:
        if fresh:
            repository.remove_shop(session, DEMO_SHOP)
        if repository.has_shop(session, DEMO_SHOP):
            return
        say("Laying out the demo shop …")
        repository.add_shop(session, SHOP)
        repository.add_job(session, DEMO_SHOP, id=JOB_ID, name=JOB_NAME)
        repository.add_piece(session, DEMO_SHOP, JOB_ID, id="wing-case-side", piece=WING_CASE_SIDE)
        for cut_id, name, cut in SHELF_DADOES:
            repository.add_cut(session, DEMO_SHOP, "wing-case-side", id=cut_id, name=name, cut=cut)


def own_shop(store: Store) -> None:
    """Adds the person's own shop if it is missing: no job yet, and the demo's tools to begin with."""
    with store.session() as session:
        if repository.has_shop(session, OWN_SHOP):
            return
        routers = tuple(replace(each, id=f"{OWN_SHOP}-{each.id}") for each in SHOP.routers)
        bits = tuple(replace(each, id=f"{OWN_SHOP}-{each.id}") for each in SHOP.bits)
        repository.add_shop(session, replace(SHOP, id=OWN_SHOP, name="My shop", routers=routers, bits=bits))
