"""The shapes of what comes in, and their way into core types. Texts stay texts until the core has read them (R1)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from ranura.core.cuts.dado import Dado
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, Unit, read
from ranura.core.pieces import Piece
from ranura.core.shop import Shop

Name = Annotated[str, Field(min_length=1, max_length=80, pattern=r"\S")]
IdText = Annotated[str, Field(min_length=1, max_length=40)]


class Door(BaseModel):
    """What the API takes; unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class LengthIn(Door):
    """A length as typed, and the unit a bare number is in."""

    typed: Annotated[str, Field(max_length=200)]
    unit: Unit

    def length(self, field: str) -> Length:
        """Reads it. Raises LengthError with `field`; 0 is refused."""
        return read(self.typed, self.unit, field=field, positive=True)


class PieceIn(Door):
    """A board."""

    name: Name
    material: IdText
    length: LengthIn
    width: LengthIn
    thickness: LengthIn
    thickness_measured: bool = True
    count: Annotated[int, Field(ge=1, le=999)] = 1

    def piece(self, shop: Shop) -> Piece:
        """The core's piece. Raises LengthError or CutError with the field."""
        shop.material(self.material, field="piece.material")
        return Piece(
            name=self.name.strip(),
            material=self.material,
            length=self.length.length("piece.length"),
            width=self.width.length("piece.width"),
            thickness=self.thickness.length("piece.thickness"),
            thickness_measured=self.thickness_measured,
            count=self.count,
        )


class CutIn(Door):
    """A through dado."""

    kind: Literal["dado"] = "dado"
    width: LengthIn
    depth: LengthIn
    position: LengthIn
    end: Literal["left", "right"] = "left"
    support: bool = False
    bit_id: IdText | None = None
    router_id: IdText | None = None

    def cut(self) -> Dado:
        """The core's cut. Raises LengthError with the field."""
        return Dado(
            width=self.width.length("cut.width"),
            depth=self.depth.length("cut.depth"),
            position=self.position.length("cut.position"),
            end=self.end,
            support=self.support,
            bit_id=self.bit_id,
            router_id=self.router_id,
        )


class PlanRequest(Door):
    """A cut in a piece, neither of which need be kept; `cut_id` is the kept cut that it is a draft of, if so."""

    piece: PieceIn
    cut: CutIn
    cut_id: IdText | None = None


class JobIn(Door):
    """A new job."""

    name: Name


class NewPiece(Door):
    """A new piece of a job."""

    piece: PieceIn


class NewCut(Door):
    """A new cut in a piece."""

    name: Name
    cut: CutIn


class SaveCut(Door):
    """A changed cut, and the version it was changed from."""

    name: Name
    cut: CutIn
    version: Annotated[int, Field(ge=1)]


class ShopSettings(Door):
    """The unit and the house rules of a shop."""

    unit: Unit
    rules: HouseRules
