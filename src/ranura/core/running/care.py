"""What tools need from time to time (R20): an edge sharpened, a bearing oiled, a collet looked at; what is due by now."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Final, Literal

from ranura.core.running.log import Run
from ranura.core.shop.saved_outlines import STUFFS, lasts
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import State
from ranura.core.shop.tooling.profiles import SPIRALS
from ranura.core.text.writing import Text, write

CareKind = Literal["sharpened", "replaced", "oiled", "collet", "left"]
"""What was done: a bit's edge sharpened, or the bit replaced by one like it; its bearing oiled; a router's collet looked at; the
correction of a figure refused, so that it is left as it is kept."""
EDGES: Final[frozenset[CareKind]] = frozenset({"sharpened", "replaced"})
"""After these a bit begins anew."""

OIL_HOURS, OIL_DAYS = 20.0, 91
"""Of turning, or since the last time: when a bearing is oiled (R20)."""
COLLET_CHANGES = 50
"""Of bits in a router, after which its collet is looked at (R20)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Care:
    """Something that was done for a bit, a router or a figure of the shop, at a time in UTC."""

    id: str
    kind: CareKind
    of: str
    """The id of the bit or of the router; the key of the figure."""
    at: datetime
    was: State | None = None
    """How the edge of a bit was before it was made sharp."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DueWork:
    """Something that is due: for what, what is done, and why now."""

    kind: CareKind | Literal["template"]
    """A template that is worn is made anew."""
    of: str
    name: str
    says: Text
    why: Text


def last_done(cares: Sequence[Care], of: str, kinds: frozenset[CareKind]) -> datetime | None:
    """When one of some things was done last for a tool; None where it never was."""
    return max((each.at for each in cares if each.of == of and each.kind in kinds), default=None)


def edges_of(cares: Sequence[Care], bit_id: str) -> tuple[datetime, ...]:
    """When the edge of a bit was made new, the first time first."""
    return tuple(sorted(each.at for each in cares if each.of == bit_id and each.kind in EDGES))


def edge_since(runs: Sequence[Run], cares: Sequence[Care], bit_id: str) -> tuple[Run, ...]:
    """The runs of a bit since its edge was new, of runs in the order of time."""
    since = last_done(cares, bit_id, EDGES)
    return tuple(each for each in runs if bit_id in dict(each.bits) and (since is None or each.begun_at > since))


def due_work(
    runs: Sequence[Run], cares: Sequence[Care], dull: frozenset[str], shop: Shop, *, now: datetime
) -> tuple[DueWork, ...]:
    """What is due by now; `dull` are the ids of the bits that burn by now. Bits and routers that were put away are left out.

    Rule: R20 bearings and collets
    Formula: a bearing is oiled every 20 h of turning or 3 months of use, a collet looked at every 50 changes of bits; a bit that
    burns by now is sharpened, a spiral replaced; a template is made anew after as many uses as its stuff lasts (R9)
    Source: the log"""
    ended = sorted((each for each in runs if each.state == "done"), key=lambda each: (each.begun_at, each.id))
    return (*_edges(dull, shop), *_bearings(ended, cares, shop, now), *_collets(ended, cares, shop), *_templates(shop))


def _templates(shop: Shop) -> Iterator[DueWork]:
    for each in shop.outlines:
        if each.made is not None and each.made.worn(shop.rules):
            yield DueWork(
                kind="template",
                of=each.id,
                name=each.name,
                says=write("Copy it from its master, or make it anew: a worn edge is copied into every part"),
                why=write(
                    "{n:n0} uses, and {stuff} lasts for about {most:n0}",
                    n=each.made.uses,
                    stuff=STUFFS[each.made.stuff],
                    most=lasts(each.made.stuff, shop.rules),
                ),
            )


def _edges(dull: frozenset[str], shop: Shop) -> Iterator[DueWork]:
    for bit in shop.bits:
        if bit.id in dull and not bit.archived:
            spiral = bit.profile in SPIRALS
            yield DueWork(
                kind="replaced" if spiral else "sharpened",
                of=bit.id,
                name=bit.name,
                says=write("Replace it: a spiral is not honed" if spiral else "Sharpen it, flutes alone, or replace it"),
                why=write("it ran clean before, and burns by now"),
            )


def _bearings(runs: Sequence[Run], cares: Sequence[Care], shop: Shop, now: datetime) -> Iterator[DueWork]:
    for bit in shop.bits:
        if bit.bearing_place is None or bit.archived:
            continue
        last = last_done(cares, bit.id, frozenset({"oiled", "replaced"}))
        turned = [each for each in runs if bit.id in dict(each.bits) and (last is None or each.begun_at > last)]
        if not turned:
            continue
        hours = sum(each.of.minutes or 0.0 for each in turned) / 60
        days = (now - (last or turned[0].begun_at)) / timedelta(days=1)
        if hours < OIL_HOURS and days < OIL_DAYS:
            continue
        why = write("it turned {h:n0} h since", h=hours) if hours >= OIL_HOURS else write("in use, and {d:n0} days since", d=days)
        says = write("Oil its bearing: a drop, and wipe it; change one that runs rough")
        yield DueWork(kind="oiled", of=bit.id, name=bit.name, says=says, why=why)


def _collets(runs: Sequence[Run], cares: Sequence[Care], shop: Shop) -> Iterator[DueWork]:
    for router in shop.routers:
        if router.archived:
            continue
        last = last_done(cares, router.id, frozenset({"collet"}))
        since = [each for each in runs if each.of.router_id == router.id and (last is None or each.begun_at > last)]
        put_in = [bit_id for each in since for bit_id, _ in each.bits]
        changes = sum(a != b for a, b in pairwise(put_in)) + bool(put_in)
        if changes >= COLLET_CHANGES:
            yield DueWork(
                kind="collet",
                of=router.id,
                name=router.name,
                says=write("Look at its collets: clean, slots free of pitch, no step inside; replace a worn one"),
                why=write("{n} bits were put in since", n=changes),
            )
