"""R21.10: over a table two hands stay 75 mm from the bit, and nothing short is lowered onto it without a jig (R15)."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.geometry import closeness
from ranura.core.geometry.rings import extent
from ranura.core.holding.hands import LONG_ENOUGH, two_hands_fit
from ranura.core.proof.checks.table import STANDS
from ranura.core.proof.findings import Found
from ranura.core.proof.steps import Step
from ranura.core.text import table_words

_KEPT_AWAY = frozenset({"carrier", "sled"})


class Hands:
    """The check; a setting is looked at once."""

    def __init__(self) -> None:
        self._seen: set[int] = set()

    def __call__(self, step: Step) -> Iterator[Found]:
        """Where hands would come too near."""
        if step.by_hand or step.setting.hands in _KEPT_AWAY or step.swept is None:
            return
        size = _size(step)
        spot = step.swept.path[0]
        if step.move.kind == "plunge" and step.plunged and closeness.under(max(size), LONG_ENOUGH):
            yield step.found(10, table_words.LOWERED_WITHOUT_JIG, spot, 0.0, length=max(size))
        if step.move.setting not in self._seen and any(section.area for section in step.sections):
            self._seen.add(step.move.setting)
            if not two_hands_fit(size):
                yield step.found(10, table_words.HANDS_TOO_NEAR, spot, 0.0, length=max(size), width=min(size))


def _size(step: Step) -> tuple[float, float]:
    """Length and width of the smallest piece that is fed, lying or standing."""
    sizes = []
    for work in step.wood.works:
        if not work.id.startswith("overhang"):
            x0, y0, x1, y1 = extent(work.ring)
            long, wide = x1 - x0, y1 - y0
            stands = closeness.over(work.z1 - work.z0, STANDS * min(long, wide))
            sizes.append((max(long, wide), work.z1 - work.z0) if stands else (long, wide))
    return min(sizes, key=lambda size: size[0] * size[1])
