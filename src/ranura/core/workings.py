"""The figures of a plan with their workings: formula, numbers, what set the value, and what the other schools say."""

from __future__ import annotations

from ranura.core import numbers
from ranura.core.cutting import speed as spindle
from ranura.core.cutting.feed import pace_seconds, seconds_for
from ranura.core.cutting.passes import max_step
from ranura.core.cutting.stepping import Bound
from ranura.core.house_rules import DEPTH_RULES, school_name
from ranura.core.setting import Setting
from ranura.core.text import Text, grouped, write
from ranura.core.working import Figure, Given, School, because, given, plain, show

_SPEED_SET_BY = {
    "rule": "the school {school} asks for it",
    "bit": "the bit's marked maximum of {cap:rpm} rpm wins",
    "rim": "the ceiling of 60 m/s at the rim wins",
    "router": "the router turns no faster than {cap:rpm} rpm",
}
_STEP_SET_BY: dict[Bound, str] = {
    "school": "the school {school} sets it",
    "material": "dense hardwood takes three quarters of what the school {school} allows",
    "diameter": "no pass in a full slot goes deeper than the bit is wide",
    "class": "a trim router takes no more than this in a full slot",
    "power": "a deeper pass would take more than {share:pct} of the router's power",
}
_FEED_SET_BY = {
    "chip": "each tooth takes the {chip:n3} mm that suits this bit and wood",
    "hand-maximum": "a hand guides no faster; each tooth takes {chip:n3} mm",
    "hand-minimum": "a hand moves no slower steadily; each tooth takes {chip:n3} mm",
    "power": "slowed so that the motor keeps its speed; each tooth takes {chip:n3} mm",
}
_SPEED_FORMULA = {
    "rim-speed": "n = 60 000 · v / (π · D)",
    "bands-inch": "n from the inch chart at D",
    "bands-metric": "n from the metric chart at D",
    "share": "n = share at D · n_max",
}


def figures(setting: Setting) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    found = [
        _rpm(setting),
        *_dial(setting),
        _rim(setting),
        _setback(setting),
        _fence_at(setting),
        _fence_length(setting),
    ]
    found += [*_depths(setting), *_spacer(setting), _direction(setting), *_feed(setting)]
    if setting.holding.clear is not None:
        found.append(_clear(setting))
    return tuple(found)


def _rpm(setting: Setting) -> Figure:
    speed, bit, router, rules = setting.candidate.speed, setting.bit, setting.router, setting.rules
    asked = spindle.rule_rpm(
        rules.speed_rule, diameter=bit.diameter, router_max_rpm=router.max_rpm, rim_limit_m_s=rules.rim_speed_limit_m_s
    )
    worked = write("{n:rpm} rpm from the chart or share, then the caps: {rpm:rpm} rpm", n=asked, rpm=speed.rpm)
    if rules.speed_rule == "rim-speed":
        worked = write(
            "60 000 · {v:n} m/s / (π · {d:mm}) = {n:rpm}, then the caps: {rpm:rpm} rpm",
            v=rules.rim_speed_limit_m_s, d=bit.diameter, n=asked, rpm=speed.rpm,
        )  # fmt: skip
    inputs = [given("D", "bit diameter", bit.diameter, "mm"), given("n_max", "router's maximum", router.max_rpm, "rpm")]
    if bit.marked_max_rpm is not None:
        inputs.append(given("n_bit", "marked on the bit", bit.marked_max_rpm, "rpm"))
    return Figure(
        key="speed.rpm",
        label="Spindle speed",
        value=speed.rpm,
        unit="rpm",
        shown=show(speed.rpm, "rpm"),
        rule="R2",
        school=rules.speed_rule,
        formula=f"{_SPEED_FORMULA[rules.speed_rule]}; n ≤ marked, ≤ 60 m/s at the rim, ≤ n_max; down to 100",
        worked=worked,
        because=because(
            f"Set so because {_SPEED_SET_BY[speed.limited_by]}", school=school_name(rules.speed_rule), cap=speed.cap_rpm
        ),
        inputs=tuple(inputs),
        others=tuple(School(rule=school, shown=show(rpm, "rpm")) for school, rpm in speed.others.items()),
    )


def _dial(setting: Setting) -> list[Figure]:
    speed, router = setting.candidate.speed, setting.router
    if speed.dial_setting is None or speed.dial_rpm is None:
        return []
    position = _position(speed.dial_setting)
    steps = " · ".join(f"{_position(each.setting)}: {grouped(each.rpm)}" for each in router.dial)
    stepped = "the highest step not above the target" if router.stepped else "read between the measured positions"
    return [
        Figure(
            key="speed.dial",
            label="Dial position",
            value=speed.dial_rpm,
            unit="dial",
            shown=plain(position),
            rule="R2.9",
            formula="s = s0 + (s1 − s0) · (n − n0) / (n1 − n0); a stepped dial: the step below",
            worked=write("{name} gives {steps}", name=router.name, steps=steps),
            because=because(
                "{rpm:rpm} rpm lies at {position}: {how}, which gives {dial:rpm} rpm",
                rpm=speed.rpm, position=position, how=stepped, dial=speed.dial_rpm,
            ),
            inputs=(given("n", "target", speed.rpm, "rpm"),),
        )
    ]  # fmt: skip


def _position(setting: float | str) -> str:
    return setting if isinstance(setting, str) else f"{setting:.1f}".removesuffix(".0")


def _rim(setting: Setting) -> Figure:
    bit, rpm = setting.bit, setting.turning_rpm
    value = spindle.rim_speed(diameter=bit.diameter, rpm=rpm)
    return Figure(
        key="speed.rim",
        label="Rim speed",
        value=value,
        unit="m/s",
        shown=show(value, "m/s"),
        rule="R2",
        formula="v = π · D · n / 60 000",
        worked=write("π · {d:mm} · {n:rpm} / 60 000 = {v:n1} m/s", d=bit.diameter, n=rpm, v=value),
        because=because("This shop holds rims to {limit:n} m/s", limit=setting.rules.rim_speed_limit_m_s),
        inputs=(given("D", "bit diameter", bit.diameter, "mm"), given("n", "speed at the dial", rpm, "rpm")),
    )


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


def _depths(setting: Setting) -> list[Figure]:
    stepping, bit, rules = setting.stepping, setting.bit, setting.rules
    if stepping is None:
        return []
    others = [
        School(
            rule=school,
            shown=show(max_step(school, bit_diameter=bit.diameter, shank_diameter=bit.shank, cap=rules.pass_cap), "mm"),
        )
        for school in DEPTH_RULES
        if school != rules.depth_rule
    ]
    parts = ", ".join(f"{limit.bound} {limit.step:.2f} mm" for limit in stepping.limits)
    count = len(stepping.depths)
    depth = setting.channel.depth
    light = min(rules.finish, stepping.step)
    one = write("{d:fine} is no more than {a:fine}: one pass", d=depth, a=stepping.step)
    several = write(
        "({d:fine} − {f:fine}) / {a:fine}, rounded up: {n} equal steps, then {f:fine} to finish",
        d=depth, f=light, a=stepping.step, n=count - (1 if light else 0),
    )  # fmt: skip
    return [
        Figure(
            key="depth.step",
            label="Deepest pass",
            value=stepping.step,
            unit="mm",
            shown=show(stepping.step, "mm"),
            rule="R3",
            school=rules.depth_rule,
            formula="a = min(school × material, D in a full slot, class, power)",
            worked=write("the least of: {parts}", parts=parts),
            because=because(
                f"Set so because {_STEP_SET_BY[stepping.bound]}",
                school=school_name(rules.depth_rule),
                share=rules.power_limit,
            ),
            inputs=(given("D", "bit diameter", bit.diameter, "mm"), given("shank", "shank", bit.shank, "mm")),
            others=tuple(others),
        ),
        Figure(
            key="depth.count",
            label="Depths",
            value=count,
            unit="passes",
            shown=plain(str(count)),
            rule="R3",
            formula="n = ⌈(total − f) / a⌉ equal steps, then f",
            worked=one if count == 1 else several,
            because=because("Equal steps load the bit evenly; the last one is light and leaves a clean floor"),
            inputs=(given("total", "depth", depth, "mm"), given("a", "deepest pass", stepping.step, "mm")),
        ),
    ]


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


def _feed(setting: Setting) -> list[Figure]:
    stepping, bit = setting.stepping, setting.bit
    if stepping is None:
        return []
    slow, hard = stepping.slowest, stepping.hardest
    pace, rpm = pace_seconds(slow.feed_m_min), setting.turning_rpm
    cut_seconds = sum(each.seconds for each in stepping.passes)
    available = hard.power.available_w or 0.0
    slower = max(setting.router.min_rpm, min(rpm, spindle.RPM_STEP * (rpm * 0.75 // spindle.RPM_STEP)))
    return [
        Figure(
            key="feed.pace",
            label="Pace",
            value=pace,
            unit="s",
            shown=show(pace, "s"),
            rule="R4",
            formula="F = f_z · n · z / 1000; pace = 18 / F",
            worked=write(
                "{f:n3} mm · {n:rpm} · {z} / 1000 = {F:n2} m/min; 18 / {F:n2} = {p:n1} s for 300 mm",
                f=slow.chip_mm, n=rpm, z=bit.flutes, F=slow.feed_m_min, p=pace,
            ),
            because=because(f"The slowest of the passes: {_FEED_SET_BY[slow.limited_by]}", chip=slow.chip_mm),
            inputs=(
                given("F", "feed", slow.feed_m_min, "m/min"),
                given("n", "speed at the dial", rpm, "rpm"),
                given("z", "flutes", bit.flutes, "passes"),
            ),
            others=(School(rule="burning: slow the spindle at this feed", shown=show(slower, "rpm")),)
            if numbers.under(slower, rpm) else (),
        ),
        Figure(
            key="feed.time",
            label="Time in the wood",
            value=cut_seconds,
            unit="s",
            shown=show(cut_seconds, "s"),
            rule="R4",
            formula="t = Σ run · 60 / (F · 1000)",
            worked=write(
                "{n} passes of {run:fine}, the slowest in {t:n1} s",
                n=len(stepping.passes), run=setting.channel.run,
                t=seconds_for(setting.channel.run, feed_m_min=slow.feed_m_min),
            ),
            because=because("Cutting alone, without setting up or walking back"),
            inputs=(given("run", "length of the cut", setting.channel.run, "mm"),),
        ),
        Figure(
            key="feed.power",
            label="Power",
            value=hard.power.power_w,
            unit="W",
            shown=show(hard.power.power_w, "W"),
            rule="R5",
            formula="P = u · a_p · a_e · F / 60, corrected for the chip",
            worked=write(
                "pass {n}: {ap:mm} deep, {ae:mm} wide at {F:n2} m/min: {p:n0} W, between {low:n0} and {high:n0}",
                n=hard.number, ap=hard.to_depth - hard.from_depth, ae=hard.engagement, F=hard.feed_m_min,
                p=hard.power.power_w, low=hard.power.low_w, high=hard.power.high_w,
            ),
            because=because(
                "An estimate, ±30 %; {router} has {available:n0} W to give, this is {share:pct} of it",
                router=setting.router.name, available=available, share=hard.power.share or 0.0,
            ),
            inputs=(given("rated", "on the plate", setting.router.rated_input_w, "W"),),
        ),
    ]  # fmt: skip


def _clear(setting: Setting) -> Figure:
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
