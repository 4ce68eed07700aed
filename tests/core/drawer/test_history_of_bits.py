"""What is remembered of a bit: every change once, in words, and nothing for no change."""

from __future__ import annotations

import dataclasses

import pytest

from ranura.core.shop.drawer.history import events
from ranura.demo.shop import SHOP

BIT = next(bit for bit in SHOP.bits if bit.id == "straight-12.7")


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"state": "worn"}, ["sharp → worn"]),
        ({"archived": True}, ["was put away"]),
        ({"metres_cut": BIT.metres_cut + 12.34}, ["cut 12.3 m more"]),
        ({"metres_cut": 0.0}, []),
        ({"name": "Old faithful"}, ["was called 12.7 straight"]),
        ({"overall_length": 60.0, "price": None}, ["overall length: 63 mm → 60 mm", "price: 24 → —"]),
        ({}, []),
    ],
)
def test_a_change_is_said_once(change, words):
    assert [event.words.metric for event in events(BIT, dataclasses.replace(BIT, **change))] == words


def test_coming_and_being_sharpened():
    assert [event.code for event in events(None, BIT)] == ["added"]
    dull = dataclasses.replace(BIT, state="dull", archived=True)
    assert [event.code for event in events(dull, BIT)] == ["out", "sharpened"]
