"""Planning half-blind dovetails: bushing and pass of the tools that were chosen, and what to be careful about."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.comb_judge import is_combs_dovetail
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.dovetails import refusals, words
from ranura.core.cuts.dovetails.judge import DovetailsJudge
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard
from ranura.core.cuts.dovetails.setting import DovetailsSetting
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry import closeness
from ranura.core.output.cautions import in_order, tool_cautions
from ranura.core.text import comb_words, depth_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError

_SOME: Final = 0.3
"""mm from which on it is worth a word that tails are thicker or thinner than their comb is made for."""
_OFF: Final = 0.45
"""mm of fit from which on a depth is another than the comb's: no usual fit is so far off."""


def setting_of(chosen: Candidate, judge: DovetailsJudge, piece: Piece) -> DovetailsSetting:
    """Everything a pair needs for half-blind dovetails."""
    asked, wood, rules, bit = judge.dovetails, judge.wood, judge.rules, chosen.bit
    made = judge.set_up(chosen, run=way_of(asked))
    cautions = [written(each) for each in chosen.reasons]
    cautions += tool_cautions(chosen, made.speed, made.grip, piece, wood, rules)
    cautions += judge.room(made.bushing, bit) if made.bushing is not None else []
    cautions += _cautions(asked, made.stepping)
    return DovetailsSetting(
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


def way_of(asked: DovetailsOnBoard) -> float:
    """About how far the bit runs in the wood of both boards, in mm."""
    return len(asked.slots) * 2 * (asked.front + asked.reach)


def _cautions(asked: DovetailsOnBoard, stepping: Stepping | None) -> Iterator[Caution]:
    if stepping is not None:
        yield from stepping.cautions
        yield from (each for pace in stepping.paces for each in pace.cautions)
    yield caution(comb_words.WHOLE_SECTION, depth=asked.depth)
    if asked.cut.makes == "sockets" and closeness.over(asked.depth, asked.thick / 2):
        yield caution(words.THIN_BELOW_SOCKETS, depth=asked.depth, thick=asked.thick, left=asked.thick - asked.depth)
    over = asked.front - asked.comb.sides
    if closeness.over(-over, _SOME):
        yield caution(words.SOCKETS_DEEPER, sides=asked.comb.sides, thick=asked.front, gap=-over)
    elif closeness.over(over, _SOME):
        yield caution(words.TAILS_SHOULDERED, over=over)
    off = (asked.depth - asked.fits_at) * asked.tightness
    if closeness.over(abs(off), _OFF):
        how = "tight" if off > 0 else "loose"
        yield caution(words.NOT_AT_ITS_DEPTH, depth=asked.depth, by=abs(off), how=how, fits=asked.fits_at)
    yield caution(comb_words.SCRAP_ON_THE_LEFT)
    yield caution(words.INSIDES_OUT)


def refuse(judge: DovetailsJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` where every bit fails by itself; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    bits, comb = judge.tools.bits, judge.dovetails.comb
    if len(by_itself) < len(bits):
        return
    right = [bit for bit in bits if judge.is_of_kind(bit) and is_combs_dovetail(comb, bit)]
    if not right:
        raise CutError(
            refusals.NO_DOVETAIL_BIT, field="cut.bit_id", diameter=comb.bit_diameter, angle=f"{comb.angle:g}", comb=comb.name
        )
    if all(by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH for bit in right):
        raise deeper_than_any(right, judge.dovetails.depth)
