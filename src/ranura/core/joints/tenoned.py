"""Mortise and tenon (R14): a tenon on the end of a rail in a mortise in the first board's face, along its length."""

from __future__ import annotations

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Vector3, lying
from ranura.core.joints import refusals
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, MemberCut, at_end, expected_fit, moves_across, play_of
from ranura.core.joints.mortise_and_tenon import END_GAP, plan_mortise_and_tenon
from ranura.core.learning.forecast import Spread
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_OF_BOARD = 2 / 3


def tenoned(joint: Joint, boards: Boards) -> Joined:
    """Mortise first, then the tenon to fit it. Raises `CutError` at what cannot be."""
    long, wide, thick = boards.sizes("a")
    _, rail_wide, rail_thick = boards.sizes("b")
    deep = thick * _OF_BOARD if joint.depth is None else joint.depth.mm
    if not closeness.under(deep, thick):
        raise CutError(refusals.GOES_THROUGH, field="joint.depth", depth=deep, thickness=thick)
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
    if not closeness.under(made.mortise_width, wide):
        raise CutError(refusals.WIDER_THAN_STILE, field="joint.width", width=made.mortise_width, wide=wide)
    if closeness.over(joint.at.mm + rail_wide, long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - rail_wide)
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - rail_wide
    up: Vector3 = (0.0, 0.0, 1.0 if joint.ends[0] == "left" else -1.0)
    mortise = PocketCut(
        form="mortise",
        length=in_mm(made.mortise_length),
        across=in_mm(made.mortise_width),
        depth=in_mm(deep),
        from_left=in_mm(joint.at.mm + narrower),
        from_near=in_mm((wide - made.mortise_width) / 2),
        end=joint.end,
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
    middle = (left + rail_wide / 2, wide / 2)
    sawn = [write("Saw {s:len} off either edge of the tenon, down to its shoulders", s=narrower)] if narrower else []
    return Joined(
        cuts=(
            MemberCut(member="a", name="Mortise", cut=mortise, why=write("The mortise first: its bit makes its width")),
            *(
                MemberCut(member="b", name=at_end("Tenon", number), cut=each, why=write("Then the tenon, made to fit it"))
                for number, each in enumerate(tenons)
            ),
        ),
        placing=lying(boards.sizes("b"), low=(left, (wide - rail_thick) / 2, thick - made.tenon_length), x=up, z=(0.0, 1.0, 0.0)),
        lines=(
            Line(
                name=write("across the tenon"),
                at=(*middle, thick - made.tenon_length / 2),
                way=(0.0, 1.0, 0.0),
                reach=made.mortise_width,
                wanted=play,
            ),
            Line(
                name=write("below the tenon"),
                at=(*middle, thick - deep),
                way=(0.0, 0.0, 1.0),
                reach=made.tenon_length,
                wanted=END_GAP,
            ),
        ),
        seen_along=(1.0, 0.0, 0.0),
        expected=expected_fit(joint, boards, Spread(of="depth", mm=2 * boards.rules.spread_depth)),
        by_hand=(
            *sawn,
            write(
                "Square the ends of the mortise with a chisel, or round the edges of the tenon to {r:len}", r=made.corner_radius
            ),
        ),
        cautions=(*made.cautions, *moves_across(boards)),
    )
