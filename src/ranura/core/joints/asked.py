"""A joint of two boards: what is asked of it, before any of its cuts is worked out (R14).

The first board is the one that is cut into: the side of a shelf, the stile of a rail. The second comes to it with an end.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.stood import End
from ranura.core.cuts.channel.fit import Fit
from ranura.core.holding.placed import MOST_CLAMPS, ClampAt, Held
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

JointKind = Literal[
    "housed", "rabbet", "dado-rabbet", "corner-lap", "tee-lap", "cross-lap", "mortise-tenon", "edge-joint", "tongue-groove",
    "spline", "box-joint", "loose-tenon",
    "half-blind", "through-dovetails", "sliding-dovetail", "stile-rail", "bridle",
]  # fmt: skip
Member = Literal["a", "b"]
"""The first board or the second."""

Tried = Literal["too-tight", "too-loose", "proud", "low"]

LAID_ON: frozenset[JointKind] = frozenset({"rabbet", "corner-lap", "edge-joint"})
"""Joints in which nothing goes into anything: there is no play to be right."""
BY_A_SET: frozenset[JointKind] = frozenset({"stile-rail"})
"""Joints whose fit is ground into the bits of a set: what a trial shows is whether the faces are flush."""
EDGE_TO_EDGE: frozenset[JointKind] = frozenset({"edge-joint", "tongue-groove", "spline"})
"""Joints of the far edge of the first board with the near edge of the second."""
AT_AN_END: frozenset[JointKind] = frozenset(
    {"rabbet", "dado-rabbet", "corner-lap", "bridle", "box-joint", "half-blind", "through-dovetails"}
)
"""Joints at an end of the first board."""
AROUND_A_BOX: frozenset[JointKind] = frozenset({"box-joint", "half-blind", "through-dovetails"})
"""Joints whose both ends are all four corners of a box, and whose depth follows from the boards or the comb."""
DEPTH_FOLLOWS: frozenset[JointKind] = AROUND_A_BOX | BY_A_SET | {"bridle"}
"""Joints whose depth is not asked for."""
AT_THE_END = Length(mm=0.0, typed="0", unit="mm")


@dataclass(frozen=True, kw_only=True, slots=True)
class CutChange:
    """What a person changed by hand in one of the cuts of a joint; None leaves it as the joint has it."""

    member: Member
    number: int = bounded(0, least=0, most=9)
    """Which of the cuts of that board, 0 first."""
    bit_id: str | None = None
    router_id: str | None = None
    guide: str | None = None
    held: Held | None = None
    clamps: tuple[ClampAt, ...] = bounded((), many=MOST_CLAMPS)
    lighter: bool = False
    slower: bool = False
    gentler: bool = False
    thin_walls: bool = False

    @property
    def what(self) -> tuple[str, ...]:
        """What was changed, in words.

        >>> CutChange(member="a", bit_id="up-cut-8", held="dogs").what
        ('bit', 'holding')"""
        said = (
            (self.bit_id, "bit"),
            (self.router_id, "router"),
            (self.guide, "guide"),
            (self.held, "holding"),
            (self.clamps, "clamps"),
            (self.lighter, "lighter passes"),
            (self.slower, "slower spindle"),
            (self.gentler, "led slower"),
            (self.thin_walls, "thin wall known"),
        )
        return tuple(name for value, name in said if value)


@dataclass(frozen=True, kw_only=True, slots=True)
class Joint:
    """What is asked of a joint. Lengths and choices are the person's; None leaves a choice to Ranura."""

    kind: JointKind
    at: Length = bounded(AT_THE_END, zero=True)
    """From the `end` of the first board to the near side of the second, where it does not lie at that end."""
    end: Literal["left", "right"] = "left"
    """Of the first board: what `at` is measured from, and the end that a corner is at."""
    into: Literal["left", "right", "both", "near"] = "left"
    """The end of the second board that comes to the first, or both, each to a board like it; of a crossing the one that `along`
    is measured from; of a box joint, and of dovetails by a comb, both are all four corners of a box; of a sliding dovetail it
    may be the near edge."""
    upon: Literal["face", "near"] = "face"
    """Where a tenon, loose or not, goes into the first board: its face, or its near edge."""
    along: Length = bounded(AT_THE_END, zero=True)
    """Of a crossing, from the end of the second board to the near side of the first."""
    depth: Length | None = None
    """How deep the second board goes into the first; None for a third of it, for as much as is left of a mortise, and for
    as far as a slot cutter reaches on its bearing."""
    width: Length | None = None
    """Of a mortise, of the groove of a tongue, or of a box joint's slots; how thick a spline is; None for the bit nearest a
    third, or one that a sled's key fills."""
    fit: Fit = "sliding"
    clearance: Length | None = bounded(None, zero=True)
    """What a place is to be wider than what goes into it, where that is typed; None for as much as the fit has."""
    stopped: Length | None = None
    """How far from the near edge of the first board a housing or a socket begins; None where it runs out there."""
    shoulder: Length | None = None
    """How much narrower a tenon is at either edge than its rail; None for as wide."""
    housed: Length | None = None
    """How deep the whole thickness of a board goes in around its sliding dovetail; None where its shoulders lie on the face."""
    taper: Length | None = None
    """How much wider a sliding dovetail's socket is at the near edge than at the far one; None where it is not tapered."""
    tried: Tried | None = None
    """What a trial in scrap showed: of a joint by a matched set that the second board stood proud or lay low on the shown face;
    None while it was not made, or was right."""
    off: Length | None = None
    """By how much."""
    changes: tuple[CutChange, ...] = bounded((), many=20)
    """What was changed by hand in its cuts."""

    @property
    def at_an_end(self) -> bool:
        """Whether it lies at an end of the first board, so that no place is asked for."""
        return self.kind in AT_AN_END

    @property
    def ends(self) -> tuple[End, ...]:
        """The ends of the second board that are cut, the one that is looked at first."""
        if self.into == "near":
            return ("left",)
        return ("left", "right") if self.into == "both" else (self.into,)

    @property
    def correction(self) -> float:
        """mm by which a place is to be wider than thought, as a trial showed; narrower below 0."""
        off = self.off.mm if self.off is not None else 0.0
        return {"too-tight": off, "too-loose": -off}.get(self.tried or "", 0.0)
