"""Test cuts: what a measurement corrects, the correction kept, and cut-line jigs made from a plan."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Literal
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field

from ranura.api.doors import CutIn, Door, IdText, LengthIn, PieceIn
from ranura.api.keeping import TheKeeper, TheShop
from ranura.api.plans import TheMounts
from ranura.api.problems import ERRORS
from ranura.core.learning.corrections import Correction, MeasureKey, with_base_distance
from ranura.core.plan import corrected
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import TJig
from ranura.core.shop.tooling.routers import BaseKind, Router
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

router = APIRouter(prefix="/api", tags=["test cuts"], responses=ERRORS)

Millimetres = Annotated[float, Field(gt=0, le=10_000, allow_inf_nan=False)]


class MeasuredIn(Door):
    """A measurement in the test cut of a planned cut."""

    piece: PieceIn
    cut: CutIn
    cut_id: IdText | None = None
    key: MeasureKey
    measured: LengthIn


class CorrectionIn(Door):
    """A base distance or a bit's width as it is from now on; see `ranura.core.testcut.Correction`."""

    of: Literal["base", "bit"]
    id: IdText
    base: BaseKind | None = None
    side: Annotated[str, Field(max_length=80)] | None = None
    value: Millimetres


class JigIn(Door):
    """A cut-line jig that was made with the pair of a kept cut's plan."""

    bit_id: IdText
    router_id: IdText


@router.post("/test-cut")
def test_cut(asked: MeasuredIn, shop: TheShop, mounts: TheMounts) -> Correction:
    """What a measurement in the test cut means; writes nothing."""
    mounted = mounts.before(asked.cut_id, shop).mounted if asked.cut_id else frozenset()
    measured = asked.measured.length("measured").mm
    return corrected(asked.cut.cut(), asked.piece.piece(shop), shop, asked.key, measured, mounted=mounted)


@router.post("/corrections", status_code=204)
def correct(asked: CorrectionIn, keeper: TheKeeper) -> Response:
    """Keeps a correction of a bit, or of one side of one base: every plan follows."""
    if asked.of == "bit":
        keeper.edit("bits", Bit, asked.id, lambda bit: replace(bit, diameter=asked.value))
    else:
        base, side = asked.base, asked.side
        if base is None or side is None:
            raise CutError(common_refusals.NOTHING_TO_MEASURE, field="base" if base is None else "side")
        keeper.edit(
            "routers", Router, asked.id, lambda kept: with_base_distance(kept, base=base, side=side, distance=asked.value)
        )
    return Response(status_code=204)


@router.post("/jigs")
def make_jig(asked: JigIn, keeper: TheKeeper) -> str:
    """Keeps a cut-line jig trimmed by this bit in this router, as both measure now; answers its id."""
    shop = keeper.current()
    bit, owner = shop.bit(asked.bit_id), shop.router(asked.router_id)
    jig = TJig(
        id=uuid4().hex,
        name=f"Jig for {bit.name} in {owner.name}",
        router_id=owner.id,
        bit_id=bit.id,
        bit_diameter=bit.diameter,
        base_to_axis=owner.bases[0].sides[0].distance,
    )
    keeper.add("guides", [jig])
    return jig.id
