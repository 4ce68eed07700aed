"""Drawings in DXF."""

from __future__ import annotations

import io
import math
from collections.abc import Iterable, Iterator
from typing import Any

from ezdxf import filemanagement, recover

from ranura.core.geometry.loops import TRUE, Loop, Vertex
from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals
from ranura.formats.drawing import DEEPEST, MM, MOST_ELEMENTS, Drawing, FileUnit, in_mm

_INSUNITS: dict[int, float] = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 9: 0.0254, 10: 914.4, 13: 1e-3, 14: 100.0}
"""mm of the units that a DXF may name."""


def read_dxf(data: bytes, unit: Unit | None) -> Drawing:
    """A drawing in DXF. `unit` is what its numbers mean, where it does not say. Raises FileError with what is wrong."""
    try:
        document = filemanagement.read(io.StringIO(data.decode("utf-8", errors="surrogateescape")))
    except Exception:
        try:
            document, _ = recover.read(io.BytesIO(data))
        except Exception as problem:
            raise FileError(refusals.NO_DRAWING, field="text") from problem
    said = _INSUNITS.get(int(document.header.get("$INSUNITS", 0)))
    taken: FileUnit = "in" if said == 25.4 else "mm" if said is not None else (unit or "mm")
    factor = said if said is not None else MM[taken]
    space: Iterable[Any] = document.modelspace()
    hidden = {layer.dxf.name.lower() for layer in document.layers if layer.is_off() or layer.is_frozen()}
    seen = (each for each in _entities(space, 0) if each.dxf.layer.lower() not in hidden)
    layered = [(each.dxf.layer, loop) for each in seen for loop in _loops_of(each, TRUE / factor)]
    return Drawing(in_mm(layered, factor), taken, "file" if said is not None else ("asked" if unit else "assumed"))


def _entities(space: Iterable[Any], deep: int, counted: list[int] | None = None) -> Iterator[Any]:
    """All entities, those of blocks where they are put in."""
    counted = counted if counted is not None else [0]
    if deep > DEEPEST:
        raise FileError(refusals.NESTED, field="text")
    for entity in space:
        counted[0] += 1
        if counted[0] > MOST_ELEMENTS:
            raise FileError(refusals.NESTED, field="text")
        if entity.dxftype() != "INSERT":
            yield entity
            continue
        if entity.mcount > MOST_ELEMENTS:
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
