"""Through dovetails under their combs (R14): the board on its end, the comb and the ways of the bit, in one frame.

The router's place is looked at from above, the person at the bottom: u runs to the right, v away from them. The board stands with
its outside towards the person, at v = 0; its left edge is u = 0.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Any, Final

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, opening_within
from ranura.core.cuts.through_dovetails import refusals
from ranura.core.cuts.through_dovetails.asked import PROUD, ThroughDovetailsCut
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.geometry.loops import Loop
from ranura.core.geometry.rings import Point, Ring
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import CombPair
from ranura.core.text.errors import CutError

LEAST_HALF_PIN: Final = 6.0
LEAST_OUTSIDE: Final = 2.0
"""mm of a half pin at the least: inside, where it is widest, and outside."""
LEAST_MOUTH: Final = 1.0
"""mm that a pin is wide outside, between two flanks."""
PAST: Final = 2.0
"""mm that the bit's middle goes past the face where it comes out, into the backer."""
BESIDE, BEHIND = 60.0, 90.0
"""mm that a comb is whole beside its outer slots and behind all of them."""
_ROOM: Final = 2.0
"""mm that a comb's slots go on behind the bushing's last place."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ThroughOnBoard:
    """Through dovetails on one of the two boards, under their comb; all mm."""

    cut: ThroughDovetailsCut
    combs: CombPair
    wide: float
    thick: float
    long: float
    depth: float
    tails: int
    half_pin: float
    """Beside the outer tails, at the inside, where a pin is widest."""

    @property
    def lean(self) -> float:
        """How much further out a flank lies for a mm."""
        return math.tan(math.radians(self.combs.angle))

    @property
    def play(self) -> float:
        """How much room the bushing has in a slot."""
        return self.combs.slot - self.combs.bushing

    @property
    def floor(self) -> float:
        """How wide the place of a pin is at its floor, where it is widest."""
        return self.combs.bit_diameter + self.play

    @property
    def pins_thick(self) -> float:
        """How thick the board with pins is."""
        return self.thick if self.cut.makes == "pins" else self.cut.mate.mm

    @property
    def middles(self) -> tuple[float, ...]:
        """The middles of all pins and of their places, the outer ones at or beyond the board's edges."""
        first = self.half_pin - self.floor / 2
        return tuple(first + i * self.combs.pitch for i in range(self.tails + 1))

    @property
    def bit_diameter(self) -> float:
        """The bit of the pair that cuts this board."""
        return self.combs.bit_diameter if self.cut.makes == "tails" else self.combs.straight

    def half_pin_at(self, v: float) -> float:
        """Half of a pin's width at a distance from the outside face.

        Rule: R14 through dovetails
        Formula: (w − play) / 2 − (thickness − v) · tan(angle)
        Source: a pin fills its place, which is w wide where the inside of the pins lies, and as much narrower as its bit leans"""
        return (self.floor - self.cut.play) / 2 - (self.thick - v) * self.lean

    @property
    def finger_off(self) -> float:
        """How far a pin's flank lies beyond that of the finger it is cut along, across the board: half of what bushing and bit
        differ by, on the flank's slope."""
        return (self.combs.bushing - self.combs.straight) / 2 / math.cos(math.radians(self.combs.angle))

    @property
    def tips(self) -> float:
        """Where the tips of the fingers for pins are, from the outside face; below 0 before it.

        Rule: R14 through dovetails
        Formula: v = thickness − (F − tip) / (2·tan(angle)), F = w − play − (OD − d)/cos(angle), the finger at the inside
        Source: moved by x, a tapered finger is 2·x·tan(angle) wider or narrower where the board lies"""
        return self.thick - (2 * (self.half_pin_at(self.thick) - self.finger_off) - self.combs.tip) / (2 * self.lean)

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        tails = self.cut.makes == "tails"
        return StraightCut(
            kind="groove",
            width=self.bit_diameter,
            depth=self.depth,
            thickness=self.long,
            floor="undercut" if tails else "flat",
            followed=True,
        )

    def lanes(self, number: int) -> tuple[Ring, ...]:
        """The ways of the bit's middle in a slot, straight from before the board to behind it: first the one that clears, where
        there are three, then along the left flank and along the right."""
        r = self.bit_diameter / 2
        # The bushing goes round before the tips of the fingers.
        before, past = self._foot - self.combs.bushing / 2 - PAST, self.thick + PAST
        u = self.middles[number]
        if self.cut.makes == "tails":
            sides = (u,) if closeness.same(self.play, 0.0) else (u - self.play / 2, u + self.play / 2)
            return tuple(((each, before), (each, past)) for each in sides)
        after = self.middles[number + 1]
        off = r / math.cos(math.radians(self.combs.angle))
        left = tuple((u + self.half_pin_at(v) + off, v) for v in (before, past))
        right = tuple((after - self.half_pin_at(v) - off, v) for v in (before, past))
        middle = ((u + after) / 2, before), ((u + after) / 2, past)
        return (middle, left, right)

    @property
    def slots(self) -> int:
        """How many slots the bit goes through."""
        return self.tails + 1 if self.cut.makes == "tails" else self.tails

    def on_board(self, at: Point) -> Point:
        """A place under the comb, on the board as it stands."""
        u, v = at
        return (self.wide - u, self.thick - v) if self._turned else at

    under_comb = on_board
    """A place of the board as it stands, under the comb: turned by half, or not at all, it is the same way back."""

    @property
    def _turned(self) -> bool:
        """Whether the board as it stands (`board/stood.py`) is turned by half under the comb."""
        shown_first = self.cut.end == "left"
        return shown_first != (self.cut.outside == "shown")

    def ring(self, of: Ring) -> Ring:
        """A ring under the comb, on the board."""
        return tuple(self.on_board(at) for at in of)

    def scrap(self) -> Ring:
        """Where a strip of scrap stands: in the first slot the bit would find wood on its right alone without it, and climb."""
        return ((-SCRAP, 0.0), (0.0, 0.0), (0.0, self.thick), (-SCRAP, self.thick))

    @property
    def edge(self) -> Loop:
        """The comb from above: fingers to the person, slots between them, whole to the left, to the right and behind."""
        foot, end = self._foot, self.thick + PAST + self.combs.bushing / 2 + _ROOM
        points: list[Point] = []
        for (_, a), (b, _) in pairwise(self._fingers(end)):
            points += [(a[0], foot), (a[1], end), (b[1], end), (b[0], foot)]
        left, right, back = points[0][0] - BESIDE, points[-1][0] + BESIDE, end + BEHIND
        ring = ((left, back), (left, foot), *points, (right, foot), (right, back))
        return Loop(tuple((x, y, 0.0) for x, y in ring))

    @property
    def _foot(self) -> float:
        """Where the fingers begin: those of the straight comb so far out that the bushing is led before the bit meets wood."""
        return -self.combs.bit_diameter / 2 - self.combs.bushing / 2 if self.cut.makes == "tails" else self.tips

    def _fingers(self, end: float) -> list[tuple[Point, Point]]:
        """The left and the right side of every finger of the comb, each at its tip and at its root; the first belongs to the half
        pin at the left edge."""
        middles = [self.middles[0] + i * self.combs.pitch for i in range(self.combs.slots)]
        if self.cut.makes == "tails":
            half = self.combs.slot / 2
            walls = [(u - half, u + half) for u in middles]
            sides = [(walls[0][0], walls[0][0]), *((a[1], b[0]) for a, b in pairwise(walls)), (walls[-1][1], walls[-1][1])]
            return [((a, a), (b, b)) for a, b in sides]
        halves = [self.half_pin_at(v) - self.finger_off for v in (self.tips, end)]
        return [((u - halves[0], u - halves[1]), (u + halves[0], u + halves[1])) for u in middles]

    def comb_ring(self) -> Ring:
        """The same in straight sides."""
        return self.edge.points(0.01)


SCRAP: Final = 40.0
"""mm: how wide a strip of scrap is."""


def pair_of(cut: ThroughDovetailsCut, shop: Shop, pins: float) -> CombPair:
    """The pair that is pinned, or the one for pins so thick. Raises `CutError`."""
    owned = [each for each in shop.guides if isinstance(each, CombPair)]
    if cut.combs is None:
        return best_pair(owned, pins, field="cut.kind")
    pinned = next((each for each in owned if each.id == cut.combs), None)
    if pinned is None:
        raise CutError(refusals.UNKNOWN_COMB_PAIR, field="cut.combs", id=cut.combs)
    return pinned


def best_pair(pairs: Sequence[CombPair], pins: float, *, field: str) -> CombPair:
    """Of several the one whose pins are nearest to half as wide outside as inside, for pins so thick. Raises `CutError` on the
    field where there is none."""
    if not pairs:
        raise CutError(refusals.NO_COMB_PAIR, field=field)

    def off(each: CombPair) -> float:
        narrowed = 2 * pins * math.tan(math.radians(each.angle)) / each.bit_diameter
        return abs(narrowed - _NARROWED)

    return min(pairs, key=lambda each: (round(off(each), 6), each.id))


_NARROWED = 0.4
"""Of its width: by how much a pin of a usual shape is narrower outside."""


def through_dovetails(cut: ThroughDovetailsCut, piece: Piece, shop: Shop) -> ThroughOnBoard:
    """Through dovetails on their board, laid out from its middle. Raises `CutError` with the dimension that cannot be."""
    pins = piece.thickness.mm if cut.makes == "pins" else cut.mate.mm
    return through_under(pair_of(cut, shop, pins), cut, piece)


def through_under(combs: CombPair, cut: ThroughDovetailsCut, piece: Piece) -> ThroughOnBoard:
    """The same under combs that are known.

    Rule: R14 through dovetails
    Formula: n tails: width = n·P − w + 2·half pin; half pins from 6 mm up to what one slot beyond the board's edge cuts
    Source: the slots lie where they lie; a wider half pin would leave wood between it and the edge

    Raises `CutError` with the dimension that cannot be."""
    if piece.outline is not None:
        raise CutError(refusals.END_NOT_STRAIGHT, field="cut.end")
    wide, thick, long = piece.width.mm, piece.thickness.mm, piece.length.mm
    depth = cut.depth.mm if cut.depth is not None else cut.mate.mm + PROUD
    lean, floor = math.tan(math.radians(combs.angle)), combs.bit_diameter + combs.slot - combs.bushing
    pins = thick if cut.makes == "pins" else cut.mate.mm
    deep = depth if cut.makes == "tails" else pins + PROUD
    mouth = floor - 2 * deep * lean
    if not closeness.over(mouth, LEAST_MOUTH):
        raise CutError(refusals.MOUTH_TOO_NARROW, field="cut.mate", depth=deep, combs=combs.name)
    least, most = max(LEAST_HALF_PIN, pins * lean + LEAST_OUTSIDE), (floor + mouth) / 2
    count = int(closeness.floor_to((wide + floor - 2 * least) / combs.pitch, 1.0))
    if count < 1:
        needs = combs.pitch - floor + 2 * least
        raise CutError(refusals.NO_TAIL, field="cut.end", width=wide, combs=combs.name, least=needs)
    half_pin = (wide + floor - count * combs.pitch) / 2
    made = ThroughOnBoard(cut=cut, combs=combs, wide=wide, thick=thick, long=long, depth=depth, tails=count, half_pin=half_pin)
    if closeness.over(half_pin, most):
        raise CutError(
            refusals.HALF_PINS_TOO_WIDE, field="cut.end", combs=combs.name, least=least, most=most, width=wide, pin=half_pin,
            **_widths(made, least, most),
        )  # fmt: skip
    _refuse(made, piece)
    return made


def _widths(made: ThroughOnBoard, least: float, most: float) -> dict[str, Any]:
    """The widths next to the board's that a pair takes: with as many tails, and with one more."""
    whole = made.tails * made.combs.pitch - made.floor
    low, high = whole + 2 * least, whole + 2 * most
    return {"low_from": low, "low_to": high, "high_from": low + made.combs.pitch, "high_to": high + made.combs.pitch}


def _refuse(made: ThroughOnBoard, piece: Piece) -> None:
    combs, cut = made.combs, made.cut
    if made.tails + 1 > combs.slots:
        raise CutError(refusals.COMB_PAIR_TOO_NARROW, field="cut.end", count=made.tails + 1, combs=combs.name, there=combs.slots)
    if closeness.over(made.depth, made.long / 2):
        raise CutError(refusals.DEEPER_THAN_BOARD, field="cut.depth", depth=made.depth, long=made.long)
    if opening_within(piece, cut.end, made.depth + CLEAR_OF_OPENING):
        raise CutError(refusals.OPENING_NEAR_END, field="cut.end", deep=made.depth + CLEAR_OF_OPENING)
    if not closeness.over(combs.pitch, made.floor - cut.play):
        raise CutError(refusals.PINS_MEET, field="cut.play", combs=combs.name)
    if cut.makes == "tails":
        return
    wide = combs.straight / math.cos(math.radians(combs.angle))
    inside, outside = (combs.pitch - 2 * made.half_pin_at(v) for v in (made.thick + PAST, 0.0))
    if closeness.under(inside, wide):
        raise CutError(refusals.STRAIGHT_TOO_WIDE, field="cut.combs", room=inside, combs=combs.name, wide=combs.straight)
    if closeness.over(outside, 3 * combs.straight):
        raise CutError(refusals.STRAIGHT_TOO_NARROW, field="cut.combs", room=outside, combs=combs.name, most=3 * combs.straight)
    late = made.tips + combs.straight / 2
    if closeness.over(late, 0.0):
        raise CutError(refusals.FINGERS_BEGIN_LATE, field="cut.combs", combs=combs.name, late=late)
