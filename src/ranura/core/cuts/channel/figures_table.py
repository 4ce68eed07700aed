"""The figures of a channel over a router table (R7, R8): the blocks of a stopped one, the direction of the board."""

from __future__ import annotations

from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.slip_guide import table_blocks
from ranura.core.text.figures import Figure, Given, because, given, plain, show
from ranura.core.text.writing import write


def block_figures(setting: ChannelSetting) -> list[Figure]:
    """Where the blocks of a stopped channel stand on a table's fence."""
    half = setting.bit.diameter / 2
    return [
        Figure(
            key=f"guide.{end}",
            label=f"{'Right-hand' if end == 'start' else 'Left-hand'} block from the bit's axis",
            value=at,
            unit="mm",
            shown=show(at, "mm"),
            rule="R8",
            formula="cut's start to the board's trailing end − D/2"
            if end == "start"
            else "board's leading end to the cut's end − D/2",
            worked=write("{l:fine} − {r:fine} = {x:fine}", l=at + half, r=half, x=at),
            because=because(
                "The board touches it when the bit's centre is half its width, {r:fine}, from the {end} of the cut",
                r=half,
                end=end,
            ),
            inputs=(given("D", "bit diameter", setting.bit.diameter, "mm"),),
        )
        for end, at in table_blocks(setting)
    ]


def fed_figure(setting: ChannelSetting) -> Figure:
    """The board's direction over a table."""
    side = setting.channel.end_name(setting.fence.towards)
    return Figure(
        key="direction.heading",
        label="Feed direction",
        value=180.0,
        unit="degrees",
        rule="R7",
        shown=plain("from right to left"),
        formula="the fence f stands on the left of the heading h of the bit in the work: h = (f_y, −f_x); the work goes along −h",
        worked=write("f = (0, 1), behind the bit; h = (1, 0); the work goes along (−1, 0), from right to left"),
        because=because(
            "Over a table the bit turns counter-clockwise seen from above; in a slot that pushes the work away from you, its "
            "{side} onto the fence. From left to right it would be pulled off",
            side=side,
        ),
        inputs=(
            Given(symbol="f", name="from the bit to the fence", shown=plain("behind the bit")),
            Given(symbol="h", name="heading of the bit in the work", shown=plain("from left to right")),
        ),
    )
