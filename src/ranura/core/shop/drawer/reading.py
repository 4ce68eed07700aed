"""Reading the texts of a tool's fields, each with its own refusal at its own place; what a form and a file's cell share."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import TypeVar

from ranura.core.shop import refusals
from ranura.core.text import length_refusals
from ranura.core.text.errors import LengthError, ToolError
from ranura.core.text.lengths import Unit, read

_YES, _NO = frozenset({"yes", "y", "true", "1"}), frozenset({"no", "n", "false", "0"})
_MOST = 1e6
_SPACES = str.maketrans("", "", " \u2009\u00a0")
_T = TypeVar("_T", bound=str)


class Texts:
    """The texts of a thing by field, empty ones left out. Every reading method returns None for a field that was not given."""

    def __init__(self, texts: Mapping[str, str], *, known: Iterable[str], unit: Unit) -> None:
        self._said = {field: text.strip() for field, text in texts.items() if text.strip()}
        self._unit = unit
        allowed = set(known)
        for field in self._said:
            if field not in allowed:
                raise ToolError(refusals.UNKNOWN_FIELD, field=field, name=field)

    def has(self, field: str) -> bool:
        """Whether anything was given."""
        return field in self._said

    def text(self, field: str) -> str | None:
        """As it is."""
        return self._said.get(field)

    def length(self, field: str, *, zero: bool = False) -> float | None:
        """A length in mm; 0 only where `zero`. Raises LengthError."""
        return read(self._said[field], self._unit, field=field, positive=not zero).mm if field in self._said else None

    def lengths(self, field: str) -> tuple[float, ...]:
        """Lengths parted by semicolons."""
        parts = [part for part in self._said.get(field, "").split(";") if part.strip()]
        return tuple(read(part, self._unit, field=field, positive=True).mm for part in parts)

    def number(self, field: str) -> float | None:
        """A plain number from 0 to a million. Raises LengthError or ToolError."""
        if field not in self._said:
            return None
        text = self._said[field]
        value = plain_number(text)
        if value is None:
            raise LengthError(length_refusals.NOT_A_NUMBER, field=field, text=text)
        if value > _MOST:
            raise ToolError(refusals.OUT_OF_RANGE, field=field, text=text)
        return value

    def whole(self, field: str) -> int | None:
        """A whole number."""
        value = self.number(field)
        if value is None:
            return None
        if value != int(value):
            raise ToolError(refusals.NOT_WHOLE, field=field, text=self._said[field])
        return int(value)

    def yes(self, field: str) -> bool | None:
        """Yes or no."""
        word = self._said.get(field, "").lower()
        if not word:
            return None
        if word not in _YES | _NO:
            raise ToolError(refusals.UNKNOWN_WORD, field=field, text=self._said[field], choices="yes, no")
        return word in _YES

    def word(self, field: str, choices: tuple[_T, ...]) -> _T | None:
        """One of some words, in any case, with blanks for hyphens."""
        if field not in self._said:
            return None
        given = self._said[field].lower().replace(" ", "-")
        for choice in choices:
            if given == choice:
                return choice
        raise ToolError(refusals.UNKNOWN_WORD, field=field, text=self._said[field], choices=", ".join(choices))


_Given = TypeVar("_Given")


def given(field: str, value: _Given | None) -> _Given:
    """The value of a field that must be there. Raises ToolError ("missing")."""
    if value is None:
        raise ToolError(refusals.MISSING, field=field, name=field.replace("_", " "))
    return value


def plain_number(text: str) -> float | None:
    """A number as written out in digits, with a point or a comma; None for anything else.

    >>> plain_number("24 000"), plain_number("12,5"), plain_number("1e3")
    (24000.0, 12.5, None)"""
    digits = text.translate(_SPACES).replace(",", ".")
    if not digits or not digits.replace(".", "", 1).isascii() or not digits.replace(".", "", 1).isdigit():
        return None
    return float(digits)
