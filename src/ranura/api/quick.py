"""Quick sums: a question in a line, its answer with its working, or what is missing and what it may become."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter
from pydantic import Field

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheShop
from ranura.core import quick_refusals as refusals
from ranura.core.quick import completions, quick
from ranura.core.quick_sums import QuickAnswer, Sum
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text
from ranura.requests.from_core import RequestModel

router = APIRouter(prefix="/api", tags=["quick"], responses=ERRORS)


class QuickIn(RequestModel):
    """A question as typed."""

    text: Annotated[str, Field(max_length=200)]


@dataclass(frozen=True, kw_only=True, slots=True)
class QuickView:
    """The answer, or what is wrong or missing; and the questions that the line may become."""

    answer: QuickAnswer | None
    words: Text | None
    partial: bool
    completions: tuple[Sum, ...]


@router.post("/quick")
def ask(asked: QuickIn, shop: TheShop) -> QuickView:
    """Answers a question while it is typed; a question that is not right yet is no error of the request."""
    offered = completions(asked.text)
    try:
        return QuickView(answer=quick(asked.text, shop), words=None, partial=False, completions=offered)
    except CraftError as wrong:
        # A word that is no sum may be a name, or a cut.
        words = None if wrong.code == refusals.UNKNOWN_SUM.code else wrong.message
        return QuickView(answer=None, words=words, partial=wrong.partial, completions=offered)
