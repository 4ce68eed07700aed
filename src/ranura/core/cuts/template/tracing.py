"""The line traced first by a small bit, along the template that a larger bit then follows right through (R9, R16)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ranura.core.choosing.order import Candidate
from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.cutting.speed import Speed
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loops import area_of
from ranura.core.shop.tooling.bits import Bit
from ranura.core.templates.clearing import Round
from ranura.core.templates.shaping import made_by

DEEPER = 1.0
"""mm by which the first pass of the larger bit goes deeper than the trace at least: in the trace alone it would cut with the one
flank that pulls it along."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Traced:
    """The passes of the small bit: its tools, what it follows the template with, its ways at the first place, its steps."""

    candidate: Candidate
    follower: Follower
    speed: Speed
    ways: tuple[Round, ...]
    stepping: Stepping

    @property
    def bit(self) -> Bit:
        """What it is traced with."""
        return self.candidate.bit

    @property
    def depth(self) -> float:
        """How deep, in mm."""
        return self.stepping.depths[-1]


def followed(template: Template, follower: Follower, bit: Bit) -> tuple[Template, int]:
    """A template as another guide and bit follow it, and at how many corners that guide stays out.

    Rule: R9 two pairs on one template
    Formula: o = (OD − D)/2, the same of both; the axis of each is that of its own ring
    Source: discs that roll along one edge, each with its bit in its middle, reach to one line"""
    made = made_by(template.loops, "part" if template.outside else "recess", guide=follower.across, bit=bit.diameter)
    return replace(template, axis=area_of(made.axis), obtained=area_of(made.cut)), len(made.places)


def goes_along(template: Template, with_larger: Template) -> bool:
    """Whether a larger pair goes along every edge that the smaller one goes along."""

    def edges(of: Template) -> int:
        return sum(1 + len(part.interiors) for part in parts_of(of.axis))

    return edges(template) == edges(with_larger) > 0
