"""Judging one bit in one router for one cut (R15): every reason against the pair, cheapest first, as codes and facts.

A judge is made for one cut and remembers what many pairs share, so that thousands of bits are looked at quickly: the speed
of a diameter in a router, the room for fence and clamps around a base, the power and the bending of like bits.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Collection, Iterator, Sequence

from ranura.core.board.materials import Material
from ranura.core.choosing.order import Candidate, Pair, Ranking
from ranura.core.cutting.grip import Grip, free_length, plan_grip
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.speed import speed_of, surely_turns, turning_rpm
from ranura.core.cutting.step_limits import school_step
from ranura.core.cutting.stiffness import tip_compliance
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small, kilograms, wants_support
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit, shank_name
from ranura.core.shop.tooling.routers import Base, BaseKind, Mounting, Router
from ranura.core.text import choosing_words, hold_words, strength_words, table_words
from ranura.core.text.cautions import Reason
from ranura.core.text.writing import Text

BEARING = 10.0
"""mm of wood that a base must find beyond the far wall."""

_TRAP = 0.75
"""Shanks that differ by less than this many mm get mistaken for one another: 6 and 6.35, 12 and 12.7."""


def bridges(width: float, bit_diameter: float, across: float) -> bool:
    """Whether a base rests on wood on both sides of the bit in the pass next to the fence, when the channel is at its widest.

    Rule: R17 base support
    Formula: w − D/2 + 10 mm ≤ half the base's width
    Source: geometry: a base held on one side only tips around the wall beside the bit

    >>> bridges(17.6, 12.7, 152.4), bridges(73, 12.7, 152.4)
    (True, False)"""
    return not closeness.over(width - bit_diameter / 2 + BEARING, across / 2)


def usual_base(router: Router, *, several_depths: bool, begins_inside: bool = False) -> Base:
    """The base to take: the fixed one for a single depth, since it is stiffer; the plunge base for several, or to plunge."""
    wanted = "plunge" if several_depths or begins_inside else "fixed"
    return next((base for base in router.bases if base.kind == wanted), router.bases[0])


class ShopTools:
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
            found = self._against[key] = tuple(self._summary(bit, router, base))
        return found

    def turning(self, bit: Bit, router: Router) -> float:
        """What the spindle really turns with this bit, in rpm."""
        key = (bit.diameter, bit.marked_max_rpm, router.id)
        found = self._turning.get(key)
        if found is None:
            found = self._turning[key] = turning_rpm(speed_of(bit, router, self.rules))
        return found

    def _summary(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        if not router.has_collet(bit.shank) and router.sleeve_for(bit.shank) is None:
            yield collet_reason(bit.shank, router)
        sizes = size_reasons(
            diameter=bit.diameter,
            shank=bit.shank,
            router_class=router.router_class,
            mounting=router.mounting,
            opening=base.opening,
            rules=self.rules,
        )
        yield from sizes
        slowest_dial = min((position.rpm for position in router.dial), default=0.0)
        if surely_turns(
            bit_diameter=bit.diameter,
            bit_max_rpm=bit.marked_max_rpm,
            router_min_rpm=router.min_rpm,
            router_max_rpm=router.max_rpm,
            slowest_dial_rpm=slowest_dial,
        ):
            return
        codes = {reason.code for reason in sizes}
        for said in speed_of(bit, router, self.rules).cautions:
            if said.level == "stop" and said.code not in codes:
                yield said


_MOST_REMEMBERED = 4
_remembered_tools: list[ShopTools] = []


def shop_tools(shop: Shop, rules: HouseRules) -> ShopTools:
    """The tools of a shop, remembered by identity: a shop is one frozen value, replaced on every change."""
    for tools in list(_remembered_tools):
        if tools.shop is shop and (tools.rules is rules or tools.rules == rules):
            return tools
    made = ShopTools(shop, rules)
    _remembered_tools.insert(0, made)
    del _remembered_tools[_MOST_REMEMBERED:]
    return made


class Judge(ABC):
    """Judges bits and routers of a shop for one cut in one wood. What it asks of a bit and of a set-up is the cut's own."""

    def __init__(self, shop: Shop, wood: Material, rules: HouseRules, part: tuple[float, float] | None) -> None:
        self.tools = shop_tools(shop, rules)
        self.wood = wood
        self.rules = rules
        self.small = part is not None and is_small(part)
        self.part = part
        self._bases: dict[tuple[str, str], Base] = {}

    @abstractmethod
    def reach(self, bit: Bit) -> float:
        """How far a bit stands out below the base in all, in mm."""

    @property
    def begins_inside(self) -> bool:
        """Whether the cut begins inside the board, so that the bit plunges."""
        return False

    @abstractmethod
    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""

    @abstractmethod
    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """What this cut has against the router: by hand or not, begun inside the board, a base that tips, no guide."""

    @abstractmethod
    def against_setup(self, bit: Bit, router: Router, base: Base, free: float, compliance: float) -> Iterator[Reason]:
        """What speaks against the set-up once it could be had: room around it, power, bending."""

    @abstractmethod
    def ranking(self, mounted: Collection[Pair] = frozenset()) -> Ranking:
        """The order of the candidates; `mounted` are set up in this job already."""

    @abstractmethod
    def losses(self, each: Candidate, best: Candidate) -> tuple[Text, ...]:
        """What a candidate loses against the best, worst first."""

    @abstractmethod
    def is_of_kind(self, bit: Bit) -> bool:
        """Whether a bit is of a kind that makes such cuts at all."""

    @property
    def wants(self) -> str:
        """What such bits are called, where there is none."""
        return "straight bit or spiral"

    @property
    def preferred_mounting(self) -> Mounting | None:
        """How the router of a nearest miss had better be mounted; None where a table makes such a cut as well as the hand."""
        return "hand"

    @property
    def bits_are_alike(self) -> bool:
        """Whether another bit could take the place of one without anything else being made anew, such as a template."""
        return True

    def cleanest(self, ranked: Sequence[Candidate]) -> Sequence[Candidate]:
        """Of some candidates those that are worth buying something for."""
        return ranked

    def bearing_on(self, bit: Bit, mounting: Mounting) -> float | None:
        """The bearing that a bit rides on in this cut, in mm; None where it rides on none."""
        return None

    def missing_bearing(self, bit: Bit) -> float | None:
        """The bearing that would make this cut with a bit that has no such one, in mm; None where no bearing would."""
        return None

    def goes_before(self, chosen: Candidate) -> Candidate | None:
        """The pair of bit and router that clears the way for another one; None where nothing does."""
        return None

    @abstractmethod
    def extra_work(self, bit: Bit) -> float:
        """How much more there is to do with a bit than with the handiest: passes side by side."""

    def first_look(self, bit: Bit, router: Router) -> Candidate | Reason:
        """The pair as a candidate, or the first thing that speaks against it; quick enough for every bit of a full drawer."""
        base = self.base(bit, router)
        if against := self.tools.against(bit, router, base):
            return against[0]
        for reason in self.against_router(bit, router, base):
            return reason
        free = free_length(bit, router, base, depth=self.reach(bit), rules=self.rules)
        if free < 0:
            grip = self.grip(bit, router)
            return grip if isinstance(grip, Reason) else Reason(strength_words.OVERALL_UNKNOWN)
        compliance = tip_compliance(
            shank=bit.shank, cutter=bit.diameter, cutting_length=bit.cutting_length, free_length=free, body=bit.body
        )
        for reason in self.against_setup(bit, router, base, free, compliance):
            return reason
        return Candidate(bit, router, base, compliance)

    def candidate(self, bit: Bit, router: Router) -> Candidate:
        """The pair with all that speaks against it; how it would be set up is looked at only when nothing else does."""
        base = self.base(bit, router)
        own = self.against_bit(bit)
        grip = self.grip(bit, router)
        reasons = [*([own] if own else []), *self.tools.against(bit, router, base)]
        reasons += [] if own else self.against_router(bit, router, base)
        free = bit.head_length
        if isinstance(grip, Reason):
            reasons.append(grip)
        else:
            free = grip.free
        compliance = tip_compliance(
            shank=bit.shank, cutter=bit.diameter, cutting_length=bit.cutting_length, free_length=free, body=bit.body
        )
        if not reasons:
            reasons = list(self.against_setup(bit, router, base, free, compliance))
        return Candidate(bit, router, base, compliance, tuple(reasons))

    def base(self, bit: Bit, router: Router) -> Base:
        """The base this bit would work in."""
        key = (bit.id, router.id)
        found = self._bases.get(key)
        if found is None:
            step = school_step(bit, self.rules)
            several = closeness.over(self.reach(bit), step) or (self.rules.pass_share < 1 and not bit.full_depth_only)
            found = self._bases[key] = usual_base(router, several_depths=several, begins_inside=self.begins_inside)
        return found

    def grip(self, bit: Bit, router: Router) -> Grip | Reason:
        """How it sits in this router's collet."""
        return plan_grip(bit, router, self.base(bit, router), depth=self.reach(bit), rules=self.rules)

    def lifts_off_table(self, bit: Bit, router: Router) -> Reason | None:
        """Why a bit whose flutes push down by hand does not work over a table, where it lifts the work.

        Rule: R7 axial pull
        Formula: a down-cut; a compression bit that is out by more than twice its up-cut tip
        Source: over a table "down" is up, away from the motor"""
        tip = bit.up_cut_tip or 0.0
        down = bit.profile == "down-cut" or (bit.profile == "compression" and closeness.over(self.reach(bit), 2 * tip))
        return Reason(table_words.LIFTS_OFF_TABLE, {"kind": bit.kind.name}) if down and router.mounting == "table" else None

    def against_weight(self, part: tuple[float, float], thickness: float) -> Iterator[Reason]:
        """Why a board does not go over a table without support beside it, if so."""
        if wants_support(part, thickness, self.wood.density):
            kg = kilograms(part, thickness, self.wood.density)
            yield Reason(table_words.WANTS_SUPPORT, {"length": max(part), "kg": kg})

    def small_reason(self) -> Reason:
        """Why a part this small is not routed by hand."""
        long, wide = self.part or (0.0, 0.0)
        return Reason(hold_words.SMALL_PART, {"length": long, "width": wide})


def collet_reason(shank: float, router: Router) -> Reason:
    """Why no collet of a router takes a shank; names the metric and inch sizes that get mistaken for one another."""
    for collet in router.collets:
        if abs(collet - shank) < _TRAP:
            return Reason(choosing_words.SHANK_TRAP, {"shank": shank_name(shank), "near": shank_name(collet)})
    return Reason(
        choosing_words.NO_COLLET, {"shank": shank_name(shank), "collets": ", ".join(shank_name(c) for c in router.collets)}
    )
