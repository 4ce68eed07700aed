"""Half-laps (R14): each board gives up half where they cross, at a corner, as a tee, or as a cross."""

from __future__ import annotations

from typing import Literal

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.family import AnyCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Vector3, lying
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, at_ends, expected_fit, moves_across, play_of
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length, in_mm
from ranura.core.text.writing import write

_ALONG, _ACROSS, _UP = (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)


def lapped(joint: Joint, boards: Boards) -> Joined:
    """Both laps; the second board lies on the first with its shown face down, flush on top.

    Rule: R14 half-lap
    Formula: half of the first board goes, and of the second all but as much
    Source: geometry: what stays of one fills what went of the other

    Raises `CutError` where one board is too thin, or they do not cross on the first."""
    long, wide, thick = boards.sizes("a")
    second_long, second_wide, second_thick = boards.sizes("b")
    deep = thick / 2 if joint.depth is None else joint.depth.mm
    if not closeness.under(deep, thick):
        raise CutError(refusals.GOES_THROUGH, field="joint.depth", depth=deep, thickness=thick)
    if not closeness.under(deep, second_thick):
        raise CutError(refusals.TOO_THIN_FOR_LAP, field="joint.depth", thin=second_thick, least=deep)
    play = 0.0 if joint.kind == "corner-lap" else play_of(joint, boards)
    near = 0.0 if joint.kind == "corner-lap" else joint.at.mm + play / 2
    if closeness.over(near + second_wide, long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - second_wide)
    left = near if joint.end == "left" else long - near - second_wide
    if joint.kind == "cross-lap" and closeness.over(joint.along.mm + play / 2 + wide, second_long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.along", end="other", most=second_long - wide)
    beside = (joint.along.mm + play / 2) if joint.kind == "cross-lap" else 0.0
    # So far along the second board the first one's near edge lies.
    begun = beside if joint.ends[0] == "left" else second_long - beside - wide
    top: Vector3 = (left, -begun, thick - second_thick)
    alike = closeness.same(deep, second_thick - deep)
    of_first: AnyCut
    of_second: tuple[AnyCut, ...]
    if joint.kind == "corner-lap":
        of_first = PocketCut(form="lap", length=in_mm(second_wide), depth=in_mm(deep), end=joint.end)
    else:
        of_first = _notch(joint.at, boards.second.width, deep, joint, end=joint.end)
    if joint.kind == "cross-lap":
        of_second = (_notch(joint.along, boards.first.width, second_thick - deep, joint, end=joint.ends[0]),)
    else:
        of_second = tuple(
            PocketCut(form="lap", length=in_mm(wide), depth=in_mm(second_thick - deep), end=end) for end in joint.ends
        )
    middle = (left + second_wide / 2, wide / 2, thick - deep / 2)
    shoulder = middle if joint.kind != "corner-lap" else (left + (second_wide if joint.end == "left" else 0.0), *middle[1:])
    return Joined(
        cuts=(
            MemberCut(member="a", name="Half-lap", cut=of_first, why=write("Its depth in scrap of both boards first")),
            *at_ends(
                "b",
                "Half-lap",
                of_second,
                write("Then the board that lies in it" + (", at the same depth" if alike else ", as deep as that leaves")),
            ),
        ),
        placing=lying(boards.sizes("b"), low=top, x=_ACROSS, z=(0.0, 0.0, -1.0)),
        lines=(
            Line(name=write("at the shoulders"), at=shoulder, way=_ALONG, reach=second_wide, wanted=play),
            Line(
                name=write("between the faces"),
                at=(middle[0], middle[1], thick - deep),
                way=_UP,
                reach=min(deep, thick - deep),
                wanted=0.0,
            ),
        ),
        seen_along=_ACROSS,
        expected=None
        if joint.kind == "corner-lap"
        else expected_fit(joint, boards, Spread(of="spacer", mm=boards.rules.spread_spacer)),
        cautions=moves_across(boards),
    )


def _notch(at: Length, wide: Length, deep: float, joint: Joint, *, end: Literal["left", "right"]) -> ChannelCut:
    """A channel across a board for the whole width of another."""
    thick = in_mm(wide.mm + joint.correction) if joint.tried else wide
    mate = Mate(thickness=thick, measured=True, sheet=False, fit=joint.fit, clearance=joint.clearance)
    return ChannelCut(mate=mate, depth=in_mm(deep), position=at, end=end)
