"""What the log says of a bit in a wood: how it came out, at which pace it came out clean, and when it burns (R20)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.running.lessons import lessons_of
from ranura.core.running.log import CameOut, Run
from ranura.core.shop.shop import Shop
from ranura.core.text.figures import show
from ranura.core.text.writing import Shown, Text


@dataclass(frozen=True, kw_only=True, slots=True)
class LastTime:
    """How a bit came out in a wood so far."""

    runs: int
    clean: int
    last: CameOut | None
    """How the last run came out."""
    word: str
    """What was noted with it."""
    run_id: str | None
    """The last run."""
    clean_feed: Shown | None
    """The pace of the last clean run; None where that is not known."""
    burns_below: Text | None
    """The chip below which the log says that such cuts burn."""


def last_time(runs: Sequence[Run], shop: Shop, *, material: str, bit_id: str) -> LastTime:
    """What the log says of a bit in a wood. Raises `CutError` where the shop has no such wood or bit.

    Rule: R20
    Formula: runs of the same wood and bit, the last first; the burn limit of its class and kind of profile
    Source: the log"""
    wood, bit = shop.material(material), shop.bit(bit_id)
    ended = sorted((each for each in runs if each.state == "done" and each.outcome is not None), key=lambda each: each.begun_at)
    mine = [each for each in ended if each.of.material == material and each.of.bit_id == bit_id]
    clean = [each for each in mine if each.outcome is not None and each.outcome.came_out == "clean"]
    feed = next((each.of.feed_m_min for each in reversed(clean) if each.of.feed_m_min), None)
    limits = lessons_of(ended, shop).burning
    limit = next(
        (each.limit for each in limits if (each.material_class, each.kind) == (wood.material_class, bit.kind.name)), None
    )
    last = mine[-1] if mine else None
    return LastTime(
        runs=len(mine),
        clean=len(clean),
        last=last.outcome.came_out if last is not None and last.outcome is not None else None,
        word=last.outcome.word if last is not None and last.outcome is not None else "",
        run_id=last.id if last is not None else None,
        clean_feed=None if feed is None else show(feed, "m/min"),
        burns_below=limit,
    )
