"""Spindle speed (R2): what a school asks for, what caps it, and where that lies on this router's dial.

Equal rim speed is a ceiling, not a target: small bits run far below it. A bit's diameter is always its largest,
engaged or not.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.schools import SPEED_RULES, SpeedRule
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import DialPosition, Mounting, Router
from ranura.core.text import speed_words
from ranura.core.text.cautions import Reason, reason
from ranura.core.text.words import Level

RIM_CEILING = 60.0
"""m/s; no house rule goes over it (R17)."""

RPM_STEP = 100
HAND_LIMIT = STANDARD.hand_limit
HAND_CAUTION = STANDARD.hand_caution
_UNMARKED_CAUTION = 25.4
UNMARKED_STOP = 50.8

INCH_CHART = ((25.4, 24_000), (50.8, 18_000), (63.5, 16_000), (math.inf, 12_000))
METRIC_CHART = ((20.0, 28_000), (50.0, 20_000), (64.0, 18_000), (math.inf, 12_000))
"""Printed charts: up to this diameter in mm, this many rpm. Between two printed rows the slower one counts."""

LimitedBy = Literal["rule", "bit", "rim", "router"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Speed:
    """The speed for a bit in a router."""

    rpm: float
    """The target, after the caps."""
    rim_speed_m_s: float
    """Of the target."""
    dial_setting: float | str | None
    dial_rpm: float | None
    """What the dial's exact position gives; None without a dial table, or when blocked."""
    dial_shown: float | str | None
    """The position that a person can read on the dial, on the slow side of the exact one."""
    shown_rpm: float | None
    """What that position gives: what the spindle turns."""
    limited_by: LimitedBy
    cap_rpm: float
    """The least of the caps."""
    blocked: bool
    cautions: tuple[Reason, ...]
    others: dict[SpeedRule, float]
    """What the other schools ask for, after the same caps."""
    slowed_from: float | None = None
    """What the target would be, where it is slower so that the bit does not burn (R4)."""


def rim_speed(*, diameter: float, rpm: float) -> float:
    """Speed of the rim in m/s of a bit `diameter` mm wide turning at `rpm`.

    Rule: R2 rim speed
    Formula: v = π·D·n / 60 000
    Source: physics: circumference times turns

    >>> round(rim_speed(diameter=12.7, rpm=22_000), 2)
    14.63"""
    return math.pi * diameter * rpm / 60_000


def rpm_at(*, diameter: float, rim_speed_m_s: float) -> float:
    """The rpm at which a bit `diameter` mm wide has this rim speed in m/s.

    Rule: R2.1 rim-speed
    Formula: n = 60 000·v / (π·D)
    Source: R2's rim speed, solved for the speed

    >>> round(rpm_at(diameter=50, rim_speed_m_s=48))
    18335"""
    return 60_000 * rim_speed_m_s / (math.pi * diameter)


def chart_rpm(chart: Sequence[tuple[float, int]], diameter: float) -> float:
    """The rpm of a printed chart; a diameter on a row's edge still belongs to it.

    Rule: R2.2 bands-inch, R2.3 bands-metric
    Formula: the first row whose largest diameter is not below D
    Source: printed speed charts, inch and metric

    >>> chart_rpm(INCH_CHART, 25.4), chart_rpm(INCH_CHART, 25.5)
    (24000, 18000)"""
    return next(rpm for largest, rpm in chart if not closeness.over(diameter, largest))


def share_rpm(*, diameter: float, router_max_rpm: float) -> float:
    """A share of the router's full speed by the size of the bit.

    Rule: R2.4 share
    Formula: under 25.4 mm n_max; under 50.8 mm 2/3·n_max; else n_max/2
    Source: a rule of thumb of the trade

    >>> share_rpm(diameter=50.8, router_max_rpm=24_000)
    12000.0"""
    if closeness.under(diameter, 25.4):
        return router_max_rpm
    return router_max_rpm * 2 / 3 if closeness.under(diameter, 50.8) else router_max_rpm / 2


def rule_rpm(rule: SpeedRule, *, diameter: float, router_max_rpm: float, rim_limit_m_s: float) -> float:
    """What a school asks for, before any cap."""
    match rule:
        case "rim-speed":
            return rpm_at(diameter=diameter, rim_speed_m_s=rim_limit_m_s)
        case "bands-inch":
            return chart_rpm(INCH_CHART, diameter)
        case "bands-metric":
            return chart_rpm(METRIC_CHART, diameter)
        case "share":
            return share_rpm(diameter=diameter, router_max_rpm=router_max_rpm)


def capped(n: float, *, diameter: float, bit_max_rpm: float | None, router_max_rpm: float) -> tuple[float, LimitedBy]:
    """A speed after the caps, and the last cap that lowered it.

    Rule: R2.5 caps
    Formula: n ≤ the bit's marked maximum, then n ≤ 60 000·60/(π·D), then n ≤ the router's maximum
    Source: the bit maker's marking always wins; 60 m/s is the floor of R17"""
    limited_by: LimitedBy = "rule"
    caps: list[tuple[LimitedBy, float | None]] = [
        ("bit", bit_max_rpm),
        ("rim", rpm_at(diameter=diameter, rim_speed_m_s=RIM_CEILING)),
        ("router", router_max_rpm),
    ]
    for name, cap in caps:
        if cap is not None and n > cap * (1 + 1e-9):
            n, limited_by = cap, name
    return n, limited_by


def rounded(n: float, *, router_min_rpm: float, attainable: bool) -> float:
    """A speed rounded down to 100 rpm, but never below the router's minimum when the router can turn that slowly.

    Rule: R2.6 rounding
    Formula: n = max(100·⌊n/100⌋, n_min)
    Source: dials are not read finer; down is the safe side"""
    down = closeness.floor_to(n, RPM_STEP)
    return max(down, router_min_rpm) if attainable else down


def on_dial(target: float, dial: Sequence[DialPosition], *, stepped: bool) -> DialPosition | None:
    """Where a speed lies on a dial: interpolated on a continuous one, the highest step not above it on a stepped one.

    Above the highest position: that position. Below the lowest: the lowest, whose speed is then above the target. None
    for an unknown dial.

    Rule: R2.9 dial
    Formula: between two positions s = s0 + (s1 − s0)·(n − n0)/(n1 − n0); never extrapolated
    Source: each router's own table, from its manual or measured"""
    if not dial:
        return None
    positions = sorted(dial, key=lambda position: position.rpm)
    below = [position for position in positions if not closeness.over(position.rpm, target)]
    if not below:
        return positions[0]
    low = below[-1]
    if stepped or low is positions[-1]:
        return low
    high = positions[len(below)]
    if isinstance(low.setting, str) or isinstance(high.setting, str):
        return low
    share = (target - low.rpm) / (high.rpm - low.rpm)
    return DialPosition(setting=low.setting + (high.setting - low.setting) * share, rpm=target)


def readable(position: DialPosition, dial: Sequence[DialPosition], *, step: float, stepped: bool) -> DialPosition:
    """The position of a dial that a person can read and set, on the slow side of an exact one.

    Rule: R2.9 dial
    Formula: s rounded to `step` towards the slower neighbour, never beyond the slowest position; its speed interpolated again
    Source: a dial is read to a tenth of a step; down is the safe side

    >>> dial = [DialPosition(setting=3, rpm=14_000), DialPosition(setting=4, rpm=17_500)]
    >>> exact = DialPosition(setting=3.5714, rpm=16_000)
    >>> readable(exact, dial, step=0.1, stepped=False)
    DialPosition(setting=3.5, rpm=15750.0, measured=False, manual_rpm=None)"""
    if stepped or isinstance(position.setting, str):
        return position
    slow = [each for each in dial if not closeness.over(each.rpm, position.rpm)]
    fast = [each for each in dial if closeness.over(each.rpm, position.rpm)]
    if not slow or not fast:
        return position
    low, high = max(slow, key=lambda each: each.rpm), min(fast, key=lambda each: each.rpm)
    if isinstance(low.setting, str) or isinstance(high.setting, str):
        return position
    rising = high.setting > low.setting
    whole = closeness.floor_to(position.setting, step) if rising else closeness.ceil(position.setting / step) * step
    setting = round(max(whole, low.setting) if rising else min(whole, low.setting), 6)
    share = (setting - low.setting) / (high.setting - low.setting)
    return DialPosition(setting=setting, rpm=low.rpm + (high.rpm - low.rpm) * share)


def surely_turns(
    *, bit_diameter: float, bit_max_rpm: float | None, router_min_rpm: float, router_max_rpm: float, slowest_dial_rpm: float
) -> bool:
    """Whether a speed can be had beyond doubt, so that the rest need not be worked out for a bit that is only looked at.

    >>> surely_turns(bit_diameter=12.7, bit_max_rpm=24_000, router_min_rpm=9_000, router_max_rpm=25_000, slowest_dial_rpm=9_000)
    True"""
    if bit_max_rpm is None and bit_diameter > _UNMARKED_CAUTION:
        return False
    cap = min(bit_max_rpm or math.inf, rpm_at(diameter=bit_diameter, rim_speed_m_s=RIM_CEILING), router_max_rpm)
    return max(router_min_rpm, slowest_dial_rpm) <= cap


def plan_speed(
    *,
    bit_diameter: float,
    bit_max_rpm: float | None,
    mounting: Mounting,
    rule: SpeedRule,
    rim_limit_m_s: float,
    router_min_rpm: float,
    router_max_rpm: float,
    dial: Sequence[DialPosition],
    stepped: bool,
    hand_limit: float = HAND_LIMIT,
    hand_caution: float = HAND_CAUTION,
    dial_step: float = STANDARD.dial_step,
    share: float = STANDARD.speed_share,
    slowed_to: float | None = None,
    compare: bool = True,
) -> Speed:
    """The speed of a bit in a router under a school, with every cap, the dial position and the cautions (R2.1 to R2.9); a
    `share` of it where the house or a cut asks for less, and at most `slowed_to` rpm where it would burn otherwise.

    Without `compare` the other schools are left out: choosing among many bits needs one."""
    cap, _ = capped(math.inf, diameter=bit_diameter, bit_max_rpm=bit_max_rpm, router_max_rpm=router_max_rpm)
    attainable = not closeness.over(router_min_rpm, cap)

    def after_caps(school: SpeedRule) -> tuple[float, LimitedBy]:
        wanted = rule_rpm(school, diameter=bit_diameter, router_max_rpm=router_max_rpm, rim_limit_m_s=rim_limit_m_s)
        n, limited = capped(wanted, diameter=bit_diameter, bit_max_rpm=bit_max_rpm, router_max_rpm=router_max_rpm)
        return rounded(n * share, router_min_rpm=router_min_rpm, attainable=attainable), limited

    asked, limited_by = after_caps(rule)
    rpm = asked
    if slowed_to is not None:
        rpm = rounded(min(asked, slowed_to), router_min_rpm=router_min_rpm, attainable=attainable)
    position = on_dial(rpm, dial, stepped=stepped)
    slowest = min((each.rpm for each in dial), default=None)
    cautions: list[Reason] = []
    if not attainable:
        cautions.append(reason(speed_words.TOO_SLOW_ROUTER, min_rpm=router_min_rpm, cap_rpm=cap))
    elif slowest is not None and closeness.over(slowest, cap):
        cautions.append(reason(speed_words.DIAL_TOO_FAST, slowest_rpm=slowest, cap_rpm=cap))
    if mounting == "hand" and closeness.over(bit_diameter, hand_limit):
        cautions.append(reason(speed_words.TABLE_ONLY, diameter=bit_diameter, limit=hand_limit))
    blocked = bool(cautions)
    shown = None if position is None else readable(position, dial, step=dial_step, stepped=stepped)
    turning = rpm if blocked or position is None else max(rpm, position.rpm)
    rim = rim_speed(diameter=bit_diameter, rpm=turning)
    if closeness.over(rim, rim_limit_m_s):
        cautions.append(reason(speed_words.RIM_TOO_FAST, rim=rim, limit=rim_limit_m_s))
    if mounting == "hand" and not closeness.over(bit_diameter, hand_limit) and closeness.over(bit_diameter, hand_caution):
        cautions.append(reason(speed_words.LARGE_BY_HAND, diameter=bit_diameter))
    if bit_max_rpm is None and closeness.over(bit_diameter, _UNMARKED_CAUTION):
        level: Level = "stop" if closeness.over(bit_diameter, UNMARKED_STOP) else "caution"
        cautions.append(reason(speed_words.MARKED_MAXIMUM_UNKNOWN, level=level, diameter=bit_diameter))
    if not dial:
        cautions.append(reason(speed_words.NO_DIAL_TABLE))
        if closeness.under(cap, router_max_rpm):
            cautions.append(reason(speed_words.MEASURE_THE_DIAL, cap_rpm=cap, max_rpm=router_max_rpm))
    return Speed(
        rpm=rpm,
        rim_speed_m_s=rim_speed(diameter=bit_diameter, rpm=rpm),
        dial_setting=None if blocked or position is None else position.setting,
        dial_rpm=None if blocked or position is None else position.rpm,
        dial_shown=None if blocked or shown is None else shown.setting,
        shown_rpm=None if blocked or shown is None else shown.rpm,
        limited_by=limited_by,
        cap_rpm=cap,
        blocked=blocked,
        cautions=tuple(cautions),
        others={school: after_caps(school)[0] for school in SPEED_RULES if compare and school != rule},
        slowed_from=asked if rpm < asked else None,
    )


def speed_of(bit: Bit, router: Router, rules: HouseRules, *, slowed_to: float | None = None, compare: bool = False) -> Speed:
    """The speed of a bit in a router under this shop's rules (R2), and at most `slowed_to` rpm where it would burn otherwise;
    `compare` adds what the other schools say."""
    return plan_speed(
        bit_diameter=bit.diameter,
        bit_max_rpm=bit.marked_max_rpm,
        mounting=router.mounting,
        rule=rules.speed_rule,
        rim_limit_m_s=rules.rim_speed_limit_m_s,
        router_min_rpm=router.min_rpm,
        router_max_rpm=router.max_rpm,
        dial=router.dial,
        stepped=router.stepped,
        hand_limit=rules.hand_limit,
        hand_caution=rules.hand_caution,
        dial_step=rules.dial_step,
        share=rules.speed_share,
        slowed_to=slowed_to,
        compare=compare,
    )


def turning_rpm(speed: Speed) -> float:
    """What the spindle really turns: the speed of the position that is read, or the target where no dial is known (R2.9)."""
    return speed.rpm if speed.shown_rpm is None else speed.shown_rpm
