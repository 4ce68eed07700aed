"""Judging one bit in one router for one cut (R15): every reason against the pair, cheapest first, as codes and facts.

A judge is made for one cut and remembers what many pairs share, so that thousands of bits are looked at quickly: the speed
of a diameter in a router, the room for fence and clamps around a base, the power and the bending of like bits.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ranura.core import numbers
from ranura.core.cautions import Reason
from ranura.core.cuts.dado import Channel
from ranura.core.cuts.straight import StraightCut
from ranura.core.cutting.grip import Grip, free_length, plan_grip
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.speed import Speed, plan_speed, surely_turns
from ranura.core.cutting.stepping import Tooling, gaits_of, school_step, step_reason, surely_steps
from ranura.core.cutting.stiffness import tip_compliance
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, surely_room, sweep_of
from ranura.core.house_rules import HouseRules
from ranura.core.materials import Material
from ranura.core.shop import Shop
from ranura.core.tooling.bits import Bit, shank_name
from ranura.core.tooling.profiles import FLAT_ENDED
from ranura.core.tooling.routers import Base, BaseKind, Router

SMALL_LENGTH, SMALL_WIDTH = 150.0, 75.0
BEARING = 10.0
"""mm of wood that a base must find beyond the far wall."""

SETUP_CODES = frozenset({"fence-off-board", "no-room-for-clamps", "power-over"})
"""Reasons that another board, another way of holding or a shallower cut can take away."""

_TRAP = 0.75
"""Shanks that differ by less than this many mm get mistaken for one another: 6 and 6.35, 12 and 12.7."""


@dataclass(frozen=True, slots=True)
class Candidate:
    """A bit in a router on a base, with what speaks against it; nothing does when `reasons` is empty.

    `compliance` is how far its tip gives way for a newton, in mm; infinite where it cannot be held.
    """

    bit: Bit
    router: Router
    base: Base
    compliance: float
    reasons: tuple[Reason, ...] = ()

    @property
    def sleeved(self) -> bool:
        """Whether a reducing sleeve holds it."""
        return not self.router.has_collet(self.bit.shank) and self.router.sleeve_for(self.bit.shank) is not None


def bridges(width: float, bit_diameter: float, across: float) -> bool:
    """Whether a base rests on wood on both sides of the bit in the pass next to the fence, when the channel is at its widest.

    Rule: R17 base support
    Formula: w − D/2 + 10 mm ≤ half the base's width
    Source: geometry: a base held on one side only tips around the wall beside the bit

    >>> bridges(17.6, 12.7, 152.4), bridges(73, 12.7, 152.4)
    (True, False)"""
    return not numbers.over(width - bit_diameter / 2 + BEARING, across / 2)


def usual_base(router: Router, *, several_depths: bool, begins_inside: bool = False) -> Base:
    """The base to take: the fixed one for a single depth, since it is stiffer; the plunge base for several, or to plunge."""
    wanted = "plunge" if several_depths or begins_inside else "fixed"
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


class Rack:
    """What is so of every bit in every router of a shop whatever the cut: shank and collet, size, speed.

    Worked out when first asked for and kept as long as the shop and its rules stay the same values."""

    def __init__(self, shop: Shop, rules: HouseRules) -> None:
        self.shop = shop
        self.rules = rules
        self.bits = tuple(bit for bit in shop.bits if not bit.archived)
        self.routers = tuple(router for router in shop.routers if not router.archived)
        self.by_hand = {router.id: router.mounting == "hand" for router in shop.routers}
        self._turning: dict[tuple[float, float | None, str], float] = {}
        self._against: dict[tuple[str, str, BaseKind], tuple[Reason, ...]] = {}

    def against(self, bit: Bit, router: Router, base: Base) -> tuple[Reason, ...]:
        """Why this bit cannot turn in this router on this base, if so."""
        key = (bit.id, router.id, base.kind)
        found = self._against.get(key)
        if found is None:
            found = self._against[key] = tuple(self._look(bit, router, base))
        return found

    def turning(self, bit: Bit, router: Router) -> float:
        """What the spindle really turns with this bit, in rpm."""
        key = (bit.diameter, bit.marked_max_rpm, router.id)
        found = self._turning.get(key)
        if found is None:
            found = self._turning[key] = turning_rpm(speed_of(bit, router, self.rules))
        return found

    def _look(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        if not router.has_collet(bit.shank) and router.sleeve_for(bit.shank) is None:
            yield collet_reason(bit.shank, router)
        sizes = size_reasons(
            diameter=bit.diameter, shank=bit.shank, router_class=router.router_class, mounting=router.mounting,
            opening=base.opening, rules=self.rules,
        )  # fmt: skip
        yield from sizes
        slowest_dial = min((position.rpm for position in router.dial), default=0.0)
        if surely_turns(
            bit_diameter=bit.diameter, bit_max_rpm=bit.marked_max_rpm, router_min_rpm=router.min_rpm,
            router_max_rpm=router.max_rpm, slowest_dial_rpm=slowest_dial,
        ):  # fmt: skip
            return
        codes = {reason.code for reason in sizes}
        for said in speed_of(bit, router, self.rules).cautions:
            if said.level == "stop" and said.code not in codes:
                yield Reason(said.code, said.facts)


_KEPT_RACKS = 4
_racks: list[Rack] = []


def rack_of(shop: Shop, rules: HouseRules) -> Rack:
    """The rack of a shop, remembered by identity: a shop is one frozen value, replaced on every change."""
    for rack in list(_racks):
        if rack.shop is shop and (rack.rules is rules or rack.rules == rules):
            return rack
    made = Rack(shop, rules)
    _racks.insert(0, made)
    del _racks[_KEPT_RACKS:]
    return made


class Judge:
    """Judges bits and routers of a shop for one cut in one wood; `channel` is the cut on its board, where that is known."""

    def __init__(self, shop: Shop, need: StraightCut, wood: Material, rules: HouseRules, channel: Channel | None = None) -> None:
        self.rack = rack_of(shop, rules)
        self.need = need
        self.wood = wood
        self.rules = rules
        self.channel = channel
        self._room: dict[tuple[float, str, str], tuple[Reason, ...]] = {}
        self._bases: dict[tuple[float, float, str], Base] = {}
        self._small = need.part is not None and (
            numbers.under(max(need.part), SMALL_LENGTH) or numbers.under(min(need.part), SMALL_WIDTH)
        )

    @property
    def reach(self) -> float:
        """How deep the bit goes in all, in mm: a through cut goes into the sacrificial board."""
        return self.need.depth + (self.rules.through_extra if self.need.through else 0.0)

    def of_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        need = self.need
        if bit.profile not in FLAT_ENDED:
            return Reason("wrong-profile", {"profile": bit.kind.name})
        if bit.diameter > need.width and not need.open_sided and numbers.over(bit.diameter, need.width):
            return Reason("bit-wider-than-cut", {"diameter": bit.diameter, "width": need.width})
        if self.reach > bit.cutting_length and numbers.over(self.reach, bit.cutting_length):
            return Reason("beyond-cutting-length", {"depth": self.reach, "cutting_length": bit.cutting_length})
        if need.stopped and bit.can_plunge is not True:
            return Reason("plunge-unknown" if bit.can_plunge is None else "cannot-plunge")
        return None

    def first_look(self, bit: Bit, router: Router) -> Candidate | Reason:
        """The pair as a candidate, or the first thing that speaks against it; quick enough for every bit of a full drawer."""
        base = self.base(bit, router)
        if against := self.rack.against(bit, router, base):
            return against[0]
        for reason in self._of_cut(bit, router, base):
            return reason
        free = free_length(bit, router, base, depth=self.reach, rules=self.rules)
        if free < 0:
            grip = self.grip(bit, router)
            return grip if isinstance(grip, Reason) else Reason("overall-unknown")
        compliance = tip_compliance(
            shank=bit.shank, cutter=bit.diameter, cutting_length=bit.cutting_length, free_length=free, body=bit.body
        )
        for reason in self._setting_up(bit, router, base, free, compliance):
            return reason
        return Candidate(bit, router, base, compliance)

    def candidate(self, bit: Bit, router: Router) -> Candidate:
        """The pair with all that speaks against it; how it would be set up is looked at only when nothing else does."""
        base = self.base(bit, router)
        own = self.of_bit(bit)
        grip = self.grip(bit, router)
        reasons = [*([own] if own else []), *self.rack.against(bit, router, base), *self._of_cut(bit, router, base)]
        free = bit.head_length
        if isinstance(grip, Reason):
            reasons.append(grip)
        else:
            free = grip.free
        compliance = tip_compliance(
            shank=bit.shank, cutter=bit.diameter, cutting_length=bit.cutting_length, free_length=free, body=bit.body
        )
        if not reasons:
            reasons = list(self._setting_up(bit, router, base, free, compliance))
        return Candidate(bit, router, base, compliance, tuple(reasons))

    def base(self, bit: Bit, router: Router) -> Base:
        """The base this bit would work in."""
        key = (bit.diameter, bit.shank, router.id)
        found = self._bases.get(key)
        if found is None:
            rules = self.rules
            step = school_step(bit, rules.depth_rule, cap=rules.pass_cap)
            several = numbers.over(self.need.depth, step)
            found = self._bases[key] = usual_base(router, several_depths=several, begins_inside=self.need.stopped)
        return found

    def grip(self, bit: Bit, router: Router) -> Grip | Reason:
        """How it sits in this router's collet."""
        return plan_grip(bit, router, self.base(bit, router), depth=self.reach, rules=self.rules)

    def tooling(self, bit: Bit, router: Router, rpm: float, free_length: float) -> Tooling:
        """What the passes are worked out from."""
        return Tooling(
            bit=bit, router=router, rpm=rpm, free_length=free_length, material=self.wood, rules=self.rules, need=self.need
        )

    def _of_cut(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """What this cut has against the router: by hand or not, begun inside the board, a base that tips."""
        need = self.need
        by_hand = self.rack.by_hand[router.id]
        if not by_hand:
            yield Reason("needs-hand-router")
        elif self._small:
            long, wide = need.part or (0.0, 0.0)
            yield Reason("small-part", {"length": long, "width": wide})
        if need.stopped and base.kind != "plunge":
            yield Reason("no-plunge-base")
        if by_hand and not need.open_sided and not bridges(need.width, bit.diameter, base.across):
            yield Reason("base-tips", {"across": base.across, "width": need.width})

    def _setting_up(self, bit: Bit, router: Router, base: Base, free: float, compliance: float) -> Iterator[Reason]:
        if self.channel is not None:
            yield from self._room_around(bit, router, base, self.channel)
        tooling = self.tooling(bit, router, self.rack.turning(bit, router), free)
        if not surely_steps(tooling, compliance) and (found := step_reason(tooling, gaits_of(tooling))):
            yield found

    def _room_around(self, bit: Bit, router: Router, base: Base, channel: Channel) -> tuple[Reason, ...]:
        """Wood under the fence and room for clamps; the same for all bits of a diameter."""
        key = (bit.diameter, router.id, base.kind)
        found = self._room.get(key)
        if found is None:
            found = self._room[key] = self._look_around(bit, base, channel)
        return found

    def _look_around(self, bit: Bit, base: Base, channel: Channel) -> tuple[Reason, ...]:
        guided = base.sides[0]
        if surely_room(
            channel, base, bit_diameter=bit.diameter, guided=guided.distance,
            widest_spacer=max(channel.width - bit.diameter, 0.0), fence_width=self.rules.fence_width,
        ):  # fmt: skip
            return ()
        fence, cautions = place_fence(channel, bit, guided, self.rules)
        spacers = fence.setback.spacers or (0.0,)
        sweep = sweep_of(channel, fence, base, bit_diameter=bit.diameter, guided=guided.distance, widest_spacer=spacers[0])
        said = [*cautions, *hold(channel, fence, sweep).cautions]
        return tuple(Reason(each.code, each.facts) for each in said if each.level == "stop")


def turning_rpm(speed: Speed) -> float:
    """What the spindle really turns: the dial position's speed, or the target where no dial is known (R2.9)."""
    return speed.rpm if speed.dial_rpm is None else speed.dial_rpm


def collet_reason(shank: float, router: Router) -> Reason:
    """Why no collet of a router takes a shank; names the metric and inch sizes that get mistaken for one another."""
    for collet in router.collets:
        if abs(collet - shank) < _TRAP:
            return Reason("shank-trap", {"shank": shank_name(shank), "near": shank_name(collet)})
    return Reason("no-collet", {"shank": shank_name(shank), "collets": ", ".join(shank_name(c) for c in router.collets)})
