"""`choose`: which bit in which collet of which router for a straight cut, what the others lose, and why not the rest (R15)."""

from __future__ import annotations

from typing import Any, get_args

from pydantic import TypeAdapter, ValidationError

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question, Refused, SizeField
from ranura.core.board.materials import Material, MaterialClass
from ranura.core.choosing.offers import misses_of, offers
from ranura.core.cutting.need import Clean, CutKind, StraightCut
from ranura.core.plan import PLANNING
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import shank_name
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Fact
from ranura.core.tools import tools_for_section

_SHOP = TypeAdapter(Shop)
_UNSAID = {"id": "shop", "name": "shop", "unit": "mm", "rules": {}}
_ALL = 10**9


class CutRequest(Question):
    """A dado, groove or rabbet by its section; `clean` is the face that must not be torn, seen from the router."""

    kind: CutKind
    width: SizeField
    depth: SizeField
    stopped: bool = False
    through: bool = False
    clean: Clean = "near"
    across_grain: bool = True


class ChooseRequest(Question):
    """A cut, the material by its id or class, its thickness, and a shop in the JSON form of its file."""

    cut: CutRequest
    material: str
    thickness: SizeField
    shop: dict[str, Any]


class RankedAnswer(Answer):
    """A bit in a router, the collet it takes, what it loses against the best."""

    bit: str
    router: str
    collet: str
    loses: list[str]


class DroppedAnswer(Answer):
    """A bit, alone or in a router, with why it cannot."""

    bit: str
    router: str | None
    code: str
    facts: dict[str, Fact]


class MissAnswer(Answer):
    """A bit in a router that one thing keeps from the cut."""

    bit: str
    router: str | None
    needs: str


class ChooseAnswer(Answer):
    """All that can make it, best first; all that cannot, with reasons; what nearly can, with what it needs."""

    ranked: list[RankedAnswer]
    dropped: list[DroppedAnswer]
    nearest_misses: list[MissAnswer]


def read_shop(given: dict[str, Any]) -> Shop:
    """A shop from the JSON form of its file. Raises Refused at the field that cannot be."""
    try:
        shop = _SHOP.validate_python({**_UNSAID, **given})
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        cause = first.get("ctx", {}).get("error")
        path = ["shop", *(str(part) for part in first["loc"])]
        if isinstance(cause, CraftError):
            raise Refused(".".join([*path, cause.field] if cause.field else path), cause.message.metric) from None
        raise Refused(".".join(path), first["msg"][:1].lower() + first["msg"][1:]) from None
    refuse_unknown(given, _SHOP.dump_python(shop, mode="json"), "shop")
    return shop


def refuse_unknown(given: Any, known: Any, path: str) -> None:
    """Raises Refused for a field that was given and is not known, however deep it lies."""
    if isinstance(given, dict) and isinstance(known, dict):
        for key, value in given.items():
            if key not in known:
                raise Refused(f"{path}.{key}", "this field is not known here")
            refuse_unknown(value, known[key], f"{path}.{key}")
    elif isinstance(given, list) and isinstance(known, list):
        for place, (each, other) in enumerate(zip(given, known, strict=False)):
            refuse_unknown(each, other, f"{path}.{place}")


def _wood(shop: Shop, given: str) -> Material:
    if given in get_args(MaterialClass):
        return Material(id=given, name=given, material_class=given, density=650, burn=2, tear_out=2)  # type: ignore[arg-type]
    return shop.material(given, field="material")


def answer(request: ChooseRequest) -> ChooseAnswer:
    """The choice. Raises Refused or CraftError at the field that cannot be."""
    shop = read_shop(request.shop)
    wood = _wood(shop, request.material)
    asked = request.cut
    need = StraightCut(
        kind=asked.kind,
        width=asked.width,
        depth=asked.depth,
        thickness=request.thickness,
        stopped=asked.stopped,
        through=asked.through,
        clean=asked.clean,
        across_grain=asked.across_grain,
    )
    found = tools_for_section(PLANNING, need, wood, shop)
    judge, ranked = found.judge, list(found.fit)
    best = ranked[0] if ranked else None
    return ChooseAnswer(
        ranked=[
            RankedAnswer(
                bit=offer.bit_id,
                router=offer.router_id,
                collet=shank_name(shop.bit(offer.bit_id).shank),
                loses=[loss.metric for loss in offer.loses],
            )
            for offer in offers(ranked, judge, count=_ALL)
        ],
        dropped=[
            DroppedAnswer(
                bit=drop.bit.id,
                router=drop.router.id if drop.router else None,
                code=drop.reason.code,
                facts=dict(drop.reason.facts),
            )
            for drop in found.sifted.dropped
        ]
        + [
            DroppedAnswer(bit=pair.bit.id, router=pair.router.id, code=why.code, facts=dict(why.facts))
            for pair, why in found.stopped
        ],
        nearest_misses=[
            MissAnswer(bit=miss.bit_id, router=miss.router_id, needs=miss.needs.metric)
            for miss in misses_of(judge, found.sifted, best)
        ],
    )


CALCULATOR = Calculator(ChooseRequest, ChooseAnswer, answer)
