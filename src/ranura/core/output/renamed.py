"""Other names in whatever is said: the sides of a board that stands, said as those of one that lies (`board/stood.py`)."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import fields, is_dataclass, replace
from typing import Any, TypeVar

_T = TypeVar("_T")


def renamed(thing: _T, names: Mapping[str, str]) -> _T:
    """A text, or all texts of a value of the core, with each name in place of another, all at once: they may change places.

    >>> renamed(("from the left end", 3), {"left end": "near edge", "near edge": "back"})
    ('from the near edge', 3)"""
    if not names:
        return thing
    pattern = re.compile("|".join(map(re.escape, names)))
    made: _T = _renamed(thing, pattern, names)
    return made


def _renamed(thing: Any, pattern: re.Pattern[str], names: Mapping[str, str]) -> Any:
    if isinstance(thing, str):
        return pattern.sub(lambda found: names[found.group()], thing)
    if isinstance(thing, tuple):
        return tuple(_renamed(each, pattern, names) for each in thing)
    if not is_dataclass(thing) or isinstance(thing, type):
        return thing
    values = {each.name: getattr(thing, each.name) for each in fields(thing)}
    changed = {name: _renamed(value, pattern, names) for name, value in values.items()}
    different = {name: value for name, value in changed.items() if value != values[name]}
    return replace(thing, **different) if different else thing
