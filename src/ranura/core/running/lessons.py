"""What the runs in the log teach (R20): below which chip a wood burns, how far bits ran and when they began to burn."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime

from ranura.core.board.materials import SHEETS, MaterialClass
from ranura.core.learning.burning import FEWEST_RUNS, BurnLimit, burn_limit
from ranura.core.learning.measured import corrected
from ranura.core.running.care import Care, edge_since, last_done
from ranura.core.running.log import FigureKind, FigureOfShop, Run
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import Spacer
from ranura.core.text.figures import as_measured
from ranura.core.text.writing import Shown, Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class BurnDot:
    """A run as evidence: its chip in mm, and whether it burnt."""

    run_id: str
    chip_mm: float
    burnt: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class BurnLesson:
    """Below which chip cuts of a kind burn in woods of a class, with the runs that show it; `chip_mm` None where they do not
    tell."""

    material_class: MaterialClass
    kind: str
    chip_mm: float | None
    limit: Text | None
    """The same, to be read."""
    misread: int
    dots: tuple[BurnDot, ...]
    follows: float | None
    """The chip that plans hold to, where the house has them follow the log; mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ClassMetres:
    """How far a bit ran in woods of a class, in metres."""

    material_class: MaterialClass
    metres: float


@dataclass(frozen=True, kw_only=True, slots=True)
class BitWear:
    """How far a bit ran in the runs of the log, by wood, and after how many metres it burnt first; None where it never did."""

    bit_id: str
    bit: str
    metres: float
    classes: tuple[ClassMetres, ...]
    since: float
    """Metres since it was sharpened or replaced; all of them where it never was."""
    price: float | None
    """What a metre of it has cost up to now, in the shop's money; None where its price is not known."""
    first_burn: float | None
    """In metres since its edge was new."""
    runs: int
    burnt: int
    dull: bool
    """It ran clean before, and burns now nearly always."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FigureDot:
    """A measurement as evidence: its run, what it means for the figure in mm, and whether it lies so far off that it is set
    aside."""

    run_id: str
    begun_at: datetime
    cut: str
    means: float
    means_shown: Shown
    aside: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class FigureLesson:
    """A figure of the shop that was measured: what it is kept as, what it is by now and how surely (mm), and whether that is
    worth a correction. One that a person refused is `left` as it is kept until it is measured once more."""

    figure: FigureOfShop
    key: str
    name: str
    kept: float
    value: float
    kept_shown: Shown
    value_shown: Shown
    sd: float
    worth: bool
    left: bool
    dots: tuple[FigureDot, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Lessons:
    """What the log teaches by now."""

    burning: tuple[BurnLesson, ...]
    wear: tuple[BitWear, ...]
    figures: tuple[FigureLesson, ...]


def lessons_of(runs: Sequence[Run], shop: Shop, cares: Sequence[Care] = ()) -> Lessons:
    """What the runs of a shop teach that came to their end, in whatever order they come; `cares` is what was done for its tools.

    Rule: R20
    Formula: metres on a bit = Σ way in wood × passes; burning from 4 runs of a wood class and a kind of profile on
    Source: the log"""
    ended = sorted((each for each in runs if each.state == "done"), key=lambda each: (each.begun_at, each.id))
    return Lessons(
        burning=tuple(_burning(ended, shop)), wear=tuple(_wear(ended, cares, shop)), figures=tuple(_figures(ended, cares, shop))
    )


_MEASURED_SD: dict[FigureKind, float] = {"base": 0.10, "bit": 0.05, "spacer": 0.05, "delivery": 0.05}
"""mm by which a rule from fence to wall, and a caliper, are off (R20)."""


def _figures(runs: Iterable[Run], cares: Sequence[Care], shop: Shop) -> Iterator[FigureLesson]:
    found: dict[FigureOfShop, list[tuple[Run, float]]] = defaultdict(list)
    for run in runs:
        for each in run.outcome.measured if run.outcome is not None else ():
            if each.figure is not None and each.means is not None:
                found[each.figure].append((run, each.means))
    for figure, seen in found.items():
        kept = kept_figure(figure, shop)
        if kept is None:
            continue
        name, value = kept
        spread = _spread_of(figure, shop)
        by_now = corrected(value, spread, [means for _, means in seen], _MEASURED_SD[figure.of])
        refused = last_done(cares, figure.key, frozenset({"left"}))
        yield FigureLesson(
            figure=figure,
            key=figure.key,
            name=name,
            kept=value,
            value=by_now.value,
            kept_shown=as_measured(value),
            value_shown=as_measured(by_now.value),
            sd=by_now.sd,
            worth=by_now.worth,
            left=refused is not None and all((run.ended_at or run.begun_at) <= refused for run, _ in seen),
            dots=tuple(_dot(run, means, aside=means in by_now.set_aside) for run, means in seen),
        )


def _dot(run: Run, means: float, *, aside: bool) -> FigureDot:
    shown = as_measured(means)
    return FigureDot(run_id=run.id, begun_at=run.begun_at, cut=run.of.cut, means=means, means_shown=shown, aside=aside)


def _spread_of(figure: FigureOfShop, shop: Shop) -> float:
    """Within how many mm a figure is known that was not measured yet (R19)."""
    rules = shop.rules
    if figure.of != "delivery":
        return {"base": rules.spread_base, "bit": rules.spread_bit, "spacer": rules.spread_spacer}[figure.of]
    of = next(each.material_id for each in shop.deliveries if each.id == figure.id)
    return rules.spread_sheet if shop.material(of).material_class in SHEETS else rules.spread_mate


def kept_figure(figure: FigureOfShop, shop: Shop) -> tuple[str, float] | None:
    """What a figure is called and what it is kept as; None where the shop has it no longer."""
    if figure.of == "bit":
        bit = next((each for each in shop.bits if each.id == figure.id), None)
        return None if bit is None else (f"{bit.name}, its width", bit.diameter)
    if figure.of == "spacer":
        strip = next((each for each in shop.guides if isinstance(each, Spacer) and each.id == figure.id), None)
        return None if strip is None else (f"{strip.name}, its thickness", strip.thickness)
    if figure.of == "delivery":
        load = next((each for each in shop.deliveries if each.id == figure.id), None)
        return None if load is None else (f"{load.name}, its thickness", load.measured)
    owner = next((each for each in shop.routers if each.id == figure.id), None)
    base = None if owner is None else next((each for each in owner.bases if each.kind == figure.base), None)
    side = None if base is None else next((each for each in base.sides if each.name == figure.side), None)
    if owner is None or base is None or side is None:
        return None
    return f"{owner.name}, {base.kind} base, {side.name}", side.distance


def _burning(runs: Iterable[Run], shop: Shop) -> Iterator[BurnLesson]:
    grouped: dict[tuple[MaterialClass, str], list[BurnDot]] = defaultdict(list)
    for each in runs:
        chip, wood = each.of.chip_mm, each.of.material_class
        if chip is not None and wood is not None and each.outcome is not None:
            dot = BurnDot(run_id=each.id, chip_mm=chip, burnt=each.outcome.came_out == "burnt")
            grouped[wood, each.of.kind].append(dot)
    for (wood, kind), dots in sorted(grouped.items()):
        if len(dots) >= FEWEST_RUNS and any(each.burnt for each in dots):
            found: BurnLimit = burn_limit([(each.chip_mm, each.burnt) for each in dots])
            yield BurnLesson(
                material_class=wood,
                kind=kind,
                chip_mm=found.chip,
                limit=None if found.chip is None else write("{chip:n3} mm", chip=found.chip),
                misread=found.misread,
                dots=tuple(dots),
                follows=shop.rules.burnt_below(wood, kind),
            )


def _wear(runs: Sequence[Run], cares: Sequence[Care], shop: Shop) -> Iterator[BitWear]:
    prices = {bit.id: bit.price for bit in shop.bits}
    grouped: dict[str, list[Run]] = defaultdict(list)
    names: dict[str, str] = {}
    for each in runs:
        for bit_id, name in each.bits:
            grouped[bit_id].append(each)
            names[bit_id] = name
    for bit_id, those in sorted(grouped.items()):
        metres = sum(each.metres_of(bit_id) for each in those)
        # How a run came out tells of the bit that went last.
        last = [each for each in those if each.of.bit_id == bit_id]
        classes: dict[MaterialClass, float] = defaultdict(float)
        for each in those:
            if each.of.material_class is not None:
                classes[each.of.material_class] += each.metres_of(bit_id)
        fresh = edge_since(those, cares, bit_id)
        since, first = 0.0, None
        for each in fresh:
            since += each.metres_of(bit_id)
            first = since if first is None and each.of.bit_id == bit_id and _burnt(each) else first
        price = prices.get(bit_id)
        yield BitWear(
            bit_id=bit_id,
            bit=names[bit_id],
            metres=metres,
            classes=tuple(ClassMetres(material_class=wood, metres=far) for wood, far in sorted(classes.items())),
            since=since,
            price=None if price is None or metres < _FOR_A_PRICE else price / metres,
            first_burn=first,
            runs=len(those),
            burnt=sum(_burnt(each) for each in last),
            dull=_burns_by_now([_burnt(each) for each in fresh if each.of.bit_id == bit_id and each.outcome is not None]),
        )


def _burnt(run: Run) -> bool:
    return run.outcome is not None and run.outcome.came_out == "burnt"


_FOR_A_PRICE = 1.0
"""Metres that a bit ran at least before its price is shared out among them."""
_LAST, _MANY = 3, 2
"""Of the last runs of a bit so many burnt: it burns by now."""


def _burns_by_now(burnt: Sequence[bool]) -> bool:
    """Whether a bit's last runs burnt, and those before nearly all did not."""
    before = burnt[:-_LAST]
    return len(before) >= _LAST and sum(burnt[-_LAST:]) >= _MANY and 2 * sum(before) < len(before)
