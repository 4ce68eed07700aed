"""R21.8 under vacuum: the cups must hold what is left of the work against the strongest bite of the bit."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.geometry import closeness
from ranura.core.holding.vacuum import RIM, held_by, wanted_for
from ranura.core.proof.checks.engagement import worst_bite
from ranura.core.proof.checks.held import is_chip
from ranura.core.proof.findings import Found
from ranura.core.proof.pieces import parts
from ranura.core.proof.steps import Circumstances, Step
from ranura.core.proof.wood import Wood
from ranura.core.text import hold_words as words


class Vacuum:
    """The check; it remembers the step at which the bit pulls hardest, and its force in N."""

    def __init__(self, around: Circumstances) -> None:
        self._around = around
        self._hardest: tuple[float, Step] | None = None

    def __call__(self, step: Step) -> Iterator[Found]:
        """Nothing yet: what is left of the work is known at the end."""
        if step.setting.hold == "vacuum" and (bite := worst_bite(step, self._around)) is not None:
            force = bite.bend.peak_force_n
            if self._hardest is None or force > self._hardest[0]:
                self._hardest = (force, step)
        return iter(())

    def after(self, wood: Wood) -> Iterator[Found]:
        """The smallest piece that is left, and the area that it offers."""
        if self._hardest is None:
            return
        force, step = self._hardest
        left = [part for part in parts(wood) if not is_chip(part)]
        smallest = min(left, key=lambda part: part.volume, default=None)
        if smallest is None:
            return
        spot = smallest.seen.representative_point()
        area, wanted = smallest.seen.buffer(-RIM).area, wanted_for(force)
        said = words.VACUUM_HOLDS if not closeness.under(area, wanted) else words.VACUUM_IS_SMALL
        if closeness.under(held_by(area), force):
            said = words.VACUUM_TOO_SMALL
        depth = step.move.to_depth or 0.0
        yield step.found(8, said, (spot.x, spot.y), depth, area=area / _SQUARE_CM, wanted=wanted / _SQUARE_CM, force=force)


_SQUARE_CM = 100.0
