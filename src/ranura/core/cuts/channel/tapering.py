"""Tapered dovetail sockets (R13): a straightedge that is turned about the far edge for a second pass."""

from __future__ import annotations

from ranura.core.cuts.channel import words
from ranura.core.cuts.channel.fence import Fence, GuideOption
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def tapering(asked: ChannelOnBoard, option: GuideOption, fence: Fence) -> Caution:
    """How a socket is widened towards its near end, or why it cannot be."""
    end = asked.end_name(-1 if asked.reference_low else 1)
    if option.kind != "straightedge" or fence.side != "reference":
        return caution(words.TAPER_WANTS_STRAIGHTEDGE, end=end)
    return caution(words.TAPERED, taper=asked.taper, end=end, out=fence.turned_out(asked))


def taper_figure(setting: ChannelSetting) -> Figure:
    """How far the straightedge of a tapered socket is turned out at its near end."""
    channel, fence = setting.channel, setting.fence
    low, high = channel.sides
    out, reach = fence.turned_out(channel), high - fence.span[0]
    return Figure(
        key="guide.taper",
        label="Near end turned out",
        value=out,
        unit="mm",
        shown=show(out, "mm", setting=False),
        rule="R13",
        formula="t · L_g / L",
        worked=write("{t:fine} · {g:fine} / {l:fine} = {x:fine}", t=channel.taper, g=reach, l=high - low, x=out),
        because=because("The straightedge pivots at the far edge and reaches past the near one, so its end moves a little more"),
        inputs=(
            given("t", "wider at the near edge by", channel.taper, "mm"),
            given("L", "length of the socket", high - low, "mm"),
            given("L_g", "from the far edge to the straightedge's near end", reach, "mm"),
        ),
    )
