"""Planning through dovetails: bushing and passes of the tools that were chosen, and what to be careful about."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.through_dovetails import refusals, words
from ranura.core.cuts.through_dovetails.judge import ThroughJudge
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry.paths import length_of
from ranura.core.output.cautions import in_order, tool_cautions
from ranura.core.text import comb_words, depth_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError
from ranura.core.text.writing import write

A_TENTH: Final = 0.1
"""mm of fit that a correction is said for."""


def setting_of(chosen: Candidate, judge: ThroughJudge, piece: Piece) -> ThroughSetting:
    """Everything a pair of bit and router needs for through dovetails."""
    asked, wood, rules, bit = judge.dovetails, judge.wood, judge.rules, chosen.bit
    made = judge.set_up(chosen, run=way_of(asked))
    cautions = [written(each) for each in chosen.reasons]
    cautions += tool_cautions(chosen, made.speed, made.grip, piece, wood, rules)
    cautions += judge.room(made.bushing, bit) if made.bushing is not None else []
    cautions += _cautions(asked, made.stepping)
    return ThroughSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=made.speed,
        grip=made.grip,
        reach=judge.reach(bit),
        stepping=made.stepping,
        dovetails=asked,
        bushing=made.bushing,
        cautions=in_order(cautions),
    )


def way_of(asked: ThroughOnBoard) -> float:
    """About how far the bit runs in a pass, in mm."""
    return sum(length_of(lane, closed=False) for number in range(asked.slots) for lane in asked.lanes(number))


def _cautions(asked: ThroughOnBoard, stepping: Stepping | None) -> Iterator[Caution]:
    if stepping is not None:
        yield from stepping.cautions
        yield from (each for pace in stepping.paces for each in pace.cautions)
    if asked.cut.makes == "tails":
        yield caution(comb_words.WHOLE_SECTION, depth=asked.depth)
        yield caution(comb_words.SCRAP_ON_THE_LEFT)
    else:
        yield caution(words.PAIR_SETS_THE_PINS, by=A_TENTH / (2 * asked.lean), wider=A_TENTH)
    yield caution(words.OUTSIDE_TOWARDS_YOU)


def refuse(judge: ThroughJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` where every bit fails by itself; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    bits, asked = judge.tools.bits, judge.dovetails
    if len(by_itself) < len(bits):
        return
    deep = depth_words.BEYOND_CUTTING_LENGTH
    right = [bit for bit in bits if judge.is_of_kind(bit) and by_itself[bit.id] is deep]
    if not right:
        raise CutError(refusals.NO_BIT_FOR_PAIR, field="cut.bit_id", combs=asked.combs.name, wants=_wants(asked))
    raise deeper_than_any(right, asked.depth)


def _wants(asked: ThroughOnBoard) -> str:
    """The bit that cuts this board, in words."""
    combs = asked.combs
    if asked.cut.makes == "pins":
        return write("a straight bit of {d:fine}", d=combs.straight).metric
    return write("a dovetail bit of {d:fine} with {a}°", d=combs.bit_diameter, a=f"{combs.angle:g}").metric
