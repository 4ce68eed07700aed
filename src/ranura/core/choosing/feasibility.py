"""Whether a bit in a router can be set up for a cut: wood under the fence, room for clamps, power for a least step (R15).

Looked at last, for candidates that nothing else speaks against: a smaller base may fit where a larger one does not, so these
are reasons to take another router, not only cautions of the chosen one.
"""

from __future__ import annotations

from ranura.core import numbers
from ranura.core.cautions import Reason
from ranura.core.cuts.dado import Channel
from ranura.core.cutting.stepping import LEAST_STEP, Tooling, gaits_of, step_limits
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, sweep_of
from ranura.core.tooling.routers import Base

SETUP_CODES = frozenset({"fence-off-board", "no-room-for-clamps", "power-over"})
"""Reasons that another board, another way of holding or a shallower cut can take away."""


def setup_reasons(tooling: Tooling, base: Base, channel: Channel) -> list[Reason]:
    """What stands against setting up this pair on this base, by hand; empty when nothing does."""
    bit, guided = tooling.bit, base.sides[0]
    fence, cautions = place_fence(channel, bit, guided, tooling.rules)
    spacers = fence.setback.spacers or (0.0,)
    sweep = sweep_of(channel, fence, base, bit_diameter=bit.diameter, guided=guided.distance, widest_spacer=spacers[0])
    found = [*cautions, *hold(channel, fence, sweep).cautions]
    reasons = [Reason(each.code, each.facts) for each in found if each.level == "stop"]
    least = min(limit.step for limit in step_limits(tooling, gaits_of(tooling, spacers, depth=channel.depth)))
    needed = min(LEAST_STEP, channel.depth)
    if numbers.under(least, needed):
        slot = gaits_of(tooling, (0.0,), depth=channel.depth)[0]
        facts = {"power": slot.watts_per_mm * needed, "available": tooling.usable_w / tooling.rules.power_limit}
        reasons.append(Reason("power-over", facts))
    return reasons
