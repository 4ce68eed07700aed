"""The piece of wood that is cut: a board lying with its length along x, its left end at 0 and its near edge at 0."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.lengths import Length


@dataclass(frozen=True, kw_only=True, slots=True)
class Piece:
    """A board as typed; the grain runs along its length. `thickness_measured` is False while it is only the trade's name."""

    name: str
    material: str
    length: Length
    width: Length
    thickness: Length
    thickness_measured: bool = True
    count: int = 1
