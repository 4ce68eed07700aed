"""Drawings in SVG."""

from __future__ import annotations

import io
import math
import re
from collections.abc import Iterable, Iterator
from typing import Any
from xml.etree import ElementTree as ET

from svgelements import SVG, Group, Path, Shape, Use

from ranura.core.geometry.loops import TRUE, Loop
from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals
from ranura.formats.drawing import DEEPEST, MM, MOST_ELEMENTS, Drawing, FileUnit, Layered, UnitFrom, in_mm
from ranura.formats.path_data import Placed, loops_drawn, loops_of_shape

_PHYSICAL = re.compile(r"(mm|cm|in|pt|pc|q)\s*$", re.IGNORECASE)
_NO_NUMBER = re.compile(r"(?<![a-z])(nan|inf)|\d[eE]\+?\d{3,}", re.IGNORECASE)
_LABEL = "{http://www.inkscape.org/namespaces/inkscape}label"


def read_svg(data: bytes, unit: Unit | None) -> Drawing:
    """A drawing in SVG. `unit` is what bare numbers mean, where the file does not say. Raises FileError with what is wrong."""
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
            value = element.get(key) or ""
            if any(letter in value for letter in "nNeE") and _NO_NUMBER.search(value):
                raise FileError(refusals.NOT_FINITE, field="text")
    said = any(_PHYSICAL.search(root.get(side) or "") for side in ("width", "height"))
    taken: FileUnit = "mm" if said else (unit or "px")
    by_file: UnitFrom = "file" if said else ("asked" if unit else "assumed")
    # With a physical size the library makes px of it; without one a number is what was asked for.
    factor = MM["px"] if said else MM[taken]
    found: list[Layered] = []
    ways = _without_ways(root)
    for layer, shape in _shapes(SVG.parse(io.BytesIO(ET.tostring(root)), ppi=96, reify=True)):
        if shape.values.get("visibility") == "hidden" or shape.values.get("display") == "none":
            continue
        way = shape.values.get(_WAY)
        loops = loops_of_shape(abs(Path(shape)), TRUE / factor) if way is None else _put(ways[int(way)], shape, TRUE / factor)
        found += [(layer, loop) for loop in loops]
    return Drawing(in_mm(((layer, _upright(loop)) for layer, loop in found), factor), taken, by_file)


_WAY = "way-number"
"""An attribute of ours: which of a file's ways stands in this place."""
_POINTS = {"polyline": "", "polygon": "Z"}


def _without_ways(root: ET.Element) -> list[str]:
    """The data of all paths of a file, taken out of it: the library is slow with long ones. In their place stands a corner at
    0, 0 with legs of 1, by which one sees where it puts them."""
    ways: list[str] = []
    for element in root.iter():
        kind = element.tag.rpartition("}")[2]
        if kind == "path":
            way = element.get("d") or ""
        elif kind in _POINTS:
            points = element.attrib.pop("points", "").strip()
            way = f"M{points}{_POINTS[kind]}" if points else ""
            element.tag = f"{element.tag.rpartition('}')[0]}}}path".lstrip("}")
        else:
            continue
        if way.strip():
            element.set("d", "M0 1 L0 0 L1 0")
            element.set(_WAY, str(len(ways)))
            ways.append(way)
        else:
            element.attrib.pop("d", None)
    return ways


def _put(way: str, corner: Path, within: float) -> Iterable[Loop]:
    """The loops of a way, put where its corner was put."""
    (cx, cy), (ex, ey), (ax, ay) = ((float(each.end.x), float(each.end.y)) for each in corner)
    placed: Placed = (ax - ex, ay - ey, cx - ex, cy - ey, ex, ey)
    stretch = max(math.hypot(*placed[:2]), math.hypot(*placed[2:4]))
    if not stretch:
        return ()
    return loops_drawn(way, within, placed)


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
        if deep > DEEPEST * 8 or id(element) in under_way:
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
        if count > MOST_ELEMENTS:
            raise FileError(refusals.NESTED, field="text")
        known[id(element)] = count
        return count

    size(root, 0)


def _upright(loop: Loop) -> Loop:
    """A loop whose y ran down, with y up."""
    return Loop(tuple((x, -y, -bulge) for x, y, bulge in loop.vertices), loop.closed)
