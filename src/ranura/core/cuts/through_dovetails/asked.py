"""What is asked of through dovetails by a pair of combs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from ranura.core.board.stood import End
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

Makes = Literal["tails", "pins"]
PROUD: Final = 0.3
"""mm that tails and pins stand out beyond their mate (R14)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ThroughDovetailsCut:
    """What is asked of through dovetails. Lengths and choices are the person's; None leaves a choice to Ranura."""

    makes: Makes = "tails"
    end: End = "left"
    """The end that is worked."""
    mate: Length
    """How thick the other board is."""
    depth: Length | None = None
    """How deep it is cut; None for as deep as the mate is thick, and a little more."""
    outside: Literal["shown", "back"] = "back"
    """Which of its faces is outside when the corner is put together: there pins are narrowest."""
    play: float = bounded(0.0, least=-1.0, most=1.1)
    """mm that a pin is narrower than the place it goes into."""
    combs: str | None = None
    """The pair that is pinned; None for the only one, or the one whose bit cuts deep enough."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["through-dovetails"] = "through-dovetails"
