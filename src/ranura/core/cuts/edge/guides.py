"""How an edge cut is guided (R11, R8): where the axis runs, what the bit rides on, and whether that is there."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.asked import Guidance
from ranura.core.cuts.edge.bearings import choose_bearing, rabbet_width
from ranura.core.cuts.edge.on_board import FLUSH_EXTRA, EdgesOnBoard
from ranura.core.cuts.edge.trips import Done, Span, along_the_edge
from ranura.core.cutting.stage import Trip
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import EdgeGuide, Guide
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT, FLAT_ENDED, SCREW_HEIGHT
from ranura.core.shop.tooling.routers import Mounting
from ranura.core.shop.tooling.silhouettes import radius_at
from ranura.core.text.cautions import Reason

TABLE_EXTRA = 2.0
"""mm that a cutter stands beyond the board where it takes its whole edge."""


@dataclass(frozen=True, kw_only=True, slots=True)
class GuidedTrip:
    """How a bit makes an edge cut: its final setting, what guides it, and the bearing that rides, or stays behind a fence.

    `proud` is how far a table's fence stands in front of the bearing, or the edge line in front of the cutter where there is
    none; `left` what the widest bearing that may be used by hand leaves standing of a rabbet."""

    trip: Trip
    guide: Guidance
    bearing: float | None
    proud: float = 0.0
    left: float = 0.0

    @property
    def fenced(self) -> bool:
        """Whether a straight face guides it, whose distance can be set: a straightedge, a table's fence, an edge guide."""
        return self.guide in ("fence", "edge-guide")


def guided_trip(edging: EdgesOnBoard, bit: Bit, mounting: Mounting, rules: HouseRules) -> GuidedTrip | Reason:
    """How a bit of a fitting shape makes an edge cut by hand or on a table; a Reason where nothing guides it."""
    trip, bearing, left = _setting(edging, bit, rules)
    rides = bearing is not None and (closeness.same(trip.offset, bearing / 2) or edging.shape == "jointing")
    if edging.shape == "jointing" and mounting == "hand" and bearing is not None:
        guide: Guidance = "template"
    elif mounting == "table":
        # An edge guide is for the hand, and the bearing of a matched set, between its cutters, for a fence.
        guide = "fence" if edging.matched or (edging.straight and edging.guide != "bearing") else "bearing"
    else:
        guide = edging.guide or ("bearing" if rides or (bearing is not None and not edging.straight) else "fence")
    fenced = guide in ("fence", "edge-guide")
    if fenced and not edging.straight:
        return Reason(words.FENCE_ON_CURVE, {"edge": next(edge.name for edge in edging.edges if edge.closed)})
    if not fenced and bearing is None:
        return Reason(words.NO_BEARING_ON_BIT)
    if not fenced and not rides:
        missing = 2 * trip.offset
        return Reason(words.BEARING_MISSING, {"missing": missing, "left": left})
    proud = trip.offset - (bearing or bit.diameter) / 2
    if edging.shape == "jointing" and mounting == "table":
        proud = -jointing_runs(edging.size, rules)[1]
    return GuidedTrip(trip=trip, guide=guide, bearing=bearing, proud=proud, left=left)


def reach_behind(guided: GuidedTrip, bit: Bit) -> float:
    """How far a bit reaches behind the face of the edge guide that it is led by, in mm; under 0 where it stays in front."""
    return guided.trip.offset + bit.diameter / 2


def edge_guide_for(guides: Iterable[Guide], into: float) -> EdgeGuide | None:
    """The edge guide for a cut in the edge that it rides on; None where there is none on the shelf.

    Rule: R8 edge guide
    Formula: into = o + D/2 is how far the bit reaches behind the guide's face, in mm
    Source: where it does, a gap makes room for it and a closed face would have to be notched; a guide that cannot be set down to
        its own face needs a wooden one in either case"""
    owned = [each for each in guides if isinstance(each, EdgeGuide)]
    behind = closeness.over(into, 0.0)
    return min(owned, key=lambda each: (has_room(each) != behind, each.nearest), default=None)


def has_room(guide: EdgeGuide) -> bool:
    """Whether a bit can turn behind the face of an edge guide as it is."""
    return not guide.gap_closed and not closeness.over(guide.nearest, 0.0)


def jointing_runs(size: float, rules: HouseRules) -> tuple[int, float]:
    """In how many runs an edge is jointed, and how much each of them takes, in mm.

    Rule: R8 jointing
    Formula: n = ⌈size / 1 mm⌉ runs of size / n; over a table the same setting each time
    Source: each run makes the edge new, which then lies on the outfeed face"""
    count = closeness.ceil(max(1, closeness.ceil(size / rules.jointing)) / rules.pass_share)
    return count, size / count


def _setting(edging: EdgesOnBoard, bit: Bit, rules: HouseRules) -> tuple[Trip, float | None, float]:
    """The final setting, the bearing on the bit, and what it leaves standing by hand."""
    if edging.shape == "flush":
        return Trip(height=edging.depth + FLUSH_EXTRA, offset=bit.diameter / 2), bit.bearing, 0.0
    if edging.shape == "jointing":
        height = min(edging.thickness + TABLE_EXTRA, bit.cutting_length)
        return Trip(height=height, offset=bit.diameter / 2 - edging.size), bit.bearing, 0.0
    if edging.shape in ("rabbet", "edge-groove"):
        wide = edging.width or 0.0 if edging.grooved else edging.size
        exact = bit.diameter / 2 - wide
        if bit.profile in FLAT_ENDED or bit.bearing is None:
            return Trip(height=edging.depth, offset=exact), None, 0.0
        found = choose_bearing(cutter=bit.diameter, bearings=(bit.bearing, *bit.bearings), width=wide, rules=rules)
        if found.fits:
            return Trip(height=edging.depth, offset=found.bearing / 2), found.bearing, 0.0
        smallest = min(bit.bearing, *bit.bearings) if bit.bearings else bit.bearing
        left = found.hand.remainder if found.hand else 0.0
        return Trip(height=edging.depth, offset=exact), smallest, left
    pilot = bit.bearing or 0.0
    if edging.width is None:
        return Trip(height=edging.depth, offset=pilot / 2), bit.bearing, 0.0
    offset = radius_at(bit.silhouette, min(edging.depth, bit.cutting_length)) - edging.width
    owned = [pilot, *bit.bearings]
    riding = next((each for each in owned if abs(each / 2 - offset) <= rules.bearing_fit), None)
    if riding is not None:
        return Trip(height=edging.depth, offset=riding / 2), riding, 0.0
    return Trip(height=edging.depth, offset=offset), bit.bearing, 0.0


def widest_reach(bit: Bit, depth: float) -> float:
    """How far a bit reaches into the face at a depth with its smallest bearing on, in mm."""
    pilots = [each for each in (bit.bearing, *bit.bearings) if each]
    return rabbet_width(cutter=2 * radius_at(bit.silhouette, min(depth, bit.cutting_length)), bearing=min(pilots, default=0.0))


def taken_spans(before: Iterable[Done], thickness: float) -> list[Span]:
    """From and to which d the edge itself is gone after some trips."""
    spans: list[Span] = []
    for done in before:
        for low, high in along_the_edge(done.bit, done.trip, thickness):
            spans.append((thickness - high, thickness - low) if done.other_face else (low, high))
    return spans


def remaining(span: Span, gone: Sequence[Span]) -> float:
    """The longest part of a span that is still there, in mm.

    >>> remaining((6, 11), [(0, 6), (10, 14)]), remaining((6, 11), [(5, 12)])
    (4, 0.0)"""
    parts = [span]
    for low, high in (each for each in gone if each[1] > each[0]):
        cut: list[Span] = []
        for a, b in parts:
            cut += [(x, y) for x, y in ((a, min(b, low)), (max(a, high), b)) if y - x > 1e-9]
        parts = cut
    return max((b - a for a, b in parts), default=0.0)


def contact(guided: GuidedTrip, trip: Trip, *, thickness: float, gone: Sequence[Span], template: float) -> float:
    """What a setting has to ride on, in mm of height: the edge for a bearing and for a table's outfeed face, a template for a
    bearing that rides on one. A clamped straightedge needs no edge.

    Rule: R11 contact
    Formula: contact = min(bearing height, T − a − b), the part of the edge beside the bearing that no cut took
    Source: a bearing, or a fence, with nothing beside it lets the bit dive"""
    if guided.guide == "template":
        return remaining((max(trip.height, thickness), min(trip.height + BEARING_HEIGHT, thickness + template)), ())
    if guided.fenced:
        return remaining((0.0, thickness), gone)
    low, high = trip.height, min(trip.height + BEARING_HEIGHT, thickness)
    return remaining((low, high), gone) if high > low else 0.0


def stands_below(guided: GuidedTrip, bit: Bit, trip: Trip, thickness: float) -> float:
    """How far a tip bearing and its screw stand out below the board, in mm; 0 where they do not.

    Rule: R11 below the work
    Formula: bearing height + screw − (T − a)
    Source: the bench, a clamp or the vice would meet it"""
    at_the_tip = guided.bearing is not None and bit.bearing_place in ("tip", "both")
    more = BEARING_HEIGHT + SCREW_HEIGHT if at_the_tip else 0.0
    return max(trip.height + more - thickness, 0.0)
