"""The figures of a cut by template (R3, R4, R5, R7, R9, R10): template, depths, direction, pace, power."""

from __future__ import annotations

from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cutting.direction import contour_direction
from ranura.core.output.figures.holding import clearance_figure
from ranura.core.output.figures.passes import depth_figures, feed_figures
from ranura.core.output.figures.round import round_figure
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.figures.turret import turret_figure
from ranura.core.output.going import Going
from ranura.core.shop.tooling.guides import InlaySet
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def template_figures(setting: TemplateSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a cut by template, in the order of the slip."""
    grip, stepping = setting.grip, setting.stepping
    worst = stepping.most_bent if stepping else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    if setting.follower is not None and setting.template is not None:
        found += [_offset(setting), _size(setting)]
        found += [_thickness(setting)] if setting.follower.kind == "bearing" else []
        found.append(round_figure(sense_of(setting)))
    if stepping is not None:
        found += depth_figures(setting, stepping, total=setting.depth)
        if stepping.turret is not None:
            found.append(turret_figure(stepping.turret, setting.rules))
        found += feed_figures(setting, stepping, going)
    if setting.holding is not None and setting.holding.clear is not None:
        found.append(clearance_figure(setting.holding, across=setting.base.across))
    return tuple(found)


def _offset(setting: TemplateSetting) -> Figure:
    """From the template's edge to the wall of the cut."""
    assert setting.follower is not None
    assert setting.template is not None
    od, d, offset = setting.follower.across, setting.bit.diameter, setting.template.offset
    plug = setting.outline.makes == "plug"
    what = "bearing" if setting.follower.kind == "bearing" else "bushing outside"
    if isinstance(setting.follower.tool, InlaySet) and not plug:
        what = "ring outside"
    return Figure(
        key="template.offset",
        label="From the template's edge to the cut",
        value=offset,
        unit="mm",
        shown=show(offset, "mm"),
        rule="R10" if setting.follower.kind == "inlay" else "R9",
        formula="o = (OD + D) / 2" if plug else "o = (OD − D) / 2",
        worked=write("({od:fine} {sign} {d:fine}) / 2 = {o:fine}", od=od, d=d, o=offset, sign="+" if plug else "−"),
        because=because(
            "The plug lies on the far side of the bit" if plug else "What rides on the template and the bit turn about one axis"
        ),
        inputs=(given("OD", what, od, "mm"), given("D", "bit diameter", d, "mm")),
    )


def _size(setting: TemplateSetting) -> Figure:
    assert setting.template is not None
    xs = [x for loop in setting.template.loops for x, _ in loop.points()]
    ys = [y for loop in setting.template.loops for _, y in loop.points()]
    long, wide = max(xs) - min(xs), max(ys) - min(ys)
    x, y = setting.outline.size
    part = setting.outline.makes == "part"
    return Figure(
        key="template.size",
        label="Template, along the board",
        value=long,
        unit="mm",
        shown=show(long, "mm"),
        rule="R9",
        formula=f"S {'−' if part else '+'} 2 · o, where the outline is straight or bulges out",
        worked=write("outline {x:fine} × {y:fine}, template {l:fine} × {w:fine}", x=x, y=y, l=long, w=wide),
        because=because(
            "Followed outside of a part the template is smaller than it"
            if part
            else "Followed inside of an opening the template is larger than what is cut"
        ),
        inputs=(given("S", "length of the outline", x, "mm"), given("o", "offset", setting.template.offset, "mm")),
    )


def _thickness(setting: TemplateSetting) -> Figure:
    assert setting.follower is not None
    length, thick = setting.bit.cutting_length, setting.follower.thickness
    return Figure(
        key="template.thickness",
        label="Template thick",
        value=thick,
        unit="mm",
        shown=show(thick, "mm"),
        rule="R3",
        formula="t ≥ L_c − first depth + 2 mm",
        worked=write("{l:fine} long cutter, template {t:fine}", l=length, t=thick),
        because=because("The bearing must ride on the template while the cutter takes its first step"),
        inputs=(given("L_c", "cutting length", length, "mm"),),
    )


def sense_of(setting: TemplateSetting) -> str:
    """Clockwise or counter-clockwise, seen from above, along the outermost edge (R7)."""
    return contour_direction(mounting="hand", contour="outside" if setting.outline.makes == "part" else "inside").sense
