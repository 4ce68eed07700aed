"""Words of cautions: through dovetails by a pair of combs (R14, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

NOT_THE_PAIRS_STRAIGHT = Words(
    code="not-the-pairs-straight",
    place="tool",
    level="stop",
    message="{combs} are made for a straight bit {wide:fine} wide for the pins; this one is {is:fine}",
    do="Take the bit that they are made for: with another one the pins do not fit their places",
)
OUTSIDE_TOWARDS_YOU = Words(
    code="outside-towards-you",
    place="hold",
    level="note",
    message="The outside of the corner stands towards you, on both boards: there the pins are narrowest",
    do="Mark the outsides before the first board is clamped",
)
PAIR_SETS_THE_PINS = Words(
    code="pair-sets-the-pins",
    place="guide",
    level="note",
    message="Where the pins' comb lies sets how tight they are: {by:fine} towards you makes every pin {wider:fine} wider",
    do="Cut the tails first; try the pins in scrap, and move the comb before the board is cut",
)
