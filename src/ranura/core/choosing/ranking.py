"""Ranking what can make a channel (R15): no extra set-up, stiffness, finish, power in hand, what is mounted, cost and wear; and
what each loses against the best."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from typing import Any

from ranura.core.board.materials import CROSS_VENEERED, Material
from ranura.core.choosing.losses import in_words, of_tools
from ranura.core.choosing.order import Candidate, Pair, Ranking
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import PROFILES, SPIRALS, Profile
from ranura.core.text.writing import Text

_VENEERED: tuple[Profile, ...] = ("down-cut", "straight", "compression", "up-cut")
_VENEERED_THROUGH: tuple[Profile, ...] = ("compression", "down-cut", "straight", "up-cut")
_FAR_FACE: tuple[Profile, ...] = ("compression", "up-cut", "straight", "down-cut")
_MDF: tuple[Profile, ...] = ("straight", "up-cut", "down-cut", "compression")
_SOLID_DEEP: tuple[Profile, ...] = ("up-cut", "straight", "compression", "down-cut")
_SOLID_SHALLOW: tuple[Profile, ...] = ("down-cut", "straight", "up-cut", "compression")

_TEARS = 3


def finish_order(material: Material, need: StraightCut) -> tuple[Profile, ...]:
    """Profiles from the cleanest to the roughest for a cut.

    Rule: R15 finish
    Formula: plywood and veneer: down-cut, straight, compression, up-cut; through: compression, down-cut, straight, up-cut;
        MDF: straight, any spiral; solid and deep or plunged: up-cut, straight, compression, down-cut; solid and shallow:
        down-cut, straight, up-cut
    Source: a down-cut presses the near face's fibres down; an up-cut clears chips"""
    if material.material_class in CROSS_VENEERED:
        if need.through:
            return _VENEERED_THROUGH
        return _VENEERED if need.clean == "near" else _FAR_FACE
    if material.material_class == "mdf":
        return _MDF
    return _SOLID_DEEP if need.stopped or closeness.over(need.depth, need.width) else _SOLID_SHALLOW


def finish_rank(profile: Profile, order: Sequence[Profile], material: Material) -> int:
    """How clean a profile cuts: its place in the order, 0 for the cleanest; in MDF all spirals are alike."""
    place = order.index(profile) if profile in order else len(order)
    return min(place, 1) if material.material_class == "mdf" else place


def _school_rank(profile: Profile, material: Material, need: StraightCut, rules: HouseRules) -> int:
    """0 for what the house takes first (S1, S2), 1 for the rest; 0 for all where it goes by the material."""
    if rules.spiral == "by-material":
        return 0
    tears = material.tear_out + (1 if need.across_grain and material.material_class in CROSS_VENEERED else 0)
    spiral_first = rules.spiral == "spiral-first" or tears >= _TEARS
    return int((profile in SPIRALS) != spiral_first)


class StraightRanking(Ranking):
    """The order for a channel. `mounted` are the pairs already set up in this job."""

    def __init__(
        self, material: Material, need: StraightCut, rules: HouseRules, *, mounted: Collection[Pair] = frozenset()
    ) -> None:
        order = finish_order(material, need)
        self._need = need
        self._rules = rules
        self._mounted = mounted
        self._finish = {profile: finish_rank(profile, order, material) for profile in PROFILES}
        self._school = {profile: _school_rank(profile, material, need, rules) for profile in PROFILES}
        self._counts: dict[float, float] = {}

    def promise(self, bit: Bit) -> tuple[float, ...]:
        """See `Ranking.promise`."""
        return (bit.state == "dull", False, self._school[bit.profile], False, self._count(bit.diameter), -bit.shank)

    def key(self, each: Candidate) -> tuple[Any, ...]:
        """See `Ranking.key`."""
        bit, router = each.bit, each.router
        return (
            bit.state == "dull",
            (router.mounting == "hand") == closeness.over(bit.diameter, self._rules.hand_caution),
            self._school[bit.profile],
            bool(router.sleeves) and each.sleeved,
            self._count(bit.diameter),
            -bit.shank,
            math.floor(math.log2(each.compliance)),
            self._finish[bit.profile],
            -router.rated_input_w,
            (bit.id, router.id) not in self._mounted,
            bit.state == "worn",
            bit.price or 0.0,
            bit.metres_cut,
            -bit.diameter,
            bit.id,
            router.id,
        )

    def _count(self, diameter: float) -> float:
        if diameter not in self._counts:
            self._counts[diameter] = self._need.effort(diameter)
        return self._counts[diameter]


def losses(each: Candidate, best: Candidate, material: Material, need: StraightCut, rules: HouseRules) -> tuple[Text, ...]:
    """What a candidate loses against the best, worst first; empty for the best itself."""
    lost = of_tools(each, best)
    if each.router.mounting != best.router.mounting:
        lost["to-the-table" if each.router.mounting == "table" else "by-hand"] = {}
    bit, other = each.bit, best.bit
    if _school_rank(bit.profile, material, need, rules) > _school_rank(other.profile, material, need, rules):
        lost["school"] = {"kind": "spirals" if other.profile in SPIRALS else "straight bits"}
    count, fewest = need.lateral_passes(bit.diameter), need.lateral_passes(other.diameter)
    if count > fewest:
        lost["more-passes"] = {"count": count, "best": fewest}
    elif need.thin_bite(bit.diameter) and not need.thin_bite(other.diameter):
        lost["thin-spacer"] = {"thin": need.width - bit.diameter}
    order = finish_order(material, need)
    if finish_rank(bit.profile, order, material) > finish_rank(other.profile, order, material):
        lost["rougher"] = {"material": material.name}
    return in_words(lost, each, best)
