"""Bounds of what may be asked, said where a field is declared, so that whoever reads requests takes them from there."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Final

BOUNDS: Final = "bounds"
"""Under which key a field's metadata has them."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Bounds:
    """What a value may be; None where anything goes."""

    least: float | None = None
    most: float | None = None
    above: float | None = None
    """It is more than that."""
    below: float | None = None
    """It is less than that."""
    many: int | None = None
    """So many of them at most."""
    zero: bool = False
    """Whether a length may be 0."""


def bounded(
    default: Any,
    *,
    least: float | None = None,
    most: float | None = None,
    above: float | None = None,
    below: float | None = None,
    many: int | None = None,
    zero: bool = False,
) -> Any:
    """A field of a dataclass with its default and its bounds.

    >>> @dataclass
    ... class Example:
    ...     count: int = bounded(1, least=1, most=9)
    >>> Example().count
    1"""
    bounds = Bounds(least=least, most=most, above=above, below=below, many=many, zero=zero)
    return field(default=default, metadata={BOUNDS: bounds})
