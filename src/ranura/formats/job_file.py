"""A job as one JSON file: its boards and cuts, with the tools and woods that they name, to be matched where it is read."""

from __future__ import annotations

import dataclasses
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final, TypeVar

from pydantic import TypeAdapter, ValidationError

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.family import AnyCut
from ranura.core.joints.asked import Joint
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import CraftError, FileError
from ranura.formats import refusals

FORMAT, VERSION = "ranura-job", 1
_NAME_LENGTH, _NOTES_LENGTH = 80, 4_000
_MOST_BOARDS, _MOST_CUTS = 1_000, 5_000

Tool = Bit | Router | Material
_T = TypeVar("_T", Bit, Router, Material)
_PIECE, _BIT, _ROUTER, _WOOD = TypeAdapter(Piece), TypeAdapter(Bit), TypeAdapter(Router), TypeAdapter(Material)
_OWN: Final = frozenset({"id", "name", "state", "metres_cut", "price", "archived"})
"""What of a tool says nothing about what it does: its name, its wear, what it cost."""


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


@dataclass(frozen=True, kw_only=True, slots=True)
class Matched:
    """A job that was made to fit a shop: its boards name what is there, and what is to be added to it."""

    job: JobFile
    found: tuple[str, ...]
    """What of it the shop has already, by the shop's own names."""
    bits: tuple[Bit, ...]
    routers: tuple[Router, ...]
    woods: tuple[Material, ...]


def write_job(job: JobFile, shop: Shop, cuts: TypeAdapter[AnyCut]) -> str:
    """The file of a job, with what its boards and cuts name of a shop."""
    named = _named(job)
    whole = {
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
        "bits": [_BIT.dump_python(each, mode="json") for each in shop.bits if each.id in named],
        "routers": [_ROUTER.dump_python(each, mode="json") for each in shop.routers if each.id in named],
        "woods": [_WOOD.dump_python(each, mode="json") for each in shop.woods if each.id in named],
    }
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
        bits=_all(_BIT, whole.get("bits", []), "bits"),
        routers=_all(_ROUTER, whole.get("routers", []), "routers"),
        woods=_all(_WOOD, whole.get("woods", []), "woods"),
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


def _named(job: JobFile) -> set[str]:
    """The ids that its boards and cuts name."""
    pins = {pin for board in job.boards for each in board.cuts for pin in (each.cut.bit_id, each.cut.router_id) if pin}
    pins |= {pin for each in job.joints for change in each.joint.changes for pin in (change.bit_id, change.router_id) if pin}
    return pins | {board.piece.material for board in job.boards}


def matched(job: JobFile, shop: Shop) -> Matched:
    """A job as a shop can take it: what it names is the shop's own of the same make where it has that, else is added; what is in
    neither is left to Ranura (a tool), or is an error (a wood).

    Raises `FileError` for a board whose wood is nowhere."""
    named = _named(job)
    ids: dict[str, str | None] = {}
    found: list[str] = []

    def settle(theirs: Sequence[_T], own: Sequence[_T]) -> tuple[_T, ...]:
        added = []
        for each in theirs:
            if each.id not in named:
                continue
            same = next((mine for mine in own if _makes(mine) == _makes(each)), None)
            if same is not None:
                ids[each.id] = same.id
                found.append(same.name)
            else:
                taken = any(mine.id == each.id for mine in own)
                ids[each.id] = f"{each.id[:32]}-in" if taken else each.id
                added.append(dataclasses.replace(each, id=ids[each.id] or each.id))
        return tuple(added)

    bits, routers = settle(job.bits, shop.bits), settle(job.routers, shop.routers)
    woods = settle(job.woods, shop.woods)
    known = {bit.id for bit in shop.bits} | {each.id for each in shop.routers} | {wood.id for wood in shop.materials}
    for pin in named - ids.keys():
        ids[pin] = pin if pin in known else None
    boards = tuple(_renamed(board, number, ids) for number, board in enumerate(job.boards))
    joints = tuple(dataclasses.replace(each, joint=_own(each.joint, ids)) for each in job.joints)
    return Matched(
        job=dataclasses.replace(job, boards=boards, joints=joints), found=tuple(found), bits=bits, routers=routers, woods=woods
    )


def _makes(tool: Tool) -> tuple[Any, ...]:
    """What a tool is, without what is only somebody's own of it."""
    return tuple(getattr(tool, each.name) for each in dataclasses.fields(tool) if each.name not in _OWN)


def _own(joint: Joint, ids: Mapping[str, str | None]) -> Joint:
    """A joint whose pins name what is here."""

    def own(pin: str | None) -> str | None:
        return None if pin is None else ids[pin]

    changes = tuple(dataclasses.replace(each, bit_id=own(each.bit_id), router_id=own(each.router_id)) for each in joint.changes)
    return dataclasses.replace(joint, changes=changes)


def _renamed(board: JobBoard, number: int, ids: Mapping[str, str | None]) -> JobBoard:
    wood = ids[board.piece.material]
    if wood is None:
        raise FileError(
            refusals.WRONG_PLACE, place=f"job.boards.{number}.piece.material", what=f"no wood {board.piece.material!r} is known"
        )

    def own(pin: str | None) -> str | None:
        return None if pin is None else ids[pin]

    cuts = tuple(
        dataclasses.replace(
            each,
            cut=dataclasses.replace(each.cut, bit_id=own(each.cut.bit_id), router_id=own(each.cut.router_id)),  # type: ignore[type-var] # every cut is a dataclass
        )
        for each in board.cuts
    )
    return JobBoard(piece=dataclasses.replace(board.piece, material=wood), cuts=cuts)
