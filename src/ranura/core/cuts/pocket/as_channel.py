"""The one door from pockets to channels: a mortise or slot that an edge guide or a straightedge leads is a channel along its
longer side, stopped at both ends (R8).

Every field of a `Pocket` is carried over, refused, or has no meaning there; the three sets below hold them all, and a test walks
them against the fields. Whoever adds a field to `Pocket` decides here what becomes of it.
"""

from __future__ import annotations

from typing import Final, Literal

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import Dado
from ranura.core.cuts.pocket.asked import Pocket, Pocketing
from ranura.core.geometry import closeness
from ranura.core.text.cautions import Reason
from ranura.core.text.lengths import Length

CARRIED: Final = frozenset(
    {
        "length",
        "across",
        "depth",
        "from_left",
        "from_near",
        "end",
        "edge",
        "turned",
        "count",
        "spacing",
        "leaf",
        "clamps",
        "support",
        "held",
        "bit_id",
        "router_id",
    }
)
"""What the channel has as well, under its own names."""
REFUSED: Final = frozenset({"radius", "open_sides", "through", "form"})
"""What no channel has: such a pocket is led by a template. A form is refused where no edge guide belongs to it."""
WITHOUT_MEANING: Final = frozenset(
    {"guide", "kind", "backed", "loose", "plate", "leaves", "both_faces", "contour", "sweep", "template"}
)
"""What says nothing of a blind mortise or slot: it is not through, not round, on no face's whole width, and has no template."""

_BETWEEN_DIGITS = 12
"""Digits of a length that follows from others, so that reading it again gives the same value."""


def against_channel(cut: Pocket, asked: Pocketing) -> Reason | None:
    """Why a pocket cannot be planned as a channel; None where it can."""
    if cut.through or cut.open_sides:
        return Reason("guide-leaves-floor")
    if cut.radius is not None:
        return Reason("guide-leaves-own-corners", {"corner": cut.radius.mm})
    if cut.count > 1 and runs_along(asked):
        return Reason("guide-serves-one-place", {"count": cut.count})
    return None


def runs_along(asked: Pocketing) -> bool:
    """Whether the longer side of a pocket, and so the way of its guide, goes along the board."""
    along, across = asked.size
    return not closeness.under(along, across)


def as_channel(cut: Pocket, asked: Pocketing, piece: Piece, guide: Literal["edge-guide", "straightedge"]) -> Dado:
    """A pocket that nothing speaks against (`against_channel`) as the channel that is cut."""
    x0, y0, x1, y1 = asked.box
    length, width = piece.length.mm, piece.width.mm
    near, left = cut.edge == "near", cut.end == "left"
    if runs_along(asked):
        return Dado(
            goes="along",
            width=_mm(y1 - y0),
            position=_mm(y0 if near else width - y1),
            end=cut.edge,
            stop_first=_mm(x0),
            stop_last=_mm(length - x1),
            depth=cut.depth,
            guide=guide,
            leaf=cut.leaf,
            clamps=cut.clamps,
            support=cut.support,
            held=cut.held,
            bit_id=cut.bit_id,
            router_id=cut.router_id,
        )
    return Dado(
        goes="across",
        width=_mm(x1 - x0),
        position=_mm(x0 if left else length - x1),
        end=cut.end,
        stop_first=_mm(y0),
        stop_last=_mm(width - y1),
        count=cut.count,
        spacing=cut.spacing if cut.count > 1 else None,
        depth=cut.depth,
        guide=guide,
        leaf=cut.leaf,
        clamps=cut.clamps,
        support=cut.support,
        held=cut.held,
        bit_id=cut.bit_id,
        router_id=cut.router_id,
    )


def _mm(value: float) -> Length:
    return Length(typed=f"{value:.{_BETWEEN_DIGITS}g}", unit="mm", mm=value)
