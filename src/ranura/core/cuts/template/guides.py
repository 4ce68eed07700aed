"""What follows the template of a cut: a bushing, a bearing at the shank, or the bushing and ring of an inlay set (R9, R10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from shapely.geometry.base import BaseGeometry

from ranura.core.cuts.template import words
from ranura.core.cuts.template.asked import TemplateGuide
from ranura.core.cuts.template.on_board import OutlineOnBoard, grown, nothing
from ranura.core.cuts.template.wanted import CORNERS_LOSE, PLUG_LESS
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loops import Loop, area_of
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing, Guide, InlaySet
from ranura.core.shop.tooling.routers import Base
from ranura.core.templates import words as template_words
from ranura.core.templates.bearings import thick_enough
from ranura.core.templates.bushings import bushings_for, room_for
from ranura.core.templates.inlay import plan_inlay, plug_axis, plug_of
from ranura.core.templates.shaping import TemplatePlace, shaped_template
from ranura.core.text.cautions import Caution, Reason, caution

_LEAST_AROUND = 1.0
"""mm by which the bushing of an inlay set is wider outside than the bit at least: its wall, and what R9 leaves in its bore."""
_TIGHT = 0.1


@dataclass(frozen=True, kw_only=True, slots=True)
class Follower:
    """What runs along the template's edge: how wide it is across, and the template's thickness; mm."""

    kind: TemplateGuide
    tool: Bushing | InlaySet | None
    """None for a bearing, which is the bit's own."""
    across: float
    thickness: float
    cautions: tuple[Caution, ...] = ()


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


def bushing(asked: OutlineOnBoard, bit: Bit, base: Base, guides: Sequence[Guide], rules: HouseRules) -> Follower | Reason:
    """The bushing whose ring is nearest to the bit, leaves it room and leaves something of the template; or why there is none."""
    found = bushings_for(bit, base, guides, template=asked.template, rules=rules)
    if isinstance(found, Reason):
        return found
    for each in found:
        if asked.makes == "recess" or closeness.under(each.outside, asked.room + bit.diameter):
            said = room_for(each, bit, template=asked.template, rules=rules)
            return Follower(kind="bushing", tool=each, across=each.outside, thickness=asked.template, cautions=tuple(said))
    return Reason(template_words.NOTHING_OF_THE_TEMPLATE, {"guide": found[0].outside, "bit": bit.diameter})


def bearing(asked: OutlineOnBoard, bit: Bit, *, step: float, said: bool) -> Follower | Reason:
    """The bit's own bearing at the shank, on a template as thick as the first pass needs (R3); or why that cannot be."""
    needed, thick = thick_enough(bit, min(step, asked.depth)), asked.template
    if closeness.under(thick, needed):
        if said:
            return Reason(template_words.BEARING_ABOVE_TEMPLATE, {"thickness": thick, "needed": needed})
        thick = needed
    return Follower(kind="bearing", tool=None, across=bit.bearing or bit.diameter, thickness=thick)


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


def template_for(asked: OutlineOnBoard, follower: Follower, bit: Bit, rules: HouseRules) -> Template:
    """The template that a follower and a bit want for an outline."""
    key = (asked.loops, asked.makes, follower.across, bit.diameter, rules.slot_play)
    if isinstance(follower.tool, InlaySet) and asked.makes == "plug":
        return _plug(*key[:1], follower.tool.ring_outside, follower.across, bit.diameter)
    return _shaped(*key)


@lru_cache(maxsize=32)
def _shaped(loops: tuple[Loop, ...], makes: str, across: float, diameter: float, play: float) -> Template:
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


def fits(asked: OutlineOnBoard, bit: Bit) -> bool:
    """Whether a bit finds a way inside an outline."""
    return asked.keeps_inside or not nothing(grown(asked.area, -bit.diameter / 2))
