"""What the API answers beyond the core's own types: the job with what its list shows, the shop with its choices."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Any

from pydantic import TypeAdapter

from ranura.api.prior import PriorCuts
from ranura.core.board.materials import Delivery, Material
from ranura.core.board.pieces import Piece, edges_of, openings_of, outline_of
from ranura.core.family import AnyCut, Before
from ranura.core.geometry.rings import Point, Ring
from ranura.core.joints.kinds import KINDS
from ranura.core.plan import Planning, Status
from ranura.core.sequence.job_order import Pin, StaysIn
from ranura.core.shop.house_rules import Bound, HouseRules, bounds
from ranura.core.shop.schools import SCHOOLS, Choice
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import Unit, as_typed
from ranura.core.text.writing import Text
from ranura.store.kept_jobs import JobLine, KeptCut, KeptJob, KeptPiece


@dataclass(frozen=True, kw_only=True, slots=True)
class CutItem:
    """A cut in the list of a job: its title, where it is, its glyph (mm, z up) and how its plan stands."""

    id: str
    name: str
    version: int
    cut: dict[str, Any]
    """As a request takes it."""
    title: Text
    place: Text
    glyph: tuple[Point, ...]
    status: Status
    needs: tuple[Text, ...]
    """What stops it, or why it cannot be planned."""
    wanted: bool
    """It is kept until there is a tool that makes it."""
    joint: str | None
    """The id of the joint that it follows from."""


@dataclass(frozen=True, kw_only=True, slots=True)
class JointLine:
    """A joint in the list of a job."""

    id: str
    name: str
    kind: str
    first_id: str
    second_id: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Sizes:
    """The dimensions of a piece as texts that mean the same under any unit."""

    length: str
    width: str
    thickness: str


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeName:
    """An edge of a piece by its ref and name; `inside`: it is that of an opening."""

    ref: str
    name: str
    inside: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class PieceItem:
    """A piece in the list of a job; `sizes` are its dimensions as typed, each with its unit, `edges` those that can be cut."""

    id: str
    piece: Piece
    sizes: Sizes
    edges: tuple[EdgeName, ...]
    cuts: tuple[CutItem, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class JobCard:
    """A job in the list of jobs: `boards` counts every board, `picture` is the outline of its first piece from above with its
    openings, in mm."""

    id: str
    name: str
    archived: bool
    changed_at: datetime
    boards: int
    cuts: int
    picture: tuple[Ring, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class JobView:
    """A job as the strip shows it."""

    id: str
    name: str
    notes: str
    archived: bool
    pins: tuple[Pin, ...]
    """What a person wants of the order of its cuts: which before which,"""
    stays: tuple[StaysIn, ...]
    """and which bits stay in until they are done."""
    pieces: tuple[PieceItem, ...]
    joints: tuple[JointLine, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class ShopView:
    """The shop with everything a person can choose from, but not its drawer and bench, which are asked for when opened."""

    id: str
    name: str
    unit: Unit
    """That of the reader."""
    own_unit: Unit
    """That of the shop: what a new reader begins with, and what bare numbers of files mean."""
    rules: HouseRules
    currency: str
    bit_count: int
    router_count: int
    deliveries: tuple[Delivery, ...]
    materials: tuple[Material, ...]
    schools: tuple[Choice, ...]
    bounds: tuple[Bound, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class NewerCut:
    """A cut as somebody else keeps it by now, as a request takes it, and the sentence that says what it asks for."""

    cut: dict[str, Any]
    version: int
    sentence: Text


def newer_cut(kept: KeptCut, piece: Piece, shop: Shop, planning: Planning) -> NewerCut:
    """What is shown of a cut that was changed elsewhere."""
    try:
        sentence = planning.sentence(kept.cut, piece, shop)
    except CraftError:  # an edge of it is gone; opening the cut says so
        sentence = planning.title(kept.cut, shop)
    return NewerCut(cut=cut_json(kept.cut), version=kept.version, sentence=sentence)


@cache
def _adapter(kind: type) -> TypeAdapter[Any]:
    return TypeAdapter(kind)


def cut_json(cut: AnyCut) -> dict[str, Any]:
    """A cut as a request takes it."""
    made: dict[str, Any] = _adapter(type(cut)).dump_python(cut, mode="json")
    return made


def cut_item(kept: KeptCut, piece: Piece, shop: Shop, planning: Planning, prior: PriorCuts, before: Before) -> CutItem:
    """A cut as the list shows it, made after what the cuts before it left."""
    made = prior.made(kept.cut, piece, shop, before)
    return CutItem(
        id=kept.id,
        name=kept.name,
        version=kept.version,
        cut=cut_json(kept.cut),
        title=planning.title(kept.cut, shop),
        place=planning.place(kept.cut, before.board(piece)),
        glyph=made.glyph,
        status=made.status,
        needs=made.needs,
        wanted=made.wanted,
        joint=kept.joint,
    )


def _piece_item(kept: KeptPiece, shop: Shop, planning: Planning, prior: PriorCuts, before: Mapping[str, Before]) -> PieceItem:
    """A piece as the list shows it; `before` has what is so before each cut, by its id."""
    piece = kept.piece
    sizes = Sizes(length=as_typed(piece.length), width=as_typed(piece.width), thickness=as_typed(piece.thickness))
    edges = tuple(EdgeName(ref=edge.ref, name=edge.name, inside=edge.inside) for edge in edges_of(piece))
    cuts = tuple(cut_item(cut, piece, shop, planning, prior, before[cut.id]) for cut in kept.cuts)
    return PieceItem(id=kept.id, piece=piece, sizes=sizes, edges=edges, cuts=cuts)


def job_view(job: KeptJob, shop: Shop, planning: Planning, prior: PriorCuts) -> JobView:
    """A job as the strip shows it."""
    before = prior.along(job, shop)
    return JobView(
        id=job.id,
        name=job.name,
        notes=job.notes,
        archived=job.archived,
        pins=job.pins,
        stays=job.stays,
        pieces=tuple(_piece_item(piece, shop, planning, prior, before) for piece in job.pieces),
        joints=tuple(
            JointLine(
                id=each.id, name=each.name, kind=KINDS[each.joint.kind].name, first_id=each.first_id, second_id=each.second_id
            )
            for each in job.joints
        ),
    )


def job_card(line: JobLine) -> JobCard:
    """A job in the list of jobs."""
    picture = (outline_of(line.first), *openings_of(line.first)) if line.first else ()
    return JobCard(
        id=line.id,
        name=line.name,
        archived=line.archived,
        changed_at=line.changed_at,
        boards=line.boards,
        cuts=line.cuts,
        picture=picture,
    )


def shop_view(shop: Shop, own_unit: Unit) -> ShopView:
    """The shop with its choices, for a reader; `own_unit` is what it has itself."""
    return ShopView(
        id=shop.id,
        name=shop.name,
        unit=shop.unit,
        own_unit=own_unit,
        rules=shop.rules,
        currency=shop.currency,
        bit_count=sum(not bit.archived for bit in shop.bits),
        router_count=sum(not router.archived for router in shop.routers),
        deliveries=shop.deliveries,
        materials=shop.materials,
        schools=SCHOOLS,
        bounds=bounds(),
    )
