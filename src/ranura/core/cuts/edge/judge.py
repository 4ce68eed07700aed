"""Judging and ranking bits and routers for an edge cut (R11, R12, R15)."""

from __future__ import annotations

import math
from collections.abc import Collection, Iterator, Sequence
from typing import Any

from ranura.core.board.materials import Material
from ranura.core.board.outlines import tightest
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.losses import in_words, of_tools
from ranura.core.choosing.order import Candidate, Pair, Ranking
from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.asked import BY_RADIUS, PROFILES_OF, shape_name
from ranura.core.cuts.edge.guides import GuidedTrip, contact, guided_trip, jointing_runs, taken_spans, widest_reach
from ranura.core.cuts.edge.on_board import FLUSH_EXTRA, EdgesOnBoard
from ranura.core.cuts.edge.stage_limits import fastest_along, seen_to
from ranura.core.cuts.edge.staging import MOST_SLOTS, MOST_STAGES, SLOT_FROM_BOTH, SLOT_OVERLAP, slot_runs
from ranura.core.cuts.edge.trips import Done, Stock, can_be_raised, taken
from ranura.core.cutting.feed import plan_feed
from ranura.core.cutting.stage import Trip
from ranura.core.cutting.turning import Turning
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import extent
from ranura.core.holding.hands import two_hands_fit
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT, FLAT_ENDED
from ranura.core.shop.tooling.routers import Base, Mounting, Router
from ranura.core.text import depth_words, guide_words, strength_words, table_words
from ranura.core.text.cautions import Reason
from ranura.core.text.writing import Text

SMALLEST_BEARING = 4.76
"""mm: no smaller bearing is made for a bit."""
RADIUS_FIT = 0.05
"""mm within which a printed radius is the one that was asked for."""
START_ROOM = 3.0
"""mm around a bit that starts in an opening, clear of the wood."""


class EdgeJudge(Judge):
    """Judges for one edge cut; `before` was cut at these edges already."""

    def __init__(self, shop: Shop, edging: EdgesOnBoard, wood: Material, rules: HouseRules, before: Sequence[Done] = ()) -> None:
        # Vice, tape and the like hold a small one by hand too; a carrier covers the edges, and is for the table.
        super().__init__(shop, wood, rules, edging.part if edging.held in (None, "carrier") else None)
        self.edging = edging
        self.before = tuple(before)
        self._trips: dict[tuple[str, Mounting], GuidedTrip | Reason] = {}
        closed = [edge for edge in edging.edges if edge.closed]
        corners = [tightest(edge.points, inside=edge.inside) for edge in closed]
        self.corner = min((each for each in corners if each), default=None)
        """The tightest rounded inside corner, in mm."""
        self.sharp = any(each == 0.0 for each in corners)
        """Whether there is a sharp inside corner, which any bit leaves round."""
        sides = [extent(edge.points) for edge in closed if edge.inside]
        self.opening = min((min(x1 - x0, y1 - y0) for x0, y0, x1, y1 in sides), default=None)

    def guided(self, bit: Bit, mounting: Mounting) -> GuidedTrip | Reason:
        """How a bit is guided in a mounting, or why nothing guides it."""
        key = (bit.id, mounting)
        if key not in self._trips:
            self._trips[key] = guided_trip(self.edging, bit, mounting, self.rules)
        return self._trips[key]

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: a tip bearing stands out below the cutter."""
        extra = FLUSH_EXTRA if self.edging.shape == "flush" else 0.0
        tip = BEARING_HEIGHT if bit.bearing_place in ("tip", "both") else 0.0
        return self.edging.depth + extra + tip

    def against_bit(self, bit: Bit) -> Reason | None:
        """See `Judge.against_bit`."""
        asked = self.edging
        if bit.profile not in PROFILES_OF[asked.shape]:
            return Reason(words.OTHER_PROFILE, {"profile": bit.kind.name, "shape": shape_name(asked.shape)})
        if asked.shape in BY_RADIUS and abs((bit.radius or 0.0) - asked.size) > RADIUS_FIT:
            return Reason(words.OTHER_RADIUS, {"radius": bit.radius or 0.0, "wanted": asked.size})
        if asked.shape in ("chamfer", "bevel") and abs((bit.angle or 0.0) - asked.angle) > 0.25:
            return Reason(words.OTHER_ANGLE, {"angle": bit.angle or 0.0, "wanted": asked.angle})
        if asked.grooved and (against := _against_slot(asked, bit.cutting_length)):
            return against
        needed = min(asked.depth, bit.cutting_length) if asked.grooved else asked.depth
        needed += FLUSH_EXTRA if asked.shape == "flush" else 0.0
        if closeness.over(needed, bit.cutting_length):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": needed, "cutting_length": bit.cutting_length})
        if (
            asked.shape == "rabbet"
            and bit.profile not in FLAT_ENDED
            and closeness.over(asked.size, widest_reach(bit, asked.depth))
        ):
            return Reason(words.WIDTH_BEYOND_BIT, {"most": widest_reach(bit, asked.depth), "width": asked.size})
        if asked.width is not None and closeness.over(asked.width, widest_reach(bit, asked.depth) + self.rules.bearing_fit):
            return Reason(words.WIDTH_BEYOND_BIT, {"most": widest_reach(bit, asked.depth), "width": asked.width})
        if self.opening is not None and closeness.under(self.opening, bit.diameter + START_ROOM):
            return Reason(words.OPENING_TOO_SMALL_FOR_BIT, {"opening": self.opening, "diameter": bit.diameter})
        if self.corner is not None and bit.bearing is not None and closeness.under(self.corner, bit.bearing / 2):
            return Reason(words.BEARING_OVER_CORNER, {"corner": self.corner, "bearing": bit.bearing})
        return None

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if self.tools.by_hand[router.id]:
            if self.edging.matched:
                yield Reason(words.SET_NEEDS_TABLE)
            if self.small:
                yield self.small_reason()
            if self.edging.far_side:
                yield Reason(words.FAR_SIDE_BY_HAND)
        elif self.edging.held != "carrier" and not two_hands_fit(self.edging.part):
            long, wide = self.edging.part
            yield Reason(table_words.HANDS_TOO_NEAR, {"length": long, "width": wide})
        elif self.edging.guide == "edge-guide":
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
        if not self.tools.by_hand[router.id] and not self.edging.supported:
            yield from self.against_weight(self.edging.part, self.edging.thickness)
        if lifts := self.lifts_off_table(bit, router):
            yield lifts
        found = self.guided(bit, router.mounting)
        if isinstance(found, Reason):
            yield found

    def against_setup(self, bit: Bit, router: Router, base: Base, free: float, compliance: float) -> Iterator[Reason]:
        """See `Judge.against_setup`."""
        found = self.guided(bit, router.mounting)
        if isinstance(found, Reason):
            return
        if router.mounting == "table" and self.edging.far_side:
            yield Reason(table_words.TRAPPED)
        if router.mounting == "table" and found.guide != "fence" and not self.edging.starting_pin:
            yield Reason(table_words.NO_STARTING_PIN)
        left = self.least_contact(bit, found, router.mounting)
        if left is not None and closeness.under(left, self.rules.bearing_contact):
            said = words.TEMPLATE_OUT_OF_REACH if found.guide == "template" else words.BEARING_WITHOUT_EDGE
            if found.guide == "edge-guide" or (router.mounting == "table" and found.guide == "fence"):
                said = words.FENCE_WITHOUT_EDGE
            yield Reason(said, {"contact": left, "needed": self.rules.bearing_contact})
        if closeness.over(
            at_once := self.at_once(found, router.mounting), most := min(self.rules.waste_outside, bit.diameter / 2)
        ):
            yield Reason(words.MUCH_OVERHANG, {"overhang": at_once, "most": most})
        if found.guide == "fence" and router.mounting == "hand":
            beyond = self.fence_beyond(found, base)
            if closeness.over(beyond, 0):
                yield Reason(words.STRAIGHTEDGE_OFF_BOARD, {"beyond": beyond})
        if found.guide == "edge-guide":
            if all(each.kind != "edge-guide" for each in self.tools.shop.guides):
                yield Reason(guide_words.NO_EDGE_GUIDE)
            elif base.rods is None:
                yield Reason(guide_words.NO_RODS)
        if too_hard := self._too_hard(bit, router, found, free):
            yield too_hard

    def at_once(self, guided: GuidedTrip, mounting: Mounting) -> float:
        """How wide a flank through the thickness is taken in one run, in mm; 0 for other shapes.

        Rule: R21.4 engagement, R9 waste
        Formula: at most min(3 mm, D/2)
        Source: the whole edge of the bit cuts; more is torn off as a strip, and throws the router"""
        asked = self.edging
        if asked.shape == "flush":
            return asked.size
        if asked.shape == "jointing":
            return jointing_runs(asked.size, self.rules)[1] if guided.guide == "fence" else asked.size
        return 0.0

    def least_contact(self, bit: Bit, guided: GuidedTrip, mounting: Mounting, trips: Sequence[Trip] = ()) -> float | None:
        """What there is to ride on at the worst of some trips and at the final one, after all cuts of both faces, in mm; None for
        a straightedge on the face, which needs no edge."""
        asked = self.edging
        if guided.guide == "fence" and (mounting == "hand" or asked.shape in ("jointing", "flush")):
            return None
        gone = taken_spans(self.before, asked.thickness)
        own = [Done(bit=bit, trip=guided.trip, other_face=other) for other in ((False, True) if asked.both_faces else (False,))]
        if guided.guide != "bearing":
            gone += taken_spans(own, asked.thickness)
        elif asked.both_faces:
            gone += taken_spans(own[1:], asked.thickness)
        template = self.rules.template_thickness
        return min(
            contact(guided, trip, thickness=asked.thickness, gone=gone, template=template) for trip in (*trips, guided.trip)
        )

    def fence_beyond(self, guided: GuidedTrip, base: Base) -> float:
        """How much of a straightedge on the face would lie beyond the board, in mm, at the edge with the least room."""
        inside = base.sides[0].distance - guided.trip.offset + self.rules.fence_width
        room = min(self.edging.part[0] if edge.ref in ("left", "right") else self.edging.part[1] for edge in self.edging.edges)
        return max(inside - room, 0.0)

    def _too_hard(self, bit: Bit, router: Router, guided: GuidedTrip, free: float) -> Reason | None:
        """Whether even the most stages would be too hard for router or bit; looked at by their mean area."""
        asked, rules = self.edging, self.rules
        turning = Turning(
            bit=bit, router=router, rpm=self.tools.turning(bit, router), free_length=free, material=self.wood, rules=rules
        )
        stock = Stock(thickness=asked.thickness, width=seen_to(asked, bit))
        share = 1 if asked.matched else MOST_STAGES if can_be_raised(bit) or router.mounting == "table" else 1 + len(bit.bearings)
        area = taken(bit, guided.trip, stock) / share
        if area <= 0:
            return None
        deep = min(asked.size, bit.cutting_length) if asked.grooved else asked.depth
        width = area / deep
        feed = plan_feed(
            rpm=turning.rpm,
            flutes=bit.flutes,
            bit_diameter=bit.diameter,
            material=self.wood.material_class,
            radial_engagement=min(width, bit.diameter),
            slowest=rules.feed_min_m_min,
            fastest=fastest_along(asked, bit, rules),
        )
        slowest = min(feed.feed_m_min, rules.feed_min_m_min)
        power = turning.power(depth=deep, width=width, feed_m_min=slowest)
        if closeness.over(power.power_w, turning.usable_w):
            return Reason(strength_words.POWER_OVER, {"power": power.power_w, "available": turning.usable_w / rules.power_limit})
        bend = turning.stiffness(depth=deep, width=width, tooth_mm=feed.chip_mm)
        if bend.verdict == "reduce":
            if closeness.over(bend.stress_mpa, bend.stress_limit_mpa):
                return Reason(strength_words.BIT_OVERLOADED, {"stress": bend.stress_mpa, "limit": bend.stress_limit_mpa})
            return Reason(strength_words.BENDS_TOO_FAR, {"bent": bend.deflection_mm, "limit": rules.bend_limit})
        return None

    def ranking(self, mounted: Collection[Pair] = frozenset()) -> EdgeRanking:
        """See `Judge.ranking`."""
        return EdgeRanking(self, mounted)

    def losses(self, each: Candidate, best: Candidate) -> tuple[Text, ...]:
        """See `Judge.losses`."""
        lost = of_tools(each, best)
        if self.fenced(each) and not self.fenced(best):
            lost["fence-to-set"] = {}
        if each.router.mounting != best.router.mounting:
            lost["to-the-table" if each.router.mounting == "table" else "by-hand"] = {}
        return in_words(lost, each, best)

    def fenced(self, each: Candidate) -> bool:
        """Whether a fence must be set for it."""
        found = self.guided(each.bit, each.router.mounting)
        return isinstance(found, GuidedTrip) and found.fenced

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.profile in PROFILES_OF[self.edging.shape]

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return f"{shape_name(self.edging.shape)} bit"

    @property
    def preferred_mounting(self) -> Mounting | None:
        """See `Judge.preferred_mounting`."""
        return None

    def bearing_on(self, bit: Bit, mounting: Mounting) -> float | None:
        """See `Judge.bearing_on`."""
        found = self.guided(bit, mounting)
        return found.bearing if isinstance(found, GuidedTrip) and found.guide == "bearing" else None

    def missing_bearing(self, bit: Bit) -> float | None:
        """See `Judge.missing_bearing`: that of a rabbet bit, to a tenth of a millimetre (R11)."""
        if self.edging.shape != "rabbet" or bit.profile != "rabbet":
            return None
        wanted = round(bit.diameter - 2 * self.edging.size, 1)
        fits = self.rules.bearing_fit * 2
        there = any(abs(wanted - owned) <= fits for owned in (bit.bearing or 0.0, *bit.bearings))
        return wanted if not there and SMALLEST_BEARING <= wanted < bit.diameter else None

    def extra_work(self, bit: Bit) -> float:
        """See `Judge.extra_work`."""
        return 0.0


def _against_slot(asked: EdgesOnBoard, slot: float) -> Reason | None:
    """Why a cutter that cuts so wide a slot does not make a groove in an edge.

    Rule: R14 tongue and groove
    Formula: slot ≤ groove; from both faces at most 1.9 times the slot, from one face at most so many runs of 0.9 times more
    Source: a wider cutter makes no narrower groove; between two runs no fin of wood may stay"""
    if closeness.over(slot, asked.size):
        return Reason(words.SLOT_TOO_WIDE, {"slot": slot, "groove": asked.size})
    most = slot * (SLOT_FROM_BOTH if asked.both_faces else 1 + SLOT_OVERLAP * (MOST_SLOTS - 1))
    if closeness.over(asked.size, most):
        return Reason(words.SLOT_TOO_NARROW, {"slot": slot, "groove": asked.size, "most": most})
    return None


class EdgeRanking(Ranking):
    """A sharp bit first, then what needs no fence, by hand unless the bit is large, then stiffness and the rest (R15)."""

    def __init__(self, judge: EdgeJudge, mounted: Collection[Pair]) -> None:
        self._judge = judge
        self._mounted = mounted

    def promise(self, bit: Bit) -> tuple[float, ...]:
        """See `Ranking.promise`."""
        return (bit.state == "dull",)

    def key(self, each: Candidate) -> tuple[Any, ...]:
        """See `Ranking.key`."""
        bit, router = each.bit, each.router
        large = closeness.over(bit.diameter, self._judge.rules.hand_caution)
        by_hand = router.mounting == "hand"
        return (
            bit.state == "dull",
            by_hand == large,
            self._judge.fenced(each),
            slot_runs(self._judge.edging, bit.cutting_length),
            bool(router.sleeves) and each.sleeved,
            -bit.shank,
            math.floor(math.log2(each.compliance)),
            (bit.id, router.id) not in self._mounted,
            bit.state == "worn",
            -router.rated_input_w,
            bit.price or 0.0,
            bit.metres_cut,
            bit.id,
            router.id,
        )
