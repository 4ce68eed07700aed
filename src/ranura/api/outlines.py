"""Outlines and their templates: drawings read, judged and kept; the template for a guide and a bit; files of it at 1:1."""

from __future__ import annotations

import base64
import math
from dataclasses import replace
from typing import Annotated, Literal
from urllib.parse import quote
from uuid import uuid4

from fastapi import APIRouter, Query, Response
from pydantic import Field

from ranura.api.outline_views import (
    DrawnFormView,
    FormSize,
    KeptOutline,
    OutlineView,
    ReachingPair,
    Sized,
    TemplatePairs,
    TemplateView,
    data_of,
    figures_of,
    kept_view,
    outline_view,
    place_view,
)
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop
from ranura.core.geometry import closeness
from ranura.core.geometry.loop_text import loops_of_text, text_of_loops
from ranura.core.geometry.loops import Loop, area_of, loops_of
from ranura.core.shop.saved_outlines import Intent, SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.templates import refusals
from ranura.core.templates.bushings import TemplatePlan, plan_template
from ranura.core.templates.drawn import FORMS
from ranura.core.templates.outline import MOST_KEPT, TOLERANCE, understood
from ranura.core.templates.rounding import radius_for, rounded, tightest_rounded
from ranura.core.templates.shaping import ShapedTemplate, made_by, shaped_template
from ranura.core.templates.typed import USUAL, loop_of_corners
from ranura.core.text.cautions import Caution
from ranura.core.text.errors import CutError, FileError, ToolError
from ranura.core.text.lengths import Unit
from ranura.core.text.lengths import read as read_length
from ranura.core.text.writing import Text, write
from ranura.formats import refusals as file_refusals
from ranura.formats.drawing_reader import read_apart
from ranura.formats.path_data import loops_of_data
from ranura.formats.template_files import TemplateDrawing, template_dxf, template_svg
from ranura.formats.template_pdf import MOST_PAGES, Paper, pages_of, template_pdf
from ranura.requests.from_core import IdText, LengthIn, Name, RequestModel
from ranura.store import items

router = APIRouter(prefix="/api", tags=["outlines"], responses=ERRORS)

Radius = Annotated[float, Field(gt=0, le=200)]
Far = Annotated[float, Query(ge=0, le=1e6)]
Corners = Annotated[float, Query(ge=0, le=200)]
CORNERS_TYPED = "corners"
"""The form that is drawn through corners, and not from sizes."""
_USUAL_BIT = 6.0
"""mm: the bit to begin with is no smaller, so that it cuts deep enough."""


class DrawingIn(RequestModel):
    """A file by its name, in base64; `unit` is what bare numbers mean where the file does not say; `tolerance` in mm."""

    name: Annotated[str, Field(max_length=200)]
    base64: Annotated[str, Field(max_length=28_000_000)]
    unit: Unit | None = None
    tolerance: Annotated[float, Field(ge=0, le=5)] = TOLERANCE


class DrawnIn(RequestModel):
    """A form to draw, with its sizes as typed; the count of a polygon is a number. `corners` are those of the form of that name,
    one a line, bare numbers in `unit`."""

    form: Annotated[str, Field(max_length=40)]
    sizes: dict[str, LengthIn] = {}
    count: Annotated[int, Field(ge=0, le=1000)] = 6
    corners: Annotated[str, Field(max_length=40_000)] = USUAL
    unit: Unit = "mm"


class OutlineIn(RequestModel):
    """An outline to keep by name; its path data in mm."""

    name: Name
    path: Annotated[str, Field(min_length=1, max_length=2_000_000)]
    intent: Intent = "recess"
    source: Annotated[str, Field(max_length=200)] = ""
    is_template: bool = False


class RoundedIn(RequestModel):
    """The radius in mm to which the corners of an outline are rounded."""

    radius: Radius


class OutlineChange(RequestModel):
    """What is changed of a kept outline, over the version that was looked at."""

    name: Name
    intent: Intent
    is_template: bool = False
    version: str | None = None


@router.post("/outlines/read")
def read(asked: DrawingIn) -> OutlineView:
    """What is understood of a drawing in SVG or DXF; keeps nothing."""
    try:
        data = base64.b64decode(asked.base64, validate=True)
    except ValueError as problem:
        raise FileError(file_refusals.NO_DRAWING, field="text") from problem
    drawing = read_apart(data, asked.unit)
    return outline_view(understood(drawing.loops, tolerance=asked.tolerance), drawing.unit, drawing.unit_from)


@router.get("/outlines/forms")
def forms() -> tuple[DrawnFormView, ...]:
    """What can be drawn from a few sizes."""
    typed = DrawnFormView(form=CORNERS_TYPED, title="Corners, typed", sizes=(), corners=USUAL)
    drawn = tuple(
        DrawnFormView(
            form=name, title=form.title, sizes=tuple(FormSize(field=f, label=label, usual=u) for f, label, u in form.sizes)
        )
        for name, form in FORMS.items()
    )
    return (*drawn, typed)


@router.post("/outlines/draw")
def draw(asked: DrawnIn) -> OutlineView:
    """A form drawn from its sizes or through its corners; keeps nothing. Raises ToolError with the size that does not fit the
    others, or on "corners"."""
    if asked.form == CORNERS_TYPED:
        return outline_view(understood((loop_of_corners(asked.corners, asked.unit),)), "mm", "asked")
    form = FORMS.get(asked.form)
    if form is None:
        raise ToolError(refusals.UNKNOWN_FORM, field="form")
    typed = {}
    for field, _, _ in form.sizes:
        if (given := asked.sizes.get(field)) is not None:
            # Corners may be square, and a handle straight; nothing else may be 0.
            positive = field not in ("radius", "rise")
            typed[field] = read_length(given.typed, given.unit, field=f"sizes.{field}", positive=positive).mm
    sizes = {field: usual for field, _, usual in form.sizes} | typed
    if "count" in {field for field, _, _ in form.sizes}:
        sizes["count"] = float(asked.count)
    return outline_view(understood(form.draw(sizes)), "mm", "asked")


@router.get("/outlines")
def list_outlines(shop: TheShop) -> tuple[KeptOutline, ...]:
    """The outlines of the shop, in the order in which they were kept."""
    return tuple(map(kept_view, shop.outlines))


@router.post("/outlines", status_code=201)
def keep(asked: OutlineIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps an outline; one that is ambiguous or has too many sides is refused."""
    found = understood(loops_of_data(asked.path))
    if not found.can_be_used:
        raise ToolError(refusals.CANNOT_BE_USED, field="path")
    if found.sides > MOST_KEPT:
        raise ToolError(refusals.TOO_MANY_SIDES, field="path", count=found.sides, most=MOST_KEPT)
    made = SavedOutline(
        id=uuid4().hex,
        name=asked.name.strip(),
        path=data_of(found),
        intent=asked.intent,
        source=asked.source,
        is_template=asked.is_template,
    )
    saved_shop.add("outlines", [made])
    return kept_view(made)


@router.put("/outlines/{outline_id}")
def change(outline_id: str, asked: OutlineChange, saved_shop: TheSavedShop) -> KeptOutline:
    """Gives an outline another name, or says that it is something else."""

    def changed(known: SavedOutline) -> SavedOutline:
        return replace(known, name=asked.name.strip(), intent=asked.intent, is_template=asked.is_template)

    edited = saved_shop.edit("outlines", SavedOutline, outline_id, changed, version=asked.version)
    return kept_view(edited)


@router.post("/outlines/{outline_id}/rounded", status_code=201)
def keep_rounded(outline_id: str, asked: RoundedIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps an outline of its own with the corners of another one rounded. Raises ToolError where nothing is left of it."""
    of = items.find(saved_shop.current(), "outlines", SavedOutline, outline_id)
    path = text_of_loops(_rounded(of, asked.radius))
    source = of.source or of.name
    made = SavedOutline(
        id=uuid4().hex, name=f"{of.name}, corners {asked.radius:g}"[:80], path=path, intent=of.intent, source=source
    )
    saved_shop.add("outlines", [made])
    return kept_view(made)


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
    return kept_view(kept)


def _rounded(outline: SavedOutline, radius: float) -> tuple[Loop, ...]:
    """The loops of an outline with its corners rounded; as they are drawn where the radius is 0."""
    loops = loops_of_text(outline.path)
    if not radius:
        return loops
    found = loops_of(rounded(area_of(loops), radius))
    if not found:
        raise ToolError(refusals.NOTHING_LEFT, field="corners", radius=radius)
    return found


@router.delete("/outlines/{outline_id}", status_code=204)
def remove(outline_id: str, saved_shop: TheSavedShop) -> Response:
    """Takes an outline away; it can be brought back for a while."""
    saved_shop.remove("outlines", outline_id)
    return Response(status_code=204)


@router.get("/outlines/distance")
def distance(along: Far, up: Far) -> Text:
    """How far two places lie apart that are so many mm apart along and up, in words."""
    return write("{d:fine} apart: {x:fine} along, {y:fine} up", d=math.hypot(along, up), x=along, y=up)


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
    outline_id: str, guide: IdText, shop: TheShop, bit: IdText | None = None, paper: Paper = "a4", corners: Corners = 0.0
) -> TemplateView:
    """The template for an outline, its corners rounded on wish, followed with a bushing and a bit, or with a bit that has a
    bearing, by their ids."""
    guide_mm, bit_mm, cautions = _followed_by(guide, bit, shop)
    outline, made, drawing = _template(outline_id, guide_mm, bit_mm, shop, corners)
    x0, y0, x1, y1 = drawing.box
    sized = made.cut if outline.is_template else made.loops
    template_points = [point for loop in sized for point in loop.points(0.05)] or [(0.0, 0.0)]
    xs, ys = [x for x, _ in template_points], [y for _, y in template_points]
    width, height = max(xs) - min(xs), max(ys) - min(ys)
    return TemplateView(
        template=text_of_loops(made.loops),
        wanted=text_of_loops(drawing.wanted),
        axis=text_of_loops(made.axis),
        cut=text_of_loops(made.cut),
        box=(x0, y0, x1, y1),
        width=width,
        height=height,
        size=write("{w:len} × {h:len}", w=width, h=height),
        offset=write("{o:len}", o=made.offset),
        places=tuple(place_view(each, is_template=outline.is_template) for each in made.places),
        figures=tuple(figures_of(made, outline)),
        cautions=(*cautions, *made.cautions),
        guide=guide_mm,
        bit=bit_mm,
        pages=pages_of(drawing, paper),
        round_to=radius_for(bit_mm, made.offset) if made.places and not corners and not outline.is_template else None,
        rounded=write("Its corners are rounded to {r:len}", r=corners) if corners else None,
        reaching=None if outline.is_template else _reaching(outline, shop, guide, bit),
    )


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
    drawing = drawing.mirrored() if mirrored else drawing
    if form == "pdf" and (count := pages_of(drawing, paper)) > MOST_PAGES:
        raise ToolError(refusals.TOO_MANY_PAGES, field="paper", count=count, most=MOST_PAGES)
    body: str | bytes
    if form == "svg":
        body = template_svg(drawing)
    elif form == "dxf":
        body = template_dxf(drawing)
    else:
        body = template_pdf(drawing, paper, made_by=shop.name)
    said = f"attachment; filename=\"template.{form}\"; filename*=UTF-8''{quote(f'{outline.name}.{form}', safe='')}"
    return Response(body, media_type=_MEDIA[form], headers={"Content-Disposition": said, "Cache-Control": "no-store"})


def _template(
    outline_id: str, guide: float, bit: float, shop: Shop, corners: float
) -> tuple[SavedOutline, ShapedTemplate, TemplateDrawing]:
    outline = items.find(shop, "outlines", SavedOutline, outline_id)
    if outline.is_template:
        loops = loops_of_text(outline.path)
        made = made_by(loops, outline.intent, guide=guide, bit=bit)
        loops = made.cut
    else:
        loops = _rounded(outline, corners)
        made = shaped_template(loops, outline.intent, guide=guide, bit=bit, rules=shop.rules)
    what = _OPENING[outline.intent]
    title = write("{name}, {what} for a guide of {g:len} and a bit of {b:len}", name=outline.name, what=what, g=guide, b=bit)
    return outline, made, TemplateDrawing(title.metric if shop.unit == "mm" else title.inch, made.loops, loops, made.cut)


_MEDIA = {"svg": "image/svg+xml", "dxf": "image/vnd.dxf", "pdf": "application/pdf"}
_OPENING: dict[Intent, str] = {"recess": "opening", "part": "template"}
