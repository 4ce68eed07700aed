"""Edge to edge with grooves (R14): a tongue on the one board in a groove of the other, or a spline in a groove of each."""

from __future__ import annotations

from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.edge.staging import SLOT_FROM_BOTH
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.geometry.rings import Point, Ring
from ranura.core.joints import refusals, words
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, expected_fit, play_of
from ranura.core.joints.tongue_and_groove import END_GAP, plan_tongue_and_groove
from ranura.core.learning.forecast import Spread
from ranura.core.output.views import box
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_BOARD, _DEEPEST = 1 / 3, 2 / 3
"""Of a board: how wide its groove is, and how deep at most where nobody says."""
_FLUSH = 0.1
"""mm by which two boards may differ in thickness and still come out flush."""
_NEAR_FACE = 0.9
"""Of the thickness: where the shoulder beside a tongue is looked at."""


def tongued(joint: Joint, boards: Boards) -> Joined:
    """A groove in the far edge of the first board, a tongue on the near edge of the second.

    Rule: R14 tongue and groove
    Formula: groove T/3 in the middle, within 1 to 1.9 times a cutter's slot; tongue = groove − clearance, 0.5 mm shorter than the
    groove is deep, cut by rabbets of one setting on both faces
    Source: geometry; the shoulders close before the tongue touches the floor

    Raises `CutError` without a slot cutter, and where groove or tongue leave no wood."""
    (long, wide, thick), (other, _, across) = boards.sizes("a"), boards.sizes("b")
    slot, reach = _cutter(joint, boards)
    groove = joint.width.mm if joint.width is not None else min(max(thick * _OF_BOARD, slot), slot * SLOT_FROM_BOTH)
    play, deep = play_of(joint, boards), _deep(joint, thick, reach)
    made = plan_tongue_and_groove(
        thickness=across, groove_width=groove, bit_diameter=slot, depth=deep, clearance=play, end_gap=END_GAP
    )
    if not closeness.over(made.tongue_length, 0.0):
        raise CutError(refusals.GROOVE_TOO_SHALLOW, field="joint.depth", least=END_GAP)
    if not closeness.under(made.tongue, across):
        raise CutError(refusals.TONGUE_TOO_WIDE, field="joint.width", width=made.tongue, thickness=across)
    middle, rules = min(long, other) / 2, boards.rules
    tongue = EdgeCut(shape="rabbet", size=in_mm(made.tongue_length), depth=in_mm(made.cheek), edges=("near",), both_faces=True)
    return Joined(
        cuts=(
            MemberCut(
                member="a",
                name="Groove",
                cut=_groove("far", groove, deep, slot),
                why=write("The groove first: its cutter gives its width"),
            ),
            MemberCut(
                member="b",
                name="Tongue",
                cut=tongue,
                why=write("Then the tongue, both faces at one setting, a hair too thick in scrap, and deeper until it enters"),
            ),
        ),
        placing=_beside(boards, meets=wide - made.tongue_length),
        lines=(
            _line("across the tongue", (middle, wide - made.tongue_length / 2, thick / 2), (0.0, 0.0, 1.0), groove, play),
            _line("before the tongue's end", (middle, wide - deep, thick / 2), (0.0, 1.0, 0.0), made.tongue_length, END_GAP),
            _line("at the shoulder", (middle, wide, thick * _NEAR_FACE), (0.0, 1.0, 0.0), thick, 0.0),
        ),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(1.0, 0.0),
        expected=expected_fit(joint, boards, Spread(of="depth", mm=2 * rules.spread_depth)),
        cautions=_flush(boards),
    )


def splined(joint: Joint, boards: Boards) -> Joined:
    """A groove in each of the edges that meet, for a spline.

    Rule: R14 spline
    Formula: groove = measured spline + clearance, in the middle of the thinner board, both from the shown face; each groove half
    the spline's width + 0.5 mm deep
    Source: the spline must not keep the seam open

    Raises `CutError` without a slot cutter, and where a groove leaves no wood."""
    (long, wide, thick), (other, _, across) = boards.sizes("a"), boards.sizes("b")
    slot, reach = _cutter(joint, boards)
    play, deep = play_of(joint, boards), _deep(joint, thick, reach)
    groove = slot if joint.width is None else joint.width.mm + play
    if not closeness.over(deep, END_GAP):
        raise CutError(refusals.GROOVE_TOO_SHALLOW, field="joint.depth", least=END_GAP)
    spline, far = 2 * (deep - END_GAP), (min(thick, across) + groove) / 2
    first, second = (
        EdgeCut(shape="edge-groove", size=in_mm(groove), width=in_mm(deep), depth=in_mm(far), edges=(edge,))
        for edge in ("far", "near")
    )
    at = (min(long, other) / 2, wide)
    return Joined(
        cuts=(
            MemberCut(member="a", name="Groove", cut=first, why=write("Both grooves from the shown face, at one setting")),
            MemberCut(member="b", name="Groove", cut=second, why=write("Then the edge that meets it")),
        ),
        placing=lying(boards.sizes("b"), low=(0.0, wide, thick - across), x=(1.0, 0.0, 0.0), z=(0.0, 0.0, 1.0)),
        lines=(
            _line("at the face", (*at, thick - (far - groove) / 2), (0.0, 1.0, 0.0), thick, 0.0),
            _line("across both grooves", (*at, thick - far + groove / 2), (0.0, 1.0, 0.0), 2 * deep, 2 * deep),
        ),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(1.0, 0.0),
        between=_spline((wide, thick - far + groove / 2), spline, groove - play),
        by_hand=(
            write(
                "Plane the spline {t:fine} thick and rip it {w:len} wide, its grain across the seam", t=groove - play, w=spline
            ),
        ),
    )


def _spline(middle: Point, wide: float, thick: float) -> Ring:
    """A spline in section, around its middle."""
    (x, z), half, low = middle, wide / 2, thick / 2
    return box(x - half, z - low, x + half, z + low)


def _cutter(joint: Joint, boards: Boards) -> tuple[float, float]:
    """The slot of the cutter that makes a groove nearest to what is wanted, and how far it reaches on its bearing."""
    wanted = boards.first.thickness.mm * _OF_BOARD if joint.width is None else joint.width.mm

    def off(slot: float) -> float:
        return max(slot - wanted, wanted - SLOT_FROM_BOTH * slot, 0.0)

    found = min(boards.slots, key=lambda each: (round(off(each[0]), 6), -each[0]), default=None)
    if found is None:
        raise CutError(refusals.NO_SLOT_CUTTER, field="joint.width")
    return found


def _deep(joint: Joint, thick: float, reach: float) -> float:
    """How deep a groove goes into its edge, in mm: as typed, or as the cutter reaches on its bearing, at most two thirds of the
    board's thickness."""
    return min(reach, thick * _DEEPEST) if joint.depth is None else joint.depth.mm


def _groove(edge: str, wide: float, deep: float, slot: float) -> EdgeCut:
    """A groove in the middle of an edge; from both faces where the slot is narrower, so that it lies there by itself."""
    both = closeness.over(wide, slot)
    return EdgeCut(shape="edge-groove", size=in_mm(wide), width=in_mm(deep), edges=(edge,), both_faces=both)


def _beside(boards: Boards, *, meets: float) -> Placing:
    """The second board beside the first, its near edge so far from the first one's; their middles at one height."""
    lower = (boards.first.thickness.mm - boards.second.thickness.mm) / 2
    return lying(boards.sizes("b"), low=(0.0, meets, lower), x=(1.0, 0.0, 0.0), z=(0.0, 0.0, 1.0))


def _line(name: str, at: Vector3, way: Vector3, reach: float, wanted: float) -> Line:
    return Line(name=write(name), at=at, way=way, reach=reach, wanted=wanted)


def _flush(boards: Boards) -> tuple[Caution, ...]:
    """What is to be said of boards that do not come out flush."""
    by = abs(boards.first.thickness.mm - boards.second.thickness.mm)
    return (caution(words.NOT_FLUSH, by=by / 2),) if closeness.over(by, _FLUSH) else ()
