"""Routers: motor, dial, collets and bases. A base is known by its outline and by the sides that can run along a fence."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core import numbers

RouterClass = Literal["trim", "mid-size", "large"]
BaseKind = Literal["fixed", "plunge", "table"]
Mounting = Literal["hand", "table"]


@dataclass(frozen=True, kw_only=True, slots=True)
class DialPosition:
    """One position of a speed dial: a number or a letter, and the speed it gives."""

    setting: float | str
    rpm: float


@dataclass(frozen=True, kw_only=True, slots=True)
class GuidedSide:
    """A side of a base that runs along a guide: its distance from the bit's axis in mm, and whether that was measured."""

    name: str
    distance: float
    measured: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Base:
    """A base. `across` is its width or diameter in mm, `opening` that of its hole (None: not known).

    `handle_reach` is how far the handles stand out from the axis, to the side. The first of `sides` is the marked one.
    """

    kind: BaseKind
    round: bool
    across: float
    sides: tuple[GuidedSide, ...]
    opening: float | None = None
    handle_reach: float | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Router:
    """A router. `rated_input_w` is what its plate says; `dial` runs from slow to fast and may be empty (not known)."""

    id: str
    name: str
    router_class: RouterClass
    rated_input_w: float
    min_rpm: float
    max_rpm: float
    dial: tuple[DialPosition, ...]
    stepped: bool
    collets: tuple[float, ...]
    bases: tuple[Base, ...]
    speed_hold: bool = True

    def __post_init__(self) -> None:
        if not 0 < self.min_rpm <= self.max_rpm:
            raise ValueError(f"router {self.id} must turn at more than 0 and at most its maximum")

    @property
    def mounting(self) -> Mounting:
        """Hand-held unless all it has is a table."""
        return "table" if all(base.kind == "table" for base in self.bases) else "hand"

    def has_collet(self, shank: float) -> bool:
        """Whether a collet of exactly this nominal shank is there; 12 mm is not 1/2 in."""
        return any(numbers.same(collet, shank) for collet in self.collets)
