"""Jobs as files, out and in: what a file names of another shop is matched with what this one has."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated
from urllib.parse import quote
from uuid import uuid4

from fastapi import APIRouter, Request, Response
from pydantic import Field

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop, TheStore
from ranura.core.shop.shop import Shop
from ranura.formats.job_file import JobBoard, JobCut, JobFile, JobJoint, Matched, matched, names_in, read_job, write_job
from ranura.requests.from_core import RequestModel
from ranura.store import items, kept_jobs, kept_joints
from ranura.store.repository import Store, cut_adapter

router = APIRouter(prefix="/api", tags=["files"], responses=ERRORS)


class JobFileIn(RequestModel):
    """A job's file as text."""

    text: Annotated[str, Field(max_length=30_000_000)]


@dataclass(frozen=True, kw_only=True, slots=True)
class JobFileView:
    """What a job's file brings: its counts, the tools, woods and outlines that are here already, those that are added, and how
    often it names what is nowhere: a tool is Ranura's choice then, an outline the person's."""

    name: str
    boards: int
    cuts: int
    found: tuple[str, ...]
    added: tuple[str, ...]
    left_open: int


@dataclass(frozen=True, kw_only=True, slots=True)
class TakenJob:
    """The job that a file became."""

    id: str
    view: JobFileView


@router.get("/jobs/{job_id}/job.json", response_class=Response)
def job_file(job_id: str, request: Request, shop: TheShop, store: TheStore) -> Response:
    """A job as a file, with the tools, woods and outlines that it names."""
    with store.session() as session:
        kept = kept_jobs.load_job(session, shop.id, job_id)
    boards = tuple(
        JobBoard(piece=item.piece, cuts=tuple(JobCut(name=each.name, cut=each.cut) for each in item.cuts if each.joint is None))
        for item in kept.pieces
    )
    numbers = {item.id: number for number, item in enumerate(kept.pieces)}
    joints = tuple(
        JobJoint(name=each.name, first=numbers[each.first_id], second=numbers[each.second_id], joint=each.joint)
        for each in kept.joints
    )
    job = JobFile(name=kept.name, notes=kept.notes, boards=boards, joints=joints)
    named = f"attachment; filename=\"job.json\"; filename*=UTF-8''{quote(f'{kept.name}.json', safe='')}"
    text = write_job(job, shop, cut_adapter(request.app.state.cut_requests.families))
    headers = {"Content-Disposition": named, "Cache-Control": "no-store"}
    return Response(text, media_type="application/json", headers=headers)


@router.post("/files/job/preview")
def preview_job(asked: JobFileIn, request: Request, shop: TheShop) -> JobFileView:
    """What a job's file would bring; keeps nothing."""
    return _seen(*_read(asked, request, shop))


@router.post("/files/job", status_code=201)
def take_job(asked: JobFileIn, request: Request, saved_shop: TheSavedShop, store: TheStore) -> TakenJob:
    """A job's file as a new job, with the tools, woods and outlines that are missing here."""
    file, found = _read(asked, request, saved_shop.current())
    for kind, things in _added(found).items():
        if things:
            saved_shop.add(kind, things)
    return TakenJob(id=_kept(found.job, store, saved_shop.current().id), view=_seen(file, found))


def _read(asked: JobFileIn, request: Request, shop: Shop) -> tuple[JobFile, Matched]:
    file = read_job(asked.text, cut_adapter(request.app.state.cut_requests.families))
    return file, matched(file, shop)


def _added(found: Matched) -> Mapping[items.ItemKind, Sequence[items.ShopItem]]:
    """What a file adds to a shop, by its kind."""
    return {"bits": found.bits, "routers": found.routers, "woods": found.woods, "outlines": found.outlines}


def _kept(job: JobFile, store: Store, shop_id: str) -> str:
    made = uuid4().hex
    with store.session() as session:
        kept_jobs.add_job(session, shop_id, id=made, name=job.name, notes=job.notes)
        pieces = [uuid4().hex for _ in job.boards]
        for piece_id, board in zip(pieces, job.boards, strict=True):
            kept_jobs.add_piece(session, shop_id, made, id=piece_id, piece=board.piece)
            for each in board.cuts:
                kept_jobs.add_cut(session, shop_id, piece_id, id=uuid4().hex, name=each.name, cut=each.cut)
        for joint in job.joints:
            first, second = pieces[joint.first], pieces[joint.second]
            kept_joints.add_joint(
                session, shop_id, made, id=uuid4().hex, name=joint.name, first_id=first, second_id=second, joint=joint.joint
            )
    return made


def _seen(file: JobFile, found: Matched) -> JobFileView:
    return JobFileView(
        name=file.name,
        boards=sum(board.piece.count for board in file.boards),
        cuts=sum(len(board.cuts) for board in file.boards),
        found=found.found,
        added=tuple(each.name for things in _added(found).values() for each in things),
        left_open=names_in(file) - names_in(found.job),
    )
