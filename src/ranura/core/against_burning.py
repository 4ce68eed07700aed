"""The school of burning, as far as it slows the spindle (R4): a pair of tools whose chips would be too thin turns slower, at the
same feed."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from functools import partial

from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting.feed import BURNS_BELOW, MELTS_BELOW, TEARS_ABOVE, of_burning
from ranura.core.family import Planned, Planner
from ranura.core.geometry import closeness
from ranura.core.text.cautions import has_stop


def kept_from_burning(planner: Planner) -> Planner:
    """A planner whose tools turn slower where their chips would burn, in all ways of guiding that it knows."""
    return replace(planner, make=partial(_make, planner), others=partial(_others, planner))


def _others(planner: Planner) -> Iterable[Planner]:
    return (kept_from_burning(each) for each in planner.others())


def _make(planner: Planner, chosen: Candidate) -> Planned:
    """What a pair makes of a cut; slowed where that keeps it from burning and stops nothing."""
    made = planner.make(chosen)
    share = slowing(made.setting)
    if share is None:
        return made
    slowed = planner.make(replace(chosen, slowed_to=share * made.setting.turning_rpm, for_rpm=made.setting.turning_rpm))
    helps = closeness.under(slowed.setting.turning_rpm, made.setting.turning_rpm)
    return slowed if helps and (has_stop(made.setting.cautions) or not has_stop(slowed.setting.cautions)) else made


def slowing(setting: ToolSetting) -> float | None:
    """To what of its speed a spindle is slowed so that no chip is too thin; None where none is, where the wood hardly burns, and
    where the thickest chip would tear out then.

    Rule: R4 the school of burning, plastics
    Formula: n' = n · min h / 0.02, in plastics min h / 0.05, where max h stays under 0.15 mm; never below the router's minimum
    Source: at the same feed a slower bit takes a thicker chip"""
    chips, melts = setting.chips, setting.material.material_class == "plastic"
    if not chips or (setting.material.burn == 1 and not melts):
        return None
    limit = setting.rules.burnt_below(setting.material.material_class, setting.bit.kind.name)
    least = MELTS_BELOW if melts else BURNS_BELOW
    share = min(of_burning(tooth=tooth, chip=chip, burnt_below=limit, least=least) for tooth, chip in chips)
    tears = closeness.over(max(chip for _, chip in chips), TEARS_ABOVE * share)
    return share if closeness.under(share, 1) and not tears else None
