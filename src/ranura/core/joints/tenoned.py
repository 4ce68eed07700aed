"""Mortise and tenon (R14): a tenon on the end of a rail in a mortise in the first board's face or near edge, along its length."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.geometry.rings import Point
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, at_ends, expected_fit, moves_across, play_of
from ranura.core.joints.mortise_and_tenon import END_GAP, plan_mortise_and_tenon
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_BOARD, _OF_WIDTH = 2 / 3, 1 / 3
"""How deep a mortise goes where nobody says: of the board's thickness into its face, of its width into its edge."""


def tenoned(joint: Joint, boards: Boards) -> Joined:
    """Mortise first, then the tenon to fit it. Raises `CutError` at what cannot be."""
    long, wide, thick = boards.sizes("a")
    _, rail_wide, rail_thick = boards.sizes("b")
    into_face = joint.upon == "face"
    # How far it can go in, and across what.
    solid, across = (thick, wide) if into_face else (wide, thick)
    usual = solid * (_OF_BOARD if into_face else _OF_WIDTH)
    deep = usual if joint.depth is None else joint.depth.mm
    if not closeness.under(deep, solid):
        raise CutError(refusals.GOES_THROUGH, field="joint.depth", depth=deep, thickness=solid)
    if not closeness.over(deep, END_GAP):
        raise CutError(refusals.TENON_TOO_SHORT, field="joint.depth", depth=deep, gap=END_GAP)
    bits = [joint.width.mm] if joint.width is not None else list(boards.bits)
    if not bits:
        raise CutError(refusals.NO_BIT_FOR_JOINT, field="joint.width")
    play = play_of(joint, boards)
    narrower = joint.shoulder.mm if joint.shoulder is not None else 0.0
    if not closeness.over(rail_wide, 2 * narrower):
        raise CutError(refusals.NO_TENON_LEFT, field="joint.shoulder", wide=rail_wide)
    made = plan_mortise_and_tenon(
        rail_thickness=rail_thick, bits=bits, mortise_depth=deep, rail_width=rail_wide, shoulder=narrower, clearance=play
    )
    if not closeness.under(made.mortise_width, rail_thick):
        raise CutError(refusals.WIDER_THAN_RAIL, field="joint.width", width=made.mortise_width, thickness=rail_thick)
    if not closeness.under(made.mortise_width, across):
        raise CutError(refusals.WIDER_THAN_STILE, field="joint.width", width=made.mortise_width, wide=across)
    if closeness.over(joint.at.mm + rail_wide, long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - rail_wide)
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - rail_wide
    mortise = PocketCut(
        form="mortise",
        length=in_mm(made.mortise_length),
        across=in_mm(made.mortise_width),
        depth=in_mm(deep),
        from_left=in_mm(joint.at.mm + narrower),
        from_near=in_mm((across - made.mortise_width) / 2),
        end=joint.end,
        on=None if into_face else "near",
    )
    tenons = [
        PocketCut(
            form="lap",
            length=in_mm(made.tenon_length),
            depth=in_mm((rail_thick - made.tenon_thickness) / 2),
            leaves=in_mm(made.tenon_thickness),
            both_faces=True,
            end=end,
        )
        for end in joint.ends
    ]
    lies = _lies(joint, boards, left, made.tenon_length)
    middle = left + rail_wide / 2
    sawn = [write("Saw {s:len} off either edge of the tenon, down to its shoulders", s=narrower)] if narrower else []
    return Joined(
        cuts=(
            MemberCut(member="a", name="Mortise", cut=mortise, why=write("The mortise first: its bit makes its width")),
            *at_ends("b", "Tenon", tenons, write("Then the tenon, made to fit it")),
        ),
        placing=lies.placing,
        lines=(
            Line(
                name=write("across the tenon"),
                at=lies.at(middle, made.tenon_length / 2),
                way=lies.across,
                reach=made.mortise_width,
                wanted=play,
            ),
            Line(name=write("below the tenon"), at=lies.at(middle, deep), way=lies.down, reach=made.tenon_length, wanted=END_GAP),
        ),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=lies.drawn_out,
        expected=expected_fit(joint, boards, Spread(of="depth", mm=2 * boards.rules.spread_depth)),
        by_hand=(
            *sawn,
            write(
                "Square the ends of the mortise with a chisel, or round the edges of the tenon to {r:len}", r=made.corner_radius
            ),
        ),
        cautions=(*made.cautions, *moves_across(boards)),
    )


@dataclass(frozen=True, slots=True)
class _Lies:
    """How the second board lies in the joint: the axis along which its tenon goes in, the one across it, where it is drawn out;
    and the place in the middle of the mortise that is so far along the first board and so deep."""

    placing: Placing
    down: Vector3
    across: Vector3
    drawn_out: Point
    at: Callable[[float, float], Vector3]


def _lies(joint: Joint, boards: Boards, left: float, tenon: float) -> _Lies:
    """Upright on the first board's face, or before its near edge."""
    (_, wide, thick), size = boards.sizes("a"), boards.sizes("b")
    way = 1.0 if joint.ends[0] == "left" else -1.0
    if joint.upon == "face":
        placing = lying(size, low=(left, (wide - size[2]) / 2, thick - tenon), x=(0.0, 0.0, way), z=(0.0, 1.0, 0.0))
        return _Lies(placing, (0.0, 0.0, 1.0), (0.0, 1.0, 0.0), (0.0, 1.0), lambda along, deep: (along, wide / 2, thick - deep))
    placing = lying(size, low=(left, tenon - size[0], (thick - size[2]) / 2), x=(0.0, -way, 0.0), z=(0.0, 0.0, 1.0))
    return _Lies(placing, (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (-1.0, 0.0), lambda along, deep: (along, deep, thick / 2))
