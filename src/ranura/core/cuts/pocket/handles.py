"""What of a pocket is dragged in its drawing."""

from __future__ import annotations

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.output.views import DragHandle, box
from ranura.core.text.forms import FieldPath


def pocket_handles(asked: PocketOnBoard, cut: PocketCut) -> tuple[DragHandle, ...]:
    """The first place drags both ways, above its far sides, which drag its size; later ones drag their spacing."""
    x0, y0, x1, y1 = asked.box
    length, width = asked.part
    found = []
    right = 1.0 if cut.end == "left" else -1.0
    up = 1.0 if cut.edge == "near" else -1.0
    body = box(x0, y0, x1, y1)
    if asked.in_lanes:
        if asked.form == "flatten":
            return ()
        edge = box(x1 - 8, y0, x1 + 8, y1) if cut.end == "left" else box(x0 - 8, y0, x0 + 8, y1)
        return (DragHandle(field="length", points=edge, direction=(right, 0.0), value=cut.length.mm),)
    middle_x = (length - (0 if asked.facts.round else x1 - x0)) / 2
    middle_y = (width - (0 if asked.facts.round else y1 - y0)) / 2
    if cut.count > 1 and cut.spacing is not None:
        even = (length - 2 * cut.from_left.mm - (x1 - x0)) / (cut.count - 1)
        for i, shift in enumerate(asked.places[1:], start=1):
            found.append(
                DragHandle(
                    field="spacing",
                    points=box(x0 + shift, y0, x1 + shift, y1),
                    direction=(right / i, 0.0),
                    value=cut.spacing.mm,
                    snaps=(even,),
                )
            )
    if asked.ring is None:
        along: FieldPath = "across" if cut.turned else "length"
        wide = box(x1 - 4, y0, x1 + 6, y1) if cut.end == "left" else box(x0 - 6, y0, x0 + 4, y1)
        scale = 2.0 if asked.facts.round else 1.0
        value = cut.length.mm if along == "length" or cut.across is None else cut.across.mm
        found.append(DragHandle(field=along, points=wide, direction=(right * scale, 0.0), value=value))
        if cut.across is not None and not asked.facts.round:
            over: FieldPath = "length" if cut.turned else "across"
            high = box(x0, y1 - 4, x1, y1 + 6) if cut.edge == "near" else box(x0, y0 - 6, x1, y0 + 4)
            value = cut.length.mm if over == "length" else cut.across.mm
            found.append(DragHandle(field=over, points=high, direction=(0.0, up), value=value))
    sideways = not {"left", "right"} & set(asked.open_sides)
    upwards = not {"near", "far"} & set(asked.open_sides)
    vertical = DragHandle(field="from_near", points=body, direction=(0.0, up), value=cut.from_near.mm, snaps=(middle_y,))
    if sideways:
        found.append(
            DragHandle(
                field="from_left",
                points=body,
                direction=(right, 0.0),
                value=cut.from_left.mm,
                snaps=(middle_x,),
                other=vertical if upwards else None,
            )
        )
    elif upwards:
        found.append(vertical)
    return tuple(found)
