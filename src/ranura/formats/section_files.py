"""The section of an edge cut as a file at 1:1: SVG for paper and eyes, DXF for drawing programs. Both in mm, z up."""

from __future__ import annotations

import io
from collections.abc import Iterable
from dataclasses import dataclass
from xml.etree import ElementTree as ET

import ezdxf
from ezdxf.enums import TextEntityAlignment

from ranura.core.geometry.rings import Point
from ranura.core.output.views import View

_MARGIN = 5.0
_LAYERS: dict[str, tuple[str, int, str]] = {
    "work": ("WORK", 7, "#17211f"),
    "pass": ("CUT", 1, "#bf3015"),
    "bit": ("BIT", 3, "#5b6763"),
    "bearing": ("BEARING", 4, "#0a6569"),
}
"""Role: layer, colour number of a DXF, colour of an SVG."""


@dataclass(frozen=True, slots=True)
class _Ring:
    role: str
    points: tuple[Point, ...]
    label: str


def _rings(view: View) -> list[_Ring]:
    return [
        _Ring(shape.role, shape.points, shape.label.metric if shape.label and shape.role == "pass" else "")
        for shape in view.outlines
        if shape.role in _LAYERS
    ]


def _extent(rings: Iterable[_Ring]) -> tuple[float, float, float, float]:
    points = [point for ring in rings for point in ring.points]
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), min(ys), max(xs), max(ys)


def section_svg(view: View, *, title: str) -> str:
    """The section as SVG whose user unit is a millimetre; printed without scaling it is the true size."""
    rings = _rings(view)
    x0, y0, x1, y1 = _extent(rings)
    width, height = x1 - x0 + 2 * _MARGIN, y1 - y0 + 2 * _MARGIN
    root = ET.Element(
        "svg",
        xmlns="http://www.w3.org/2000/svg",
        width=f"{width:.3f}mm",
        height=f"{height:.3f}mm",
        viewBox=f"0 0 {width:.3f} {height:.3f}",
    )
    ET.SubElement(root, "title").text = title
    for ring in rings:
        layer, _, colour = _LAYERS[ring.role]
        at = " L".join(f"{x - x0 + _MARGIN:.4f} {y1 - y + _MARGIN:.4f}" for x, y in ring.points)
        path = ET.SubElement(root, "path", d=f"M{at}Z", fill="none", stroke=colour)
        path.set("stroke-width", "0.2")
        path.set("id", f"{layer.lower()}-{len(root)}")
        if ring.role == "bit":
            path.set("stroke-dasharray", "1.5 1")
    return ET.tostring(root, encoding="unicode") + "\n"


def section_dxf(view: View, *, title: str) -> str:
    """The section as DXF R2000 in mm: closed polylines on the layers WORK, CUT, BIT and BEARING."""
    document = ezdxf.new("R2000", setup=False)  # type: ignore[attr-defined]
    document.units = ezdxf.units.MM
    space = document.modelspace()
    for layer, colour, _ in _LAYERS.values():
        document.layers.add(layer, color=colour)
    for ring in _rings(view):
        layer = _LAYERS[ring.role][0]
        space.add_lwpolyline(ring.points, close=True, dxfattribs={"layer": layer})
    x0, y0, _, _ = _extent(_rings(view))
    said = space.add_text(title, height=2.5, dxfattribs={"layer": "WORK"})
    said.set_placement((x0, y0 - 6), align=TextEntityAlignment.LEFT)
    out = io.StringIO()
    document.write(out)
    return out.getvalue()
