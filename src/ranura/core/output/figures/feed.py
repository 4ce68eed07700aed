"""The figures of pace, time and power (R4, R5), for passes of a channel and stages of an edge alike."""

from __future__ import annotations

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting import speed as spindle
from ranura.core.cutting.feed import PACE_LENGTH, pace_seconds
from ranura.core.cutting.power import Power
from ranura.core.geometry import closeness
from ranura.core.output.going import Going
from ranura.core.text.figures import Figure, School, because, given, show
from ranura.core.text.writing import Shown, Text, write

SET_BY = {
    "chip": "each tooth takes the {chip:n3} mm that suits this bit and wood",
    "hand-maximum": "a hand guides no faster; each tooth takes {chip:n3} mm",
    "hand-minimum": "a hand moves no slower steadily; each tooth takes {chip:n3} mm",
    "burning": "as fast as a hand guides it, so that it does not burn; each tooth takes {chip:n3} mm",
    "power": "slowed so that the motor keeps its speed; each tooth takes {chip:n3} mm",
}
"""What a feed was set by, in words."""
_FOOT = 304.8
_NOTE = "At the right pace the note is even: it falls where that is too fast, and whines where it is too slow"
_SLOWER = 0.75
"""Of the speed: what the school that slows the spindle against burning would turn."""


def slower_school(setting: ToolSetting) -> tuple[School, ...]:
    """What slowing the spindle against burning would mean; nothing where the router turns no slower."""
    rpm = setting.turning_rpm
    slower = max(setting.router.min_rpm, min(rpm, spindle.RPM_STEP * (rpm * _SLOWER // spindle.RPM_STEP)))
    if not closeness.under(slower, rpm):
        return ()
    return (School(rule="burning: slow the spindle", shown=show(slower, "rpm")),)


def pace_figure(setting: ToolSetting, *, feed_m_min: float, chip_mm: float, why: Text, others: tuple[School, ...]) -> Figure:
    """The pace of the slowest pass: seconds for 300 mm, or for a foot."""
    pace, rpm, flutes = pace_seconds(feed_m_min), setting.turning_rpm, setting.bit.flutes
    chip = write("{f:n3} mm · {n:rpm} · {z} / 1000 = {F:n2} m/min", f=chip_mm, n=rpm, z=flutes, F=feed_m_min).metric
    foot = pace * _FOOT / PACE_LENGTH
    return Figure(
        key="feed.pace",
        label="Pace",
        value=pace,
        unit="s",
        shown=Shown(metric=show(pace, "s").metric, inch=show(foot, "s").inch),
        rule="R4",
        school=setting.rules.burning,
        formula="F = f_z · n · z / 1000; pace = 18 / F",
        worked=Text(
            metric=f"{chip}; 18 / {feed_m_min:.2f} = {pace:.1f} s for 300 mm",
            inch=f"{chip}; 18.29 / {feed_m_min:.2f} = {foot:.1f} s for 1 ft",
        ),
        because=Text(metric=f"{why.metric}. {_NOTE}", inch=f"{why.inch}. {_NOTE}"),
        inputs=(
            given("F", "feed", feed_m_min, "m/min"),
            given("n", "speed at the dial", rpm, "rpm"),
            given("z", "flutes", flutes, "count"),
        ),
        others=others,
    )


def time_figure(going: Going) -> Figure:
    """How long the bit takes in the wood.

    Rule: R16 time, R21
    Formula: t = Σ L · 60 / (F · 1000) over all ways that meet wood
    Source: the moves"""
    back = "; {b:n0} s more on the way back in what is cut" if going.back_seconds >= 1 else ""
    corners = "; slower behind each corner" if going.held_back else ""
    runs = "{n} run" if going.runs == 1 else "{n} runs"
    return Figure(
        key="feed.time",
        label="Time in the wood",
        value=going.seconds,
        unit="s",
        shown=show(going.seconds, "s"),
        rule="R4",
        formula="t = Σ L · 60 / (F · 1000)",
        worked=write(
            runs + " in the wood, {way:rough} in all" + corners + back, n=going.runs, way=going.way, b=going.back_seconds
        ),
        because=because("Cutting alone, at every depth and every place, without setting up or carrying back"),
        inputs=(given("L", "way in the wood", going.way, "mm"),),
    )


def power_figure(setting: ToolSetting, power: Power, *, formula: str, worked: Text) -> Figure:
    """The power of the hardest pass, held against what the router has to give."""
    return Figure(
        key="feed.power",
        label="Power",
        value=power.power_w,
        unit="W",
        shown=show(power.power_w, "W"),
        rule="R5",
        formula=formula,
        worked=worked,
        because=because(
            "An estimate, ±30 %; {router} has {available:n0} W to give, this is {share:pct} of it; a pass is planned with up to "
            "{limit:pct}, so that the motor keeps its speed in a hard spot",
            limit=setting.rules.power_limit,
            router=setting.router.name,
            available=power.available_w or 0.0,
            share=power.share or 0.0,
        ),
        inputs=(given("rated", "on the plate", setting.router.rated_input_w, "W"),),
    )
