"""Below which chips cuts burnt by the log of a shop, where its plans follow that (R20)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Final

from ranura.core.board.materials import MaterialClass
from ranura.core.shop import refusals
from ranura.core.text.errors import RuleError

MOST_CHIP: Final = 0.15
"""mm: a chip that thick tears out, and none that burns is thicker (R4)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class BurnsBelow:
    """Cuts with bits of a kind in woods of a class burnt where each tooth took less than so many mm. Raises `RuleError`."""

    material_class: MaterialClass
    kind: str
    """The profile of the bit, in words."""
    chip_mm: float

    def __post_init__(self) -> None:
        if not 0 < self.chip_mm <= MOST_CHIP:
            raise RuleError(refusals.NO_BURN_LIMIT, field="burn_limits", most=MOST_CHIP)


def with_limit(
    kept: Iterable[BurnsBelow], *, material_class: MaterialClass, kind: str, chip_mm: float | None
) -> tuple[BurnsBelow, ...]:
    """The limits of a shop with another one for a class of wood and a kind of bit; without one where that is None."""
    others = tuple(each for each in kept if (each.material_class, each.kind) != (material_class, kind))
    return others if chip_mm is None else (*others, BurnsBelow(material_class=material_class, kind=kind, chip_mm=chip_mm))
