"""A pocket on its board, in mm. Seen from above: x from the left end, y from the near edge."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.board.outlines import trace
from ranura.core.board.pieces import Piece, Side
from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.cuts.pocket import refusals
from ranura.core.cuts.pocket.asked import Loose, PocketCut
from ranura.core.cuts.pocket.forms import FORMS, FormFacts, PocketForm
from ranura.core.cutting.need import CutKind, StraightCut
from ranura.core.geometry import closeness
from ranura.core.geometry.loops import Loop, circle, rounded_box
from ranura.core.geometry.rings import Point, Ring, arc_points, circle_ring, extent, rounded
from ranura.core.holding.hands import is_small
from ranura.core.holding.placed import ClampAt, Held
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

LAP_LANE = 0.8
"""The share of the bit's width that a lane of a lap takes (R14)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PocketOnBoard:
    """A pocket on its board, in mm."""

    form: PocketForm
    box: tuple[float, float, float, float]
    """x0, y0, x1, y1 of its first place."""
    radius: float | None
    """Of its corners; None takes what the bit leaves."""
    depth: float
    """Below the face."""
    through: bool
    backed: bool
    thickness: float
    part: tuple[float, float]
    open_sides: tuple[Side, ...]
    groove: float
    """How wide the groove of a ring is."""
    ring: Ring | None
    """One's own outline; None for a box or a circle."""
    sweep: float
    """Of an arc, in degrees."""
    places: tuple[float, ...]
    """How far each place is shifted along x from the first."""
    loose: Loose | None
    leaf: bool
    """Its depth is set by the part that lies in it."""
    both_faces: bool
    plate: bool
    template: float
    """How thick a template is."""
    held: Held | None
    clamps: tuple[ClampAt, ...]
    across_grain: bool

    @property
    def facts(self) -> FormFacts:
        """What is so of its form."""
        return FORMS[self.form]

    @property
    def size(self) -> tuple[float, float]:
        """Along x and along y."""
        x0, y0, x1, y1 = self.box
        return (x1 - x0, y1 - y0)

    @property
    def tongue(self) -> float:
        """How thick the cut leaves the board, both its faces counted."""
        return self.thickness - self.depth * (2 if self.both_faces else 1)

    @property
    def narrow(self) -> float:
        """The narrower of both, or the width of a ring's groove; of a disc or hole that is cut around nothing limits the bit but
        the circle itself."""
        return self.groove if self.facts.taken == "groove" else min(self.size)

    @property
    def centre(self) -> Point:
        """The middle of the first place."""
        x0, y0, x1, y1 = self.box
        return ((x0 + x1) / 2, (y0 + y1) / 2)

    @property
    def frees(self) -> bool:
        """Whether a piece comes loose: where the form says so, and the disc within a whole ring."""
        return self.through and (self.facts.frees or self.is_whole_ring)

    @property
    def is_whole_ring(self) -> bool:
        """Whether its groove goes all the way round."""
        return self.facts.taken == "groove" and self.sweep >= 360

    @property
    def around(self) -> bool:
        """Whether only its line is cut, and not its field."""
        return self.facts.taken in ("line", "groove")

    @property
    def open_paths(self) -> bool:
        """Whether its paths have two ends: lanes, and the arc of a ring."""
        return self.in_lanes or (self.facts.taken == "groove" and self.sweep < 360)

    @property
    def in_lanes(self) -> bool:
        """Whether it is taken in parallel lanes from an open side."""
        return self.facts.taken == "lanes"

    @property
    def begins_inside(self) -> bool:
        """Whether the bit goes down into wood: a field is cleared from its middle, a line or an arc begun on it, whatever side
        of the board it runs out of; only lanes and fields with an open side are begun outside."""
        return not (self.in_lanes or self.comes_in)

    @property
    def comes_in(self) -> bool:
        """Whether the bit comes into a field from an open side."""
        return bool(self.open_sides) and self.ring is None and not self.around and not self.in_lanes

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        narrow = self.narrow
        corner = self.radius if self.radius is not None and not self.around else None
        kind: CutKind = "recess"
        if self.around:
            kind = "groove" if self.facts.taken == "groove" else "line"
        if self.in_lanes:
            kind = "face"
        return StraightCut(
            kind=kind,
            width=narrow,
            depth=self.thickness if self.through else self.depth,
            thickness=self.thickness,
            stopped=self.begins_inside,
            plunged=self.begins_inside,
            through=self.through,
            clean="both" if self.through else "near",
            across_grain=self.across_grain,
            part=self.part if self.held in (None, "clamps") else None,
            corner=corner,
            mortise=self.facts.small_steps,
            held_back=is_small(self.part),
            lane=LAP_LANE if self.form == "lap" else 0.6,
        )

    def outline(self, bit_diameter: float) -> Ring:
        """The pocket as a bit leaves it at its first place, counter-clockwise; open sides end at the board's edge."""
        if self.ring is not None:
            return self.ring
        if self.facts.round:
            return circle_ring(self.centre, self.size[0] / 2)
        return rounded(self.box, self.radius_with(bit_diameter) or 0.0, open_sides=self.open_sides)

    def radius_with(self, bit_diameter: float) -> float | None:
        """The radius of its corners as a bit leaves them; None where it has none of its own."""
        if self.ring is not None or self.facts.round:
            return None
        return min(max(self.radius or 0.0, bit_diameter / 2), min(self.size) / 2)

    def run_past(self, beyond: float) -> tuple[tuple[float, float], tuple[float, float]]:
        """From where to where it goes along and across the board; over open sides it goes on `beyond` it, in mm."""
        (x0, y0, x1, y1), opened = self.box, self.open_sides
        x = (x0 - beyond * ("left" in opened), x1 + beyond * ("right" in opened))
        return x, (y0 - beyond * ("near" in opened), y1 + beyond * ("far" in opened))

    def loops(self, bit_diameter: float, *, beyond: float) -> tuple[Loop, ...]:
        """The same with its arcs, as a template is made for it: over open sides it goes on `beyond` the board, in mm."""
        if self.ring is not None:
            return (Loop(tuple((x, y, 0.0) for x, y in self.ring)),)
        if self.facts.round:
            return (circle(self.centre, self.size[0] / 2),)
        (x0, x1), (y0, y1) = self.run_past(beyond)
        return (rounded_box((x0, y0, x1, y1), self.radius_with(bit_diameter) or 0.0),)


def pocketing(cut: PocketCut, piece: Piece, rules: HouseRules = STANDARD) -> PocketOnBoard:
    """The pocket on its board.

    Raises `CutError` at the dimension that cannot be: beyond the board, deeper than it, wider than long, places that meet."""
    length, width, thickness = piece.length.mm, piece.width.mm, piece.thickness.mm
    depth = depth_of(cut, piece)
    if not cut.through and not closeness.under(depth, thickness):
        raise CutError(refusals.POCKET_THROUGH, field="cut.depth", depth=depth, thickness=thickness)
    if not 1 <= cut.sweep <= 360:
        raise CutError(refusals.SWEEP_RANGE, field="cut.sweep")
    by_points = cut.contour is not None and cut.contour.form == "points" and cut.form == "outline"
    if not closeness.over(cut.length.mm, 0) and FORMS[cut.form].length is not None and not by_points:
        raise CutError(refusals.LENGTH_MISSING, field="cut.length")
    box, groove, ring = _box(cut, piece)
    x0, y0, x1, y1 = box if cut.sweep >= 360 or FORMS[cut.form].taken != "groove" else _of_arc(box, groove, cut.sweep)
    facts, open_sides = FORMS[cut.form], cut.open_sides
    if open_sides and not (facts.open_side or facts.taken == "lanes"):
        raise CutError(refusals.NEVER_OPEN, field="cut.open_sides", form=facts.name)
    if cut.form == "flatten":
        open_sides = ("near", "right", "far", "left")
    if cut.form == "lap":
        open_sides = (cut.end, "near", "far")
    limits: tuple[tuple[bool, Side, str], ...] = (
        (x0 > 1e-6, "left", "from_left"),
        (y0 > 1e-6, "near", "from_near"),
        (length - x1 > 1e-6, "right", "from_left"),
        (width - y1 > 1e-6, "far", "from_near"),
    )
    for inside, side, field in limits:
        if not inside and side not in open_sides:
            said = refusals.POCKET_OFF_BOARD if facts.open_side else refusals.CLOSED_FORM_OFF_BOARD
            raise CutError(said, field=f"cut.{field}", side=side, form=facts.name)
    places = _places(cut, box, length)
    radius = None if cut.radius is None else cut.radius.mm
    if cut.form == "slot":
        radius = min(x1 - x0, y1 - y0) / 2
    if radius is not None and closeness.over(radius, min(x1 - x0, y1 - y0) / 2):
        raise CutError(common_refusals.CORNERS_TOO_ROUND, field="cut.radius", radius=radius, side=min(x1 - x0, y1 - y0))
    return PocketOnBoard(
        form=cut.form,
        box=box,
        radius=radius,
        depth=depth,
        through=cut.through,
        backed=cut.backed,
        thickness=thickness,
        part=(length, width),
        open_sides=open_sides,
        groove=groove,
        ring=ring,
        sweep=cut.sweep,
        places=places,
        loose=cut.loose,
        leaf=cut.leaf,
        both_faces=cut.form == "lap" and cut.both_faces,
        plate=cut.plate,
        template=rules.template_thickness if cut.template is None else cut.template.mm,
        held=cut.held,
        clamps=cut.clamps,
        across_grain=True,
    )


def depth_of(cut: PocketCut, piece: Piece) -> float:
    """How deep it goes below each face that is cut, in mm.

    Rule: R14 half-lap, tenon
    Formula: as typed; or T − what is left, half of it on each face where both are cut
    Source: geometry

    Raises `CutError` where nothing would be cut away, or both cheeks would meet."""
    thickness = piece.thickness.mm
    if cut.form != "lap":
        return cut.depth.mm
    faces = 2 if cut.both_faces else 1
    if cut.leaves is None:
        if faces == 2 and not closeness.under(2 * cut.depth.mm, thickness):
            raise CutError(refusals.CHEEKS_MEET, field="cut.depth", depth=cut.depth.mm, thickness=thickness)
        return cut.depth.mm
    if not closeness.under(cut.leaves.mm, thickness):
        raise CutError(refusals.NOTHING_TO_CUT, field="cut.leaves", leaves=cut.leaves.mm, thickness=thickness)
    return (thickness - cut.leaves.mm) / faces


def _box(cut: PocketCut, piece: Piece) -> tuple[tuple[float, float, float, float], float, Ring | None]:
    """The box of the first place, the groove of a ring, one's own outline."""
    length, width = piece.length.mm, piece.width.mm
    if cut.form == "outline":
        if cut.contour is None:
            raise CutError(refusals.OUTLINE_MISSING, field="cut.contour")
        drawn = trace(cut.contour, length=cut.length.mm, width=(cut.across or cut.length).mm, field="cut.contour")
        x, y = cut.from_left.mm, cut.from_near.mm
        low_x, low_y = min(p[0] for p in drawn), min(p[1] for p in drawn)
        wide, high = max(p[0] for p in drawn) - low_x, max(p[1] for p in drawn) - low_y
        x = x if cut.end == "left" else length - x - wide
        y = y if cut.edge == "near" else width - y - high
        ring = tuple((px - low_x + x, py - low_y + y) for px, py in drawn)
        return (x, y, x + wide, y + high), 0.0, ring
    sx = cut.length.mm
    groove = 0.0
    if cut.form == "flatten":
        return (0.0, 0.0, length, width), groove, None
    if cut.form == "lap":
        if not closeness.under(sx, length):
            raise CutError(refusals.LAP_TOO_LONG, field="cut.length", lap=sx, length=length)
        return ((0.0, 0.0, sx, width) if cut.end == "left" else (length - sx, 0.0, length, width)), groove, None
    if FORMS[cut.form].round:
        sy = sx
        if FORMS[cut.form].taken == "groove":
            if cut.across is None:
                raise CutError(refusals.ACROSS_MISSING, field="cut.across")
            groove = cut.across.mm
            if not closeness.under(2 * groove, sx):
                raise CutError(refusals.RING_TOO_WIDE, field="cut.across", groove=groove, diameter=sx)
        x = cut.from_left.mm if cut.end == "left" else length - cut.from_left.mm
        y = cut.from_near.mm if cut.edge == "near" else width - cut.from_near.mm
        return (x - sx / 2, y - sy / 2, x + sx / 2, y + sy / 2), groove, None
    if cut.across is None:
        raise CutError(refusals.ACROSS_MISSING, field="cut.across")
    sy = cut.across.mm
    if cut.turned:
        sx, sy = sy, sx
    x = cut.from_left.mm if cut.end == "left" else length - cut.from_left.mm - sx
    y = cut.from_near.mm if cut.edge == "near" else width - cut.from_near.mm - sy
    if "left" in cut.open_sides:
        x = 0.0
    if "right" in cut.open_sides:
        x = length - sx
    if "near" in cut.open_sides:
        y = 0.0
    if "far" in cut.open_sides:
        y = width - sy
    return (x, y, x + sx, y + sy), groove, None


def _of_arc(box: tuple[float, float, float, float], groove: float, sweep: float) -> tuple[float, float, float, float]:
    """The box of an arc of a ring whose own box is given."""
    x0, y0, x1, y1 = box
    axis = arc_points(((x0 + x1) / 2, (y0 + y1) / 2), (x1 - x0 - groove) / 2, sweep)
    low_x, low_y, high_x, high_y = extent(axis)
    return (low_x - groove / 2, low_y - groove / 2, high_x + groove / 2, high_y + groove / 2)


def _places(cut: PocketCut, box: tuple[float, float, float, float], length: float) -> tuple[float, ...]:
    """The shifts along x of all places, each from the first. Raises CutError."""
    if not 1 <= cut.count <= MOST_STATIONS:
        raise CutError(common_refusals.TOO_MANY_STATIONS, field="cut.count", most=MOST_STATIONS)
    if cut.count == 1:
        return (0.0,)
    if cut.spacing is None:
        raise CutError(common_refusals.SPACING_MISSING, field="cut.spacing")
    wide = box[2] - box[0]
    if not closeness.over(cut.spacing.mm, wide):
        raise CutError(
            common_refusals.STATIONS_MEET, field="cut.spacing", first=box[0], second=box[0] + cut.spacing.mm, width=wide
        )
    sense = 1.0 if cut.end == "left" else -1.0
    shifts = tuple(sense * i * cut.spacing.mm for i in range(cut.count))
    if box[2] + max(shifts) > length - 1e-6 or box[0] + min(shifts) < 1e-6:
        raise CutError(
            common_refusals.NO_WOOD_AFTER, field="cut.spacing", position=box[0] + shifts[-1], width=wide, length=length
        )
    return shifts
