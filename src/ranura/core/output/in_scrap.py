"""The test cut of cuts of all kinds: what is cut in scrap first, what is measured in it, and what that corrects (R8, R16).

What a bit's single pass is wide tells of the bit; how deep it is is set right at the router.
"""

from __future__ import annotations

from ranura.core.choosing.setting import SteppedSetting, ToolSetting
from ranura.core.learning.corrections import MOST_OFF, Correction, Measure, MeasureKey, TestCut
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError
from ranura.core.text.figures import show
from ranura.core.text.writing import Text, write

TEST_DEPTH = 3.0
"""mm: how deep a test cut is set, or as deep as the cut itself."""


def scrap_cut(setting: SteppedSetting, how: str, *, slot: bool) -> TestCut | None:
    """A test cut that goes down: one pass in scrap, `how` in words; its depth is measured, and its width where that is the bit's
    own. None where nothing is cut."""
    if setting.stepping is None:
        return None
    bit, deep = setting.bit, min(TEST_DEPTH, setting.stepping.depths[-1])
    if setting.bit.full_depth_only:
        deep = setting.stepping.depths[-1]
    line = write(
        "In scrap of the same thickness, with {bit} in {router}: {how}, {d:len} deep",
        bit=bit.name,
        router=setting.router.name,
        how=how,
        d=deep,
    )
    measures = [slot_of(bit)] if slot and bit.profile in FLAT_ENDED else []
    return TestCut(lines=(line,), measures=(*measures, depth_of(deep)))


def slot_of(bit: Bit) -> Measure:
    """How wide a single pass of a straight bit is."""
    shown = show(bit.diameter, "mm", setting=False)
    return Measure(key="slot", says=write("across the cut"), expected=bit.diameter, shown=shown)


def depth_of(deep: float, says: str = "from the face to the floor") -> Measure:
    """How deep a cut is."""
    return Measure(key="depth", says=write(says), expected=deep, shown=show(deep, "mm", setting=False))


def corrected_in_scrap(setting: ToolSetting, key: MeasureKey, measured: float) -> Correction:
    """What a measurement in a test cut that goes down corrects.

    Rule: R8 from a measured test cut
    Formula: D' = the slot; deeper by what is missing
    Source: one pass is as wide as the bit

    Raises `CutError` on "measured" for what is not measured, or is so far off that it was not measured well."""
    bit = setting.bit
    stepping = setting.stepping if isinstance(setting, SteppedSetting) else None
    if key == "slot" and bit.profile in FLAT_ENDED:
        refuse_far_off(measured, bit.diameter)
        return corrected_bit(bit, measured)
    if key == "depth" and stepping is not None:
        expected = stepping.depths[-1] if bit.full_depth_only else min(TEST_DEPTH, stepping.depths[-1])
        refuse_far_off(measured, expected)
        return corrected_depth(setting, measured, expected)
    raise CutError(common_refusals.NOTHING_TO_MEASURE, field="measured")


def refuse_far_off(measured: float, expected: float) -> None:
    """Raises `CutError` on "measured" where that is so far off that it was not measured well."""
    if abs(measured - expected) > MOST_OFF:
        raise CutError(common_refusals.MEASURED_FAR_OFF, field="measured", measured=measured, expected=expected)


def corrected_bit(bit: Bit, measured: float) -> Correction:
    """A bit that cuts as wide as it was measured."""
    says = write("{name} cuts {d:fine} and not {was:fine}", name=bit.name, d=measured, was=bit.diameter)
    return Correction(key="slot", of="bit", id=bit.id, base=None, side=None, before=bit.diameter, after=measured, says=says)


def corrected_depth(setting: ToolSetting, measured: float, expected: float) -> Correction:
    """A depth that is set right at the router."""
    says = _deeper(expected - measured, setting.base.adjuster_mm_per_turn, by_hand=setting.by_hand)
    return Correction(key="depth", of="depth", id=None, base=None, side=None, before=measured, after=expected, says=says)


def _deeper(by: float, per_turn: float | None, *, by_hand: bool) -> Text:
    """How the bit is set deeper or shallower, over a table higher or lower, in turns of the adjuster where its advance is known
    (R3)."""
    words = ("deeper", "shallower") if by_hand else ("higher", "lower")
    word = words[0] if by > 0 else words[1]
    if per_turn is None:
        return write("Set the bit {x:fine} {word}", x=abs(by), word=word)
    return write("Set the bit {x:fine} {word}: {n:n2} turns of the adjuster", x=abs(by), word=word, n=abs(by) / per_turn)
