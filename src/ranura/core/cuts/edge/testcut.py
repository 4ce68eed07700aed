"""The test cut of an edge: the whole profile along a piece of scrap, measured down the edge and in from it (R12, R16)."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.cuts.edge.asked import MATCHED
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.learning.corrections import Correction, Measure, MeasureKey, TestCut
from ranura.core.output.in_scrap import corrected_depth, depth_of, refuse_far_off
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError
from ranura.core.text.figures import show
from ranura.core.text.writing import write

_UNMEASURED = frozenset({"flush", "jointing", "edge-groove", *MATCHED})
"""Shapes whose trial is looked at and felt: what they take is not reached by one depth and one width."""


def edge_test_cut(setting: EdgeSetting) -> TestCut | None:
    """The test cut of an edge; None where nothing is cut."""
    if setting.staging is None or setting.guided is None:
        return None
    count = len(setting.staging.stages)
    line = write(
        "In scrap of the same wood and thickness, its edge as smooth: {bit} in {router}, {stages} along it, past both ends",
        bit=setting.bit.name,
        router=setting.router.name,
        stages="one stage" if count == 1 else f"all {count} stages",
    )
    look = write("Look for burns, torn fibres and a step; then try it on the part's own mate, if it has one")
    return TestCut(lines=(line, look), measures=tuple(_measures(setting)))


def _measures(setting: EdgeSetting) -> Iterator[Measure]:
    guided, asked = setting.guided, setting.edging
    if guided is None or asked.shape in _UNMEASURED:
        return
    rabbet = asked.shape == "rabbet"
    yield depth_of(guided.trip.height, "from the face to the floor" if rabbet else "from the face to where the profile ends")
    if rabbet:
        shown = show(asked.size, "mm", setting=False)
        yield Measure(key="width", says=write("from the edge to the wall"), expected=asked.size, shown=shown)


def corrected_edge(setting: EdgeSetting, key: MeasureKey, measured: float) -> Correction:
    """What a measurement in the test cut corrects.

    Rule: R12, R16 test cut first
    Formula: deeper by what is missing; the fence by what the width is off, a bearing by twice that
    Source: a bearing is as far from its axis on either side

    Raises `CutError` on "measured" for what is not measured, or is so far off that it was not measured well."""
    measure = next((each for each in _measures(setting) if each.key == key), None)
    guided = setting.guided
    if measure is None or guided is None:
        raise CutError(common_refusals.NOTHING_TO_MEASURE, field="measured")
    refuse_far_off(measured, measure.expected)
    if key == "depth":
        return corrected_depth(setting, measured, measure.expected)
    off = measured - measure.expected
    if guided.fenced or guided.bearing is None:
        says = write("Move the fence by {x:fine}, so that the bit takes {word}", x=abs(off), word="less" if off > 0 else "more")
        before, after = measured, measure.expected
    else:
        before, after = guided.bearing, guided.bearing + 2 * off
        says = write("A bearing {d:fine} wide would leave it right; the one that rides is {was:fine}", d=after, was=before)
    return Correction(key=key, of="guide", id=None, base=None, side=None, before=before, after=after, says=says)
