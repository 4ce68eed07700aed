"""A profile, rabbet or flush cut along edges of a board: what is asked, before any bit is chosen (R11, R12)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import SIDES
from ranura.core.holding.placed import Exit, Held
from ranura.core.shop.saved_profiles import Shape
from ranura.core.shop.tooling.profiles import FLAT_ENDED, Profile
from ranura.core.text.asking import bounded
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
    "edge-groove": frozenset({"slot-cutter"}),
    "flush": frozenset({"flush-trim"}),
    "jointing": FLAT_ENDED | {"flush-trim"},
    "sticking": frozenset({"stile-and-rail"}),
    "coping": frozenset({"coping"}),
}
"""The profiles of bits that can make each shape."""
MATCHED: frozenset[Shape] = frozenset({"sticking", "coping"})
"""Shapes of a matched set: what the edge of a frame's board is cut to, and what fits it at the end of another."""
BY_RADIUS: frozenset[Shape] = frozenset({"roundover", "cove", "ogee", "bead", *MATCHED})
WANTS_DEPTH: frozenset[Shape] = frozenset({"rabbet", "flush", *MATCHED})
WANTS_WIDTH: frozenset[Shape] = frozenset({"edge-groove"})
"""Shapes of which must be said how far they reach into the wood."""
STRAIGHT_WALLED: frozenset[Shape] = frozenset({"rabbet", "edge-groove", "flush", "jointing"})
"""Shapes that go down or in by steps, and not by stages of a profile."""
MOST_EDGES = 40
"""More edges than that no board here has."""
_NAMES: dict[Shape, str] = {"edge-groove": "edge groove", "flush": "flush trim"}


def shape_name(shape: Shape) -> str:
    """What the shop calls a shape."""
    return _NAMES.get(shape, shape)


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeCut:
    """What is asked of a cut along edges. Lengths and choices are the person's; None leaves a choice to Ranura."""

    shape: Shape
    size: Length
    """The radius of a roundover, cove, ogee, bead, or of a matched set's profile; the leg of a chamfer, the height of a bevel;
    the width of a rabbet, or of a groove in the edge; the overhang that is trimmed flush; what jointing takes off."""
    depth: Length | None = None
    """How far the profile reaches below the face, of a groove its far wall; None for the whole profile, and for a groove in the
    middle of the edge."""
    width: Length | None = None
    """How far it reaches into the face, a groove into the edge; None where the bit's own bearing says."""
    angle: float | None = bounded(None, above=0, below=90)
    """Of a bevel, from the edge, in degrees."""
    edges: tuple[str, ...] = bounded(SIDES, many=MOST_EDGES)
    """Refs of `edges_of`."""
    both_faces: bool = False
    guide: Guidance | None = None
    """The guide that is pinned."""
    staged: StageBy | None = None
    """How the person wants to reach it."""
    least_stages: int = bounded(1, least=1, most=12)
    """In how many stages at least."""
    edge_state: EdgeState | None = None
    """How the guiding edge is; None while nobody said."""
    far_side: bool = False
    """On a table the edge away from the fence is meant."""
    starting_pin: bool = False
    """One stands in the table."""
    supported: bool = False
    """Stands or rollers carry the board beside a table."""
    held: Held | None = None
    """What holds the board, where it is not clamps or a mat; over a table a carrier."""
    lighter: bool = False
    """Its passes are lighter than the house has them."""
    slower: bool = False
    """The spindle turns slower than the house has it."""
    gentler: bool = False
    """It is led slower than the house has it."""
    exit: Exit = "backer"
    thin_walls: bool = False
    """The person knows that a wall which may break off is left standing."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["edge"] = "edge"
