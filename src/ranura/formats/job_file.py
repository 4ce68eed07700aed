"""A job as one JSON file: its boards and cuts, with the tools, woods and outlines they name, to be matched where it is read."""

from __future__ import annotations

import dataclasses
import json
from collections.abc import Container, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import count
from typing import Any, Final, Literal, TypeVar

from pydantic import TypeAdapter, ValidationError

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.family import AnyCut
from ranura.core.joints.asked import Joint
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import CraftError, FileError
from ranura.formats import refusals
from ranura.formats.path_data import outlines_to_keep

FORMAT, VERSION = "ranura-job", 1
_NAME_LENGTH, _THING_NAME_LENGTH, _NOTES_LENGTH = 80, 200, 4_000
_MOST_BOARDS, _MOST_CUTS, _ID_LENGTH = 1_000, 5_000, 30

Kind = Literal["bits", "routers", "woods", "outlines"]
Thing = Bit | Router | Material | SavedOutline
_T = TypeVar("_T", Bit, Router, Material, SavedOutline)
_N = TypeVar("_N")
_PIECE: Final = TypeAdapter(Piece)
_THINGS: Final[Mapping[Kind, TypeAdapter[Any]]] = {
    "bits": TypeAdapter(Bit),
    "routers": TypeAdapter(Router),
    "woods": TypeAdapter(Material),
    "outlines": TypeAdapter(SavedOutline),
}
_FIELDS: Final[Mapping[str, Kind]] = {"bit_id": "bits", "router_id": "routers", "material": "woods", "outline": "outlines"}
"""Where a board, a cut, or what was changed of a joint's cut, names a thing of a shop; a board's own outline is a form of it."""
_OWN: Final = frozenset({"id", "name", "state", "metres_cut", "price", "archived", "source"})
"""What of a thing says nothing about what it does: its name, its wear, what it cost, where it came from."""


@dataclass(frozen=True, kw_only=True, slots=True)
class JobCut:
    """A cut in a job's file."""

    name: str
    cut: AnyCut


@dataclass(frozen=True, kw_only=True, slots=True)
class JobBoard:
    """A board in a job's file, with its cuts in order."""

    piece: Piece
    cuts: tuple[JobCut, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class JobJoint:
    """A joint in a job's file; its boards by their numbers, 0 first."""

    name: str
    first: int
    second: int
    joint: Joint


_JOINT = TypeAdapter(JobJoint)


@dataclass(frozen=True, kw_only=True, slots=True)
class JobFile:
    """A job with what it names of a shop."""

    name: str
    notes: str
    boards: tuple[JobBoard, ...]
    joints: tuple[JobJoint, ...] = ()
    bits: tuple[Bit, ...] = ()
    routers: tuple[Router, ...] = ()
    woods: tuple[Material, ...] = ()
    outlines: tuple[SavedOutline, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Matched:
    """A job that was made to fit a shop: its boards name what is there, and what is to be added to it."""

    job: JobFile
    found: tuple[str, ...]
    """What of it the shop has already, by the shop's own names."""
    bits: tuple[Bit, ...]
    routers: tuple[Router, ...]
    woods: tuple[Material, ...]
    outlines: tuple[SavedOutline, ...]


def write_job(job: JobFile, shop: Shop, cuts: TypeAdapter[AnyCut]) -> str:
    """The file of a job, with what its boards and cuts name of a shop."""
    named = _named(job)
    whole: dict[str, Any] = {
        "format": FORMAT,
        "version": VERSION,
        "job": {
            "name": job.name,
            "notes": job.notes,
            "boards": [
                {
                    "piece": _PIECE.dump_python(board.piece, mode="json"),
                    "cuts": [{"name": each.name, "cut": cuts.dump_python(each.cut, mode="json")} for each in board.cuts],
                }
                for board in job.boards
            ],
            "joints": [_JOINT.dump_python(each, mode="json") for each in job.joints],
        },
    }
    for kind, adapter in _THINGS.items():
        whole[kind] = [adapter.dump_python(each, mode="json") for each in getattr(shop, kind) if each.id in named[kind]]
    return json.dumps(whole, ensure_ascii=False, indent=1) + "\n"


def read_job(text: str, cuts: TypeAdapter[AnyCut]) -> JobFile:
    """The job of a file. Raises `FileError` naming the place that is wrong."""
    try:
        whole = json.loads(text.lstrip("\ufeff"))
    except (ValueError, RecursionError):
        raise FileError(refusals.NO_JSON) from None
    if not isinstance(whole, dict) or whole.get("format") != FORMAT or not isinstance(whole.get("job"), dict):
        raise FileError(refusals.NO_JOB, format=FORMAT)
    if whole.get("version") != VERSION:
        raise FileError(refusals.OTHER_VERSION, version=str(whole.get("version")))
    job = whole["job"]
    boards = _list(job.get("boards"), "job.boards", _MOST_BOARDS)
    joints = _all(_JOINT, job.get("joints", []), "job.joints")
    for number, each in enumerate(joints):
        _text(each.name, f"job.joints.{number}.name", _NAME_LENGTH)
        if each.first == each.second or not all(0 <= board < len(boards) for board in (each.first, each.second)):
            raise FileError(refusals.WRONG_PLACE, place=f"job.joints.{number}", what="two boards of this job are wanted here")
    return JobFile(
        name=_text(job.get("name"), "job.name", _NAME_LENGTH),
        notes=_text(job.get("notes", ""), "job.notes", _NOTES_LENGTH, empty=True),
        boards=tuple(_board(each, f"job.boards.{number}", cuts) for number, each in enumerate(boards)),
        joints=joints,
        bits=_things(whole, "bits"),
        routers=_things(whole, "routers"),
        woods=_things(whole, "woods"),
        outlines=outlines_to_keep(_things(whole, "outlines")),
    )


def _board(value: Any, place: str, cuts: TypeAdapter[AnyCut]) -> JobBoard:
    if not isinstance(value, dict):
        raise FileError(refusals.WRONG_PLACE, place=place, what="a board is wanted here")
    piece = _one(_PIECE, value.get("piece"), f"{place}.piece")
    _text(piece.name, f"{place}.piece.name", _NAME_LENGTH)
    found = []
    for number, each in enumerate(_list(value.get("cuts"), f"{place}.cuts", _MOST_CUTS)):
        at = f"{place}.cuts.{number}"
        if not isinstance(each, dict):
            raise FileError(refusals.WRONG_PLACE, place=at, what="a cut is wanted here")
        found.append(
            JobCut(name=_text(each.get("name"), f"{at}.name", _NAME_LENGTH), cut=_one(cuts, each.get("cut"), f"{at}.cut"))
        )
    return JobBoard(piece=piece, cuts=tuple(found))


def _list(value: Any, place: str, most: int) -> list[Any]:
    if not isinstance(value, list) or len(value) > most:
        raise FileError(refusals.WRONG_PLACE, place=place, what=f"a list of at most {most} is wanted here")
    return value


def _text(value: Any, place: str, most: int, *, empty: bool = False) -> str:
    if not isinstance(value, str):
        raise FileError(refusals.WRONG_PLACE, place=place, what="a text is wanted here")
    if not (value.strip() or empty) or len(value) > most:
        raise FileError(refusals.TOO_LONG, place=place, count=len(value), most=most)
    if any(sign == "\0" or "\ud800" <= sign <= "\udfff" for sign in value):
        raise FileError(refusals.NO_TEXT, place=place)
    return value


def _one(adapter: TypeAdapter[Any], value: Any, place: str) -> Any:
    try:
        return adapter.validate_python(value)
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        cause = first.get("ctx", {}).get("error")
        what = cause.message.metric if isinstance(cause, CraftError) else first["msg"]
        raise FileError(refusals.WRONG_PLACE, place=".".join([place, *map(str, first["loc"])]), what=what) from None


def _all(adapter: TypeAdapter[Any], values: Any, place: str) -> tuple[Any, ...]:
    return tuple(_one(adapter, each, f"{place}.{number}") for number, each in enumerate(_list(values, place, _MOST_BOARDS)))


def _things(whole: Mapping[str, Any], kind: Kind) -> tuple[Any, ...]:
    found = _all(_THINGS[kind], whole.get(kind, []), kind)
    for number, each in enumerate(found):
        _text(each.id, f"{kind}.{number}.id", _ID_LENGTH + 10)
        _text(each.name, f"{kind}.{number}.name", _THING_NAME_LENGTH)
        if any(other.id == each.id for other in found[:number]):
            raise FileError(refusals.ID_TWICE, place=kind, id=each.id)
    return found


def _names(of: Any) -> Iterator[tuple[str, Kind, str]]:
    """What a board, a cut, or a change to a joint's cut names: the field, of what kind, and the id."""
    for field, kind in _FIELDS.items():
        if isinstance(named := getattr(of, field, None), str):
            yield field, kind, named


def _naming(job: JobFile) -> Iterator[Any]:
    """All of a job that names things of a shop."""
    for board in job.boards:
        yield board.piece
        yield from (each.cut for each in board.cuts)
    for joint in job.joints:
        yield from joint.joint.changes


def names_in(job: JobFile) -> int:
    """How often a job names a thing of a shop."""
    return sum(1 for of in _naming(job) for _ in _names(of))


def _named(job: JobFile) -> Mapping[Kind, set[str]]:
    """The ids of the things that a job names, by their kind."""
    named: dict[Kind, set[str]] = {kind: set() for kind in _THINGS}
    for of in _naming(job):
        for _, kind, each in _names(of):
            named[kind].add(each)
    return named


def matched(job: JobFile, shop: Shop) -> Matched:
    """A job as a shop can take it: what it names is the shop's own of the same make where it has that, else is added; what is in
    neither is left to Ranura (a tool) or to the person (an outline), or is an error (a wood).

    Raises `FileError` for a board whose wood is nowhere."""
    named = _named(job)
    ids: dict[Kind, dict[str, str]] = {kind: {} for kind in _THINGS}
    found: list[str] = []

    def settle(kind: Kind, theirs: Sequence[_T], own: Sequence[_T], known: Sequence[_T] = ()) -> tuple[_T, ...]:
        here = {each.id for each in known or own}
        ids[kind] |= {each: each for each in named[kind] & here}
        added = []
        for each in theirs:
            if each.id not in named[kind]:
                continue
            same = next((mine for mine in own if _makes(mine) == _makes(each)), None)
            if same is not None:
                ids[kind][each.id] = same.id
                found.append(same.name)
            else:
                fresh = _fresh(each.id, here)
                here.add(fresh)
                ids[kind][each.id] = fresh
                added.append(dataclasses.replace(each, id=fresh))
        return tuple(added)

    bits, routers = settle("bits", job.bits, shop.bits), settle("routers", job.routers, shop.routers)
    woods, outlines = settle("woods", job.woods, shop.woods, shop.materials), settle("outlines", job.outlines, shop.outlines)
    boards = tuple(_renamed(board, number, ids) for number, board in enumerate(job.boards))
    joints = tuple(dataclasses.replace(each, joint=_own_changes(each.joint, ids)) for each in job.joints)
    return Matched(
        job=dataclasses.replace(job, boards=boards, joints=joints),
        found=tuple(found),
        bits=bits,
        routers=routers,
        woods=woods,
        outlines=outlines,
    )


def _fresh(id: str, taken: Container[str]) -> str:
    """An id that is not taken: itself, or with a word and a number behind it."""
    tried = (f"{id[:_ID_LENGTH]}-in-{number}" for number in count(1))
    return id if id not in taken else next(each for each in tried if each not in taken)


def _makes(thing: Thing) -> tuple[Any, ...]:
    """What a thing is, without what is only somebody's own of it."""
    return tuple(getattr(thing, each.name) for each in dataclasses.fields(thing) if each.name not in _OWN)


Ids = Mapping[Kind, Mapping[str, str]]
"""What the ids of a file are here, by kind; what is nowhere is not among them."""


def _own(of: _N, ids: Ids) -> _N:
    """What names things of a shop, naming what is here."""
    return dataclasses.replace(of, **{field: ids[kind].get(named) for field, kind, named in _names(of)})  # type: ignore[type-var] # all of them are dataclasses


def _own_changes(joint: Joint, ids: Ids) -> Joint:
    return dataclasses.replace(joint, changes=tuple(_own(each, ids) for each in joint.changes))


def _renamed(board: JobBoard, number: int, ids: Ids) -> JobBoard:
    if board.piece.material not in ids["woods"]:
        place, what = f"job.boards.{number}.piece.material", f"no wood {board.piece.material!r} is known"
        raise FileError(refusals.WRONG_PLACE, place=place, what=what)
    cuts = tuple(dataclasses.replace(each, cut=_own(each.cut, ids)) for each in board.cuts)
    return JobBoard(piece=_own(board.piece, ids), cuts=cuts)
