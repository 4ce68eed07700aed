"""Profiles of edges: kept by name for other pieces, and the section of a kept cut as a file at 1:1."""

from __future__ import annotations

from typing import Annotated
from urllib.parse import quote
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field

from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheSavedShop, TheShop, TheStore
from ranura.core.plan import CutPlan
from ranura.core.shop import refusals as shop_refusals
from ranura.core.shop.saved_profiles import SavedProfile, Shape
from ranura.core.shop.shop import Shop
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError, ToolError
from ranura.formats.section_files import section_dxf, section_svg
from ranura.requests.from_core import IdText, Name, ReadLength, RequestModel
from ranura.store import kept_jobs

router = APIRouter(prefix="/api", tags=["profiles"], responses=ERRORS)


class ProfileIn(RequestModel):
    """A profile to keep by name."""

    name: Name
    shape: Shape
    size: ReadLength
    depth: ReadLength | None = None
    width: ReadLength | None = None
    angle: Annotated[float, Field(gt=0, lt=90)] | None = None
    bit_id: IdText | None = None


@router.get("/profiles")
def list_profiles(shop: TheShop) -> tuple[SavedProfile, ...]:
    """The profiles of the shop, in the order in which they were kept."""
    return shop.profiles


@router.post("/profiles", status_code=201)
def keep_profile(asked: ProfileIn, saved_shop: TheSavedShop) -> SavedProfile:
    """Keeps a profile by name; the name of another one is refused."""
    name = asked.name.strip()
    if any(each.name.casefold() == name.casefold() for each in saved_shop.current().profiles):
        raise ToolError(shop_refusals.NAME_TAKEN, field="name", name=name)
    made = SavedProfile(
        id=uuid4().hex,
        name=name,
        shape=asked.shape,
        size=asked.size,
        depth=asked.depth,
        width=asked.width,
        angle=asked.angle,
        bit_id=asked.bit_id,
    )
    saved_shop.add("profiles", [made])
    return made


@router.delete("/profiles/{profile_id}", status_code=204)
def remove_profile(profile_id: str, saved_shop: TheSavedShop) -> Response:
    """Takes a profile away; the cuts that were made from it keep their sizes."""
    saved_shop.remove("profiles", profile_id)
    return Response(status_code=204)


def _planned(cut_id: str, shop: Shop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> tuple[CutPlan, str]:
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
    if kept.cut.kind != "edge":
        raise CutError(common_refusals.NO_SECTION_FILE, field=None)
    before = prior.before(cut_id, shop)
    plan = planning.plan(kept.cut, piece, shop, shop.rules, before=before)
    return plan, f"{kept.name}, {piece.name}"


def _file(body: str, media_type: str, name: str) -> Response:
    said = f"attachment; filename=\"section\"; filename*=UTF-8''{quote(name, safe='')}"
    return Response(body, media_type=media_type, headers={"Content-Disposition": said, "Cache-Control": "no-store"})


@router.get("/cuts/{cut_id}/section.svg", response_class=Response)
def svg(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> Response:
    """The section of a kept edge cut as SVG, in mm at 1:1."""
    plan, name = _planned(cut_id, shop, store, prior, planning)
    return _file(section_svg(plan.drawing[1], title=name), "image/svg+xml", f"{name}.svg")


@router.get("/cuts/{cut_id}/section.dxf", response_class=Response)
def dxf(cut_id: str, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning) -> Response:
    """The section of a kept edge cut as DXF, in mm at 1:1."""
    plan, name = _planned(cut_id, shop, store, prior, planning)
    return _file(section_dxf(plan.drawing[1], title=name), "image/vnd.dxf", f"{name}.dxf")
