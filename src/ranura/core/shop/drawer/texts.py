"""A bit as texts, field by field: how it is typed in a form or a table, and shown back.

Lengths are read as R1 says; a number without a unit is in the shop's. One reading for the form, the description by words,
and files."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any, get_args

from ranura.core.shop import refusals
from ranura.core.shop.drawer.reading import Texts
from ranura.core.shop.tooling.bits import Bit, Body, State, nominal_shank
from ranura.core.shop.tooling.profiles import PROFILES, SizeField
from ranura.core.text.errors import BitError
from ranura.core.text.lengths import Unit
from ranura.core.text.lengths_format import trade_text

LENGTHS: tuple[str, ...] = (
    "diameter",
    "cutting_length",
    "radius",
    "width",
    "bearing",
    "head",
    "neck",
    "up_cut_tip",
    "overall_length",
    "shank",
)
FIELDS: tuple[str, ...] = (
    "name",
    "profile",
    "shank",
    "diameter",
    "radius",
    "width",
    "angle",
    "cutting_length",
    "bearing",
    "bearings",
    "head",
    "neck",
    "up_cut_tip",
    "overall_length",
    "flutes",
    "body",
    "plunges",
    "marked_max_rpm",
    "price",
    "state",
    "metres_cut",
)
"""Everything a person may say of a bit, in the order of a form and of a file's header."""

_BODIES: tuple[Body, ...] = get_args(Body)
_STATES: tuple[State, ...] = get_args(State)
_ANGLE_MARKS = "°\u00ba "


def bit_from_texts(texts: Mapping[str, str], *, id: str, unit: Unit) -> Bit:
    """The bit that these texts describe. Raises `CraftError` with the field; unknown fields are refused."""
    plain = {field: text.rstrip(_ANGLE_MARKS) if field == "angle" else text for field, text in texts.items()}
    said = Texts(plain, known=FIELDS, unit=unit)
    if not said.has("profile"):
        raise BitError(refusals.PROFILE_MISSING, field="profile")
    profile = said.word("profile", PROFILES)
    values: dict[str, Any] = {field: value for field in LENGTHS if (value := said.length(field)) is not None}
    if "shank" not in values:
        raise BitError(refusals.SHANK_MISSING, field="shank")
    values["shank"] = nominal_shank(values["shank"])
    values["bearings"] = said.lengths("bearings")
    for field in ("angle", "marked_max_rpm", "price", "metres_cut"):
        if (number := said.number(field)) is not None:
            values[field] = number
    if (flutes := said.whole("flutes")) is not None:
        values["flutes"] = flutes
    values["plunges"] = said.yes("plunges")
    if body := said.word("body", _BODIES):
        values["body"] = body
    if state := said.word("state", _STATES):
        values["state"] = state
    bit = Bit(id=id, name=said.text("name") or "bit", profile=profile, **values)  # type: ignore[arg-type]
    return bit if said.has("name") else renamed(bit)


def renamed(bit: Bit) -> Bit:
    """The same bit under the name that its sizes give it."""
    return replace(bit, name=usual_name(bit))


def usual_name(bit: Bit) -> str:
    """What a bit is called when nobody named it.

    >>> usual_name(Bit(id="", name="", profile="roundover", radius=6.35, bearing=12.7, shank=6.35))
    'Roundover 1/4 in'"""
    kind = bit.kind
    printed = kind.sizes[0]
    value = getattr(bit, printed)
    size = f"{value:g}°" if printed == "angle" else trade_text(value)
    if bit.profile == "dovetail":
        size = f"{size} × {bit.angle:g}°"
    if bit.profile == "v-groove":
        size = f"{size} × {trade_text(bit.diameter)}"
    return f"{kind.name[:1].upper()}{kind.name[1:]} {size}"


def texts_of(bit: Bit) -> dict[str, str]:
    """A bit as texts that read back as the same bit; what is not known is left out, as is what follows from the rest."""
    texts = {"name": bit.name, "profile": bit.profile, "flutes": str(bit.flutes), "body": bit.body, "state": bit.state}
    sizes: tuple[SizeField, ...] = bit.kind.sizes
    for field in LENGTHS:
        value = getattr(bit, field)
        if value and (field in sizes or field in ("shank", "overall_length")) and not _follows(bit, field):
            texts[field] = trade_text(value)
    if bit.angle is not None:
        texts["angle"] = f"{bit.angle:.10g}"
    if bit.bearings:
        texts["bearings"] = "; ".join(trade_text(bearing) for bearing in bit.bearings)
    if bit.plunges is not None:
        texts["plunges"] = "yes" if bit.plunges else "no"
    for field in ("marked_max_rpm", "price"):
        value = getattr(bit, field)
        if value is not None:
            texts[field] = f"{value:.10g}"
    if bit.metres_cut:
        texts["metres_cut"] = f"{bit.metres_cut:.10g}"
    return texts


def _follows(bit: Bit, field: str) -> bool:
    """Whether a size that may be left out is what it would be then."""
    if field not in bit.kind.optional:
        return False
    without: Bit = replace(bit, **{field: 0.0 if field == "cutting_length" else None})  # type: ignore[arg-type]
    usual: float | None = getattr(without, field)
    return usual is not None and abs(usual - getattr(bit, field)) < 1e-6
