"""Planning a dovetail tongue: both passes of the tools that were chosen, and what to be careful about."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.tongue import refusals, words
from ranura.core.cuts.tongue.judge import TongueJudge
from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.step_limits import paces_of, step_limits
from ranura.core.cutting.stepping import Lane, Stepping, stepped
from ranura.core.output.cautions import in_order, tool_cautions
from ranura.core.output.tall_fence import along_cautions
from ranura.core.text import depth_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError


def setting_of(chosen: Candidate, judge: TongueJudge, piece: Piece) -> TongueSetting:
    """Everything a pair needs for a tongue."""
    asked, wood, rules, bit = judge.tongue, judge.wood, judge.rules, chosen.bit
    speed = chosen.speed(rules)
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    stepping = None
    if grip is not None and judge.against_bit(bit) is None:
        stepping = _both_faces(judge, chosen, turning_rpm(speed), grip.free)
    cautions = [written(each) for each in chosen.reasons]
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    setting = TongueSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(bit),
        stepping=stepping,
        tongue=asked,
        cautions=(),
    )
    return replace(setting, cautions=in_order([*cautions, *_cautions(setting, stepping)]))


def _both_faces(judge: TongueJudge, chosen: Candidate, rpm: float, free: float) -> Stepping:
    """A pass on either face at one setting, each at the whole height: a dovetail bit is not raised in between (R3)."""
    tooling = judge.tooling(chosen, rpm, free)
    paces = paces_of(tooling)
    limits = step_limits(tooling, paces)
    lane = Lane(spacer=0.0, run=judge.tongue.run, pace=paces[0])
    ordered = [(lane, 0.0, judge.tongue.height)] * 2
    least = min(limits, key=lambda limit: limit.step)
    return stepped(tooling, ordered, paces=paces[:1], depths=(judge.tongue.height,), turret=None, limits=limits, least=least)


def _cautions(setting: TongueSetting, stepping: Stepping | None) -> Iterator[Caution]:
    asked = setting.tongue
    if stepping is not None:
        yield from stepping.cautions
        yield from stepping.paces[0].cautions
    yield caution(words.ALL_THE_WAY)
    yield from along_cautions(setting, asked.along, asked.height)


def refuse(judge: TongueJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on angle or height when every bit fails on it; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    if len(by_itself) < len(judge.tools.bits):
        return
    dovetails = [bit for bit in judge.tools.bits if bit.profile == "dovetail"]
    right = [bit for bit in dovetails if by_itself[bit.id] is not words.FLANKS_LEAN_OTHERWISE]
    if not right:
        there = ", ".join(f"{angle:g}°" for angle in sorted({bit.angle or 0.0 for bit in dovetails})) or "none"
        raise CutError(refusals.NO_DOVETAIL_BIT, field="cut.angle", angle=f"{judge.tongue.cut.angle:g}", there=there)
    if all(by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH for bit in right):
        raise deeper_than_any(right, judge.tongue.height)
