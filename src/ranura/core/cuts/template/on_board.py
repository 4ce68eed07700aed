"""An outline on its board, in mm. Seen from above: x from the left end, y from the near edge."""

from __future__ import annotations

import math
from dataclasses import dataclass

from shapely import Polygon, box, union_all
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Piece, Side
from ranura.core.cuts.template import refusals
from ranura.core.cuts.template.asked import Loose, Makes, TemplateCut
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.loops import TRUE, Loop, area_of, loops_of
from ranura.core.holding.hands import is_small
from ranura.core.holding.placed import ClampAt, Held
from ranura.core.shop.saved_outlines import SavedOutline, templates_of
from ranura.core.shop.shop import Shop
from ranura.core.templates.rounding import rounded
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

_QUARTER = 16
"""Chords of a quarter arc where it only matters whether something fits."""


@dataclass(frozen=True, kw_only=True, slots=True, eq=False)
class OutlineOnBoard:
    """An outline on its board, in mm."""

    saved: SavedOutline
    changed: bool
    """It is no longer as it was when it was chosen."""
    makes: Makes
    along_line: bool
    """Only its line is cut, and not the whole field inside it."""
    loops: tuple[Loop, ...]
    """At the first place."""
    area: BaseGeometry
    """What they enclose."""
    room: float
    """How wide the widest disc inside it is."""
    depth: float
    """Below the face; the thickness where it goes through."""
    through: bool
    blank: BaseGeometry | None
    """What a saw left of the board where the part was sawn out before."""
    sawn: float
    """How much of it lies outside of the line."""
    traced: float
    """How deep a small bit traces the line first; 0 where one bit does it all."""
    turned: bool
    """Where its fibres would lift it is cut from the other face."""
    starting_pin: bool
    """One stands in the table, for a part that was sawn out."""
    backed: bool
    thickness: float
    part: tuple[float, float]
    places: tuple[float, ...]
    """How far each place is shifted along x from the first."""
    loose: Loose | None
    plate: bool
    template: float
    """How thick a template is."""
    held: Held | None
    clamps: tuple[ClampAt, ...]
    templates: tuple[SavedOutline, ...] = ()
    """Those that stand in the shop, made of this very outline."""

    @property
    def box(self) -> tuple[float, float, float, float]:
        """x0, y0, x1, y1 of its first place."""
        x0, y0, x1, y1 = self.area.bounds
        return (float(x0), float(y0), float(x1), float(y1))

    @property
    def size(self) -> tuple[float, float]:
        """Along x and along y."""
        x0, y0, x1, y1 = self.box
        return (x1 - x0, y1 - y0)

    @property
    def centre(self) -> tuple[float, float]:
        """The middle of the first place."""
        x0, y0, x1, y1 = self.box
        return ((x0 + x1) / 2, (y0 + y1) / 2)

    @property
    def work(self) -> tuple[float, float]:
        """Length and width of what is cut: the board, or what a saw left of it."""
        if self.blank is None:
            return self.part
        x0, y0, x1, y1 = self.blank.bounds
        return (float(x1 - x0), float(y1 - y0))

    @property
    def can_be_turned(self) -> bool:
        """Whether it is a part that can be turned round the bit over a table."""
        return self.blank is not None and not (self.turned or self.holed or self.plate)

    @property
    def for_table(self) -> bool:
        """Whether that is meant: a starting pin stands there."""
        return self.can_be_turned and self.starting_pin

    @property
    def holed(self) -> bool:
        """Whether there are holes in it, or islands."""
        return any(part.interiors for part in parts_of(self.area))

    @property
    def keeps_inside(self) -> bool:
        """Whether what lies inside the outline stays."""
        return self.makes != "recess"

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        if self.blank is not None:
            return StraightCut(
                kind="rabbet",
                width=self.sawn,
                depth=self.depth,
                thickness=self.thickness,
                stopped=self.holed,
                plunged=self.holed,
                through=True,
                clean="both",
                held_back=is_small(self.part),
            )
        return StraightCut(
            kind="line" if self.along_line else "recess",
            width=min(self.size) if self.keeps_inside else self.room,
            depth=self.depth,
            thickness=self.thickness,
            stopped=True,
            plunged=True,
            through=self.through,
            clean="both" if self.through else "near",
            part=self.part if self.held in (None, "clamps") else None,
            followed=True,
            held_back=is_small(self.part),
        )


def on_board(cut: TemplateCut, piece: Piece, shop: Shop) -> OutlineOnBoard:
    """The outline on its board.

    Raises `CutError` at what cannot be: no outline, or one that is gone, beyond the board, deeper than it, places that meet."""
    length, width, thickness = piece.length.mm, piece.width.mm, piece.thickness.mm
    deep = cut.depth.mm + (shop.rules.plug_extra if cut.makes == "plug" else 0.0)
    if not cut.through and not closeness.under(deep, thickness):
        raise CutError(refusals.TEMPLATE_GOES_THROUGH, field="cut.depth", depth=deep, thickness=thickness)
    if cut.through and cut.makes == "plug":
        raise CutError(refusals.PLUG_GOES_THROUGH, field="cut.through")
    if cut.sawn is not None and not (cut.makes == "part" and cut.through):
        raise CutError(refusals.ONLY_PARTS_ARE_SAWN, field="cut.sawn")
    if cut.sawn is not None and cut.count > 1:
        raise CutError(refusals.SAWN_ONE_BY_ONE, field="cut.count")
    if cut.traced is not None:
        _check_traced(cut, thickness)
    saved = outline_of(cut, shop)
    loops = placed(cut, piece, saved)
    area = area_of(loops)
    if cut.sawn is not None and len(list(parts_of(area))) > 1:
        raise CutError(refusals.SAWN_ONE_BY_ONE, field="cut.sawn")
    x0, y0, x1, y1 = area.bounds
    sides: tuple[tuple[float, Side, str], ...] = (
        (x0, "left", "from_left"),
        (y0, "near", "from_near"),
        (length - x1, "right", "from_left"),
        (width - y1, "far", "from_near"),
    )
    for room, side, field in sides:
        if closeness.under(room, 0.0):
            raise CutError(refusals.OUTLINE_OFF_BOARD, field=f"cut.{field}", side=side, long=x1 - x0, wide=y1 - y0)
    return OutlineOnBoard(
        saved=saved,
        changed=cut.outline_version not in (None, saved.version),
        makes=cut.makes,
        along_line=cut.along_line,
        loops=loops,
        area=area,
        room=_room(area),
        depth=thickness if cut.through else cut.depth.mm,
        through=cut.through,
        blank=None if cut.sawn is None else _blank(area, cut.sawn.mm, (length, width)),
        sawn=0.0 if cut.sawn is None else cut.sawn.mm,
        traced=0.0 if cut.traced is None else cut.traced.mm,
        turned=cut.turned and cut.sawn is not None,
        starting_pin=cut.starting_pin,
        backed=cut.backed,
        thickness=thickness,
        part=(length, width),
        places=_places(cut, (x0, x1), length),
        loose=cut.loose,
        plate=cut.plate,
        template=shop.rules.template_thickness if cut.template is None else cut.template.mm,
        held=cut.held,
        clamps=cut.clamps,
        templates=templates_of(
            saved.version, shop.outlines, shop.rules, corners=cut.corners.mm if cut.corners is not None else 0.0
        ),
    )


def _check_traced(cut: TemplateCut, thickness: float) -> None:
    """Refuses a trace of what is not cut along a line, or by a saw before, and one that leaves the larger bit nothing."""
    if cut.makes == "plug" or cut.sawn is not None or not cut.along_line:
        raise CutError(refusals.ONLY_LINES_ARE_TRACED, field="cut.traced")
    depth = thickness if cut.through else cut.depth.mm
    assert cut.traced is not None
    if not closeness.under(cut.traced.mm, depth - TRACED_LESS):
        raise CutError(refusals.TRACED_TOO_DEEP, field="cut.traced", traced=cut.traced.mm, most=depth - TRACED_LESS)


TRACED_LESS = 3.0
"""mm by which a trace is less deep than the whole cut at least: what is left for the larger bit, and for tabs or a skin."""
SMALLER = 10.0
"""mm by which the board that a part lies on when it is turned over is smaller than it all round, so that bearing and screw run
clear of it."""


def smaller_board(asked: OutlineOnBoard) -> Polygon | None:
    """The board that a part lies on when it is turned over; None where a part so narrow has none to lie on."""
    return max(parts_of(asked.area.buffer(-SMALLER)), key=lambda part: part.area, default=None)


def _blank(area: BaseGeometry, waste: float, part: tuple[float, float]) -> BaseGeometry:
    """What a saw leaves of a board of a length and a width, so many mm outside of an area."""
    return union_all([Polygon(each.exterior) for each in parts_of(area)]).buffer(waste).intersection(box(0, 0, *part))


def outline_of(cut: TemplateCut, shop: Shop) -> SavedOutline:
    """The outline that a cut names. Raises `CutError` on "cut.outline" where there is none."""
    if cut.outline is None:
        raise CutError(refusals.OUTLINE_UNCHOSEN, field="cut.outline")
    found = next((each for each in shop.outlines if each.id == cut.outline), None)
    if found is None:
        raise CutError(refusals.OUTLINE_GONE, field="cut.outline")
    if found.is_template:
        raise CutError(refusals.OUTLINE_IS_TEMPLATE, field="cut.outline")
    return found


def placed(cut: TemplateCut, piece: Piece, saved: SavedOutline) -> tuple[Loop, ...]:
    """The closed loops of an outline, turned and moved to its first place. Raises `CutError` where they enclose nothing."""
    try:
        loops = tuple(loop.turned(math.radians(cut.turn)) for loop in loops_of_text(saved.path) if loop.closed)
    except ValueError as problem:
        raise CutError(refusals.OUTLINE_UNREADABLE, field="cut.outline") from problem
    area = area_of(loops)
    if area.is_empty or not area.area:
        raise CutError(refusals.OUTLINE_UNREADABLE, field="cut.outline")
    if cut.corners is not None:
        area = rounded(area, cut.corners.mm)
        loops = loops_of(area)
        if not loops:
            raise CutError(refusals.ROUNDED_AWAY, field="cut.corners", radius=cut.corners.mm)
    x0, y0, x1, y1 = area.bounds
    x = cut.from_left.mm if cut.end == "left" else piece.length.mm - cut.from_left.mm - (x1 - x0)
    y = cut.from_near.mm if cut.edge == "near" else piece.width.mm - cut.from_near.mm - (y1 - y0)
    return tuple(loop.moved((x - x0, y - y0)) for loop in loops)


def _room(area: BaseGeometry) -> float:
    """How wide the widest disc is that fits into an area, in mm, within 0.01 of it."""
    simple = area.simplify(TRUE)
    low, high = 0.0, math.sqrt(area.area / math.pi) + 1e-6
    while high - low > 0.005:
        middle = (low + high) / 2
        low, high = (low, middle) if grown(simple, -middle).is_empty else (middle, high)
    return 2 * low


def _places(cut: TemplateCut, across: tuple[float, float], length: float) -> tuple[float, ...]:
    """The shifts along x of all places, each from the first. Raises CutError."""
    x0, x1 = across
    if cut.count == 1:
        return (0.0,)
    if cut.spacing is None:
        raise CutError(common_refusals.SPACING_MISSING, field="cut.spacing")
    if not closeness.over(cut.spacing.mm, x1 - x0):
        raise CutError(common_refusals.STATIONS_MEET, field="cut.spacing", first=x0, second=x0 + cut.spacing.mm, width=x1 - x0)
    sense = 1.0 if cut.end == "left" else -1.0
    shifts = tuple(sense * i * cut.spacing.mm for i in range(cut.count))
    if closeness.over(x1 + max(shifts), length) or closeness.under(x0 + min(shifts), 0.0):
        raise CutError(common_refusals.NO_WOOD_AFTER, field="cut.spacing", position=x0 + shifts[-1], width=x1 - x0, length=length)
    return shifts


def grown(area: BaseGeometry, by: float) -> BaseGeometry:
    """An area grown by so many mm, or shrunk by less than 0, where it only matters whether something fits."""
    return area.buffer(by, quad_segs=_QUARTER)
