"""What a channel is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.channel.shapes import SHAPES
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: ChannelCut, shop: Shop) -> Text:
    """What it is called in a list, in the shop's own word."""
    return write("{word} {w} × {d}", word=channel_word(cut, shop.rules), w=width_as_typed(cut), d=as_typed(cut.depth))


def place(cut: ChannelCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write("{p} from {end}", p=as_typed(cut.position), end=cut.end)


def sentence(cut: ChannelCut, piece: Piece, shop: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    width = f"{width_as_typed(cut)} wide" if cut.mate is None else f"{width_as_typed(cut)}, {_fit(cut.mate)}"
    edge = cut.goes == "along"
    low, high = ("left end", "right end") if edge else ("near edge", "far edge")
    ends = [
        f"stopped {as_typed(stop)} from the {name}"
        for stop, name in ((cut.stop_first, low), (cut.stop_last, high))
        if stop is not None
    ]
    turned = f", turned {abs(cut.angle):g}° to the {'left' if cut.angle > 0 else 'right'}" if cut.angle else ""
    count = cut.count + len(cut.more)
    repeated = "" if count == 1 else f", {count} times"
    if cut.count > 1 and cut.spacing is not None and not cut.more:
        repeated += f" every {as_typed(cut.spacing)}"
    tapered = "" if cut.taper is None else f", {as_typed(cut.taper)} wider at the near edge"
    pair = ", in a mirrored pair" if cut.mirrored else ""
    return write(
        "A {word} {w}, {d} deep{leaf}, {p} from the {end}{ends}{turned}{repeated}, {goes} {piece}{pair}",
        word=channel_word(cut, shop.rules),
        w=width,
        d=as_typed(cut.depth),
        p=as_typed(cut.position),
        end=end_of(cut),
        leaf=" as its part" if cut.leaf else "",
        ends="".join(f", {each}" for each in ends),
        turned=turned + tapered,
        repeated=repeated,
        goes=cut.goes,
        piece=piece.name,
        pair=pair,
    )


def _fit(mate: Mate) -> str:
    """How a part is to fit, in words."""
    if mate.clearance is not None:
        return f"with {as_typed(mate.clearance)} of room"
    return {"tight": "to fit tight", "sliding": "to slide", "glue": "with room for glue"}[mate.fit]


ENDS = {"along": ("left end", "right end"), "across": ("near edge", "far edge")}
"""What the ends of a channel are called, by how it goes."""


def channel_word(cut: ChannelCut, rules: HouseRules) -> str:
    """What the shop calls a channel: its word for one across the board, a groove along it or with a shaped floor."""
    word = SHAPES[cut.shape].word
    if word is not None:
        return word
    return "groove" if cut.goes == "along" else rules.dado_word


def width_as_typed(cut: ChannelCut) -> str:
    """The width as it was typed, or that of the mate with its fit."""
    if cut.mate is not None:
        return f"for {as_typed(cut.mate.thickness)}"
    return "" if cut.width is None else as_typed(cut.width)


def end_of(cut: ChannelCut) -> str:
    """Where a channel is measured from, in words."""
    low = cut.end in ("left", "near")
    if cut.goes == "along":
        return "near edge" if low else "far edge"
    return "left end" if low else "right end"
