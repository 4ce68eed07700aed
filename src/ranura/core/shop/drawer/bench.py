"""A router as texts: its own fields, and those of each base. The same reading for the form on the bench and for files."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import get_args

from ranura.core.shop import refusals
from ranura.core.shop.drawer.reading import Texts, given, plain_number
from ranura.core.shop.tooling.routers import Base, BaseKind, DialPosition, GuidedSide, Router, RouterClass, Sleeve, Weight
from ranura.core.text.errors import CraftError, ToolError
from ranura.core.text.lengths import Unit, read
from ranura.core.text.lengths_format import trade_text

ROUTER_FIELDS: tuple[str, ...] = (
    "name",
    "class",
    "rated_input_w",
    "min_rpm",
    "max_rpm",
    "stepped",
    "dial",
    "collets",
    "sleeves",
    "collet_bore",
    "speed_hold",
    "soft_start",
    "weight",
)
BASE_FIELDS: tuple[str, ...] = (
    "kind",
    "round",
    "across",
    "side",
    "side_name",
    "side_measured",
    "side2",
    "side2_name",
    "opening",
    "rings",
    "handle_reach",
    "front",
    "back",
    "collet_height",
    "plunge_travel",
    "turret",
    "rods",
    "adjuster",
    "plate",
)
_BASE_LENGTHS = ("opening", "handle_reach", "front", "back", "collet_height", "plunge_travel", "rods")
_POSITION = re.compile(
    r"\s*(?P<setting>[^=\s]+)\s*=\s*(?P<rpm>[\d\s\u2009.,]+?)\s*(?P<measured>measured)?"
    r"(?:\s*,?\s*manual\s+(?P<manual>[\d.]+))?\s*"
)
_SLEEVE = re.compile(r"\s*(?P<shank>.+?)\s+in\s+(?P<collet>\d.*)")


def router_from_texts(texts: Mapping[str, str], bases: Sequence[Mapping[str, str]], *, id: str, unit: Unit) -> Router:
    """The router that these texts describe. Raises `CraftError` with the field; that of a base as `bases.0.across`."""
    said = Texts(texts, known=ROUTER_FIELDS, unit=unit)
    stepped = bool(said.yes("stepped"))
    hold = said.yes("speed_hold")
    return Router(
        id=id,
        name=given("name", said.text("name")),
        router_class=given("class", said.word("class", _CLASSES)),
        rated_input_w=given("rated_input_w", said.number("rated_input_w")),
        min_rpm=given("min_rpm", said.number("min_rpm")),
        max_rpm=given("max_rpm", said.number("max_rpm")),
        dial=dial_from_text(said.text("dial") or "", stepped=stepped),
        stepped=stepped,
        collets=said.lengths("collets"),
        bases=tuple(_base(each, place, unit) for place, each in enumerate(bases)),
        speed_hold=True if hold is None else hold,
        soft_start=bool(said.yes("soft_start")),
        collet_bore=said.length("collet_bore"),
        sleeves=_sleeves(said.text("sleeves") or "", unit),
        weight=said.word("weight", _WEIGHTS),
    )


_CLASSES: tuple[RouterClass, ...] = get_args(RouterClass)
_KINDS: tuple[BaseKind, ...] = get_args(BaseKind)
_WEIGHTS: tuple[Weight, ...] = get_args(Weight)


def dial_from_text(text: str, *, stepped: bool) -> tuple[DialPosition, ...]:
    """A dial written as `1=10000; 2=13200 measured, manual 14000`; from slow to fast. Raises `ToolError` on `dial`.

    >>> dial_from_text("A=9000; B=11 500", stepped=True)[1].rpm
    11500.0"""
    found: list[DialPosition] = []
    for part in text.split(";"):
        if not part.strip():
            continue
        match = _POSITION.fullmatch(part)
        rpm = plain_number(match["rpm"]) if match else None
        if match is None or rpm is None:
            raise ToolError(refusals.DIAL_UNREADABLE, field="dial", text=part.strip())
        number = plain_number(match["setting"])
        if number is None and not stepped:
            raise ToolError(refusals.DIAL_LETTERS, field="dial")
        setting: float | str = match["setting"] if number is None else number
        manual = plain_number(match["manual"]) if match["manual"] else None
        found.append(DialPosition(setting=setting, rpm=rpm, measured=match["measured"] is not None, manual_rpm=manual))
    return tuple(sorted(found, key=lambda position: position.rpm))


def dial_text(dial: Sequence[DialPosition]) -> str:
    """A dial as `dial_from_text` reads it."""
    return "; ".join(
        f"{each.setting if isinstance(each.setting, str) else f'{each.setting:g}'}={each.rpm:.10g}"
        f"{' measured' if each.measured else ''}{'' if each.manual_rpm is None else f', manual {each.manual_rpm:.10g}'}"
        for each in dial
    )


def _sleeves(text: str, unit: Unit) -> tuple[Sleeve, ...]:
    found = []
    for part in text.split(";"):
        if part.strip():
            match = _SLEEVE.fullmatch(part)
            if match is None:
                raise ToolError(refusals.SLEEVE_UNREADABLE, field="sleeves", text=part.strip())
            shank, collet = (read(match[name], unit, field="sleeves", positive=True).mm for name in ("shank", "collet"))
            found.append(Sleeve(shank=shank, collet=collet))
    return tuple(found)


def _base(texts: Mapping[str, str], place: int, unit: Unit) -> Base:
    try:
        said = Texts(texts, known=BASE_FIELDS, unit=unit)
        kind: BaseKind = given("kind", said.word("kind", _KINDS))
        across = given("across", said.length("across"))
        side = said.length("side")
        measured = bool(said.yes("side_measured"))
        sides = [
            GuidedSide(
                name=said.text("side_name") or "marked side",
                distance=across / 2 if side is None else side,
                measured=measured and side is not None,
            )
        ]
        if (second := said.length("side2")) is not None:
            sides.append(GuidedSide(name=said.text("side2_name") or "other side", distance=second, measured=measured))
        return Base(
            kind=kind,
            round=bool(said.yes("round")),
            across=across,
            sides=tuple(sides),
            turret=said.lengths("turret"),
            rings=said.lengths("rings"),
            adjuster_mm_per_turn=said.length("adjuster"),
            plate=said.text("plate"),
            **{field: said.length(field, zero=field == "collet_height") for field in _BASE_LENGTHS},
        )
    except CraftError as problem:
        problem.field = f"bases.{place}.{problem.field}" if problem.field else f"bases.{place}"
        raise


def router_texts(router: Router) -> dict[str, str]:
    """A router's own fields as texts that read back as the same."""
    texts = {
        "name": router.name,
        "class": router.router_class,
        "rated_input_w": f"{router.rated_input_w:.10g}",
        "min_rpm": f"{router.min_rpm:.10g}",
        "max_rpm": f"{router.max_rpm:.10g}",
        "stepped": _word(router.stepped),
        "dial": dial_text(router.dial),
        "collets": "; ".join(trade_text(collet) for collet in router.collets),
        "sleeves": "; ".join(f"{trade_text(each.shank)} in {trade_text(each.collet)}" for each in router.sleeves),
        "collet_bore": "" if router.collet_bore is None else trade_text(router.collet_bore),
        "speed_hold": _word(router.speed_hold),
        "soft_start": _word(router.soft_start),
        "weight": router.weight or "",
    }
    return {field: text for field, text in texts.items() if text}


def base_texts(base: Base) -> dict[str, str]:
    """A base's fields as texts that read back as the same."""
    first, second = base.sides[0], base.sides[1] if len(base.sides) > 1 else None
    texts = {
        "kind": base.kind,
        "round": _word(base.round),
        "across": trade_text(base.across),
        "side": trade_text(first.distance),
        "side_name": first.name,
        "side_measured": _word(first.measured),
        "side2": trade_text(second.distance) if second else "",
        "side2_name": second.name if second else "",
        "turret": "; ".join(trade_text(step) for step in base.turret),
        "rings": "; ".join(trade_text(ring) for ring in base.rings),
        "adjuster": "" if base.adjuster_mm_per_turn is None else trade_text(base.adjuster_mm_per_turn),
        "plate": base.plate or "",
        **{field: trade_text(value) for field in _BASE_LENGTHS if (value := getattr(base, field)) is not None},
    }
    return {field: text for field, text in texts.items() if text}


def _word(value: bool) -> str:
    return "yes" if value else "no"
