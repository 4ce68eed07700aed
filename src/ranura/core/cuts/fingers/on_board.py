"""Fingers across an end, on their board: it stands on that end, and everything is seen there (R14).

x runs along the board's width from its near edge, y through its thickness, z up to the worked end (`board/stood.py`).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, opening_within
from ranura.core.cuts.fingers import refusals
from ranura.core.cuts.fingers.asked import FingersCut, Starts
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.step_limits import END_WOOD
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.text.errors import CutError

MOST_SLOTS: Final = 60


@dataclass(frozen=True, kw_only=True, slots=True)
class FingersOnBoard:
    """Fingers across an end; all mm."""

    cut: FingersCut
    wide: float
    thick: float
    long: float
    slot: float
    finger: float
    depth: float
    slots: tuple[tuple[float, float], ...]
    """From where to where along the end each goes, the last one perhaps past its far edge."""

    @property
    def pitch(self) -> float:
        """From one slot to the next."""
        return self.slot + self.finger

    @property
    def last(self) -> tuple[Starts, float]:
        """What the board ends with at its far edge, and how wide that is."""
        low, high = self.slots[-1]
        if closeness.over(high, self.wide) or closeness.same(high, self.wide):
            return "slot", self.wide - low
        return "finger", self.wide - high

    @property
    def ends_with_a_sliver(self) -> bool:
        """Whether that is less than half a finger."""
        return closeness.under(self.last[1], self.finger / 2)

    @property
    def whole_widths(self) -> tuple[float, float]:
        """The two widths next to the board's that begin and end with a whole finger.

        Rule: R14 box joint
        Formula: k · pitch + finger, k slots
        Source: what begins and ends alike looks so"""
        count = max(int(closeness.floor_to((self.wide - self.finger) / self.pitch, 1.0)), 1)
        return (count * self.pitch + self.finger, (count + 1) * self.pitch + self.finger)

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        return StraightCut(
            kind="dado",
            width=self.slot,
            depth=self.depth,
            thickness=self.long,
            across_grain=False,
            across_end=not closeness.over(self.thick, END_WOOD),
            held_back=is_small((self.long, self.wide)),
        )

    def key_gap(self, number: int) -> float:
        """How far from the bit the board's edge, or the slot before, lies on the key; for the first slot of a board that begins
        with one its own edge is at the bit."""
        return 0.0 if number == 0 and self.cut.starts == "slot" else self.finger


def fingers(cut: FingersCut, piece: Piece) -> FingersOnBoard:
    """Fingers on their board.

    Rule: R14 box joint
    Formula: finger = slot − play, pitch = slot + finger; the first slot lies a finger from the near edge, or at it
    Source: the key fills the slot before, so that the next one comes a pitch further

    Raises `CutError` with the dimension that cannot be."""
    if piece.outline is not None:
        raise CutError(refusals.END_NOT_STRAIGHT, field="cut.end")
    wide, thick, long = piece.width.mm, piece.thickness.mm, piece.length.mm
    slot, finger = cut.slot.mm, cut.slot.mm - cut.play
    if not closeness.over(finger, 0.0):
        raise CutError(refusals.NO_FINGER_LEFT, field="cut.play")
    if closeness.over(cut.depth.mm, long / 2):
        raise CutError(refusals.DEEPER_THAN_BOARD, field="cut.depth", depth=cut.depth.mm, long=long)
    if not closeness.over(wide, finger):
        raise CutError(refusals.ONE_FINGER, field="cut.slot", width=wide, finger=finger)
    if opening_within(piece, cut.end, cut.depth.mm + CLEAR_OF_OPENING):
        raise CutError(refusals.OPENING_NEAR_END, field="cut.end", deep=cut.depth.mm + CLEAR_OF_OPENING)
    first = finger if cut.starts == "finger" else 0.0
    # A last slot no wider than the play has no finger of the mate to take in.
    none = max(cut.play, 0.0) if cut.starts == "finger" else 0.0
    count = max(closeness.ceil((wide - first - none) / (slot + finger)), 1)
    if count > MOST_SLOTS:
        raise CutError(refusals.TOO_MANY_SLOTS, field="cut.slot", count=count, most=MOST_SLOTS)
    slots = tuple((first + i * (slot + finger), first + i * (slot + finger) + slot) for i in range(count))
    return FingersOnBoard(cut=cut, wide=wide, thick=thick, long=long, slot=slot, finger=finger, depth=cut.depth.mm, slots=slots)
