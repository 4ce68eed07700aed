"""What is asked of a groove along the middle of an end or an edge."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Side
from ranura.core.text.lengths import Length


@dataclass(frozen=True, kw_only=True, slots=True)
class EndGrooveCut:
    """What is asked of a groove in an end or an edge. Lengths and choices are the person's; None leaves a choice to Ranura."""

    on: Side = "left"
    """The end or the edge that it is cut in."""
    width: Length
    """How wide it is, in the middle of the board's thickness."""
    depth: Length
    """How deep it goes in."""
    thin_walls: bool = False
    """The person knows that a wall which may break off is left standing."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["end-groove"] = "end-groove"
