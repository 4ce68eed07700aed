"""A first bench and drawer for a shop that has nothing yet, from three answers (craft: the first five, then by job)."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Piece
from ranura.core.shop.drawer.texts import bit_from_texts
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import Profile
from ranura.core.shop.tooling.routers import Base, GuidedSide, Router
from ranura.core.text.lengths import Unit, read

Owned = Literal["trim", "plunge", "table"]
Makes = Literal["cases", "edges", "templates", "joints"]

_UNMEASURED = (GuidedSide(name="marked side", distance=45, measured=False),)
_WIDE_UNMEASURED = (GuidedSide(name="marked side", distance=76, measured=False),)


@dataclass(frozen=True, kw_only=True, slots=True)
class Starter:
    """Routers and bits to begin with; what differs from one maker to the next is not known, and says so in every plan."""

    routers: tuple[Router, ...]
    bits: tuple[Bit, ...]


def starter(unit: Unit, owned: Collection[Owned], makes: Collection[Makes]) -> Starter:
    """Routers of the kinds that are there, and the bits that most people then use, on shanks these routers take."""
    routers = tuple(_router(kind, unit) for kind in ("trim", "plunge", "table") if kind in owned)
    thick = any(router.has_collet(12.7) for router in routers)
    shanks = {"thick": "1/2 in" if thick else "1/4 in", "thin": "1/4 in" if "table" not in owned or len(owned) > 1 else "1/2 in"}
    wanted = [line for line in _BITS if line.makes is None or line.makes in makes]
    return Starter(routers=routers, bits=tuple(_bit(line, unit, shanks) for line in wanted))


ASSUMED_ROUTERS: Sequence[Owned] = ("plunge",)
ASSUMED_FOR: Sequence[Makes] = ("cases", "edges")
"""What is assumed of a shop of which nothing is known."""
FIRST_CUT: Mapping[Unit, str] = {"mm": "dado 12 x 6 at 200", "in": "dado 1/2 x 1/4 at 8"}
"""What a shop that has nothing begins with, in one line: any cut of it can be changed at once."""


def first_board(unit: Unit) -> Piece:
    """The board that it is in."""
    sizes = {"mm": ("600", "300", "18"), "in": ("24", "12", "3/4")}[unit]
    length, width, thickness = (read(each, unit) for each in sizes)
    return Piece(
        name="Shelf side", material="birch-plywood", length=length, width=width, thickness=thickness, thickness_measured=False
    )


@dataclass(frozen=True, slots=True)
class _Line:
    """A bit of the starter drawer: for whom (None: for everybody), its profile, on which shank, its sizes in both systems."""

    id: str
    makes: Makes | None
    profile: Profile
    shank: Literal["thick", "thin"]
    metric: dict[str, str]
    inch: dict[str, str]


def _bit(line: _Line, unit: Unit, shanks: dict[str, str]) -> Bit:
    sizes = line.inch if unit == "in" else line.metric
    return bit_from_texts({"profile": line.profile, "shank": shanks[line.shank], **sizes}, id=line.id, unit=unit)


_BITS: tuple[_Line, ...] = (
    _Line("first-straight-narrow", None, "straight", "thin",
          {"diameter": "6 mm", "cutting_length": "20 mm", "overall_length": "52 mm", "plunges": "yes"},
          {"diameter": "1/4 in", "cutting_length": "3/4 in", "overall_length": "2 1/16 in", "plunges": "yes"}),
    _Line("first-straight-wide", None, "straight", "thick",
          {"diameter": "12 mm", "cutting_length": "25 mm", "overall_length": "63 mm", "plunges": "yes"},
          {"diameter": "1/2 in", "cutting_length": "1 in", "overall_length": "2 1/2 in", "plunges": "yes"}),
    _Line("first-roundover", None, "roundover", "thin",
          {"radius": "6 mm", "bearing": "12.7 mm", "overall_length": "54 mm"},
          {"radius": "1/4 in", "bearing": "1/2 in", "overall_length": "2 1/8 in"}),
    _Line("first-chamfer", None, "chamfer", "thin",
          {"cutting_length": "10 mm", "bearing": "12.7 mm", "overall_length": "54 mm", "marked_max_rpm": "22000"},
          {"cutting_length": "3/8 in", "bearing": "1/2 in", "overall_length": "2 1/8 in", "marked_max_rpm": "22000"}),
    _Line("first-flush-trim", None, "flush-trim", "thin",
          {"diameter": "12.7 mm", "cutting_length": "25 mm", "overall_length": "66 mm"},
          {"diameter": "1/2 in", "cutting_length": "1 in", "overall_length": "2 5/8 in"}),
    _Line("first-straight-shelf", "cases", "straight", "thick",
          {"diameter": "16 mm", "cutting_length": "20 mm", "overall_length": "60 mm", "marked_max_rpm": "22000"},
          {"diameter": "5/8 in", "cutting_length": "3/4 in", "overall_length": "2 3/8 in", "marked_max_rpm": "22000"}),
    _Line("first-rabbet", "cases", "rabbet", "thin",
          {"width": "9.5 mm", "bearing": "12.7 mm", "cutting_length": "12 mm", "overall_length": "54 mm",
           "marked_max_rpm": "22000"},
          {"width": "3/8 in", "bearing": "1/2 in", "cutting_length": "1/2 in", "overall_length": "2 1/8 in",
           "marked_max_rpm": "22000"}),
    _Line("first-cove", "edges", "cove", "thin",
          {"radius": "6 mm", "bearing": "12.7 mm", "overall_length": "54 mm"},
          {"radius": "1/4 in", "bearing": "1/2 in", "overall_length": "2 1/8 in"}),
    _Line("first-roundover-large", "edges", "roundover", "thick",
          {"radius": "10 mm", "bearing": "12.7 mm", "overall_length": "62 mm", "marked_max_rpm": "22000"},
          {"radius": "3/8 in", "bearing": "1/2 in", "overall_length": "2 1/2 in", "marked_max_rpm": "22000"}),
    _Line("first-pattern", "templates", "pattern", "thin",
          {"diameter": "12.7 mm", "cutting_length": "19 mm", "overall_length": "60 mm", "plunges": "yes"},
          {"diameter": "1/2 in", "cutting_length": "3/4 in", "overall_length": "2 3/8 in", "plunges": "yes"}),
    _Line("first-up-cut", "templates", "up-cut", "thin",
          {"diameter": "6.35 mm", "cutting_length": "25 mm", "overall_length": "63 mm", "body": "solid-carbide"},
          {"diameter": "1/4 in", "cutting_length": "1 in", "overall_length": "2 1/2 in", "body": "solid-carbide"}),
    _Line("first-dovetail", "joints", "dovetail", "thin",
          {"diameter": "12.7 mm", "angle": "14", "cutting_length": "12 mm", "overall_length": "50 mm"},
          {"diameter": "1/2 in", "angle": "14", "cutting_length": "15/32 in", "overall_length": "2 in"}),
    _Line("first-slot-cutter", "joints", "slot-cutter", "thin",
          {"width": "4 mm", "diameter": "38 mm", "bearing": "22 mm", "overall_length": "58 mm", "marked_max_rpm": "18000"},
          {"width": "5/32 in", "diameter": "1 1/2 in", "bearing": "7/8 in", "overall_length": "2 9/32 in",
           "marked_max_rpm": "18000"}),
)  # fmt: skip


def _router(kind: Owned, unit: Unit) -> Router:
    match kind:
        case "trim":
            return Router(
                id="first-trim",
                name="Trim router",
                router_class="trim",
                rated_input_w=700,
                min_rpm=10_000,
                max_rpm=30_000,
                dial=(),
                stepped=False,
                collets=(6.35,) if unit == "in" else (6.35, 6.0),
                weight="light",
                bases=(Base(kind="fixed", round=False, across=90, sides=_UNMEASURED),),
            )
        case "plunge":
            return Router(
                id="first-plunge",
                name="Plunge router",
                router_class="mid-size",
                rated_input_w=1_400,
                min_rpm=9_000,
                max_rpm=25_000,
                dial=(),
                stepped=False,
                collets=(6.35, 12.7) if unit == "in" else (6.35, 8.0, 12.7),
                weight="middle",
                bases=(Base(kind="plunge", round=True, across=152, handle_reach=92, plunge_travel=60, sides=_WIDE_UNMEASURED),),
            )
        case "table":
            return Router(
                id="first-table",
                name="Router table",
                router_class="large",
                rated_input_w=2_000,
                min_rpm=8_000,
                max_rpm=22_000,
                dial=(),
                stepped=False,
                collets=(12.7,) if unit == "in" else (12.0, 12.7),
                weight="heavy",
                bases=(
                    Base(kind="table", round=False, across=600, sides=(GuidedSide(name="fence", distance=300, measured=False),)),
                ),
            )
