"""The runs of an edge cut (R7, R16): along which edge, in which direction and order, from where to where, in which grain."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ranura.core.board.grain import Stretch, stretches
from ranura.core.board.materials import Material
from ranura.core.board.pieces import SIDES, Edge, edge_name
from ranura.core.cuts.edge.on_board import EdgesOnBoard, turned_over
from ranura.core.cutting.direction import Sense, contour_direction, straight_direction
from ranura.core.geometry.paths import known, length_of
from ranura.core.geometry.rings import Point
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.routers import Mounting

WITHOUT_GRAIN = frozenset({"mdf", "plastic"})
START_CLIMB = 15.0
"""mm: the longest climb at the start of an edge, from so far inside (R7)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Run:
    """One edge as it is run."""

    number: int
    edge: Edge
    points: tuple[Point, ...]
    """In the order in which the router goes, seen from above on the board as it lies there: on a table with its face down, turned
    end for end. A closed run comes back to its first point."""
    sense: Sense
    """How a person says it, facing the edge or going round."""
    stretches: tuple[Stretch, ...]
    end_grain: bool
    """It is cut across the fibres for most of its length, so that it comes first."""
    lead_in: bool
    """A block is wanted where it begins, since no chosen edge goes on from there."""
    backer: bool
    """Scrap is wanted where it ends, for the same reason; the boards of a carrier are such scrap."""
    breaks_out: bool
    """It ends where scrap would be wanted, at a place that is hidden or ripped off."""
    climb_start: bool
    """The house lets it begin with a short climb."""

    @property
    def lifts(self) -> tuple[Stretch, ...]:
        """Where the fibres lift."""
        return tuple(stretch for stretch in self.stretches if stretch.lie == "lifts")


def runs_of(
    edging: EdgesOnBoard, mounting: Mounting, wood: Material, rules: HouseRules, *, climb_start: bool = False
) -> tuple[Run, ...]:
    """All runs of one face in working order: end grain before long grain.

    Rule: R7 contours, R16 end grain first
    Formula: straight edges by the vector rule; closed ones by the guide: by hand outside counter-clockwise, inside clockwise, on
        a table the other way round
    Source: the force of the cut; long grain takes away what the ends broke out"""
    lying = lying_for(edging, mounting)
    found = [_run(edge, lying, mounting, wood, rules, climb_start) for edge in lying.edges]
    found.sort(key=lambda run: (run.edge.closed, not run.end_grain, _place(run.edge)))
    return tuple(replace(run, number=number) for number, run in enumerate(found, start=1))


def lying_for(edging: EdgesOnBoard, mounting: Mounting) -> EdgesOnBoard:
    """The board as it lies before the person: face up by hand, face down on a table."""
    return edging if mounting == "hand" else turned_over(edging)


def _place(edge: Edge) -> int:
    # The right end before the left one, the near edge before the far one.
    return ("right", "left", "near", "far").index(edge.ref) if edge.ref in SIDES else len(SIDES)


def _run(edge: Edge, edging: EdgesOnBoard, mounting: Mounting, wood: Material, rules: HouseRules, climb_start: bool) -> Run:
    points = edge.points if forwards(edge, mounting) else tuple(reversed(edge.points))
    if edge.closed:
        sense = contour_direction(mounting=mounting, contour="inside" if edge.inside else "outside").sense
    else:
        sense = contour_direction(mounting=mounting, contour="near-edge").sense
    wood_on_left = wood_is_left(mounting)
    lies: tuple[Stretch, ...] = ()
    if wood.material_class not in WITHOUT_GRAIN:
        lies = stretches(
            points,
            wood_on_left=wood_on_left,
            fibres=edging.fibres,
            closed=edge.closed,
            downhill=rules.downhill,
            end_grain=rules.end_grain,
        )
    if edge.closed:
        points, lies = _begun_well(points, wood_on_left, edging, lies, rules)
    chosen = {each.ref for each in edging.edges}
    before, after = _neighbours(edge)
    alone = not edge.closed
    # The boards of a carrier stand flush beside an edge: what leaves it goes on into them.
    loose = alone and not (edging.held == "carrier" and edging.can_be_wedged)
    wants_scrap = loose and after not in chosen and (mounting == "hand" or any(stretch.lie == "end" for stretch in lies))
    return Run(
        number=0,
        edge=edge,
        points=points,
        sense=sense,
        stretches=lies,
        end_grain=not edge.closed and any(stretch.lie == "end" for stretch in lies),
        # Over a table a loose block before the bit would be thrown, and a fence leads the work in; scrap behind it is wanted
        # where fibres end.
        lead_in=alone and mounting == "hand" and before not in chosen and not climb_start,
        backer=wants_scrap and edging.exit == "backer",
        breaks_out=wants_scrap and edging.exit != "backer",
        climb_start=alone and before not in chosen and climb_start,
    )


def forwards(edge: Edge, mounting: Mounting) -> bool:
    """Whether an edge is run in the order of its points, which has the board on its left, and an opening's wood on its right.

    Straight ones by the vector rule; closed ones by the guide."""
    if edge.closed:
        sense = contour_direction(mounting=mounting, contour="inside" if edge.inside else "outside").sense
        return sense == "counter-clockwise"
    (x0, y0), (x1, y1) = edge.points
    along = straight_direction(mounting=mounting, wood="left", heading=(x1 - x0, y1 - y0))
    return along.cut == "conventional"


def _neighbours(edge: Edge) -> tuple[str | None, str | None]:
    """The refs of the edges that a straight one begins and ends at; along the face by hand as on a table."""
    if edge.ref not in SIDES:
        return None, None
    at = SIDES.index(edge.ref)
    return SIDES[at - 1], SIDES[(at + 1) % 4]


def leading(edge: Edge) -> str | None:
    """The edge of the board at which a straight one begins, in words; None where it has no name of its own."""
    before, _ = _neighbours(edge)
    return None if before is None else edge_name(before)


def _begun_well(
    points: tuple[Point, ...], wood_on_left: bool, edging: EdgesOnBoard, lies: tuple[Stretch, ...], rules: HouseRules
) -> tuple[tuple[Point, ...], tuple[Stretch, ...]]:
    """A closed run that begins in the middle of the longest straight or curved stretch in clean grain."""
    ring = (*points, points[0])
    clean = {i for stretch in lies if stretch.lie == "clean" for i in range(stretch.first, stretch.last)} or set(
        range(len(points))
    )
    at = max(clean, key=lambda i: (math.dist(ring[i], ring[i + 1]), -i))
    a, b = ring[at], ring[at + 1]
    start = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    turned = (start, *points[at + 1 :], *points[: at + 1])
    if not lies:
        return turned, lies
    return turned, stretches(
        turned, wood_on_left=wood_on_left, fibres=edging.fibres, closed=True, downhill=rules.downhill, end_grain=rules.end_grain
    )


def wood_is_left(mounting: Mounting) -> bool:
    """On which side of a conventional run the wood lies: left by hand, right on a table (R7)."""
    return mounting == "hand"


def at_share(points: tuple[Point, ...], share: float, *, closed: bool) -> tuple[Point, Point]:
    """The point at a share of a path's length, and the heading there (of length 1)."""
    along = known(points).along
    whole = length_of(points, closed=closed)
    # The first chord that reaches so far; where a ring closes, the one from its last point back to its first.
    after = min(int(np.searchsorted(along, max(share * whole, 1e-9))), len(points) - (not closed))
    a, b = points[after - 1], points[after % len(points)]
    length = math.dist(a, b) or 1.0
    direction = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
    left = min(share * whole - float(along[after - 1]), length)
    return (a[0] + direction[0] * left, a[1] + direction[1] * left), direction


def names_of(runs: Sequence[Run]) -> str:
    """The edges of some runs, in words: near edge, right end and far edge."""
    names = [run.edge.name for run in runs]
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
