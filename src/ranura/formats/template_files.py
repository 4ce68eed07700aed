"""A template as a file at 1:1: SVG whose unit is a millimetre, and DXF in mm; arcs are arcs, and each role has a layer."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from xml.etree import ElementTree as ET

from ezdxf import filemanagement

from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import Loop

_MARGIN = 5.0
ROLES: Mapping[str, tuple[str, int, str]] = {
    "template": ("TEMPLATE", 4, "#0a6569"),
    "wanted": ("WANTED", 7, "#17211f"),
    "cut": ("CUT", 1, "#bf3015"),
    "saw": ("SAW", 30, "#8a5a00"),
}
"""Role: layer, colour number of a DXF, colour of an SVG."""


@dataclass(frozen=True, slots=True)
class TemplateDrawing:
    """A template with what it is for: loops in mm, y up."""

    title: str
    template: Sequence[Loop]
    wanted: Sequence[Loop]
    cut: Sequence[Loop]
    saw: Sequence[Loop] = ()

    @property
    def layers(self) -> tuple[tuple[str, Sequence[Loop]], ...]:
        """Its roles with their loops, those that there are."""
        said = (("template", self.template), ("wanted", self.wanted), ("cut", self.cut), ("saw", self.saw))
        return tuple((role, loops) for role, loops in said if loops)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """The least box around all of it."""
        return box_of(loop for _, loops in self.layers for loop in loops)

    def mirrored(self) -> TemplateDrawing:
        """As it is seen from the back."""
        x0, _, x1, _ = self.box

        def turned(loops: Sequence[Loop]) -> tuple[Loop, ...]:
            flipped = (Loop(tuple((x0 + x1 - x, y, -b) for x, y, b in each.vertices), each.closed) for each in loops)
            return tuple(each.reversed() for each in flipped)

        return TemplateDrawing(self.title, *(turned(each) for each in (self.template, self.wanted, self.cut, self.saw)))


def template_svg(drawing: TemplateDrawing) -> str:
    """The drawing as SVG; printed without scaling it is the true size."""
    x0, y0, x1, y1 = drawing.box
    width, height = x1 - x0 + 2 * _MARGIN, y1 - y0 + 2 * _MARGIN
    root = ET.Element(
        "svg",
        xmlns="http://www.w3.org/2000/svg",
        width=f"{width:.4f}mm",
        height=f"{height:.4f}mm",
        viewBox=f"0 0 {width:.4f} {height:.4f}",
    )
    ET.SubElement(root, "title").text = drawing.title
    for role, loops in drawing.layers:
        layer, _, colour = ROLES[role]
        group = ET.SubElement(root, "g", id=layer, fill="none", stroke=colour)
        group.set("stroke-width", "0.2")
        down = [Loop(tuple((x - x0 + _MARGIN, y1 + _MARGIN - y, -b) for x, y, b in each.vertices), each.closed) for each in loops]
        if down:
            ET.SubElement(group, "path", d=text_of_loops(down))
    return ET.tostring(root, encoding="unicode", xml_declaration=True)


def template_dxf(drawing: TemplateDrawing) -> str:
    """The drawing as DXF in mm."""
    document = filemanagement.new("R2010", units=4)
    space = document.modelspace()
    for role, loops in drawing.layers:
        layer, colour, _ = ROLES[role]
        document.layers.add(layer, color=colour)
        for loop in loops:
            space.add_lwpolyline(list(loop.vertices), format="xyb", close=loop.closed, dxfattribs={"layer": layer})
    out = io.StringIO()
    document.write(out)
    return out.getvalue()
