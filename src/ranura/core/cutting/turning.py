"""What turns in a plan: a bit in a router at a speed, in a wood; the power and bending of any bite (R5, R6)."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.board.materials import Material
from ranura.core.cutting.feed import Feed, feed_per_tooth, plan_feed
from ranura.core.cutting.power import Power, plan_power
from ranura.core.cutting.stiffness import Stiffness, plan_stiffness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router


@dataclass(frozen=True, kw_only=True, slots=True)
class Turning:
    """What turns, how fast in rpm, how far it stands out of the collet in mm, in what."""

    bit: Bit
    router: Router
    rpm: float
    free_length: float
    material: Material
    rules: HouseRules
    for_rpm: float | None = None
    """What it turned at before it was slowed so that it does not burn: its feed stays that of this speed."""

    @property
    def burnt_below(self) -> float | None:
        """The feed per tooth in mm below which such cuts burnt so far; None where the house holds to no such thing."""
        return self.rules.burnt_below(self.material.material_class, self.bit.kind.name)

    def feed(self, *, engagement: float | None, fastest: float) -> Feed:
        """The feed by hand for an engagement, None for a full slot, up to its ceiling in m/min (R4). Of a spindle that was slowed
        it is that of the speed before."""
        return plan_feed(
            rpm=self.rpm,
            flutes=self.bit.flutes,
            bit_diameter=self.bit.diameter,
            material=self.material.material_class,
            radial_engagement=engagement,
            burn=self.material.burn,
            tear_out=self.material.tear_out,
            slowest=self.rules.feed_min_m_min,
            fastest=fastest,
            burning=self.rules.burning,
            burnt_below=self.burnt_below,
            for_rpm=self.for_rpm,
        )

    def stiffness(self, *, depth: float, width: float, tooth_mm: float) -> Stiffness:
        """How far the bit bends in a pass (R6)."""
        return plan_stiffness(
            bit_diameter=self.bit.diameter,
            shank_diameter=self.bit.shank,
            cutting_length=min(self.bit.cutting_length, self.free_length),
            free_length=self.free_length,
            engaged_depth=depth,
            width=width,
            material=self.material.material_class,
            tooth_mm=tooth_mm,
            body=self.bit.body,
            dull=self.bit.state == "dull",
            rules=self.rules,
        )

    def power(self, *, depth: float, width: float, feed_m_min: float) -> Power:
        """The power of a section at a feed (R5)."""
        return plan_power(
            material=self.material.material_class,
            depth=depth,
            width=width,
            feed_m_min=feed_m_min,
            dull=self.bit.state == "dull",
            rated_input_w=self.router.rated_input_w,
            bit_diameter=self.bit.diameter,
            tooth_mm=feed_per_tooth(feed_m_min=feed_m_min, rpm=self.rpm, flutes=self.bit.flutes),
            share_of_input=self.rules.power_share,
            limit=self.rules.power_limit,
        )

    @property
    def usable_w(self) -> float:
        """Watts a pass may take: the limit's share of what the router has to give."""
        return self.router.rated_input_w * self.rules.power_share * self.rules.power_limit
