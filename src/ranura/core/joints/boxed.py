"""The box joint (R14): fingers across the ends of both boards, cut over the table on a keyed sled."""

from __future__ import annotations

from typing import Final

from ranura.core.board.stood import End
from ranura.core.cuts.channel.fit import Fit, clearance_of
from ranura.core.cuts.fingers.asked import PLAY, FingersCut, Starts
from ranura.core.cuts.fingers.on_board import FingersOnBoard, fingers
from ranura.core.cuts.fingers.plan import sliver
from ranura.core.cuts.fingers.sleds import KEY_WITHIN
from ranura.core.geometry import closeness
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint, Member
from ranura.core.joints.box_joint import PROUD
from ranura.core.joints.joined import Boards, Joined, Line, Stood, at_ends, cornered, refuse_widths
from ranura.core.learning.forecast import Spread, forecast
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_BOARD = 2 / 3
"""Of the thinner board: how wide a slot is where nobody says."""
_PLAY: Final[dict[Fit, float]] = {"tight": 0.0, "sliding": PLAY, "glue": 2 * PLAY}


def boxed(joint: Joint, boards: Boards) -> Joined:
    """Fingers on both boards: the first begins with one at its near edge, the second with a slot.

    Rule: R14 box joint
    Formula: slot = D′, finger = slot − play; slots as deep as the mate is thick, and 0.3 mm more; near edges flush
    Source: the fingers of the one fill the slots of the other, and are planed flush

    Raises `CutError` with the dimension that cannot be."""
    refuse_widths(boards)
    (_, wide, thick), across = boards.sizes("a"), boards.second.thickness.mm
    room = clearance_of(joint, boards.rules, _PLAY)
    slot, play = _slot(joint, boards), room + joint.correction
    ends: dict[Member, tuple[End, ...]] = {"a": ("left", "right") if joint.into == "both" else (joint.end,), "b": joint.ends}
    deep: dict[Member, float] = {"a": across + PROUD, "b": thick + PROUD}
    starts: dict[Member, Starts] = {"a": "finger", "b": "slot"}
    cuts: dict[Member, list[FingersCut]] = {
        member: [
            FingersCut(end=end, starts=starts[member], slot=in_mm(slot), depth=in_mm(deep[member]), play=play)
            for end in ends[member]
        ]
        for member in starts
    }
    first = fingers(cuts["a"][0], boards.first)
    fingers(cuts["b"][0], boards.second)
    first_end: End = ends["a"][0]
    second_end: End = "right" if joint.into == "both" else joint.ends[0]
    placing = cornered(boards, first_end, second_end, proud=PROUD)
    return Joined(
        cuts=(
            *at_ends(
                "a",
                "Fingers",
                cuts["a"],
                write("The board that begins with a finger first: its first slot on the key sets its mate"),
            ),
            *at_ends(
                "b", "Fingers", cuts["b"], write("Then its mate, begun against it, with the same key" + _as_deep(thick, across))
            ),
        ),
        placing=placing,
        lines=_lines(first, play),
        seen_along=(0.0, 1.0, 0.0),
        around=wide,
        stood=Stood(first=first_end, second=second_end),
        expected=forecast(
            width=room,
            mate=0.0,
            causes=(Spread(of="bit", mm=boards.rules.spread_bit), Spread(of="spacer", mm=boards.rules.spread_spacer)),
        ),
        cautions=tuple(sliver(first)),
        by_hand=(write("Glue it up, and plane the fingers flush: they stand {p:fine} proud", p=PROUD),),
    )


def _as_deep(one: float, two: float) -> str:
    return "" if closeness.same(one, two) else "; the depth set anew, as deep as the first is thick"


def _slot(joint: Joint, boards: Boards) -> float:
    """How wide the slots are: as typed, or of the bits there are, those first that a sled's key fills, the one nearest two
    thirds of the thinner board."""
    if joint.width is not None:
        return joint.width.mm
    if not boards.bits:
        raise CutError(refusals.NO_BIT_FOR_JOINT, field="joint.width")
    keyed = [each for each in boards.bits if any(abs(each - key) <= KEY_WITHIN for key in boards.keys)]
    wanted = _OF_BOARD * min(boards.first.thickness.mm, boards.second.thickness.mm)
    return min(keyed or boards.bits, key=lambda each: (abs(each - wanted), each))


def _lines(first: FingersOnBoard, play: float) -> tuple[Line, ...]:
    """Where the fit is measured, on the first board as it stands: beside the fingers in the middle and at the floor of a slot
    there."""
    low, high = first.slots[len(first.slots) // 2]
    middle, floor = first.thick / 2, first.long - first.depth
    return (
        Line(
            name=write("beside a finger"),
            at=(low, middle, first.long - first.depth / 2),
            way=(1.0, 0.0, 0.0),
            reach=first.finger / 2,
            wanted=max(play, 0.0),
        ),
        Line(
            name=write("at the floor of a slot"),
            at=((low + min(high, first.wide)) / 2, middle, floor),
            way=(0.0, 0.0, 1.0),
            reach=first.depth / 2,
            wanted=0.0,
        ),
    )
