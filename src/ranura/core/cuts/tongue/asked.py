"""What is asked of a dovetail tongue."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Side
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length


@dataclass(frozen=True, kw_only=True, slots=True)
class TongueCut:
    """What is asked of a dovetail tongue. Lengths and choices are the person's; None leaves a choice to Ranura."""

    on: Side = "left"
    """The end or the edge that it is cut on."""
    root: Length
    """How thick it is at its shoulder, where it is thinnest."""
    depth: Length
    """How far it stands out of its shoulders."""
    angle: float = bounded(14.0, above=0, below=45)
    """Of its flanks from straight out, in degrees: that of the socket's bit."""
    taper: Length | None = None
    """How much thicker it is where it begins, at the near edge or the left end, than after `over`; None where its flanks are
    parallel."""
    over: Length | None = None
    """How far along it that is; None for all the way."""
    tapered: Literal["shown", "back"] = "shown"
    """The face that the flank which is tapered lies at."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["tongue"] = "tongue"
