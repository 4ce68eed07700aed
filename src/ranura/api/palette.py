"""The line that takes anything: a cut said in one line, and the way to everything that has a name."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Request
from pydantic import Field

from ranura.api.forms import boards_to_cut, cut_from
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.cut_line import begun, read_line, wants
from ranura.core.shop.drawer.finding import find
from ranura.core.shop.house_rules import bounds
from ranura.core.shop.schools import SCHOOLS
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import Form
from ranura.core.text.trade_words import TRADE_WORDS
from ranura.requests.cuts import CutRequests
from ranura.requests.from_core import IdText, RequestModel
from ranura.store import finding, kept_jobs

router = APIRouter(prefix="/api", tags=["palette"], responses=ERRORS)

_MOST = 6
"""Of each kind that is found."""
_MOST_BEGUN = 5
_WORD = re.compile(r"\w+")

FoundKind = Literal["job", "board", "cut", "joint", "bit", "router", "guide", "wood", "rule", "word"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Found:
    """Something that has a name, and the address in the page where it is shown."""

    kind: FoundKind
    name: str
    says: str
    path: str


class LineIn(RequestModel):
    """A line as typed, and the board that is open."""

    text: Annotated[str, Field(max_length=200)]
    piece_id: IdText | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Begun:
    """A cut that the line may become, and what it goes on with."""

    name: str
    wants: str


@dataclass(frozen=True, kw_only=True, slots=True)
class ReadCut:
    """A cut as far as the line says it: the request that keeps it, its form to show, what is missing, what was not understood."""

    key: str
    name: str
    piece_id: str
    piece_said: bool
    cut: dict[str, Any]
    form: Form
    missing: tuple[str, ...]
    strange: tuple[str, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class LineView:
    """What a line says: a cut, or which ones it may become; neither where it is about something else."""

    cut: ReadCut | None
    begun: tuple[Begun, ...]


@router.post("/jobs/{job_id}/line")
def read(job_id: str, asked: LineIn, shop: TheShop, store: TheStore, planning: ThePlanning, request: Request) -> LineView:
    """Reads a cut that is said in one line; keeps nothing. Raises NotFoundError for the job."""
    with store.session() as session:
        pieces = kept_jobs.load_job(session, shop.id, job_id).pieces
    requests: CutRequests = request.app.state.cut_requests
    ids = [each.id for each in pieces]
    opened = ids.index(asked.piece_id) if asked.piece_id in ids else 0
    boards = boards_to_cut([each.piece for each in pieces], opened, shop, planning, requests)
    line = read_line(asked.text, boards)
    if line is None:
        may_be = islice(begun(asked.text, boards), _MOST_BEGUN)
        open_board = boards.pieces[boards.open] if pieces else None
        return LineView(
            cut=None,
            begun=tuple(Begun(name=each.name, wants=wants(boards.form(each.cut, open_board))) for each in may_be if open_board),
        )
    cut = ReadCut(
        key=line.start.key,
        name=line.start.name,
        piece_id=ids[line.board],
        piece_said=line.board_said,
        cut=cut_from(line.cut),
        form=line.form,
        missing=line.missing,
        strange=line.strange,
    )
    return LineView(cut=cut, begun=())


@router.get("/find")
def find_anything(shop: TheShop, store: TheStore, q: Annotated[str, Query(max_length=200)] = "") -> tuple[Found, ...]:
    """What has all the words of a question in its name: jobs, boards, cuts, joints, tools, house rules, words of the trade."""
    words = q.lower().split()
    if not words:
        return ()
    with store.session() as session:
        named = finding.find_named(session, shop.id, words, _MOST)
    return (*(_named(each) for each in named), *_tools(q, words, shop), *_rules(words), *_trade(words))


def _named(found: finding.Named) -> Found:
    if found.kind == "job":
        return Found(kind="job", name=found.name, says="", path=f"/jobs/{found.job_id}/page")
    if found.kind == "joint":
        return Found(kind="joint", name=found.name, says=found.job, path=f"/jobs/{found.job_id}/joints/{found.joint_id}")
    path = f"/jobs/{found.job_id}/cuts/{found.cut_id}" if found.cut_id else f"/jobs/{found.job_id}/page"
    where = found.job if found.kind == "board" else f"{found.board}, {found.job}"
    return Found(kind=found.kind, name=found.name, says=where, path=path)


def _tools(q: str, words: Sequence[str], shop: Shop) -> Iterator[Found]:
    for bit in islice(find(shop.bits, q, shop.unit), _MOST):
        yield Found(kind="bit", name=bit.name, says=bit.kind.name, path=f"/drawer/{bit.id}")
    shelves: tuple[tuple[FoundKind, Sequence[Any]], ...] = (
        ("router", shop.routers),
        ("guide", shop.guides),
        ("wood", shop.woods),
    )
    for kind, things in shelves:
        for thing in islice((each for each in things if _has(words, each.name)), _MOST):
            yield Found(kind=kind, name=thing.name, says="", path=f"/bench#{thing.id}")


def _rules(words: Sequence[str]) -> Iterator[Found]:
    """Rules that are called so, then those that say so."""
    numbers = ((each.name, each.says, f"rule-{each.field}") for each in bounds())
    schools = ((each.name, each.says, f"school-{each.value}") for each in SCHOOLS)
    rules = [*numbers, *schools]
    called = [each for each in rules if _has(words, each[0])]
    say = [each for each in rules if each not in called and set(words) <= set(_WORD.findall(each[1].lower()))]
    for name, says, place in [*called, *say][:_MOST]:
        yield Found(kind="rule", name=name, says=says, path=f"/rules#{place}")


def _trade(words: Sequence[str]) -> Iterator[Found]:
    for each in islice((each for each in TRADE_WORDS if _has(words, each.word)), _MOST):
        yield Found(kind="word", name=each.word, says=each.says, path=f"/help#{each.word.replace(' ', '-')}")


def _has(words: Sequence[str], name: str) -> bool:
    """Whether each word begins one of a name."""
    parts = name.lower().replace("-", " ").split()
    return all(any(part.startswith(word) for part in parts) for word in words)
