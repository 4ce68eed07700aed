"""A stage: one setting that is run along all edges of all parts before it is changed (R3, R12)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.cutting.feed import FeedLimit
from ranura.core.cutting.power import Power
from ranura.core.cutting.stiffness import Stiffness
from ranura.core.text.cautions import Caution


@dataclass(frozen=True, kw_only=True, slots=True)
class Trip:
    """One setting of the bit: its tip `height` beyond the face, its axis `offset` out of the edge (into the air), in mm."""

    height: float
    offset: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Bite:
    """What one trip takes that no trip before took: mm² of the section, how wide and how deep it engages at most, in mm, and its
    outlines."""

    trip: Trip
    area: float
    width: float
    depth: float
    outlines: tuple[Outline, ...] = ()

    @property
    def mean_width(self) -> float:
        """The width that a straight cut of this depth and area would have: with `depth` it gives a_p·a_e for R5, in mm."""
        return self.area / self.depth if self.depth > 0 else 0.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Stage:
    """One setting, run along all edges of all parts before it is changed."""

    number: int
    trip: Trip
    climb: bool
    """A light pass the other way round (R7)."""
    bites: tuple[Bite, ...]
    """What it takes of each face."""
    feed_m_min: float
    wanted_m_min: float
    chip_mm: float
    """Of the feed."""
    chip_thickness_mm: float
    limited_by: FeedLimit | Literal["power"]
    power: Power
    bend: Stiffness
    seconds: float
    """For one face of one part."""
    cautions: tuple[Caution, ...]

    @property
    def area(self) -> float:
        """The most it takes of a face, in mm²."""
        return max(bite.area for bite in self.bites)

    @property
    def width(self) -> float:
        """The widest engagement, in mm."""
        return max(bite.width for bite in self.bites)


Point = tuple[float, float]

Outline = tuple[Point, ...]
