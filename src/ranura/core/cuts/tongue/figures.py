"""The figures of a dovetail tongue (R13): bit out of the fence, root, end, fit."""

from __future__ import annotations

from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.output.figures.passes import setup_figures
from ranura.core.output.going import Going
from ranura.core.output.tall_fence import heading_figure
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def tongue_figures(setting: TongueSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    own = [_exposure(setting), _end(setting), *([_shim(setting)] if setting.tongue.taper else []), heading_figure()]
    return setup_figures(setting, own, going, total=setting.tongue.height)


def _exposure(setting: TongueSetting) -> Figure:
    asked = setting.tongue
    return Figure(
        key="guide.exposure",
        label="Bit out of the fence",
        value=asked.exposure,
        unit="mm",
        shown=show(asked.exposure, "mm", setting=False),
        rule="R13",
        formula="e = (T − root) / 2",
        worked=write("({t:fine} − {r:fine}) / 2 = {e:fine}", t=asked.thick, r=asked.root, e=asked.exposure),
        because=because(
            "The widest place of the bit, at its tip, cuts the root from either face. "
            "Moving the fence changes the tongue by twice as much: begin with it too thick"
        ),
        inputs=(
            given("T", "thickness of the board", asked.thick, "mm"),
            given("root", "thickness at the shoulder", asked.root, "mm"),
        ),
    )


def _end(setting: TongueSetting) -> Figure:
    asked = setting.tongue
    return Figure(
        key="tongue.end",
        label="Tongue at its end",
        value=asked.end,
        unit="mm",
        shown=show(asked.end, "mm", setting=False),
        rule="R13",
        formula="end = root + 2 · h · tan(angle)",
        worked=write(
            "{r:fine} + 2 · {h:fine} · tan {a:n1}° = {e:fine}", r=asked.root, h=asked.height, a=asked.cut.angle, e=asked.end
        ),
        because=because("Its flanks lean as those of the bit; the board must be thicker than that, {t:fine} here", t=asked.thick),
        inputs=(given("h", "height of the tongue", asked.height, "mm"),),
    )


def _shim(setting: TongueSetting) -> Figure:
    asked = setting.tongue
    return Figure(
        key="guide.shim",
        label="Shim at the thick end",
        value=asked.taper,
        unit="mm",
        shown=show(asked.taper, "mm", setting=False),
        rule="R13",
        formula="t · x / L",
        worked=write("{t:fine} at the open end, nothing after {l:len}", t=asked.taper, l=asked.over),
        because=because("The shim holds the board off the fence where the socket is wide, so that less is taken there"),
        inputs=(given("t", "taper", asked.taper, "mm"), given("L", "length of the socket", asked.over, "mm")),
    )
