"""What rooms below planning want to know of a plan, so that whoever plans is handed to them (`ranura.core.plan.Planning`)."""

from __future__ import annotations

from typing import Protocol

from ranura.core.text.cautions import Caution
from ranura.core.text.figures import Figure


class AnyPlan(Protocol):
    """A plan of a cut of any family."""

    @property
    def status(self) -> str:
        """`ready`, `caution` or `stop`."""

    @property
    def bit_id(self) -> str:
        """The bit it is planned with."""

    @property
    def router_id(self) -> str:
        """The router it is planned with."""

    @property
    def cautions(self) -> tuple[Caution, ...]:
        """What it has to say, worst first."""

    @property
    def figures(self) -> tuple[Figure, ...]:
        """Its figures with their workings."""

    @property
    def way_mm(self) -> float:
        """How far the bit runs in the wood, in all passes, at all places; mm."""
