"""What is said of every board that stands on a table and goes along a tall fence: its cautions, heading and hold (R7, R15)."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.choosing.setting import ToolSetting
from ranura.core.geometry import closeness
from ranura.core.holding.tall_fence import AlongFence, opening_around
from ranura.core.output.slip import Lead, SlipSection
from ranura.core.text import tall_fence_words as words
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.figures import Figure, Given, because, plain
from ranura.core.text.writing import Text, write


def along_cautions(setting: ToolSetting, along: AlongFence, deep: float) -> Iterator[Caution]:
    """The opening under it, what pushes it, and the fence that it leans on."""
    opening = opening_around(setting.base)
    if opening is not None and closeness.over(opening, setting.bit.diameter + setting.rules.opening_clearance):
        yield caution(words.OPENING_UNDER_THE_END, thick=along.thick, opening=opening)
    if along.pushed:
        yield caution(words.PUSHED_WITH_A_BLOCK, run=along.run)
    elif along.across_grain:
        yield caution(words.BACKED_AT_THE_END)
    yield caution(words.TALL_FENCE, high=along.high, thick=along.thick, least=along.fence_high(deep))


def heading_figure() -> Figure:
    """From right to left, and why."""
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=180.0,
        unit="degrees",
        rule="R7",
        shown=plain("from right to left"),
        formula="the fence f stands on the right of the heading h of the bit in the work, and the fresh wood on its left",
        worked=write("f = (0, 1), behind the bit; the work goes along (−1, 0), from right to left, on both faces alike"),
        because=because(
            "Over a table the bit turns counter-clockwise seen from above; it comes against the work and presses it on to the "
            "fence's infeed. From left to right it would take hold of it"
        ),
        inputs=(Given(symbol="f", name="from the bit to the fence", shown=plain("behind the bit")),),
    )


def hold_section(along: AlongFence) -> SlipSection:
    """What pushes the board, and what presses it on."""
    lines: list[Text] = []
    if along.pushed:
        lines.append(write("clamped to a sled or a square block as high as the board, which follows it"))
    elif along.across_grain:
        lines.append(write("square block behind it, pushed along with it"))
    lines.append(write("feather boards press it on to the fence, above the bit and before it"))
    lines.append(write("hands {x:len} from the bit, high on the board", x=75.0))
    word = "Sled" if along.pushed else "Both hands"
    return SlipSection(
        key="hold", title="Hold", leads=(Lead(shown=plain(word), caption=write("")),), lines=tuple(lines), figures=()
    )
