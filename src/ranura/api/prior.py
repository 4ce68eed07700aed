"""What the cuts of a job come to, one after the other: what each leaves for those after it (R15, R21), and how it stands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from threading import Lock
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from ranura.core.board.pieces import Piece
from ranura.core.family import NOTHING_BEFORE, AnyCut, Before
from ranura.core.geometry.rings import Point
from ranura.core.output.work import Work, as_work
from ranura.core.plan import Planning, PlanWithMoves, Status
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text
from ranura.store import kept_jobs
from ranura.store.kept_jobs import KeptCut, KeptJob, KeptPiece
from ranura.store.repository import DOWN_ERRORS, Store

_MOST, _MOST_SHOPS = 2_000, 8
"""Cuts that are remembered of a shop, and shops: what is undone is often done again."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Made:
    """What a cut comes to: its sign in a list, how it stands and what it still needs, and whether it is only a tool for it that
    is missing; and what is so after it."""

    glyph: tuple[Point, ...]
    status: Status
    needs: tuple[Text, ...]
    after: Before
    wanted: bool = False
    work: Work | None = None
    """What it is made with, and how long one board takes; None where it cannot be made."""


_Made = dict[tuple[AnyCut, Piece, Before], Made]
"""What each cut that was looked at comes to, by the cut, its piece and what was so before."""


class PriorCuts:
    """Plans the cuts of a job in their order and remembers what each comes to, for the last few values of the shop; the job is
    read again only after something was written."""

    def __init__(self, store: Store, planning: Planning) -> None:
        self._store = store
        self._planning = planning
        self._lock = Lock()
        self._made: list[tuple[Shop, _Made]] = []
        self._known: dict[str, Before] = {}
        self._fresh: tuple[Shop | None, dict[str, Before]] = (None, {})
        self._read_at = -1

    def before(self, cut_id: str, shop: Shop) -> Before:
        """What is so before a kept cut. Raises NotFoundError; what was known last stands in while the database is down."""
        fresh = self._fresh_of(shop)
        if cut_id in fresh:
            return fresh[cut_id]
        try:
            with self._store.session() as session:
                job = kept_jobs.job_of_cut(session, shop.id, cut_id)
        except DOWN_ERRORS:
            return self._known.get(cut_id, NOTHING_BEFORE)
        for cut, so_far in self._chain(job, shop, self._made_of(shop)):
            if cut == cut_id:
                fresh[cut_id] = self._known[cut_id] = so_far
                return so_far
        return NOTHING_BEFORE

    def after_all(self, session: Session, piece_id: str, shop: Shop) -> Before:
        """What is so after all cuts of a piece, for one that is added to them. Raises NotFoundError."""
        piece = kept_jobs.load_piece(session, shop.id, piece_id)
        last = kept_jobs.last_cut(session, shop.id, piece_id)
        if last is None:
            return NOTHING_BEFORE
        return self.made(last.cut, piece, shop, self.before(last.id, shop)).after

    def along(self, job: KeptJob, shop: Shop) -> dict[str, Before]:
        """What is so before each cut of a job as it was read, by the cuts' ids."""
        return dict(self._chain(job, shop, self._made_of(shop)))

    def works(self, job: KeptJob, shop: Shop) -> Iterator[tuple[KeptPiece, KeptCut, Work | None]]:
        """The cuts of a job as it was read, each with what it is made with; None where it cannot be run as it stands."""
        known = self._made_of(shop)
        before = dict(self._chain(job, shop, known))
        for item in job.pieces:
            for kept in item.cuts:
                yield item, kept, self._make(kept.cut, item.piece, shop, before[kept.id], known).work

    def made(self, cut: AnyCut, piece: Piece, shop: Shop, before: Before) -> Made:
        """What a cut comes to; a stop where it cannot be planned (any more)."""
        return self._make(cut, piece, shop, before, self._made_of(shop))

    def _make(self, cut: AnyCut, piece: Piece, shop: Shop, before: Before, known: _Made) -> Made:
        key = (cut, piece, before)
        if key not in known:
            plan, after = self._planning.made(cut, piece, shop, before=before)
            if isinstance(plan, CraftError):
                known[key] = Made(glyph=(), status="stop", needs=(plan.message,), after=after, wanted=plan.lacks)
            else:
                needs = tuple(each.message for each in plan.cautions if each.level == "stop")
                work = None if plan.status == "stop" else _work(plan)
                known[key] = Made(glyph=plan.glyph, status=plan.status, needs=needs, after=after, work=work)
        return known[key]

    def _chain(self, job: KeptJob, shop: Shop, known: _Made) -> Iterator[tuple[str, Before]]:
        """The cuts of a job in order, each with what is so before it; a cut is planned when the next one is asked for."""
        so_far = NOTHING_BEFORE
        for kept in job.pieces:
            # What is mounted stays so from board to board; nothing else does.
            so_far = Before(mounted=so_far.mounted)
            for cut in kept.cuts:
                yield cut.id, so_far
                so_far = self._make(cut.cut, kept.piece, shop, so_far, known).after

    def _made_of(self, shop: Shop) -> _Made:
        """What is remembered of a shop as it is now, for a caller to read and fill, whatever others ask meanwhile. One that was
        read again and is the same changes nothing."""
        with self._lock:
            known = next((made for each, made in self._made if each.plans_as(shop)), {})
            if len(known) > _MOST:
                known = {}
            others = [(each, made) for each, made in self._made if not each.plans_as(shop)]
            self._made = [(shop, known), *others][:_MOST_SHOPS]
            return known

    def _fresh_of(self, shop: Shop) -> dict[str, Before]:
        """What is so before kept cuts, as it was found since anything was written."""
        with self._lock:
            of, fresh = self._fresh
            if self._read_at != self._store.writes or of is None or not of.plans_as(shop):
                self._read_at, fresh = self._store.writes, {}
            self._fresh = (shop, fresh)
            return fresh


def _work(plan: PlanWithMoves) -> Work:
    return as_work(plan.bit_id, plan.router_id, plan.settings, plan.moves, template=plan.waits_for_template)


async def _prior(request: Request) -> PriorCuts:
    prior: PriorCuts = request.app.state.prior
    return prior


ThePriorCuts = Annotated[PriorCuts, Depends(_prior)]
