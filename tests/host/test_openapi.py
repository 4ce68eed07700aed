"""The description the page's client is made from."""

from __future__ import annotations

import json

import pytest

from ranura.calc.registry import CALCULATORS
from ranura.host.openapi import description

API = json.loads(description())


def test_every_calculator_and_resource_is_described():
    assert {f"/api/calc/{name}" for name in CALCULATORS} <= set(API["paths"])
    for path, calls in API["paths"].items():
        for method, call in calls.items():
            assert call.get("summary") or call.get("description"), (method, path)
            assert any(code.startswith("2") for code in call["responses"]), (method, path)


def test_answers_carry_every_field():
    plan = API["components"]["schemas"]["CutPlan"]
    assert set(plan["required"]) == set(plan["properties"])
    figure = API["components"]["schemas"]["Figure"]
    assert {"others", "school", "inputs"} <= set(figure["required"])


def test_requests_keep_their_defaults():
    cut = API["components"]["schemas"]["ChannelCutIn"]
    assert set(cut["required"]) == {"depth", "position"}, "the width may follow from a part"
    pocket = API["components"]["schemas"]["PocketCutIn"]
    assert set(pocket["required"]) == {"form", "depth"}
    edge = API["components"]["schemas"]["EdgeCutIn"]
    assert set(edge["required"]) == {"shape", "size"}


def test_lengths_are_described_as_numbers_or_texts():
    width = API["components"]["schemas"]["SetbackRequest"]["properties"]["bit_diameter"]
    assert {option["type"] for option in width["anyOf"]} == {"number", "string"}


@pytest.mark.thorough
@pytest.mark.slow
def test_the_same_code_gives_the_same_description():
    assert description() == description()
