"""What of a channel is dragged in its drawing: its place, the spacing of its repeats, its ends."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cuts.channel.sentence import ENDS
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import DragHandle, box
from ranura.core.text.forms import FieldPath


def channel_handles(
    channel: ChannelOnBoard,
    cut: ChannelCut,
    outlines: Sequence[Ring],
    *,
    on: Callable[[Point], Point],
    turn: Callable[[Point], Point],
) -> tuple[DragHandle, ...]:
    """The first station for its place, later ones for their spacing, both ends of the first one along the channel.

    `outlines` are the stations as they are drawn, `on` and `turn` put a point and a direction of the channel's own axes into the
    drawing."""
    towards = 1.0 if channel.reference_low else -1.0
    away = (towards, 0.0) if channel.angle else turn((towards, 0.0))
    size = channel.part[1] if channel.goes == "along" else channel.part[0]
    middle = (size - channel.width) / 2
    found = [DragHandle(field="position", points=outlines[0], direction=away, value=cut.position.mm, snaps=(middle,))]
    if cut.spacing is not None and not cut.more:
        even = (size - 2 * channel.position - channel.width) / max(len(outlines) - 1, 1)
        found += [
            DragHandle(field="spacing", points=points, direction=(away[0] / i, away[1] / i), value=cut.spacing.mm, snaps=(even,))
            for i, points in enumerate(outlines[1:], start=1)
        ]
    return (*found, *_ends(channel, cut, on, turn))


def _ends(
    channel: ChannelOnBoard, cut: ChannelCut, on: Callable[[Point], Point], turn: Callable[[Point], Point]
) -> list[DragHandle]:
    """Both ends: a stopped one is dragged along the channel and out of the board, one that runs out is dragged into it. Of a pair
    that is cut together both ends are the one that was typed."""
    if channel.angle or channel.facts.floor == "undercut":
        return []
    names: tuple[FieldPath, FieldPath] = ("stop_first", "stop_last")
    low_name, high_name = names[::-1] if channel.goes == "along" else names
    typed = {"stop_first": cut.stop_first, "stop_last": cut.stop_last}
    found: list[DragHandle] = []
    station = channel.stations[0]
    for name, inside, v, sense in (
        (low_name, channel.stopped[0], channel.low, 1.0),
        (high_name, channel.stopped[1], channel.high, -1.0),
    ):
        if channel.mirrored and not inside:
            continue
        if channel.mirrored and typed[name] is None:
            name = "stop_first" if cut.stop_first is not None else "stop_last"
        now, other = typed[name], typed["stop_last" if name == "stop_first" else "stop_first"]
        tip = box(station.left - 4, v - 9, station.right + 4, v + 9)
        found.append(
            DragHandle(
                field=name,
                points=tuple(on(corner) for corner in tip),
                direction=turn((0.0, sense)),
                value=0.0 if now is None else now.mm,
                snaps=() if other is None else (other.mm,),
                opens=True,
                name=f"Stopped from the {ENDS[cut.goes][name == 'stop_last']}",
            )
        )
    return found
