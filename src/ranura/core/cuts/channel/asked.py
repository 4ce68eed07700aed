"""The channel: a dado across the board or a groove along it, through or stopped, once or at many stations.

It is planned in its own axes (`shapes/frame.py`): u across it, v along it. Across the board u runs along x and v away from the
person; along the board u runs away from the person and v to the left.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.channel.shapes import ChannelShape
from ranura.core.holding.placed import ClampAt, Held
from ranura.core.text.lengths import Length

End = Literal["left", "right", "near", "far"]
Goes = Literal["across", "along"]
ChannelGuide = Literal["straightedge", "t-jig", "edge-guide", "freehand", "table-fence"]

MOST_ANGLE = 60.0


@dataclass(frozen=True, kw_only=True, slots=True)
class ChannelCut:
    """What is asked: width, depth, and the near wall's distance from an end of the board, or from an edge where it goes along.

    The width is typed, or follows from a `mate` that is to fit. `angle` turns it counter-clockwise, in degrees. `stop_first` is
    how far from the near edge (or the left end) it begins, `stop_last` how far from the opposite one it ends; None where it runs
    out. It is repeated `count` times every `spacing`, and at the positions of `more`. `mirrored`: two boards are cut together as
    a pair. `support` says that a board of the same thickness lies beside the work, `leaf` that the depth is the
    thickness of what lies in it, and is set by that. `held` is how it is held, `guide`, `bit_id`
    and `router_id` are pinned; None leaves the choice to Ranura. `clamps` are where the person put them; empty leaves that to
    Ranura too.
    """

    width: Length | None = None
    mate: Mate | None = None
    depth: Length
    position: Length
    end: End = "left"
    goes: Goes = "across"
    shape: ChannelShape = "square"
    angle: float = 0.0
    stop_first: Length | None = None
    stop_last: Length | None = None
    spacing: Length | None = None
    count: int = 1
    more: tuple[Length, ...] = ()
    mirrored: bool = False
    guide: ChannelGuide | None = None
    clamps: tuple[ClampAt, ...] = ()
    support: bool = False
    leaf: bool = False
    held: Held | None = None
    bit_id: str | None = None
    router_id: str | None = None
    kind: Literal["dado"] = "dado"
