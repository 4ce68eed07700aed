"""What follows the template of a cut: a bushing, a bearing at the shank, or the bushing and ring of an inlay set (R9, R10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from ranura.core.cuts.template import words
from ranura.core.cuts.template.asked import Makes, TemplateGuide
from ranura.core.cuts.template.on_board import OutlineOnBoard
from ranura.core.cuts.template.wanted import CORNERS_LOSE, PLUG_LESS
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import Loop, area_of
from ranura.core.learning.forecast import Forecast, Spread, forecast
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SAME_OFFSET, Intent, SavedOutline
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing, Guide, InlaySet
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT, SCREW_HEIGHT
from ranura.core.shop.tooling.routers import Base
from ranura.core.templates import words as template_words
from ranura.core.templates.bearings import thick_enough
from ranura.core.templates.bushings import bushings_for, room_for
from ranura.core.templates.inlay import plan_inlay, plug_axis, plug_of
from ranura.core.templates.shaping import TemplatePlace, shaped_template
from ranura.core.templates.to_make import TemplateToMake
from ranura.core.text.cautions import Caution, Reason, caution

_LEAST_AROUND = 1.0
"""mm by which the bushing of an inlay set is wider outside than the bit at least: its wall, and what R9 leaves in its bore."""
_TIGHT = 0.1
RIM = 100.0
"""mm that a template reaches beyond its opening."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Follower:
    """What runs along the template's edge: how wide it is across, and the template's thickness; mm."""

    kind: TemplateGuide
    tool: Bushing | InlaySet | None
    """None for a bearing, which is the bit's own."""
    across: float
    thickness: float
    cautions: tuple[Caution, ...] = ()

    @property
    def below(self) -> bool:
        """Whether its template lies below the work."""
        return self.kind == "tip"

    def stands(self, top: float) -> tuple[float, float]:
        """From what height to what height its template stands, by a work whose face is `top` mm up."""
        return (-self.thickness, 0.0) if self.below else (top, top + self.thickness)

    def offset(self, bit: Bit) -> float:
        """From the template's edge to the line of the cut, in mm: half of what it is wider than the bit (R9)."""
        return (self.across - bit.diameter) / 2


@dataclass(frozen=True, kw_only=True, slots=True, eq=False)
class Template:
    """A template and what comes of it at the first place; lengths in mm."""

    loops: tuple[Loop, ...]
    """Its edge: of a recess or plug its opening, of a part its outside."""
    axis: BaseGeometry
    """Where the axis may be, inside its opening; of a part what the axis goes round."""
    obtained: BaseGeometry
    """What is gone (recess) or kept (part, plug) in the end."""
    offset: float
    """From the template's edge to the line of the cut."""
    places: tuple[TemplatePlace, ...]
    cautions: tuple[Caution, ...]
    outside: bool = False
    """It is followed round its outside, and not inside its opening."""

    @property
    def box(self) -> tuple[float, float, float, float]:
        """x0, y0, x1, y1 of its edge."""
        return box_of(self.loops)

    @property
    def on_work(self) -> BaseGeometry:
        """The template as it lies on the work: with its rim around an opening."""
        return _on_work(self)


@lru_cache(maxsize=16)
def _on_work(template: Template) -> BaseGeometry:
    inside = area_of(template.loops)
    if template.outside:
        return inside
    x0, y0, x1, y1 = template.box
    return box(x0 - RIM, y0 - RIM, x1 + RIM, y1 + RIM).difference(inside)


def there(templates: Sequence[SavedOutline], template: Template | None, follower: Follower | None) -> SavedOutline | None:
    """Of templates that stand in the shop the one that makes the cut with this guide and bit; None where there is none."""
    if template is None or follower is None:
        return None
    offset, least = abs(template.offset), follower.thickness
    followed: Intent = "part" if template.outside else "recess"
    for each in templates:
        made = each.made
        if (
            made
            and each.intent == followed
            and abs(made.offset - offset) <= SAME_OFFSET
            and not closeness.under(made.thickness, least)
        ):
            return each
    return None


def path_of(loops: tuple[Loop, ...]) -> str:
    """Loops as they are kept: with their lower left corner at 0, 0."""
    x0, y0, _, _ = box_of(loops)
    return text_of_loops([loop.moved((-x0, -y0)) for loop in loops])


def to_make(
    follower: Follower | None,
    bit: Bit,
    *,
    outline: str | None,
    loops: tuple[Loop, ...],
    outside: bool,
    corners: float = 0.0,
    there: SavedOutline | None = None,
) -> TemplateToMake | None:
    """The template of a plan as something to be made, for an outline that is kept or else for some loops, or the one that is
    `there`; None where nothing follows one, or an inlay set does."""
    if follower is None or isinstance(follower.tool, InlaySet):
        return None
    return TemplateToMake(
        outline=outline,
        path="" if outline is not None else path_of(loops),
        intent="part" if outside else "recess",
        corners=corners,
        guide_id=follower.tool.id if follower.tool is not None else bit.id,
        bit_id=bit.id if follower.tool is not None else None,
        there=there.id if there is not None else None,
    )


def bushing(
    bit: Bit,
    base: Base,
    guides: Sequence[Guide],
    *,
    template: float,
    kept: float | None,
    rules: HouseRules,
    offset: float | None = None,
) -> Follower | Reason:
    """The bushing whose ring is nearest to the bit, leaves it room under a template so many mm thick, and leaves something of the
    template of a part that is `kept` mm wide (None for a recess), for one that lies `offset` beside the line where that is said;
    or why there is none."""
    found = bushings_for(bit, base, guides, template=template, rules=rules)
    if isinstance(found, Reason):
        return found
    if offset is not None:
        found = [each for each in found if abs((each.outside - bit.diameter) / 2 - offset) <= SAME_OFFSET]
        if not found:
            return Reason(words.NO_TRACING_BIT, {"offset": offset})
    for each in found:
        if kept is None or closeness.under(each.outside, kept + bit.diameter):
            said = room_for(each, bit, template=template, rules=rules)
            return Follower(kind="bushing", tool=each, across=each.outside, thickness=template, cautions=tuple(said))
    return Reason(template_words.NOTHING_OF_THE_TEMPLATE, {"guide": found[0].outside, "bit": bit.diameter})


def bearing(bit: Bit, *, first: float, template: float, said: bool) -> Follower | Reason:
    """The bit's own bearing at the shank, on a template as thick as a first pass of so many mm needs (R3); or why that cannot be,
    where the person `said` how thick it is."""
    needed, thick = thick_enough(bit, first), template
    if closeness.under(thick, needed):
        if said:
            return Reason(template_words.BEARING_ABOVE_TEMPLATE, {"thickness": thick, "needed": needed})
        thick = needed
    return Follower(kind="bearing", tool=None, across=bit.bearing or bit.diameter, thickness=thick)


def raised_by(rules: HouseRules) -> float:
    """How far work is raised above the bench so that what stands out below it runs clear, in mm.

    Rule: R3 bearings fix depths, R11
    Formula: 0.5 mm through + bearing + screw + 3 mm clear, rounded up
    Source: what stands out below the work runs along the bench"""
    return float(closeness.ceil(rules.through_extra + BEARING_HEIGHT + SCREW_HEIGHT + rules.bearing_overhang))


def tip_bearing(bit: Bit, *, template: float, said: bool, over_bench: float, turned: float | None) -> Follower | Reason:
    """The bit's own bearing at the tip, on a template below the work that is so thick, `over_bench` in mm, that screw and bearing
    stay clear of the bench (over a table it lies on the work, and nothing is above it); or why that cannot be, where the person
    `said` how thick it is. Where the work is `turned` over, and cut so many mm deep from there too, the bearing at the shank must
    ride on the same template, which lies above the work then (R3)."""
    needed = over_bench
    if said and closeness.under(template, needed):
        return Reason(words.TIP_BEARING_MEETS_BENCH, {"thickness": template, "needed": needed})
    rides = 0.0 if turned is None else thick_enough(bit, turned)
    if said and closeness.under(template, rides):
        return Reason(template_words.BEARING_ABOVE_TEMPLATE, {"thickness": template, "needed": rides})
    return Follower(kind="tip", tool=None, across=bit.bearing or bit.diameter, thickness=max(template, needed, rides))


def inlay_set(asked: OutlineOnBoard, bit: Bit, base: Base, guides: Sequence[Guide]) -> Follower | Reason:
    """The inlay set whose plug fits its recess best with a bit; its ring is on for the recess, off for the plug (R10)."""
    owned = [each for each in guides if isinstance(each, InlaySet)]
    if not owned:
        return Reason(words.NO_INLAY_SET, {"bit": bit.diameter})
    if base.plate is None:
        return Reason(template_words.NO_BUSHING_PLATE)
    room = [each for each in owned if not closeness.over(bit.diameter, each.bushing_outside - _LEAST_AROUND)]
    if not room:
        return Reason(words.NO_ROOM_IN_INLAY_SET, {"diameter": bit.diameter, "od": owned[0].bushing_outside})
    chosen = min(room, key=lambda each: abs(_gap(each, bit)))
    gap = _gap(chosen, bit)
    if closeness.under(gap, 0.0):
        return Reason(words.PLUG_TOO_LARGE, {"over": -gap, "wall": bit.diameter - gap})
    if closeness.over(gap, PLUG_LESS):
        return Reason(words.INLAY_TOO_LOOSE, {"gap": gap, "wall": bit.diameter - gap})
    bore = caution(words.INLAY_BORE_UNKNOWN, clear=chosen.bushing_outside - bit.diameter)
    said = (bore, *((caution(words.INLAY_LOOSE, gap=gap),) if closeness.over(gap, _TIGHT) else ()))
    across = chosen.ring_outside if asked.makes == "recess" else chosen.bushing_outside
    return Follower(kind="inlay", tool=chosen, across=across, thickness=asked.template, cautions=said)


def _gap(each: InlaySet, bit: Bit) -> float:
    return plan_inlay(ring_od=each.ring_outside, bushing_od=each.bushing_outside, bit_diameter=bit.diameter).gap


def gap_forecast(follower: Follower | None, bit: Bit, rules: HouseRules) -> Forecast | None:
    """How likely the plug of an inlay set fits its recess, both sides together; None where no such set is followed.

    Rule: R19 fit forecast, R10
    Formula: gap = 2·g, g = D − wall of the ring; bit and wall of the ring err on both sides alike
    Source: recess and plug are cut with the same bit, one beside the ring and one without it"""
    if follower is None or not isinstance(follower.tool, InlaySet):
        return None
    causes = (Spread(of="bit", mm=2 * rules.spread_bit), Spread(of="ring", mm=2 * rules.spread_spacer))
    return forecast(width=2 * _gap(follower.tool, bit), mate=0.0, causes=causes)


def template_for(loops: tuple[Loop, ...], makes: Makes, follower: Follower, bit: Bit, rules: HouseRules) -> Template:
    """The template that a follower and a bit want for an outline."""
    key = (loops, makes, follower.across, bit.diameter, rules.slot_play)
    if isinstance(follower.tool, InlaySet) and makes == "plug":
        return _plug(*key[:1], follower.tool.ring_outside, follower.across, bit.diameter)
    return _shaped(*key)


@lru_cache(maxsize=32)
def _shaped(loops: tuple[Loop, ...], makes: Makes, across: float, diameter: float, play: float) -> Template:
    rules = HouseRules(slot_play=play)
    made = shaped_template(loops, "recess" if makes == "recess" else "part", guide=across, bit=diameter, rules=rules)
    kept = {template_words.CORNERS_LOST.code}
    said = [each for each in made.cautions if each.code not in kept]
    return Template(
        loops=made.loops,
        axis=area_of(made.axis),
        obtained=area_of(made.cut),
        offset=made.offset,
        places=made.places,
        cautions=(*said, *_lost(area_of(loops), area_of(made.cut), made.places, makes)),
        outside=makes == "part",
    )


def _lost(wanted: BaseGeometry, obtained: BaseGeometry, places: Sequence[TemplatePlace], makes: str) -> list[Caution]:
    """What is to be said of wood that goes and should stay: rounded corners, or more than that."""
    lost = [each for each in places if each.kind == "over"]
    if not lost:
        return []
    radius = min(each.radius for each in lost)
    over = obtained.difference(wanted.buffer(CORNERS_LOSE, join_style="mitre"))
    if makes != "recess":
        over = wanted.buffer(-CORNERS_LOSE, join_style="mitre").difference(obtained)
    deep = [part for part in parts_of(over) if part.area > 0.05]
    if deep:
        return [caution(words.CORNERS_NOT_ENTERED, count=len(deep), deep=CORNERS_LOSE, radius=radius)]
    return [caution(template_words.CORNERS_LOST, count=len(lost), radius=radius)]


@lru_cache(maxsize=16)
def _plug(loops: tuple[Loop, ...], ring: float, across: float, diameter: float) -> Template:
    """The plug from the template of its recess, which the ring was made for."""
    opening = shaped_template(loops, "recess", guide=ring, bit=diameter)
    axis = plug_axis(opening.loops, bushing_od=across)
    kept = plug_of(axis, bit_diameter=diameter)
    return Template(
        loops=opening.loops,
        axis=axis,
        obtained=kept,
        offset=plan_inlay(ring_od=ring, bushing_od=across, bit_diameter=diameter).plug_inset,
        places=(),
        cautions=(),
    )
