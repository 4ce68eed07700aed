"""What a joint comes to: the cuts of both boards, how these lie together, and where their fit is measured (R14)."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from ranura.core.board.pieces import Piece, Side
from ranura.core.board.stood import End
from ranura.core.cuts.channel.fit import Fit, clearance_of
from ranura.core.family import AnyCut
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.geometry.rings import Point, Ring
from ranura.core.joints import refusals, words
from ranura.core.joints.asked import Joint, Member
from ranura.core.learning.forecast import Forecast, Spread, forecast
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.guides import Comb, CombPair
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError
from ranura.core.text.writing import Text


@dataclass(frozen=True, kw_only=True, slots=True)
class MemberCut:
    """A cut that a joint makes in one of its boards, what it is called, and why it stands where it does in the order."""

    member: Member
    name: str
    cut: AnyCut
    why: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class Line:
    """A straight line through the joint along which its fit is measured, on the first board: through a place, along an axis."""

    name: Text
    at: Vector3
    way: Vector3
    reach: float
    """mm to both sides of the place that are looked at."""
    wanted: float
    """mm of air that the joint is to have along it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Stood:
    """Of a joint whose fit is measured on boards as they stand: the sides that are worked; None of a first board that lies."""

    first: Side | None
    second: Side


@dataclass(frozen=True, kw_only=True, slots=True)
class Joined:
    """What a joint comes to."""

    cuts: tuple[MemberCut, ...]
    """In the order of work."""
    placing: Placing
    lines: tuple[Line, ...]
    seen_along: Vector3
    """The axis of the first board that the section through the joint is seen along."""
    around: float = 0.0
    """mm around the first of the lines that the section shows at least."""
    stood: Stood | None = None
    """Where the lines and the section are those of the first board as it stands on a worked end (`board/stood.py`)."""
    drawn_out: Point = (0.0, 1.0)
    """Which way the second board comes out of the first, in that section: to its right and up."""
    between: Ring = ()
    """What lies loose between the two boards, in that section: a spline."""
    expected: Forecast | None = None
    """How likely it fits; None where nothing goes into anything."""
    mended: Text | None = None
    """How a trial is set right, where that depends on the tools; None where its kind says it."""
    by_hand: tuple[Text, ...] = ()
    """What no router does: a notch that is sawn, corners that are squared."""
    cautions: tuple[Caution, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Dovetail:
    """A dovetail bit: its width at the tip and how deep it cuts, in mm, and how far its flanks lean, in degrees."""

    diameter: float
    angle: float
    cuts_to: float


@dataclass(frozen=True, kw_only=True, slots=True)
class MatchedBits:
    """A matched set with its bits: the one for the edges and the one for the ends, by their ids, and how high each stands over
    the table; the boards' thickness that it is for, its radius, groove and tongue; all in mm."""

    name: str
    least: float
    most: float
    radius: float
    groove: float
    tongue: float
    edge_bit: str
    edge_height: float
    end_bit: str
    end_height: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Boards:
    """What a joint is worked out from: both boards, the house's rules, and the diameters of the straight bits there are."""

    first: Piece
    second: Piece
    rules: HouseRules
    bits: Sequence[float]
    sheet: bool
    """Whether the second board is sheet goods."""
    tabled: Sequence[tuple[float, float]] = ()
    """Of the straight bits that a table holds how wide they are, and how deep they cut, in mm."""
    slots: Sequence[tuple[float, float]] = ()
    """Of the slot cutters there are, the slot's width and how far it reaches on the bearing, in mm."""
    keys: Sequence[float] = ()
    """How wide the keys of the box-joint sleds are, in mm."""
    combs: Sequence[Comb] = ()
    """The combs for half-blind dovetails."""
    pairs: Sequence[CombPair] = ()
    """The pairs of combs for through dovetails."""
    sets: Sequence[MatchedBits] = ()
    """The matched sets for frames whose bits are there."""
    dovetails: Sequence[Dovetail] = ()
    """The dovetail bits there are."""
    movement: tuple[float, float] = (0.0, 0.0)
    """How much each grows across its grain, in percent of its width for a percent of moisture."""

    def sizes(self, member: Member) -> Vector3:
        """Length, width and thickness of a board, in mm."""
        board = self.first if member == "a" else self.second
        return (board.length.mm, board.width.mm, board.thickness.mm)


JointOf = Callable[[Joint, Boards], Joined]
"""How a joint of one kind is worked out. Raises `CutError` with the dimension that cannot be."""


_ALIKE = 0.2
"""mm by which the widths of two boards may differ that are to have the same fingers or dovetails."""
_LOOSER: dict[Fit, float] = {"tight": 0.0, "sliding": 1.0, "glue": 2.0}
"""How many times the house's clearance of a dovetail a fit has."""


def refuse_widths(boards: Boards) -> None:
    """Raises `CutError` where two boards are not as wide as each other."""
    one, two = boards.first.width.mm, boards.second.width.mm
    if abs(one - two) > _ALIKE:
        raise CutError(refusals.WIDTHS_DIFFER, field="joint.kind", one=one, two=two)


def room_of_dovetails(joint: Joint, rules: HouseRules) -> float:
    """What a dovetail's place is wider than the dovetail by its fit, in mm, without what a trial showed."""
    return clearance_of(joint, rules, {fit: rules.dovetail_clearance * times for fit, times in _LOOSER.items()})


def play_of(joint: Joint, boards: Boards) -> float:
    """What a place is wider than what goes into it, in mm, with what a trial showed."""
    return clearance_of(joint, boards.rules) + joint.correction


def expected_fit(joint: Joint, boards: Boards, *more: Spread) -> Forecast:
    """How likely a joint fits whose place is cut by a bit in two passes for a board that was measured.

    Rule: R19 fit of a joint
    Formula: gap = clearance; bit, spacer and mate err, and what else it depends on
    Source: independent errors add by their squares; what a trial showed is set right"""
    rules = boards.rules
    mate = rules.spread_sheet if boards.sheet else rules.spread_mate
    causes = (Spread(of="bit", mm=rules.spread_bit), Spread(of="mate", mm=mate), *more)
    return forecast(width=clearance_of(joint, rules), mate=0.0, causes=causes)


def cornered(boards: Boards, end: End, second: End, *, proud: float) -> Placing:
    """The second board square to the first at an end of it, near edges flush, standing on its shown face; what is cut at either
    end stands proud. Where opposite ends meet, both shown faces lie inside."""
    (long, _, _), size = boards.sizes("a"), boards.sizes("b")
    left = proud if end == "left" else long - proud - size[2]
    up: Vector3 = (0.0, 0.0, 1.0 if second == "left" else -1.0)
    shown: Vector3 = (1.0 if second == "right" else -1.0, 0.0, 0.0)
    return lying(size, low=(left, 0.0, -proud), x=up, z=shown)


_WIDE = 100.0
"""mm from which on a board's movement across its grain is worth a word."""


def moves_across(boards: Boards) -> tuple[Caution, ...]:
    """What is to be said where two boards cross, of the one that grows more across its grain than the other along its own."""
    of = max(
        (
            (board.width.mm * share / 100, board.width.mm, board.name)
            for board, share in zip((boards.first, boards.second), boards.movement, strict=True)
        )
    )
    by, wide, name = of
    if not by or wide < _WIDE:
        return ()
    return (caution(words.MOVES_ACROSS, board=name, by=by, wide=wide),)


def at_ends(member: Member, name: str, cuts: Iterable[AnyCut], why: Text) -> tuple[MemberCut, ...]:
    """The cuts of a board at its one end, or at both; that of the second is told by its name."""
    return tuple(
        MemberCut(member=member, name=f"{name}, other end" if number else name, cut=cut, why=why)
        for number, cut in enumerate(cuts)
    )


def nearest_third(bits: Sequence[float], thickness: float) -> float | None:
    """The bit nearest to a third of a board, of two the smaller; None without bits.

    >>> nearest_third([12.7, 6, 8], 21)
    6"""
    return min(bits, key=lambda each: (round(abs(each - thickness / 3), 6), each), default=None)
