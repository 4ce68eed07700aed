"""R21.8: the work is held wherever it is cut, and so is whatever a cut sets free."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.pieces import Part, goes_through, parts
from ranura.core.proof.shapes import narrowest, shape_of
from ranura.core.proof.steps import Step
from ranura.core.proof.wood import Swept, Wood

_CHIP_VOLUME, _CHIP_THIN = 1_000.0, 2.0
"""mm³ and mm: what is smaller, or thinner, is a chip."""
_HOLDS_LOOSE = frozenset({"tape", "screws", "vacuum"})
"""What also holds a piece that comes free."""


class Held:
    """The check; it remembers what was said to hold the work, and what had come free already."""

    def __init__(self) -> None:
        self._by: set[object] = set()
        self._through: list[Swept] = []
        self._count = 1

    def __call__(self, step: Step) -> Iterator[Found]:
        """What is cut and not held."""
        self._by |= {change.to for change in step.move.changes if change.what == "held"}
        if step.swept is None or not step.sections or not goes_through(step.wood, step.swept):
            return
        after = Wood(step.wood.bodies, list(step.wood.taken))
        after.take(step.swept)
        found = parts(after)
        if len(found) <= self._count:
            return
        self._count = len(found)
        if self._by & _HOLDS_LOOSE:
            return
        for part in found:
            if not is_chip(part) and not _is_held(part, after, first=part is found[0]):
                spot = part.seen.representative_point()
                yield step.found(8, words.LOOSE_PIECE, (spot.x, spot.y), step.move.to_depth or 0.0, volume=part.volume / 1_000)
                return


def is_chip(part: Part) -> bool:
    """Whether a piece is too small to be thrown."""
    return part.volume < _CHIP_VOLUME or min(part.height, narrowest(part.seen)) < _CHIP_THIN


def _is_held(part: Part, wood: Wood, *, first: bool) -> bool:
    """Whether a clamp stands on a piece; what holds the work otherwise holds the largest piece."""
    clamps = [body for body in wood.bodies if body.role == "clamp"]
    return first if not clamps else any(shape_of(clamp).intersection(part.seen).area > 1.0 for clamp in clamps) or first
