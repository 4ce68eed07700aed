"""Templates: what a guide and a bit make of an outline, files at 1:1, and the templates that stand in the shop."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import Annotated, Literal
from urllib.parse import quote
from uuid import uuid4

from fastapi import APIRouter, Query, Response
from pydantic import Field

from ranura.api.outline_views import (
    KeptOutline,
    ReachingPair,
    Sized,
    TemplatePairs,
    TemplateView,
    figures_of,
    kept_view,
    place_view,
)
from ranura.api.outlines import Corners, rounded_loops
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop
from ranura.core.geometry import closeness
from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import loops_of_text, text_of_loops
from ranura.core.geometry.loops import Loop, area_of
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SAME_OFFSET, Intent, MadeTemplate, SavedOutline, Stuff
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.templates import refusals, words
from ranura.core.templates.bushings import TemplatePlan, plan_template
from ranura.core.templates.lifts import lifts_along
from ranura.core.templates.outline import data_of, understood
from ranura.core.templates.rounding import radius_for, tightest_rounded
from ranura.core.templates.sawing import saw_line, waste_for
from ranura.core.templates.shaping import ShapedTemplate, made_by, shaped_template
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError, ToolError
from ranura.core.text.lengths import read as read_length
from ranura.core.text.writing import Text, write
from ranura.formats.template_files import TemplateDrawing, template_dxf, template_svg
from ranura.formats.template_pdf import MOST_PAGES, Paper, pages_of, template_pdf
from ranura.requests.from_core import IdText, LengthIn, Name, RequestModel
from ranura.store import items

router = APIRouter(prefix="/api", tags=["templates"], responses=ERRORS)

Fibres = Annotated[float, Query(ge=0, lt=180)]

_USUAL_BIT = 6.0
"""mm: the bit to begin with is no smaller, so that it cuts deep enough."""


class MadeIn(RequestModel):
    """What follows a template: a bushing with a bit, or a bit with a bearing, by their ids."""

    guide: IdText
    bit: IdText | None = None


@router.post("/outlines/{outline_id}/made", status_code=201)
def keep_made(outline_id: str, asked: MadeIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps, as an outline of its own, what a template that the shop has makes with a guide and a bit. Raises ToolError where
    nothing comes of it."""
    shop = saved_shop.current()
    guide, bit, _ = _followed_by(asked.guide, asked.bit, shop)
    of, made, _ = _template(outline_id, guide, bit, shop, 0.0)
    if not made.cut:
        raise ToolError(refusals.NOTHING_MADE, field="guide")
    name = write("{name} with {g:len} and {b:len}", name=of.name, g=guide, b=bit)
    kept = SavedOutline(
        id=uuid4().hex,
        name=(name.metric if shop.unit == "mm" else name.inch)[:80],
        path=data_of(understood(made.cut)),
        intent=of.intent,
        source=of.name,
    )
    saved_shop.add("outlines", [kept])
    return kept_view(kept, saved_shop.current().rules)


class StuffIn(RequestModel):
    """What a template is made of, and how thick."""

    stuff: Stuff
    thickness: LengthIn


class TemplateIn(StuffIn):
    """A template that was made, and what follows it."""

    guide: IdText
    bit: IdText | None = None
    corners: Annotated[float, Field(ge=0, le=200)] = 0.0


class UsesIn(RequestModel):
    """By how much the uses of a template go up, or down."""

    count: Annotated[int, Field(ge=-10_000, le=10_000)]


@router.post("/outlines/{outline_id}/templates", status_code=201)
def keep_template(outline_id: str, asked: TemplateIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps the template of an outline as a thing of the shop, as it was made. Raises ToolError where nothing comes of it."""
    shop = saved_shop.current()
    guide, bit, _ = _followed_by(asked.guide, asked.bit, shop)
    of, made, _ = _template(outline_id, guide, bit, shop, asked.corners)
    if of.is_template or not made.loops:
        raise ToolError(refusals.NOTHING_MADE, field="guide")
    thing = MadeTemplate(
        stuff=asked.stuff, thickness=_thick(asked), guide=guide, bit=bit, outline=of.id, version=of.version, corners=asked.corners
    )
    kept = SavedOutline(
        id=uuid4().hex,
        name=f"{of.name}, template"[:80],
        path=data_of(understood(made.loops)),
        intent=of.intent,
        source=of.name,
        is_template=True,
        made=thing,
    )
    saved_shop.add("outlines", [kept])
    return kept_view(kept, saved_shop.current().rules)


@router.post("/outlines/{outline_id}/copies", status_code=201)
def keep_copy(outline_id: str, asked: StuffIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps a copy of a template, routed from it as from a master. Raises ToolError where it is none."""
    of = items.find(saved_shop.current(), "outlines", SavedOutline, outline_id)
    thing = replace(_made(of), stuff=asked.stuff, thickness=_thick(asked), master=of.id, uses=0)
    kept = replace(of, id=uuid4().hex, name=f"{of.name}, copy"[:80], source=of.name, made=thing)
    saved_shop.add("outlines", [kept])
    return kept_view(kept, saved_shop.current().rules)


@router.post("/outlines/{outline_id}/uses")
def count_uses(outline_id: str, asked: UsesIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Counts uses of a template, or takes some back. Raises ToolError where it is none."""

    def counted(known: SavedOutline) -> SavedOutline:
        return replace(known, made=_made(known).used(asked.count))

    edited = saved_shop.edit("outlines", SavedOutline, outline_id, counted, version=None)
    return kept_view(edited, saved_shop.current().rules)


def _made(outline: SavedOutline) -> MadeTemplate:
    if outline.made is None:
        raise ToolError(refusals.NOT_MADE, field="template")
    return outline.made


def _thick(asked: StuffIn) -> float:
    return read_length(asked.thickness.typed, asked.thickness.unit, field="thickness", positive=True).mm


@router.get("/outlines/pairs")
def pairs(shop: TheShop) -> TemplatePairs:
    """What of the shop may follow a template: its bushings with bits that turn in them, and bits that have a bearing."""
    bits = sorted((each for each in shop.bits if not each.archived), key=lambda bit: bit.diameter)
    bushings = sorted((each for each in shop.guides if isinstance(each, Bushing)), key=lambda bushing: bushing.outside)
    inside = [each for each in bits if each.profile in FLAT_ENDED]
    follow = [each for each in bits if each.bearing is not None and each.kind.makes == "templates"]
    fitting = ((bushing, bit) for bit in inside for bushing in bushings if not _room(bushing, bit).blocked)
    usual = next(((bushing, bit) for bushing, bit in fitting if bit.diameter >= _USUAL_BIT), None)
    return TemplatePairs(
        bushings=tuple(Sized(id=each.id, name=each.name, size=each.outside) for each in bushings),
        bearings=tuple(Sized(id=each.id, name=each.name, size=each.bearing or 0.0) for each in follow),
        bits=tuple(Sized(id=each.id, name=each.name, size=each.diameter) for each in inside),
        guide_id=usual[0].id if usual else (follow[0].id if follow else None),
        bit_id=usual[1].id if usual else None,
    )


def _room(bushing: Bushing, bit: Bit) -> TemplatePlan:
    """What a bushing says to a bit that turns in it (R9)."""
    return plan_template(
        bushing_od=bushing.outside, bit_diameter=bit.diameter, cut="recess", width=1_000.0, bushing_bore=bushing.bore
    )


def _followed_by(guide_id: str, bit_id: str | None, shop: Shop) -> tuple[float, float, tuple[Caution, ...]]:
    """What runs along a template and what cuts, in mm, and what is to be said of the two. Raises CutError for an unknown one."""
    bushing = next((each for each in shop.guides if each.id == guide_id and isinstance(each, Bushing)), None)
    if bushing is None:
        bit = shop.bit(guide_id, field="guide")
        if bit.bearing is None:
            raise CutError(refusals.NO_GUIDE, field="guide", name=bit.name)
        return bit.bearing, bit.diameter, ()
    bit = shop.bit(bit_id or "", field="bit")
    return bushing.outside, bit.diameter, _room(bushing, bit).cautions


@router.get("/outlines/{outline_id}/template")
def template(
    outline_id: str,
    guide: IdText,
    shop: TheShop,
    bit: IdText | None = None,
    paper: Paper = "a4",
    corners: Corners = 0.0,
    fibres: Fibres | None = None,
) -> TemplateView:
    """The template for an outline, its corners rounded on wish, followed with a bushing and a bit, or with a bit that has a
    bearing, by their ids; and where along it the `fibres` of a board lift that run at so many degrees."""
    guide_mm, bit_mm, cautions = _followed_by(guide, bit, shop)
    outline, made, drawing = _template(outline_id, guide_mm, bit_mm, shop, corners)
    wanted = made.cut if outline.is_template else drawing.wanted
    x0, y0, x1, y1 = box_of((*made.loops, *wanted, *made.cut, *drawing.saw))
    left, low, right, high = box_of(made.cut if outline.is_template else made.loops)
    width, height = right - left, high - low
    return TemplateView(
        template=text_of_loops(made.loops),
        wanted=text_of_loops(wanted),
        axis=text_of_loops(made.axis),
        cut=text_of_loops(made.cut),
        saw=text_of_loops(drawing.saw),
        lifts=() if fibres is None else _lifts(made, outline, fibres, shop.rules),
        box=(x0, y0, x1, y1),
        width=width,
        height=height,
        size=write("{w:len} × {h:len}", w=width, h=height),
        offset=write("{o:len}", o=made.offset),
        places=tuple(place_view(each, is_template=outline.is_template) for each in made.places),
        figures=(*figures_of(made, outline), *_sawn(drawing, bit_mm, shop), *_also_by(outline, shop)),
        cautions=(*cautions, *made.cautions, *_of_its_state(outline, made, shop.rules)),
        guide=guide_mm,
        bit=bit_mm,
        pages=pages_of(drawing, paper),
        round_to=radius_for(bit_mm, made.offset) if made.places and not corners and not outline.is_template else None,
        rounded=write("Its corners are rounded to {r:len}", r=corners) if corners else None,
        reaching=None if outline.is_template else _reaching(outline, shop, guide, bit),
    )


def _lifts(made: ShapedTemplate, outline: SavedOutline, fibres: float, rules: HouseRules) -> tuple[str, ...]:
    """The stretches of what is cut on which fibres lift, as path data."""
    turned = math.radians(fibres)
    along = (math.cos(turned), math.sin(turned))
    found = lifts_along(area_of(made.cut), inside=outline.intent == "part", fibres=along, rules=rules)
    return tuple(text_of_loops([Loop(tuple((x, y, 0.0) for x, y in each.path), closed=False)]) for each in found)


def _of_its_state(outline: SavedOutline, made: ShapedTemplate, rules: HouseRules) -> Iterator[Caution]:
    """What is to be said of a template that stands in the shop: it is worn, or this pair is none that it was made for."""
    thing = outline.made
    if thing is None:
        return
    if thing.worn(rules):
        yield caution(words.TEMPLATE_WORN, uses=thing.uses)
    if abs(made.offset - thing.offset) > SAME_OFFSET:
        yield caution(words.OTHER_PAIR, off=abs(made.offset - thing.offset), guide=thing.guide, bit=thing.bit)


def _sawn(drawing: TemplateDrawing, bit: float, shop: Shop) -> tuple[Text, ...]:
    """How far outside of its line a part is sawn off before it is cut, in words."""
    if not drawing.saw:
        return ()
    return (
        write("Saw it off first, {w:len} outside of its line: no more may be left for this bit", w=waste_for(bit, shop.rules)),
    )


def _also_by(outline: SavedOutline, shop: Shop) -> tuple[Text, ...]:
    """The pairs of the shop with which a template makes what it was made for, in words."""
    if outline.made is None:
        return ()
    bushings = [each for each in shop.guides if isinstance(each, Bushing)]
    inside = [each for each in shop.bits if not each.archived and each.profile in FLAT_ENDED]
    fit = [
        f"{bit.name} in {ring.name}"
        for ring in bushings
        for bit in inside
        if abs((ring.outside - bit.diameter) / 2 - outline.made.offset) <= SAME_OFFSET and not _room(ring, bit).blocked
    ]
    return (write("It is made for {pairs}", pairs=" or ".join(fit[:_MOST_NAMED])),) if fit else ()


_MOST_NAMED = 4


def _reaching(outline: SavedOutline, shop: Shop, guide: str, bit: str | None) -> ReachingPair | None:
    """The widest bit of the shop that enters every rounded corner of an outline, with the bushing nearest to it; None where the
    outline has none, or no bit does, or it is the pair that is looked at."""
    corner = tightest_rounded(area_of(loops_of_text(outline.path)), keeps_inside=outline.intent == "part")
    bushings = sorted((each for each in shop.guides if isinstance(each, Bushing)), key=lambda each: each.outside)
    inside = [each for each in shop.bits if not each.archived and each.profile in FLAT_ENDED and each.can_plunge]
    for each in sorted(inside, key=lambda each: -each.diameter):
        ring = next((bushing for bushing in bushings if not _room(bushing, each).blocked), None)
        if corner is None or ring is None or closeness.over(each.diameter / 2, corner):
            continue
        says = write(
            "{bit} in {ring} enters every rounded corner; the tightest has {r:len}", bit=each.name, ring=ring.name, r=corner
        )
        return None if (ring.id, each.id) == (guide, bit) else ReachingPair(guide_id=ring.id, bit_id=each.id, says=says)
    return None


@router.get("/outlines/{outline_id}/template.{form}", response_class=Response)
def template_file(
    outline_id: str,
    form: Literal["svg", "dxf", "pdf"],
    guide: IdText,
    shop: TheShop,
    bit: IdText | None = None,
    paper: Paper = "a4",
    mirrored: bool = False,
    corners: Corners = 0.0,
) -> Response:
    """The template as a file at 1:1, mirrored on wish. Raises ToolError where it takes too many pages."""
    guide_mm, bit_mm, _ = _followed_by(guide, bit, shop)
    outline, _, drawing = _template(outline_id, guide_mm, bit_mm, shop, corners)
    return _as_file(drawing.mirrored() if mirrored else drawing, form, outline.name, paper, shop)


@router.get("/shape.{form}", response_class=Response)
def shape_file(
    form: Literal["svg", "dxf", "pdf"],
    name: Name,
    path: Annotated[str, Field(min_length=1, max_length=4_000)],
    shop: TheShop,
    paper: Paper = "a4",
) -> Response:
    """A shape as a file at 1:1: closed loops as path data in mm, as the jig of a plan has them. Raises ToolError where it is
    none, or takes too many pages."""
    try:
        loops = loops_of_text(path)
    except ValueError as problem:
        raise ToolError(refusals.NO_SHAPE, field="path") from problem
    if not loops or not all(loop.closed and _reachable(loop) for loop in loops):
        raise ToolError(refusals.NO_SHAPE, field="path")
    return _as_file(TemplateDrawing(name, loops, (), ()), form, name, paper, shop)


def _reachable(loop: Loop) -> bool:
    """Whether a loop lies where a board could be: so many mm and no further."""
    return all(abs(each) <= _FARTHEST for vertex in loop.vertices for each in vertex)


_FARTHEST = 10_000.0


def _as_file(drawing: TemplateDrawing, form: Literal["svg", "dxf", "pdf"], name: str, paper: Paper, shop: Shop) -> Response:
    if form == "pdf" and (count := pages_of(drawing, paper)) > MOST_PAGES:
        raise ToolError(refusals.TOO_MANY_PAGES, field="paper", count=count, most=MOST_PAGES)
    body: str | bytes
    if form == "svg":
        body = template_svg(drawing)
    elif form == "dxf":
        body = template_dxf(drawing)
    else:
        body = template_pdf(drawing, paper, made_by=shop.name)
    said = f"attachment; filename=\"template.{form}\"; filename*=UTF-8''{quote(f'{name}.{form}', safe='')}"
    return Response(body, media_type=_MEDIA[form], headers={"Content-Disposition": said, "Cache-Control": "no-store"})


def _template(
    outline_id: str, guide: float, bit: float, shop: Shop, corners: float
) -> tuple[SavedOutline, ShapedTemplate, TemplateDrawing]:
    outline = items.find(shop, "outlines", SavedOutline, outline_id)
    if outline.is_template:
        loops = loops_of_text(outline.path)
        # A copy of it, or a comb: its own edge alone.
        made = made_by(loops, outline.intent, guide=guide, bit=bit)
        said = write("{name}, as it is", name=outline.name).metric
        return outline, made, TemplateDrawing(said, made.loops, (), ())
    loops = rounded_loops(outline, corners)
    made = shaped_template(loops, outline.intent, guide=guide, bit=bit, rules=shop.rules)
    what = _OPENING[outline.intent]
    title = write("{name}, {what} for a guide of {g:len} and a bit of {b:len}", name=outline.name, what=what, g=guide, b=bit)
    saw = saw_line(loops, waste_for(bit, shop.rules)) if outline.intent == "part" else ()
    said = title.metric if shop.unit == "mm" else title.inch
    return outline, made, TemplateDrawing(said, made.loops, loops, made.cut, saw)


_MEDIA = {"svg": "image/svg+xml", "dxf": "image/vnd.dxf", "pdf": "application/pdf"}
_OPENING: dict[Intent, str] = {"recess": "opening", "part": "template"}
