"""What a measurement in a test cut tells of a figure of the shop (R8, R20)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ranura.core.learning.corrections import Correction, MeasureKey
from ranura.core.plan import CutPlan
from ranura.core.running.log import FigureOfShop
from ranura.core.text.errors import CraftError


@dataclass(frozen=True, kw_only=True, slots=True)
class Tells:
    """What a measurement in the test cut tells of a figure of the shop: that is `expected` mm where what was expected is found,
    and `slope` mm more for every mm more that is found."""

    key: MeasureKey
    measure: float
    figure: FigureOfShop
    expected: float
    slope: float

    def means(self, found: float) -> float:
        """What the figure would be by a measurement alone, in mm."""
        return self.expected + self.slope * (found - self.measure)


_STEP = 0.1
"""mm by which a measurement is taken as another one, to see what that does."""


def tells_of(plan: CutPlan, corrected: Callable[[MeasureKey, float], Correction]) -> tuple[Tells, ...]:
    """What the measurements of a plan's test cut tell of the shop; `corrected` is what one of them means."""
    found: list[Tells] = []
    for measure in plan.test_cut.measures if plan.test_cut is not None else ():
        try:
            one, more = (corrected(measure.key, measure.expected + by) for by in (0.0, _STEP))
        except CraftError:
            continue  # nothing is corrected by it here
        if one.id is not None and one.of in ("base", "bit", "spacer"):
            figure = FigureOfShop(of=one.of, id=one.id, base=one.base, side=one.side)
            slope = (more.after - one.after) / _STEP
            found.append(Tells(key=measure.key, measure=measure.expected, figure=figure, expected=one.after, slope=slope))
    return tuple(found)
