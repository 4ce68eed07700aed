"""What comes in for jobs and for the shop itself."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.lengths import Unit
from ranura.requests.from_core import IdText, Name, RequestModel


class JobIn(RequestModel):
    """A new job."""

    name: Name


class PinIn(RequestModel):
    """One cut before another, in the order of work."""

    earlier: IdText
    later: IdText


class StaysInIn(RequestModel):
    """A bit that is put into its router once, and taken out when its last cut is made."""

    bit_id: IdText
    router_id: IdText


class JobChange(RequestModel):
    """What changes of a job; what is left out stays as it is."""

    name: Name | None = None
    notes: Annotated[str, Field(max_length=4_000)] | None = None
    archived: bool | None = None
    pins: Annotated[tuple[PinIn, ...], Field(max_length=200)] | None = None
    stays: Annotated[tuple[StaysInIn, ...], Field(max_length=200)] | None = None


class PlaceCutIn(RequestModel):
    """Where a cut goes: into which piece, before which cut of it; last where that is left out."""

    piece_id: str
    before: str | None = None


class PlacePieceIn(RequestModel):
    """Before which piece of its job a piece goes; last where that is left out."""

    before: str | None = None


class ShopSettings(RequestModel):
    """The unit or the house rules of a shop; what is left out stays as it is."""

    unit: Unit | None = None
    rules: HouseRules | None = None
