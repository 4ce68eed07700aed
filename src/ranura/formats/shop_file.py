"""The whole shop as one JSON file: tools, guides, woods, deliveries, profiles, house rules. It reads back as the same shop."""

from __future__ import annotations

import json
from typing import Any

from pydantic import TypeAdapter, ValidationError

from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError, FileError
from ranura.formats import refusals

FORMAT, VERSION = "ranura-shop", 1
_SHOP = TypeAdapter(Shop)


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
    for name in ("routers", "bits", "guides", "woods", "deliveries", "profiles"):
        ids = [each.id for each in getattr(shop, name)]
        if len(set(ids)) < len(ids):
            twice = next(each for each in ids if ids.count(each) > 1)
            raise FileError(refusals.ID_TWICE, place=name, id=twice)
    return shop
