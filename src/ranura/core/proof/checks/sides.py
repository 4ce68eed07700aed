"""R21.3: on which side of its way the bit finds fresh wood: the left, or both in a slot; the right alone is a climb."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.geometry import closeness
from ranura.core.proof import words
from ranura.core.proof.cutter import widest
from ranura.core.proof.findings import Found
from ranura.core.proof.sections import Section
from ranura.core.proof.steps import Circumstances, Step
from ranura.core.text import table_words

_CLIMB_WIDE, _CLIMB_AREA, _CLIMB_BIT = 1.0, 6.0, 32.0
"""mm sideways, mm² of section, and mm of the bit's width at most in a climb (R7)."""
_SLED_BACK = 1.5
"""mm deep at most on the way back of a sled that is held on both sides (R7)."""


def sides(step: Step, around: Circumstances) -> Iterator[Found]:
    """Where a run finds its fresh wood on the wrong side: of all such places that where it takes most."""
    move = step.move
    if move.kind not in ("enter", "cut", "leave") or (move.kind != "cut" and len(move.path) > 2):
        return
    wrong = [section for section in step.sections if not section.passing and section.sides == (False, True)]
    if wrong and _at_slanting_edges(step):
        return
    for section in sorted(wrong, key=lambda each: -each.area):
        found = _climb(step, section, around)
        if found is not None:
            yield found
            return


def _at_slanting_edges(step: Step) -> bool:
    """Whether a slot only goes in or out at an angle, at an edge of board or earlier cut, so that one flank meets wood a
    moment before the other."""
    near = 2 * widest(step.setting.bit)
    if step.move.kind == "cut" and not any(section.sides == (True, True) for section in step.sections):
        return False
    so_far = 0.0
    for section in step.sections:
        so_far = so_far + section.long if section.sides == (False, True) else 0.0
        if so_far > near:
            return False
    return True


def _climb(step: Step, section: Section, around: Circumstances) -> Found | None:
    """What is said of fresh wood on the right alone; None where R7 allows it."""
    kinds = {guide.kind for guide in step.setting.guides}
    depth = step.move.to_depth or 0.0
    if not step.by_hand:
        return step.found(3, table_words.TRAPPED if "fence" in kinds else words.CLIMBS, section.at, depth)
    if "rails" in kinds and not closeness.over(section.height, _SLED_BACK):
        return step.found(3, words.SLED_CUTS_BACK, section.at, depth)
    light = section.widest <= _CLIMB_WIDE + 0.02 and section.area <= _CLIMB_AREA + 0.05
    small = not closeness.over(2 * widest(step.setting.bit), _CLIMB_BIT)
    if around.rules.climbs != "never" and light and small and "freehand" not in kinds:
        return None
    return step.found(3, words.CLIMBS, section.at, depth)
