"""What a measurement corrects (R8, R19): kept in the shop, so that every plan follows."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final, Literal

from ranura.core.shop.tooling.routers import BaseKind, Router
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError
from ranura.core.text.writing import Shown, Text

MeasureKey = Literal["setback", "slot", "width", "depth", "thickness"]

MOST_OFF: Final = 3.0
"""mm: what a measurement may differ from what was expected before it is taken for a slip of the hand, and teaches nothing."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Measure:
    """Something to measure in the test cut: what it is, and what the plan expects, in mm."""

    key: MeasureKey
    says: Text
    expected: float
    shown: Shown


@dataclass(frozen=True, kw_only=True, slots=True)
class TestCut:
    """How the test cut is made, and what to measure in it."""

    __test__ = False  # no test of pytest's

    lines: tuple[Text, ...]
    measures: tuple[Measure, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Correction:
    """What a measurement means."""

    key: MeasureKey
    of: Literal["base", "bit", "spacer", "guide", "depth"]
    """What it corrects: a router's base, a bit, a strip that serves as a spacer, or only this setting (the guide, a spacer that
    is made for it), which nothing in the shop keeps."""
    id: str | None
    """Whose it is."""
    base: BaseKind | None
    """Of a router, which base."""
    side: str | None
    """Of a base, which side."""
    before: float
    """In mm."""
    after: float
    """In mm."""
    says: Text


def with_base_distance(router: Router, *, base: BaseKind, side: str, distance: float) -> Router:
    """The router with one side of one base as it was measured, in mm from the bit's axis; its other bases stay as they are. Of
    several bases of a kind it is the first, which is the one that plans take.

    Raises `CutError` on "side" where that base has no such side."""
    place = next((place for place, one in enumerate(router.bases) if one.kind == base), None)
    if place is None or all(each.name != side for each in router.bases[place].sides):
        raise CutError(common_refusals.NOTHING_TO_MEASURE, field="side")
    measured = router.bases[place]
    sides = tuple(replace(each, distance=distance, measured=True) if each.name == side else each for each in measured.sides)
    bases = (*router.bases[:place], replace(measured, sides=sides), *router.bases[place + 1 :])
    return replace(router, bases=bases)
