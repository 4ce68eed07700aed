"""What is known of the cuts that things are bought for, kept from one question to the next."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Protocol

from ranura.core.board.pieces import Piece
from ranura.core.choosing.covering import Items
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.shop.any_plan import AnyPlan
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.writing import Text

_MOST_KNOWN = 2_000
"""Plans beyond which what is known is forgotten."""
CutInPiece = tuple[Any, Piece]


class Late(Exception):
    """The rest is for the next question."""


class Plans(Protocol):
    """Who plans cuts of all families; see `ranura.core.plan.Planning`."""

    def plan(self, cut: Any, piece: Piece, shop: Shop, rules: HouseRules) -> AnyPlan:
        """The plan of a cut. Raises `CraftError`."""

    def judge(self, cut: Any, piece: Piece, shop: Shop) -> Judge:
        """The judge of a cut. Raises `CraftError`."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PlannedCut:
    """A cut of some job, in its piece."""

    id: str
    name: str
    cut: Any
    """A cut of any family."""
    piece: Piece


@dataclass(frozen=True, slots=True)
class Purchase:
    """How a cut could be made: the pair that would, what of it must be bought, and why it is better than what is there."""

    candidate: Candidate
    items: Items
    better: Text | None
    clears: Items = frozenset()
    """Of what is bought, what only clears the way."""


class Known:
    """What was worked out cut by cut for a shop; it holds for as long as the shop is the same, so that another cut costs no more
    than its own share."""

    def __init__(self) -> None:
        self._shop: Shop | None = None
        self._late: Callable[[], bool] = lambda: False
        self._begun = False
        self.bearings: dict[CutInPiece, tuple[tuple[Bit, float], ...]] = {}
        self.purchases: dict[tuple[CutInPiece, Items], list[Purchase]] = {}
        self.plans: dict[tuple[CutInPiece, Items], AnyPlan | None] = {}

    def of(self, shop: Shop, late: Callable[[], bool] = lambda: False) -> Known:
        """What is known of a shop; nothing of another one. When it is `late` nothing more is worked out, but for one thing."""
        self._late, self._begun = late, False
        if self._shop is None or not self._shop.plans_as(shop) or len(self.plans) > _MOST_KNOWN:
            self.bearings, self.purchases, self.plans = {}, {}, {}
        self._shop = shop
        return self

    def begin(self) -> None:
        """Something more is to be worked out. Raises `Late` where that is for the next question; the first thing never is."""
        if self._begun and self._late():
            raise Late
        self._begun = True

    def looked_at(self, each: PlannedCut) -> bool:
        """Whether all that hangs on a cut alone is known."""
        cut = (each.cut, each.piece)
        return (cut, frozenset()) in self.plans and cut in {known for known, _ in list(self.purchases)}
