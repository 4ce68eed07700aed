"""Finding bits by a few typed words: "12.7 up", "6mm shank", "dull", "1/2 in roundover".

Every part of the question must be true of a bit. A length is true of any of its sizes, with `shank` behind it of the shank
alone; a word is true when a word said of the bit begins with it."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass

from ranura.core.errors import LengthError
from ranura.core.lengths import Unit, parse
from ranura.core.tooling.bits import Bit

_LENGTH = r"(?P<number>\d+[ -]\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?)\s*(?P<unit>mm|cm|in\b|inch(?:es)?|\"|″)?"
_PART = re.compile(rf"{_LENGTH}\s*(?P<shank>shank|shaft)?|(?P<word>[^\s,;]+)", re.IGNORECASE)
_NEAR = 0.03

Test = Callable[[Bit], bool]


@dataclass(frozen=True, slots=True)
class _Sizes:
    any: tuple[float, ...]
    words: tuple[str, ...]


def _facts(bit: Bit) -> _Sizes:
    sizes = (bit.diameter, bit.shank, bit.cutting_length, bit.radius, bit.width, bit.bearing, *bit.bearings)
    said = f"{bit.name} {bit.kind.name} {bit.profile} {bit.body} {bit.state} {'bearing' if bit.bearing else ''}".lower()
    return _Sizes(tuple(size for size in sizes if size), tuple(re.split(r"[\s\-,()°×]+", said)))


def question(text: str, unit: Unit) -> list[Test]:
    """The parts of a question, each as a test of a bit; none for a text without any. Never raises."""
    return [_test(found, unit) for found in _PART.finditer(text)]


def _test(found: re.Match[str], unit: Unit) -> Test:
    if word := found["word"]:
        wanted = tuple(part for part in re.split(r"[-°×]+", word.lower()) if part)
        return lambda bit: all(any(said.startswith(part) for said in _remembered(bit).words) for part in wanted)
    try:
        typed = f"{found['number']} {found['unit'] or ('in' if '/' in found['number'] else '')}".strip()
        mm = float(parse(typed, unit))
    except LengthError:
        return lambda _: False
    if found["shank"]:
        return lambda bit: abs(bit.shank - mm) <= _NEAR
    degrees = -1.0 if "/" in found["number"] or found["unit"] else float(found["number"].replace(",", "."))
    return lambda bit: any(abs(size - mm) <= _NEAR for size in _remembered(bit).any) or bit.angle == degrees


_memory: dict[int, tuple[Bit, _Sizes]] = {}
_MOST_REMEMBERED = 50_000


def _remembered(bit: Bit) -> _Sizes:
    """What is said of a bit, worked out once for each: it is one frozen value."""
    kept = _memory.get(id(bit))
    if kept is None or kept[0] is not bit:
        if len(_memory) >= _MOST_REMEMBERED:
            _memory.clear()
        kept = _memory[id(bit)] = (bit, _facts(bit))
    return kept[1]


def find(bits: Iterable[Bit], text: str, unit: Unit) -> list[Bit]:
    """The bits of which every part of the question is true, in their order."""
    tests = question(text, unit)
    return [bit for bit in bits if all(test(bit) for test in tests)]
