"""What Ranura is, where it keeps things, and what the words of the trade mean."""

from __future__ import annotations

from dataclasses import dataclass

from fastapi import APIRouter, Request

from ranura import VERSION
from ranura.core.output.views import View
from ranura.core.output.word_drawings import WORD_DRAWINGS
from ranura.core.text.trade_words import TRADE_WORDS

router = APIRouter(prefix="/api", tags=["about"])


@dataclass(frozen=True, kw_only=True, slots=True)
class About:
    """The version that runs, and the folder of the weekly copies; None for the demo, which keeps none."""

    version: str
    copies: str | None


@router.get("/about")
def about(request: Request) -> About:
    """What runs here."""
    copies = request.app.state.copies
    return About(version=VERSION, copies=None if copies is None else str(copies))


@dataclass(frozen=True, kw_only=True, slots=True)
class WordView:
    """A word of the trade, what it means, and a small drawing of it; None where words are enough."""

    word: str
    says: str
    drawing: View | None


@router.get("/words")
def trade_words() -> tuple[WordView, ...]:
    """The words of the trade, in order of the alphabet."""
    return tuple(WordView(word=each.word, says=each.says, drawing=WORD_DRAWINGS.get(each.word)) for each in TRADE_WORDS)
