"""A profile, rabbet or flush cut along edges of a board: what is asked, before any bit is chosen (R11, R12)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import SIDES
from ranura.core.shop.saved_profiles import Shape
from ranura.core.shop.tooling.profiles import FLAT_ENDED, Profile
from ranura.core.text.lengths import Length

Guidance = Literal["bearing", "fence", "template", "edge-guide"]
StageBy = Literal["height", "fence", "both"]
EdgeState = Literal["smooth", "sawn"]

PROFILES_OF: dict[Shape, frozenset[Profile]] = {
    "roundover": frozenset({"roundover"}),
    "chamfer": frozenset({"chamfer"}),
    "bevel": frozenset({"bevel", "chamfer"}),
    "cove": frozenset({"cove"}),
    "ogee": frozenset({"ogee"}),
    "bead": frozenset({"bead"}),
    "rabbet": FLAT_ENDED | {"rabbet"},
    "flush": frozenset({"flush-trim"}),
    "jointing": FLAT_ENDED | {"flush-trim"},
}
"""The profiles of bits that can make each shape."""
BY_RADIUS: frozenset[Shape] = frozenset({"roundover", "cove", "ogee", "bead"})
WANTS_DEPTH: frozenset[Shape] = frozenset({"rabbet", "flush"})
STRAIGHT_WALLED: frozenset[Shape] = frozenset({"rabbet", "flush", "jointing"})
"""Shapes that go down or in by steps, and not by stages of a profile."""
_NAMES: dict[Shape, str] = {"flush": "flush trim", "jointing": "jointing"}


def shape_name(shape: Shape) -> str:
    """What the shop calls a shape."""
    return _NAMES.get(shape, shape)


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeCut:
    """What is asked. `size` is the radius of a roundover, cove, ogee or bead; the leg of a chamfer and the height of a bevel;
    the width of a rabbet; the overhang that is trimmed flush; what jointing takes off.

    `depth` is how far the profile reaches below the face; None for the whole profile. `width` is how far it reaches into the
    face; None where the bit's own bearing says. `edges` are refs of `edges_of`. `staged` and `least_stages` are how, and in how
    many stages at least, the person wants to reach it. `edge_state` is how the guiding edge is, None while nobody said.
    `far_side`: on a table the edge away from the fence is meant; `starting_pin`: one stands in it. `bit_id` and `router_id` are
    pinned tools.
    """

    shape: Shape
    size: Length
    depth: Length | None = None
    width: Length | None = None
    angle: float | None = None
    edges: tuple[str, ...] = SIDES
    both_faces: bool = False
    guide: Guidance | None = None
    staged: StageBy | None = None
    least_stages: int = 1
    edge_state: EdgeState | None = None
    far_side: bool = False
    starting_pin: bool = False
    bit_id: str | None = None
    router_id: str | None = None
    kind: Literal["edge"] = "edge"
