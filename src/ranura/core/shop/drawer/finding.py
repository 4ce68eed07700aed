"""Finding bits by a few typed words: "12.7 up", "6mm shank", "dull", "1/2 in roundover".

Every part of the question must be true of a bit. A length is true of any of its sizes, with `shank` behind it of the shank
alone; a word is true when a word said of the bit begins with it."""

from __future__ import annotations

import re
from bisect import bisect_left, bisect_right
from collections.abc import Iterable
from typing import Generic, TypeVar

from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import LengthError
from ranura.core.text.lengths import NUMBER_IN_TEXT, Unit, parse

_LENGTH = rf"(?P<number>{NUMBER_IN_TEXT})\s*(?P<unit>mm|cm|in\b|inch(?:es)?|\"|″)?"
_PART = re.compile(rf"{_LENGTH}\s*(?P<shank>shank|shaft)?|(?P<word>[^\s,;]+)", re.IGNORECASE)
_BETWEEN = re.compile(r"[\s\-,()°×]+")
_NEAR = 0.03
_TINY = 1e-9
_LAST = "\U0010ffff"

_K = TypeVar("_K", str, float)


class Index:
    """What is said of every bit of a drawer, sorted, so that a question is answered without looking at each bit again."""

    def __init__(self, bits: tuple[Bit, ...]) -> None:
        self.bits = bits
        self._words = _Sorted((word, place) for place, bit in enumerate(bits) for word in words_of(bit))
        self._sizes = _Sorted((size, place) for place, bit in enumerate(bits) for size in sizes_of(bit))
        self._shanks = _Sorted((bit.shank, place) for place, bit in enumerate(bits))
        self._angles = _Sorted((bit.angle, place) for place, bit in enumerate(bits) if bit.angle is not None)

    def find(self, text: str, unit: Unit) -> list[Bit]:
        """The bits of which every part of a question is true, in their order; all where it has no part. Never raises."""
        found: set[int] | None = None
        for part in _PART.finditer(text):
            true_of = self._of(part, unit)
            found = true_of if found is None else found & true_of
        return list(self.bits) if found is None else [self.bits[place] for place in sorted(found)]

    def _of(self, part: re.Match[str], unit: Unit) -> set[int]:
        if word := part["word"]:
            wanted = [each for each in re.split(r"[-°×]+", word.lower()) if each]
            beginnings = [self._words.between(each, each + _LAST) for each in wanted]
            return set.intersection(*beginnings) if beginnings else set(range(len(self.bits)))
        try:
            typed = f"{part['number']} {part['unit'] or ('in' if '/' in part['number'] else '')}".strip()
            mm = float(parse(typed, unit))
        except LengthError:
            return set()
        low, high = mm - _NEAR - _TINY, mm + _NEAR + _TINY
        if part["shank"]:
            return self._shanks.between(low, high)
        found = self._sizes.between(low, high)
        if "/" not in part["number"] and not part["unit"]:
            degrees = float(part["number"].replace(",", "."))
            found |= self._angles.between(degrees, degrees)
        return found


def words_of(bit: Bit) -> tuple[str, ...]:
    """The words said of a bit, in small letters."""
    said = f"{bit.name} {bit.kind.name} {bit.profile} {bit.body} {bit.state} {'bearing' if bit.bearing else ''}".lower()
    return tuple(_BETWEEN.split(said))


def sizes_of(bit: Bit) -> tuple[float, ...]:
    """Its sizes in mm."""
    sizes = (bit.diameter, bit.shank, bit.cutting_length, bit.radius, bit.width, bit.bearing, *bit.bearings)
    return tuple(size for size in sizes if size)


class _Sorted(Generic[_K]):
    """Places by key."""

    def __init__(self, pairs: Iterable[tuple[_K, int]]) -> None:
        self._places: dict[_K, list[int]] = {}
        for key, place in pairs:
            self._places.setdefault(key, []).append(place)
        self._keys: list[_K] = sorted(self._places)

    def between(self, low: _K, high: _K) -> set[int]:
        """The places whose key lies from `low` to `high`, both included."""
        keys = self._keys[bisect_left(self._keys, low) : bisect_right(self._keys, high)]
        return {place for key in keys for place in self._places[key]}


_KEPT = 2
_indexes: list[Index] = []


def index_at_hand(bits: tuple[Bit, ...]) -> Index | None:
    """The index of a drawer, where it was made already."""
    return next((index for index in list(_indexes) if index.bits is bits), None)


def index_of(bits: tuple[Bit, ...]) -> Index:
    """The index of a drawer, remembered by identity: it is one frozen value, replaced on every change."""
    if known := index_at_hand(bits):
        return known
    made = Index(bits)
    _indexes.insert(0, made)
    del _indexes[_KEPT:]
    return made


def find(bits: tuple[Bit, ...], text: str, unit: Unit) -> list[Bit]:
    """The bits of which every part of the question is true, in their order."""
    return index_of(bits).find(text, unit)
