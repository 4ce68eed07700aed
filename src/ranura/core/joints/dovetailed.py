"""The sliding dovetail (R13): a socket across the first board's face, and a tongue on an end or the near edge of the second."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import Literal

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import clearance_of
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, lying
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.housed import standing
from ranura.core.joints.joined import Boards, Dovetail, Joined, Line, MemberCut, Stood, at_ends, expected_fit, room_of_dovetails
from ranura.core.joints.sliding_dovetail import SlidingDovetail, plan_sliding_dovetail
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length, in_mm
from ranura.core.text.writing import Text, write

_OF_BOARD = 1 / 3
"""Of the first board: how deep the socket is where nobody says."""
_HAIR = 0.002
"""mm that a tongue is thinner than reckoned, since its place is in thousandths too."""
_FROM_EDGE = 8.0
"""mm from an edge at which a tapered one is measured too."""


def dovetailed(joint: Joint, boards: Boards) -> Joined:
    """A socket in the face of the first board and the tongue that slides into it, both by one bit.

    Rule: R13 sliding dovetail
    Formula: mouth D − 2·h·tan(angle); root = mouth − clearance, 0.3 mm shorter than the socket is deep
    Source: one bit gives both flanks their angle; the shoulders close before the tongue touches the floor

    Raises `CutError` without a dovetail bit, and where the second board stands past an end."""
    thick, across = boards.first.thickness.mm, boards.second.thickness.mm
    house, room = _housing(joint, boards)
    bit = _bit(joint, boards, house)
    # Tenths where nobody says, and what follows in thousandths, as it is typed and sent.
    deep = math.floor(min(bit.cuts_to - house, thick * _OF_BOARD) * 10) / 10 if joint.depth is None else joint.depth.mm
    # A tapered one closes by itself: only a trial changes its fit (R13).
    taper = 0.0 if joint.taper is None else joint.taper.mm
    tapered = closeness.over(taper, 0.0)
    if tapered and joint.stopped is not None:
        raise CutError(refusals.TAPERED_RUNS_OUT, field="joint.stopped")
    play = (0.0 if tapered else room_of_dovetails(joint, boards.rules)) + joint.correction
    made = plan_sliding_dovetail(
        bit_diameter=bit.diameter,
        bit_angle=bit.angle,
        depth=deep,
        tongue_stock=across,
        socket_board=thick,
        clearance=play,
        taper=taper if tapered else None,
        length=boards.first.width.mm,
        shoulder_depth=house,
        rules=boards.rules,
    )
    if not closeness.over(made.tongue_height, 0.0):
        raise CutError(refusals.GROOVE_TOO_SHALLOW, field="joint.depth", least=boards.rules.tongue_short)
    sides: tuple[Literal["left", "right", "near"], ...] = ("near",) if joint.into == "near" else joint.ends
    # At the face it is narrower by what the bit's flanks lean from the housing's floor up to there.
    mouth = made.socket_mouth - 2 * house * math.tan(math.radians(bit.angle))
    socket = ChannelCut(
        shape="dovetail",
        width=_rounded(mouth),
        depth=_rounded(house + deep),
        position=_rounded(joint.at.mm + (room + across - mouth) / 2),
        end=joint.end,
        stop_first=joint.stopped,
        taper=joint.taper if tapered else None,
    )
    return Joined(
        cuts=(
            *_housing_cut(joint, boards, house, room),
            MemberCut(
                member="a", name="Socket", cut=socket, why=write("The socket first: the tongue is sneaked up to it in scrap")
            ),
            *at_ends(
                "b",
                "Tongue",
                [
                    TongueCut(
                        on=side,
                        root=in_mm(math.floor((made.tongue_root - _HAIR) * 1000) / 1000),
                        depth=_rounded(made.tongue_height),
                        angle=bit.angle,
                        taper=joint.taper if tapered else None,
                        over=_rounded(boards.first.width.mm) if tapered else None,
                        tapered=_tapered_face(joint, _placed(replace(joint, into=side), boards, made, house, room)),
                    )
                    for side in sides
                ],
                write("Then the tongue, by the same bit, both faces at one setting of the fence"),
            ),
        ),
        placing=_placed(joint, boards, made, house, room),
        lines=_lines(joint, boards, made, deep, play, taper, house, room),
        seen_along=(0.0, 1.0, 0.0),
        stood=Stood(first=None, second=sides[0]),
        # A tapered one closes somewhere before home, whatever its parts are off by.
        expected=None if tapered else expected_fit(joint, boards, Spread(of="setting", mm=2 * boards.rules.spread_fence)),
        by_hand=(*_grips(made), *_sawn(joint, made)),
        cautions=made.cautions,
    )


def _rounded(mm: float) -> Length:
    return in_mm(round(mm, 3))


def _grips(made: SlidingDovetail) -> tuple[Text, ...]:
    """What is to be known of sliding a tapered one home."""
    if made.tight_from is None:
        return ()
    return (
        write(
            "Slide it in from the near edge, its thin end first: it runs freely and grips from {x:rough} before home; "
            "glue the last part alone",
            x=made.tight_from,
        ),
    )


def _sawn(joint: Joint, made: SlidingDovetail) -> tuple[Text, ...]:
    """What is sawn off a tongue whose socket begins inside the board, with an end as round as the bit."""
    if joint.stopped is None:
        return ()
    off = joint.stopped.mm + made.socket_mouth / 2
    said = [write("Saw {s:len} off the tongue at the near edge, and slide it in from the far one", s=off)]
    if joint.housed is not None:
        said.append(write("Saw as much off what is housed, {d:len} long, and square the housing's end", d=joint.housed.mm))
    if joint.into == "both":
        said.append(write("The board at its other end is the mirror of this one: measure the stop from the other edge there"))
    return tuple(said)


def _tapered_face(joint: Joint, placing: Placing) -> Literal["shown", "back"]:
    """The face of the second board that looks to the end of the first that the socket widens towards."""
    towards = -1.0 if joint.end == "left" else 1.0
    return "shown" if placing.z[0] * towards > 0 else "back"


def _housing(joint: Joint, boards: Boards) -> tuple[float, float]:
    """How deep the whole board is housed, and how much wider the housing is; both 0 where its shoulders lie on the face."""
    if joint.housed is None or closeness.same(joint.housed.mm, 0.0):
        return 0.0, 0.0
    return joint.housed.mm, clearance_of(joint, boards.rules)


def _housing_cut(joint: Joint, boards: Boards, house: float, room: float) -> Iterator[MemberCut]:
    """The shallow dado that the socket lies in.

    Rule: R13 shouldered
    Formula: as wide as the second board, all heights of the dovetail from its floor
    Source: the housing carries the board, and hides what its shoulders leave open"""
    if house:
        cut = ChannelCut(
            width=_rounded(boards.second.thickness.mm + room),
            depth=_rounded(house),
            position=joint.at,
            end=joint.end,
            stop_first=joint.stopped,
        )
        yield MemberCut(
            member="a",
            name="Housing",
            cut=cut,
            why=write("The housing first: the dovetail's heights are measured from its floor"),
        )


def _bit(joint: Joint, boards: Boards, house: float) -> Dovetail:
    """The dovetail bit: of those that cut deep enough the widest up to the share of the second board that the house allows, or
    the narrowest of all."""
    deep = house + (0.0 if joint.depth is None else joint.depth.mm)
    fit = [each for each in boards.dovetails if not closeness.over(deep, each.cuts_to)]
    if not fit:
        raise CutError(refusals.NO_DOVETAIL_FOR_JOINT, field="joint.depth", deep=deep)
    most = boards.rules.dovetail_share * boards.second.thickness.mm
    narrow = [each for each in fit if not closeness.over(each.diameter, most)]
    return max(narrow, key=lambda each: each.diameter) if narrow else min(fit, key=lambda each: each.diameter)


def _placed(joint: Joint, boards: Boards, made: SlidingDovetail, house: float, room: float) -> Placing:
    """The second board on the first one's face, its tongue in it: standing on an end, or along the socket on its near edge."""
    if joint.into != "near":
        return standing(joint, boards, near=joint.at.mm + room / 2, deep=house + made.tongue_height)
    long, _, thick = boards.sizes("a")
    size = boards.sizes("b")
    if closeness.over(joint.at.mm, long - size[2]):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - size[2])
    near = joint.at.mm + room / 2
    left = near if joint.end == "left" else long - near - size[2]
    return lying(size, low=(left, 0.0, thick - house - made.tongue_height), x=(0.0, 1.0, 0.0), z=(1.0, 0.0, 0.0))


def _lines(
    joint: Joint, boards: Boards, made: SlidingDovetail, deep: float, play: float, taper: float, house: float, room: float
) -> tuple[Line, ...]:
    """Across the socket, below the tongue's end and under a shoulder, where both boards are; and across what it is housed in."""
    (long, wide, whole), (other, broad, across) = boards.sizes("a"), boards.sizes("b")
    from_end, thick = joint.at.mm + (across + room) / 2, whole - house
    middle = from_end if joint.end == "left" else long - from_end
    y = min(wide, other if joint.into == "near" else broad) / 2
    # On the side of the straight wall.
    shoulder = middle + (made.socket_mouth + across) / 4 * (1 if joint.end == "left" else -1)
    return (
        Line(
            name=write("across the socket"),
            at=(middle, y, thick - deep / 2),
            way=(1.0, 0.0, 0.0),
            reach=made.socket_floor,
            wanted=max(play, 0.0),
        ),
        Line(
            name=write("below the tongue"),
            at=(middle, y, thick - deep),
            way=(0.0, 0.0, 1.0),
            reach=deep / 2,
            wanted=boards.rules.tongue_short,
        ),
        Line(name=write("under a shoulder"), at=(shoulder, y, thick), way=(0.0, 0.0, 1.0), reach=deep / 2, wanted=0.0),
        *(
            Line(
                name=write("across it near the {edge} edge", edge=edge),
                at=(middle, at, thick - deep / 2),
                way=(1.0, 0.0, 0.0),
                reach=made.socket_floor + 2 * taper,
                wanted=max(play, 0.0),
            )
            for edge, at in (("near", _FROM_EDGE), ("far", 2 * y - _FROM_EDGE))
            if taper
        ),
        *(
            Line(
                name=write("across the housing"),
                at=(middle, y, whole - house / 2),
                way=(1.0, 0.0, 0.0),
                reach=across,
                wanted=room,
            )
            for _ in range(1 if house else 0)
        ),
    )
