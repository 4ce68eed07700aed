"""What to buy, worked out beside the requests: an answer comes soon, and says what is left to look at where that takes long."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from contextvars import copy_context
from dataclasses import dataclass, field, replace
from threading import Event, Lock

from ranura.core.board.pieces import Piece
from ranura.core.choosing.buying import shopping, unfinished
from ranura.core.choosing.known import Known, PlannedCut
from ranura.core.choosing.purchases import Shopping
from ranura.core.plan import Planning
from ranura.core.shop.shop import Shop

Boards = Callable[[], Mapping[str, Piece]]
"""The boards of cuts as those before them leave them, by the cuts' ids."""
_SOON = 0.05
"""Seconds after which an answer comes, whatever is left."""


@dataclass(slots=True)
class _Asked:
    """A question, what will answer it, and whether somebody has asked something else since."""

    cuts: tuple[PlannedCut, ...]
    shop: Shop
    answer: Future[Shopping]
    over: Event


@dataclass(slots=True)
class ShoppingList:
    """The list of what to buy, for the newest question; what is known of the cuts outlives it."""

    _known: Known = field(default_factory=Known)
    _thread: ThreadPoolExecutor = field(default_factory=lambda: ThreadPoolExecutor(1, thread_name_prefix="shopping"))
    _lock: Lock = field(default_factory=Lock)
    _asked: _Asked | None = None

    def answer(self, cuts: Sequence[PlannedCut], shop: Shop, planning: Planning, boards: Boards) -> Shopping:
        """What to buy for these cuts; while they are not all looked at, how many are left. `boards` is asked when there is time
        for it."""
        asked = self._ask(tuple(cuts), shop, planning, boards)
        try:
            return asked.answer.result(timeout=_SOON)
        except TimeoutError:
            return unfinished(asked.cuts, self._known)

    def close(self) -> None:
        """Begins nothing more."""
        if self._asked is not None:
            self._asked.over.set()
        self._thread.shutdown(wait=False, cancel_futures=True)

    def _ask(self, cuts: tuple[PlannedCut, ...], shop: Shop, planning: Planning, boards: Boards) -> _Asked:
        with self._lock:
            before = self._asked
            if before is not None and before.cuts == cuts and before.shop.plans_as(shop):
                return before
            if before is not None:
                before.over.set()
            over = Event()
            # In the words of who asks: inches as finely as the house has them.
            run = copy_context().run
            answer = self._thread.submit(run, self._work_out, cuts, shop, planning, boards, over.is_set)
            self._asked = _Asked(cuts, shop, answer, over)
            return self._asked

    def _work_out(
        self, cuts: tuple[PlannedCut, ...], shop: Shop, planning: Planning, boards: Boards, late: Callable[[], bool]
    ) -> Shopping:
        pieces = boards()
        as_they_lie = [replace(each, piece=pieces.get(each.id, each.piece)) for each in cuts]
        return shopping(as_they_lie, shop, planning, self._known, late=late)
