"""The figures of the passes (R3, R4, R5): deepest step, depths, pace, time, power."""

from __future__ import annotations

from ranura.core import numbers
from ranura.core.cutting import speed as spindle
from ranura.core.cutting.feed import pace_seconds, seconds_for
from ranura.core.cutting.stepping import Bound, Stepping, school_step
from ranura.core.house_rules import DEPTH_RULES, school_name
from ranura.core.setting import Setting
from ranura.core.text import write
from ranura.core.working import Figure, School, because, given, plain, show

_STEP_SET_BY: dict[Bound, str] = {
    "school": "the school {school} sets it",
    "material": "dense hardwood takes three quarters of what the school {school} allows",
    "diameter": "no pass in a full slot goes deeper than the bit is wide",
    "class": "a trim router takes no more than this in a full slot",
    "power": "a deeper pass would take more than {share:pct} of the router's power",
    "stiffness": "a deeper pass would bend the bit more than {bend:n2} mm, or load it beyond half its strength",
    "compression": "the first pass must go past the up-cut tip, or the near face tears",
}
FEED_SET_BY = {
    "chip": "each tooth takes the {chip:n3} mm that suits this bit and wood",
    "hand-maximum": "a hand guides no faster; each tooth takes {chip:n3} mm",
    "hand-minimum": "a hand moves no slower steadily; each tooth takes {chip:n3} mm",
    "power": "slowed so that the motor keeps its speed; each tooth takes {chip:n3} mm",
}


def pass_figures(setting: Setting, stepping: Stepping) -> list[Figure]:
    """Deepest step and depths, then pace, time and power."""
    return [*_depths(setting, stepping), *_feed(setting, stepping)]


def _depths(setting: Setting, stepping: Stepping) -> list[Figure]:
    bit, rules = setting.bit, setting.rules
    others = [
        School(rule=rule, shown=show(school_step(bit, rule, cap=rules.pass_cap), "mm"))
        for rule in DEPTH_RULES
        if rule != rules.depth_rule
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
            formula="a = min(school × material, D in a full slot, class, power, stiffness)",
            worked=write("the least of: {parts}", parts=parts),
            because=because(
                f"Set so because {_STEP_SET_BY[stepping.bound]}",
                school=school_name(rules.depth_rule),
                share=rules.power_limit,
                bend=rules.bend_limit,
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


def _feed(setting: Setting, stepping: Stepping) -> list[Figure]:
    bit = setting.bit
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
            because=because(f"The slowest of the passes: {FEED_SET_BY[slow.limited_by]}", chip=slow.chip_mm),
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
