"""The figures of a groove in an end or an edge (R14): bit before the fence, cheeks."""

from __future__ import annotations

from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.output.figures.passes import setup_figures
from ranura.core.output.going import Going
from ranura.core.output.tall_fence import heading_figure
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import Fact, Text, write


def groove_figures(setting: GrooveSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    return setup_figures(setting, [_fence(setting), _cheek(setting), heading_figure()], going, total=setting.groove.depth)


def _fence(setting: GrooveSetting) -> Figure:
    asked, bit = setting.groove, setting.bit
    two = setting.turned
    return Figure(
        key="guide.fence",
        label="From the fence to the bit",
        value=setting.off_fence,
        unit="mm",
        shown=show(setting.off_fence, "mm", setting=False),
        rule="R14",
        formula="(T + w) / 2 − D" if two else "(T − D) / 2",
        worked=_worked(setting),
        because=because(
            "The first run lies away from the fence; the board turned over, the second finds its fresh wood there too. "
            "Moving the fence changes the groove by twice as much"
            if two
            else "The groove lies in the middle, whichever face is on the fence"
        ),
        inputs=(
            given("T", "thickness of the board", asked.thick, "mm"),
            given("w", "groove", asked.width, "mm"),
            given("D", "bit diameter", bit.diameter, "mm"),
        ),
    )


def _worked(setting: GrooveSetting) -> Text:
    asked = setting.groove
    facts: dict[str, Fact] = {"t": asked.thick, "w": asked.width, "d": setting.bit.diameter, "x": setting.off_fence}
    if setting.turned:
        return write("({t:fine} + {w:fine}) / 2 − {d:fine} = {x:fine}", **facts)
    return write("({t:fine} − {d:fine}) / 2 = {x:fine}", **facts)


def _cheek(setting: GrooveSetting) -> Figure:
    asked = setting.groove
    return Figure(
        key="groove.cheek",
        label="Wood on either side of it",
        value=asked.cheek,
        unit="mm",
        shown=show(asked.cheek, "mm"),
        rule="R14",
        formula="(T − w) / 2",
        worked=write("({t:fine} − {w:fine}) / 2 = {c:fine}", t=asked.thick, w=asked.width, c=asked.cheek),
        because=because("In thirds all three are about as strong"),
        inputs=(given("T", "thickness of the board", asked.thick, "mm"), given("w", "groove", asked.width, "mm")),
    )
