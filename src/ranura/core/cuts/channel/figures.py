"""The figures of the guide (R7, R8, R17): where the fence stands, its spacers, the direction of feed, room for clamps."""

from __future__ import annotations

import math

from ranura.core.cuts.channel.fence import ScoredLine
from ranura.core.cuts.channel.figures_table import block_figures, fed_figure
from ranura.core.cuts.channel.fit import position_spread
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.slip_guide import end_words, stop_places
from ranura.core.cuts.channel.tapering import taper_figure
from ranura.core.learning.forecast import Forecast
from ranura.core.output.figures.holding import clearance_figure
from ranura.core.output.figures.passes import depth_figures, feed_figures
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.figures.turret import turret_figure
from ranura.core.output.going import Going
from ranura.core.output.guides import heading_words
from ranura.core.text.figures import Figure, Given, because, given, plain, show
from ranura.core.text.writing import Text, write


def guide_figures(setting: ChannelSetting) -> list[Figure]:
    """Fence from the wall and from the end and its length, or the edge guide's setting; the first spacer if there is one, stops,
    the direction of feed, the fit."""
    found = [_setting(setting)]
    if isinstance(setting.fence.by, ScoredLine):
        found = []
    elif setting.fence.on_board:
        found = [_setback(setting), _fence_at(setting), _fence_length(setting)]
    if found:
        found.append(_place(setting))
    turret = setting.stepping.turret if setting.stepping else None
    stops = _stops(setting) if setting.by_hand else block_figures(setting)
    found += [*_spacer(setting), *stops, _direction(setting) if setting.by_hand else fed_figure(setting)]
    if setting.channel.taper and setting.by_hand:
        found.append(taper_figure(setting))
    if turret is not None:
        found.append(turret_figure(turret, setting.rules))
    if setting.forecast is not None:
        found.append(fit_figure(setting.forecast))
    return found


def _place(setting: ChannelSetting) -> Figure:
    """How surely the wall lies on its line."""
    rules = setting.rules
    within = 2 * position_spread(rules, based=setting.by_hand)
    return Figure(
        key="guide.place",
        label="The wall lies within",
        value=within,
        unit="mm",
        shown=show(within, "mm", setting=False),
        rule="R19",
        formula="2 · s, s² = base² + setting² + (bit/2)²" if setting.by_hand else "2 · s, s² = setting² + (bit/2)²",
        worked=write(
            ("base {b:n2}, " if setting.by_hand else "") + "setting {f:n2}, bit {d:n2} mm: s = {s:n2} mm",
            b=rules.spread_base,
            f=rules.spread_fence,
            d=rules.spread_bit,
            s=within / 2,
        ),
        because=because("Of twenty walls nineteen lie so near to their line; one setting moves a cut and does not widen it"),
        inputs=(
            given("base", "base's distance", rules.spread_base, "mm"),
            given("setting", "guide's setting", rules.spread_fence, "mm"),
            given("bit", "bit's width", rules.spread_bit, "mm"),
        ),
    )


def _setting(setting: ChannelSetting) -> Figure:
    """How an edge guide is set, or the fence of a table."""
    channel, fence = setting.channel, setting.fence
    widen = fence.spacers[0]
    near = fence.at - widen
    edge = channel.end_name(fence.towards)
    worked = write("{p:fine}", p=near)
    if widen:
        worked = write("{p:fine} + {x:fine} = {s:fine}", p=near, x=widen, s=fence.at)
    return Figure(
        key="guide.setting",
        label="From guide to the bit's near side" if setting.by_hand else "From fence to cutter",
        value=fence.at,
        unit="mm",
        shown=show(fence.at, "mm"),
        rule="R8",
        formula="setting = p + (w − D)" if widen else "setting = p",
        worked=worked,
        because=because(
            "The {guide} bears on the {edge}, and the near wall lies {p:fine} from it",
            guide="guide" if setting.by_hand else "fence",
            edge=edge,
            p=near,
        ),
        inputs=(given("p", "near wall from the edge", near, "mm"), given("w", "width", channel.width, "mm")),
    )


def _stops(setting: ChannelSetting) -> list[Figure]:
    """Where the base is stopped at each stopped end."""
    base, d = setting.base, setting.bit.diameter
    found = []
    for name, word, at, edge in stop_places(setting):
        reach = (base.back if name == "start" else base.front) or base.across / 2
        found.append(
            Figure(
                key=f"guide.{name}",
                label="Start block from the edge" if name == "start" else "Stop block from the edge",
                value=at,
                unit="mm",
                shown=show(abs(at), "mm"),
                rule="R8",
                formula="start + D/2 − b_back" if name == "start" else "end − D/2 + b_front",
                worked=write(
                    "{word}: {x:fine} {side} the {edge}",
                    word=word,
                    x=abs(at),
                    side="onto it from" if at >= 0 else "outside",
                    edge=edge,
                ),
                because=because(
                    "The bit's centre stays half its width, {r:fine}, from the end; the base reaches {b:fine} beyond it",
                    r=d / 2,
                    b=reach,
                ),
                inputs=(given("D", "bit diameter", d, "mm"), given("b", "axis to the base's edge", reach, "mm")),
            )
        )
    return found


def fit_figure(found: Forecast) -> Figure:
    """The expected gap between the walls and the mate."""
    parts = ", ".join(f"{each.of} {each.mm:g}" for each in found.causes)
    return Figure(
        key="fit.gap",
        label="Gap to be expected",
        value=found.gap,
        unit="mm",
        shown=show(found.gap, "mm", setting=False),
        rule="R19",
        formula="gap = width − mate; s = √(Σ s²)",
        worked=write(
            "s from {parts} mm: {s:n2} mm; tight {t:pct}, slides {o:pct}, loose {l:pct}",
            parts=parts,
            s=found.spread,
            t=found.tight,
            o=found.slides,
            l=found.loose,
        ),
        because=because("Under 0 it is tight, up to 0.25 mm (0.01 in) it slides, over that it is loose"),
        inputs=tuple(given(f"s {each.of}", f"{each.of}'s error", each.mm, "mm") for each in found.causes),
    )


def _setback(setting: ChannelSetting) -> Figure:
    b, s = setting.guided.distance, setting.fence.setback.setback
    # A shaped bit cuts the face as wide as it is there.
    d = setting.channel.cut_by(setting.bit)
    return Figure(
        key="guide.setback",
        label="Fence from the nearest wall",
        value=s,
        unit="mm",
        shown=show(s, "mm"),
        rule="R8",
        formula="s = b − D / 2",
        worked=write("{b:fine} − {d:fine} / 2 = {s:fine}", b=b, d=d, s=s),
        because=because(
            "The {side} of the base runs along the fence, {b:fine} from the bit's axis", side=setting.guided.name, b=b
        ),
        inputs=(
            given("b", f"axis to the {setting.guided.name}", b, "mm"),
            given("D", "width that the bit cuts", d, "mm"),
            given("b + D / 2", "fence to the far wall of a pass", setting.fence.setback.far_wall, "mm"),
        ),
    )


def _fence_at(setting: ChannelSetting) -> Figure:
    channel, fence = setting.channel, setting.fence
    s, p, w = fence.setback.setback, channel.position, channel.width
    near = fence.side == "reference"
    if channel.angle:
        cos = channel.frame.u[0]
        return _turned_fence_at(fence.at, p=p, away=(s if near else w + s) / cos * (-1 if near else 1), angle=channel.angle, s=s)
    worked = write("{p:fine} − {s:fine} = {f:fine}", p=p, s=s, f=fence.at)
    if not near:
        worked = write("{p:fine} + {w:fine} + {s:fine} = {f:fine}", p=p, w=w, s=s, f=fence.at)
    return Figure(
        key="guide.fence_at",
        label=f"Fence {'from' if fence.at >= 0 else 'outside'} the {end_words(setting)}",
        value=fence.at,
        unit="mm",
        shown=show(abs(fence.at), "mm"),
        rule="R8",
        formula="f = p − s" if near else "f = p + w + s",
        worked=worked,
        because=because(
            "The fence stands on the side of the reference end"
            if near
            else "The board does not carry the {width:len} fence on the side of the reference end, so it stands on the far side",
            width=fence.width,
        ),
        inputs=(
            given("p", "near wall", p, "mm"),
            given("w", "width", w, "mm"),
            given("s", "fence from the nearest wall", s, "mm"),
        ),
    )


def _turned_fence_at(at: float, *, p: float, away: float, angle: float, s: float) -> Figure:
    """Where a turned fence meets the near edge."""
    return Figure(
        key="guide.fence_at",
        label="Fence meets the near edge at",
        value=at,
        unit="mm",
        shown=show(abs(at), "mm"),
        rule="R8",
        formula="f = p − s / cos, or p + (w + s) / cos",
        worked=write("{p:fine} {sign} {x:fine} = {f:fine}", p=p, sign="+" if away > 0 else "−", x=abs(away), f=at),
        because=because(
            "Turned by {a:n1}°, the fence is as far from the line, measured square to it, and further along the edge",
            a=abs(angle),
        ),
        inputs=(given("p", "near wall", p, "mm"), given("s", "fence from the nearest wall", s, "mm")),
    )


def _fence_length(setting: ChannelSetting) -> Figure:
    run, over = setting.channel.run, setting.rules.fence_overhang
    length = setting.fence.length
    return Figure(
        key="guide.fence_length",
        label="Straightedge at least",
        value=length,
        unit="mm",
        shown=show(length, "mm"),
        rule="R8",
        formula="l = cut + 2 · overhang",
        worked=write("{w:fine} + 2 · {o:fine} = {l:fine}", w=length - 2 * over, o=over, l=length),
        because=because("The base must meet the fence before the bit meets the wood, and leave it after"),
        inputs=(given("cut", "length of the cut", run, "mm"), given("overhang", "at either end", over, "mm")),
    )


def _spacer(setting: ChannelSetting) -> list[Figure]:
    spacers = setting.fence.spacers
    if len(spacers) == 1:
        return []
    width, bit = setting.channel.width, setting.bit
    where = "on the left" if setting.by_hand else "away from the fence"
    list_mm = write(" · ".join(f"{{x{i}:len}}" for i in range(len(spacers))), **{f"x{i}": x for i, x in enumerate(spacers)})
    return [
        Figure(
            key="guide.spacer",
            label="First spacer",
            value=spacers[0],
            unit="mm",
            shown=show(spacers[0], "mm"),
            rule="R8",
            formula="k = ⌈(w − D) / (0.9 · D)⌉ + 1 passes; spacer = (w − D)·(k − 1 − i)/(k − 1)",
            worked=write(
                "{w:fine} − {d:fine} = {x:fine} to widen, in {k} passes", w=width, d=bit.diameter, x=spacers[0], k=len(spacers)
            ),
            because=Text(
                metric=f"Largest spacer first, none last: {list_mm.metric}. The fresh wood then lies {where}.",
                inch=f"Largest spacer first, none last: {list_mm.inch}. The fresh wood then lies {where}.",
            ),
            inputs=(given("w", "width", width, "mm"), given("D", "bit diameter", bit.diameter, "mm")),
        )
    ]


def _direction(setting: ChannelSetting) -> Figure:
    fence, heading = setting.fence, setting.heading
    towards = _TOWARDS[heading_words(heading)]
    side = setting.channel.end_name(fence.towards)
    f = setting.channel.frame.turn((fence.towards, 0.0))
    rule = "the fence f stands on the left of the heading h: h = (f_y, −f_x)"
    if not fence.on_board:
        rule = "the guiding edge f lies to the right of the heading h: h = (−f_y, f_x)"
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=math.degrees(math.atan2(heading[1], heading[0])) % 360,
        unit="degrees",
        shown=plain(towards),
        rule="R7",
        formula=rule,
        worked=write(
            "f = ({fx:n2}, {fy:n2}), towards the {side}; h = ({hx:n2}, {hy:n2}), {towards}",
            fx=f[0] + 0.0,
            fy=f[1] + 0.0,
            side=side,
            hx=heading[0] + 0.0,
            hy=heading[1] + 0.0,
            towards=towards,
        ),
        because=because(
            "By hand the bit turns clockwise seen from above; in a slot that pushes the router to the left of its heading, "
            "onto a fence that stands there. On the other side it would be pushed off the fence"
            if fence.on_board
            else "By hand the bit turns clockwise seen from above; in a slot that pushes the router to the left of its heading, "
            "which pulls a guide on its right against the edge. The other way it would be pushed off"
        ),
        inputs=(
            Given(symbol="f", name="from the cut to the guide", shown=plain(f"towards the {side}")),
            Given(symbol="h", name="heading of the router", shown=plain(towards)),
        ),
    )


_TOWARDS = {
    "Push away": "away from you",
    "Pull towards you": "towards you",
    "Left to right": "from left to right",
    "Right to left": "from right to left",
}


def figures(setting: ChannelSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    grip = setting.grip
    worst = setting.stepping.most_bent if setting.stepping else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    found += guide_figures(setting)
    if setting.stepping is not None:
        found += depth_figures(setting, setting.stepping, total=setting.channel.depth)
        found += feed_figures(setting, setting.stepping, going)
    if setting.by_hand and setting.holding.clear is not None:
        found.append(clearance_figure(setting.holding, across=setting.base.across))
    return tuple(found)
