"""Cuts and boards as they come in."""

from __future__ import annotations

import operator
from dataclasses import dataclass
from functools import cached_property, reduce
from typing import TYPE_CHECKING, Annotated, Any

from pydantic import Discriminator, Field, Tag, TypeAdapter, create_model

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.family import AnyCut, Families
from ranura.requests.from_core import LENIENT, IdText, Name, RequestModel, checked

if TYPE_CHECKING:
    PieceField = Piece
else:
    PieceField = checked(Piece)
    """A board; the core's value once the request is checked."""


def _kind(given: object) -> str:
    """Which kind of cut comes in; a dado where nothing is said."""
    kind = given.get("kind", "dado") if isinstance(given, dict) else getattr(given, "kind", "dado")
    return str(kind)


def cut_field(families: Families) -> Any:
    """A cut of any of some families; the core's value once the request is checked."""
    kinds = [Annotated[checked(family.cut), Tag(kind)] for kind, family in families.items()]
    return Annotated[reduce(operator.or_, kinds), Discriminator(_kind)] if len(kinds) > 1 else kinds[0]


class PlanAsked(RequestModel):
    """A cut in a piece, neither of which need be kept; `cut_id` is the kept cut that it is a draft of, if so."""

    piece: PieceField
    cut: Any
    cut_id: IdText | None = None


class RepeatAsked(PlanAsked):
    """A cut that is to be repeated `count` times; None asks for one given place more."""

    count: Annotated[int, Field(ge=1, le=MOST_STATIONS)] | None = None


class NewCut(RequestModel):
    """A new cut in a piece; `wanted` keeps it though no tool here makes it."""

    name: Name
    cut: Any
    wanted: bool = False


class SaveCut(NewCut):
    """A changed cut, and the version it was changed from."""

    version: Annotated[int, Field(ge=1)]


class NewPiece(RequestModel):
    """A new or changed piece of a job."""

    piece: PieceField


@dataclass(frozen=True)
class CutRequests:
    """The requests that hold a cut, for a table of families."""

    families: Families

    def cut(self, given: Any) -> AnyCut:
        """A cut as far as it is finished; lengths that are none yet count as 0. Raises ValidationError."""
        return self._cuts.validate_python(given, context=LENIENT)

    @cached_property
    def _cuts(self) -> TypeAdapter[AnyCut]:
        return TypeAdapter(cut_field(self.families))

    def of(self, base: type[RequestModel]) -> type[RequestModel]:
        """A request whose `cut` is one of these families'."""
        return create_model(base.__name__, __base__=base, __doc__=base.__doc__, cut=(cut_field(self.families), ...))
