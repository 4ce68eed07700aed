"""The bridle (R14): a tenon on an end of the second board through an open mortise in an end of the first."""

from __future__ import annotations

from typing import Final

from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.joints import refusals, words
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, at_ends, expected_fit, play_of
from ranura.core.learning.forecast import Spread
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

PROUD: Final = 0.3
"""mm that both stand out beyond one another."""
_FLUSH = 0.1
"""mm by which two boards may differ in thickness and still come out flush."""


def bridled(joint: Joint, boards: Boards) -> Joined:
    """The open mortise first, then the tenon to fit it.

    Rule: R14 bridle
    Formula: thirds; the mortise as deep as the mate is wide, the tenon as long, and 0.3 mm more
    Source: both are planed flush; a mortise as deep as that is cut for narrow mates alone, which no base stands on

    Raises `CutError` without a bit in a table that cuts so deep, and where nothing is left beside the mortise."""
    (_, wide, thick), (_, mate, across) = boards.sizes("a"), boards.sizes("b")
    deep, play = mate + PROUD, play_of(joint, boards)
    width = _width(joint, boards, deep)
    tenon = width - play
    if not closeness.under(width, thick):
        raise CutError(refusals.NO_CHEEKS_LEFT, field="joint.width", width=width, thickness=thick)
    if not closeness.under(tenon, across) or not closeness.over(tenon, 0.0):
        raise CutError(refusals.WIDER_THAN_RAIL, field="joint.width", width=tenon, thickness=across)
    mortise = EndGrooveCut(on=joint.end, width=in_mm(width), depth=in_mm(deep))
    tenons = [
        EdgeCut(
            shape="rabbet",
            size=in_mm(wide + PROUD),
            depth=in_mm((across - tenon) / 2),
            edges=(end,),
            both_faces=True,
            held="carrier",
            edge_state="smooth",
        )
        for end in joint.ends
    ]
    return Joined(
        cuts=(
            MemberCut(member="a", name="Open mortise", cut=mortise, why=write("The open mortise first: its bit makes its width")),
            *at_ends(
                "b", "Tenon", tenons, write("Then the tenon, made to fit it: both faces at every setting, the stick in a carrier")
            ),
        ),
        placing=_placed(joint, boards),
        lines=_lines(joint, boards, width, play),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(1.0, 0.0),
        expected=expected_fit(joint, boards, Spread(of="depth", mm=2 * boards.rules.spread_depth)),
        cautions=_not_flush(thick, across),
        by_hand=(write("Glue it up with a clamp across its cheeks, and plane both flush: they stand {p:fine} proud", p=PROUD),),
    )


def _width(joint: Joint, boards: Boards, deep: float) -> float:
    """How wide the mortise is: as typed, or of the bits that a table holds and that cut deep enough the one nearest a third."""
    if joint.width is not None:
        return joint.width.mm
    fit = [wide for wide, cuts in boards.tabled if not closeness.over(deep, cuts)]
    if not fit:
        longest = max((cuts for _, cuts in boards.tabled), default=0.0)
        raise CutError(refusals.TOO_DEEP_FOR_TABLE, field="joint.kind", deep=deep, longest=longest)
    return min(fit, key=lambda each: (abs(each - boards.first.thickness.mm / 3), each))


def _placed(joint: Joint, boards: Boards) -> Placing:
    """The second board square to the first at its end, in its middle plane, its tenon through the first from the far edge."""
    (long, _, thick), size = boards.sizes("a"), boards.sizes("b")
    left = PROUD if joint.end == "left" else long - PROUD - size[1]
    out: Vector3 = (0.0, 1.0 if joint.ends[0] == "left" else -1.0, 0.0)
    return lying(size, low=(left, -PROUD, (thick - size[2]) / 2), x=out, z=(0.0, 0.0, 1.0))


def _lines(joint: Joint, boards: Boards, width: float, play: float) -> tuple[Line, ...]:
    """Across the tenon, at the mortise's floor and at a shoulder."""
    (long, wide, thick), (_, mate, across) = boards.sizes("a"), boards.sizes("b")
    inwards = 1 if joint.end == "left" else -1
    end = 0.0 if joint.end == "left" else long
    middle, floor = end + inwards * (PROUD + mate / 2), end + inwards * (PROUD + mate)
    least = min(thick, across)
    cheek = (thick - least) / 2 + (least - width) / 4
    return (
        Line(name=write("across the tenon"), at=(middle, wide / 2, thick / 2), way=(0.0, 0.0, 1.0), reach=width, wanted=play),
        Line(
            name=write("at the mortise's floor"), at=(floor, wide / 2, thick / 2), way=(1.0, 0.0, 0.0), reach=mate / 2, wanted=0.0
        ),
        Line(name=write("at a shoulder"), at=(middle, wide, cheek), way=(0.0, 1.0, 0.0), reach=wide / 2, wanted=0.0),
    )


def _not_flush(one: float, two: float) -> tuple[Caution, ...]:
    """What is to be said of boards that do not come out flush."""
    return (caution(words.NOT_FLUSH, by=abs(one - two) / 2),) if closeness.over(abs(one - two), _FLUSH) else ()
