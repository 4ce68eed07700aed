"""What the words of a caution are made of. Each room has its own, as constants in a module `words` or `..._words`."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Level = Literal["stop", "caution", "note"]
TypedIn = Literal[
    "base.side",
    "base.front",
    "base.collet_height",
    "dial",
    "bit.overall_length",
    "bit.marked_max_rpm",
    "board",
    "mate",
    "assumed",
]
"""Where what is to be measured is typed in: a field of the router's base or of the bit, the dial, the board, the cut, or the list
of what is assumed of tools."""
Place = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold", "general"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Words:
    """What is said under a code."""

    code: str
    place: Place
    """The place on the slip that it belongs to."""
    level: Level
    """The usual one; a house rule or the bounds of a figure may make it another."""
    message: str
    """What is so, and why, with blanks for the facts."""
    do: str
    """What to do about it."""
    needs: str = ""
    """What would make a pair of tools work that is dropped for this, where one thing would (R15 nearest misses)."""
    typed_in: TypedIn | None = None
    """Where what they ask to be measured or read off is typed in."""
    setup: bool = False
    """Whether only another setting up is wanted, so that the tools themselves would do."""
