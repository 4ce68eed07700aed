"""Planning a groove in an end or an edge: the runs of the tools that were chosen, and what to be careful about."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.end_groove import refusals, words
from ranura.core.cuts.end_groove.judge import GrooveJudge
from ranura.core.cuts.end_groove.on_board import FROM_BOTH
from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.step_limits import paces_of
from ranura.core.cutting.stepping import Lane, Stepping, plan_depths, stepped
from ranura.core.output.cautions import in_order, tool_cautions
from ranura.core.output.tall_fence import along_cautions
from ranura.core.text import depth_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError
from ranura.core.text.writing import write


def setting_of(chosen: Candidate, judge: GrooveJudge, piece: Piece) -> GrooveSetting:
    """Everything a pair needs for a groove."""
    asked, wood, rules, bit = judge.groove, judge.wood, judge.rules, chosen.bit
    speed = chosen.speed(rules)
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    stepping = None
    if grip is not None and judge.against_bit(bit) is None:
        stepping = _runs(judge, chosen, turning_rpm(speed), grip.free)
    cautions = [written(each) for each in chosen.reasons]
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    setting = GrooveSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(bit),
        stepping=stepping,
        groove=asked,
        cautions=(),
    )
    return replace(setting, cautions=in_order([*cautions, *_cautions(setting, stepping)]))


def _runs(judge: GrooveJudge, chosen: Candidate, rpm: float, free: float) -> Stepping:
    """All runs: at every height one, or one from either face before the bit is raised, since it would not be found again (R8)."""
    tooling = judge.tooling(chosen, rpm, free)
    paces = paces_of(tooling)
    depths, _, least, limits = plan_depths(tooling, paces, None)
    count = judge.groove.runs(chosen.bit.diameter)
    lanes = [Lane(spacer=0.0, run=judge.groove.run, pace=paces[min(number, len(paces) - 1)]) for number in range(count)]
    ordered = [(lane, upper, lower) for upper, lower in zip((0.0, *depths), depths, strict=False) for lane in lanes]
    return stepped(tooling, ordered, paces=paces, depths=depths, turret=None, limits=limits, least=least)


def _cautions(setting: GrooveSetting, stepping: Stepping | None) -> Iterator[Caution]:
    asked = setting.groove
    if stepping is not None:
        yield from stepping.cautions
        yield from (each for pace in stepping.paces for each in pace.cautions)
        if setting.turned and len(stepping.depths) > 1:
            yield caution(words.TURNED_AT_EVERY_HEIGHT)
    yield caution(words.NEVER_DRAWN_BACK)
    yield from along_cautions(setting, asked.along, asked.depth)


def refuse(judge: GrooveJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on width or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    if len(by_itself) < len(judge.tools.bits):
        return
    straight = [bit for bit in judge.tools.bits if bit.cuts_channels]
    right = [bit for bit in straight if by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH]
    if not right:
        width = judge.groove.width
        there = ", ".join(write("{d:len}", d=each).metric for each in sorted({bit.diameter for bit in straight})) or "none"
        raise CutError(refusals.NO_BIT_FOR_GROOVE, field="cut.width", width=width, least=width / FROM_BOTH, there=there)
    raise deeper_than_any(right, judge.groove.depth)
