"""The figures of through dovetails (R14): how they are laid out, where the board stands, where the pins' comb lies."""

from __future__ import annotations

from ranura.core.cuts.through_dovetails.plan import A_TENTH
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.output.figures.passes import setup_figures
from ranura.core.output.going import Going
from ranura.core.text.figures import Figure, Given, because, given, plain, show
from ranura.core.text.writing import write


def through_figures(setting: ThroughSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    own = [_stop(setting), _pins(setting), _heading()]
    if setting.dovetails.cut.makes == "pins":
        own.insert(1, _tips(setting))
    return setup_figures(setting, own, going, total=setting.dovetails.depth)


def _stop(setting: ThroughSetting) -> Figure:
    asked = setting.dovetails
    what = "slot" if asked.cut.makes == "tails" else "finger"
    return Figure(
        key="guide.stop",
        label=f"From the second {what}'s middle to the board's left edge",
        value=asked.middles[1],
        unit="mm",
        shown=show(asked.middles[1], "mm", setting=False),
        rule="R14",
        formula="(width − n·P) / 2 + P",
        worked=write(
            "({b:fine} − {n} · {P:fine}) / 2 + {P:fine} = {x:fine}",
            b=asked.wide,
            n=asked.tails,
            P=asked.combs.pitch,
            x=asked.middles[1],
        ),
        because=because("So the half pins come out alike on both sides, and both boards are laid out from the same edge"),
        inputs=(given("b", "board's width", asked.wide, "mm"), given("P", "from finger to finger", asked.combs.pitch, "mm")),
    )


def _tips(setting: ThroughSetting) -> Figure:
    asked, combs = setting.dovetails, setting.dovetails.combs
    finger = 2 * (asked.half_pin_at(asked.thick) - asked.finger_off)
    return Figure(
        key="guide.tips",
        label="Tips of the fingers before the board's outside",
        value=-asked.tips,
        unit="mm",
        shown=show(-asked.tips, "mm", setting=False),
        rule="R14",
        formula="F = w − play − (OD − d)/cos(angle), x = (F − tip)/(2·tan(angle)) − thickness",
        worked=write(
            "F = {w:fine} − {p:fine} − {e:fine} = {F:fine}; x = ({F:fine} − {tip:fine}) · {k:n2} − {T:fine} = {x:fine}",
            w=asked.floor,
            p=asked.cut.play,
            e=2 * asked.finger_off,
            F=finger,
            tip=combs.tip,
            k=1 / (2 * asked.lean),
            T=asked.thick,
            x=-asked.tips,
        ),
        because=because(
            "A pin fills its place there. The comb {d:fine} towards you makes each pin {t:fine} wider, away so much narrower",
            d=A_TENTH / (2 * asked.lean),
            t=A_TENTH,
        ),
        inputs=(
            given("w", "place of a pin, at its floor", asked.floor, "mm"),
            given("play", "pin narrower by", asked.cut.play, "mm"),
            given("OD", "bushing", combs.bushing, "mm"),
            given("d", "straight bit", combs.straight, "mm"),
            given("tip", "finger at its tip", combs.tip, "mm"),
            given("T", "board's thickness", asked.thick, "mm"),
        ),
    )


def _pins(setting: ThroughSetting) -> Figure:
    asked = setting.dovetails
    return Figure(
        key="dovetails.pins",
        label="Half pin at either edge, inside",
        value=asked.half_pin,
        unit="mm",
        shown=show(asked.half_pin, "mm"),
        rule="R14",
        formula="(width + w − n·P) / 2",
        worked=write(
            "({b:fine} + {w:fine} − {n} · {P:fine}) / 2 = {p:fine}; {n} {tails}",
            b=asked.wide,
            w=asked.floor,
            n=asked.tails,
            P=asked.combs.pitch,
            p=asked.half_pin,
            tails="tail" if asked.tails == 1 else "tails",
        ),
        because=because("A half pin under 6 mm breaks off; one wider than its slot would leave wood beside it"),
        inputs=(given("b", "board's width", asked.wide, "mm"), given("w", "place of a pin, at its floor", asked.floor, "mm")),
    )


def _heading() -> Figure:
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=0.0,
        unit="degrees",
        rule="R7",
        shown=plain("left to right"),
        formula="the comb stays on the left of the way: in along a slot's left side, out along its right one",
        worked=write("seen from above the bit turns clockwise; with wood on its left it is pushed against the comb"),
        because=because("The bit comes against the wood, and does not pull the router along"),
        inputs=(Given(symbol="k", name="comb", shown=plain("on the left of the way")),),
    )
