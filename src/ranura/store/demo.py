"""The demo shop: a marionette theatre's workshop, all made up, the same on every machine. And the empty shop of one's own."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from ranura.core.cuts.dado import Dado
from ranura.core.cuts.edge import EdgeCut
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, read
from ranura.core.pieces import Piece
from ranura.core.plan import Cut
from ranura.core.shapes.contour import Contour
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


def _board(name: str, wood: str, length: str, width: str, thickness: str, *, count: int = 1, **more: Any) -> Piece:
    return Piece(
        name=name, material=wood, length=_mm(length), width=_mm(width), thickness=_mm(thickness), count=count, **more
    )  # fmt: skip


WING_CASE_SIDE = _board("Wing case side", "birch-plywood", "640", "300", "17.6", count=2)
SHELF_DADOES = (
    ("shelf-dado-212", "Middle shelf", Dado(width=_mm("17.6"), depth=_mm("6"), position=_mm("212"))),
    ("shelf-dado-64", "Lower shelf", Dado(width=_mm("17.6"), depth=_mm("6"), position=_mm("64"))),
)
BACK_PANEL = EdgeCut(shape="rabbet", size=_mm("9.5"), depth=_mm("6"), edges=("far",), edge_state="smooth")
ARCH = _board(
    "Proscenium arch", "ash", "680", "430", "22",
    openings=(Contour(form="arch", length=_mm("520"), width=_mm("310"), near=_mm("60"), radius=_mm("190")),),
)  # fmt: skip
ARCH_OGEE = EdgeCut(shape="ogee", size=_mm("6.35"), edges=("opening-1",), edge_state="smooth", starting_pin=True)
CRATE_SIDE = _board("Prop crate side", "beech", "320", "200", "15", count=8)
CRATE_BOTTOM = EdgeCut(shape="rabbet", size=_mm("6.35"), depth=_mm("7.5"), edges=("near",), edge_state="smooth")
CONTROL_CROSS = _board("Control cross", "sycamore", "180", "70", "12", count=12)
CROSS_EDGES = EdgeCut(shape="roundover", size=_mm("3"), both_faces=True, edge_state="smooth")
EMBLEM_LID = _board("Emblem lid", "sycamore", "340", "240", "14", slope=5.0)
LID_EDGES = EdgeCut(shape="roundover", size=_mm("3"), edge_state="smooth", bit_id="roundover-3")

PIECES: tuple[tuple[str, Piece, tuple[tuple[str, str, Cut], ...]], ...] = (
    ("wing-case-side", WING_CASE_SIDE, (*SHELF_DADOES, ("back-panel", "Back panel", BACK_PANEL))),
    ("proscenium-arch", ARCH, (("arch-ogee", "Ogee round the opening", ARCH_OGEE),)),
    ("prop-crate-side", CRATE_SIDE, (("crate-bottom", "Rabbet for the bottom", CRATE_BOTTOM),)),
    ("control-cross", CONTROL_CROSS, (("cross-edges", "Soft edges", CROSS_EDGES),)),
    ("emblem-lid", EMBLEM_LID, (("lid-edges", "Lid edges", LID_EDGES),)),
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
        for piece_id, piece, cuts in PIECES:
            repository.add_piece(session, DEMO_SHOP, JOB_ID, id=piece_id, piece=piece)
            for cut_id, name, cut in cuts:
                repository.add_cut(session, DEMO_SHOP, piece_id, id=cut_id, name=name, cut=cut)


def own_shop(store: Store) -> None:
    """Adds the person's own shop if it is missing: empty, so that its first questions are asked."""
    with store.session() as session:
        if not repository.has_shop(session, OWN_SHOP):
            repository.add_shop(session, Shop(id=OWN_SHOP, name="My shop", unit="mm", rules=HouseRules(), routers=(), bits=()))
