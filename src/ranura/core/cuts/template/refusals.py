"""Refusals: cuts by template that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

OUTLINE_UNCHOSEN = Refusal("outline-unchosen", "Choose an outline; Templates is where they are read and drawn")
OUTLINE_GONE = Refusal("outline-gone", "This outline is no more in the shop; choose another one, or bring it back")
OUTLINE_IS_TEMPLATE = Refusal(
    "outline-is-template", "This line is the edge of a template: under Templates, keep what it makes, and choose that"
)
OUTLINE_UNREADABLE = Refusal("outline-unreadable", "This outline encloses nothing that can be cut")
OUTLINE_OFF_BOARD = Refusal(
    "outline-off-board", "The outline, {long:len} × {wide:len}, reaches beyond the {side} side of the board"
)
ROUNDED_AWAY = Refusal("rounded-away", "Nothing is left of the outline with corners of {radius:len}")
TEMPLATE_GOES_THROUGH = Refusal(
    "template-goes-through", "{depth:len} goes through the board, which is {thickness:len} thick; say that it goes right through"
)
PLUG_GOES_THROUGH = Refusal(
    "plug-goes-through", "A plug stays on its board until it is sawn off, so it does not go right through"
)
ONLY_PARTS_ARE_SAWN = Refusal(
    "only-parts-are-sawn", "Only a part that is cut right through is sawn out before; leave this empty, or say so"
)
SAWN_ONE_BY_ONE = Refusal("sawn-one-by-one", "Parts that are sawn out lie on the template one after another: plan one")
NARROWER_THAN_BITS = Refusal(
    "narrower-than-bits",
    "Its widest place has room for {width:len}; the thinnest bit here, {name}, is {narrowest:len}",
    lacks=True,
)
ONLY_LINES_ARE_TRACED = Refusal(
    "only-lines-are-traced", "A line is traced first where a part or a hole is cut along its line, out of the board"
)
TRACED_TOO_DEEP = Refusal(
    "traced-too-deep", "A trace {traced:len} deep leaves the larger bit next to nothing; {most:len} is the most here"
)
