"""The figures of the bit in its collet (R6): how far it stands out, and how far its tip gives way."""

from __future__ import annotations

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.stiffness import Stiffness
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def tool_figures(setting: ToolSetting, grip: Grip, worst: tuple[int, Stiffness] | None) -> list[Figure]:
    """Free length and, where there are passes, the bending of the worst one, given with its number."""
    return [_free(setting, grip), *([_bend(setting, grip, *worst)] if worst else [])]


def _free(setting: ToolSetting, grip: Grip) -> Figure:
    bit = setting.bit
    whole = bit.overall_length or 0.0
    return Figure(
        key="tool.free",
        label="Stands out of the collet",
        value=grip.free,
        unit="mm",
        shown=show(grip.free, "mm"),
        rule="R6",
        formula="the larger of depth + height of the collet, and what full insertion drawn back 3 mm leaves",
        worked=write(
            "needed {d:fine} + {h:fine} = {n:fine}; {l:fine} overall leave {i:fine} in the collet",
            d=setting.reach,
            h=grip.datum,
            n=grip.needed,
            l=whole,
            i=grip.inside,
        ),
        because=because("{i:fine} of the shank are held; {least:fine} must be", i=grip.inside, least=grip.least),
        inputs=(
            given("depth", "reach below the base", setting.reach, "mm"),
            given("h", "collet above the underside", grip.datum, "mm"),
            given("l", "overall length", whole, "mm"),
        ),
    )


def _bend(setting: ToolSetting, grip: Grip, number: int, bend: Stiffness) -> Figure:
    bit = setting.bit
    return Figure(
        key="tool.bend",
        label="The tip gives way",
        value=bend.deflection_mm,
        unit="mm",
        shown=show(bend.deflection_mm, "mm", setting=False),
        rule="R6",
        formula="f = Σ F·(a − x)·(l − x)·dx / (E·I); s = 32·F·arm / (π·d³)",
        worked=write(
            "pass {n}: at most {F:n0} N on a tooth give {b:n3} mm and {s:n0} of {limit:n0} MPa",
            n=number,
            F=bend.peak_force_n,
            b=bend.deflection_mm,
            s=bend.stress_mpa,
            limit=bend.stress_limit_mpa,
        ),
        because=because(
            "Cautioned from {c:n2} mm; over {limit:n2} mm the passes get shallower",
            c=setting.rules.bend_caution,
            limit=setting.rules.bend_limit,
        ),
        inputs=(
            given("l", "stands out", grip.free, "mm"),
            given("d", "shank", bit.shank, "mm"),
            given("D", "bit diameter", bit.diameter, "mm"),
        ),
    )
