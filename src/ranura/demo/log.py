"""The demo shop's log: eight weeks at the machines, with outcomes that let the advice be seen at work. All made up."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from functools import cache

from ranura.core.plan import PLANNING
from ranura.core.running.log import CameOut, FigureOfShop, Measured, Outcome, RunOf, run_with
from ranura.core.running.record import RunRecord, record_of, run_of
from ranura.core.text.writing import write
from ranura.demo.jobs import JOB_ID, JOB_NAME, PIECES
from ranura.demo.shop import SHOP

_BEGUN = datetime(2026, 9, 28, 8, 30, tzinfo=UTC)
"""Of the first run, in UTC."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DemoRun:
    """A run of the demo's log; `plan` is the id of the cut whose plan it followed, None where it was only noted."""

    id: str
    of: RunOf
    at: datetime
    outcome: Outcome
    plan: str | None
    took: float | None = None
    """Minutes at the machine; None where nobody looked."""


_FOLLOWED = ("shelf-dado-212", "cross-edges", "cross-mortise", "rail-groove", "finger-slot")


@cache
def demo_records() -> dict[str, tuple[RunOf, RunRecord]]:
    """The plans that runs followed, by the ids of their cuts: planned as if nothing had been cut before."""
    return {cut_id: _record(cut_id) for cut_id in _FOLLOWED}


def _record(cut_id: str) -> tuple[RunOf, RunRecord]:
    piece, name, cut = next((piece, name, cut) for _, piece, cuts in PIECES for each, name, cut in cuts if each == cut_id)
    followed = PLANNING.followed(cut, piece, SHOP, SHOP.rules)
    return run_of(followed.plan, piece, SHOP, cut=name, job=JOB_NAME, job_id=JOB_ID), record_of(followed, piece, SHOP)


@cache
def demo_runs() -> tuple[DemoRun, ...]:
    """All of the log, the first first."""
    found = [*_crosses(), *_shelves(), *_round_side(), *_dulling(), *_others()]
    return tuple(sorted(found, key=lambda run: (run.at, run.id)))


def _at(day: int, hour: float) -> datetime:
    return _BEGUN + timedelta(days=day, hours=hour)


def _followed(number: int, cut_id: str, at: datetime, outcome: Outcome, *, feed: float | None = None) -> DemoRun:
    of, _ = demo_records()[cut_id]
    if feed is not None and of.feed_m_min and of.chip_mm:
        of = replace(of, feed_m_min=feed, chip_mm=of.chip_mm * feed / of.feed_m_min)
    return DemoRun(id=f"run-{cut_id}-{number}", of=of, at=at, outcome=outcome, plan=cut_id, took=_took(of, number))


def _took(of: RunOf, number: int) -> float:
    """Minutes at the machine: the first time one looks for everything, later it goes faster than planned."""
    return (SHOP.rules.setup_minutes + (of.minutes or 0.0)) * (0.8 + 0.9 / number + 0.05 * (number % 3))


def _crosses() -> Iterator[DemoRun]:
    """Soft edges of sycamore: burnt while they are led slowly, clean once they are led faster."""
    paces: tuple[tuple[float, CameOut, str, str], ...] = (
        (0.7, "burnt", "in the corners", ""),
        (0.8, "burnt", "along both long edges", ""),
        (0.8, "burnt", "at both ends", ""),
        (1.0, "burnt", "in the corners", "cleaned the bit: burns all the same"),
        (1.4, "burnt", "at one end", "a little faster: better"),
        (1.9, "clean", "", "faster, without stopping at the corners"),
        (2.2, "clean", "", ""),
        (2.4, "clean", "", "keep this pace"),
        (2.4, "clean", "", ""),
        (2.3, "clean", "", ""),
        (2.5, "clean", "", ""),
        (2.4, "clean", "", ""),
    )
    for number, (feed, out, where, word) in enumerate(paces, start=1):
        outcome = Outcome(came_out=out, where=where, word=word)
        yield _followed(number, "cross-edges", _at(2 + 3 * number, number % 4), outcome, feed=feed)


def _shelves() -> Iterator[DemoRun]:
    """Shelf dadoes: the fence measures 0.3 mm off twice, and is then corrected."""
    found: tuple[tuple[float, CameOut, str], ...] = (
        (0.31, "wrong-size", "the near wall lies too far in"),
        (0.29, "wrong-size", "the same again: the base, not the fence"),
        (0.02, "clean", "base distance measured anew"),
        (-0.02, "clean", ""),
        (0.03, "clean", ""),
    )
    flat = FigureOfShop(of="base", id="plunge-two", base="fixed", side="flat side")
    for number, (off, out, word) in enumerate(found, start=1):
        # The first two were planned with 74.7, as the base was kept then.
        planned = _SETBACK - (0.3 if number <= _BEFORE_MEASURING else 0.0)
        means = 75.0 + off - (0.3 if number <= _BEFORE_MEASURING else 0.0)
        measured = (Measured(what=_TO_THE_WALL, planned=planned, found=planned + off, figure=flat, means=means),)
        yield _followed(number, "shelf-dado-212", _at(6 + 5 * number, 2), Outcome(came_out=out, word=word, measured=measured))


_SETBACK, _BEFORE_MEASURING, _TO_THE_WALL = 68.65, 2, write("from the fence to the nearest wall")


def _round_side() -> Iterator[DemoRun]:
    """Grooves along the round side of a base, which is a little further from the bit than it is kept as."""
    round_side = FigureOfShop(of="base", id="plunge-two", base="plunge", side="round side")
    bit, router, wood = SHOP.bit("straight-9.525"), SHOP.router("plunge-two"), SHOP.material("poplar")
    for number, means in enumerate((76.44, 76.41, 76.46), start=1):
        planned = 76.2 - bit.diameter / 2
        found = means - bit.diameter / 2
        of = run_with(cut="Groove for the canvas", piece="Hinged flat", wood=wood, bit=bit, router=router, metres=1.8)
        measured = (Measured(what=_TO_THE_WALL, planned=planned, found=found, figure=round_side, means=means),)
        outcome = Outcome(came_out="clean", word="a little far from the fence", measured=measured)
        yield DemoRun(id=f"run-canvas-{number}", of=of, at=_at(40 + 2 * number, 1), outcome=outcome, plan=None)


def _dulling() -> Iterator[DemoRun]:
    """Rabbets of stage rails in beech with one straight bit: from 180 m on it burns."""
    bit, router, wood = SHOP.bit("straight-12.7-dull"), SHOP.router("plunge-two"), SHOP.material("beech")
    far = 0.0
    for number in range(1, 19):
        metres = 11.5 + number % 3
        far += metres
        burnt = far > _DULL_FROM
        of = run_with(
            cut="Rabbet, stage rails",
            piece="Stage rail",
            wood=wood,
            bit=bit,
            router=router,
            rpm=16_500.0,
            feed_m_min=2.6,
            metres=metres,
        )
        outcome = Outcome(came_out="burnt" if burnt else "clean", where="in the last third" if burnt else "")
        yield DemoRun(id=f"run-rails-{number}", of=of, at=_at(3 * number, 5), outcome=outcome, plan=None)


_DULL_FROM = 180.0
"""m."""


def _others() -> Iterator[DemoRun]:
    """Days on which nothing special happened, or nearly."""
    outs: tuple[tuple[str, CameOut, str, str], ...] = (
        ("cross-mortise", "clean", "", ""),
        ("cross-mortise", "chatter", "in the second pass", "bit stood out too far"),
        ("cross-mortise", "clean", "", ""),
        ("rail-groove", "clean", "", ""),
        ("rail-groove", "burnt", "where it stopped half way", "do not stop in the groove"),
        ("rail-groove", "clean", "", ""),
        ("finger-slot", "clean", "", ""),
        ("finger-slot", "torn", "at the far end", "fresh edge and a lighter last pass"),
        ("finger-slot", "clean", "", ""),
    )
    numbers: dict[str, int] = {}
    for turn in range(3):
        for place, (cut_id, out, where, word) in enumerate(outs[: 9 - turn]):
            number = numbers[cut_id] = numbers.get(cut_id, 0) + 1
            calm: CameOut = out if turn == 0 else "clean"
            outcome = Outcome(came_out=calm, where=where if turn == 0 else "", word=word if turn == 0 else "")
            yield _followed(number, cut_id, _at(4 + 16 * turn + place, 3), outcome)
