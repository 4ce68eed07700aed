"""What is set up already when a cut is reached: the bits in routers that the cuts before it in its job are planned with (R15)."""

from __future__ import annotations

from sqlalchemy.exc import InterfaceError, OperationalError

from ranura.core.choosing.ranking import Pair
from ranura.core.cuts.dado import Dado
from ranura.core.errors import CraftError
from ranura.core.pieces import Piece
from ranura.core.plan import plan_cut
from ranura.core.shop import Shop
from ranura.store import repository
from ranura.store.repository import Store

Pairs = frozenset[Pair]
_MOST = 2_000


class Mounts:
    """Plans the cuts of a job in their order and remembers each one's pair for as long as the shop stays the same value."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._shop: Shop | None = None
        self._pairs: dict[tuple[Dado, Piece, Pairs], Pair | None] = {}
        self._known: dict[str, Pairs] = {}

    def before(self, cut_id: str, shop: Shop) -> Pairs:
        """The pairs mounted before a kept cut. Raises NotFoundError; what was known last stands in while the database is down."""
        if self._shop is not shop or len(self._pairs) > _MOST:
            self._shop, self._pairs = shop, {}
        try:
            with self._store.session() as session:
                job = repository.job_of_cut(session, shop.id, cut_id)
        except (OperationalError, InterfaceError):
            return self._known.get(cut_id, frozenset())
        mounted: Pairs = frozenset()
        for kept in job.pieces:
            for cut in kept.cuts:
                if cut.id == cut_id:
                    self._known[cut_id] = mounted
                    return mounted
                pair = self._pair(cut.cut, kept.piece, shop, mounted)
                mounted |= {pair} if pair else set()
        return mounted

    def _pair(self, cut: Dado, piece: Piece, shop: Shop, mounted: Pairs) -> Pair | None:
        key = (cut, piece, mounted)
        if key not in self._pairs:
            try:
                plan = plan_cut(cut, piece, shop, shop.rules, mounted=mounted)
                self._pairs[key] = None if plan.status == "stop" else (plan.bit_id, plan.router_id)
            except CraftError:
                self._pairs[key] = None
        return self._pairs[key]
