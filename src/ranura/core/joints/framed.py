"""Stile and rail (R14): the corner of a frame by a matched set, the rail's end coped over what runs along the stile's edge."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.board.pieces import Side
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.holding.hands import is_small
from ranura.core.holding.placed import Held
from ranura.core.joints import refusals, words
from ranura.core.joints.asked import Joint, Member
from ranura.core.joints.joined import Boards, Joined, Line, MatchedBits, MemberCut, at_ends
from ranura.core.learning.forecast import Spread, forecast
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write

_FLUSH = 0.1
"""mm by which two boards may differ in thickness and still come out flush on both faces."""


def framed(joint: Joint, boards: Boards) -> Joined:
    """A rail between stiles: its ends coped, then what fits them cut along its inner edges and along the stile's.

    Rule: R14 matched sets
    Formula: the set's own heights; what the faces differ by, all of it, at the bit that stands too high
    Source: ends first, on a carrier; each board of the joint has a setting of its own

    Raises `CutError` without a set for boards so thick, and where the rail stands past an end."""
    (long, _, thick), (_, rail_wide, across) = boards.sizes("a"), boards.sizes("b")
    bits = _set(boards)
    if closeness.over(joint.at.mm + rail_wide, long):
        raise CutError(refusals.OFF_THE_BOARD, field="joint.at", end="other", most=long - rail_wide)
    # The bit that stands too high is lowered: of a rail that stood proud its own, else that of the edges.
    proud = joint.off.mm if joint.off is not None and joint.tried == "proud" else 0.0
    low = joint.off.mm if joint.off is not None and joint.tried == "low" else 0.0
    edge, end = bits.edge_height - low, bits.end_height - proud
    if not closeness.over(min(edge, end), 0.0):
        raise CutError(refusals.FAR_OFF, field="joint.off", off=proud + low, most=min(bits.edge_height, bits.end_height))
    copes = [
        EdgeCut(
            shape="coping",
            size=in_mm(bits.radius),
            depth=in_mm(end),
            edges=(side,),
            held="carrier",
            edge_state="smooth",
            bit_id=bits.end_bit,
        )
        for side in joint.ends
    ]
    ends_first = write("The ends first, face down on a carrier: what breaks out there the long edges take away")
    inner = _inner_edges(joint, long, rail_wide)
    placing = _placed(joint, boards, into=bits.radius, by=low - proud)
    return Joined(
        cuts=(
            *at_ends("b", "Coped end", copes, ends_first),
            _sticking("b", "Inner edge", inner, edge, bits, boards, "Then the long edges, face down, at one setting of the set"),
            _sticking("a", "Inner edge", ("far",), edge, bits, boards, "The stile's edge at the same setting"),
        ),
        placing=placing,
        lines=_lines(joint, boards, bits, edge),
        seen_along=(1.0, 0.0, 0.0),
        drawn_out=(1.0, 0.0),
        around=2 * thick,
        expected=forecast(
            width=bits.groove - bits.tongue,
            mate=0.0,
            causes=(Spread(of="bit", mm=boards.rules.spread_bit), Spread(of="depth", mm=boards.rules.spread_depth)),
        ),
        cautions=_flush_behind(thick, across),
        by_hand=(
            write(
                "Make a panel that goes {into:len} into the frame all round, with room there to move, and do not glue it",
                into=bits.radius,
            ),
        ),
    )


def _set(boards: Boards) -> MatchedBits:
    """The set that is made for both boards, of several the one whose middle they are nearest to."""
    if not boards.sets:
        raise CutError(refusals.NO_MATCHED_SET, field="joint.kind")
    (_, _, one), (_, _, two) = boards.sizes("a"), boards.sizes("b")
    fit = [
        each
        for each in boards.sets
        if not closeness.under(min(one, two), each.least) and not closeness.over(max(one, two), each.most)
    ]
    if not fit:
        near = min(boards.sets, key=lambda each: abs(each.least + each.most - one - two))
        thick = one if closeness.under(one, near.least) or closeness.over(one, near.most) else two
        raise CutError(refusals.NOT_FOR_THE_SET, field="joint.kind", set=near.name, thick=thick, least=near.least, most=near.most)
    return min(fit, key=lambda each: abs(each.least + each.most - one - two))


def _sticking(
    member: Member, name: str, edges: tuple[Side, ...], height: float, bits: MatchedBits, boards: Boards, why: str
) -> MemberCut:
    """What runs along the edges that look into the frame."""
    board = boards.first if member == "a" else boards.second
    held: Held | None = "carrier" if is_small((board.length.mm, board.width.mm)) and len(edges) == 1 else None
    cut = EdgeCut(
        shape="sticking",
        size=in_mm(bits.radius),
        depth=in_mm(height),
        edges=edges,
        held=held,
        edge_state="smooth",
        bit_id=bits.edge_bit,
    )
    return MemberCut(member=member, name=name, cut=cut, why=write(why))


def _inner_edges(joint: Joint, long: float, rail_wide: float) -> tuple[Side, ...]:
    """The edges of the rail that look into the frame: at an end of the stile one, between its ends both.

    With its left end at the stile the rail's near edge looks to the stile's right end."""
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - rail_wide
    first, second = closeness.over(left, 0.0), closeness.under(left, long - rail_wide)
    near_looks_right = joint.ends[0] == "left"
    near, far = (second, first) if near_looks_right else (first, second)
    sides: Sequence[tuple[Side, bool]] = (("near", near), ("far", far))
    return tuple(side for side, inner in sides if inner)


def _placed(joint: Joint, boards: Boards, *, into: float, by: float) -> Placing:
    """The rail square to the stile in one plane, its shown face flush, or as much higher as a trial showed it to be lower than
    the bits are thought to make it."""
    (long, wide, thick), size = boards.sizes("a"), boards.sizes("b")
    left = joint.at.mm if joint.end == "left" else long - joint.at.mm - size[1]
    out: Vector3 = (0.0, 1.0 if joint.ends[0] == "left" else -1.0, 0.0)
    return lying(size, low=(left, wide - into, thick - size[2] + by), x=out, z=(0.0, 0.0, 1.0))


def _lines(joint: Joint, boards: Boards, bits: MatchedBits, edge: float) -> tuple[Line, ...]:
    """Across the tongue, and at both shoulders, where the rail is in the middle of its width."""
    (long, wide, thick), rail_wide = boards.sizes("a"), boards.sizes("b")[1]
    from_end = joint.at.mm + rail_wide / 2
    x = from_end if joint.end == "left" else long - from_end
    front = thick - (edge - bits.groove - BEARING_HEIGHT / 2)
    return (
        Line(
            name=write("across the tongue"),
            at=(x, wide - bits.radius / 2, thick - edge + bits.groove / 2),
            way=(0.0, 0.0, 1.0),
            reach=bits.groove,
            wanted=bits.groove - bits.tongue,
        ),
        Line(name=write("at the front shoulder"), at=(x, wide, front), way=(0.0, 1.0, 0.0), reach=bits.radius, wanted=0.0),
    )


def _flush_behind(one: float, two: float) -> tuple[Caution, ...]:
    """What is to be said of boards that are flush on their shown face alone."""
    return (caution(words.NOT_FLUSH_BEHIND, by=abs(one - two)),) if closeness.over(abs(one - two), _FLUSH) else ()
