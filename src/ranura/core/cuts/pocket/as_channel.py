"""The one door from pockets to channels: a mortise or slot that an edge guide or a straightedge leads is a channel along its
longer side, stopped at both ends (R8).

Every field of a `PocketCut` is carried over, refused, or has no meaning there; the three sets below hold them all, and a test
walks them against the fields. Whoever adds a field to `PocketCut` decides here what becomes of it.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Final, Literal

from ranura.core.board.pieces import Piece
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.plan import planner
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.testcut import correction_of
from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.family import Planner, Task
from ranura.core.geometry import closeness
from ranura.core.learning.corrections import Correction, MeasureKey
from ranura.core.output.in_scrap import corrected_in_scrap
from ranura.core.output.views import Dimension, DragHandle, View, box
from ranura.core.text.cautions import Reason
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length, as_typed
from ranura.core.text.writing import write

CARRIED: Final = frozenset(
    {
        "length",
        "across",
        "depth",
        "from_left",
        "from_near",
        "end",
        "edge",
        "turned",
        "count",
        "spacing",
        "leaf",
        "clamps",
        "support",
        "held",
        "lighter",
        "slower",
        "gentler",
        "thin_walls",
        "bit_id",
        "router_id",
    }
)
"""What the channel has as well, under its own names."""
REFUSED: Final = frozenset({"radius", "open_sides", "through", "form"})
"""What no channel has: such a pocket is led by a template. A form is refused where no edge guide belongs to it."""
WITHOUT_MEANING: Final = frozenset(
    {"guide", "kind", "on", "backed", "loose", "plate", "leaves", "both_faces", "contour", "sweep", "template"}
)
"""What says nothing of a blind mortise or slot: it is not through, not round, on no face's whole width, and has no template."""

_BETWEEN_DIGITS = 12
"""Digits of a length that follows from others, so that reading it again gives the same value."""


def against_channel(cut: PocketCut, asked: PocketOnBoard) -> Reason | None:
    """Why a pocket cannot be planned as a channel; None where it can."""
    if cut.through:
        return Reason(words.GUIDE_LEAVES_FLOOR)
    if cut.radius is not None:
        return Reason(words.GUIDE_LEAVES_OWN_CORNERS, {"corner": cut.radius.mm})
    if cut.count > 1 and runs_along(asked):
        return Reason(words.GUIDE_SERVES_ONE_PLACE, {"count": cut.count})
    return None


def runs_along(asked: PocketOnBoard) -> bool:
    """Whether the longer side of a pocket, and so its guide, goes along the board."""
    along, across = asked.size
    return not closeness.under(along, across)


def as_channel(cut: PocketCut, asked: PocketOnBoard, piece: Piece, guide: Literal["edge-guide", "straightedge"]) -> ChannelCut:
    """A pocket that nothing speaks against (`against_channel`) as the channel that is cut."""
    x0, y0, x1, y1 = asked.box
    from_left_to_right, from_near_to_far = (x0, x1, piece.length.mm), (y0, y1, piece.width.mm)
    along = runs_along(asked)
    first, last, run = from_left_to_right if along else from_near_to_far
    low, high, whole = from_near_to_far if along else from_left_to_right
    end = cut.edge if along else cut.end
    return ChannelCut(
        goes="along" if along else "across",
        width=_mm(high - low),
        position=_mm(low if end in ("near", "left") else whole - high),
        end=end,
        stop_first=_mm(first),
        stop_last=_mm(run - last),
        count=cut.count,
        spacing=cut.spacing if cut.count > 1 else None,
        depth=cut.depth,
        guide=guide,
        leaf=cut.leaf,
        clamps=cut.clamps,
        support=cut.support,
        held=cut.held,
        lighter=cut.lighter,
        slower=cut.slower,
        gentler=cut.gentler,
        thin_walls=cut.thin_walls,
        bit_id=cut.bit_id,
        router_id=cut.router_id,
    )


def planner_as_channel(cut: PocketCut, asked: PocketOnBoard, task: Task, guide: Literal["edge-guide", "straightedge"]) -> Planner:
    """How a pocket that nothing speaks against is planned as a channel. Raises `CraftError` where even that cannot be."""
    return planner(as_channel(cut, asked, task.piece, guide), task, mortise=FORMS[cut.form].small_steps)


def corrected_as_channel(setting: ToolSetting, key: MeasureKey, measured: float) -> Correction:
    """What a measurement in the test cut corrects; where the pocket is planned as a channel, what it does there. Raises
    `CutError`."""
    if isinstance(setting, ChannelSetting):
        return correction_of(setting, key, measured)
    return corrected_in_scrap(setting, key, measured)


def _mm(value: float) -> Length:
    return Length(typed=f"{value:.{_BETWEEN_DIGITS}g}", unit="mm", mm=value)


def as_pocket_views(views: tuple[View, ...], cut: PocketCut, asked: PocketOnBoard) -> tuple[View, ...]:
    """The views of a mortise that was planned as a channel, with its dimensions under the pocket's own names."""
    sx, sy = asked.size
    names = _names(along=sx >= sy, far_end=cut.end == "right" if sx >= sy else cut.edge == "far")
    thin: FieldPath = "across" if (sx >= sy) != cut.turned or sx == sy else "length"
    long: FieldPath = "length" if thin == "across" else "across"

    def renamed(view: View) -> View:
        dimensions = [_renamed(each, names, thin, cut) for each in view.dimensions]
        handles = [g for g in (_handle_renamed(each, names) for each in view.handles) if g is not None]
        if view.name == "plan":
            handles += _size_handles(asked, cut, long)
        return replace(view, dimensions=tuple(d for d in dimensions if d is not None), handles=tuple(handles))

    return tuple(renamed(view) for view in views)


def _names(*, along: bool, far_end: bool) -> dict[FieldPath, FieldPath]:
    """What the channel's dimensions are called for a pocket: the stop on the side that it is measured from gives its place."""
    stop: FieldPath = "stop_last" if far_end else "stop_first"
    return {"position": "from_near", stop: "from_left"} if along else {"position": "from_left", stop: "from_near"}


def _renamed(each: Dimension, names: dict[FieldPath, FieldPath], thin: FieldPath, cut: PocketCut) -> Dimension | None:
    if each.field == "width":
        typed = cut.across if thin == "across" and cut.across is not None else cut.length
        return replace(each, field=thin, text=write(as_typed(typed)))
    if each.field in names:
        field = names[each.field]
        typed = cut.from_near if field == "from_near" else cut.from_left
        return replace(each, field=field, name=field, text=write(as_typed(typed)))
    return None if each.field in ("stop_first", "stop_last") else each


def _handle_renamed(each: DragHandle, names: dict[FieldPath, FieldPath]) -> DragHandle | None:
    if each.field in ("stop_first", "stop_last"):
        return None
    return replace(each, field=names.get(each.field, each.field))


def _size_handles(asked: PocketOnBoard, cut: PocketCut, long: FieldPath) -> list[DragHandle]:
    """Both ends of a mortise: the one it is measured to moves it, the other makes it longer."""
    x0, y0, x1, y1 = asked.box
    wide = x1 - x0 >= y1 - y0
    value = cut.length.mm if long == "length" or cut.across is None else cut.across.mm
    if wide:
        first, last = box(x0 - 6, y0 - 4, x0 + 6, y1 + 4), box(x1 - 6, y0 - 4, x1 + 6, y1 + 4)
        sense = 1.0 if cut.end == "left" else -1.0
        move, grow = (first, last) if sense > 0 else (last, first)
        return [
            DragHandle(field="from_left", points=move, direction=(sense, 0.0), value=cut.from_left.mm),
            DragHandle(field=long, points=grow, direction=(sense, 0.0), value=value),
        ]
    first, last = box(x0 - 4, y0 - 6, x1 + 4, y0 + 6), box(x0 - 4, y1 - 6, x1 + 4, y1 + 6)
    sense = 1.0 if cut.edge == "near" else -1.0
    move, grow = (first, last) if sense > 0 else (last, first)
    return [
        DragHandle(field="from_near", points=move, direction=(0.0, sense), value=cut.from_near.mm),
        DragHandle(field=long, points=grow, direction=(0.0, sense), value=value),
    ]
