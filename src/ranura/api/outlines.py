"""Outlines and their templates: drawings read, judged and kept; the template for a guide and a bit; files of it at 1:1."""

from __future__ import annotations

import base64
import math
from dataclasses import replace
from typing import Annotated
from uuid import uuid4

from fastapi import APIRouter, Query, Response
from pydantic import Field

from ranura.api.outline_views import (
    CornersView,
    DrawnFormView,
    FormSize,
    KeptOutline,
    OutlineView,
    corner_views,
    kept_view,
    outline_view,
)
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop
from ranura.core.geometry.loop_text import loops_of_text, text_of_loops
from ranura.core.geometry.loops import Loop, area_of, loops_of
from ranura.core.shop.saved_outlines import Intent, SavedOutline
from ranura.core.templates import refusals
from ranura.core.templates.corners import Corner, corners_of, loop_through
from ranura.core.templates.drawn import FORMS
from ranura.core.templates.outline import TOLERANCE, data_of, understood
from ranura.core.templates.rounding import rounded
from ranura.core.templates.typed import USUAL, loop_of_corners
from ranura.core.text.errors import FileError, ToolError
from ranura.core.text.lengths import Unit
from ranura.core.text.lengths import read as read_length
from ranura.core.text.writing import Text, write
from ranura.formats import refusals as file_refusals
from ranura.formats.drawing_reader import read_apart
from ranura.formats.path_data import outline_to_keep
from ranura.requests.from_core import LengthIn, Name, RequestModel
from ranura.store import items

router = APIRouter(prefix="/api", tags=["outlines"], responses=ERRORS)

Radius = Annotated[float, Field(gt=0, le=200)]
Far = Annotated[float, Query(ge=0, le=1e6)]
LayerName = Annotated[str, Field(max_length=200)]
MOST_LAYERS = 200
Corners = Annotated[float, Query(ge=0, le=200)]
MOST_MOVED = 120
"""Corners that are moved one by one."""
CORNERS_TYPED = "corners"
"""The form that is drawn through corners, and not from sizes."""
_USUAL_BIT = 6.0
"""mm: the bit to begin with is no smaller, so that it cuts deep enough."""


class DrawingIn(RequestModel):
    """A file by its name, in base64; `unit` is what bare numbers mean where the file does not say; `tolerance` in mm; `layers`
    are those that are taken, None for all."""

    name: Annotated[str, Field(max_length=200)]
    base64: Annotated[str, Field(max_length=28_000_000)]
    unit: Unit | None = None
    tolerance: Annotated[float, Field(ge=0, le=5)] = TOLERANCE
    layers: Annotated[tuple[LayerName, ...], Field(max_length=MOST_LAYERS)] | None = None


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


class CornerIn(RequestModel):
    """A corner of an outline: how far along, how far up, and the radius that rounds it."""

    along: LengthIn
    up: LengthIn
    radius: LengthIn


class CornersIn(RequestModel):
    """The corners of all loops of an outline, over the version that was looked at."""

    loops: Annotated[tuple[tuple[CornerIn, ...], ...], Field(min_length=1, max_length=50)]
    version: str | None = None


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
    found = understood(drawing.on(asked.layers), tolerance=asked.tolerance)
    return outline_view(found, drawing.unit, drawing.unit_from, layers=drawing.layers[:MOST_LAYERS])


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
    return tuple(kept_view(each, shop.rules) for each in shop.outlines)


@router.post("/outlines", status_code=201)
def keep(asked: OutlineIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps an outline; one that is ambiguous or has too many sides is refused. One of the same name, lines and meaning that is
    kept already is answered as it is."""
    found = outline_to_keep(asked.path)
    made = SavedOutline(
        id=uuid4().hex,
        name=asked.name.strip(),
        path=data_of(found),
        intent=asked.intent,
        source=asked.source,
        is_template=asked.is_template,
    )
    alike = (each for each in saved_shop.current().outlines if replace(each, id=made.id, source=made.source) == made)
    if (known := next(alike, None)) is not None:
        return kept_view(known, saved_shop.current().rules)
    saved_shop.add("outlines", [made])
    return kept_view(made, saved_shop.current().rules)


@router.put("/outlines/{outline_id}")
def change(outline_id: str, asked: OutlineChange, saved_shop: TheSavedShop) -> KeptOutline:
    """Gives an outline another name, or says that it is something else."""

    def changed(known: SavedOutline) -> SavedOutline:
        as_made = asked.is_template and asked.intent == known.intent
        return replace(
            known,
            name=asked.name.strip(),
            intent=asked.intent,
            is_template=asked.is_template,
            made=known.made if as_made else None,
        )

    edited = saved_shop.edit("outlines", SavedOutline, outline_id, changed, version=asked.version)
    return kept_view(edited, saved_shop.current().rules)


@router.get("/outlines/{outline_id}/corners")
def corners(outline_id: str, shop: TheShop) -> CornersView:
    """The corners of an outline, to be moved one by one; none where it has arcs that are more than rounded corners, too many
    corners to be moved by hand, or is a template that stands in the shop."""
    outline = items.find(shop, "outlines", SavedOutline, outline_id)
    found = [corners_of(loop) for loop in loops_of_text(outline.path)] if outline.made is None else []
    if not found or sum(len(each) if each else MOST_MOVED + 1 for each in found) > MOST_MOVED:
        return CornersView(loops=None)
    return CornersView(loops=tuple(corner_views(loop or ()) for loop in found))


@router.put("/outlines/{outline_id}/corners")
def move_corners(outline_id: str, asked: CornersIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Gives an outline other corners. Raises ToolError where they cannot be, and where its lines would cross."""
    loops = []
    for number, typed in enumerate(asked.loops):
        try:
            loops.append(loop_through([_corner(each, f"loops.{number}.{i}") for i, each in enumerate(typed)]))
        except ToolError as problem:
            line = problem.facts.get("line")
            problem.field = f"loops.{number}" if line is None else f"loops.{number}.{int(str(line)) - 1}"
            raise
    found = understood(loops)
    if not found.can_be_used:
        raise ToolError(refusals.CANNOT_BE_USED, field="loops")

    def changed(known: SavedOutline) -> SavedOutline:
        if known.made is not None:
            raise ToolError(refusals.MADE_STAYS, field="loops")
        return replace(known, path=data_of(found))

    edited = saved_shop.edit("outlines", SavedOutline, outline_id, changed, version=asked.version)
    return kept_view(edited, saved_shop.current().rules)


def _corner(typed: CornerIn, at: str) -> Corner:
    def mm(given: LengthIn, field: str) -> float:
        return read_length(given.typed, given.unit, field=f"{at}.{field}").mm

    return Corner(at=(mm(typed.along, "along"), mm(typed.up, "up")), radius=mm(typed.radius, "radius"))


@router.post("/outlines/{outline_id}/rounded", status_code=201)
def keep_rounded(outline_id: str, asked: RoundedIn, saved_shop: TheSavedShop) -> KeptOutline:
    """Keeps an outline of its own with the corners of another one rounded. Raises ToolError where nothing is left of it."""
    of = items.find(saved_shop.current(), "outlines", SavedOutline, outline_id)
    path = text_of_loops(rounded_loops(of, asked.radius))
    source = of.source or of.name
    made = SavedOutline(
        id=uuid4().hex, name=f"{of.name}, corners {asked.radius:g}"[:80], path=path, intent=of.intent, source=source
    )
    saved_shop.add("outlines", [made])
    return kept_view(made, saved_shop.current().rules)


def rounded_loops(outline: SavedOutline, radius: float) -> tuple[Loop, ...]:
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
