"""What is so when a cut is reached: what the cuts before it in the job left (R15, R21)."""

from __future__ import annotations

from collections.abc import Iterator
from threading import Lock
from typing import Annotated

from fastapi import Depends, Request

from ranura.core.board.pieces import Piece
from ranura.core.family import NOTHING_BEFORE, AnyCut, Before
from ranura.core.plan import Planning
from ranura.core.shop.shop import Shop
from ranura.store import kept_jobs
from ranura.store.kept_jobs import KeptJob
from ranura.store.repository import DOWN_ERRORS, Store

_MOST = 2_000
_Left = dict[tuple[AnyCut, Piece, Before], Before]
"""What is so after each cut that was looked at, by the cut, its piece and what was so before."""


class PriorCuts:
    """Plans the cuts of a job in their order and remembers what each leaves for as long as the shop stays the same value; the
    job is read again only after something was written."""

    def __init__(self, store: Store, planning: Planning) -> None:
        self._store = store
        self._planning = planning
        self._lock = Lock()
        self._shop: Shop | None = None
        self._left: _Left = {}
        self._known: dict[str, Before] = {}
        self._fresh: dict[str, Before] = {}
        self._read_at = -1

    def before(self, cut_id: str, shop: Shop) -> Before:
        """What is so before a kept cut. Raises NotFoundError; what was known last stands in while the database is down."""
        left, fresh = self._of(shop)
        if cut_id in fresh:
            return fresh[cut_id]
        try:
            with self._store.session() as session:
                job = kept_jobs.job_of_cut(session, shop.id, cut_id)
        except DOWN_ERRORS:
            return self._known.get(cut_id, NOTHING_BEFORE)
        for cut, so_far in self._chain(job, shop, left):
            if cut == cut_id:
                fresh[cut_id] = self._known[cut_id] = so_far
                return so_far
        return NOTHING_BEFORE

    def along(self, job: KeptJob, shop: Shop) -> dict[str, Before]:
        """What is so before each cut of a job as it was read, by the cuts' ids."""
        return dict(self._chain(job, shop, self._of(shop)[0]))

    def _chain(self, job: KeptJob, shop: Shop, left: _Left) -> Iterator[tuple[str, Before]]:
        """The cuts of a job in order, each with what is so before it; a cut is planned when the next one is asked for."""
        so_far = NOTHING_BEFORE
        for kept in job.pieces:
            # What is mounted stays so from board to board; nothing else does.
            so_far = Before(mounted=so_far.mounted)
            for cut in kept.cuts:
                yield cut.id, so_far
                key = (cut.cut, kept.piece, so_far)
                if key not in left:
                    left[key] = self._planning.leaves(cut.cut, kept.piece, shop, before=so_far)
                so_far = left[key]

    def _of(self, shop: Shop) -> tuple[_Left, dict[str, Before]]:
        """What is remembered of a shop as it is kept now, for a caller to read and fill, whatever others ask meanwhile."""
        with self._lock:
            # One that was read again and is the same changes nothing.
            if self._shop is None or not self._shop.same_apart_from_unit(shop) or len(self._left) > _MOST:
                self._left, self._fresh = {}, {}
            self._shop = shop
            if self._read_at != self._store.writes:
                self._read_at, self._fresh = self._store.writes, {}
            return self._left, self._fresh


async def _prior(request: Request) -> PriorCuts:
    prior: PriorCuts = request.app.state.prior
    return prior


ThePriorCuts = Annotated[PriorCuts, Depends(_prior)]
