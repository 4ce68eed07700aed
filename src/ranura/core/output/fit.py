"""How likely a mate fits, as a plan shows it."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.learning.forecast import ErrorOf, Forecast
from ranura.core.text.figures import show
from ranura.core.text.writing import Shown, Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class FitView:
    """How likely a mate fits: the chances as shares of one, the expected gap, and what to measure to be surer."""

    gap: Shown
    spread: Shown
    tight: float
    slides: float
    loose: float
    says: Text


_MEASURE: dict[ErrorOf, str] = {
    "bit": "Measure a test cut of this bit",
    "spacer": "Measure the spacer with a caliper",
    "mate": "Measure the part with a caliper, in several places",
    "setting": "Set the guide with a block",
    "base": "Measure the base with a test cut",
    "ring": "Measure ring and bushing with a caliper",
    "depth": "Cut the depth in scrap and measure what stays",
}


def fit_view(found: Forecast | None) -> FitView | None:
    """The forecast in words."""
    if found is None:
        return None
    sure = closeness.under(found.spread, 1e-3)
    says = write(
        "{do}: its error counts most; without it the spread falls from {s:n2} to {w:n2} mm",
        do=_MEASURE[found.most],
        s=found.spread,
        w=found.without,
    )
    return FitView(
        gap=show(found.gap, "mm", setting=False),
        spread=show(found.spread, "mm", setting=False),
        tight=found.tight,
        slides=found.slides,
        loose=found.loose,
        says=write("As good as certain") if sure else says,
    )
