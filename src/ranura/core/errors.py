"""What a person can get wrong, as one family that holds facts; the sentence is made late, the API maps it once.

CraftError                  field, code, facts, partial
├── LengthError             a text that is no length (R1)
├── CutError                a cut that cannot be made in this piece, or with nothing in this shop
└── RuleError               a house rule beyond the floor (R17)
"""

from __future__ import annotations

from ranura.core.text import Fact, Text, write


class CraftError(ValueError):
    """Something typed that cannot stand. `field` is where it was typed, None when it is nowhere in particular."""

    words: dict[str, str] = {}

    def __init__(self, code: str, *, field: str | None = None, partial: bool = False, **facts: Fact) -> None:
        super().__init__(code)
        self.code = code
        self.field = field
        self.partial = partial
        self.facts = facts

    @property
    def message(self) -> Text:
        """What is wrong and what would do, in both systems of units."""
        return write(self.words[self.code], **self.facts)

    def __str__(self) -> str:
        return self.message.metric


class LengthError(CraftError):
    """A text that is no length (R1); `partial` when typing on could still make it one."""

    words = {
        "empty": 'Type a length, such as 19, 3/4 in or 1-3/4"',
        "no-number": "{text!r} has no number in it; type a length such as 19 or 3/4 in",
        "not-a-number": "a length must be a number, not {text!r}",
        "plus": "a length is written without +",
        "exponent": "write the number out, without an exponent: {text!r}",
        "negative": "a length is not negative: {text!r}",
        "zero-denominator": "the fraction in {text!r} is divided by zero",
        "two-slashes": "{text!r} has two slashes; a fraction has one, as in 3/4",
        "two-marks": "{text!r} has more than one decimal mark",
        "thousands": "{text!r} can be read as {decimal} or as {thousands}; write one of these",
        "two-numbers": "{text!r} has a number too many; write 1 3/4 or 1-3/4 for a whole and a fraction",
        "fraction-first": "write the whole number before the fraction, as in 1 3/4",
        "half-written": "{text!r} is not finished",
        "unknown-unit": "{unit!r} is no unit here; use mm, cm, m, in or ft",
        "feet-then": "after feet only inches can follow, as in 2' 3 1/2\"",
        "too-long": "{text!r} is over 10 m, the longest length Ranura takes",
        "long-text": "that is too long to be a length",
        "zero": "this must be more than 0",
    }


class CutError(CraftError):
    """A cut that cannot be made in this piece, or with nothing that this shop owns. `field` names the dimension."""

    words = {
        "narrower-than-any-bit": "No bit here is as narrow as {width:len}; the narrowest, {name}, is {narrowest:len}",
        "deeper-than-any-bit": "No bit that fits this width cuts {depth:len} deep; the longest, {name}, {longest:len}",
        "wider-than-board": "{width:len} is wider than the board is long ({length:len})",
        "through-the-board": "{depth:len} goes through the board, which is {thickness:len} thick; a dado leaves a floor",
        "no-wood-before": "At {position:len} no wood is left between the cut and the {end} end; that would be a rabbet",
        "no-wood-after": "From {position:len}, {width:len} wide, no wood is left at the other end of a {length:len} board",
        "no-tool": "Nothing in this shop can make this cut: {reason}",
        "no-bits": "There is no bit in the drawer yet; add one to plan a cut",
        "no-routers": "There is no router on the bench yet; add one to plan a cut",
        "unknown-tool": "{id!r} is not in this shop",
        "unknown-material": "{id!r} is no wood of this shop; choose one of the list",
    }


class RuleError(CraftError):
    """A house rule beyond what the floor allows (R17)."""

    words = {
        "beyond-floor": "{name} must lie between {low:n} and {high:n} {unit}; house rules only make things stricter",
        "unknown-school": "{value!r} is no school of {name}; choose one of {choices}",
    }
