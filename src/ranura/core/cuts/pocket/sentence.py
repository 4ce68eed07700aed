"""What a pocket is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece, edge_name
from ranura.core.board.stood import names_of
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS
from ranura.core.output.renamed import renamed
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: PocketCut, _: Shop) -> Text:
    """What it is called in a list."""
    tenon = cut.form == "lap" and cut.both_faces
    return write("{form} {size}", form="tenon" if tenon else FORMS[cut.form].name, size=_size(cut))


def place(cut: PocketCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    if FORMS[cut.form].taken == "lanes":
        return write("the whole face") if cut.form == "flatten" else write("{end} end", end=cut.end)
    if cut.on is not None:
        side, names = f"{cut.on} {'end' if cut.on in ('left', 'right') else 'edge'}", names_of(cut.on)
        x = renamed(f"{as_typed(cut.from_left)} from the {cut.end} end", names)
        return write("in the {side}, {x}", side=side, x=x)
    places = [f"{x} from {side}" for x, side in _places(cut)]
    return write("{places}", places=", ".join([*places, *(f"open {side}" for side in cut.open_sides)]))


def sentence(cut: PocketCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    if cut.form == "lap":
        depth = f"{as_typed(cut.depth)} deep" + (" on both faces" if cut.both_faces else "")
        if cut.leaves is not None:
            depth = f"{as_typed(cut.leaves)} thick" if cut.both_faces else f"leaving {as_typed(cut.leaves)}"
        return write(
            "A {what} {l} long, {d}, at the {end} end of {piece}",
            what="tenon" if cut.both_faces else "half-lap",
            l=as_typed(cut.length),
            d=depth,
            end=cut.end,
            piece=piece.name,
        )
    if cut.form == "flatten":
        return write("The face of {piece} flattened by {d}", piece=piece.name, d=as_typed(cut.depth))
    depth = "right through" if cut.through else f"{as_typed(cut.depth)} deep"
    by_leaf = ", set by its leaf" if cut.leaf else ""
    centre = "its centre " if FORMS[cut.form].round else ""
    place = " and ".join(f"{x} from the {side} {'end' if side == cut.end else 'edge'}" for x, side in _places(cut))
    ring = f", its groove {as_typed(cut.across)} wide" if cut.form == "ring" and cut.across is not None else ""
    opens = "".join(f", open at the {side} side" for side in cut.open_sides)
    spacing = "" if cut.spacing is None else f" every {as_typed(cut.spacing)}"
    repeated = "" if cut.count == 1 else f", {cut.count} times{spacing}"
    into = "" if cut.on is None else f"the {edge_name(cut.on)} of "
    place = renamed(place, {} if cut.on is None else names_of(cut.on))
    form = FORMS[cut.form].name if cut.sweep == 360 else f"arc of {cut.sweep:g}°,"
    return write(
        "A {form} {size}, {depth}{leaf}{ring}{place}{opens}{repeated}, in {into}{piece}",
        form=form,
        size=_size(cut),
        depth=depth,
        leaf=by_leaf,
        ring=ring,
        place=f", {centre}{place}" if place else "",
        opens=opens,
        repeated=repeated,
        into=into,
        piece=piece.name,
    )


def _size(cut: PocketCut) -> str:
    if cut.form == "lap":
        return as_typed(cut.length)
    if cut.form == "flatten":
        return f"by {as_typed(cut.depth)}"
    if cut.form == "outline":
        return "of its own outline"
    if FORMS[cut.form].round or cut.across is None:
        return f"Ø {as_typed(cut.length)}"
    return f"{as_typed(cut.length)} × {as_typed(cut.across)}"


def _places(cut: PocketCut) -> list[tuple[str, str]]:
    """How far a pocket lies from its end and its edge, as typed, with their names; nothing of a side that it runs out of."""
    sides = ((cut.from_left, cut.end, {"left", "right"}), (cut.from_near, cut.edge, {"near", "far"}))
    return [(as_typed(length), side) for length, side, ways in sides if not ways & set(cut.open_sides)]
