"""House rules as data: which school a shop follows, and its limits, never beyond the floor of R17.

Every number carries its bounds, its unit, what it is called, and one sentence on what changing it does: the screen, the
checks and the documents read them from here.
"""

from __future__ import annotations

from dataclasses import dataclass, field, fields
from functools import lru_cache
from typing import Any, Literal

from ranura.core.board.materials import MaterialClass
from ranura.core.shop import refusals
from ranura.core.shop.burn_limits import BurnsBelow
from ranura.core.shop.schools import (
    SCHOOLS,
    Burning,
    Climb,
    Corners,
    DadoWord,
    DepthRule,
    Inches,
    Level,
    SpeedRule,
    SpiralSchool,
    TurretSchool,
    school_values,
)
from ranura.core.text.errors import RuleError

RuleUnit = Literal["mm", "mm²", "m/s", "m/min", "MPa", "×", "share", "min", "°", "uses"]
RuleGroup = Literal["speed", "depth", "feed", "size", "stiffness", "guide", "template", "joint", "choosing"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Bound:
    """What a number of the house rules is called, how far it may go (R17), and what changing it does."""

    field: str
    group: RuleGroup
    name: str
    unit: RuleUnit
    standard: float
    low: float
    high: float
    says: str
    rule: str
    waits: str


def _rule(
    standard: float,
    low: float,
    high: float,
    unit: RuleUnit,
    group: RuleGroup,
    rule: str,
    name: str,
    says: str,
    *,
    waits: str = "",
) -> Any:
    """A number of the rules; `waits` names the work it will matter for, where no plan or sum uses it yet."""
    metadata = {"low": low, "high": high, "unit": unit, "group": group, "rule": rule, "name": name, "says": says, "waits": waits}
    return field(default=standard, metadata=metadata)


@dataclass(frozen=True, kw_only=True, slots=True)
class HouseRules:
    """What this shop holds to. Raises `RuleError` naming the field that lies beyond the floor."""

    speed_rule: SpeedRule = "rim-speed"
    depth_rule: DepthRule = "half-diameter"
    climb: Climb = "never"
    spiral: SpiralSchool = "by-material"
    burning: Burning = "faster-feed"
    corners: Corners = "chisel"
    turret: TurretSchool = "from-floor"
    inches: Inches = "1/64"
    level: Level = "practised"
    dado_word: DadoWord = "dado"
    burn_limits: tuple[BurnsBelow, ...] = ()
    """What the log of the shop showed, where plans are to follow that (R20)."""

    # fmt: off
    rim_speed_limit_m_s: float = _rule(48, 10, 60, "m/s", "speed", "R2.1", "Rim speed at most",
        "Lower it and every wide bit turns slower.")
    speed_share: float = _rule(1, 0.6, 1, "×", "speed", "R2", "A bit turns at this much of its speed",
        "Lower it and every bit turns slower than its school and caps ask for.")
    dial_step: float = _rule(0.1, 0.05, 1, "×", "speed", "R2.9", "A dial is read to",
        "Of one of its numbers; what lies between is rounded to the slow side.")
    hand_limit: float = _rule(63.5, 20, 63.5, "mm", "size", "R2.7", "Largest bit by hand",
        "A wider bit is for the table only.")
    hand_caution: float = _rule(38, 10, 38, "mm", "size", "R2.7", "A large bit by hand from",
        "From this width a hand-held bit carries a caution.")
    trim_limit: float = _rule(32, 10, 32, "mm", "size", "R2.8", "Largest bit in a trim router",
        "A wider bit is dropped for the trim class.")
    mid_hand_limit: float = _rule(51, 20, 51, "mm", "size", "R2.8", "Largest in a mid-size router by hand",
        "A wider bit is dropped for the mid-size class held by hand.")
    mid_table_limit: float = _rule(63.5, 20, 63.5, "mm", "size", "R2.8", "Largest in a mid-size router on a table",
        "A wider bit is dropped for the mid-size class under a table.")
    thin_shank_limit: float = _rule(38, 10, 38, "mm", "size", "R2.8", "Largest on a 6 mm or 1/4 in shank",
        "A wider bit needs a thicker shank.")
    middle_shank_limit: float = _rule(51, 10, 51, "mm", "size", "R2.8", "Largest on an 8 mm or 3/8 in shank",
        "A wider bit needs a 12 mm or 1/2 in shank.")
    opening_clearance: float = _rule(3, 3, 20, "mm", "size", "R2.8", "Opening wider than the bit by",
        "Raise it and bases with a tight opening are dropped.")
    pass_cap: float = _rule(6, 0.5, 12, "mm", "depth", "R3", "Fixed cap of a pass",
        "What a pass takes under the school of the fixed cap.")
    mortise_cap: float = _rule(3, 0.5, 6, "mm", "depth", "R3", "Fixed cap in a mortise",
        "What a pass of a mortise takes, whatever the school.")
    rabbet_cap: float = _rule(6, 0.5, 6, "mm", "depth", "R3", "Fixed cap in a rabbet",
        "Some shops take rabbets in 4.5 mm under the fixed cap.")
    finish: float = _rule(0.8, 0, 3, "mm", "depth", "R3", "Finishing pass",
        "What is left for the last, light pass; 0 leaves it out.")
    trim_slot_cap: float = _rule(3, 0.5, 3, "mm", "depth", "R3", "Deepest pass of a trim router in a slot",
        "Lower it and a trim router takes more passes.")
    pass_share: float = _rule(1, 0.3, 1, "×", "depth", "R3", "A pass takes this much of what it would",
        "Lower it and every cut takes more, lighter passes.")
    dense_factor: float = _rule(0.75, 0.1, 1, "×", "depth", "R3", "Step in dense hardwood",
        "The share of the school's step that dense hardwood gets.")
    neck_clearance: float = _rule(0.4, 0.4, 2, "mm", "depth", "R3", "Shank thinner than the cutter by",
        "Only then may a cut go deeper than the cutting length.", waits="bits with a long thin neck")
    compression_extra: float = _rule(1, 1, 4, "mm", "depth", "R3", "First pass beyond the up-cut tip",
        "How far a compression bit's first pass passes its tip part.")
    through_extra: float = _rule(0.5, 0.2, 3, "mm", "depth", "R3", "A through cut goes below the work",
        "How deep a through cut bites the sacrificial board.")
    small_profile: float = _rule(20, 1, 20, "mm²", "depth", "R3", "A stage may be deeper while it takes under",
        "Lower it and wide profiles take more stages.")
    stage_softwood: float = _rule(45, 5, 45, "mm²", "depth", "R3", "A stage by hand in softwood takes at most",
        "Lower it and profiles and rabbets take more stages.")
    stage_plywood: float = _rule(40, 5, 40, "mm²", "depth", "R3", "A stage by hand in plywood and MDF takes at most",
        "Lower it and profiles and rabbets take more stages.")
    stage_hardwood: float = _rule(30, 5, 30, "mm²", "depth", "R3", "A stage by hand in hardwood takes at most",
        "Lower it and profiles and rabbets take more stages.")
    stage_dense: float = _rule(22, 5, 22, "mm²", "depth", "R3", "A stage by hand in dense hardwood takes at most",
        "Lower it and profiles and rabbets take more stages.")
    stage_on_table: float = _rule(1.5, 1, 1.5, "×", "depth", "R3", "A stage on a table takes as many times as much",
        "Lower it and profiles and rabbets on a table take more stages.")
    profile_last: float = _rule(0.5, 0.1, 0.5, "mm", "depth", "R3", "Last stage of a profile at most",
        "Lower it and the last stage leaves a cleaner face.")
    feed_min_m_min: float = _rule(0.8, 0.8, 2, "m/min", "feed", "R4", "Slowest feed by hand",
        "Raise it and slow cuts get a slower spindle.")
    feed_max_m_min: float = _rule(5, 2, 5, "m/min", "feed", "R4", "Fastest feed by hand",
        "Lower it and light cuts take longer.")
    power_share: float = _rule(0.55, 0.2, 0.6, "share", "feed", "R5", "Output for the rated input",
        "Lower it and passes get shallower.")
    power_limit: float = _rule(0.8, 0.2, 0.8, "share", "feed", "R5", "Share of the output a pass may take",
        "Lower it and passes get shallower.")
    least_step: float = _rule(1, 0.5, 3, "mm", "feed", "R5", "Rather slower than a step under",
        "When power is short, steps shrink to this, then the feed slows.")
    bend_caution: float = _rule(0.05, 0.01, 0.05, "mm", "stiffness", "R6", "Bending cautioned from",
        "Lower it and slender bits are cautioned sooner.")
    bend_limit: float = _rule(0.15, 0.05, 0.15, "mm", "stiffness", "R6", "Bending at most",
        "Lower it and slender bits take smaller steps.")
    steel_limit: float = _rule(350, 100, 350, "MPa", "stiffness", "R6", "Strength of steel",
        "Half of it is what a shank is loaded with at most.")
    carbide_limit: float = _rule(800, 200, 800, "MPa", "stiffness", "R6", "Strength of solid carbide",
        "Half of it is what a carbide bit is loaded with at most.")
    usual_datum: float = _rule(10, 10, 40, "mm", "stiffness", "R6", "Collet above the underside, where unknown",
        "How far a bit must stand out before it reaches the wood, until it is measured.")
    fence_overhang: float = _rule(100, 50, 400, "mm", "guide", "R8", "Fence beyond the board",
        "How far the straightedge stands out at either end.")
    fence_width: float = _rule(60, 20, 200, "mm", "guide", "R8", "Fence width",
        "The room on the board that the straightedge needs.")
    downhill: float = _rule(3, 0.5, 3, "°", "guide", "R7", "Fibres lift from a slope of",
        "Lower it and more of a curve is marked as risky.")
    end_grain: float = _rule(80, 45, 80, "°", "guide", "R7", "End grain from a slope of",
        "Lower it and more of a curve is routed as end grain.")
    thin_work: float = _rule(10, 10, 40, "mm", "guide", "R7", "Work that an up-cut lifts, thinner than",
        "Raise it and more boards carry the caution.")
    tab: float = _rule(1.5, 1.5, 6, "mm", "guide", "R8", "Left below a cut-out at least",
        "What holds a loose piece before it is trimmed flush.")
    lane: float = _rule(0.6, 0.1, 0.6, "share", "guide", "R8", "Lane of a field, of the bit's width",
        "Lower it and flattening takes more lanes, with lower ridges.")
    jointing: float = _rule(1, 0.5, 1.5, "mm", "guide", "R8", "Jointing takes in one trip",
        "How far the infeed face stands behind the outfeed one.")
    slot_play: float = _rule(0.1, 0, 0.5, "mm", "template", "R9", "Template slot wider than the bushing by",
        "Less is truer, more runs easier.")
    bore_clearance: float = _rule(0.5, 0.5, 3, "mm", "template", "R9", "Cutter clear of the bushing's bore by",
        "A tighter bushing is refused.")
    waste_outside: float = _rule(3, 0.5, 3, "mm", "template", "R9", "Waste left for the template bit",
        "What the saw leaves outside the line, at most.")
    template_thickness: float = _rule(9, 6, 25, "mm", "template", "R9", "Template at least",
        "Thinner gives a bearing too little to run on.")
    uses_mdf: float = _rule(100, 10, 100, "uses", "template", "R9", "A template of MDF lasts for",
        "Lower it and a template is measured again sooner.")
    uses_plywood: float = _rule(150, 10, 150, "uses", "template", "R9", "A template of plywood lasts for",
        "Lower it and a template is measured again sooner.")
    uses_plastic: float = _rule(5_000, 100, 5_000, "uses", "template", "R9", "A template of hard plastic lasts for",
        "Lower it and a template is measured again sooner.")
    plug_extra: float = _rule(1, 0.2, 5, "mm", "template", "R10", "Inlay plug proud by",
        "What stands out of the recess, to be planed flush.")
    bearing_fit: float = _rule(0.1, 0.01, 0.3, "mm", "guide", "R11", "A bearing fits within",
        "How far a rabbet by bearing may be from the width asked for.")
    bearing_contact: float = _rule(2, 2, 10, "mm", "guide", "R11", "Edge left for the bearing",
        "Less than this and the bearing has nothing to ride on.")
    bearing_overhang: float = _rule(3, 3, 20, "mm", "guide", "R11", "A tip bearing clear of the bench by",
        "How much further the work overhangs or is raised.")
    dovetail_share: float = _rule(0.72, 0.4, 0.9, "share", "joint", "R13", "Dovetail of the stock's thickness",
        "The widest dovetail bit that is taken by itself.")
    clearing_short: float = _rule(0.5, 0.2, 2, "mm", "joint", "R13", "Clearing pass short of the socket by",
        "What the straight bit leaves for the dovetail bit.")
    dovetail_in_hardwood: float = _rule(6, 2, 6, "mm", "joint", "R13", "Dovetail uncleared in hardwood",
        "Deeper needs a clearing bit first.")
    dovetail_in_softwood: float = _rule(8, 2, 8, "mm", "joint", "R13", "Dovetail uncleared in softwood",
        "Deeper needs a clearing bit first.")
    tongue_short: float = _rule(0.3, 0, 1, "mm", "joint", "R13", "Tongue shorter than its socket by",
        "Room for glue below the tongue.")
    dovetail_clearance: float = _rule(0.1, 0, 0.5, "mm", "joint", "R13", "Play of a sliding dovetail",
        "Over both flanks; 0 for a tapered one.")
    fit_tight: float = _rule(0, 0, 0.05, "mm", "joint", "R14", "Tight fit",
        "Clearance of a mate that is to be driven home.")
    fit_sliding: float = _rule(0.1, 0.02, 0.5, "mm", "joint", "R14", "Sliding fit",
        "Clearance of a mate that is to slide.")
    fit_glue: float = _rule(0.15, 0.02, 0.5, "mm", "joint", "R14", "Room for glue",
        "Clearance of a mate that is glued.")
    box_play: float = _rule(0.05, 0, 0.3, "mm", "joint", "R14", "Pins of a box joint narrower by",
        "Two slots less this are the pitch; it adds up over the pins.", waits="box joints")
    spread_bit: float = _rule(0.03, 0.03, 0.3, "mm", "joint", "R19", "A bit's width is known within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_base: float = _rule(0.1, 0.1, 1, "mm", "joint", "R19", "A base's distance is known within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_fence: float = _rule(0.15, 0.15, 1, "mm", "joint", "R19", "A fence is set within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_spacer: float = _rule(0.05, 0.05, 0.5, "mm", "joint", "R19", "A spacer is known within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_depth: float = _rule(0.1, 0.1, 1, "mm", "joint", "R19", "A depth is set within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_mate: float = _rule(0.1, 0.1, 1, "mm", "joint", "R19", "A mate's thickness is known within",
        "Raise it and a forecast of fit is less sure of itself.")
    spread_sheet: float = _rule(0.15, 0.15, 1, "mm", "joint", "R19", "A sheet's thickness is known within",
        "Raise it and a forecast of fit is less sure of itself.")
    setup_minutes: float = _rule(8, 1, 60, "min", "choosing", "R16", "A setup takes",
        "The time of a change of bit, height or fence.", waits="the order of work")
    # fmt: on

    def __post_init__(self) -> None:
        for bound in bounds():
            value: float = getattr(self, bound.field)
            if not bound.low <= value <= bound.high:
                raise RuleError(
                    refusals.BEYOND_FLOOR, field=bound.field, name=bound.name, low=bound.low, high=bound.high, unit=bound.unit
                )
        for group, known in school_values().items():
            if getattr(self, group) not in known:
                raise RuleError(
                    refusals.UNKNOWN_SCHOOL, field=group, value=getattr(self, group), name=group, choices=", ".join(known)
                )

    @property
    def climbs(self) -> Climb:
        """How a climb cut may be used.

        Rule: R7 climb policy, R17 level
        Formula: never for learners, whatever the policy
        Source: classes allow operations by level"""
        return "never" if self.level == "learner" else self.climb

    def burnt_below(self, material_class: MaterialClass, kind: str) -> float | None:
        """The feed per tooth in mm below which cuts with bits of a kind burnt in woods of a class so far; None where plans follow
        no log."""
        for each in self.burn_limits:
            if (each.material_class, each.kind) == (material_class, kind):
                return each.chip_mm
        return None

    @property
    def inch_parts(self) -> int:
        """Into how many parts an inch is divided where lengths are written."""
        return int(self.inches.removeprefix("1/"))


@lru_cache(maxsize=1)
def bounds() -> tuple[Bound, ...]:
    """Every number of the house rules with its bounds, in the order of the screen."""
    return tuple(
        Bound(field=each.name, standard=float(each.default), **each.metadata)  # type: ignore[arg-type]
        for each in fields(HouseRules)
        if each.metadata
    )


STANDARD = HouseRules()
"""What holds where no shop says otherwise: the calculators, and the defaults of the core's functions."""


def school_name(value: str) -> str:
    """The name of a school.

    >>> school_name("rim-speed")
    'Rim speed'"""
    return next(choice.name for choice in SCHOOLS if choice.value == value)
