"""The OpenAPI description of the application, without starting a server or a database."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from ranura.api.application import Settings, create_app
from ranura.api.problems import ProblemInner, RefusedPlanBody
from ranura.store.repository import Store


def description() -> str:
    """The description as JSON text, the same for the same code; answers carry every field, so all of theirs are required, but for
    refusals."""
    app = create_app(Settings(shop_id="none", page=None), Store("mysql+pymysql://none@127.0.0.1:1/none"))
    made = app.openapi()
    schemas = made["components"]["schemas"]
    asked = {name for path in made["paths"].values() for call in path.values() for name in _names(call.get("requestBody"))}
    while more := {name for known in asked for name in _names(schemas[known])} - asked:
        asked |= more
    refused = {ProblemInner.__name__, RefusedPlanBody.__name__}
    for name, schema in schemas.items():
        if name not in asked | refused and "properties" in schema:
            schema["required"] = sorted(schema["properties"])
    return json.dumps(made, ensure_ascii=False, indent=1, sort_keys=True)


def _names(part: Any) -> Iterator[str]:
    """The schemas that a part of the description refers to."""
    if isinstance(part, dict):
        if isinstance(part.get("$ref"), str):
            yield part["$ref"].rsplit("/", 1)[-1]
        for value in part.values():
            yield from _names(value)
    elif isinstance(part, list):
        for value in part:
            yield from _names(value)
