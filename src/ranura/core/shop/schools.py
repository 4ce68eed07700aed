"""Schools: where experienced people disagree, the ways of which a shop follows one, each with what choosing it changes."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, get_args

SpeedRule = Literal["rim-speed", "bands-inch", "bands-metric", "share"]
DepthRule = Literal["half-diameter", "diameter", "fixed-cap", "thinnest"]
Climb = Literal["never", "start", "light-pass"]
SpiralSchool = Literal["by-material", "spiral-first", "straight-first"]
Burning = Literal["faster-feed", "slower-spindle"]
Corners = Literal["chisel", "round-mate"]
Inches = Literal["1/64", "1/32", "1/16"]
TurretSchool = Literal["from-floor", "from-zero"]
Level = Literal["learner", "practised", "experienced"]
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
    Choice(group="spiral", value="by-material", name="By the material",
           says="The profile that leaves the cleanest wall in this wood comes first."),
    Choice(group="spiral", value="spiral-first", name="Spiral always",
           says="A spiral comes before a straight bit wherever one fits: cleaner walls, dearer bits."),
    Choice(group="spiral", value="straight-first", name="Straight unless the grain asks",
           says="A straight bit comes first and spares the spirals; spirals stay for wood that tears."),
    Choice(group="burning", value="faster-feed", name="Move faster",
           says="Against burning: move faster and take less at a time."),
    Choice(group="burning", value="slower-spindle", name="Slow the spindle",
           says="Against burning: turn the spindle slower at the same feed."),
    Choice(group="climb", value="never", name="Never climb",
           says="No cut with the rotation; a lead-in block and a backer do its work."),
    Choice(group="climb", value="start", name="A short climb at the start",
           says="The first 15 mm of an edge may be climbed, lightly, before the cut proper."),
    Choice(group="climb", value="light-pass", name="A light climb pass first",
           says="A guided climb of at most 1 mm may go before the conventional pass."),
    Choice(group="corners", value="chisel", name="Square with a chisel",
           says="The round corners of a mortise are cut square, for a mate with square edges."),
    Choice(group="corners", value="round-mate", name="Round the mate",
           says="The corners stay round, and the edges of the mate are rounded to the bit."),
    Choice(group="turret", value="from-floor", name="Final depth on the lowest step",
           says="The turret ends exactly on the floor; the first pass takes what remains."),
    Choice(group="turret", value="from-zero", name="Zero on the highest step",
           says="The turret begins on the face and goes down by whole steps; the last pass takes what remains."),
    Choice(group="level", value="learner", name="Learners",
           says="No climb, nothing freehand, no undercut by hand, nothing lowered onto a turning bit; every cut tried in scrap."),
    Choice(group="level", value="practised", name="Practised",
           says="All that the rules allow; at the machine one thing is set at a time."),
    Choice(group="level", value="experienced", name="Experienced",
           says="All that the rules allow; at the machine speed, depth, guide and holding are set in one step."),
    Choice(group="inches", value="1/64", name="To 1/64 in",
           says="Lengths in inches are written to the nearest 1/64, as a fine rule shows them."),
    Choice(group="inches", value="1/32", name="To 1/32 in",
           says="Written to the nearest 1/32; what that is off by stands beside it."),
    Choice(group="inches", value="1/16", name="To 1/16 in",
           says="Written to the nearest 1/16, as on a tape; what that is off by stands beside it."),
)  # fmt: skip
"""All schools of R2, R3, R4, R7, R15 and R17. Source: craft, where experienced people disagree."""


@lru_cache(maxsize=1)
def school_values() -> dict[str, tuple[str, ...]]:
    """The schools that may be chosen, by group."""
    groups = dict.fromkeys(choice.group for choice in SCHOOLS)
    return {group: tuple(choice.value for choice in SCHOOLS if choice.group == group) for group in groups}
