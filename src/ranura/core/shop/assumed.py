"""Tools that are assumed, so that a first cut can be planned before anybody has said what is there: which of their figures nobody
has looked at yet. One by one these are found right, changed or measured; until then every plan says so."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from typing import Final, Literal, TypeVar

from ranura.core.shop.tooling.bits import Bit, shank_name
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.writing import Text, write

Section = Literal["tool", "speed", "depths", "guide", "feed"]


@dataclass(frozen=True, slots=True)
class _Kind:
    """A figure that may be assumed: what it is called, how it is written, and which place of the slip rests on it."""

    label: str
    written: str
    section: Section


_BIT: Final[Mapping[str, _Kind]] = {
    "shank": _Kind("shank", "{x}", "tool"),
    "diameter": _Kind("diameter", "{x:short}", "depths"),
    "radius": _Kind("radius", "{x:short}", "depths"),
    "width": _Kind("width", "{x:short}", "depths"),
    "angle": _Kind("angle", "{x:n}°", "depths"),
    "bearing": _Kind("bearing", "{x:short}", "guide"),
    "cutting_length": _Kind("cutting length", "{x:short}", "depths"),
    "overall_length": _Kind("overall length", "{x:short}", "tool"),
    "flutes": _Kind("cutting edges", "{x:n}", "feed"),
    "marked_max_rpm": _Kind("marked maximum", "{x:rpm} rpm", "speed"),
}
_ROUTER: Final[Mapping[str, _Kind]] = {
    "rated_input_w": _Kind("power on its plate", "{x:n} W", "feed"),
    "min_rpm": _Kind("slowest speed", "{x:rpm} rpm", "speed"),
    "max_rpm": _Kind("highest speed", "{x:rpm} rpm", "speed"),
    "collets": _Kind("collets", "{x}", "tool"),
}

_T = TypeVar("_T", Bit, Router)


@dataclass(frozen=True, kw_only=True, slots=True)
class AssumedFigure:
    """A figure of a tool that nobody has looked at yet."""

    field: str
    label: str
    value: Text
    section: Section
    """The place of the slip that rests on it."""


def assume(tool: _T) -> _T:
    """The tool with every figure that it has assumed."""
    return replace(tool, assumed=_all(tool))


def is_wholly_assumed(tool: Bit | Router) -> bool:
    """Whether nobody has looked at any figure of it."""
    return bool(tool.assumed) and tool.assumed == _all(tool)


def confirmed(tool: _T, fields: Collection[str] | None) -> _T:
    """The tool with some of its figures, or all, found right."""
    return replace(tool, assumed=() if fields is None else tuple(each for each in tool.assumed if each not in fields))


def changed(was: _T, now: _T) -> _T:
    """A tool as it was typed anew: what was changed is no longer assumed, the rest is what it was."""
    return replace(now, assumed=tuple(each for each in was.assumed if getattr(was, each) == getattr(now, each)))


def figures_of(tool: Bit | Router) -> tuple[AssumedFigure, ...]:
    """What is assumed of a tool, in words."""
    return tuple(
        AssumedFigure(field=field, label=kind.label, value=_written(tool, field, kind), section=kind.section)
        for field, kind in _kinds(tool).items()
        if field in tool.assumed
    )


def _all(tool: Bit | Router) -> tuple[str, ...]:
    return tuple(field for field in _kinds(tool) if getattr(tool, field))


def _kinds(tool: Bit | Router) -> Mapping[str, _Kind]:
    return _BIT if isinstance(tool, Bit) else _ROUTER


def _written(tool: Bit | Router, field: str, kind: _Kind) -> Text:
    value = getattr(tool, field)
    if field == "shank":
        value = shank_name(value)
    elif field == "collets":
        value = ", ".join(shank_name(each) for each in value)
    return write(kind.written, x=value)
