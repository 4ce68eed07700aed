"""How likely a mate fits, as a plan shows it."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.text.writing import Shown, Text


@dataclass(frozen=True, kw_only=True, slots=True)
class FitView:
    """How likely a mate fits: the chances as shares of one, the expected gap, and what to measure to be surer."""

    gap: Shown
    spread: Shown
    tight: float
    slides: float
    loose: float
    says: Text
