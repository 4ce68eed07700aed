"""Cautions (R17): what a plan has to say, as a code with its level and facts.

`stop` means that the plan cannot be run or printed as ready; `caution` asks for care or a measurement; `note` is worth
knowing. House rules can make things stricter, never the other way.

What is said under a code are constants of the room that says it (`text/words.py`), so that a misspelt code is found by the type
checker, and a room says nothing in another's words.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from ranura.core.text.words import Level, Place, TypedIn, Words
from ranura.core.text.writing import Fact, Text, inch_parts, write


@dataclass(frozen=True, kw_only=True, slots=True)
class Caution:
    """One caution, ready to be shown at its `place` on the slip."""

    code: str
    level: Level
    message: Text
    do: Text
    place: Place
    facts: Mapping[str, Fact] = field(default_factory=dict)
    mark: int | None = None
    """The number that its place bears in the drawing, where it was found at one."""
    typed_in: TypedIn | None = None
    """Where what it asks to be measured is typed in."""


@dataclass(frozen=True, slots=True)
class Reason:
    """Words with their facts, before anybody asked for the sentence: cheap enough for every dropped candidate."""

    words: Words
    facts: Mapping[str, Fact] = field(default_factory=dict)
    stricter: Level | None = None
    """Its level, where that is not the usual one."""

    @property
    def code(self) -> str:
        """The code of its words."""
        return self.words.code

    @property
    def level(self) -> Level:
        """How bad it is."""
        return self.stricter or self.words.level


def reason(words: Words, *, level: Level | None = None, **facts: Fact) -> Reason:
    """Words with their facts; `level` where it differs from the usual one."""
    return Reason(words, facts, level)


def caution(words: Words, *, level: Level | None = None, **facts: Fact) -> Caution:
    """The caution of some words with their facts; `level` where it differs from the usual one."""
    return _made(words, level, tuple(facts.items()), inch_parts())


@lru_cache(maxsize=4096)
def _made(words: Words, level: Level | None, items: tuple[tuple[str, Fact], ...], _parts: int) -> Caution:
    """Remembered, since a plan says the same of most bits and routers as the plan before it."""
    facts = dict(items)
    return Caution(
        code=words.code,
        level=level or words.level,
        message=write(words.message, **facts),
        do=write(words.do, **facts),
        place=words.place,
        facts=facts,
        typed_in=words.typed_in,
    )


def written(reason: Reason) -> Caution:
    """The sentence of a reason."""
    return _made(reason.words, reason.stricter, tuple(reason.facts.items()), inch_parts())


def has_stop(cautions: Iterable[Caution | Reason]) -> bool:
    """Whether any of them forbids the cut."""
    return any(each.level == "stop" for each in cautions)
