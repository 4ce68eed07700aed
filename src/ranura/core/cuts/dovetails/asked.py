"""What is asked of half-blind dovetails by a comb."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.stood import End
from ranura.core.text.lengths import Length

Makes = Literal["sockets", "tails"]


@dataclass(frozen=True, kw_only=True, slots=True)
class DovetailsCut:
    """What is asked of half-blind dovetails. Lengths and choices are the person's; None leaves a choice to Ranura."""

    makes: Makes = "sockets"
    """Sockets in the shown face at an end of a board that lies, or tails on an end of one that stands."""
    end: End = "left"
    """The end that is worked."""
    mate: Length
    """How thick the other board is, which stands or lies before this one under the same comb."""
    depth: Length | None = None
    """How deep the sockets are and how long the tails; None for the depth at which comb, bushing and bit make them fit."""
    comb: str | None = None
    """The comb that is pinned; None for the one that is made for tails about as thick."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["dovetails"] = "dovetails"
