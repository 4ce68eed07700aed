"""The figures of the guide (R7, R8, R17): where the fence stands, its spacers, the way of the feed, room for clamps."""

from __future__ import annotations

from ranura.core.setting import Setting
from ranura.core.text import Text, write
from ranura.core.working import Figure, Given, because, given, plain, show


def guide_figures(setting: Setting) -> list[Figure]:
    """Fence from the line and from the end, its length, the first spacer if there is one, the way of the feed."""
    fence = [_setback(setting), _fence_at(setting), _fence_length(setting)]
    return [*fence, *_spacer(setting), _direction(setting)]


def _setback(setting: Setting) -> Figure:
    b, bit, s = setting.guided.distance, setting.bit, setting.fence.setback.setback
    return Figure(
        key="guide.setback",
        label="Fence from the line",
        value=s,
        unit="mm",
        shown=show(s, "mm"),
        rule="R8",
        formula="s = b − D / 2",
        worked=write("{b:fine} − {d:fine} / 2 = {s:fine}", b=b, d=bit.diameter, s=s),
        because=because(
            "The {side} of the base runs along the fence, {b:fine} from the bit's axis", side=setting.guided.name, b=b
        ),
        inputs=(
            given("b", f"axis to the {setting.guided.name}", b, "mm"),
            given("D", "bit diameter", bit.diameter, "mm"),
        ),
    )


def _fence_at(setting: Setting) -> Figure:
    channel, fence = setting.channel, setting.fence
    s, p, w = fence.setback.setback, channel.position, channel.width
    near = fence.side == "reference"
    worked = write("{p:fine} − {s:fine} = {f:fine}", p=p, s=s, f=fence.at)
    if not near:
        worked = write("{p:fine} + {w:fine} + {s:fine} = {f:fine}", p=p, w=w, s=s, f=fence.at)
    return Figure(
        key="guide.fence_at",
        label=f"Fence from the {channel.reference_end} end",
        value=fence.at,
        unit="mm",
        shown=show(fence.at, "mm"),
        rule="R8",
        formula="f = p − s" if near else "f = p + w + s",
        worked=worked,
        because=because(
            "The fence stands on the side of the reference end" if near else
            "The board does not carry the {width:len} fence on the side of the reference end, so it stands on the far side",
            width=fence.width,
        ),
        inputs=(given("p", "near wall", p, "mm"), given("w", "width", w, "mm"), given("s", "fence from the line", s, "mm")),
    )  # fmt: skip


def _fence_length(setting: Setting) -> Figure:
    run, over = setting.channel.run, setting.rules.fence_overhang
    length = setting.fence.length
    return Figure(
        key="guide.fence_length",
        label="Straightedge at least",
        value=length,
        unit="mm",
        shown=show(length, "mm"),
        rule="R8",
        formula="l = W + 2 · overhang",
        worked=write("{w:fine} + 2 · {o:fine} = {l:fine}", w=run, o=over, l=length),
        because=because("The base must meet the fence before the bit meets the wood, and leave it after"),
        inputs=(given("W", "board's width", run, "mm"), given("overhang", "at either end", over, "mm")),
    )


def _spacer(setting: Setting) -> list[Figure]:
    spacers = setting.fence.setback.spacers
    if not spacers or len(spacers) == 1:
        return []
    width, bit = setting.channel.width, setting.bit
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
                "{w:fine} − {d:fine} = {x:fine} to widen, in {k} passes",
                w=width,
                d=bit.diameter,
                x=spacers[0],
                k=len(spacers),
            ),
            because=Text(
                metric=f"Largest spacer first, none last: {list_mm.metric}. The fresh wood then lies on the left.",
                inch=f"Largest spacer first, none last: {list_mm.inch}. The fresh wood then lies on the left.",
            ),
            inputs=(given("w", "width", width, "mm"), given("D", "bit diameter", bit.diameter, "mm")),
        )
    ]


def _direction(setting: Setting) -> Figure:
    fence, away = setting.fence, setting.pushes_away
    end = "left" if fence.towards < 0 else "right"
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=90.0 if away else 270.0,
        unit="degrees",
        shown=plain("away from you" if away else "towards you"),
        rule="R7",
        formula="the fence f stands on the left of the heading h: h = (f_y, −f_x)",
        worked=write(
            "f = ({fx:n}, 0), towards the {end} end; h = (0, {hy:n}), {way} you",
            fx=fence.towards, end=end, hy=fence.heading[1], way="away from" if away else "towards",
        ),
        because=because(
            "By hand the bit turns clockwise seen from above; in a slot that pushes the router to the left of its heading, "
            "onto a fence that stands there. On the other side it would be pushed off the fence"
        ),
        inputs=(
            Given(symbol="f", name="from the cut to the fence", shown=plain(f"towards the {end} end")),
            Given(symbol="h", name="way of the router", shown=plain("away from you" if away else "towards you")),
        ),
    )  # fmt: skip


def clear_figure(setting: Setting) -> Figure:
    """How far the router stays from the clamps."""
    clear = setting.holding.clear or 0.0
    return Figure(
        key="hold.clear",
        label="Clear of the clamps",
        value=clear,
        unit="mm",
        shown=show(clear, "mm"),
        rule="R17",
        formula="the least gap between a clamp's foot and the sweep of base and handles",
        worked=write(
            "the router covers {w:fine} across, from before the near edge to beyond the far one",
            w=setting.holding.sweep.x1 - setting.holding.sweep.x0,
        ),
        because=because("Clamps must not be in the router's way"),
        inputs=(given("base", "width of the base", setting.base.across, "mm"),),
    )
