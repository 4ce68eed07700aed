"""The shapes of what comes in, and their way into core types. Texts stay texts until the core has read them (R1)."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Discriminator, Field, Tag

from ranura.core.board.outlines import MOST_POINTS, Contour, Form
from ranura.core.board.pieces import Grain, Piece, edges_of
from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.cuts.channel.asked import MOST_ANGLE, ChannelCut, ChannelGuide, End, Goes
from ranura.core.cuts.channel.fit import Fit, Mate
from ranura.core.cuts.channel.shapes import ChannelShape
from ranura.core.cuts.edge.asked import EdgeCut, EdgeState, Guidance, StageBy
from ranura.core.cuts.pocket.asked import NOTHING, Loose, PocketCut
from ranura.core.cuts.pocket.forms import PocketForm, PocketGuide
from ranura.core.holding.placed import ClampAt, Held, Side
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_profiles import Shape
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import Length, Unit, read

Name = Annotated[str, Field(min_length=1, max_length=80, pattern=r"\S")]
Coordinate = Annotated[float, Field(ge=-10_000, le=10_000, allow_inf_nan=False)]
IdText = Annotated[str, Field(min_length=1, max_length=40)]


class RequestModel(BaseModel):
    """What the API takes; unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class LengthIn(RequestModel):
    """A length as typed, and the unit a bare number is in."""

    typed: Annotated[str, Field(max_length=200)]
    unit: Unit

    def length(self, field: str) -> Length:
        """Reads it. Raises LengthError with `field`; 0 is refused."""
        return read(self.typed, self.unit, field=field, positive=True)


class ContourIn(RequestModel):
    """An outline or an opening; see `ranura.core.shapes.contour.Contour`."""

    form: Form
    length: LengthIn | None = None
    width: LengthIn | None = None
    left: LengthIn | None = None
    near: LengthIn | None = None
    radius: LengthIn | None = None
    points: Annotated[tuple[tuple[Coordinate, Coordinate], ...], Field(max_length=MOST_POINTS)] = ()

    def contour(self, field: str) -> Contour:
        """The core's contour. Raises LengthError with its field."""
        sizes = {
            name: maybe_length(getattr(self, name), f"{field}.{name}") for name in ("length", "width", "left", "near", "radius")
        }
        return Contour(form=self.form, points=self.points, **sizes)


class PieceIn(RequestModel):
    """A board."""

    name: Name
    material: IdText
    length: LengthIn
    width: LengthIn
    thickness: LengthIn
    thickness_measured: bool = True
    count: Annotated[int, Field(ge=1, le=999)] = 1
    grain: Grain = "length"
    slope: Annotated[float, Field(gt=-45, lt=45)] = 0.0
    outline: ContourIn | None = None
    openings: Annotated[tuple[ContourIn, ...], Field(max_length=20)] = ()

    def piece(self, shop: Shop) -> Piece:
        """The core's piece. Raises LengthError or CutError with the field."""
        shop.material(self.material, field="piece.material")
        piece = Piece(
            name=self.name.strip(),
            material=self.material,
            length=self.length.length("piece.length"),
            width=self.width.length("piece.width"),
            thickness=self.thickness.length("piece.thickness"),
            thickness_measured=self.thickness_measured,
            count=self.count,
            grain=self.grain,
            slope=self.slope,
            outline=None if self.outline is None else self.outline.contour("piece.outline"),
            openings=tuple(each.contour(f"piece.openings.{place}") for place, each in enumerate(self.openings)),
        )
        edges_of(piece)  # an outline or opening that cannot be is refused here
        return piece


class MateIn(RequestModel):
    """The part that is to fit a channel; see `ranura.core.fit.Mate`."""

    thickness: LengthIn
    measured: bool = True
    sheet: bool = True
    fit: Fit = "sliding"

    def mate(self, field: str) -> Mate:
        """The core's mate. Raises LengthError with its field."""
        return Mate(thickness=self.thickness.length(field), measured=self.measured, sheet=self.sheet, fit=self.fit)


class ClampIn(RequestModel):
    """Where a clamp stands on the board; see `ranura.core.cuts.placed.ClampAt`."""

    side: Side
    at: Annotated[float, Field(ge=0, le=10_000, allow_inf_nan=False)]


class DadoIn(RequestModel):
    """A channel across the board or along it; see `ranura.core.cuts.dado.ChannelCut`."""

    kind: Literal["dado"] = "dado"
    width: LengthIn | None = None
    mate: MateIn | None = None
    depth: LengthIn
    position: LengthIn
    end: End = "left"
    goes: Goes = "across"
    shape: ChannelShape = "square"
    angle: Annotated[float, Field(ge=-MOST_ANGLE, le=MOST_ANGLE, allow_inf_nan=False)] = 0.0
    stop_first: LengthIn | None = None
    stop_last: LengthIn | None = None
    spacing: LengthIn | None = None
    count: Annotated[int, Field(ge=1, le=MOST_STATIONS)] = 1
    more: Annotated[tuple[LengthIn, ...], Field(max_length=MOST_STATIONS - 1)] = ()
    mirrored: bool = False
    guide: ChannelGuide | None = None
    clamps: Annotated[tuple[ClampIn, ...], Field(max_length=12)] = ()
    support: bool = False
    leaf: bool = False
    held: Held | None = None
    bit_id: IdText | None = None
    router_id: IdText | None = None

    def cut(self) -> ChannelCut:
        """The core's cut. Raises LengthError with the field."""
        lengths = ("width", "stop_first", "stop_last", "spacing")
        given: dict[str, Any] = {name: maybe_length(getattr(self, name), f"cut.{name}") for name in lengths}
        given |= self.model_dump(exclude={"depth", "position", "mate", "more", "clamps", *lengths})
        return ChannelCut(
            depth=self.depth.length("cut.depth"),
            position=self.position.length("cut.position"),
            mate=None if self.mate is None else self.mate.mate("cut.mate"),
            more=tuple(each.length("cut.more") for each in self.more),
            clamps=tuple(ClampAt(side=each.side, at=each.at) for each in self.clamps),
            **given,
        )


class PocketIn(RequestModel):
    """A mortise, slot, recess, cut-out, disc, hole or ring; see `ranura.core.cuts.pocket.PocketCut`."""

    kind: Literal["pocket"]
    form: PocketForm
    length: LengthIn | None = None
    across: LengthIn | None = None
    depth: LengthIn
    from_left: LengthIn | None = None
    from_near: LengthIn | None = None
    end: Literal["left", "right"] = "left"
    edge: Literal["near", "far"] = "near"
    turned: bool = False
    radius: LengthIn | None = None
    open_sides: Annotated[tuple[Side, ...], Field(max_length=4)] = ()
    through: bool = False
    backed: bool = False
    loose: Loose | None = None
    leaf: bool = False
    plate: bool = False
    leaves: LengthIn | None = None
    both_faces: bool = False
    contour: ContourIn | None = None
    sweep: Annotated[float, Field(ge=1, le=360, allow_inf_nan=False)] = 360.0
    template: LengthIn | None = None
    spacing: LengthIn | None = None
    count: Annotated[int, Field(ge=1, le=MOST_STATIONS)] = 1
    guide: PocketGuide | None = None
    clamps: Annotated[tuple[ClampIn, ...], Field(max_length=12)] = ()
    support: bool = False
    held: Held | None = None
    bit_id: IdText | None = None
    router_id: IdText | None = None

    def cut(self) -> PocketCut:
        """The core's cut. Raises LengthError with the field."""
        # A place may be 0, at an open side; a form that needs a size or a place says so itself.
        places, optional = ("length", "from_left", "from_near"), ("across", "radius", "template", "spacing", "leaves")
        given: dict[str, Any] = {"depth": self.depth.length("cut.depth")}
        for name in places:
            typed: LengthIn | None = getattr(self, name)
            given[name] = NOTHING if typed is None else read(typed.typed, typed.unit, field=f"cut.{name}")
        given |= {name: maybe_length(getattr(self, name), f"cut.{name}") for name in optional}
        given |= self.model_dump(exclude={"depth", *places, *optional, "contour", "clamps"})
        return PocketCut(
            contour=None if self.contour is None else self.contour.contour("cut.contour"),
            clamps=tuple(ClampAt(side=each.side, at=each.at) for each in self.clamps),
            **given,
        )


class EdgeCutIn(RequestModel):
    """A profile, rabbet or flush cut along edges; see `ranura.core.cuts.edge.EdgeCut`."""

    kind: Literal["edge"]
    shape: Shape
    size: LengthIn
    depth: LengthIn | None = None
    width: LengthIn | None = None
    angle: Annotated[float, Field(gt=0, lt=90)] | None = None
    edges: Annotated[tuple[IdText, ...], Field(max_length=40)]
    both_faces: bool = False
    guide: Guidance | None = None
    staged: StageBy | None = None
    least_stages: Annotated[int, Field(ge=1, le=12)] = 1
    edge_state: EdgeState | None = None
    far_side: bool = False
    starting_pin: bool = False
    bit_id: IdText | None = None
    router_id: IdText | None = None

    def cut(self) -> EdgeCut:
        """The core's cut. Raises LengthError with the field."""
        return EdgeCut(
            size=self.size.length("cut.size"),
            depth=maybe_length(self.depth, "cut.depth"),
            width=maybe_length(self.width, "cut.width"),
            **self.model_dump(exclude={"size", "depth", "width"}),
        )


def maybe_length(length: LengthIn | None, field: str) -> Length | None:
    """A length that may be left out. Raises LengthError with its field."""
    return None if length is None else length.length(field)


def _kind(given: object) -> str:
    """Which kind of cut comes in; a dado where nothing is said."""
    kind = given.get("kind", "dado") if isinstance(given, dict) else getattr(given, "kind", "dado")
    return str(kind)


CutIn = Annotated[
    Annotated[DadoIn, Tag("dado")] | Annotated[EdgeCutIn, Tag("edge")] | Annotated[PocketIn, Tag("pocket")], Discriminator(_kind)
]


class PlanRequest(RequestModel):
    """A cut in a piece, neither of which need be kept; `cut_id` is the kept cut that it is a draft of, if so."""

    piece: PieceIn
    cut: CutIn
    cut_id: IdText | None = None


class RepeatIn(PlanRequest):
    """A cut that is to be repeated `count` times; None asks for one given place more."""

    count: Annotated[int, Field(ge=1, le=MOST_STATIONS)] | None = None


class JobIn(RequestModel):
    """A new job."""

    name: Name


class NewPiece(RequestModel):
    """A new piece of a job."""

    piece: PieceIn


class NewCut(RequestModel):
    """A new cut in a piece."""

    name: Name
    cut: CutIn


class SaveCut(RequestModel):
    """A changed cut, and the version it was changed from."""

    name: Name
    cut: CutIn
    version: Annotated[int, Field(ge=1)]


class MoveIn(RequestModel):
    """Which way a cut moves in the working order."""

    to: Literal["earlier", "later"]


class ShopSettings(RequestModel):
    """The unit or the house rules of a shop; what is left out stays as it is."""

    unit: Unit | None = None
    rules: HouseRules | None = None
