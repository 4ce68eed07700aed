"""R17: what a house of learners leaves to others: freehand ways, undercuts by hand, work lowered onto a turning bit."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.proof import level_words
from ranura.core.proof.cutter import is_undercut
from ranura.core.proof.findings import Found
from ranura.core.proof.steps import THIN, Circumstances, Step


def level(step: Step, around: Circumstances) -> Iterator[Found]:
    """What learners do not do; a climb is looked at with the sides of every move."""
    move = step.move
    if around.rules.level != "learner" or step.swept is None or not move.path:
        return
    spot, depth = step.on_board(move.path[-1]), move.to_depth or 0.0
    if not step.by_hand:
        if move.kind == "plunge" and step.below > THIN:
            yield step.found(2, level_words.LEARNERS_DO_NOT_LOWER, spot, depth)
        return
    if any(guide.kind == "freehand" for guide in step.setting.guides):
        yield step.found(5, level_words.LEARNERS_ARE_GUIDED, spot, depth)
    if is_undercut(step.setting.bit):
        yield step.found(12, level_words.LEARNERS_UNDERCUT_ON_TABLE, spot, depth)
