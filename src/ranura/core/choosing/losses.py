"""What a bit in a router loses against the best (R15), in words, worst first."""

from __future__ import annotations

from collections.abc import Mapping

from ranura.core.choosing.order import Candidate
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.bits import shank_name
from ranura.core.text.writing import Fact, Text, write

LOSSES = {
    "dull": "dull: half as much power again, and it burns",
    "school": "this shop takes {kind} first",
    "sleeved": "held in a reducing sleeve: less grip, more run-out",
    "fence-to-set": "a fence to set, where a bearing would ride",
    "more-passes": "{count} passes side by side instead of {best}",
    "thin-spacer": "its second pass takes only {thin:len}, with a spacer that thin",
    "to-the-table": "the board is carried to the table",
    "by-hand": "the router is guided by hand",
    "thinner-shank": "bends more: {shank:a} shank instead of {best}",
    "bends-more": "bends {times:n1} times as much",
    "rougher": "the edges of the cut come out less clean in {material}",
    "less-power": "{watts:n0} W instead of {best:n0} W",
    "worn": "worn",
    "dearer": "costs {price:n2} instead of {best:n2}",
}
"""What a candidate can lose, the worst first."""

Losses = dict[str, Mapping[str, Fact]]


def of_tools(each: Candidate, best: Candidate) -> Losses:
    """What bit, shank and router lose, whatever the cut."""
    lost: Losses = {}
    bit, other = each.bit, best.bit
    if bit.state == "dull" and other.state != "dull":
        lost["dull"] = {}
    if each.sleeved and not best.sleeved:
        lost["sleeved"] = {}
    times = each.compliance / best.compliance
    if closeness.under(bit.shank, other.shank):
        lost["thinner-shank"] = {"shank": shank_name(bit.shank), "best": shank_name(other.shank)}
    elif times >= 2:
        lost["bends-more"] = {"times": times}
    if each.router.rated_input_w < best.router.rated_input_w:
        lost["less-power"] = {"watts": each.router.rated_input_w, "best": best.router.rated_input_w}
    if bit.state == "worn" and other.state == "sharp":
        lost["worn"] = {}
    return lost


def in_words(lost: Losses, each: Candidate, best: Candidate) -> tuple[Text, ...]:
    """What was lost, worst first; the price counts where nothing else does."""
    price, other = each.bit.price, best.bit.price
    if not lost and price and other and price > other:
        lost = {"dearer": {"price": price, "best": other}}
    return tuple(write(says, **lost[code]) for code, says in LOSSES.items() if code in lost)
