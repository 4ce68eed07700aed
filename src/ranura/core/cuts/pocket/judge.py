"""Judging bits and routers for a pocket under one method of guiding it (R15)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import assert_never

from ranura.core.board.materials import Material
from ranura.core.choosing.judging import BEARING
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.clearing import Clearing, clearing, clearing_from_outside, clearing_of_box
from ranura.core.cuts.pocket.forms import AreaGuided
from ranura.core.cuts.pocket.guides import (
    AreaGuide,
    FreehandGuide,
    TrammelGuide,
    lanes_of,
    shoulder_guide,
    sled_guide,
    trammel_guide,
)
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.template.guides import Follower, bearing, bushing
from ranura.core.cutting.step_limits import school_step
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import offset_ring, thinned
from ranura.core.geometry.convex import oblong
from ranura.core.geometry.rings import Ring, arc_points, circle_ring, extent, shifted
from ranura.core.holding.clamps import Holding, hold
from ranura.core.holding.sweep import LEAD, Sweep, around_axis
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import SLED_ABOVE
from ranura.core.shop.tooling.profiles import FLAT_ENDED, TEMPLATE_BITS
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.templates import words as template_words
from ranura.core.templates.plates import PLATE, plate_for
from ranura.core.text import depth_words, guide_words
from ranura.core.text.cautions import Reason

_THINNED = 0.1
"""mm by which a path may be off where clashes are judged; the base counts as larger by as much."""


class PocketJudge(StraightJudge):
    """`kind` is the method of guiding that is judged; `thickness_said` whether the person said how thick the template is."""

    def __init__(
        self, shop: Shop, asked: PocketOnBoard, wood: Material, rules: HouseRules, kind: AreaGuided, *, thickness_said: bool
    ) -> None:
        need = asked.need if asked.form == "lap" else replace(asked.need, lane=rules.lane)
        super().__init__(shop, need, wood, rules)
        self.asked = asked
        self.kind = kind
        if need.through:
            self.need = replace(need, depth=self.depth)
        self.thickness_said = thickness_said
        self._guides: dict[tuple[str, str, str], AreaGuide | Reason] = {}

    @property
    def depth(self) -> float:
        """How deep it goes in all, in mm: into the sacrificial board, or short of going through where a skin is left."""
        asked, rules = self.asked, self.rules
        if not asked.through:
            return asked.depth
        if asked.frees and asked.loose == "skin":
            return asked.thickness - rules.tab
        return asked.thickness + rules.through_extra

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: the template lies between base and work, and so does a plate below the base."""
        return self.depth + self.template_thickness(bit) + (PLATE if self.asked.plate else 0.0)

    def template_thickness(self, bit: Bit) -> float:
        """How thick the template is, or how far a sled holds the base above the work, in mm; 0 without one."""
        if self.kind == "bearing":
            found = self._bearing(bit)
            return self.asked.template if isinstance(found, Reason) else found.thickness
        if self.kind == "sled":
            sled = sled_guide(self.asked, self.tools.shop.guides)
            return SLED_ABOVE if isinstance(sled, Reason) else sled.thickness
        return self.asked.template if self.kind == "bushing" else 0.0

    def _bearing(self, bit: Bit) -> Follower | Reason:
        asked, step = self.asked, school_step(bit, self.rules)
        first = min(step, asked.thickness if asked.through else asked.depth)
        return bearing(bit, first=first, template=asked.template, said=self.thickness_said)

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        need, asked = self.need, self.asked
        if not self.is_of_kind(bit):
            return Reason(
                depth_words.WRONG_PROFILE if self.kind != "bearing" else template_words.NO_SHANK_BEARING,
                {"profile": bit.kind.name},
            )
        if not asked.facts.keeps_inside and asked.form != "flatten" and closeness.over(bit.diameter, need.width):
            return Reason(guide_words.BIT_WIDER_THAN_CUT, {"diameter": bit.diameter, "width": need.width})
        if asked.form == "cut-out" and not closeness.under(bit.diameter, need.width):
            return Reason(words.NOTHING_TO_CUT_ROUND, {"diameter": bit.diameter})
        if need.corner is not None and closeness.over(bit.diameter / 2, need.corner):
            return Reason(template_words.CORNER_TOO_TIGHT, {"radius": bit.diameter / 2, "corner": need.corner})
        if closeness.over(self.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.depth, "cutting_length": bit.cuts_to})
        if need.stopped and (against := self.against_plunging(bit)) is not None:
            return against
        if asked.ring is not None and self.field(bit) is None:
            return Reason(guide_words.BIT_WIDER_THAN_CUT, {"diameter": bit.diameter, "width": need.width})
        return None

    def field(self, bit: Bit) -> Clearing | None:
        """The paths that clear the field with a bit; None where it does not enter, or where only a line is cut."""
        asked = self.asked
        if asked.around or asked.in_lanes:
            return None
        try:
            if asked.comes_in:
                return self._from_outside(bit)
            if asked.ring is None and not asked.facts.round:
                radius = asked.radius_with(bit.diameter) or 0.0
                return clearing_of_box(asked.box, radius=radius, bit_diameter=bit.diameter, lane=self.rules.lane)
            return clearing(asked.outline(bit.diameter), bit_diameter=bit.diameter, lane=self.rules.lane)
        except ValueError:
            return None

    def _from_outside(self, bit: Bit) -> Clearing:
        """The paths of a field that is open to a side: taken beyond the board there, and begun outside. Raises ValueError where
        the bit does not enter."""
        asked = self.asked
        x0, y0, x1, y1 = asked.box
        beyond = bit.diameter + LEAD
        x0 -= beyond if "left" in asked.open_sides else 0
        x1 += beyond if "right" in asked.open_sides else 0
        y0 -= beyond if "near" in asked.open_sides else 0
        y1 += beyond if "far" in asked.open_sides else 0
        if min(x1 - x0, y1 - y0) < bit.diameter:
            raise ValueError("the bit is wider than the field")
        return clearing_from_outside(
            (x0, y0, x1, y1),
            asked.part,
            asked.open_sides,
            radius=asked.radius or 0.0,
            bit_diameter=bit.diameter,
            lane=self.rules.lane,
        )

    def paths(self, bit: Bit, guide: AreaGuide) -> tuple[Ring, ...]:
        """All paths of the axis at the first place, in order of work."""
        asked = self.asked
        if asked.in_lanes:
            return lanes_of(asked, bit_diameter=bit.diameter, lane=self.need.lane)
        if isinstance(guide, TrammelGuide) and asked.open_paths:
            return tuple(arc_points(guide.pivot, radius, asked.sweep) for radius in guide.radii)
        if isinstance(guide, TrammelGuide):
            rings = tuple(circle_ring(guide.pivot, radius) for radius in guide.radii)
            return rings if asked.facts.keeps_inside else tuple(ring[::-1] for ring in rings)
        if asked.around:
            outside = asked.facts.keeps_inside
            path = offset_ring(asked.outline(bit.diameter), bit.diameter / 2 if outside else -bit.diameter / 2)
            # shapely's rings run clockwise
            return (path[::-1],) if outside else (path,)
        found = self.field(bit)
        return () if found is None else found.paths

    def guide(self, bit: Bit, router: Router, base: Base) -> AreaGuide | Reason:
        """How this pair is guided, or why it cannot be."""
        key = (bit.id, router.id, base.kind)
        if key not in self._guides:
            self._guides[key] = self._look_for_guide(bit, base)
        return self._guides[key]

    def _look_for_guide(self, bit: Bit, base: Base) -> AreaGuide | Reason:
        guides = self.tools.shop.guides
        match self.kind:
            case "bushing":
                kept = self.asked.narrow if self.asked.facts.keeps_inside else None
                return bushing(bit, base, guides, template=self.asked.template, kept=kept, rules=self.rules)
            case "bearing":
                return self._bearing(bit)
            case "trammel":
                return trammel_guide(self.asked, bit, guides)
            case "shoulder":
                return shoulder_guide(bit, base)
            case "sled":
                return sled_guide(self.asked, guides)
            case "freehand":
                return FreehandGuide()
            case _:
                assert_never(self.kind)

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        if self.kind == "sled":
            return bit.profile in FLAT_ENDED or bit.profile == "surfacing"
        return bit.profile in (TEMPLATE_BITS if self.kind == "bearing" else FLAT_ENDED)

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return "bit with a bearing at the shank" if self.kind == "bearing" else super().wants

    @property
    def bits_are_alike(self) -> bool:
        """See `Judge.bits_are_alike`: a template fits one bit, and another one wants another template."""
        return False

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        by_hand = self.tools.by_hand[router.id]
        if not by_hand:
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
            return
        if self.small:
            yield self.small_reason()
        if self.need.stopped and base.kind != "plunge":
            yield Reason(depth_words.NO_PLUNGE_BASE)
        guide = self.guide(bit, router, base)
        if isinstance(guide, Reason):
            yield guide
        elif self.asked.plate and self.kind == "bushing":
            yield Reason(template_words.PLATE_HIDES_BUSHING)
        elif not (self.asked.plate or self.asked.around or self.asked.in_lanes or self._bridged(bit, guide, base)):
            yield Reason(guide_words.BASE_TIPS, {"across": base.across, "width": min(self.asked.size)})

    def bridging(self, bit: Bit, guide: AreaGuide) -> float:
        """How wide a base, or a plate below it, must be to rest on both rims in the middle of the field, or on the board beside
        an open side, in mm."""
        offset = guide.offset(bit) if isinstance(guide, Follower) else 0.0
        length, across = self.asked.size
        opened = set(self.asked.open_sides)
        # Where a side is open it lies on the other rim alone, with its axis as far from that as the field is wide.
        spans = (length * (2 if opened & {"left", "right"} else 1), across * (2 if opened & {"near", "far"} else 1))
        return min(spans) + 2 * offset + 2 * BEARING

    def plate(self, bit: Bit, guide: AreaGuide) -> float:
        """How wide a plate below the base must be to lie firm at every place of the field, in mm."""
        return plate_for(self.bridging(bit, guide) - 2 * BEARING, beyond=BEARING)

    def _bridged(self, bit: Bit, guide: AreaGuide, base: Base) -> bool:
        return not closeness.over(self.bridging(bit, guide), base.across)

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: room for clamps beside the base's path."""
        guide = self.guide(bit, router, base)
        if not isinstance(guide, Reason):
            yield from (each for each in self.held(bit, base, guide).cautions if each.level == "stop")

    def held(self, bit: Bit, base: Base, guide: AreaGuide) -> Holding:
        """How the board is held, with the router's paths at all places."""
        asked = self.asked
        paths = self.paths(bit, guide)
        if asked.in_lanes:
            ways = [_closed(oblong(*extent((*paths[0], *paths[-1]))))]
        else:
            ways = [paths[0], paths[-1]] if asked.open_paths else [_closed(thinned(paths[-1], _THINNED))]
        across = around_axis(base)
        radius = (max(across, self.plate(bit, guide) / 2) if asked.plate else across) + _THINNED
        sweeps = [Sweep(paths=tuple((shifted(way, shift), radius) for way in ways)) for shift in asked.places]
        return hold(
            asked.part,
            Sweep(paths=tuple(path for each in sweeps for path in each.paths)),
            stations=sweeps if len(sweeps) > 1 else (),
            placed=asked.clamps,
            held=asked.held,
        )


def _closed(ring: Ring) -> Ring:
    """A ring that ends where it begins."""
    return (*ring, ring[0])
