"""How a turret makes the depths, with its working."""

from __future__ import annotations

from ranura.core.cutting.turret import Turret
from ranura.core.shop.house_rules import HouseRules, school_name
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def turret_figure(turret: Turret, rules: HouseRules) -> Figure:
    """How the turret makes the depths."""
    count = len(turret.rungs)
    first = turret.lowest[0]
    steps = " · ".join(f"{below:g}" for below in turret.steps)
    return Figure(
        key="depth.turret",
        label="Rod on the low step",
        value=first,
        unit="mm",
        shown=show(first, "mm"),
        rule="R3",
        school=rules.turret,
        formula="depth = rod setting − what the step stands higher − spacer",
        worked=write(
            "steps {steps} mm below the high one; {n} depths from {k} of the rod",
            steps=steps,
            n=count,
            k="one setting" if not turret.resets else f"{len(turret.lowest)} settings",
        ),
        because=because(
            "{school}: a spacer between rod and step at zero gives its own thickness as depth", school=school_name(turret.method)
        ),
        inputs=(given("total", "whole depth", turret.depths[-1], "mm"),),
    )
