"""Router bits with a flat end and square walls: straight bits and spirals. Other profiles join with their cuts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Profile = Literal["straight", "up-cut", "down-cut"]
State = Literal["sharp", "worn", "dull"]

NOMINAL_SHANKS: dict[float, str] = {
    3.175: "1/8 in",
    6.0: "6 mm",
    6.35: "1/4 in",
    8.0: "8 mm",
    9.525: "3/8 in",
    12.0: "12 mm",
    12.7: "1/2 in",
}
"""The shanks and collets of the trade, by diameter in mm."""


def shank_name(diameter: float) -> str:
    """What the trade calls a shank or collet of this diameter in mm.

    >>> shank_name(12.7), shank_name(12)
    ('1/2 in', '12 mm')"""
    return NOMINAL_SHANKS.get(round(diameter, 3)) or f"{diameter:g} mm"


@dataclass(frozen=True, kw_only=True, slots=True)
class Bit:
    """A bit: largest cutting diameter, shank and cutting length in mm, number of flutes, the maximum marked on it in rpm.

    `marked_max_rpm` None means that it is not known. Raises ValueError when a size is not positive.
    """

    id: str
    name: str
    profile: Profile
    diameter: float
    shank: float
    cutting_length: float
    flutes: int
    marked_max_rpm: float | None = None
    state: State = "sharp"

    def __post_init__(self) -> None:
        for name in ("diameter", "shank", "cutting_length", "flutes"):
            if getattr(self, name) <= 0:
                raise ValueError(f"{name} of bit {self.id} must be more than 0")
        if self.marked_max_rpm is not None and self.marked_max_rpm <= 0:
            raise ValueError(f"marked_max_rpm of bit {self.id} must be more than 0")
