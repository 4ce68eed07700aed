"""What the words of a caution are made of."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

Level = Literal["stop", "caution", "note"]
Place = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold", "general"]

GENERAL = "general"


@dataclass(frozen=True, kw_only=True, slots=True)
class Words:
    """The usual level of a code, the place on the slip it belongs to, what is so and why, and what to do."""

    place: Place
    level: Level
    message: str
    do: str


Table = Mapping[str, Words]
