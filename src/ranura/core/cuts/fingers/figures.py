"""The figures of fingers across an end (R14): finger, pitch, key, what the board ends with."""

from __future__ import annotations

from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.output.figures.passes import setup_figures
from ranura.core.output.going import Going
from ranura.core.text.figures import Figure, Given, because, given, plain, show
from ranura.core.text.writing import write


def fingers_figures(setting: FingersSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of a setting, in the order of the slip."""
    own = [_key(setting), _pitch(setting), _last(setting), _heading()]
    return setup_figures(setting, own, going, total=setting.fingers.depth)


def _key(setting: FingersSetting) -> Figure:
    asked = setting.fingers
    return Figure(
        key="guide.key",
        label="From bit to key",
        value=asked.finger,
        unit="mm",
        shown=show(asked.finger, "mm", setting=False),
        rule="R14",
        formula="finger = slot − play",
        worked=write("{s:fine} − {p:fine} = {f:fine}", s=asked.slot, p=asked.cut.play, f=asked.finger),
        because=because(
            "The key fills the slot before, so that a finger of {f:fine} is left between it and the bit. "
            "Too tight in scrap: move the key nearer by what it binds; too loose: away by what it rattles",
            f=asked.finger,
        ),
        inputs=(
            given("slot", "as the bit cuts it", asked.slot, "mm"),
            given("play", "finger thinner than slot by", asked.cut.play, "mm"),
        ),
    )


def _pitch(setting: FingersSetting) -> Figure:
    asked = setting.fingers
    return Figure(
        key="guide.pitch",
        label="From one slot to the next",
        value=asked.pitch,
        unit="mm",
        shown=show(asked.pitch, "mm", setting=False),
        rule="R14",
        formula="pitch = slot + finger",
        worked=write(
            "{s:fine} + {f:fine} = {p:fine}; {n} slots", s=asked.slot, f=asked.finger, p=asked.pitch, n=len(asked.slots)
        ),
        because=because(
            "What this is off by adds up: over {n} slots {n1} times as much", n=len(asked.slots), n1=len(asked.slots) - 1
        ),
        inputs=(given("slot", "width of a slot", asked.slot, "mm"), given("finger", "width of a finger", asked.finger, "mm")),
    )


def _last(setting: FingersSetting) -> Figure:
    asked = setting.fingers
    what, wide = asked.last
    low, high = asked.whole_widths
    return Figure(
        key="fingers.last",
        label=f"Last {what}, at the far edge",
        value=wide,
        unit="mm",
        shown=show(wide, "mm"),
        rule="R14",
        formula="what the board's width leaves",
        worked=write("{w:fine} wide, {n} slots every {p:fine}", w=asked.wide, n=len(asked.slots), p=asked.pitch),
        because=because("Boards {low:len} or {high:len} wide begin and end with a whole finger", low=low, high=high),
        inputs=(given("w", "board's width", asked.wide, "mm"),),
    )


def _heading() -> Figure:
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=90.0,
        unit="degrees",
        rule="R7",
        shown=plain("push away"),
        formula="the slots before lie on the left of the bit, and so does what wood is left at the far edge",
        worked=write("seen from above the bit turns counter-clockwise; the sled goes straight away from you, led by the table"),
        because=because(
            "A last slot at the far edge then has its wood on the side where the bit comes against it, and does not climb"
        ),
        inputs=(Given(symbol="k", name="key", shown=plain("on the left of the bit")),),
    )
