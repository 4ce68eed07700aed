"""A board housed in another (R14): its end goes whole into a dado across the first one's face, or onto a rabbet at its end."""

from __future__ import annotations

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, expected_fit, play_of
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_BOARD = 1 / 3


def depth_of(joint: Joint, boards: Boards) -> float:
    """How deep the second board goes in, in mm.

    Rule: R14 dado and rabbet
    Formula: as typed; or a third of the first board
    Source: house rules of joiners

    Raises `CutError` on "joint.depth" where nothing is left of the board."""
    thickness = boards.first.thickness.mm
    deep = thickness * _OF_BOARD if joint.depth is None else joint.depth.mm
    if not closeness.under(deep, thickness):
        raise CutError(refusals.GOES_THROUGH, field="joint.depth", depth=deep, thickness=thickness)
    return deep


def standing(joint: Joint, boards: Boards, *, near: float, deep: float, outwards: bool = False) -> Placing:
    """The second board standing with its end so deep in the first one's face, its near side so far from the end; `outwards`: its
    shown face looks to that end. Raises `CutError` on "joint.at" where it stands past the other end."""
    long, _, thick = boards.sizes("a")
    across = boards.second.thickness.mm
    most = long - across
    if closeness.over(near, most):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=most)
    left = near if joint.end == "left" else long - near - across
    up: Vector3 = (0.0, 0.0, 1.0 if joint.ends[0] == "left" else -1.0)
    faces_left = up[2] > 0 if not outwards else joint.end == "left"
    shown: Vector3 = (-1.0 if faces_left else 1.0, 0.0, 0.0)
    return lying(boards.sizes("b"), low=(left, 0.0, thick - deep), x=up, z=shown)


def housed(joint: Joint, boards: Boards) -> Joined:
    """A shelf in a dado: the dado is as wide as the shelf measures, and its fit more."""
    deep, play = depth_of(joint, boards), play_of(joint, boards)
    across = boards.second.thickness.mm
    mate = Mate(
        thickness=boards.second.thickness,
        measured=boards.second.thickness_measured,
        sheet=boards.sheet,
        fit=joint.fit,
        clearance=joint.clearance,
    )
    cut = ChannelCut(
        mate=mate if joint.tried is None else None,
        width=None if joint.tried is None else in_mm(across + play),
        depth=in_mm(deep),
        position=joint.at,
        end=joint.end,
        stop_first=joint.stopped,
    )
    placing = standing(joint, boards, near=joint.at.mm + play / 2, deep=deep)
    long, wide, thick = boards.sizes("a")
    middle = joint.at.mm + (across + play) / 2
    at: Vector3 = (middle if joint.end == "left" else long - middle, wide * 2 / 3, thick - deep / 2)
    by_hand = []
    if joint.stopped is not None:
        by_hand.append(
            write(
                "Saw a notch out of the second board's near corner, {s:len} wide and {d:len} long; or square the housing's end",
                s=joint.stopped.mm,
                d=deep,
            )
        )
    if joint.stopped is not None and joint.into == "both":
        by_hand.append(write("The board at its other end is the mirror of this one: measure the stop from the other edge there"))
    return Joined(
        cuts=(MemberCut(member="a", name="Dado", cut=cut, why=write("The dado is cut to the shelf as it measures")),),
        placing=placing,
        lines=(
            Line(name=write("across the shelf"), at=at, way=(1.0, 0.0, 0.0), reach=across, wanted=play),
            Line(name=write("below its end"), at=(at[0], at[1], thick - deep), way=(0.0, 0.0, 1.0), reach=deep, wanted=0.0),
        ),
        seen_along=(0.0, 1.0, 0.0),
        expected=expected_fit(joint, boards, Spread(of="spacer", mm=boards.rules.spread_spacer)),
        by_hand=tuple(by_hand),
    )


def rabbeted(joint: Joint, boards: Boards) -> Joined:
    """A corner: the second board stands in a rabbet at the end of the first, as wide as it is thick."""
    deep = depth_of(joint, boards)
    long, wide, thick = boards.sizes("a")
    across = boards.second.thickness.mm
    cut = EdgeCut(shape="rabbet", size=in_mm(across), depth=in_mm(deep), edges=(joint.end,))
    shoulder = across if joint.end == "left" else long - across
    middle = across / 2 if joint.end == "left" else long - across / 2
    return Joined(
        cuts=(MemberCut(member="a", name="Rabbet", cut=cut, why=write("The rabbet is as wide as the other board measures")),),
        placing=standing(joint, boards, near=0.0, deep=deep),
        lines=(
            Line(
                name=write("at the shoulder"),
                at=(shoulder, wide / 2, thick - deep / 2),
                way=(1.0, 0.0, 0.0),
                reach=across / 2,
                wanted=0.0,
            ),
            Line(
                name=write("below its end"), at=(middle, wide / 2, thick - deep), way=(0.0, 0.0, 1.0), reach=deep / 2, wanted=0.0
            ),
        ),
        seen_along=(0.0, 1.0, 0.0),
    )
