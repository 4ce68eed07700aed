"""Cautions (R17): what a plan has to say, as a code with its level and facts. Their words live in `caution_words`.

`stop` means that the plan cannot be run or printed as ready; `caution` asks for care or a measurement; `note` is worth
knowing. House rules can make things stricter, never the other way.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from ranura.core.cuts.channel import words as channel_words
from ranura.core.cuts.edge import words as edge_words
from ranura.core.text import choosing_words, depth_words, guide_words, speed_words, strength_words, table_words
from ranura.core.text.kinds import Level, Place, Words
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


@dataclass(frozen=True, slots=True)
class Reason:
    """A code with its facts, before anybody asked for the sentence: cheap enough for every dropped candidate."""

    code: str
    facts: Mapping[str, Fact] = field(default_factory=dict)


WORDS: Mapping[str, Words] = {
    **speed_words.WORDS,
    **strength_words.WORDS,
    **guide_words.WORDS,
    **depth_words.WORDS,
    **choosing_words.WORDS,
    **edge_words.WORDS,
    **channel_words.WORDS,
    **table_words.WORDS,
}


def caution(code: str, *, level: Level | None = None, **facts: Fact) -> Caution:
    """The caution of a code with its facts; `level` where it differs from the usual one.

    >>> caution("large-by-hand", diameter=40).message.metric
    '40 mm is a large bit to guide by hand'"""
    return _made(code, level, tuple(facts.items()), inch_parts())


@lru_cache(maxsize=4096)
def _made(code: str, level: Level | None, items: tuple[tuple[str, Fact], ...], _parts: int) -> Caution:
    """Remembered, since a plan says the same of most bits and routers as the plan before it."""
    words, facts = WORDS[code], dict(items)
    return Caution(
        code=code,
        level=level or words.level,
        message=write(words.message, **facts),
        do=write(words.do, **facts),
        place=words.place,
        facts=facts,
    )


def spoken(reason: Reason) -> Caution:
    """The sentence of a reason."""
    return _made(reason.code, None, tuple(reason.facts.items()), inch_parts())


def has_stop(cautions: Iterable[Caution]) -> bool:
    """Whether any of them forbids the cut."""
    return any(each.level == "stop" for each in cautions)
