"""The shop: what one workshop owns and holds to, as one frozen value that is replaced on every change."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeVar

from ranura.core.errors import CutError
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Unit
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import Router

_T = TypeVar("_T", Router, Bit)


@dataclass(frozen=True, kw_only=True, slots=True)
class Shop:
    """Routers and bits in the order of the bench and the drawer; `unit` is what a bare number means here."""

    id: str
    name: str
    unit: Unit
    routers: tuple[Router, ...]
    bits: tuple[Bit, ...]
    rules: HouseRules

    def router(self, id: str, *, field: str | None = None) -> Router:
        """The router of an id. Raises `CutError` ("unknown-tool")."""
        return _find(self.routers, id, field)

    def bit(self, id: str, *, field: str | None = None) -> Bit:
        """The bit of an id. Raises `CutError` ("unknown-tool")."""
        return _find(self.bits, id, field)


def _find(tools: tuple[_T, ...], id: str, field: str | None) -> _T:
    for tool in tools:
        if tool.id == id:
            return tool
    raise CutError("unknown-tool", field=field, id=id)
