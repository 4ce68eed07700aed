"""Judging bits and routers for a cut by template under one method of guiding it (R15)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Final

from ranura.core.board.materials import Material
from ranura.core.choosing.judging import BEARING
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.shortlist import shortlist
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cuts.template import words
from ranura.core.cuts.template.asked import TemplateGuide
from ranura.core.cuts.template.guides import Follower, bearing, bushing, inlay_set, raised_by, tip_bearing
from ranura.core.cuts.template.on_board import OutlineOnBoard, grown
from ranura.core.cutting.step_limits import school_step
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of, thinned
from ranura.core.geometry.rings import Ring, shifted
from ranura.core.holding.clamps import ON_TABLE, Holding, hold
from ranura.core.holding.hands import two_hands_fit
from ranura.core.holding.sweep import Sweep, around_axis
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SAME_OFFSET
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import FLAT_ENDED, TEMPLATE_BITS
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.templates import words as template_words
from ranura.core.templates.plates import PLATE, plate_for
from ranura.core.templates.rounding import tightest_rounded
from ranura.core.templates.sawing import waste_for
from ranura.core.text import depth_words, guide_words, table_words
from ranura.core.text.cautions import Reason

_THINNED = 0.1
"""mm by which a path may be off where clashes are judged; the base counts as larger by as much."""

_TRACED_BY, _TRACERS, _SAME_LINE = 0.7, 24, 0.01
"""How wide a bit that traces a line is at most, in diameters of the one that follows; how many pairs are looked at for it; and mm
by which its line may lie beside that of the larger one where there is no truer one."""

FROM_BELOW: Final = ("tape", "vacuum")
"""What holds a part that a bit goes all round."""


class TemplateJudge(StraightJudge):
    """`kind` is the method of guiding that is judged, `corners` whether the bit must reach into every rounded corner,
    `thickness_said` whether the person said how thick the template is, and `offset` how far that lies beside the line where it is
    that of another pair, in mm."""

    def __init__(
        self,
        shop: Shop,
        asked: OutlineOnBoard,
        wood: Material,
        rules: HouseRules,
        kind: TemplateGuide,
        *,
        corners: bool,
        thickness_said: bool,
        offset: float | None = None,
    ) -> None:
        self.asked, self.kind, self.thickness_said, self.offset = asked, kind, thickness_said, offset
        corner = tightest_rounded(asked.area, keeps_inside=asked.keeps_inside) if corners else None
        need = replace(asked.need, lane=rules.lane, corner=corner)
        super().__init__(shop, need, wood, rules)
        self.need = replace(need, depth=self.depth)
        self._followers: dict[tuple[str, str, str], Follower | Reason] = {}
        self._tracers: dict[tuple[float, float, float], tuple[TemplateJudge, Candidate] | None] = {}

    @property
    def depth(self) -> float:
        """How deep it goes in all, in mm: into the sacrificial board, short of going through where a skin is left, and of a plug
        so much deeper than its recess that it stands proud."""
        asked, rules = self.asked, self.rules
        if asked.makes == "plug":
            return asked.depth + rules.plug_extra
        if not asked.through:
            return asked.depth
        return asked.thickness - rules.tab if asked.loose == "skin" else asked.thickness + rules.through_extra

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: a template above the work lies between it and the base, as it does on work that is turned over; and
        so does a plate below the base."""
        return self.depth + self._thickness(bit) + (PLATE if self.asked.plate else 0.0)

    def _thickness(self, bit: Bit) -> float:
        if self.kind == "tip" and not self.asked.turned:
            return 0.0
        if self.kind not in ("bearing", "tip"):
            return self.asked.template
        found = self._bearing(bit) if self.kind == "bearing" else self._tip(bit)
        return self.asked.template if isinstance(found, Reason) else found.thickness

    def _bearing(self, bit: Bit) -> Follower | Reason:
        step = school_step(bit, self.rules)
        return bearing(bit, first=min(step, self.asked.depth), template=self.asked.template, said=self.thickness_said)

    def _tip(self, bit: Bit, *, by_hand: bool = True) -> Follower | Reason:
        turned = self.depth if self.asked.turned else None
        over_bench = raised_by(self.rules) if by_hand else 0.0
        return tip_bearing(bit, template=self.asked.template, said=self.thickness_said, over_bench=over_bench, turned=turned)

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        need = self.need
        if not self.is_of_kind(bit):
            tip = words.NO_BEARING_AT_BOTH_ENDS if self.asked.turned else words.NO_TIP_BEARING
            wrong = {"bearing": template_words.NO_SHANK_BEARING, "tip": tip}.get(self.kind, depth_words.WRONG_PROFILE)
            return Reason(wrong, {"profile": bit.kind.name})
        if not self.asked.keeps_inside and not closeness.under(bit.diameter, need.width):
            return Reason(guide_words.BIT_WIDER_THAN_CUT, {"diameter": bit.diameter, "width": need.width})
        if need.corner is not None and closeness.over(bit.diameter / 2, need.corner):
            return Reason(template_words.CORNER_TOO_TIGHT, {"radius": bit.diameter / 2, "corner": need.corner})
        if closeness.over(self.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.depth, "cutting_length": bit.cuts_to})
        if self.asked.blank is not None and closeness.over(self.asked.sawn, waste_for(bit.diameter, self.rules)):
            most = waste_for(bit.diameter, self.rules)
            return Reason(words.WASTE_TOO_WIDE, {"waste": self.asked.sawn, "most": most})
        if bit.bearing_place == "both" and self.kind != "tip":
            return Reason(words.TIP_BEARING_IN_WAY)
        return self.against_plunging(bit) if need.stopped else None

    def follower(self, bit: Bit, router: Router, base: Base) -> Follower | Reason:
        """What follows the template for this pair, or why nothing does."""
        key = (bit.id, router.id, base.kind)
        if key not in self._followers:
            guides = self.tools.shop.guides
            match self.kind:
                case "bushing":
                    kept = self.asked.room if self.asked.keeps_inside else None
                    thick, rules = self.asked.template, self.rules
                    found = bushing(bit, base, guides, template=thick, kept=kept, rules=rules, offset=self.offset)
                case "inlay":
                    found = inlay_set(self.asked, bit, base, guides)
                case "bearing":
                    found = self._bearing(bit)
                case "tip":
                    found = self._tip(bit, by_hand=self.tools.by_hand[router.id])
            if isinstance(found, Follower) and self.offset is not None and abs(found.offset(bit) - self.offset) > SAME_OFFSET:
                found = Reason(words.NO_TRACING_BIT, {"offset": self.offset})
            self._followers[key] = found
        return self._followers[key]

    def tracer(self, bit: Bit, router: Router, follower: Follower) -> tuple[TemplateJudge, Candidate] | None:
        """What traces the line first along the template of a bit: of the smaller bits that follow it at the same distance the
        widest that reaches into every rounded corner, else the smallest, in the same router if it can be; with its judge."""
        key = (follower.offset(bit), follower.thickness, bit.diameter)
        if key not in self._tracers:
            self._tracers[key] = self._find_tracer(bit, router, follower)
        return self._tracers[key]

    def _find_tracer(self, bit: Bit, router: Router, follower: Follower) -> tuple[TemplateJudge, Candidate] | None:
        depth, thick = self.asked.traced, follower.thickness
        asked = replace(self.asked, depth=depth, through=False, traced=0.0, loose=None, template=thick)
        for corners in (True, False):
            small = TemplateJudge(
                self.tools.shop,
                asked,
                self.wood,
                self.rules,
                self.kind,
                corners=corners,
                thickness_said=True,
                offset=follower.offset(bit),
            )
            if corners and small.need.corner is None:
                continue
            smaller = [each for each in small.tools.bits if not closeness.over(each.diameter, bit.diameter * _TRACED_BY)]
            found = shortlist(small, small.ranking(), count=_TRACERS, bits=smaller).fit
            if found:
                wide = -1 if corners else 1

                def less_apt(each: Candidate, small: TemplateJudge = small, wide: int = wide) -> tuple[bool, bool, float]:
                    led = small.follower(each.bit, each.router, each.base)
                    off = isinstance(led, Follower) and abs(led.offset(each.bit) - follower.offset(bit)) > _SAME_LINE
                    return (each.router.id != router.id, off, wide * each.bit.diameter)

                return small, min(found, key=less_apt)
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        if self.kind == "tip":
            places = ("both",) if self.asked.turned else ("tip", "both")
            return bit.bearing_place in places and bit.kind.makes == "templates"
        return bit.profile in (TEMPLATE_BITS if self.kind == "bearing" else FLAT_ENDED)

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        if self.kind == "tip":
            return "bit with a bearing at both ends" if self.asked.turned else "bit with a bearing at the tip"
        return "bit with a bearing at the shank" if self.kind == "bearing" else super().wants

    @property
    def bits_are_alike(self) -> bool:
        """See `Judge.bits_are_alike`: a template fits one bit, and another one wants another template."""
        return False

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if not self.tools.by_hand[router.id]:
            yield from self._over_table()
        else:
            if self.small:
                yield self.small_reason()
            if self.need.stopped and base.kind != "plunge":
                yield Reason(depth_words.NO_PLUNGE_BASE)
            if self.asked.for_table and self.has_table and self.asked.held not in FROM_BELOW:
                yield Reason(words.SAWN_PART_ON_TAPE)
        found = self.follower(bit, router, base)
        if isinstance(found, Reason):
            yield found
        elif self.asked.plate and self.kind not in ("bearing", "tip"):
            yield Reason(template_words.PLATE_HIDES_BUSHING)
        elif self.asked.traced and self.tracer(bit, router, found) is None:
            yield Reason(words.NO_TRACING_BIT, {"offset": found.offset(bit)})

    @property
    def has_table(self) -> bool:
        """Whether a router hangs in a table."""
        return not all(self.tools.by_hand[router.id] for router in self.tools.shop.routers if not router.archived)

    def _over_table(self) -> Iterator[Reason]:
        """What speaks against a table: it takes a part that was sawn out, from one face, along a bearing, from a starting pin."""
        asked = self.asked
        if asked.blank is None or asked.turned or asked.plate or self.kind not in ("bearing", "tip"):
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
        elif asked.holed:
            yield Reason(words.HOLES_BY_HAND)
        elif not asked.for_table:
            yield Reason(table_words.NO_STARTING_PIN)
        if asked.held != "carrier" and not two_hands_fit(asked.work):
            long, wide = asked.work
            yield Reason(table_words.HANDS_TOO_NEAR, {"length": long, "width": wide})
        yield from self.against_weight(asked.work, asked.thickness)

    def plate(self, follower: Follower, bit: Bit) -> float:
        """How wide a plate below the base must be to lie firm at every place, in mm."""
        return plate_for(min(self.asked.size) + (follower.across - bit.diameter), beyond=BEARING)

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: room for clamps beside the base's path."""
        found = self.follower(bit, router, base)
        # How a part that was sawn out is held is the same question for all of them.
        if not isinstance(found, Reason) and self.asked.blank is None:
            yield from (each for each in self.held(bit, router, base, found).cautions if each.level == "stop")

    def held(self, bit: Bit, router: Router, base: Base, follower: Follower) -> Holding:
        """How the board is held, with the router's ways at all places."""
        asked = self.asked
        if not self.tools.by_hand[router.id]:
            return replace(ON_TABLE, method="carrier") if asked.held == "carrier" else ON_TABLE
        around = grown(asked.area, bit.diameter / 2 if asked.keeps_inside else -bit.diameter / 2)
        ways = [_closed(thinned(_as_ring(part.exterior.coords), _THINNED)) for part in parts_of(around)]
        across = around_axis(base)
        radius = (max(across, self.plate(follower, bit) / 2) if asked.plate else across) + _THINNED
        sweeps = [Sweep(paths=tuple((shifted(way, shift), radius) for way in ways)) for shift in asked.places]
        if asked.blank is not None and asked.held not in FROM_BELOW:
            wrong = Reason(words.SAWN_PART_ON_TAPE)
            return Holding(method=asked.held or "clamps", feet=(), sweep=sweeps[0], clear=None, cautions=(wrong,))
        return hold(
            asked.part,
            Sweep(paths=tuple(path for each in sweeps for path in each.paths)),
            stations=sweeps if len(sweeps) > 1 else (),
            placed=asked.clamps,
            held=asked.held,
        )


def _as_ring(coords: object) -> Ring:
    return tuple((float(x), float(y)) for x, y, *_ in coords)[:-1]  # type: ignore[attr-defined]


def _closed(ring: Ring) -> Ring:
    """A ring that ends where it begins."""
    return (*ring, ring[0])
