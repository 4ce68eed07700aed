"""The shop: what one workshop owns and holds to, as one frozen value that is replaced on every change."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Protocol, TypeVar

from ranura.core.board.materials import MATERIALS, Delivery, Material
from ranura.core.shop import refusals
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.saved_profiles import SavedProfile
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Guide
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import CutError, Refusal
from ranura.core.text.lengths import Unit

_SHIPPED = {material.id: material for material in MATERIALS}


class _HasId(Protocol):
    @property
    def id(self) -> str: ...


_T = TypeVar("_T", bound=_HasId)


@dataclass(frozen=True, kw_only=True, slots=True)
class Shop:
    """Routers, bits and guides, in the order of bench and drawer."""

    id: str
    name: str
    unit: Unit
    """What a bare number means."""
    routers: tuple[Router, ...]
    bits: tuple[Bit, ...]
    rules: HouseRules
    guides: tuple[Guide, ...] = ()
    woods: tuple[Material, ...] = ()
    """Its own, beside those that Ranura ships."""
    deliveries: tuple[Delivery, ...] = ()
    """What its boards measured."""
    profiles: tuple[SavedProfile, ...] = ()
    """The shapes of edges that were kept by name."""
    outlines: tuple[SavedOutline, ...] = ()
    """What templates are made for."""
    currency: str = "€"
    """Put behind prices."""

    def plans_as(self, other: Shop) -> bool:
        """Whether every plan and list is the same for both: they differ at most in the unit that bare numbers are in, in
        words, or in shapes and measures that were kept beside."""
        return self is other or self._planned_with() == other._planned_with()

    def _planned_with(self) -> tuple[object, ...]:
        return (self.id, self.rules, self.routers, self.bits, self.guides, self.woods, self.outlines)

    def router(self, id: str, *, field: str | None = None) -> Router:
        """The router of an id. Raises `CutError` ("unknown-tool")."""
        return _find(self.routers, id, refusals.UNKNOWN_TOOL, field)

    def bit(self, id: str, *, field: str | None = None) -> Bit:
        """The bit of an id. Raises `CutError` ("unknown-tool")."""
        return _find(self.bits, id, refusals.UNKNOWN_TOOL, field)

    def material(self, id: str, *, field: str | None = None) -> Material:
        """The wood of an id, shipped or the shop's own. Raises `CutError` ("unknown-material")."""
        return _SHIPPED[id] if id in _SHIPPED else _find(self.woods, id, refusals.UNKNOWN_MATERIAL, field)

    @property
    def materials(self) -> tuple[Material, ...]:
        """All woods a piece may be of: the shop's own first."""
        return (*self.woods, *MATERIALS)


def _find(things: Iterable[_T], id: str, refusal: Refusal, field: str | None) -> _T:
    for thing in things:
        if thing.id == id:
            return thing
    raise CutError(refusal, field=field, id=id)
