"""The description the page's client is made from."""

from __future__ import annotations

import json
from typing import Any

import pytest

from ranura.calc.registry import CALCULATORS
from ranura.host.openapi import description


@pytest.fixture(scope="module")
def api() -> dict[str, Any]:
    return json.loads(description())


def test_every_calculator_and_resource_is_described(api):
    assert {f"/api/calc/{name}" for name in CALCULATORS} <= set(api["paths"])
    for path, calls in api["paths"].items():
        for method, call in calls.items():
            assert call.get("summary") or call.get("description"), (method, path)
            assert any(code.startswith("2") for code in call["responses"]), (method, path)


def test_answers_carry_every_field(api):
    plan = api["components"]["schemas"]["CutPlan"]
    assert set(plan["required"]) == set(plan["properties"])
    figure = api["components"]["schemas"]["Figure"]
    assert {"others", "school", "inputs"} <= set(figure["required"])


def test_requests_keep_their_defaults(api):
    cut = api["components"]["schemas"]["ChannelCutIn"]
    assert set(cut["required"]) == {"depth", "position"}, "the width may follow from a part"
    pocket = api["components"]["schemas"]["PocketCutIn"]
    assert set(pocket["required"]) == {"form", "depth"}
    edge = api["components"]["schemas"]["EdgeCutIn"]
    assert set(edge["required"]) == {"shape", "size"}


def test_lengths_are_described_as_numbers_or_texts(api):
    width = api["components"]["schemas"]["SetbackRequest"]["properties"]["bit_diameter"]
    assert {option["type"] for option in width["anyOf"]} == {"number", "string"}


@pytest.mark.thorough
@pytest.mark.slow
def test_the_same_code_gives_the_same_description():
    assert description() == description()
