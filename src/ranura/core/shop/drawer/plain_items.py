"""Guides, woods and deliveries as texts: things whose fields are all lengths, numbers, words or yes and no."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import fields
from typing import Any, get_args

from ranura.core.board.materials import Delivery, Material, MaterialClass
from ranura.core.shop import refusals
from ranura.core.shop.drawer.reading import Texts, given
from ranura.core.shop.tooling.guides import (
    Bushing,
    Comb,
    CombPair,
    EdgeGuide,
    Guide,
    InlaySet,
    KeyedSled,
    MatchedSet,
    Sled,
    Spacer,
    Straightedge,
    TJig,
    Trammel,
)
from ranura.core.text.errors import ToolError
from ranura.core.text.lengths import Unit
from ranura.core.text.lengths_format import trade_text

PlainItem = Guide | Material | Delivery

PLAIN_KINDS: dict[str, type[PlainItem]] = {
    "bushing": Bushing,
    "inlay-set": InlaySet,
    "edge-guide": EdgeGuide,
    "straightedge": Straightedge,
    "spacer": Spacer,
    "trammel": Trammel,
    "sled": Sled,
    "keyed-sled": KeyedSled,
    "comb": Comb,
    "comb-pair": CombPair,
    "matched-set": MatchedSet,
    "t-jig": TJig,
    "wood": Material,
    "delivery": Delivery,
}
_CLASSES: tuple[str, ...] = get_args(MaterialClass)
_ZERO_IS_FINE = frozenset({"nearest"})
_DEGREES = frozenset({"angle"})


def fields_of(kind: str) -> tuple[tuple[str, str], ...]:
    """The fields a person fills in and what each takes: `length`, `number`, `whole`, `yes`, `class` or `text`; optional ones
    end in `?`."""
    made = []
    for each in fields(PLAIN_KINDS[kind]):
        if each.name in ("id", "kind"):
            continue
        said = str(each.type)
        takes = (
            "class"
            if "MaterialClass" in said
            else "yes"
            if "bool" in said
            else "whole"
            if said == "int"
            else "number"
            if each.name in _DEGREES
            else "length"
            if "float" in said
            else "text"
        )
        made.append((each.name, takes + ("?" if "None" in said or takes == "yes" else "")))
    return tuple(made)


def plain_item_from_texts(kind: str, texts: Mapping[str, str], *, id: str, unit: Unit) -> PlainItem:
    """A guide, wood or delivery from its texts. Raises `CraftError` with the field."""
    if kind not in PLAIN_KINDS:
        raise ToolError(refusals.UNKNOWN_WORD, field="kind", text=kind, choices=", ".join(PLAIN_KINDS))
    spec = fields_of(kind)
    said = Texts(texts, known=[field for field, _ in spec], unit=unit)
    values: dict[str, Any] = {}
    for field, takes in spec:
        value = _read(said, field, takes.removesuffix("?"))
        values[field] = value if takes.endswith("?") else given(field, value)
    return PLAIN_KINDS[kind](id=id, **{field: value for field, value in values.items() if value is not None})


def _read(said: Texts, field: str, takes: str) -> Any:
    match takes:
        case "length":
            return said.length(field, zero=field in _ZERO_IS_FINE)
        case "number":
            return said.number(field)
        case "whole":
            return said.whole(field)
        case "yes":
            return bool(said.yes(field))
        case "class":
            return said.word(field, _CLASSES)
        case "text":
            return said.text(field)
        case _:
            raise ValueError(takes)


def kind_of(thing: PlainItem) -> str:
    """The kind of a thing."""
    return next(kind for kind, made in PLAIN_KINDS.items() if isinstance(thing, made))


def plain_item_texts(thing: PlainItem) -> dict[str, str]:
    """Its fields as texts that read back as the same."""
    texts: dict[str, str] = {}
    for field, takes in fields_of(kind_of(thing)):
        value = getattr(thing, field)
        if value is None:
            continue
        if takes.startswith("length"):
            texts[field] = trade_text(value)
        elif takes.startswith("yes"):
            texts[field] = "yes" if value else "no"
        elif takes.startswith("number"):
            texts[field] = f"{value:g}"
        else:
            texts[field] = str(value)
    return texts
