"""House rules as data: which school a shop follows, and its limits, never beyond the floor of R17."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from ranura.core.errors import RuleError

SpeedRule = Literal["rim-speed", "bands-inch", "bands-metric", "share"]
DepthRule = Literal["half-diameter", "diameter", "fixed-cap", "thinnest"]
Climb = Literal["never", "start", "light-pass"]
DadoWord = Literal["dado", "housing", "trench"]

SPEED_RULES: tuple[SpeedRule, ...] = get_args(SpeedRule)
DEPTH_RULES: tuple[DepthRule, ...] = get_args(DepthRule)


@dataclass(frozen=True, kw_only=True, slots=True)
class Choice:
    """One school of a group, with a sentence on what choosing it changes."""

    group: str
    value: str
    name: str
    says: str


SCHOOLS: tuple[Choice, ...] = (
    Choice(group="speed_rule", value="rim-speed", name="Rim speed",
           says="The rim of every bit stays under one speed; small bits run at the router's top."),
    Choice(group="speed_rule", value="bands-inch", name="Inch chart",
           says="A printed chart in inch steps: full speed up to 1 in, slower in three steps above."),
    Choice(group="speed_rule", value="bands-metric", name="Metric chart",
           says="A printed chart in metric steps: a little faster than the inch chart up to 20 mm."),
    Choice(group="speed_rule", value="share", name="Share of full speed",
           says="All of the router's speed up to 1 in, two thirds up to 2 in, half above."),
    Choice(group="depth_rule", value="half-diameter", name="Half the diameter",
           says="No pass deeper than half the bit's diameter: the most careful with small bits."),
    Choice(group="depth_rule", value="diameter", name="The whole diameter",
           says="No pass deeper than the bit is wide: fewer passes, more strain."),
    Choice(group="depth_rule", value="fixed-cap", name="A fixed cap",
           says="Every pass at most the same depth, whatever the bit."),
    Choice(group="depth_rule", value="thinnest", name="The thinnest part",
           says="No pass deeper than the thinnest part of the bit, shank included."),
)  # fmt: skip
"""All schools of R2 and R3. Source: craft, where experienced people disagree."""


@dataclass(frozen=True, kw_only=True, slots=True)
class _Bound:
    low: float
    high: float
    unit: str
    name: str


_BOUNDS = {
    "rim_speed_limit_m_s": _Bound(low=10, high=60, unit="m/s", name="The rim-speed limit"),
    "pass_cap": _Bound(low=0.5, high=12, unit="mm", name="The fixed cap of a pass"),
    "finish": _Bound(low=0, high=3, unit="mm", name="The finishing pass"),
    "trim_slot_cap": _Bound(low=0.5, high=6, unit="mm", name="The cap of a trim router"),
    "dense_factor": _Bound(low=0.1, high=1, unit="", name="The factor for dense hardwood"),
    "power_limit": _Bound(low=0.2, high=0.8, unit="", name="The share of power"),
    "power_share": _Bound(low=0.2, high=0.6, unit="", name="The output for the rated input"),
    "hand_limit": _Bound(low=20, high=63.5, unit="mm", name="The largest bit by hand"),
    "hand_caution": _Bound(low=10, high=38, unit="mm", name="The size from which a bit by hand is cautioned"),
    "feed_min_m_min": _Bound(low=0.8, high=2, unit="m/min", name="The slowest feed"),
    "feed_max_m_min": _Bound(low=2, high=5, unit="m/min", name="The fastest feed"),
    "fence_overhang": _Bound(low=50, high=400, unit="mm", name="The fence's overhang"),
    "fence_width": _Bound(low=20, high=200, unit="mm", name="The fence's width"),
}
"""R17's floor, and what is sensible on the other side."""


@dataclass(frozen=True, kw_only=True, slots=True)
class HouseRules:
    """What this shop holds to. Raises `RuleError` naming the field that lies beyond the floor."""

    speed_rule: SpeedRule = "rim-speed"
    depth_rule: DepthRule = "half-diameter"
    climb: Climb = "never"
    dado_word: DadoWord = "dado"
    rim_speed_limit_m_s: float = 48
    hand_limit: float = 63.5
    hand_caution: float = 38
    pass_cap: float = 6
    finish: float = 0.8
    trim_slot_cap: float = 3
    dense_factor: float = 0.75
    feed_min_m_min: float = 0.8
    feed_max_m_min: float = 5
    power_share: float = 0.55
    power_limit: float = 0.8
    fence_width: float = 60
    fence_overhang: float = 100

    def __post_init__(self) -> None:
        for field, bound in _BOUNDS.items():
            value: float = getattr(self, field)
            if not bound.low <= value <= bound.high:
                raise RuleError("beyond-floor", field=field, name=bound.name, low=bound.low, high=bound.high, unit=bound.unit)
        for field, known in (("speed_rule", SPEED_RULES), ("depth_rule", DEPTH_RULES)):
            if getattr(self, field) not in known:
                raise RuleError("unknown-school", field=field, value=getattr(self, field), name=field, choices=", ".join(known))


STANDARD = HouseRules()
"""What holds where no shop says otherwise: the calculators, and the defaults of the core's functions."""


def school_name(value: str) -> str:
    """The name of a school.

    >>> school_name("rim-speed")
    'Rim speed'"""
    return next(choice.name for choice in SCHOOLS if choice.value == value)
