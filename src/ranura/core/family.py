"""What planning any cut has in common: tools, cautions in order, what the person's own choice costs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting.stage import Stage
from ranura.core.cutting.stepping import Pass
from ranura.core.learning.corrections import TestCut
from ranura.core.output.fit import FitView
from ranura.core.output.guides import GuideOffer, StationLine
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import PassLine, SlipSection
from ranura.core.output.views import Point, View
from ranura.core.text.figures import Figure
from ranura.core.text.writing import Text


@dataclass(frozen=True, kw_only=True, slots=True)
class DoneCut:
    """An edge cut made before in the same board: at which edges, with what, on which faces."""

    edges: tuple[str, ...]
    bit_id: str
    height: float
    offset: float
    both_faces: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class PlanText:
    """What a plan says and shows of a setting; see `CutPlan`."""

    figures: tuple[Figure, ...]
    slip: tuple[SlipSection, ...]
    drawing: tuple[View, ...]
    remedies: tuple[Remedy, ...]
    pass_columns: tuple[str, ...]
    pass_lines: tuple[PassLine, ...]
    run_mm: float
    glyph: tuple[Point, ...]
    passes: tuple[Pass, ...] = ()
    stages: tuple[Stage, ...] = ()
    leaves: DoneCut | None = None
    guides: tuple[GuideOffer, ...] = ()
    stations: tuple[StationLine, ...] = ()
    fit: FitView | None = None
    test_cut: TestCut | None = None
    jig: tuple[Text, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Planned:
    """A setting that was worked out; it is put into words when somebody reads it."""

    setting: ToolSetting
    said: Callable[[], PlanText]


@dataclass(frozen=True, kw_only=True, slots=True)
class Planner:
    """How one kind of cut is planned: who judges the tools, which dimension is refused where none can make it, and what a pair of
    tools makes of it."""

    judge: Judge
    refuse: Callable[[list[Drop]], None]
    make: Callable[[Candidate], Planned]
