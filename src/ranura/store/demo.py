"""The demo shop: a marionette theatre's workshop, all made up, the same on every machine. And the empty shop of one's own."""

from __future__ import annotations

from collections.abc import Callable

from ranura.core.cuts.dado import Dado
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, read
from ranura.core.pieces import Piece
from ranura.core.shop import Shop
from ranura.store import repository
from ranura.store.demo_tools import BITS, DELIVERIES, GUIDES, ROUTERS, WOODS
from ranura.store.repository import Store

DEMO_SHOP = "lanternfish"
OWN_SHOP = "own"


SHOP = Shop(
    id=DEMO_SHOP,
    name="Lanternfish Workshop",
    unit="mm",
    rules=HouseRules(),
    routers=ROUTERS,
    bits=BITS,
    guides=GUIDES,
    woods=WOODS,
    deliveries=DELIVERIES,
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
    """Adds the person's own shop if it is missing: empty, so that its first questions are asked."""
    with store.session() as session:
        if not repository.has_shop(session, OWN_SHOP):
            repository.add_shop(session, Shop(id=OWN_SHOP, name="My shop", unit="mm", rules=HouseRules(), routers=(), bits=()))
