"""What a stage of an edge cut may take (R3, R5, R6): by the school, by its area, by power and by stiffness; and what is said
where no number of stages is enough."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.materials import MaterialClass
from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.guides import GuidedTrip
from ranura.core.cuts.edge.on_board import EdgesOnBoard
from ranura.core.cuts.edge.trips import Done, Stock
from ranura.core.cutting.feed import ceiling
from ranura.core.cutting.stage import Stage
from ranura.core.cutting.step_limits import school_step
from ranura.core.cutting.turning import Turning
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import strength_words
from ranura.core.text.cautions import Reason

Bound = Literal["whole", "asked", "school", "area", "power", "stiffness", "cutter", "eased"]


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeWork:
    """An edge cut with the tools that make it: what `plan_stages` works on. `before` was cut at this edge already; `clamped` says
    that clamps hold the board, without which nothing is climbed (R7)."""

    turning: Turning
    edging: EdgesOnBoard
    guided: GuidedTrip
    before: tuple[Done, ...] = ()
    clamped: bool = False

    @property
    def stock(self) -> Stock:
        """The board seen along its edge; wide enough for any cut."""
        reach = seen_to(self.edging, self.turning.bit)
        if self.edging.shape == "flush":
            return Stock(
                thickness=self.edging.thickness, width=reach, overhang=self.edging.size, overhang_depth=self.edging.depth
            )
        return Stock(thickness=self.edging.thickness, width=reach)


def seen_to(asked: EdgesOnBoard, bit: Bit) -> float:
    """mm from the edge to which the board is looked at: further than the cut reaches, and the bit beside it."""
    return max(4 * bit.diameter, 60.0, asked.size + 2 * bit.diameter)


def fastest_along(asked: EdgesOnBoard, bit: Bit, rules: HouseRules) -> float:
    """The fastest feed along an edge, in m/min (R4)."""
    return ceiling(edge=True, bit_diameter=bit.diameter, small=is_small(asked.part), fastest=rules.feed_max_m_min)


def school_of(work: EdgeWork) -> float:
    """The depth of cut the school allows this bit in this wood, in mm (R3)."""
    turning = work.turning
    step = school_step(turning.bit, turning.rules)
    return step * turning.rules.dense_factor if turning.material.material_class == "dense-hardwood" else step


def most_area(work: EdgeWork) -> float:
    """The most that a stage of a profile or a rabbet takes of the section, in mm².

    Rule: R3 profiles and rabbets
    Formula: by hand softwood 45, plywood and MDF 40, hardwood 30, dense hardwood 22 mm²; on a table 1.5 times as much
    Source: what a hand holds steady; a bearing's width says nothing of it"""
    turning, rules = work.turning, work.turning.rules
    by_class: dict[MaterialClass, float] = {
        "softwood": rules.stage_softwood,
        "hardwood": rules.stage_hardwood,
        "dense-hardwood": rules.stage_dense,
        "plywood": rules.stage_plywood,
        "veneered-board": rules.stage_plywood,
        "mdf": rules.stage_plywood,
        "plastic": rules.stage_hardwood,
    }
    most = by_class[turning.material.material_class]
    return most * rules.stage_on_table if turning.router.mounting == "table" else most


def failing(work: EdgeWork, made: Sequence[Stage], *, depths_matter: bool = True) -> Bound | None:
    """What keeps these stages from being enough; None when they are. A stage that had to be slowed is too hard as yet."""
    rules, step = work.turning.rules, school_of(work)
    for stage in made:
        deep = max(bite.depth for bite in stage.bites)
        if depths_matter and closeness.over(deep, step) and not closeness.under(stage.area, rules.small_profile):
            return "school"
        if depths_matter and closeness.over(stage.area, most_area(work)):
            return "area"
        if closeness.over(stage.power.power_w, work.turning.usable_w) or (depths_matter and stage.limited_by == "power"):
            return "power"
        if stage.bend.verdict == "reduce":
            return "stiffness"
    return None


def reason_for(work: EdgeWork, made: Sequence[Stage], failed: Bound) -> Reason | None:
    """Why a profile cannot be made by these stages, as a stop; that a stage is slowed to keep the power is none."""
    worst = max(made, key=lambda stage: stage.power.power_w)
    if failed == "power":
        if worst.power.verdict != "over":
            return None
        return Reason(strength_words.POWER_OVER, {"power": worst.power.power_w, "available": worst.power.available_w or 0.0})
    bent = max(made, key=lambda stage: stage.bend.deflection_mm).bend
    if failed == "stiffness":
        if closeness.over(bent.stress_mpa, bent.stress_limit_mpa):
            return Reason(strength_words.BIT_OVERLOADED, {"stress": bent.stress_mpa, "limit": bent.stress_limit_mpa})
        return Reason(strength_words.BENDS_TOO_FAR, {"bent": bent.deflection_mm, "limit": work.turning.rules.bend_limit})
    return Reason(words.TOO_MANY_STAGES, {"count": len(made)})
