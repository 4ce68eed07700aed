"""Feed by hand (R4): the chip each tooth should take, what thin engagement does to it, and the pace a person keeps."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ranura.core.board.materials import MaterialClass
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD
from ranura.core.shop.schools import Burning
from ranura.core.text import speed_words
from ranura.core.text.cautions import Caution, caution

HAND_MINIMUM = STANDARD.feed_min_m_min
HAND_MAXIMUM = STANDARD.feed_max_m_min
"""m/min within which a hand moves a router steadily."""

_BASE = ((3.0, 0.030), (6.0, 0.055), (12.0, 0.070), (25.0, 0.100))
_FACTOR: dict[MaterialClass, float] = {
    "softwood": 1.1,
    "hardwood": 1.0,
    "dense-hardwood": 0.85,
    "plywood": 1.0,
    "veneered-board": 1.0,
    "mdf": 1.15,
    "plastic": 1.2,
}
BURNS_BELOW, MELTS_BELOW = 0.02, 0.05
"""mm of a chip at its thickest, below which wood is likely to burn, and plastics to melt."""
TEARS_ABOVE = 0.15
_MOST_RAISE = 2.0
PACE_LENGTH = 300.0

FeedLimit = Literal["chip", "hand-maximum", "hand-minimum", "burning"]
"""What a feed was set by; "burning": it goes to its ceiling so that it does not burn."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Feed:
    """A feed in m/min with the chip it makes: per tooth along the feed, and at its thickest, both in mm."""

    feed_m_min: float
    wanted_m_min: float
    chip_mm: float
    chip_thickness_mm: float
    target_chip_mm: float
    limited_by: FeedLimit
    cautions: tuple[Caution, ...]


def target_chip(*, bit_diameter: float, material: MaterialClass) -> float:
    """The feed per tooth in mm that a hand-guided bit should take; below 3 mm and above 25 mm it stays level.

    Rule: R4 chip
    Formula: f_z = base(D) × factor; base 3 mm 0.030, 6 mm 0.055, 12 mm 0.070, 25 mm 0.100, linear between
    Source: practice of hand feeding, far below what machines take

    >>> round(target_chip(bit_diameter=12.7, material="plywood"), 5)
    0.07162"""
    factor = _FACTOR[material]
    if bit_diameter <= _BASE[0][0]:
        return _BASE[0][1] * factor
    for (d0, f0), (d1, f1) in pairwise(_BASE):
        if bit_diameter <= d1:
            return (f0 + (f1 - f0) * (bit_diameter - d0) / (d1 - d0)) * factor
    return _BASE[-1][1] * factor


def thinning(*, radial_engagement: float, bit_diameter: float) -> float:
    """How much thinner than the feed per tooth the chip is at its thickest: 1 from half the diameter on.

    Rule: R4 thin engagement
    Formula: k = 2·√(a_e/D·(1 − a_e/D)) where a_e < D/2, else 1
    Source: geometry of the chip of a turning cutter

    >>> round(thinning(radial_engagement=1, bit_diameter=10), 2), thinning(radial_engagement=5, bit_diameter=10)
    (0.6, 1.0)"""
    share = radial_engagement / bit_diameter
    return 1.0 if not closeness.under(share, 0.5) else 2 * math.sqrt(share * (1 - share))


def feed_per_tooth(*, feed_m_min: float, rpm: float, flutes: int) -> float:
    """How far in mm the bit moves on from one tooth to the next.

    Rule: R4 feed per tooth
    Formula: f_z = F·1000 / (n·z)
    Source: physics

    >>> feed_per_tooth(feed_m_min=3, rpm=15_000, flutes=2)
    0.1"""
    return feed_m_min * 1000 / (rpm * flutes)


def seconds_for(length: float, *, feed_m_min: float) -> float:
    """How long a path of `length` mm takes.

    Rule: R4 pace
    Formula: t = length·60 / (F·1000)
    Source: physics

    >>> seconds_for(300, feed_m_min=3)
    6.0"""
    return length * 60 / (feed_m_min * 1000)


_ALONG_A_CHANNEL, _ALONG_AN_EDGE, HELD_BACK = 4.0, 3.0, 2.0
"""m/min that a hand goes at most: between two walls or in lanes; beside one; with a large bit or a small part, and behind a
corner."""
_LARGE = 38.0
"""mm of bit, over which it is held back."""


def ceiling(*, edge: bool, bit_diameter: float, small: bool, fastest: float) -> float:
    """The fastest feed for what is done, in m/min; never over the house's `fastest`.

    Rule: R4 ceilings
    Formula: straight channels and lanes 4.0, profiles, rabbets and template edges 3.0, bits over 38 mm and small parts 2.0 m/min
    Source: what a person keeps steady without losing the guide

    >>> [ceiling(edge=edge, bit_diameter=d, small=False, fastest=5) for edge, d in ((False, 12), (True, 12), (True, 41))]
    [4.0, 3.0, 2.0]"""
    most = _ALONG_AN_EDGE if edge else _ALONG_A_CHANNEL
    if small or closeness.over(bit_diameter, _LARGE):
        most = HELD_BACK
    return min(most, fastest)


def plan_feed(
    *,
    rpm: float,
    flutes: int,
    bit_diameter: float,
    material: MaterialClass,
    radial_engagement: float | None = None,
    burn: int = 2,
    tear_out: int = 2,
    slowest: float = HAND_MINIMUM,
    fastest: float = HAND_MAXIMUM,
    burning: Burning | None = None,
    burnt_below: float | None = None,
    for_rpm: float | None = None,
) -> Feed:
    """The feed for a chip that neither burns nor tears, within what a hand keeps steady (R4).

    `radial_engagement` None means a full slot. `burn` and `tear_out` are the wood's classes 1 to 3; a caution is raised
    to a lower or higher threshold by them. `burning` is the house's school, None for what no house decides; `burnt_below` the
    feed per tooth in mm below which such cuts burnt so far. `for_rpm` is the speed that the feed is for, where the spindle was
    slowed at the same feed.

    Rule: R4 feed
    Formula: F = f_z·n·z/1000 · min(1/k, 2), within 0.8 m/min and the ceiling of what is done; where it would burn and the house
        moves faster, the ceiling
    Source: chip thickness decides between burning and tear-out"""
    k = 1.0 if radial_engagement is None else thinning(radial_engagement=radial_engagement, bit_diameter=bit_diameter)
    target = target_chip(bit_diameter=bit_diameter, material=material)
    wanted = target * (for_rpm or rpm) * flutes / 1000 * min(1 / k, _MOST_RAISE)
    limited: FeedLimit = "chip"
    if closeness.over(wanted, fastest):
        limited = "hand-maximum"
    elif closeness.under(wanted, slowest):
        limited = "hand-minimum"
    feed = closeness.clamp(wanted, slowest, fastest) if limited != "chip" else wanted
    tooth = feed_per_tooth(feed_m_min=feed, rpm=rpm, flutes=flutes)
    rubs = burn > 1 and closeness.under(of_burning(tooth=tooth, chip=tooth * k, burnt_below=burnt_below), 1)
    if rubs and burning == "faster-feed" and closeness.under(feed, fastest):
        feed, limited = fastest, "burning"
        tooth = feed_per_tooth(feed_m_min=feed, rpm=rpm, flutes=flutes)
    return Feed(
        feed_m_min=feed,
        wanted_m_min=wanted,
        chip_mm=tooth,
        chip_thickness_mm=tooth * k,
        target_chip_mm=target,
        limited_by=limited,
        cautions=tuple(
            _cautions(
                wanted,
                feed,
                tooth,
                tooth * k,
                limited,
                burn=burn,
                tear_out=tear_out,
                slowest=slowest,
                fastest=fastest,
                burning=burning,
                burnt_below=burnt_below,
            )
        ),
    )


def _cautions(
    wanted: float,
    feed: float,
    tooth: float,
    chip: float,
    limited: FeedLimit,
    *,
    burn: int,
    tear_out: int,
    slowest: float,
    fastest: float,
    burning: Burning | None,
    burnt_below: float | None,
) -> list[Caution]:
    found = []
    if limited == "hand-maximum":
        found.append(caution(speed_words.FEED_HAND_MAXIMUM, wanted=wanted, limit=fastest, tooth=tooth))
    elif limited == "hand-minimum":
        found.append(caution(speed_words.FEED_HAND_MINIMUM, wanted=wanted, limit=slowest, tooth=tooth))
    if closeness.under(chip, BURNS_BELOW):
        slower = burning == "slower-spindle" or (burning is not None and not closeness.under(feed, fastest))
        said = speed_words.BURNING_SLOW_DOWN if slower else speed_words.BURNING_LIKELY
        found.append(caution(said, level="note" if burn == 1 else "caution", chip=chip))
    elif burnt_below is not None and closeness.under(tooth, burnt_below):
        found.append(caution(speed_words.BURNT_SO_FAR, tooth=tooth, limit=burnt_below))
    if closeness.over(chip, TEARS_ABOVE):
        found.append(caution(speed_words.TEAR_OUT_LIKELY, level="note" if tear_out == 1 else "caution", chip=chip))
    return found


def of_burning(*, tooth: float, chip: float, burnt_below: float | None, least: float = BURNS_BELOW) -> float:
    """How a chip stands to one that is likely to burn: 1 is just as thin, less burns. `tooth` is the feed per tooth and `chip`
    what it comes to at its thickest, `burnt_below` the feed per tooth below which the log says that such cuts burn, `least` the
    thinnest chip that does not; all mm.

    Rule: R4 burning, R20
    Formula: min(h / 0.02, f_z / f_burnt)
    Source: a thinner chip rubs; the log of the shop beside it

    >>> of_burning(tooth=0.03, chip=0.01, burnt_below=None), of_burning(tooth=0.03, chip=0.03, burnt_below=0.04)
    (0.5, 0.75)"""
    by_rule = chip / least
    return by_rule if burnt_below is None else min(by_rule, tooth / burnt_below)


def pace_seconds(feed_m_min: float) -> float:
    """Seconds per 300 mm of path.

    >>> round(pace_seconds(3.1), 1)
    5.8"""
    return seconds_for(PACE_LENGTH, feed_m_min=feed_m_min)
