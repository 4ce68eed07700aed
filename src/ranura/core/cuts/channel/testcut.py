"""The test cut: what to cut in scrap, what to measure, and what a measurement corrects (R8, R19, craft 17).

One pass along the guide in scrap shows the distance from fence to wall, and with it how far the bit's axis runs from the base's
edge; its width is the bit's true one. With the spacers the width shows what the spacer really adds.
"""

from __future__ import annotations

from ranura.core.cuts.channel.fence import Jig, ScoredLine
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.learning.corrections import Correction, Measure, MeasureKey, TestCut
from ranura.core.output.in_scrap import TEST_DEPTH, corrected_bit, corrected_depth, depth_of, refuse_far_off, scrap_cut, slot_of
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError
from ranura.core.text.figures import show
from ranura.core.text.writing import write


def test_cut_of(setting: ChannelSetting) -> TestCut | None:
    """The test cut of a channel; None for a round nose or a V, whose width says nothing of the guide, and where nothing is
    cut."""
    channel, fence, bit = setting.channel, setting.fence, setting.bit
    if setting.stepping is None or isinstance(fence.by, ScoredLine):
        return None
    kind = {"straightedge": "fence", "t-jig": "jig", "edge-guide": "edge guide", "table-fence": "fence"}[fence.by.kind]
    if channel.facts.floor != "flat":
        return scrap_cut(setting, f"one pass along the {kind}", slot=False)
    deep = min(TEST_DEPTH, channel.depth)
    lines = [
        write(
            "In scrap of the same thickness, with {bit} in {router}: one pass of {d:len} along the {kind}, without a spacer",
            bit=bit.name,
            router=setting.router.name,
            kind=kind,
            d=deep,
        ),
        write("Leave the {kind} clamped until it is measured", kind=kind),
    ]
    beside = fence.setback.setback if fence.on_board else fence.at
    measures = []
    if not isinstance(fence.by, Jig):
        says = write("from the fence to the nearest wall" if fence.on_board else "from the edge to the nearest wall")
        measures.append(Measure(key="setback", says=says, expected=beside, shown=show(beside, "mm", setting=False)))
    measures += [slot_of(bit), depth_of(deep)]
    if len(fence.spacers) > 1:
        lines.append(write("Then once more with the {x:len} spacer", x=fence.spacers[0]))
        # A strip of the shop is nearly as thick as the spacer that is planned.
        wide = channel.width if setting.strip is None else channel.width + setting.strip.thickness - fence.spacers[0]
        both = write("across both, with the spacer")
        measures.append(Measure(key="width", says=both, expected=wide, shown=show(wide, "mm", setting=False)))
    return TestCut(lines=tuple(lines), measures=tuple(measures))


def correction_of(setting: ChannelSetting, key: MeasureKey, measured: float) -> Correction:
    """What a measurement in the test cut corrects.

    Rule: R8 from a measured test cut
    Formula: b = s_measured + D/2; D' = the slot; spacer' = spacer + (wanted − measured)
    Source: geometry of fence, base and bit

    Raises `CutError` on "measured" for what cannot be measured here, or is so far off that it was not measured well."""
    found = test_cut_of(setting)
    measure = next((each for each in found.measures if each.key == key), None) if found else None
    if measure is None:
        raise CutError(common_refusals.NOTHING_TO_MEASURE, field="measured")
    off = measured - measure.expected
    refuse_far_off(measured, measure.expected)
    bit, fence = setting.bit, setting.fence
    if key == "slot":
        return corrected_bit(bit, measured)
    if key == "width" and (strip := setting.strip) is not None:
        after = strip.thickness + off
        return Correction(
            key=key,
            of="spacer",
            id=strip.id,
            base=None,
            side=None,
            before=strip.thickness,
            after=after,
            says=write("{name} is {x:fine} thick and not {was:fine}", name=strip.name, x=after, was=strip.thickness),
        )
    if key == "width":
        spacer = fence.spacers[0]
        after = spacer - off
        return Correction(
            key=key,
            of="spacer",
            id=None,
            base=None,
            side=None,
            before=spacer,
            after=after,
            says=write("Take a spacer of {x:fine} where {was:fine} was planned", x=after, was=spacer),
        )
    if key == "depth":
        return corrected_depth(setting, measured, measure.expected)
    if not fence.on_board:
        after = fence.at - off
        return Correction(
            key=key,
            of="guide",
            id=None,
            base=None,
            side=None,
            before=fence.at,
            after=after,
            says=write(
                "Set the {guide} {x:fine} {word}",
                guide="guide" if setting.by_hand else "fence",
                x=abs(off),
                word="nearer" if off > 0 else "further out",
            ),
        )
    b = setting.guided.distance
    after = measured + bit.diameter / 2
    return Correction(
        key=key,
        of="base",
        id=setting.router.id,
        base=setting.base.kind,
        side=setting.guided.name,
        before=b,
        after=after,
        says=write(
            "The {side} of {router} lies {b:fine} from the bit's axis, not {was:fine}",
            side=setting.guided.name,
            router=setting.router.name,
            b=after,
            was=b,
        ),
    )
