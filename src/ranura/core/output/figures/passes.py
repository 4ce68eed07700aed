"""The figures of the passes (R3, R4, R5): deepest step, depths, pace, time, power."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.choosing.setting import SteppedSetting, ToolSetting
from ranura.core.cutting.step_limits import Bound, school_step
from ranura.core.cutting.stepping import Stepping
from ranura.core.output.figures.feed import SET_BY, pace_figure, power_figure, slower_school, time_figure
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.going import Going
from ranura.core.shop.house_rules import school_name
from ranura.core.shop.schools import DEPTH_RULES
from ranura.core.text.figures import Figure, School, because, given, plain, show
from ranura.core.text.writing import write

_STEP_SET_BY: dict[Bound, str] = {
    "school": "the school {school} sets it",
    "material": "dense hardwood takes three quarters of what the school {school} allows",
    "diameter": "no pass in a full slot goes deeper than the bit is wide",
    "plunge": "no bit is plunged deeper at once than half its width",
    "class": "a trim router takes no more than this in a full slot",
    "power": "a deeper pass would take more than {share:pct} of the router's power",
    "stiffness": "a deeper pass would bend the bit more than {bend:n2} mm, or load it beyond half its strength",
    "end-slot": "across a standing end, with little wood along the way, a slot may be twice as deep as it is wide",
    "bearing": "the bearing at its tip sets one depth",
    "eased": "a pass is to take {eased:pct} of what it would",
    "full-depth": "this bit cuts its whole depth at once",
    "compression": "the first pass must go past the up-cut tip, or the near face tears",
}


def depth_figures(setting: ToolSetting, stepping: Stepping, *, total: float) -> list[Figure]:
    """The deepest pass, and how many there are to a whole depth in mm."""
    bit, rules = setting.bit, setting.rules
    others = [
        School(rule=rule, shown=show(school_step(bit, rules, rule=rule), "mm"))
        for rule in DEPTH_RULES
        if rule != rules.depth_rule
    ]
    parts = ", ".join(f"{limit.bound} {limit.step:.2f} mm" for limit in stepping.limits)
    count = len(stepping.depths)
    depth = total
    light = min(rules.finish, stepping.step)
    one = write("{d:fine} is no more than {a:fine}: one pass", d=depth, a=stepping.step)
    several = write(
        "({d:fine} − {f:fine}) / {a:fine}, rounded up: {n} equal steps, then {f:fine} to finish",
        d=depth,
        f=light,
        a=stepping.step,
        n=count - (1 if light else 0),
    )
    why = "Equal steps load the bit evenly; the last one is light and leaves a clean floor"
    if stepping.turret is not None:
        listed = " · ".join(f"{{d{i}:fine}}" for i in range(count))
        several = write(f"the turret's own steps: {listed}", **{f"d{i}": each for i, each in enumerate(stepping.depths)})
        why = "Each lies on a step of the turret, or on a spacer upon one; the last one is light and leaves a clean floor"
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
                eased=rules.pass_share,
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
            unit="count",
            shown=plain(str(count)),
            rule="R3",
            formula="n = ⌈(total − f) / a⌉ equal steps, then f" if stepping.turret is None else "no step over a, then f",
            worked=one if count == 1 else several,
            because=because(why + "; it is known within {x:n2} mm", x=2 * rules.spread_depth),
            inputs=(given("total", "depth", depth, "mm"), given("a", "deepest pass", stepping.step, "mm")),
        ),
    ]


def feed_figures(setting: ToolSetting, stepping: Stepping, going: Going | None) -> list[Figure]:
    """Pace, time and power of passes; no time where they are no moves."""
    slow, hard = stepping.slowest, stepping.hardest
    return [
        pace_figure(
            setting,
            feed_m_min=slow.feed_m_min,
            chip_mm=slow.chip_mm,
            others=slower_school(setting),
            why=because(f"The slowest of the passes: {SET_BY[slow.limited_by]}", chip=slow.chip_mm),
        ),
        *([] if going is None else [time_figure(going)]),
        power_figure(
            setting,
            hard.power,
            formula="P = u · a_p · a_e · F / 60, corrected for the chip",
            worked=write(
                "pass {n}: {ap:mm} deep, {ae:mm} wide at {F:n2} m/min: {p:n0} W, between {low:n0} and {high:n0}",
                n=hard.number,
                ap=hard.to_depth - hard.from_depth,
                ae=hard.engagement,
                F=hard.feed_m_min,
                p=hard.power.power_w,
                low=hard.power.low_w,
                high=hard.power.high_w,
            ),
        ),
    ]


def setup_figures(setting: SteppedSetting, own: Sequence[Figure], going: Going | None, *, total: float) -> tuple[Figure, ...]:
    """All figures of a setting that goes down in passes, in the order of the slip: the bit, its speed, the depths to a `total` in
    mm, what is its `own` of guide and direction, the feed."""
    grip, stepping = setting.grip, setting.stepping
    worst = stepping.most_bent if stepping is not None else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    if stepping is not None:
        found += depth_figures(setting, stepping, total=total)
    found += own
    if stepping is not None:
        found += feed_figures(setting, stepping, going)
    return tuple(found)
