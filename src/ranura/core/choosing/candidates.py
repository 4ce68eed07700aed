"""Dropping what cannot make a cut (R15), each with its reason as a code and facts; the sentence is made when it is shown."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core import numbers
from ranura.core.cautions import Reason
from ranura.core.choosing.feasibility import setup_reasons
from ranura.core.cuts.dado import Channel
from ranura.core.cutting.passes import max_step
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.speed import Speed, plan_speed
from ranura.core.cutting.stepping import Tooling
from ranura.core.house_rules import HouseRules
from ranura.core.materials import Material
from ranura.core.shop import Shop
from ranura.core.tooling.bits import Bit, shank_name
from ranura.core.tooling.routers import Base, Router

SMALL_LENGTH, SMALL_WIDTH = 150.0, 75.0
BEARING = 10.0
"""mm of wood that a base must find beyond the far wall."""

_TRAP = 0.75
"""Shanks that differ by less than this many mm get mistaken for one another: 6 and 6.35, 12 and 12.7."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Candidate:
    """A bit in a router on a base, with what speaks against it; nothing does when `reasons` is empty."""

    bit: Bit
    router: Router
    base: Base
    speed: Speed
    reasons: tuple[Reason, ...]


def bit_reasons(bit: Bit, channel: Channel) -> list[Reason]:
    """What no router could change."""
    reasons = []
    if numbers.over(bit.diameter, channel.width):
        reasons.append(Reason("bit-wider-than-cut", {"diameter": bit.diameter, "width": channel.width}))
    if numbers.over(channel.depth, bit.cutting_length):
        facts = {"depth": channel.depth, "cutting_length": bit.cutting_length}
        reasons.append(Reason("beyond-cutting-length", facts))
    return reasons


def router_reasons(bit: Bit, router: Router, base: Base, speed: Speed, channel: Channel, rules: HouseRules) -> list[Reason]:
    """What this router cannot do with this bit."""
    reasons = []
    if router.mounting == "table":
        reasons.append(Reason("needs-hand-router"))
    if router.mounting == "hand" and _is_small(channel):
        reasons.append(Reason("small-part", {"length": channel.board_length, "width": channel.run}))
    if not router.has_collet(bit.shank):
        reasons.append(_collet_reason(bit, router))
    if router.mounting == "hand" and not bridges(channel.width, bit.diameter, base.across):
        reasons.append(Reason("base-tips", {"across": base.across, "width": channel.width}))
    reasons += size_reasons(
        diameter=bit.diameter,
        shank=bit.shank,
        router_class=router.router_class,
        mounting=router.mounting,
        opening=base.opening,
        hand_limit=rules.hand_limit,
    )
    said = {reason.code for reason in reasons}
    reasons += [Reason(c.code, c.facts) for c in speed.cautions if c.level == "stop" and c.code not in said]
    return reasons


def bridges(width: float, bit_diameter: float, across: float) -> bool:
    """Whether a base rests on wood on both sides of the bit in the pass next to the fence, when the channel is at its widest.

    Rule: R17 base support
    Formula: w − D/2 + 10 mm ≤ half the base's width
    Source: geometry: a base held on one side only tips around the wall beside the bit

    >>> bridges(17.6, 12.7, 152.4), bridges(73, 12.7, 152.4)
    (True, False)"""
    return not numbers.over(width - bit_diameter / 2 + BEARING, across / 2)


def _is_small(channel: Channel) -> bool:
    long, short = max(channel.board_length, channel.run), min(channel.board_length, channel.run)
    return numbers.under(long, SMALL_LENGTH) or numbers.under(short, SMALL_WIDTH)


def _collet_reason(bit: Bit, router: Router) -> Reason:
    shank = shank_name(bit.shank)
    for collet in router.collets:
        if abs(collet - bit.shank) < _TRAP:
            return Reason("shank-trap", {"shank": shank, "near": shank_name(collet)})
    return Reason("no-collet", {"shank": shank, "collets": ", ".join(shank_name(c) for c in router.collets)})


def usual_base(router: Router, *, several_depths: bool) -> Base:
    """The base to take: the fixed one for a single depth, since it is stiffer; the plunge base for several."""
    wanted = "plunge" if several_depths else "fixed"
    return next((base for base in router.bases if base.kind == wanted), router.bases[0])


def speed_of(bit: Bit, router: Router, rules: HouseRules, *, compare: bool = False) -> Speed:
    """The speed of a bit in a router under this shop's rules (R2); `compare` adds what the other schools say."""
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
        compare=compare,
    )


def candidate(bit: Bit, router: Router, channel: Channel, wood: Material, rules: HouseRules) -> Candidate:
    """One pair, judged; how it would be set up is looked at only when nothing else speaks against it."""
    school = max_step(rules.depth_rule, bit_diameter=bit.diameter, shank_diameter=bit.shank, cap=rules.pass_cap)
    base = usual_base(router, several_depths=numbers.over(channel.depth, school))
    speed = speed_of(bit, router, rules)
    reasons = bit_reasons(bit, channel) + router_reasons(bit, router, base, speed, channel, rules)
    if not reasons:
        rpm = speed.rpm if speed.dial_rpm is None else speed.dial_rpm
        reasons = setup_reasons(Tooling(bit=bit, router=router, rpm=rpm, material=wood, rules=rules), base, channel)
    return Candidate(bit=bit, router=router, base=base, speed=speed, reasons=tuple(reasons))


@dataclass(frozen=True, kw_only=True, slots=True)
class Drop:
    """A bit, or a bit in a router, that cannot make the cut."""

    bit: Bit
    router: Router | None
    reason: Reason


def sift(shop: Shop, channel: Channel, wood: Material, rules: HouseRules) -> tuple[list[Candidate], list[Drop]]:
    """All bits × routers of a shop, parted into those that can make the cut and those that cannot.

    A bit that fails by itself is dropped once, without looking at routers."""
    fit: list[Candidate] = []
    dropped: list[Drop] = []
    for bit in shop.bits:
        own = bit_reasons(bit, channel)
        if own:
            dropped.append(Drop(bit=bit, router=None, reason=own[0]))
            continue
        for router in shop.routers:
            found = candidate(bit, router, channel, wood, rules)
            if found.reasons:
                dropped.append(Drop(bit=bit, router=router, reason=found.reasons[0]))
            else:
                fit.append(found)
    return fit, dropped
