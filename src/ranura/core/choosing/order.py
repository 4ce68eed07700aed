"""What is put in order when tools are chosen (R15): a bit in a router, and the order of such pairs."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from ranura.core.cutting.speed import Speed, speed_of
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.text.cautions import Reason

Pair = tuple[str, str]
"""A bit's id and a router's."""


@dataclass(frozen=True, slots=True)
class Candidate:
    """A bit in a router on a base, with what speaks against it; nothing does when `reasons` is empty.

    `compliance` is how far its tip gives way for a newton, in mm; infinite where it cannot be held.
    """

    bit: Bit
    router: Router
    base: Base
    compliance: float
    reasons: tuple[Reason, ...] = ()
    slowed_to: float | None = None
    """The rpm that it turns at most, where it is slowed so that it does not burn (R4)."""
    for_rpm: float | None = None
    """What it turned at before it was slowed: its feed stays that of this speed."""

    @property
    def pair(self) -> Pair:
        """Its ids."""
        return (self.bit.id, self.router.id)

    def speed(self, rules: HouseRules) -> Speed:
        """How fast it turns under a house's rules, with what the other schools say (R2)."""
        return speed_of(self.bit, self.router, rules, slowed_to=self.slowed_to, compare=True)

    @property
    def sleeved(self) -> bool:
        """Whether a reducing sleeve holds it."""
        return not self.router.has_collet(self.bit.shank) and self.router.sleeve_for(self.bit.shank) is not None


class Ranking(ABC):
    """The order of candidates for a cut. A dull bit comes after every sharp one: it wants sharpening before anything else."""

    @abstractmethod
    def promise(self, bit: Bit) -> tuple[float, ...]:
        """The best that the beginning of `key` can be for any pair with this bit."""

    @abstractmethod
    def key(self, each: Candidate) -> tuple[Any, ...]:
        """What candidates are sorted by; the smallest is the best."""

    def order(self, found: Iterable[Candidate]) -> list[Candidate]:
        """The candidates, best first."""
        return sorted(found, key=self.key)
