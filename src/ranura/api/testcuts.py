"""Test cuts: what a measurement corrects, the correction kept, and cut-line jigs made from a plan."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from typing import Annotated
from uuid import uuid4

from fastapi import Response
from pydantic import Field

from ranura.api.cut_routes import CutRoutes
from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheSavedShop, TheShop
from ranura.core.board.materials import Delivery
from ranura.core.family import NOTHING_BEFORE
from ranura.core.learning.corrections import Correction, MeasureKey, with_base_distance
from ranura.core.running.log import FigureKind
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Spacer, TJig
from ranura.core.shop.tooling.routers import BaseKind, Router
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError
from ranura.requests.cuts import PlanAsked
from ranura.requests.from_core import IdText, ReadLength, RequestModel

ROUTES = CutRoutes(prefix="/api", tags=["test cuts"], responses=ERRORS)

Millimetres = Annotated[float, Field(gt=0, le=10_000, allow_inf_nan=False)]


class MeasuredIn(PlanAsked):
    """A measurement in the test cut of a planned cut."""

    key: MeasureKey
    measured: ReadLength


class CorrectionIn(RequestModel):
    """A base distance, a bit's width, or the thickness of a spacer or of a delivery's boards as it is from now on, in mm."""

    of: FigureKind
    id: IdText
    base: BaseKind | None = None
    side: Annotated[str, Field(max_length=80)] | None = None
    value: Millimetres


class JigIn(RequestModel):
    """A cut-line jig that was made with the pair of a kept cut's plan."""

    bit_id: IdText
    router_id: IdText


@ROUTES.route("POST", "/test-cut")
def test_cut(asked: MeasuredIn, shop: TheShop, prior: ThePriorCuts, planning: ThePlanning) -> Correction:
    """What a measurement in the test cut means; writes nothing."""
    before = prior.before(asked.cut_id, shop) if asked.cut_id else NOTHING_BEFORE
    return planning.corrected(asked.cut, asked.piece, shop, asked.key, asked.measured.mm, before=before)


@ROUTES.route("POST", "/corrections", status_code=204)
def correct(asked: CorrectionIn, saved_shop: TheSavedShop) -> Response:
    """Keeps a correction of a bit, of one side of one base, of a spacer or of what a delivery measures: every plan follows."""
    match asked.of:
        case "bit":
            saved_shop.edit("bits", Bit, asked.id, lambda bit: replace(bit, diameter=asked.value))
        case "spacer":
            saved_shop.edit("guides", Spacer, asked.id, partial(_thick, value=asked.value))
        case "delivery":
            saved_shop.edit("deliveries", Delivery, asked.id, partial(_measuring, value=asked.value))
        case "base":
            base, side = asked.base, asked.side
            if base is None or side is None:
                raise CutError(common_refusals.NOTHING_TO_MEASURE, field="base" if base is None else "side")
            saved_shop.edit(
                "routers", Router, asked.id, lambda kept: with_base_distance(kept, base=base, side=side, distance=asked.value)
            )
    return Response(status_code=204)


def _thick(strip: Spacer, *, value: float) -> Spacer:
    return replace(strip, thickness=value)


def _measuring(load: Delivery, *, value: float) -> Delivery:
    return replace(load, measured=value)


@ROUTES.route("POST", "/jigs")
def make_jig(asked: JigIn, saved_shop: TheSavedShop) -> str:
    """Keeps a cut-line jig trimmed by this bit in this router, as both measure now; answers its id."""
    shop = saved_shop.current()
    bit, owner = shop.bit(asked.bit_id), shop.router(asked.router_id)
    jig = TJig(
        id=uuid4().hex,
        name=f"Jig for {bit.name} in {owner.name}",
        router_id=owner.id,
        bit_id=bit.id,
        bit_diameter=bit.diameter,
        base_to_axis=owner.bases[0].sides[0].distance,
    )
    saved_shop.add("guides", [jig])
    return jig.id
