"""Half-blind dovetails under their comb (R14): both boards, the comb and the way of the bit, in one frame.

The router's place is looked at from above, the person at the bottom: u runs to the right, v away from them. At v = 0 the board
with sockets begins, lying with its inside up; before it stands the board with tails, its inside towards the person. u = 0 is the
left edge of the board that lies; the other one is set over to the left by half of what it is from finger to finger.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, opening_within
from ranura.core.cuts.dovetails import refusals
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.comb_dovetail import LEAST_HALF_PIN, plan_comb_dovetail
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.geometry.loops import Loop, Vertex
from ranura.core.geometry.rings import Point, Ring
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import Comb
from ranura.core.text.errors import CutError

_ANY_DEPTH = 1e6
_CHORD: Final = 0.01
"""mm by which the comb's edge may be off where it is chords."""
_ROUND: Final = 0.003
"""mm by which chords of a way may be off their arc."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DovetailsOnBoard:
    """Dovetails on one of the two boards, under their comb; all mm."""

    cut: DovetailsCut
    comb: Comb
    wide: float
    thick: float
    long: float
    fits_at: float
    """The depth at which the tails fill their sockets."""
    depth: float
    tails: int
    half_pin: float

    @property
    def tightness(self) -> float:
        """How much tighter a mm of depth makes it."""
        return 2 * self.lean

    @property
    def lean(self) -> float:
        """How much further out a flank lies for a mm of depth."""
        return math.tan(math.radians(self.comb.angle))

    @property
    def play(self) -> float:
        """How much room the bushing has in a slot."""
        return self.comb.slot - self.comb.bushing

    @property
    def floor(self) -> float:
        """How wide a socket is at its floor, where it is widest."""
        return self.comb.bit_diameter + self.play

    @property
    def front(self) -> float:
        """How thick the board with tails is."""
        return self.cut.mate.mm if self.cut.makes == "sockets" else self.thick

    @property
    def back(self) -> float:
        """How thick the board with sockets is."""
        return self.thick if self.cut.makes == "sockets" else self.cut.mate.mm

    @property
    def reach(self) -> float:
        """How far behind the line where the boards meet the round end of a slot has its middle, and before it that of a finger.

        Rule: R14 comb dovetails
        Formula: e = thickness of the tails − w/2
        Source: a socket ends where its tail does; both are as round, and lie alike on either side of the line"""
        return self.comb.sides - self.floor / 2

    @property
    def shift(self) -> float:
        """How far the board with tails stands to the left of the other."""
        return self.comb.pitch / 2

    @property
    def sockets(self) -> tuple[float, ...]:
        """The middles of the sockets, and of the slots above them."""
        first = self.half_pin + self.floor / 2
        return tuple(first + i * self.comb.pitch for i in range(self.tails))

    @property
    def slots(self) -> tuple[float, ...]:
        """The middles of all slots that the bushing goes along: the first one cuts the tails alone."""
        return (self.sockets[0] - self.comb.pitch, *self.sockets)

    @property
    def finger(self) -> float:
        """How wide a finger of the comb is."""
        return self.comb.pitch - self.comb.slot

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool: a slot as wide as the bit, its whole depth at once."""
        lying = self.cut.makes == "sockets"
        return StraightCut(
            kind="groove",
            width=self.comb.bit_diameter,
            depth=self.depth,
            thickness=self.thick if lying else self.long,
            floor="undercut",
            followed=True,
        )

    def radius(self, above: float) -> float:
        """The bit's radius so many mm above its tip."""
        return self.comb.bit_diameter / 2 - above * self.lean

    def on_board(self, at: Point) -> Point:
        """A place under the comb, on the board as it lies or stands."""
        u, v = at
        left = self.cut.end == "left"
        if self.cut.makes == "sockets":
            return (v, self.wide - u) if left else (self.long - v, u)
        return (u + self.shift, v + self.thick) if left else (self.wide - u - self.shift, -v)

    def under_comb(self, at: Point) -> Point:
        """A place of the board as it lies or stands, under the comb."""
        x, y = at
        left = self.cut.end == "left"
        if self.cut.makes == "sockets":
            return (self.wide - y, x) if left else (y, self.long - x)
        return (x - self.shift, y - self.thick) if left else (self.wide - x - self.shift, -y)

    def board(self, *, lying: bool) -> Ring:
        """Where one of the two boards is; of the lying one so much as is seen."""
        if lying:
            return _box(0.0, 0.0, self.wide, SEEN)
        return _box(-self.shift, -self.front, self.wide - self.shift, 0.0)

    def scrap(self) -> Ring:
        """Where a strip of scrap stands, as thick as the tails and flush with them: in the first slot the bit would find wood on
        its right alone without it, and climb."""
        return _box(-self.shift - SCRAP, -self.front, -self.shift, 0.0)

    def ring(self, of: Ring) -> Ring:
        """A ring under the comb, on the board."""
        return tuple(self.on_board(at) for at in of)

    @property
    def edge(self) -> Loop:
        """The comb from above: round tips to the person, round slots between them, whole to the left, to the right and behind."""
        e, r = self.reach, self.comb.slot / 2
        slots = [self.slots[0] + i * self.comb.pitch for i in range(self.comb.slots)]
        left, right, foot, back = slots[0] - r - BESIDE, slots[-1] + r + BESIDE, -e - self.finger / 2, e + r + BEHIND
        vertices: list[Vertex] = [(left, back, 0.0), (left, foot, 0.0), (slots[0] - r, foot, 0.0)]
        for number, middle in enumerate(slots):
            tip = 1.0 if number < len(slots) - 1 else 0.0
            if number == 0:
                vertices.append((middle - r, -e, 0.0))
            vertices += [(middle - r, e, -1.0), (middle + r, e, 0.0), (middle + r, -e, tip)]
            if tip:
                vertices.append((middle + self.comb.pitch - r, -e, 0.0))
        vertices += [(slots[-1] + r, foot, 0.0), (right, foot, 0.0), (right, back, 0.0)]
        return Loop(tuple(vertices))

    def comb_ring(self) -> Ring:
        """The same in straight sides."""
        return self.edge.points(_CHORD)


SCRAP: Final = 40.0
"""mm: how wide a strip of scrap is."""
SEEN, BESIDE, BEHIND = 90.0, 60.0, 110.0
"""mm of the lying board that are drawn, and how far the comb is whole beside its slots and behind them."""


def _box(u0: float, v0: float, u1: float, v1: float) -> Ring:
    return ((u0, v0), (u1, v0), (u1, v1), (u0, v1))


def arc(middle: Point, radius: float, first: float, last: float) -> tuple[Point, ...]:
    """Points of an arc from one direction to another, in degrees to the left of u; none of no radius."""
    if not closeness.over(radius, 0.0):
        return ()
    angle = math.radians(last - first)
    # An even number, so that the middle of the arc is a place of the way.
    count = 2 * math.ceil(abs(angle) / (4 * math.acos(1 - min(_ROUND / radius, 1.0))))
    turns = (math.radians(first) + angle * i / count for i in range(count + 1))
    return tuple((middle[0] + radius * math.cos(t), middle[1] + radius * math.sin(t)) for t in turns)


def comb_of(cut: DovetailsCut, shop: Shop, front: float) -> Comb:
    """The comb that is pinned, or of those there are the one made for tails about as thick. Raises `CutError`."""
    owned = [each for each in shop.guides if isinstance(each, Comb)]
    if cut.comb is None:
        return nearest_comb(owned, front, field="cut.kind")
    pinned = next((each for each in owned if each.id == cut.comb), None)
    if pinned is None:
        raise CutError(refusals.UNKNOWN_COMB, field="cut.comb", id=cut.comb)
    return pinned


def nearest_comb(combs: Sequence[Comb], front: float, *, field: str) -> Comb:
    """The comb that is made for tails about so many mm thick. Raises `CutError` on the field where there is none."""
    if not combs:
        raise CutError(refusals.NO_COMB, field=field)
    return min(combs, key=lambda each: (abs(each.sides - front), each.id))


def dovetails(cut: DovetailsCut, piece: Piece, shop: Shop) -> DovetailsOnBoard:
    """Dovetails on their board, laid out from its middle.

    Rule: R14 comb dovetails
    Formula: see `comb-dovetail`; half pins of 6 mm up to P − w, so that the slot beside them cuts none of them
    Source: the comb's slots lie where they lie; a wider half pin has the next slot above it

    Raises `CutError` with the dimension that cannot be."""
    front = cut.mate.mm if cut.makes == "sockets" else piece.thickness.mm
    return dovetails_under(comb_of(cut, shop, front), cut, piece)


def dovetails_under(comb: Comb, cut: DovetailsCut, piece: Piece) -> DovetailsOnBoard:
    """The same under a comb that is known. Raises `CutError` with the dimension that cannot be."""
    if piece.outline is not None:
        raise CutError(refusals.END_NOT_STRAIGHT, field="cut.end")
    wide, thick, long = piece.width.mm, piece.thickness.mm, piece.length.mm
    laid = plan_comb_dovetail(
        bit_diameter=comb.bit_diameter,
        bit_angle=comb.angle,
        cutting_depth=_ANY_DEPTH,
        finger_pitch=comb.pitch,
        slot_width=comb.slot,
        bushing_od=comb.bushing,
        width=wide,
    )
    floor = comb.bit_diameter + comb.slot - comb.bushing
    least = 2 * LEAST_HALF_PIN + floor
    if closeness.under(wide, least):
        raise CutError(refusals.NO_TAIL, field="cut.end", width=wide, comb=comb.name, least=least)
    if laid.depth is None or laid.half_pin is None or not closeness.over(comb.sides, floor / 2):
        raise CutError(refusals.COMB_MAKES_NONE, field="cut.comb", comb=comb.name)
    made = DovetailsOnBoard(
        cut=cut,
        comb=comb,
        wide=wide,
        thick=thick,
        long=long,
        fits_at=laid.depth,
        depth=laid.depth if cut.depth is None else cut.depth.mm,
        tails=laid.tails,
        half_pin=laid.half_pin,
    )
    _refuse(made, piece)
    return made


def _refuse(made: DovetailsOnBoard, piece: Piece) -> None:
    comb, cut = made.comb, made.cut
    most = comb.pitch - made.floor
    if closeness.over(made.half_pin, most):
        raise CutError(
            refusals.HALF_PINS_MEET_SLOTS,
            field="cut.end",
            comb=comb.name,
            least=LEAST_HALF_PIN,
            most=most,
            width=made.wide,
            pin=made.half_pin,
            **_widths(made, most),
        )
    if len(made.slots) > comb.slots:
        raise CutError(refusals.COMB_TOO_NARROW, field="cut.end", count=len(made.slots), comb=comb.name, there=comb.slots)
    clears = made.reach + (comb.pitch - made.play) / 2 + made.radius(made.depth)
    if closeness.over(made.front, clears):
        raise CutError(refusals.TAILS_TOO_THICK, field="cut.mate", comb=comb.name, most=clears, thick=made.front)
    if cut.makes == "tails" and closeness.over(made.depth, made.long / 2):
        raise CutError(refusals.TAILS_TOO_LONG, field="cut.depth", depth=made.depth, long=made.long)
    deep = CLEAR_OF_OPENING + (made.depth if cut.makes == "tails" else comb.sides)
    if opening_within(piece, cut.end, deep):
        raise CutError(refusals.OPENING_NEAR_END, field="cut.end", deep=deep)


def _widths(made: DovetailsOnBoard, most: float) -> dict[str, Any]:
    """The widths next to the board's that a comb takes: with as many tails, and with one more."""
    whole = (made.tails - 1) * made.comb.pitch + made.floor
    low, high = whole + 2 * LEAST_HALF_PIN, whole + 2 * most
    return {"low_from": low, "low_to": high, "high_from": low + made.comb.pitch, "high_to": high + made.comb.pitch}
