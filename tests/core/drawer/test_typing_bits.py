"""Bits as they are typed: descriptions in words, texts that read back, finding, marks, the starter, shapes."""

from __future__ import annotations

import dataclasses
import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.choosing.limits import at_routers, cuts_made
from ranura.core.shop.drawer.bench import base_texts, dial_from_text, router_from_texts, router_texts
from ranura.core.shop.drawer.describing import describe
from ranura.core.shop.drawer.finding import find, sizes_of, words_of
from ranura.core.shop.drawer.form import TOOL_FORMS
from ranura.core.shop.drawer.marks import marks
from ranura.core.shop.drawer.plain_items import PLAIN_KINDS, kind_of, plain_item_from_texts, plain_item_texts
from ranura.core.shop.drawer.shape import shape
from ranura.core.shop.drawer.starter import starter
from ranura.core.shop.drawer.texts import FIELDS, bit_from_texts, texts_of
from ranura.core.shop.tooling.profiles import KINDS
from ranura.core.text.errors import CraftError
from ranura.demo.shop import BITS, DELIVERIES, GUIDES, ROUTERS, SHOP, WOODS

DESCRIBED = [
    (
        "roundover 1/4 in, 1/2 shank, bearing",
        {"profile": "roundover", "radius": "1/4 in", "shank": "1/2 in", "bearing": "1/2 in"},
    ),
    ("straight 12.7 x 25, 1/2 shank, 63 overall", {"diameter": "12.7", "cutting_length": "25", "overall_length": "63"}),
    ("6.35 up-cut 25 long 1/4 shank solid carbide 24 €", {"profile": "up-cut", "body": "solid-carbide", "price": "24"}),
    ("dovetail 12.7 14° 1/4 shank 12 deep", {"profile": "dovetail", "angle": "14", "cutting_length": "12"}),
    ("8 mm straight 8mm shank 2 flutes 24000 rpm", {"diameter": "8 mm", "shank": "8mm", "marked_max_rpm": "24000"}),
    ("v-groove 90 deg 1/2 in, 1/4 shank", {"profile": "v-groove", "angle": "90", "diameter": "1/2 in"}),
    ("rebate 3/8, bearing 1/2, 13 high, 1/4 shank", {"profile": "rabbet", "width": "3/8 in", "bearing": "1/2 in"}),
    ("round nose r4 6 shank", {"profile": "core-box", "radius": "4", "shank": "6"}),
    ("dull flush trim 1/2 1 in long 1/4 shank", {"profile": "flush-trim", "state": "dull", "cutting_length": "1 in"}),
    ("T-slot 25 head 8 neck 9, 1/2 shank", {"profile": "t-slot", "head": "8", "neck": "9", "diameter": "25"}),
    ("down cut spiral 6 6 shank", {"profile": "down-cut"}),
    ("slot cutter 4 mm 41, 8 shank, bearing 22", {"profile": "slot-cutter", "width": "4 mm", "diameter": "41"}),
]


@pytest.mark.parametrize(("text", "expected"), DESCRIBED, ids=[text for text, _ in DESCRIBED])
def test_a_description_fills_the_form(text, expected):
    draft = describe(text)
    assert {field: draft.texts.get(field) for field in expected} == expected
    assert draft.left in ("", "spiral")


def test_what_is_usual_is_marked_as_a_guess_and_what_is_missing_is_named():
    draft = describe("roundover 1/4 in, 1/2 shank, bearing")
    assert set(draft.guessed) == {"bearing", "flutes", "body"}
    assert draft.missing == ("overall_length",)
    assert describe("roundov").missing == ("profile",)
    assert bit_from_texts(draft.texts, id="b", unit="mm").diameter == pytest.approx(25.4)


WORDS = ["roundover", "1/4", "in", ",", "shank", "12", "x", "bearing", "°", "3//4", "--", "½", "dovetail"]


@given(st.text(max_size=60) | st.lists(st.sampled_from(WORDS)).map(" ".join))
def test_a_description_never_fails_while_it_is_typed(text):
    draft = describe(text)
    assert set(draft.texts) <= set(FIELDS)


@pytest.mark.parametrize("bit", BITS, ids=lambda bit: bit.id)
def test_texts_read_back_as_the_same_bit(bit):
    back = bit_from_texts(texts_of(bit), id=bit.id, unit="in")
    assert dataclasses.replace(back, cutting_length=bit.cutting_length) == bit
    assert back.cutting_length == pytest.approx(bit.cutting_length)


@pytest.mark.parametrize("router", ROUTERS, ids=lambda router: router.id)
def test_texts_read_back_as_the_same_router(router):
    assert router_from_texts(router_texts(router), [base_texts(b) for b in router.bases], id=router.id, unit="in") == router


@pytest.mark.parametrize("thing", [*GUIDES, *WOODS, *DELIVERIES], ids=lambda thing: thing.id)
def test_texts_read_back_as_the_same_guide_wood_or_delivery(thing):
    back = plain_item_from_texts(kind_of(thing), plain_item_texts(thing), id=thing.id, unit="in")
    for field in dataclasses.fields(thing):
        value = getattr(thing, field.name)
        assert getattr(back, field.name) == (pytest.approx(value) if isinstance(value, float) else value)


SIX = {"profile": "straight", "shank": "6", "diameter": "6", "cutting_length": "16"}
WRONG_BITS = [
    ({"profile": ""}, "profile"),
    ({"profile": "spade"}, "profile"),
    ({"profile": "straight"}, "shank"),
    ({**SIX, "shank": "6 elephants"}, "shank"),
    ({**SIX, "diameter": "0"}, "diameter"),
    ({**SIX, "cutting_length": "3//4"}, "cutting_length"),
    ({**SIX, "flutes": "2.5"}, "flutes"),
    ({**SIX, "price": "=1+1"}, "price"),
    ({**SIX, "state": "shiny"}, "state"),
    ({**SIX, "plunges": "perhaps"}, "plunges"),
    ({**SIX, "colour": "red"}, "colour"),
    ({**SIX, "marked_max_rpm": "9999999"}, "marked_max_rpm"),
]


@pytest.mark.parametrize(("texts", "field"), WRONG_BITS)
def test_every_wrong_text_is_refused_at_its_field(texts, field):
    with pytest.raises(CraftError) as caught:
        bit_from_texts(texts, id="b", unit="mm")
    assert caught.value.field == field
    assert "{" not in caught.value.message.metric


@pytest.mark.parametrize(
    ("texts", "base", "field"),
    [
        ({"name": ""}, {}, "name"),
        ({"min_rpm": "31000"}, {}, "min_rpm"),
        ({"collets": ""}, {}, "collets"),
        ({"dial": "1=10000; 2"}, {}, "dial"),
        ({"dial": "A=10000; B=12000"}, {}, "dial"),
        ({"dial": "1=10000; 2=10000"}, {}, "dial"),
        ({"dial": "1=10000; 3=12000; 2=14000"}, {}, "dial"),
        ({"dial": "1=90000"}, {}, "dial"),
        ({"sleeves": "6 mm"}, {}, "sleeves"),
        ({"sleeves": "8 mm in 6 mm"}, {}, "sleeves"),
        ({}, {"across": ""}, "bases.0.across"),
        ({}, {"kind": "flying"}, "bases.0.kind"),
        ({}, {"opening": "wide"}, "bases.0.opening"),
        ({}, {"side": "4000"}, "bases.0.sides"),
    ],
)
def test_every_wrong_text_of_a_router_is_refused_at_its_field(texts, base, field):
    router = ROUTERS[0]
    with pytest.raises(CraftError) as caught:
        router_from_texts({**router_texts(router), **texts}, [{**base_texts(router.bases[0]), **base}], id="r", unit="mm")
    assert caught.value.field == field


def test_a_dial_is_read_from_slow_to_fast():
    dial = dial_from_text("3=17 600; 1=10000 measured, manual 10500; 2=13200", stepped=False)
    assert [(p.setting, p.rpm, p.measured, p.manual_rpm) for p in dial] == [
        (1, 10_000, True, 10_500),
        (2, 13_200, False, None),
        (3, 17_600, False, None),
    ]


@pytest.mark.parametrize(
    ("question", "expected"),
    [
        ("6mm shank", ["straight-6"]),
        ("6.35 up", ["up-cut-6.35"]),
        ("dull", ["straight-12.7-dull"]),
        ("1/2 straight", ["straight-12.7", "straight-12.7-dull", "straight-19.05"]),
        ("45 chamfer", ["chamfer-45"]),
        ("comp", ["compression-6.35", "compression-12.7"]),
        ("3/8 in roundover", ["roundover-3", "roundover-9.525", "roundover-8"]),
        ("elephant", []),
        ("12,7 pattern", ["pattern-12.7", "pattern-19.05"]),
    ],
)
def test_finding_by_a_few_words(question, expected):
    found = [bit.id for bit in find(SHOP.bits, question, "mm")]
    assert found == expected


@given(st.sampled_from(SHOP.bits), st.data())
def test_a_bit_is_found_by_any_of_its_words_and_sizes(bit, data):
    word = data.draw(st.sampled_from([each for each in words_of(bit) if each.isalpha()]))
    size = data.draw(st.sampled_from(sizes_of(bit)))
    part = word[: data.draw(st.integers(1, len(word)))]
    found = find(SHOP.bits, f"{part} {size:.3f}mm", "mm")
    assert bit in found
    for each in found:
        assert any(said.startswith(part) for said in words_of(each))
        assert any(abs(other - size) < 0.04 for other in sizes_of(each))
    assert bit in find(SHOP.bits, f"{bit.shank:g} mm shank", "in")


def test_an_empty_question_finds_everything_and_no_question_fails():
    assert find(SHOP.bits, "", "mm") == list(SHOP.bits)
    for question in ("(", "1/0", "3//4", "''", "½ ° ×"):
        assert len(find(SHOP.bits, question, "mm")) <= len(SHOP.bits)


def test_traps_and_twins_are_marked():
    said = {bit: {mark.code for mark in own} for bit, own in marks(SHOP).items()}
    assert said["straight-12"] == {"one-router", "look-alike-shank"}
    assert said["straight-6"] == {"one-router", "look-alike-shank"}
    assert said["straight-12.7-dull"] == {"dull", "twin"}
    assert "maximum-unknown" in said["bevel-22.5"]
    unknown = dataclasses.replace(SHOP, bits=(dataclasses.replace(SHOP.bits[0], overall_length=None, shank=9.525),))
    assert {mark.code for mark in marks(unknown)["straight-12.7"]} == {"length-unknown", "no-collet"}


def test_a_bit_says_what_it_does_at_every_router():
    seen = {each.router_name: each for each in at_routers(SHOP.bit("surfacing-70"), SHOP)}
    assert [name for name, each in seen.items() if each.fits] == ["Table three"]
    assert seen["Plunge two"].why is not None
    assert "63.5" in seen["Plunge two"].why.metric
    for bit in BITS:
        assert cuts_made(bit, SHOP)


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("owned", [["trim"], ["plunge"], ["table"], ["trim", "plunge", "table"]])
def test_every_starter_bit_goes_into_a_collet_that_is_there(unit, owned):
    made = starter(unit, owned, ["cases", "edges", "templates", "joints"])
    assert len(made.routers) == len(owned)
    for bit in made.bits:
        assert any(router.has_collet(bit.shank) for router in made.routers), bit.name
        assert bit.overall_length is not None
    assert len(starter(unit, owned, []).bits) == 5


def test_the_drawing_of_a_bit_is_symmetric_and_true_to_size():
    for bit in BITS:
        drawn = shape(bit)
        assert drawn.width >= bit.diameter
        cutter = next(part.path for part in drawn.parts if part.role == "cutter")
        xs = [float(x) for x in re.findall(r"[ML](-?[\d.]+) ", cutter)] + [
            float(x) for x in re.findall(r"A\S+ \S+ 0 [01] [01] (-?[\d.]+) ", cutter)
        ]
        assert max(xs) == pytest.approx(bit.diameter / 2, abs=1e-3)
        assert min(xs) == pytest.approx(-bit.diameter / 2, abs=1e-3)
        if bit.overall_length is not None:
            assert drawn.height == pytest.approx(bit.overall_length, abs=1e-6)


def test_every_kind_of_tool_has_its_form():
    assert [form.kind for form in TOOL_FORMS] == [*KINDS, "router", "base", *PLAIN_KINDS]
    for form in TOOL_FORMS:
        assert all(field.label for field in form.fields)
