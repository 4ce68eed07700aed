"""The section of an edge cut: what remains, each stage as a band, the bit in its final place."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import Literal

from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.trips import curve, reach
from ranura.core.cutting.stage import Trip
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import BitHandle, Dimension, HandleAxis, Outline, View, box
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT
from ranura.core.shop.tooling.silhouettes import Corner
from ranura.core.text.figures import as_sold
from ranura.core.text.writing import Text, write

LEAST_BAND = 0.012
"""Of the board's larger side: a band narrower than that could not be seen."""


def edge_section_view(setting: EdgeSetting, *, typed: Mapping[str, Text]) -> View:
    """The section along the feed: what remains, each stage as a band with its number, the bit with its bearing.

    By hand the wood lies on the left and the bit comes from above; on a table on the right, the face down, the bit from below."""
    thickness, hand = setting.edging.thickness, setting.by_hand
    trip = setting.guided.trip if setting.guided else Trip(height=setting.edging.depth, offset=setting.bit.diameter / 2)
    wide = max(reach(setting.bit, trip), setting.edging.size)
    into = max(wide * 2.6, thickness * 1.8)
    outside = max(trip.offset + min(setting.bit.diameter / 2, wide * 1.2), thickness * 0.35)

    def at(x: float, d: float) -> Point:
        return (-x, thickness - d) if hand else (x, d)

    def placed(ring: Ring) -> tuple[Point, ...]:
        return tuple(at(min(x, into), d) for x, d in ring)

    outlines: list[Outline] = []
    if setting.section is not None:
        outlines += [Outline(role="work", points=placed(ring)) for ring in setting.section.outlines]
    else:
        outlines.append(Outline(role="work", points=tuple(at(x, d) for x, d in box(0, 0, into, thickness))))
    if setting.section is not None:
        faces = 2 if setting.edging.both_faces else 1
        for place, bite in enumerate(setting.section.bites):
            number = write(f"{place // faces + 1}")
            outlines += [Outline(role="pass", points=placed(ring), label=number) for ring in bite.outlines]
    else:
        outlines.append(Outline(role="hazard", points=tuple(at(x, d) for x, d in box(0, 0, wide, setting.edging.depth))))
    outlines += [Outline(role="bit", points=tuple(at(x, d) for x, d in ring)) for ring in bit_rings(setting.bit, trip)]
    riding = setting.guided.bearing if setting.guided else None
    if riding is not None:
        half = riding / 2
        low, high = setting.bit.bearing_heights[0]
        ring = box(-trip.offset - half, trip.height - high, -trip.offset + half, trip.height - low)
        outlines.append(Outline(role="bearing", points=tuple(at(x, d) for x, d in ring), label=_bearing_label(riding)))
    low_d, high_d = (
        min(0.0, max(trip.height - setting.bit.cutting_length, -0.7 * thickness)),
        max(thickness, trip.height + BEARING_HEIGHT),
    )
    a, b = at(into * 1.26, high_d), at(-outside, min(low_d, -thickness * 0.1))
    frame = (min(a[0], b[0]), min(a[1], b[1]) - thickness * 0.06, max(a[0], b[0]), max(a[1], b[1]) + thickness * 0.06)
    face = at(0, 0)[1]
    width_at = at(reach(setting.bit, trip), 0)[0]
    beside = at(wide + into * 0.1, 0)[0]
    dimensions: tuple[Dimension, ...] = (
        Dimension(
            start=(min(0.0, width_at), face),
            end=(max(0.0, width_at), face),
            offset=1 if hand else -1,
            field="size" if setting.edging.shape == "rabbet" else "width",
            name="profile-width",
            text=typed["width"],
        ),
        Dimension(
            start=(beside, at(0, trip.height)[1]),
            end=(beside, face),
            offset=-1 if hand else 0,
            field=None if setting.edging.grooved and setting.edging.both_faces else "depth",
            name="depth",
            text=typed["depth"],
            vertical=True,
        ),
        Dimension(
            start=(at(into * 1.03, 0)[0], at(0, 0)[1]),
            end=(at(into * 1.03, 0)[0], at(0, thickness)[1]),
            offset=-1 if hand else 0,
            name="thickness",
            text=typed["thickness"],
            vertical=True,
        ),
    )
    if setting.edging.grooved:
        across = at(wide + into * 0.3, 0)[0]
        ends = (at(0, setting.edging.depth)[1], at(0, setting.edging.depth - setting.edging.size)[1])
        size = Dimension(
            start=(across, ends[0]),
            end=(across, ends[1]),
            offset=-1 if hand else 0,
            field="size",
            name="size",
            text=typed["size"],
            vertical=True,
        )
        dimensions = (*dimensions, size)
    if setting.edging.shape in ("flush", "jointing"):
        dimensions = dimensions[1:]
    caption = write("section along the feed" if hand else "section along the feed, face down on the table")
    return View(
        name="section",
        frame=frame,
        caption=caption,
        outlines=tuple(outlines),
        arrows=(),
        dimensions=dimensions,
        handle=_handle(setting, at(-trip.offset, trip.height)),
    )


def _handle(setting: EdgeSetting, at: Point) -> BitHandle | None:
    """Moving the bit: how deep the profile reaches below the face, and how far into it; nothing where there is no profile."""
    shape = setting.edging.shape
    grows: Literal[1, -1] = -1 if setting.by_hand else 1
    if setting.guided is None or shape in ("flush", "jointing") or (setting.edging.grooved and setting.edging.both_faces):
        return None
    trip = setting.guided.trip
    across = "size" if shape == "rabbet" else "width"
    return BitHandle(
        at=at,
        upright=HandleAxis(field="depth", value=trip.height, grows=grows),
        sideways=HandleAxis(field=across, value=reach(setting.bit, trip), grows=grows),
    )


def _bearing_label(diameter: float) -> Text:
    sold = as_sold(diameter)
    return Text(metric=f"bearing {sold.metric}", inch=f"bearing {sold.inch.number} {sold.inch.unit}")


def bit_rings(bit: Bit, trip: Trip) -> tuple[tuple[Point, ...], ...]:
    """The bit standing in its setting, as x from the edge into the wood and d below the face."""
    right = [(-trip.offset + r, trip.height - z) for r, z in fine_curve(bit.silhouette)]
    left = [(-trip.offset - r, trip.height - z) for r, z in reversed(fine_curve(bit.silhouette))]
    return ((*right, *left),)


@lru_cache(maxsize=64)
def fine_curve(silhouette: tuple[Corner, ...]) -> tuple[Point, ...]:
    """A silhouette for drawing: every tenth chord of the one that is computed with, and all corners."""
    whole = curve(silhouette)
    if len(whole) < 40:
        return whole
    corners = {(corner.r, corner.z) for corner in silhouette}
    return tuple(point for i, point in enumerate(whole) if i % 10 == 0 or point in corners or i == len(whole) - 1)


def edge_glyph(bit: Bit | None, trip: Trip | None, *, thickness: float, outlines: Sequence[Ring]) -> tuple[Point, ...]:
    """The small section that stands for an edge cut in a list: the corner of the board as it remains."""
    wide = thickness * 2.2
    if not outlines or bit is None or trip is None:
        return box(-wide, 0, 0, thickness)
    return tuple((-min(x, wide), thickness - d) for x, d in outlines[0])
