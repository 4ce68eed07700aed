"""Drawings from outside: SVG and DXF read as loops in mm. The files may be anything, so this runs in a process of its own with
limits of time and memory (`drawing_reader.py`)."""

from __future__ import annotations

import io
import math
import re
from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass
from typing import Any, Literal
from xml.etree import ElementTree as ET

from ezdxf import filemanagement, recover
from svgelements import SVG, Group, Path, Shape, Use

from ranura.core.geometry.loops import TRUE, Loop, Vertex
from ranura.core.templates.outline import scaled
from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals
from ranura.formats.path_data import MOST_SIDES, loops_of_path

UnitFrom = Literal["file", "asked", "assumed"]
FileUnit = Literal["mm", "in", "px"]
_MM: dict[FileUnit, float] = {"mm": 1.0, "in": 25.4, "px": 25.4 / 96}
_PHYSICAL = re.compile(r"(mm|cm|in|pt|pc|q)\s*$", re.IGNORECASE)
_NO_NUMBER = re.compile(r"(?<![a-z])(nan|inf)|\d[eE]\+?\d{3,}", re.IGNORECASE)
_LABEL = "{http://www.inkscape.org/namespaces/inkscape}label"
_MOST_ELEMENTS, _DEEPEST = 50_000, 32
_INSUNITS: dict[int, float] = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 9: 0.0254, 10: 914.4, 13: 1e-3, 14: 100.0}
"""mm of the units that a DXF may name."""
_FAR = 1e5


Layered = tuple[str, Loop]
"""A loop and the name of the layer that it is drawn on; empty where it is on none."""


@dataclass(frozen=True, slots=True)
class Drawing:
    """Loops of a file in mm, y up, each with its layer; and the unit that its numbers were taken to be in and who said so. A
    layer of an SVG is its outermost group, by its label or its id."""

    layered: tuple[Layered, ...]
    unit: FileUnit
    unit_from: UnitFrom

    @property
    def loops(self) -> tuple[Loop, ...]:
        """All of them."""
        return tuple(loop for _, loop in self.layered)

    @property
    def layers(self) -> tuple[str, ...]:
        """The names of its layers, in the order in which they come."""
        return tuple(dict.fromkeys(layer for layer, _ in self.layered))

    def on(self, layers: Collection[str] | None) -> tuple[Loop, ...]:
        """The loops on some layers; all where none are said."""
        return tuple(loop for layer, loop in self.layered if layers is None or layer in layers)


def read_drawing(data: bytes, unit: Unit | None) -> Drawing:
    """A drawing in SVG or DXF, told apart by what is in it. `unit` is what bare numbers mean, where the file does not say.

    Raises FileError with what is wrong."""
    if not data.strip():
        raise FileError(refusals.EMPTY_DRAWING, field="text")
    head = data[:4096].lstrip().lower()
    drawing = _svg(data, unit) if head.startswith((b"<", b"\xef\xbb\xbf<")) else _dxf(data, unit)
    if sum(len(loop.vertices) for loop in drawing.loops) > MOST_SIDES:
        raise FileError(refusals.TOO_MANY_SIDES, field="text", most=MOST_SIDES)
    for loop in drawing.loops:
        for vertex in loop.vertices:
            if not all(map(math.isfinite, vertex)) or max(abs(vertex[0]), abs(vertex[1])) > _FAR:
                raise FileError(refusals.NOT_FINITE, field="text")
    return drawing


def _svg(data: bytes, unit: Unit | None) -> Drawing:
    if b"<!ENTITY" in data.upper():
        raise FileError(refusals.ENTITIES, field="text")
    try:
        root = ET.fromstring(data)
    except ET.ParseError as problem:
        raise FileError(refusals.BROKEN_XML, field="text", what=str(problem)) from problem
    if root.tag.rpartition("}")[2] != "svg":
        raise FileError(refusals.NO_DRAWING, field="text")
    _check_uses(root)
    for element in root.iter():
        for key in ("d", "points", "transform", "viewBox", "cx", "cy", "r", "rx", "ry", "x", "y", "width", "height"):
            if _NO_NUMBER.search(element.get(key) or ""):
                raise FileError(refusals.NOT_FINITE, field="text")
    said = any(_PHYSICAL.search(root.get(side) or "") for side in ("width", "height"))
    taken: FileUnit = "mm" if said else (unit or "px")
    by_file: UnitFrom = "file" if said else ("asked" if unit else "assumed")
    # With a physical size the library makes px of it; without one a number is what was asked for.
    factor = _MM["px"] if said else _MM[taken]
    found: list[Layered] = []
    for layer, shape in _shapes(SVG.parse(io.BytesIO(data), ppi=96, reify=True)):
        if shape.values.get("visibility") == "hidden" or shape.values.get("display") == "none":
            continue
        path = shape if isinstance(shape, Path) else abs(Path(shape))
        found += [(layer, loop) for loop in loops_of_path(path, TRUE / factor)]
    return Drawing(_scaled(((layer, _upright(loop)) for layer, loop in found), factor), taken, by_file)


def _shapes(group: Iterable[Any], layer: str | None = None) -> Iterator[tuple[str, Shape]]:
    """All shapes, each with the name of the outermost group that it is in."""
    for element in group:
        if isinstance(element, Shape):
            yield layer or "", element
        elif isinstance(element, Use):
            yield from _shapes(element, layer)
        elif isinstance(element, Group):
            named = element.values.get(_LABEL) or element.id or ""
            yield from _shapes(element, named if layer is None else layer)


def _check_uses(root: ET.Element) -> None:
    """Counts what all `use` elements come to before anything is made of them. Raises FileError where that is too much, or never
    ends."""
    by_id = {element.get("id"): element for element in root.iter() if element.get("id")}
    known: dict[int, int] = {}
    under_way: set[int] = set()

    def size(element: ET.Element, deep: int) -> int:
        if deep > _DEEPEST * 8 or id(element) in under_way:
            raise FileError(refusals.NESTED, field="text")
        if id(element) in known:
            return known[id(element)]
        under_way.add(id(element))
        count = 1
        for key, value in element.attrib.items():
            if key.rpartition("}")[2] == "href" and element.tag.rpartition("}")[2] == "use":
                target = by_id.get(value.lstrip("#"))
                count += size(target, deep + 1) if target is not None else 0
        for child in element:
            count += size(child, deep + 1)
        under_way.discard(id(element))
        if count > _MOST_ELEMENTS:
            raise FileError(refusals.NESTED, field="text")
        known[id(element)] = count
        return count

    size(root, 0)


def _upright(loop: Loop) -> Loop:
    """A loop whose y ran down, with y up."""
    return Loop(tuple((x, -y, -bulge) for x, y, bulge in loop.vertices), loop.closed)


def _scaled(layered: Iterable[Layered], by: float) -> tuple[Layered, ...]:
    return tuple((layer, loop) for layer, each in layered for loop in scaled((each,), by))


def _dxf(data: bytes, unit: Unit | None) -> Drawing:
    try:
        document = filemanagement.read(io.StringIO(data.decode("utf-8", errors="surrogateescape")))
    except Exception:
        try:
            document, _ = recover.read(io.BytesIO(data))
        except Exception as problem:
            raise FileError(refusals.NO_DRAWING, field="text") from problem
    said = _INSUNITS.get(int(document.header.get("$INSUNITS", 0)))
    taken: FileUnit = "in" if said == 25.4 else "mm" if said is not None else (unit or "mm")
    factor = said if said is not None else _MM[taken]
    space: Iterable[Any] = document.modelspace()
    hidden = {layer.dxf.name.lower() for layer in document.layers if layer.is_off() or layer.is_frozen()}
    seen = (each for each in _entities(space, 0) if each.dxf.layer.lower() not in hidden)
    layered = [(each.dxf.layer, loop) for each in seen for loop in _loops_of(each, TRUE / factor)]
    return Drawing(_scaled(layered, factor), taken, "file" if said is not None else ("asked" if unit else "assumed"))


def _entities(space: Iterable[Any], deep: int, counted: list[int] | None = None) -> Iterator[Any]:
    """All entities, those of blocks where they are put in."""
    counted = counted if counted is not None else [0]
    if deep > _DEEPEST:
        raise FileError(refusals.NESTED, field="text")
    for entity in space:
        counted[0] += 1
        if counted[0] > _MOST_ELEMENTS:
            raise FileError(refusals.NESTED, field="text")
        if entity.dxftype() != "INSERT":
            yield entity
            continue
        if entity.mcount > _MOST_ELEMENTS:
            raise FileError(refusals.NESTED, field="text")
        for one in entity.multi_insert() if entity.mcount > 1 else (entity,):
            yield from _entities(one.virtual_entities(), deep + 1, counted)


def _loops_of(entity: Any, within: float) -> Iterator[Loop]:
    """The loops of an entity, as seen from above; what is no line is left out."""
    match entity.dxftype():
        case "LINE":
            a, b = entity.dxf.start, entity.dxf.end
            yield Loop(((a.x, a.y, 0.0), (b.x, b.y, 0.0)), closed=False)
        case "LWPOLYLINE":
            vertices = [(x, y, bulge) for x, y, bulge in entity.get_points("xyb")]
            yield _polyline(vertices, entity.closed, entity.dxf.extrusion.z < 0)
        case "POLYLINE" if entity.is_2d_polyline:
            vertices = [(v.dxf.location.x, v.dxf.location.y, v.dxf.bulge) for v in entity.vertices]
            yield _polyline(vertices, entity.is_closed, entity.dxf.extrusion.z < 0)
        case "CIRCLE":
            centre, radius = entity.dxf.center, entity.dxf.radius
            x = -centre.x if entity.dxf.extrusion.z < 0 else centre.x
            yield Loop(((x - radius, centre.y, 1.0), (x + radius, centre.y, 1.0)))
        case "ARC":
            yield _arc(entity)
        case "ELLIPSE" | "SPLINE":
            points = [(each.x, each.y, 0.0) for each in entity.flattening(within)]
            closed = len(points) > 2 and math.dist(points[0][:2], points[-1][:2]) < 1e-6
            yield Loop(tuple(points[:-1] if closed else points), closed=closed)
        case _:
            return


def _polyline(vertices: list[Vertex], closed: bool, mirrored: bool) -> Loop:
    sign = -1.0 if mirrored else 1.0
    return Loop(tuple((sign * x, y, sign * bulge) for x, y, bulge in vertices), closed=closed)


def _arc(entity: Any) -> Loop:
    """An arc, counter-clockwise from its start; one of more than half a circle in two."""
    centre, radius = entity.dxf.center, entity.dxf.radius
    start, end = math.radians(entity.dxf.start_angle), math.radians(entity.dxf.end_angle)
    turn = (end - start) % (2 * math.pi) or 2 * math.pi
    parts = 2 if turn > math.pi else 1
    sign = -1.0 if entity.dxf.extrusion.z < 0 else 1.0
    spots = [start + turn * i / parts for i in range(parts + 1)]
    bulge = math.tan(turn / parts / 4)
    vertices = [(centre.x + radius * math.cos(a), centre.y + radius * math.sin(a), bulge * (a != spots[-1])) for a in spots]
    return _polyline(vertices, False, sign < 0)
