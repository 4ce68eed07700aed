"""What is so when a cut is reached: which bits the cuts before it left in which routers (R15), what they took of its edges."""

from __future__ import annotations

from dataclasses import dataclass
from threading import Lock

from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Pair
from ranura.core.family import AnyCut, DoneCut
from ranura.core.plan import Planning
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.store import repository
from ranura.store.repository import DOWN_ERRORS, Store

Pairs = frozenset[Pair]
_MOST = 2_000


@dataclass(frozen=True, slots=True)
class PriorState:
    """What the cuts before a cut leave: the pairs that are mounted in the job, and the edge cuts made in the same board."""

    mounted: Pairs = frozenset()
    done: tuple[DoneCut, ...] = ()


_NOTHING = PriorState()
_Left = dict[tuple[AnyCut, Piece, PriorState], tuple[Pair, DoneCut | None] | None]
"""What each cut leaves: the pair it is set up with and what it takes of the edges; None where it is not made."""


class PriorCuts:
    """Plans the cuts of a job in their order and remembers what each leaves for as long as the shop stays the same value; the
    job is read again only after something was written."""

    def __init__(self, store: Store, planning: Planning) -> None:
        self._store = store
        self._planning = planning
        self._lock = Lock()
        self._shop: Shop | None = None
        self._left: _Left = {}
        self._known: dict[str, PriorState] = {}
        self._fresh: dict[str, PriorState] = {}
        self._read_at = -1

    def before(self, cut_id: str, shop: Shop) -> PriorState:
        """What is so before a kept cut. Raises NotFoundError; what was known last stands in while the database is down."""
        left, fresh = self._of(shop)
        if cut_id in fresh:
            return fresh[cut_id]
        try:
            with self._store.session() as session:
                job = repository.job_of_cut(session, shop.id, cut_id)
        except DOWN_ERRORS:
            return self._known.get(cut_id, _NOTHING)
        mounted: Pairs = frozenset()
        for kept in job.pieces:
            done: tuple[DoneCut, ...] = ()
            for cut in kept.cuts:
                if cut.id == cut_id:
                    fresh[cut_id] = self._known[cut_id] = PriorState(mounted, done)
                    return fresh[cut_id]
                made = self._leaves(cut.cut, kept.piece, shop, PriorState(mounted, done), left)
                if made is not None:
                    mounted |= {made[0]}
                    done += (made[1],) if made[1] else ()
        return PriorState(mounted, ())

    def _of(self, shop: Shop) -> tuple[_Left, dict[str, PriorState]]:
        """What is remembered of a shop as it is kept now, for a caller to read and fill, whatever others ask meanwhile."""
        with self._lock:
            if self._shop is not shop or len(self._left) > _MOST:
                self._shop, self._left, self._fresh = shop, {}, {}
            if self._read_at != self._store.writes:
                self._read_at, self._fresh = self._store.writes, {}
            return self._left, self._fresh

    def _leaves(
        self, cut: AnyCut, piece: Piece, shop: Shop, before: PriorState, left: _Left
    ) -> tuple[Pair, DoneCut | None] | None:
        key = (cut, piece, before)
        if key not in left:
            try:
                plan = self._planning.plan(cut, piece, shop, shop.rules, mounted=before.mounted, before=before.done)
                left[key] = None if plan.status == "stop" else ((plan.bit_id, plan.router_id), plan.done)
            except CraftError:
                left[key] = None
        return left[key]
