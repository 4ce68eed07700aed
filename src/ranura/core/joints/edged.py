"""The edge joint (R14): two boards glued edge to edge, each jointed straight first."""

from __future__ import annotations

from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import lying
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

TAKEN, LEAST, MOST = 1.0, 0.5, 1.5
"""mm that jointing takes off an edge, where nobody says, at least and at most (R8)."""


def edged(joint: Joint, boards: Boards) -> Joined:
    """The far edge of the first board and the near edge of the second, both jointed at one setting.

    Rule: R14 edge joint, R8 jointing
    Formula: each edge lies further in by what is taken off it, 1.0 mm (0.5 to 1.5)
    Source: the joint is where the finished edges meet

    Raises `CutError` on "joint.depth" for more or less than one pass takes."""
    taken = TAKEN if joint.depth is None else joint.depth.mm
    if closeness.under(taken, LEAST) or closeness.over(taken, MOST):
        raise CutError(refusals.JOINTED_BY, field="joint.depth", least=LEAST, most=MOST)
    long, wide, thick = boards.sizes("a")
    meets = wide - taken
    first = EdgeCut(shape="jointing", size=in_mm(taken), edges=("far",))
    second = EdgeCut(shape="jointing", size=in_mm(taken), edges=("near",))
    return Joined(
        cuts=(
            MemberCut(member="a", name="Jointed edge", cut=first, why=write("Both edges straight and square before any profile")),
            MemberCut(member="b", name="Jointed edge", cut=second, why=write("Then the edge that meets it, at the same setting")),
        ),
        placing=lying(boards.sizes("b"), low=(0.0, meets - taken, 0.0), x=(1.0, 0.0, 0.0), z=(0.0, 0.0, 1.0)),
        lines=(
            Line(
                name=write("along the seam"),
                at=(min(long, boards.sizes("b")[0]) / 2, meets, min(thick, boards.sizes("b")[2]) / 2),
                way=(0.0, 1.0, 0.0),
                reach=thick,
                wanted=0.0,
            ),
        ),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(1.0, 0.0),
    )
