"""The figures of a pocket (R3, R4, R5, R7, R8, R9): template and bushing or trammel, depths, direction, pace, power."""

from __future__ import annotations

import math
from typing import assert_never

from ranura.core.cuts.pocket.guides import AreaGuide, FreehandGuide, ShoulderGuide, SledGuide, TrammelGuide, sense_of
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.figures import template_of_guide
from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.holding.sweep import LEAD
from ranura.core.output.figures.holding import clearance_figure
from ranura.core.output.figures.passes import depth_figures, feed_figures
from ranura.core.output.figures.round import round_figure
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.figures.turret import turret_figure
from ranura.core.output.going import Going
from ranura.core.output.guides import heading_words
from ranura.core.text.figures import Figure, because, given, plain, show
from ranura.core.text.writing import write


def pocket_figures(setting: PocketSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a pocket, in the order of the slip."""
    grip, stepping, guide = setting.grip, setting.stepping, setting.guide
    worst = stepping.most_bent if stepping else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    if guide is not None:
        found += _guide(setting, guide)
        found += [_direction(setting)] if setting.paths else []
    if stepping is not None:
        found += depth_figures(setting, stepping, total=setting.depth)
        if setting.pocket.form == "lap":
            found.append(_tongue(setting))
        if stepping.turret is not None:
            found.append(turret_figure(stepping.turret, setting.rules))
        found += feed_figures(setting, stepping, going)
    if setting.holding is not None and setting.holding.clear is not None:
        found.append(clearance_figure(setting.holding, across=setting.base.across))
    return tuple(found)


def _tongue(setting: PocketSetting) -> Figure:
    """What a lap leaves of the end."""
    asked = setting.pocket
    faces = 2 if asked.both_faces else 1
    return Figure(
        key="lap.tongue",
        label="Thickness that is left",
        value=asked.tongue,
        unit="mm",
        shown=show(asked.tongue, "mm"),
        rule="R14",
        formula="T − 2 · depth" if faces == 2 else "T − depth",
        worked=write(
            "{t:fine} − 2 · {d:fine} = {l:fine}" if faces == 2 else "{t:fine} − {d:fine} = {l:fine}",
            t=asked.thickness,
            d=asked.depth,
            l=asked.tongue,
        ),
        because=because(
            "One depth for both faces keeps the tongue in the middle"
            if faces == 2
            else "Of a half-lap each part gives half the thickness"
        ),
        inputs=(given("T", "thickness", asked.thickness, "mm"), given("depth", "below each face", asked.depth, "mm")),
    )


def _guide(setting: PocketSetting, guide: AreaGuide) -> list[Figure]:
    """What is set or made for a guide: nothing for a sled and the eye."""
    match guide:
        case Follower():
            return [] if setting.template is None else _template(setting, guide, setting.template)
        case TrammelGuide():
            return [_pivot(setting, guide)]
        case ShoulderGuide():
            return [_shoulder(setting, guide)]
        case SledGuide() | FreehandGuide():
            return []
        case _:
            assert_never(guide)


def _shoulder(setting: PocketSetting, guide: ShoulderGuide) -> Figure:
    b, d = setting.base.sides[0].distance, setting.bit.diameter
    return Figure(
        key="area.shoulder",
        label="Straightedge from the shoulder",
        value=guide.setback,
        unit="mm",
        shown=show(guide.setback, "mm"),
        rule="R14",
        formula="s = b − D / 2",
        worked=write("{b:fine} − {d:fine} / 2 = {s:fine}", b=b, d=d, s=guide.setback),
        because=because("The base meets it when the bit's wall reaches the shoulder, and not before"),
        inputs=(given("b", "axis to the base's side", b, "mm"), given("D", "bit diameter", d, "mm")),
    )


def _template(setting: PocketSetting, follower: Follower, template: Template) -> list[Figure]:
    """The template, and its corners where it has such."""
    x, y = setting.pocket.run_past(setting.bit.diameter + LEAD)
    found = template_of_guide(follower, template, setting.bit, size=(x[1] - x[0], y[1] - y[0]))
    radius = setting.pocket.radius_with(setting.bit.diameter)
    if radius is None or template.outside:
        return found
    # Where the ring is as wide as the template it has some play all round.
    grown = (template.box[3] - template.box[1] - (y[1] - y[0])) / 2
    corner = Figure(
        key="template.corner",
        label="Template corners",
        value=radius + grown,
        unit="mm",
        shown=show(radius + grown, "mm"),
        rule="R9",
        formula="r + o, r at least D / 2",
        worked=write("{r:fine} + {o:fine} = {t:fine}", r=radius, o=grown, t=radius + grown),
        because=because("No corner of a recess comes out tighter than the bit, {s:fine}", s=setting.bit.diameter / 2),
    )
    return [*found, corner]


def _pivot(setting: PocketSetting, guide: TrammelGuide) -> Figure:
    r, d = setting.pocket.size[0] / 2, setting.bit.diameter
    inside, groove = setting.pocket.facts.keeps_inside, setting.pocket.facts.taken == "groove"
    at = guide.radii[-1]
    sign = "+" if inside else "−"
    formula = f"R {sign} D / 2" + (" for the outer wall" if groove else "")
    return Figure(
        key="area.pivot",
        label="Pivot to the bit's axis",
        value=at,
        unit="mm",
        shown=show(at, "mm"),
        rule="R8",
        formula=formula,
        worked=write("{r:fine} {sign} {d:fine} / 2 = {a:fine}", r=r, sign=sign, d=d, a=at),
        because=because(
            "The disc is kept: the bit runs around its outside" if inside else "The board is kept: the bit runs inside"
        ),
        inputs=(given("R", "radius", r, "mm"), given("D", "bit diameter", d, "mm")),
    )


def _direction(setting: PocketSetting) -> Figure:
    sense = sense_of(setting.pocket)
    if setting.pocket.in_lanes:
        return _lanes(setting)
    return round_figure(sense)


def _lanes(setting: PocketSetting) -> Figure:
    """Which way the lanes are run, and in which order."""
    (x0, y0), (x1, y1) = setting.paths[0][:2]
    heading = heading_words((x1 - x0, y1 - y0))
    apart = abs(setting.paths[1][0][0] - x0) if len(setting.paths) > 1 else 0.0
    return Figure(
        key="direction.heading",
        label="Direction of the lanes",
        value=math.degrees(math.atan2(y1 - y0, x1 - x0)) % 360,
        unit="degrees",
        shown=plain(heading),
        rule="R7",
        formula="the wood that is left lies on the left of the heading",
        worked=write("{n} lanes, {a:fine} apart, of a bit of {d:fine}", n=len(setting.paths), a=apart, d=setting.bit.diameter),
        because=because("All lanes in one sense, so that none of them is a climb cut"),
        inputs=(given("D", "bit diameter", setting.bit.diameter, "mm"),),
    )
