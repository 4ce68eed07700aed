"""The whole shop as one JSON file: tools, guides, woods, deliveries, profiles, house rules. It reads back as the same shop."""

from __future__ import annotations

import json
from dataclasses import replace
from typing import Any

from pydantic import TypeAdapter, ValidationError

from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError, FileError
from ranura.formats import refusals
from ranura.formats.path_data import outlines_to_keep

FORMAT, VERSION = "ranura-shop", 1
_SHOP = TypeAdapter(Shop)
_NAME_LENGTH, _ID_LENGTH, _CURRENCY_LENGTH = 200, 40, 8
"""Signs that can be kept."""


def write_shop(shop: Shop) -> str:
    """The file of a shop."""
    whole = {"format": FORMAT, "version": VERSION, "shop": _SHOP.dump_python(shop, mode="json")}
    return json.dumps(whole, ensure_ascii=False, indent=1) + "\n"


def schema() -> dict[str, Any]:
    """The JSON schema of the file."""
    made = _SHOP.json_schema(ref_template="#/$defs/{model}")
    definitions = made.pop("$defs", {})
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A shop in Ranura",
        "type": "object",
        "required": ["format", "version", "shop"],
        "properties": {"format": {"const": FORMAT}, "version": {"const": VERSION}, "shop": made},
        "$defs": definitions,
    }


def read_shop(text: str, *, id: str) -> Shop:
    """The shop of a file, under the id of the shop it is read into. Raises `FileError` naming the place that is wrong."""
    try:
        whole = json.loads(text.lstrip("\ufeff"))
    except (ValueError, RecursionError):
        raise FileError(refusals.NO_JSON) from None
    if not isinstance(whole, dict) or whole.get("format") != FORMAT or not isinstance(whole.get("shop"), dict):
        raise FileError(refusals.OTHER_FORMAT, format=FORMAT)
    if whole.get("version") != VERSION:
        raise FileError(refusals.OTHER_VERSION, version=str(whole.get("version")))
    try:
        shop = _SHOP.validate_python({**whole["shop"], "id": id})
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        cause = first.get("ctx", {}).get("error")
        path = ".".join(str(part) for part in first["loc"])
        if isinstance(cause, CraftError):
            path = f"{path}.{cause.field}" if cause.field else path
            raise FileError(refusals.WRONG_PLACE, place=path, what=cause.message.metric) from None
        raise FileError(refusals.WRONG_PLACE, place=path, what=first["msg"]) from None
    _check_fits("name", shop.name, _NAME_LENGTH)
    _check_fits("currency", shop.currency, _CURRENCY_LENGTH)
    for name in ("routers", "bits", "guides", "woods", "deliveries", "profiles", "outlines"):
        for number, each in enumerate(getattr(shop, name)):
            _check_fits(f"{name}.{number}.id", each.id, _ID_LENGTH)
            _check_fits(f"{name}.{number}.name", each.name, _NAME_LENGTH)
        ids = [each.id for each in getattr(shop, name)]
        if len(set(ids)) < len(ids):
            twice = next(each for each in ids if ids.count(each) > 1)
            raise FileError(refusals.ID_TWICE, place=name, id=twice)
    return replace(shop, outlines=outlines_to_keep(shop.outlines))


def _check_fits(place: str, text: str, most: int) -> None:
    """Refuses a text that could not be kept: too long, or with a NUL or half a character in it."""
    if not 0 < len(text) <= most:
        raise FileError(refusals.TOO_LONG, place=place, count=len(text), most=most)
    if any(sign == "\0" or "\ud800" <= sign <= "\udfff" for sign in text):
        raise FileError(refusals.NO_TEXT, place=place)
