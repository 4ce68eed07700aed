"""What a slip is made of: its places in the order of the hands, their large figures, the lines of its table."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.text.figures import Figure
from ranura.core.text.writing import Fact, Shown, Text, write

SectionKey = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Lead:
    """A large figure with the word after it; `figure` is the key of its working."""

    shown: Shown
    caption: Text
    figure: str | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Section:
    """One place of the slip: its large figures, the lines below them, and the figures whose workings it opens."""

    key: SectionKey
    title: str
    leads: tuple[Lead, ...]
    lines: tuple[Text, ...]
    figures: tuple[str, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class PassLine:
    """One pass as a line of a table; what the cells are, the plan's `pass_columns` say."""

    number: int
    cells: tuple[Shown, ...]


def lead(figure: Figure, caption: str, **facts: Fact) -> Lead:
    """A figure as a large one, with the word after it."""
    return Lead(shown=figure.shown, caption=write(caption, **facts), figure=figure.key)
