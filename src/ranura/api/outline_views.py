"""What is shown of outlines and templates."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import STUFFS, Intent, MadeTemplate, SavedOutline, lasts
from ranura.core.templates.corners import Corner, inward
from ranura.core.templates.outline import Outline, OutlineProblem, data_of
from ranura.core.templates.shaping import ShapedTemplate, TemplatePlace
from ranura.core.text.cautions import Caution
from ranura.core.text.writing import Text, write
from ranura.formats.drawing import FileUnit, UnitFrom
from ranura.store import items


@dataclass(frozen=True, kw_only=True, slots=True)
class OutlineView:
    """A drawing as it was understood; `path` with y up and its lower left corner at 0, 0."""

    path: str
    width: float
    height: float
    size: Text
    loops: int
    arcs: int
    sides: int
    open_ends: int
    unit: FileUnit
    unit_from: UnitFrom
    problems: tuple[OutlineProblem, ...]
    can_be_used: bool
    layers: tuple[str, ...]
    """The names of the layers of the file; empty for what is on none."""


@dataclass(frozen=True, kw_only=True, slots=True)
class MadeView:
    """What is known of a template that stands in the shop, in words; the outline that it makes, by its id."""

    says: tuple[Text, ...]
    uses: int
    worn: bool
    thickness: float
    outline: str


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptOutline:
    """An outline of the shop."""

    id: str
    name: str
    path: str
    intent: Intent
    source: str
    is_template: bool
    """Whether it is the edge of a template that the shop has, and not of what is wanted."""
    made: MadeView | None
    """None where it is no template, or only the edge of one."""
    box: tuple[float, float, float, float]
    """x0, y0, x1, y1 in mm."""
    size: Text
    version: str


@dataclass(frozen=True, kw_only=True, slots=True)
class CornerView:
    """Where two sides of an outline meet, and the radius that rounds them there; mm. The middle of its arc lies on the way
    `inward`, `per_radius` far for each mm of the radius; None where its sides go on in one line."""

    at: tuple[float, float]
    radius: float
    inward: tuple[float, float] | None
    per_radius: float


@dataclass(frozen=True, kw_only=True, slots=True)
class CornersView:
    """The corners of the loops of an outline; None where they are not moved one by one."""

    loops: tuple[tuple[CornerView, ...], ...] | None


@dataclass(frozen=True, kw_only=True, slots=True)
class FormSize:
    """A size of a form, with its usual value in mm."""

    field: str
    label: str
    usual: float


@dataclass(frozen=True, kw_only=True, slots=True)
class DrawnFormView:
    """A form that can be drawn."""

    form: str
    title: str
    sizes: tuple[FormSize, ...]
    corners: str = ""
    """What to begin with where its corners are typed."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Sized:
    """A bushing by its outside, or a bit by its diameter, in mm."""

    id: str
    name: str
    size: float


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplatePairs:
    """What of a shop may follow a template: bushings with bits that turn in them, and bits that have a bearing; and the pair to
    begin with, by id, where there is one."""

    bushings: tuple[Sized, ...]
    bearings: tuple[Sized, ...]
    bits: tuple[Sized, ...]
    guide_id: str | None
    bit_id: str | None


@dataclass(frozen=True, kw_only=True, slots=True)
class PlaceView:
    """A place where what is cut is not what is wanted, in words; where it is, and how large, in mm."""

    at: tuple[float, float]
    radius: float
    says: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class ReachingPair:
    """A bushing and a bit that enter every rounded corner, by their ids."""

    guide_id: str
    bit_id: str
    says: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplateView:
    """A template for an outline, and what comes of it; path data in mm, y up."""

    template: str
    wanted: str
    axis: str
    cut: str
    saw: str
    """Where a saw goes round a part before it is cut; empty for a hole."""
    lifts: tuple[str, ...]
    """The stretches of what is cut on which fibres lift, where it is said how they run."""
    box: tuple[float, float, float, float]
    width: float
    height: float
    size: Text
    offset: Text
    places: tuple[PlaceView, ...]
    figures: tuple[Text, ...]
    cautions: tuple[Caution, ...]
    guide: float
    bit: float
    pages: int
    round_to: float | None
    """The radius in mm at which bit and guide enter every corner; None where they do."""
    rounded: Text | None
    """To what its corners are rounded; None as they are drawn."""
    reaching: ReachingPair | None
    """Another pair that reaches further; None where there is none."""


def place_view(place: TemplatePlace, *, is_template: bool) -> PlaceView:
    """A place of a template, in words; of one that is there it is where the guide stays out."""
    what, (x, y) = "Wood stays" if place.kind == "left" else "Wood goes", place.at
    if is_template:
        what = "The guide stays out"
    says = write(f"{what}, {{a:n1}} mm², {{x:rough}} from the left, {{y:rough}} from below", a=place.area, x=x, y=y)
    return PlaceView(at=place.at, radius=place.radius, says=says)


def corner_views(corners: Sequence[Corner]) -> tuple[CornerView, ...]:
    """The corners of a loop to a thousandth of a millimetre: what is kept is hardly truer."""
    found = []
    for number, corner in enumerate(corners):
        x, y = (round(each, 3) + 0.0 for each in corner.at)
        way, far = inward(corners, number) or (None, 0.0)
        found.append(CornerView(at=(x, y), radius=round(corner.radius, 3), inward=way, per_radius=far))
    return tuple(found)


def figures_of(made: ShapedTemplate, outline: SavedOutline) -> list[Text]:
    """What is to be known of a template, line by line."""
    larger = (made.offset >= 0) == (outline.intent == "recess")
    way, other = ("larger", "smaller") if larger else ("smaller", "larger")
    what, by = "hole" if outline.intent == "recess" else "part", abs(made.offset)
    if outline.is_template:
        found = [write(f"The {what} comes out {{o:len}} {other} than the template all round", o=by)]
    else:
        found = [write(f"Its edge lies {{o:len}} beside the line, {way} all round", o=by)]
        if by:
            found.append(
                write(f"Cut on the line itself, a template would make the {what} {{o:len}} too {_TOO[other]} all round", o=by)
            )
    if made.smallest_inside_radius is not None:
        found.append(write("The tightest inside corner that is cut has a radius of {r:len}", r=made.smallest_inside_radius))
    if made.play:
        found.append(write("Slots as wide as the guide are {p:fine} wider, so that it runs", p=made.play))
    return found


_TOO = {"larger": "large", "smaller": "small"}


def outline_view(found: Outline, unit: FileUnit, unit_from: UnitFrom, layers: tuple[str, ...] = ()) -> OutlineView:
    """A drawing as it was understood."""
    return OutlineView(
        path=data_of(found),
        width=found.width,
        height=found.height,
        size=write("{w:len} × {h:len}", w=found.width, h=found.height),
        loops=len(found.loops),
        arcs=sum(each.arcs for each in found.loops),
        sides=found.sides,
        open_ends=len(found.open_ends),
        unit=unit,
        unit_from=unit_from,
        problems=tuple(_moved(each, found) for each in found.problems),
        can_be_used=found.can_be_used,
        layers=layers,
    )


def _moved(problem: OutlineProblem, found: Outline) -> OutlineProblem:
    if problem.at is None:
        return problem
    x, y, _, _ = box_of(found.loops)
    return replace(problem, at=(problem.at[0] - x, problem.at[1] - y))


def _made_view(made: MadeTemplate, rules: HouseRules) -> MadeView:
    stuff, most = STUFFS[made.stuff], lasts(made.stuff, rules)
    of = write(
        "{t:len} {stuff}, made for a guide of {g:len} and a bit of {b:len}",
        t=made.thickness,
        stuff=stuff,
        g=made.guide,
        b=made.bit,
    )
    used = write("Uses so far: {n:n0}; {stuff} is worn after about {most:n0}", n=made.uses, stuff=stuff, most=most)
    copied = (write("Copied from a master"),) if made.master else ()
    return MadeView(
        says=(of, used, *copied), uses=made.uses, worn=made.worn(rules), thickness=made.thickness, outline=made.outline
    )


def kept_view(outline: SavedOutline, rules: HouseRules) -> KeptOutline:
    """A kept outline; the house rules say how long templates last."""
    x0, y0, x1, y1 = box = _box_of(outline.path)
    return KeptOutline(
        id=outline.id,
        name=outline.name,
        path=outline.path,
        intent=outline.intent,
        source=outline.source,
        is_template=outline.is_template,
        made=None if outline.made is None else _made_view(outline.made, rules),
        box=box,
        size=write("{w:len} × {h:len}", w=x1 - x0, h=y1 - y0),
        version=items.version_of(outline),
    )


@lru_cache(maxsize=64)
def _box_of(path: str) -> tuple[float, float, float, float]:
    return box_of(loops_of_text(path))
