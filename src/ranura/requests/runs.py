"""What comes in of runs at the machine and of their log."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ranura.core.learning.corrections import MeasureKey
from ranura.core.running.care import CareKind
from ranura.core.running.log import MOST_KEY, CameOut, Fault, MarkedPlace, Measured, Outcome
from ranura.core.running.progress import How
from ranura.requests.from_core import IdText, Name, ReadPlace, RequestModel

MOST_PLACES = 8
"""Of the work in which one thing is measured."""


class StepIn(RequestModel):
    """A step that is done, left out, or taken back, by who took the run up."""

    hand: IdText
    step: Annotated[str, Field(min_length=1, max_length=60)]
    how: How | Literal["back"]


class TrialBackIn(RequestModel):
    """One thing that is measured in the trial in scrap, by who took the run up."""

    hand: IdText
    key: MeasureKey
    """Which of the measurements of its test cut it is."""


class TrialIn(TrialBackIn):
    """What was measured in the trial in scrap."""

    found: ReadPlace


class InWorkIn(RequestModel):
    """What was measured in the work, in one place or several."""

    field: Annotated[str, Field(min_length=1, max_length=60)]
    """Which of the dimensions that were asked for."""
    found: Annotated[tuple[ReadPlace, ...], Field(min_length=1, max_length=MOST_PLACES)]


Far = Annotated[float, Field(ge=-100_000, le=100_000, allow_inf_nan=False)]
"""A coordinate in mm."""


class MarkedIn(RequestModel):
    """A place of the work that did not come out clean, in mm as the plan view has it."""

    what: Fault
    at: tuple[Far, Far]


class OutcomeIn(RequestModel):
    """How a run came out."""

    came_out: CameOut
    marks: Annotated[tuple[MarkedIn, ...], Field(max_length=20)] = ()
    where: Annotated[str, Field(max_length=200)] = ""
    word: Annotated[str, Field(max_length=2_000)] = ""
    metres: Annotated[float, Field(ge=0, le=100_000)] | None = None
    measured: Annotated[tuple[InWorkIn, ...], Field(max_length=20)] = ()
    """What was measured in the work when it was cut; nothing where nobody looked."""

    def outcome(self, measured: tuple[Measured, ...] = ()) -> Outcome:
        """It as the log has it, with what was measured on the way."""
        marks = tuple(MarkedPlace(what=each.what, at=each.at) for each in self.marks)
        return Outcome(
            came_out=self.came_out, marks=marks, where=self.where, word=self.word, measured=measured, metres=self.metres
        )


class NotedIn(RequestModel):
    """A run that was made without being followed here."""

    cut: Name
    material: IdText | None = None
    bit_id: IdText | None = None
    router_id: IdText | None = None
    metres: Annotated[float, Field(ge=0, le=100_000)] | None = None
    outcome: OutcomeIn


class PhotoIn(RequestModel):
    """A photo of a run: a JPEG in base64."""

    jpeg: Annotated[str, Field(max_length=2_000_000)]


class LogFileIn(RequestModel):
    """A log as text: CSV or JSON."""

    text: Annotated[str, Field(max_length=30_000_000)]


class CareIn(RequestModel):
    """What was done for a bit, a router or a figure; its id is the page's, so that it is done once however often it is sent."""

    id: IdText
    kind: CareKind
    of: Annotated[str, Field(min_length=1, max_length=MOST_KEY)]
    """The id of the bit, or of the router whose collet was looked at; the key of the figure that is left."""
