"""The loose tenon (R14): a mortise in the first board, one like it in an end of the second, and a tenon of its own in both."""

from __future__ import annotations

from typing import Final

from ranura.core.board.pieces import Side
from ranura.core.board.stood import names_of
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.geometry.rings import Ring
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, at_ends, expected_fit, moves_across, nearest_third, play_of
from ranura.core.joints.mortise_and_tenon import END_GAP, MortiseAndTenon, plan_mortise_and_tenon
from ranura.core.output.views import box
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_FACE, _OF_SIDE, _OF_RAIL, _OF_WIDTH = 2 / 3, 1 / 2, 1.5, 3.0
"""How deep each mortise goes where nobody says, at most: of the first board's thickness into its face, of its width into its
edge, of the second board's thickness, and of its own width, since bits cut about so far."""
_SPARE: Final = 0.5
"""mm that a wall is thicker than a third of its height, from which on nothing is to be said of it (R14)."""
_LEAST_WALL: Final = 6.0
"""mm of wood that stay beside a mortise in an end (R14)."""


def loose_tenoned(joint: Joint, boards: Boards) -> Joined:
    """Both mortises by one template, then the tenon planed to fit them.

    Rule: R14 loose tenon
    Formula: as wide as the bit nearest a third of the rail; tenon = both depths − 2 mm, its edges rounded to D/2
    Source: no board is longer than it is seen, and both mortises are alike

    Raises `CutError` at what cannot be."""
    (long, _, _), (_, rail_wide, rail_thick) = boards.sizes("a"), boards.sizes("b")
    width = _width(joint, boards)
    deep = _deep(joint, boards, width)
    made = _mortises(joint, boards, width, deep)
    if closeness.over(joint.at.mm + rail_wide, long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - rail_wide)
    beside = (rail_wide - made.mortise_length) / 2
    first = _into_the_first(joint, boards, made, deep, beside)
    seconds = [_pocket(made, deep, beside, (rail_thick - made.mortise_width) / 2, on=end) for end in joint.ends]
    return Joined(
        cuts=(
            MemberCut(
                member="a", name="Mortise", cut=first, why=write("The mortise in the first board; its bit makes its width")
            ),
            *at_ends(
                "b",
                "End mortise",
                seconds,
                write("Then the one in the end, with the same bit at the same depth; mark both shown faces"),
            ),
        ),
        placing=_placed(joint, boards),
        lines=_lines(joint, boards, deep),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(0.0, 1.0) if joint.upon == "face" else (-1.0, 0.0),
        between=_tenon(joint, boards, made, deep),
        expected=expected_fit(joint, boards),
        by_hand=(
            write(
                "Plane the tenon {t:fine} thick, {w:len} wide and {l:len} long, its grain along it, its edges rounded to {r:len}",
                t=made.tenon_thickness,
                w=made.tenon_width,
                l=2 * deep - END_GAP,
                r=made.corner_radius,
            ),
        ),
        cautions=(*made.cautions, *moves_across(boards)),
    )


def _width(joint: Joint, boards: Boards) -> float:
    """How wide both mortises are: as typed, or of the bits there are the one nearest a third of the rail. Raises `CutError`."""
    if joint.width is not None:
        return joint.width.mm
    width = nearest_third(boards.bits, boards.second.thickness.mm)
    if width is None:
        raise CutError(refusals.NO_BIT_FOR_JOINT, field="joint.width")
    return width


def _mortises(joint: Joint, boards: Boards, width: float, deep: float) -> MortiseAndTenon:
    """How long both mortises are, and the tenon in them. Raises `CutError`."""
    _, rail_wide, rail_thick = boards.sizes("b")
    beside = max(width, deep / 3 + _SPARE, _LEAST_WALL) if joint.shoulder is None else joint.shoulder.mm
    if closeness.under(beside, _LEAST_WALL):
        raise CutError(refusals.WALL_AT_THE_END, field="joint.shoulder", least=_LEAST_WALL)
    if not closeness.over(rail_wide - 2 * beside, width):
        raise CutError(refusals.NO_TENON_LEFT, field="joint.shoulder", wide=rail_wide)
    made = plan_mortise_and_tenon(
        rail_thickness=rail_thick,
        bits=[width],
        mortise_depth=deep,
        rail_width=rail_wide,
        shoulder=beside,
        clearance=play_of(joint, boards),
        loose=True,
    )
    through = boards.sizes("a")[1] if joint.upon == "face" else boards.sizes("a")[2]
    for thick in (rail_thick, through):
        if not closeness.under(made.mortise_width, thick):
            raise CutError(refusals.WIDER_THAN_RAIL, field="joint.width", width=made.mortise_width, thickness=thick)
    return made


def _deep(joint: Joint, boards: Boards, width: float) -> float:
    """How deep each mortise goes. Raises `CutError`."""
    (_, wide, thick), (_, _, rail_thick) = boards.sizes("a"), boards.sizes("b")
    most = thick * _OF_FACE if joint.upon == "face" else wide * _OF_SIDE
    deep = min(most, rail_thick * _OF_RAIL, width * _OF_WIDTH) if joint.depth is None else joint.depth.mm
    if joint.upon == "face" and not closeness.under(deep, thick):
        raise CutError(refusals.GOES_THROUGH, field="joint.depth", depth=deep, thickness=thick)
    if not closeness.over(deep, END_GAP):
        raise CutError(refusals.TENON_TOO_SHORT, field="joint.depth", depth=deep, gap=END_GAP)
    return deep


def _into_the_first(joint: Joint, boards: Boards, made: MortiseAndTenon, deep: float, beside: float) -> PocketCut:
    """The mortise in the first board, in the middle of its width, or of its thickness."""
    _, wide, thick = boards.sizes("a")
    at = joint.at.mm + beside
    if joint.upon == "face":
        return _pocket(made, deep, at, (wide - made.mortise_width) / 2, end=joint.end)
    return _pocket(made, deep, at, (thick - made.mortise_width) / 2, on="near", end=joint.end)


def _pocket(
    made: MortiseAndTenon, deep: float, at: float, through: float, *, on: Side | None = None, end: str = "left"
) -> PocketCut:
    """A mortise, `through` mm from the face that is shown where it goes into a side."""
    shown = on is None or names_of(on)["near edge"] == "shown face"
    return PocketCut(
        form="mortise",
        on=on,
        length=in_mm(made.mortise_length),
        across=in_mm(made.mortise_width),
        depth=in_mm(deep),
        from_left=in_mm(at),
        from_near=in_mm(through),
        end="left" if end == "left" else "right",
        edge="near" if shown else "far",
    )


def _placed(joint: Joint, boards: Boards) -> Placing:
    """The second board on the first one's face, or before its near edge, its end against it."""
    (long, wide, thick), size = boards.sizes("a"), boards.sizes("b")
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - size[1]
    way = 1.0 if joint.ends[0] == "left" else -1.0
    if joint.upon == "face":
        return lying(size, low=(left, (wide - size[2]) / 2, thick), x=(0.0, 0.0, way), z=(0.0, 1.0, 0.0))
    return lying(size, low=(left, -size[0], (thick - size[2]) / 2), x=(0.0, -way, 0.0), z=(0.0, 0.0, 1.0))


def _lines(joint: Joint, boards: Boards, deep: float) -> tuple[Line, ...]:
    """Where both boards touch, and through both mortises."""
    (long, wide, thick), (_, rail_wide, rail_thick) = boards.sizes("a"), boards.sizes("b")
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - rail_wide
    middle, cheek = left + rail_wide / 2, rail_thick * 0.45
    seam: Vector3 = (middle, wide / 2, thick) if joint.upon == "face" else (middle, 0.0, thick / 2)
    way: Vector3 = (0.0, 0.0, 1.0) if joint.upon == "face" else (0.0, 1.0, 0.0)
    beside: Vector3 = (seam[0], seam[1] + cheek, seam[2]) if joint.upon == "face" else (seam[0], seam[1], seam[2] + cheek)
    return (
        Line(name=write("at the shoulder"), at=beside, way=way, reach=min(thick, rail_thick), wanted=0.0),
        Line(name=write("through both mortises"), at=seam, way=way, reach=2 * deep, wanted=2 * deep),
    )


def _tenon(joint: Joint, boards: Boards, made: MortiseAndTenon, deep: float) -> Ring:
    """The tenon in section, in the middle of both mortises."""
    _, wide, thick = boards.sizes("a")
    half, reach = made.tenon_thickness / 2, deep - END_GAP / 2
    if joint.upon == "face":
        return box(wide / 2 - half, thick - reach, wide / 2 + half, thick + reach)
    return box(-reach, thick / 2 - half, reach, thick / 2 + half)
