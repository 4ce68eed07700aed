"""The figures of half-blind dovetails (R14): the depth at which they fit, how they are laid out, where both boards stand."""

from __future__ import annotations

from ranura.core.cuts.dovetails.setting import DovetailsSetting
from ranura.core.output.figures.passes import setup_figures
from ranura.core.output.going import Going
from ranura.core.text.figures import Figure, Given, because, given, plain, show
from ranura.core.text.writing import write


def dovetails_figures(setting: DovetailsSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    own = [_fit(setting), _stop(setting), _shift(setting), _pins(setting), _heading()]
    return setup_figures(setting, own, going, total=setting.dovetails.depth)


def _fit(setting: DovetailsSetting) -> Figure:
    asked, comb = setting.dovetails, setting.dovetails.comb
    return Figure(
        key="dovetails.fit",
        label="Depth at which they fit",
        value=asked.fits_at,
        unit="mm",
        shown=show(asked.fits_at, "mm", setting=False),
        rule="R14",
        formula="w = D + S − OD, h = (2·w − P) / (2·tan(angle))",
        worked=write(
            "w = {D:fine} + {S:fine} − {OD:fine} = {w:fine}; h = (2 · {w:fine} − {P:fine}) / {t:n2} = {h:fine}",
            D=comb.bit_diameter,
            S=comb.slot,
            OD=comb.bushing,
            w=asked.floor,
            P=comb.pitch,
            t=asked.tightness,
            h=asked.fits_at,
        ),
        because=because(
            "A tail fills its socket there. A tenth of a mm deeper makes it {t:fine} tighter, a tenth less so much looser",
            t=asked.tightness / 10,
        ),
        inputs=(
            given("D", "bit, at its widest", comb.bit_diameter, "mm"),
            given("S", "slot of the comb", comb.slot, "mm"),
            given("OD", "bushing", comb.bushing, "mm"),
            given("P", "from finger to finger", comb.pitch, "mm"),
        ),
    )


def _stop(setting: DovetailsSetting) -> Figure:
    asked = setting.dovetails
    lies = asked.cut.makes == "sockets"
    stands = asked.sockets[0] if lies else asked.sockets[0] + asked.shift
    return Figure(
        key="guide.stop",
        label="From the second slot's middle to the board's left edge",
        value=stands,
        unit="mm",
        shown=show(stands, "mm", setting=False),
        rule="R14",
        formula="half pin + w / 2" if lies else "half pin + w / 2 + P / 2",
        worked=write("{p:fine} + {w:fine} / 2", p=asked.half_pin, w=asked.floor)
        if lies
        else write("{p:fine} + {w:fine} / 2 + {s:fine}", p=asked.half_pin, w=asked.floor, s=asked.shift),
        because=because("So the outer half pins come out alike on both sides; the first slot of the comb cuts the tails alone"),
        inputs=(
            given("p", "half pin", asked.half_pin, "mm"),
            given("w", "socket, at its floor", asked.floor, "mm"),
            given("P", "from finger to finger", asked.comb.pitch, "mm"),
        ),
    )


def _shift(setting: DovetailsSetting) -> Figure:
    asked = setting.dovetails
    return Figure(
        key="guide.shift",
        label="Tails set over against sockets",
        value=asked.shift,
        unit="mm",
        shown=show(asked.shift, "mm", setting=False),
        rule="R14",
        formula="P / 2",
        worked=write("{P:fine} / 2 = {s:fine}", P=asked.comb.pitch, s=asked.shift),
        because=because("What stays under a finger is a tail, and goes into what a slot has cut in the other board"),
        inputs=(given("P", "from finger to finger", asked.comb.pitch, "mm"),),
    )


def _pins(setting: DovetailsSetting) -> Figure:
    asked = setting.dovetails
    return Figure(
        key="dovetails.pins",
        label="Half pin, at either edge",
        value=asked.half_pin,
        unit="mm",
        shown=show(asked.half_pin, "mm"),
        rule="R14",
        formula="(width − (n − 1)·P − w) / 2",
        worked=write(
            "({b:fine} − {k} · {P:fine} − {w:fine}) / 2 = {p:fine}; {n} {tails}",
            b=asked.wide,
            k=asked.tails - 1,
            P=asked.comb.pitch,
            w=asked.floor,
            p=asked.half_pin,
            n=asked.tails,
            tails="tail" if asked.tails == 1 else "tails",
        ),
        because=because(
            "A half pin under 6 mm breaks off; one wider than a finger leaves room for would be cut by the next slot"
        ),
        inputs=(given("b", "board's width", asked.wide, "mm"),),
    )


def _heading() -> Figure:
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=0.0,
        unit="degrees",
        rule="R7",
        shown=plain("left to right"),
        formula="the comb stays on the left of the way: in along a slot's left side, out along its right one, round a tip",
        worked=write("seen from above the bit turns clockwise; with the comb on its left it is pushed against the comb"),
        because=because("The bit pulls the bushing onto the comb, and comes against the wood"),
        inputs=(Given(symbol="k", name="comb", shown=plain("on the left of the way")),),
    )
