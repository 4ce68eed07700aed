"""What is noted of a run at the machine: what was run with what, and how it came out."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from ranura.core.board.materials import Material, MaterialClass
from ranura.core.learning.corrections import MeasureKey
from ranura.core.running.progress import Progress
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import BaseKind, Router
from ranura.core.text.writing import Text

CameOut = Literal["clean", "burnt", "torn", "chatter", "bogged", "wrong-size"]
"""How a cut came out."""
State = Literal["under-way", "done", "left"]
"""Still at the machine; run to its end; given up."""


@dataclass(frozen=True, kw_only=True, slots=True)
class RunOf:
    """What was run: the names as they were then, and the figures that teach. Lengths in mm, the way in metres, the feed in
    m/min; None where that is not known."""

    cut: str
    piece: str = ""
    job: str = ""
    job_id: str | None = None
    material: str = ""
    """Its id."""
    material_name: str = ""
    material_class: MaterialClass | None = None
    kind: str = ""
    """The profile of the bit, in words."""
    bit_id: str | None = None
    bit: str = ""
    router_id: str | None = None
    router: str = ""
    rpm: float | None = None
    feed_m_min: float | None = None
    chip_mm: float | None = None
    """What a tooth takes along the feed where the bit goes slowest through fresh wood."""
    metres: float | None = None
    """How far it ran in the wood, in all passes."""
    first_bit_id: str | None = None
    """Of a run with two bits, as where an undercut is cleared, the one that goes first."""
    first_bit: str = ""
    first_metres: float | None = None
    """How far that one ran; `metres` are those of the other alone."""
    minutes: float | None = None
    """As planned."""
    cut_version: int | None = None
    """Which state of the cut it was planned from."""
    template_id: str | None = None
    """The template of the shop that is followed."""
    template_uses: int = 0
    """How often it is, once for each place."""


def teeth_a_second(of: RunOf) -> float | None:
    """How many cutting edges pass in a second, which is the note that is heard; None where speed or chip are not known.

    Rule: R4 feed per tooth
    Formula: n·z / 60, from the chip f_z = F·1000 / (n·z)
    Source: physics"""
    if not of.feed_m_min or not of.chip_mm:
        return None
    return of.feed_m_min * 1000 / of.chip_mm / 60


def run_with(
    *,
    cut: str,
    wood: Material | None,
    bit: Bit | None,
    router: Router | None,
    piece: str = "",
    rpm: float | None = None,
    feed_m_min: float | None = None,
    metres: float | None = None,
) -> RunOf:
    """What was run with some tools, by their names of today; the chip follows from speed and feed."""
    chip = feed_m_min * 1000 / (rpm * bit.flutes) if feed_m_min and rpm and bit is not None else None
    return RunOf(
        cut=cut,
        piece=piece,
        material=wood.id if wood is not None else "",
        material_name=wood.name if wood is not None else "",
        material_class=wood.material_class if wood is not None else None,
        kind=bit.kind.name if bit is not None else "",
        bit_id=bit.id if bit is not None else None,
        bit=bit.name if bit is not None else "",
        router_id=router.id if router is not None else None,
        router=router.name if router is not None else "",
        rpm=rpm,
        feed_m_min=feed_m_min,
        chip_mm=chip,
        metres=metres,
    )


FigureKind = Literal["base", "bit", "spacer", "delivery"]


@dataclass(frozen=True, kw_only=True, slots=True)
class FigureOfShop:
    """A figure of the shop that a measurement tells of: a bit's width, the distance of one side of a base, how thick a spacer is
    or the boards of a delivery are."""

    of: FigureKind
    id: str
    base: BaseKind | None = None
    side: str | None = None

    @property
    def key(self) -> str:
        """What tells it from all others.

        >>> FigureOfShop(of="base", id="plunge-two", base="fixed", side="flat side").key
        'base plunge-two fixed flat side'"""
        return " ".join(part for part in (self.of, self.id, self.base, self.side) if part is not None)[:MOST_KEY]


MOST_KEY = 80
"""Signs of the key of a figure."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Measured:
    """Something that was measured, in a trial or in the work: what it was to be, and what it is; mm. `figure` is what of the shop
    it tells of, and `means` what that would be by this measurement alone."""

    what: Text
    planned: float | None
    found: float
    key: MeasureKey | None = None
    """Which of the measurements of its test cut it is."""
    figure: FigureOfShop | None = None
    means: float | None = None
    again: bool = False
    """After what was found first was set right: it tells no more of the shop."""
    in_work: bool = False
    places: tuple[float, ...] = ()
    """What it is in each place, where it was measured in several; `found` is their median."""


Fault = Literal["burnt", "torn", "chatter", "bogged", "wrong-size"]
"""What a place of the work came out like."""


@dataclass(frozen=True, kw_only=True, slots=True)
class MarkedPlace:
    """A place of the work that did not come out clean; `at` as the plan view of the plan that was run shows it, in mm."""

    what: Fault
    at: tuple[float, float]


@dataclass(frozen=True, kw_only=True, slots=True)
class Outcome:
    """How a run came out."""

    came_out: CameOut
    marks: tuple[MarkedPlace, ...] = ()
    """Where, on the drawing."""
    where: str = ""
    """Where on the work, in words."""
    word: str = ""
    measured: tuple[Measured, ...] = ()
    metres: float | None = None
    """How far it really ran, where that is not as planned."""


@dataclass(frozen=True, kw_only=True, slots=True)
class RunLine:
    """A run as a line of the log."""

    id: str
    begun_at: datetime
    state: State
    came_out: CameOut | None
    cut: str
    piece: str
    material: str
    """Its name."""
    bit: str
    router: str
    word: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Run:
    """A run as the log has it; times in UTC."""

    id: str
    of: RunOf
    begun_at: datetime
    ended_at: datetime | None
    state: State
    progress: Progress
    trial: tuple[Measured, ...]
    """What was measured in scrap on the way."""
    outcome: Outcome | None
    cut_id: str | None
    planned: bool
    """Whether the plan that it followed is kept with it."""

    @property
    def metres(self) -> float:
        """How far its bit ran in the wood; nothing while it is under way, or was given up."""
        if self.state != "done":
            return 0.0
        noted = self.outcome.metres if self.outcome is not None else None
        return (self.of.metres or 0.0) if noted is None else noted

    def metres_of(self, bit_id: str) -> float:
        """How far one of its bits ran; nothing of a bit that it had not."""
        if bit_id == self.of.bit_id:
            return self.metres
        ran = bit_id == self.of.first_bit_id and self.state == "done"
        return (self.of.first_metres or 0.0) if ran else 0.0

    @property
    def bits(self) -> tuple[tuple[str, str], ...]:
        """The bits that it was run with, by id and name, the first one first."""
        both = ((self.of.first_bit_id, self.of.first_bit), (self.of.bit_id, self.of.bit))
        return tuple((bit_id, name) for bit_id, name in both if bit_id is not None)
