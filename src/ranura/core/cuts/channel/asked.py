"""The channel: a dado across the board or a groove along it, through or stopped, once or at many stations."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.channel.shapes import ChannelShape
from ranura.core.holding.placed import MOST_CLAMPS, ClampAt, Exit, Held
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

End = Literal["left", "right", "near", "far"]
Goes = Literal["across", "along"]
ChannelGuide = Literal["straightedge", "t-jig", "edge-guide", "freehand", "table-fence"]

MOST_ANGLE = 60.0


@dataclass(frozen=True, kw_only=True, slots=True)
class ChannelCut:
    """What is asked of a channel. Lengths and choices are the person's; None leaves a choice to Ranura."""

    width: Length | None = None
    """Between its walls; None where it follows from `mate`."""
    mate: Mate | None = None
    """The part that is to fit into it."""
    depth: Length
    position: Length
    """Where its near wall lies, from `end`."""
    end: End = "left"
    """The end of the board that `position` is measured from, or the edge where it goes along."""
    goes: Goes = "across"
    shape: ChannelShape = "square"
    angle: float = bounded(0.0, least=-MOST_ANGLE, most=MOST_ANGLE)
    """How far it is turned counter-clockwise, in degrees."""
    stop_first: Length | None = None
    """How far from the near edge, or from the left end, it begins; None where it runs out there."""
    stop_last: Length | None = None
    """How far from the opposite edge or end it ends; None where it runs out there."""
    spacing: Length | None = None
    """From one place to the next."""
    count: int = bounded(1, least=1, most=MOST_STATIONS)
    """How many times it is cut, every `spacing`."""
    more: tuple[Length, ...] = bounded((), many=MOST_STATIONS - 1)
    """Other places, from `end` as well."""
    taper: Length | None = None
    """How much wider a dovetail socket is at the near edge than at the far one; None where its walls are parallel."""
    mirrored: bool = False
    """Two boards are cut together as a pair."""
    guide: ChannelGuide | None = None
    """The guide that is pinned."""
    clamps: tuple[ClampAt, ...] = bounded((), many=MOST_CLAMPS)
    """Where the person put them; empty leaves that to Ranura."""
    support: bool = False
    """A board of the same thickness lies beside the work."""
    supported: bool = False
    """Stands or rollers carry the board beside a table."""
    leaf: bool = False
    """Its depth is the thickness of what lies in it, and is set by that."""
    held: Held | None = None
    lighter: bool = False
    """Its passes are lighter than the house has them."""
    slower: bool = False
    """The spindle turns slower than the house has it."""
    gentler: bool = False
    """It is led slower than the house has it."""
    exit: Exit = "backer"
    thin_walls: bool = False
    """The person knows that a wall which may break off is left standing."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["dado"] = "dado"

    @property
    def reference(self) -> End:
        """What `position` is measured from, an edge where it goes along."""
        low = self.end in ("left", "near")
        if self.goes == "along":
            return "near" if low else "far"
        return "left" if low else "right"
