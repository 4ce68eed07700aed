"""Planning fingers across an end: the sled and the steps of the tools that were chosen."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.fingers import refusals, words
from ranura.core.cuts.fingers.judge import FingersJudge
from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.cuts.fingers.sleds import FLOOR, face_of, face_too_low, least_face
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.stepping import Stepping, plan_steps
from ranura.core.output.cautions import in_order, tool_cautions
from ranura.core.text import depth_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError
from ranura.core.text.writing import write

_KEY_OFF: Final = 0.02
"""mm that a key may well be off by, to show what that comes to."""
_SOME = 4
"""Slots from which on what the key is off by is worth a word."""


def setting_of(chosen: Candidate, judge: FingersJudge, piece: Piece) -> FingersSetting:
    """Everything a pair needs for fingers across an end."""
    asked, wood, rules = judge.fingers, judge.wood, judge.rules
    speed = chosen.speed(rules)
    held = judge.grip(chosen.bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    stepping = None
    if grip is not None and judge.against_bit(chosen.bit) is None:
        tooling = judge.tooling(chosen, turning_rpm(speed), grip.free)
        stepping = plan_steps(tooling, run=asked.thick, spacers=(0.0,))
    cautions = [written(each) for each in chosen.reasons]
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    cautions += _cautions(judge, stepping)
    return FingersSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(chosen.bit),
        stepping=stepping,
        fingers=asked,
        sled=judge.sled,
        cautions=in_order(cautions),
    )


def _cautions(judge: FingersJudge, stepping: Stepping | None) -> Iterator[Caution]:
    asked, sled = judge.fingers, judge.sled
    if stepping is not None:
        yield from stepping.cautions
        yield from (each for pace in stepping.paces for each in pace.cautions)
    if sled is None:
        yield caution(words.SLED_TO_MAKE, key=asked.slot, floor=FLOOR, high=face_of(None, asked), gap=asked.finger)
    elif face_too_low(sled, asked):
        yield caution(words.FACE_TOO_LOW, long=asked.long, sled=sled.name, high=sled.high, least=least_face(asked))
    yield from sliver(asked)
    if len(asked.slots) >= _SOME:
        count = len(asked.slots)
        yield caution(words.PITCH_ADDS_UP, each=_KEY_OFF, sum=_KEY_OFF * (count - 1), n=count)
    yield caution(words.CLAMP_TO_SLED)
    yield caution(words.FRESH_BACKER)


def sliver(asked: FingersOnBoard) -> Iterator[Caution]:
    """What is to be said of a board whose width ends with too little of a finger or slot."""
    what, wide = asked.last
    low, high = asked.whole_widths
    if asked.ends_with_a_sliver:
        yield caution(words.SLIVER, what=what, width=wide, low=low, high=high)


def refuse(judge: FingersJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on slot or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    bits = judge.tools.bits
    if len(by_itself) < len(bits):
        return
    flat = [bit for bit in bits if bit.cuts_channels]
    right = [bit for bit in flat if by_itself[bit.id] is not words.BIT_NOT_THE_SLOT]
    if not right:
        there = ", ".join(_widths(judge.fingers, sorted({bit.diameter for bit in flat}))) or "none"
        raise CutError(refusals.NO_BIT_FOR_SLOT, field="cut.slot", width=judge.fingers.slot, there=there)
    if all(by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH for bit in right):
        raise deeper_than_any(right, judge.fingers.depth)


_NEAREST = 3


def _widths(asked: FingersOnBoard, there: Sequence[float]) -> list[str]:
    """The widths next to the one that is wanted, in words."""
    near = sorted(there, key=lambda each: abs(each - asked.slot))[:_NEAREST]
    return [write("{d:len}", d=each).metric for each in sorted(near)]
