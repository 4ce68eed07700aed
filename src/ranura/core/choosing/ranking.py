"""Ranking what can make a cut (R15): fewest set-ups first, then stiffness, finish, power in hand; and what each loses."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core import numbers
from ranura.core.choosing.candidates import Candidate
from ranura.core.cuts.dado import Channel
from ranura.core.guiding.fences import lateral_passes
from ranura.core.materials import CROSS_VENEERED, Material
from ranura.core.text import Fact, Text, write
from ranura.core.tooling.bits import Bit, Profile, shank_name

_VENEERED_ORDER: tuple[Profile, ...] = ("down-cut", "straight", "up-cut")
_MDF_ORDER: tuple[Profile, ...] = ("straight", "down-cut", "up-cut")
_SOLID_DEEP: tuple[Profile, ...] = ("up-cut", "straight", "down-cut")
_SOLID_SHALLOW: tuple[Profile, ...] = ("down-cut", "straight", "up-cut")

LOSSES = {
    "more-passes": "{count} passes side by side instead of {best}",
    "thinner-shank": "bends more: a {shank} shank instead of {best}",
    "dull": "dull: half as much power again, and it burns",
    "rougher": "the edges of the cut come out less clean in {material}",
    "less-power": "{watts:n0} W instead of {best:n0} W",
}


@dataclass(frozen=True, kw_only=True, slots=True)
class Ranked:
    """A candidate with what it loses against the best; the best loses nothing."""

    candidate: Candidate
    loses: tuple[Text, ...]


def finish_order(material: Material, *, deep: bool) -> tuple[Profile, ...]:
    """Profiles from the cleanest to the roughest channel that does not go through.

    Rule: R15 finish
    Formula: veneered and plywood: down-cut, straight, up-cut; MDF: straight, spiral; solid and deep: up-cut, straight,
        down-cut; solid and shallow: down-cut, straight, up-cut
    Source: a down-cut presses the near face's fibres down; an up-cut clears chips"""
    if material.material_class in CROSS_VENEERED:
        return _VENEERED_ORDER
    if material.material_class == "mdf":
        return _MDF_ORDER
    return _SOLID_DEEP if deep else _SOLID_SHALLOW


def _finish_rank(bit: Bit, material: Material, channel: Channel) -> int:
    return finish_order(material, deep=numbers.over(channel.depth, bit.diameter)).index(bit.profile)


def _key(candidate: Candidate, material: Material, channel: Channel) -> tuple[float | str, ...]:
    bit, router = candidate.bit, candidate.router
    return (
        bit.state == "dull",
        lateral_passes(width=channel.width, bit_diameter=bit.diameter),
        -bit.shank,
        _finish_rank(bit, material, channel),
        -router.rated_input_w,
        bit.state == "worn",
        -bit.diameter,
        bit.id,
        router.id,
    )


def rank(fit: list[Candidate], material: Material, channel: Channel) -> tuple[Ranked, ...]:
    """The candidates, best first. A dull bit comes after every sharp one: it wants sharpening before anything else."""
    ordered = sorted(fit, key=lambda each: _key(each, material, channel))
    return tuple(Ranked(candidate=each, loses=_losses(each, ordered[0], material, channel)) for each in ordered)


def _losses(each: Candidate, best: Candidate, material: Material, channel: Channel) -> tuple[Text, ...]:
    found: list[Text] = []

    def loses(code: str, **facts: Fact) -> None:
        found.append(write(LOSSES[code], **facts))

    count = lateral_passes(width=channel.width, bit_diameter=each.bit.diameter)
    fewest = lateral_passes(width=channel.width, bit_diameter=best.bit.diameter)
    if each.bit.state == "dull" and best.bit.state != "dull":
        loses("dull")
    if count > fewest:
        loses("more-passes", count=count, best=fewest)
    if numbers.under(each.bit.shank, best.bit.shank):
        loses("thinner-shank", shank=shank_name(each.bit.shank), best=shank_name(best.bit.shank))
    if _finish_rank(each.bit, material, channel) > _finish_rank(best.bit, material, channel):
        loses("rougher", material=material.name)
    if each.router.rated_input_w < best.router.rated_input_w:
        loses("less-power", watts=each.router.rated_input_w, best=best.router.rated_input_w)
    return tuple(found)
