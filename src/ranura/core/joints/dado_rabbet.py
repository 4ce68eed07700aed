"""The dado-rabbet corner (R14): a tongue on the end of the second board in a groove near the end of the first."""

from __future__ import annotations

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.geometry import closeness
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.housed import depth_of, standing
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, expected_fit, nearest_third, play_of
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

SHORT = 0.3
"""mm that the tongue is shorter than its groove is deep."""


def dado_rabbet(joint: Joint, boards: Boards) -> Joined:
    """Both boards of the corner; the second one's shown face looks out.

    Rule: R14 dado-rabbet
    Formula: tongue t the bit nearest a third of the thinner board, groove t + clearance, its far wall the mate's thickness from
    the end; the tongue 0.3 mm shorter than the groove is deep
    Source: geometry; the shoulder closes before the tongue touches the floor

    Raises `CutError` without a bit, and where the tongue leaves nothing to cut."""
    deep, play, rules = depth_of(joint, boards), play_of(joint, boards), boards.rules
    long, wide, thick = boards.sizes("a")
    across = boards.second.thickness.mm
    tongue = joint.width.mm if joint.width is not None else nearest_third(boards.bits, min(thick, across))
    if tongue is None:
        raise CutError(refusals.NO_BIT_FOR_JOINT, field="joint.width")
    if not closeness.under(tongue + play, across):
        raise CutError(refusals.TONGUE_TOO_WIDE, field="joint.width", width=tongue, thickness=across)
    short = deep - SHORT
    groove = ChannelCut(width=in_mm(tongue + play), depth=in_mm(deep), position=in_mm(across - tongue - play), end=joint.end)
    rabbet = EdgeCut(shape="rabbet", size=in_mm(short), depth=in_mm(across - tongue), edges=joint.ends)
    middle = across - (tongue + play) / 2
    x = middle if joint.end == "left" else long - middle
    at = (x, wide / 2, thick - short / 2)
    return Joined(
        cuts=(
            MemberCut(member="a", name="Groove", cut=groove, why=write("The groove first: the tongue is made to fit it")),
            MemberCut(
                member="b",
                name="Tongue",
                cut=rabbet,
                why=write("Then the tongue, a hair too thick in scrap, and deeper until it enters"),
            ),
        ),
        placing=standing(joint, boards, near=0.0, deep=short, outwards=True),
        lines=(
            Line(name=write("across the tongue"), at=at, way=(1.0, 0.0, 0.0), reach=tongue, wanted=play),
            Line(name=write("below the tongue"), at=(x, wide / 2, thick - deep), way=(0.0, 0.0, 1.0), reach=short, wanted=SHORT),
        ),
        seen_along=(0.0, 1.0, 0.0),
        expected=expected_fit(
            joint, boards, Spread(of="spacer", mm=rules.spread_spacer), Spread(of="depth", mm=rules.spread_depth)
        ),
    )
