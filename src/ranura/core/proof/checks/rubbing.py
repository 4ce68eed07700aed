"""R21.7: what turns and does not cut, the shank and the bearings, stays clear of wood, but for a bearing on the edge it rides."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.rays import Ray
from ranura.core.proof.sections import Section
from ranura.core.proof.steps import Step
from ranura.core.proof.wood import Swept
from ranura.core.text.words import Words

_PRESSED = 0.06
"""mm by which a bearing may press into the edge that it rides on."""
_LEVELS = 3


def rubbing(step: Step) -> Iterator[Found]:
    """Where shank or bearing would run into wood."""
    if step.swept is None:
        return
    for section in step.sections:
        words_for = _rubs(step, step.swept, section)
        if words_for is not None:
            yield step.found(7, words_for, section.at, step.move.to_depth or 0.0)
            return


def _rubs(step: Step, swept: Swept, section: Section) -> Words | None:
    bit = step.setting.bit
    top = swept.profile.top
    works = step.wood.works
    face = max(each.z1 for each in works) if swept.out > 0 else min(each.z0 for each in works)
    room = (face - swept.tip) * swept.out - top
    taken = (*step.near, swept)
    if room > 0.01 and _meets(step, swept, section, taken, top, top + room, bit.shank_r):
        return words.SHANK_RUBS
    for collar in bit.bearings:
        if _meets(step, swept, section, taken, collar.z0, collar.z1, collar.r):
            return words.BEARING_IN_WOOD
    return None


def _meets(step: Step, swept: Swept, section: Section, taken: tuple[Swept, ...], low: float, high: float, r: float) -> bool:
    """Whether wood stands within a radius of the axis, between two heights above the tip, once the bit has been there."""
    ray = Ray(step.wood, section.at, (-section.way[1], section.way[0]), r, taken)
    heights = [low + (high - low) * (i + 0.5) / _LEVELS for i in range(_LEVELS)]
    return any(ray.intervals(swept.tip + swept.out * h, -r + _PRESSED, r - _PRESSED) for h in heights)
