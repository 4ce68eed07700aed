"""Half-blind dovetails by a comb (R14): both boards in one go, comb, bushing and bit bound to one another."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ranura.core.geometry import closeness

LEAST_HALF_PIN = 6.0
"""mm that stand beside the outer tails at least."""


@dataclass(frozen=True, kw_only=True, slots=True)
class CombDovetail:
    """All mm. The bushing's play in a slot of the comb, how far one board is shifted against the other; the depth at which the
    tails fill their sockets and how wide they are there, None where there is no such depth; how much tighter a mm of depth makes
    it; how many tails a board takes, and what stands beside the outer ones."""

    play: float
    board_offset: float
    tightness: float
    depth: float | None
    tail: float | None
    tails: int
    half_pin: float | None

    @property
    def blocked(self) -> bool:
        """Whether comb, bushing and bit do not go together, or no tail finds room."""
        return self.depth is None


def plan_comb_dovetail(
    *,
    bit_diameter: float,
    bit_angle: float,
    cutting_depth: float,
    finger_pitch: float,
    slot_width: float,
    bushing_od: float,
    width: float,
) -> CombDovetail:
    """The tails of a board `width` wide; `bit_diameter` is the bit's widest, `bit_angle` its flanks' degrees from the axis.

    Rule: R14 comb dovetails
    Formula: v = S − OD, w = D + v, h = (2·w − P)/(2·tan(angle)); tightness = 2·tan(angle); tails = ⌊(width − 12 − w)/P⌋ + 1
    Source: the tail, P − w + 2·h·tan(angle) at its end, fills a socket that is w wide at its floor; half pins of 6 mm or more"""
    play, flank = slot_width - bushing_od, math.tan(math.radians(bit_angle))
    tail = bit_diameter + play
    depth = (2 * tail - finger_pitch) / (2 * flank)
    tails = math.floor(closeness.floor_to((width - 2 * LEAST_HALF_PIN - tail) / finger_pitch, 1.0)) + 1
    fits = closeness.over(depth, 0) and not closeness.over(depth, cutting_depth) and not closeness.under(play, 0) and tails > 0
    return CombDovetail(
        play=play,
        board_offset=finger_pitch / 2,
        tightness=2 * flank,
        depth=depth if fits else None,
        tail=tail if fits else None,
        tails=tails if fits else 0,
        half_pin=(width - (tails - 1) * finger_pitch - tail) / 2 if fits else None,
    )
