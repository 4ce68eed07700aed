"""The figures of a plan with their workings: formula, numbers, what set the value, what the other schools say."""

from __future__ import annotations

from ranura.core.setting import Setting
from ranura.core.working import Figure
from ranura.core.workings.guide import clear_figure, guide_figures
from ranura.core.workings.passes import pass_figures
from ranura.core.workings.speed import speed_figures
from ranura.core.workings.tool import tool_figures


def figures(setting: Setting) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    grip = setting.grip
    worst = setting.stepping.most_bent if setting.stepping else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    found += guide_figures(setting)
    if setting.stepping is not None:
        found += pass_figures(setting, setting.stepping)
    if setting.by_hand and setting.holding.clear is not None:
        found.append(clear_figure(setting))
    return tuple(found)
