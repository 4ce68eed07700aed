"""What is so when a cut is reached: which bits the cuts before it left in which routers (R15), what they took of its edges."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy.exc import InterfaceError, OperationalError

from ranura.core.choosing.order import Pair
from ranura.core.errors import CraftError
from ranura.core.pieces import Piece
from ranura.core.plan import Cut, plan_cut
from ranura.core.planning.common import DoneCut
from ranura.core.shop import Shop
from ranura.store import repository
from ranura.store.repository import Store

Pairs = frozenset[Pair]
_MOST = 2_000


@dataclass(frozen=True, slots=True)
class Before:
    """What the cuts before a cut leave: the pairs that are mounted in the job, and the edge cuts made in the same board."""

    mounted: Pairs = frozenset()
    done: tuple[DoneCut, ...] = ()


_NOTHING = Before()


class Mounts:
    """Plans the cuts of a job in their order and remembers what each leaves for as long as the shop stays the same value; the
    job is read again only after something was written."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._shop: Shop | None = None
        self._left: dict[tuple[Cut, Piece, Before], tuple[Pair, DoneCut | None] | None] = {}
        self._known: dict[str, Before] = {}
        self._fresh: dict[str, Before] = {}
        self._read_at = -1

    def before(self, cut_id: str, shop: Shop) -> Before:
        """What is so before a kept cut. Raises NotFoundError; what was known last stands in while the database is down."""
        if self._shop is not shop or len(self._left) > _MOST:
            self._shop, self._left, self._fresh = shop, {}, {}
        if self._read_at != self._store.writes:
            self._read_at, self._fresh = self._store.writes, {}
        if cut_id in self._fresh:
            return self._fresh[cut_id]
        fresh = self._fresh
        try:
            with self._store.session() as session:
                job = repository.job_of_cut(session, shop.id, cut_id)
        except (OperationalError, InterfaceError):
            return self._known.get(cut_id, _NOTHING)
        mounted: Pairs = frozenset()
        for kept in job.pieces:
            done: tuple[DoneCut, ...] = ()
            for cut in kept.cuts:
                if cut.id == cut_id:
                    fresh[cut_id] = self._known[cut_id] = Before(mounted, done)
                    return fresh[cut_id]
                left = self._leaves(cut.cut, kept.piece, shop, Before(mounted, done))
                if left is not None:
                    mounted |= {left[0]}
                    done += (left[1],) if left[1] else ()
        return Before(mounted, ())

    def _leaves(self, cut: Cut, piece: Piece, shop: Shop, before: Before) -> tuple[Pair, DoneCut | None] | None:
        key = (cut, piece, before)
        if key not in self._left:
            try:
                plan = plan_cut(cut, piece, shop, shop.rules, mounted=before.mounted, before=before.done)
                stopped = plan.status == "stop"
                self._left[key] = None if stopped else ((plan.bit_id, plan.router_id), plan.leaves)
            except CraftError:
                self._left[key] = None
        return self._left[key]
