"""`profile`: the section that a profile bit leaves of an edge, and what each pass takes (R12)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question, Refused, SizeField
from ranura.core.cuts.edge.stages import StageBy, stages
from ranura.core.cuts.edge.trips import Stock, can_be_raised
from ranura.core.cutting.stage import Trip
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import Profile
from ranura.core.text.errors import CraftError

Coordinate = Annotated[float, Field(ge=-1_000, le=1_000, allow_inf_nan=False)]


class BitRequest(Question):
    """A bit by the sizes that its profile prints, in mm and degrees."""

    profile: Profile
    shank_diameter: SizeField = 6.35
    diameter: SizeField | None = None
    cutting_length: SizeField | None = None
    radius: SizeField | None = None
    width: SizeField | None = None
    angle: Annotated[float, Field(gt=0, lt=180)] | None = None
    bearing: SizeField | None = None
    head: SizeField | None = None
    neck: SizeField | None = None

    def bit(self) -> Bit:
        """The core's bit. Raises Refused with its field."""
        sizes = self.model_dump(exclude={"profile", "shank_diameter"}, exclude_none=True)
        try:
            return Bit(id="bit", name="bit", profile=self.profile, shank=self.shank_diameter, **sizes)
        except CraftError as wrong:
            raise Refused(f"bit.{wrong.field}" if wrong.field else "bit", wrong.message.metric) from None


class TripRequest(Question):
    """A setting: the tip `height` beyond the face, the axis `offset` out of the edge (without one, the bearing rides on it)."""

    height: Coordinate
    offset: Coordinate | None = None


class ProfileRequest(Question):
    """A bit, an edge, and the settings of the passes; or the last one, and how many stages of equal area end there."""

    bit: BitRequest
    thickness: SizeField
    stock_width: SizeField = 200.0
    passes: Annotated[list[TripRequest], Field(min_length=1, max_length=50)]
    stages: Annotated[int, Field(ge=1, le=20)] | None = None
    by: StageBy = "height"


class PassAnswer(Answer):
    """What a pass takes: its setting, mm², and its widest and deepest engagement in mm."""

    height: float
    offset: float
    area: float
    width: float
    depth: float


class ProfileAnswer(Answer):
    """All passes, what remains (mm², and its outlines as points in mm: into the wood, below the face), whether a strip comes
    off, and whether the profile may be raised in stages."""

    passes: list[PassAnswer]
    removed: float
    remains: float
    outlines: list[list[tuple[float, float]]]
    loose: bool
    raisable: bool


def answer(request: ProfileRequest) -> ProfileAnswer:
    """The section. Raises Refused or CraftError at the field that cannot be."""
    # Geometry is loaded when it is asked for: other sums answer without it.
    from ranura.core.cuts.edge.section import section

    bit = request.bit.bit()
    stock = Stock(thickness=request.thickness, width=request.stock_width)
    riding = (bit.bearing or 0.0) / 2
    trips = [Trip(height=each.height, offset=riding if each.offset is None else each.offset) for each in request.passes]
    if request.stages is not None:
        trips = [*trips[:-1], *stages(bit, trips[-1], stock, count=request.stages, by=request.by)]
    found = section(bit, trips, stock)
    return ProfileAnswer(
        passes=[
            PassAnswer(height=bite.trip.height, offset=bite.trip.offset, area=bite.area, width=bite.width, depth=bite.depth)
            for bite in found.bites
        ],
        removed=sum(bite.area for bite in found.bites),
        remains=found.area,
        outlines=[[(x, d) for x, d in outline] for outline in found.outlines],
        loose=found.loose,
        raisable=can_be_raised(bit),
    )


CALCULATOR = Calculator(ProfileRequest, ProfileAnswer, answer)
