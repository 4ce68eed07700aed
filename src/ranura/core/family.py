"""What a family of cuts must answer: one binding object a family, in one table (`families.py`).

Everything outside a family asks it through this object and knows no kind of cut. A family that leaves something out is found by
the type checker; a cut without a family by a test.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Final, Generic, Protocol, TypeVar

from ranura.core.board.materials import Material
from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats
from ranura.core.board.stood import Standing
from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate, Pair
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting.stage import Stage
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Point
from ranura.core.learning.corrections import Correction, MeasureKey, TestCut
from ranura.core.output.fit import FitView
from ranura.core.output.guides import GuideOffer, StationLine
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import PassLine, SlipSection
from ranura.core.output.views import View
from ranura.core.proof.moves import Move, Program
from ranura.core.proof.wanted import Wanted
from ranura.core.proof.wood import Swept
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.templates.to_make import JigToMake, TemplateToMake
from ranura.core.text import refusals
from ranura.core.text.errors import CutError
from ranura.core.text.figures import Figure
from ranura.core.text.forms import FieldPath, Form, Start
from ranura.core.text.lengths import Length, in_mm
from ranura.core.text.writing import Text


class AnyCut(Protocol):
    """What every cut says of itself, whatever its family."""

    @property
    def kind(self) -> str:
        """The name of its family, as its JSON has it."""

    @property
    def bit_id(self) -> str | None:
        """The bit that is pinned; None leaves the choice to Ranura."""

    @property
    def router_id(self) -> str | None:
        """The router that is pinned; None leaves the choice to Ranura."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DoneCut:
    """An edge cut made before in the same board: at which edges, with what, on which faces."""

    edges: tuple[str, ...]
    bit_id: str
    height: float
    offset: float
    both_faces: bool


Edges = tuple[tuple[str, float], ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Before:
    """What the cuts before a cut leave."""

    mounted: frozenset[Pair] = frozenset()
    """The bits in routers that are set up in this job already (R15)."""
    done: tuple[DoneCut, ...] = ()
    """The edge cuts made in the same board."""
    taken: tuple[Swept, ...] = ()
    """What the moves of all cuts made in the same board took of it (R21)."""
    unmade: tuple[str, ...] = ()
    """Cuts of the same board that their own plan stops, in words; they take nothing."""
    openings: tuple[Contour, ...] = ()
    """What cuts opened in it, right through, in their order; their edges can be cut as those of other openings."""
    moved_in: Edges = ()
    """By how many mm its edges lie further in than at first, by their refs: one that was jointed is measured from anew (R8)."""

    def board(self, piece: Piece) -> Piece:
        """The board as it is now, given as it was at first."""
        if self.openings:
            piece = replace(piece, openings=(*piece.openings, *self.openings))
        gone = dict(self.moved_in)
        length = piece.length.mm - gone.get("left", 0.0) - gone.get("right", 0.0)
        width = piece.width.mm - gone.get("near", 0.0) - gone.get("far", 0.0)
        return replace(piece, length=in_mm(length), width=in_mm(width)) if gone else piece

    def after_moving(self, edges: Mapping[str, float]) -> Before:
        """What is so once edges lie further in, by so many mm; what was taken is seen from the corner where they meet now."""
        now = dict(self.moved_in)
        for ref, by in edges.items():
            now[ref] = now.get(ref, 0.0) + by
        dx, dy = shift = (-edges.get("left", 0.0), -edges.get("near", 0.0))
        taken = tuple(each.moved(shift) for each in self.taken)
        opened = tuple(replace(each, points=tuple((x + dx, y + dy) for x, y in each.points)) for each in self.openings)
        return replace(self, moved_in=tuple(sorted(now.items())), taken=taken, openings=opened)


NOTHING_BEFORE: Final = Before()


@dataclass(frozen=True, kw_only=True, slots=True)
class Task:
    """A cut's surroundings: the board and its wood, the shop, the house rules, and the cuts made in this board before."""

    piece: Piece
    wood: Material
    shop: Shop
    rules: HouseRules
    before: Sequence[DoneCut] = ()


@dataclass(frozen=True, kw_only=True)
class PlanText:
    """What a family says and shows of a setting: the part of a plan that is its own."""

    figures: tuple[Figure, ...]
    """Every figure with its working, by key."""
    slip: tuple[SlipSection, ...]
    """The setup in the order of the hands; it refers to the figures."""
    drawing: tuple[View, ...]
    """The plan view, the section, and others after them."""
    remedies: tuple[Remedy, ...]
    """Answers to cautions and remedies for a stop."""
    pass_columns: tuple[str, ...]
    """What the cells of the pass lines are."""
    pass_lines: tuple[PassLine, ...]
    """The passes or stages in order of work, in words."""
    run_mm: float
    """The length of one pass on one face in the wood."""
    way_mm: float
    """How far the bit runs in the wood in all passes, at all places."""
    glyph: tuple[Point, ...]
    """The small section of a list, in mm, z up."""
    passes: tuple[Pass, ...] = ()
    """The passes of a cut that goes down by steps, in order of work."""
    stages: tuple[Stage, ...] = ()
    """The stages of a profile, in order of work."""
    done: DoneCut | None = None
    """What an edge cut takes of its edges, for the cuts after it."""
    guides: tuple[GuideOffer, ...] = ()
    """The methods of guiding it, the best first."""
    stations: tuple[StationLine, ...] = ()
    """The places of a repeated cut, in the order of the tape."""
    fit: FitView | None = None
    """How likely its mate fits."""
    test_cut: TestCut | None = None
    """What to try in scrap, and what to measure in it."""
    jig: tuple[Text, ...] = ()
    """How a cut-line jig for the pair of tools is made."""
    template: TemplateToMake | None = None
    """The template that is followed, to be made; None where none is, or an inlay set follows it."""
    jig_to_make: JigToMake | None = None
    """The jig that it is made with, to be drawn at 1:1; None where it is made with none of its own."""

    @property
    def waits_for_template(self) -> bool:
        """Whether it is cut by a template that is still to be made for it; a comb is a thing of the shop."""
        return self.template is not None and not self.template.is_template and self.template.there is None


def as_it_lies(_: ToolSetting, at: Point) -> Point:
    """The board lies in the plan view as it is: seen from above, the shown face up."""
    return at


@dataclass(frozen=True, kw_only=True, slots=True)
class Planned:
    """A setting that was worked out; it is put into words when somebody reads it."""

    setting: ToolSetting
    text: Callable[[Any, Sequence[Move]], PlanText]
    """What is said and shown of this setting, or of the same with more cautions, and of its moves."""
    program: Callable[[Any], Program]
    """The moves of this setting, worked out when somebody asks for them."""
    drawn: Callable[[Any, Point], Point] = as_it_lies
    """Where a point of the board lies in the plan view of this setting."""
    stands: Standing | None = None
    """How its board stands; None where it lies on a face. What is worked out for a standing board, its moves, what they are to
    take and where that is drawn, is in the coordinates of the board as it stands (`board/stood.py`)."""
    named: Mapping[str, str] = field(default_factory=dict)
    """What the sides of its board are really called, where what is said of them names them as those of a board that lies."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Planner:
    """How one cut is planned."""

    judge: Judge
    """Who judges the tools."""
    refuse: Callable[[list[Drop]], None]
    """Raises `CutError` on the dimension that no tool can make; other causes are shown as a plan with a stop."""
    make: Callable[[Candidate], Planned]
    """What a pair of tools makes of it."""
    others: Callable[[], Iterable[Planner]] = tuple
    """Other ways of guiding it, the best first, where the person has left that open (R21)."""


C = TypeVar("C", bound=AnyCut)


def _no_edge(_cut: AnyCut) -> Mapping[str, float]:
    return {}


def _made_once(_cut: AnyCut, _piece: Piece, _shop: Shop, _count: int | None) -> Repeats:
    raise CutError(refusals.NO_REPEAT, field="cut.count")


def _nothing_measured(_setting: ToolSetting, _key: MeasureKey, _measured: float) -> Correction:
    raise CutError(refusals.NOTHING_TO_MEASURE, field="measured")


@dataclass(frozen=True, kw_only=True)
class Family(Generic[C]):
    """A family of cuts, all that is asked of it."""

    kind: str
    """Its name in JSON."""
    cut: type[C]
    """What is asked of a cut of this family."""
    planner: Callable[[C, Task], Planner]
    """How a cut is planned. Raises `CutError` with the dimension that cannot be."""
    wanted: Callable[[C, Piece, Shop], Wanted]
    """What it is to take of the board; empty where that is the bit's own (R21.11)."""
    title: Callable[[C, Shop], Text]
    """What it is called in a list."""
    sentence: Callable[[C, Piece, Shop], Text]
    """What is asked, with the dimensions as typed."""
    place: Callable[[C, Piece], Text]
    """Where it lies, in a list."""
    asked: Callable[[C], Mapping[FieldPath, Length | None]]
    """The lengths that were typed, by the names under which the drawing has them."""
    form: Callable[[C, Piece, Shop], Form]
    """What is asked of it as it stands, also where it cannot be planned."""
    starts: Callable[[Piece, Shop], tuple[Start, ...]]
    """The cuts of this family that can be begun in a board."""
    repeat: Callable[[C, Piece, Shop, int | None], Repeats] = _made_once
    """How it is best repeated: `count` times, or at one given place more. Raises `CutError` for what is made once."""
    corrected: Callable[[ToolSetting, MeasureKey, float], Correction] = _nothing_measured
    """What a measurement in its test cut corrects, in mm. Raises `CutError` on "measured"."""
    moves_in: Callable[[C], Mapping[str, float]] = _no_edge
    """By how many mm it moves edges of the board in, by their refs."""


Families = Mapping[str, Family[Any]]
"""The families that an application knows, by the kind of their cuts."""


def table_of(*families: Family[Any]) -> Families:
    """The table of some families. Raises ValueError when a kind stands twice."""
    table = {family.kind: family for family in families}
    if len(table) < len(families):
        raise ValueError("two families of one kind")
    return table
