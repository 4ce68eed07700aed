"""The figures of a cut by template (R3, R4, R5, R7, R9, R10): template, depths, direction, pace, power."""

from __future__ import annotations

from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.tracing import Traced
from ranura.core.cutting.direction import Turn, contour_direction
from ranura.core.output.figures.holding import clearance_figure
from ranura.core.output.figures.passes import depth_figures, feed_figures
from ranura.core.output.figures.round import round_figure, turned_figure
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.figures.turret import turret_figure
from ranura.core.output.going import Going
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import InlaySet
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write

_ADDS_UP = 0.005
"""mm within which a size is its sum."""


def template_figures(setting: TemplateSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a cut by template, in the order of the slip."""
    grip, stepping = setting.grip, setting.stepping
    worst = stepping.most_bent if stepping else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    if setting.follower is not None and setting.template is not None:
        plug = setting.outline.makes == "plug"
        found += template_of_guide(setting.follower, setting.template, setting.bit, size=setting.outline.size, plug=plug)
        found += [_traced_offset(setting.traced, setting.follower, setting.bit)] if setting.traced is not None else []
        found.append(round_figure(sense_of(setting)) if setting.by_hand else turned_figure(work_turns()))
    if stepping is not None:
        found += depth_figures(setting, stepping, total=setting.depth)
        if stepping.turret is not None:
            found.append(turret_figure(stepping.turret, setting.rules))
        found += feed_figures(setting, stepping, going)
    if setting.holding is not None and setting.holding.clear is not None:
        found.append(clearance_figure(setting.holding, across=setting.base.across))
    return tuple(found)


def template_of_guide(
    follower: Follower, template: Template, bit: Bit, *, size: tuple[float, float], plug: bool = False
) -> list[Figure]:
    """The figures of a template and of what follows it; `size` is that of what is cut, along the board and across, in mm."""
    found = [_offset(follower, template, bit, plug), _size(template, size, plug)]
    return [*found, *([_thickness(follower, bit)] if follower.kind == "bearing" else [])]


def _offset(follower: Follower, template: Template, bit: Bit, plug: bool) -> Figure:
    """From the template's edge to the wall of the cut."""
    od, d, offset = follower.across, bit.diameter, template.offset
    what = "bearing" if follower.kind in ("bearing", "tip") else "bushing outside"
    if isinstance(follower.tool, InlaySet) and not plug:
        what = "ring outside"
    return Figure(
        key="template.offset",
        label="From the template's edge to the cut",
        value=offset,
        unit="mm",
        shown=show(offset, "mm"),
        rule="R10" if follower.kind == "inlay" else "R9",
        formula="o = (OD + D) / 2" if plug else "o = (OD − D) / 2",
        worked=write("({od:fine} {sign} {d:fine}) / 2 = {o:fine}", od=od, d=d, o=offset, sign="+" if plug else "−"),
        because=because(
            "The plug lies on the far side of the bit" if plug else "What rides on the template and the bit turn about one axis"
        ),
        inputs=(given("OD", what, od, "mm"), given("D", "bit diameter", d, "mm")),
    )


def _traced_offset(traced: Traced, follower: Follower, bit: Bit) -> Figure:
    """How far from the template's edge the small bit cuts: as far as the larger one."""
    offset, od, d = traced.follower.offset(traced.bit), traced.follower.across, traced.bit.diameter
    return Figure(
        key="trace.offset",
        label="From the template's edge to the trace",
        value=offset,
        unit="mm",
        shown=show(offset, "mm"),
        rule="R9",
        formula="o = (OD − D) / 2, the same of both",
        worked=write(
            "({od:fine} − {d:fine}) / 2 = {o:fine}; the larger bit ({od2:fine} − {d2:fine}) / 2 = {o2:fine}",
            od=od,
            d=d,
            o=offset,
            od2=follower.across,
            d2=bit.diameter,
            o2=follower.offset(bit),
        ),
        because=because("Two bits whose rings are wider by the same amount reach to one line from one template"),
        inputs=(given("OD", "ring of the trace", od, "mm"), given("D", "diameter of its bit", d, "mm")),
    )


def _size(template: Template, size: tuple[float, float], plug: bool) -> Figure:
    x0, y0, x1, y1 = template.box
    (long, wide), (x, y), part = (x1 - x0, y1 - y0), size, template.outside
    sign, by = ("−", -template.offset) if part else ("+", template.offset)
    added = not plug and abs(x + 2 * by - long) < _ADDS_UP and abs(y + 2 * by - wide) < _ADDS_UP
    return Figure(
        key="template.size",
        label="Template, along the board",
        value=long,
        unit="mm",
        shown=show(long, "mm"),
        rule="R9",
        formula=f"S {sign} 2 · o" if added else f"S {sign} 2 · o, where the outline is straight or bulges out",
        worked=write(
            "{x:fine} {sign} 2 · {o:fine} = {l:fine}; {y:fine} {sign} 2 · {o:fine} = {w:fine}"
            if added
            else "outline {x:fine} × {y:fine}, template {l:fine} × {w:fine}",
            x=x,
            y=y,
            o=template.offset,
            l=long,
            w=wide,
            sign=sign,
        ),
        because=because(
            "Followed outside of a part the template is smaller than it"
            if part
            else "Followed inside of an opening the template is larger than what is cut"
        ),
        inputs=(given("S", "length of the cut", x, "mm"), given("o", "offset", template.offset, "mm")),
    )


def _thickness(follower: Follower, bit: Bit) -> Figure:
    return Figure(
        key="template.thickness",
        label="Template thick",
        value=follower.thickness,
        unit="mm",
        shown=show(follower.thickness, "mm"),
        rule="R3",
        formula="t ≥ L_c − first depth + 2 mm",
        worked=write("{l:fine} long cutter, template {t:fine}", l=bit.cutting_length, t=follower.thickness),
        because=because("The bearing must ride on the template while the cutter takes its first step"),
        inputs=(given("L_c", "cutting length", bit.cutting_length, "mm"),),
    )


def work_turns() -> Turn:
    """Which way a part is turned over a table, seen from above (R7)."""
    turns = contour_direction(mounting="table", contour="outside").work_turns
    assert turns is not None, "over a table the work is turned"
    return turns


def sense_of(setting: TemplateSetting) -> str:
    """Clockwise or counter-clockwise, seen from above, along the outermost edge: of the bit, over a table round the work (R7)."""
    mounting = setting.router.mounting
    return contour_direction(mounting=mounting, contour="outside" if setting.outline.makes == "part" else "inside").sense
