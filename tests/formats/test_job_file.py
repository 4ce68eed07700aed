"""A job's file: out and in again it is the same job, and what it names of a shop is matched with the one it comes into."""

from __future__ import annotations

import dataclasses
import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ranura.core.families import FAMILIES
from ranura.core.text.errors import FileError
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP
from ranura.formats.job_file import JobBoard, JobCut, JobFile, matched, read_job, write_job
from ranura.store.repository import cut_adapter

CUTS = cut_adapter(FAMILIES)
BOARDS = tuple(
    JobBoard(piece=piece, cuts=tuple(JobCut(name=name, cut=cut) for _, name, cut in cuts)) for _, piece, cuts in PIECES
)
DEMO = JobFile(name="Harbour, „½“", notes="two\nlines", boards=BOARDS)


def pinned(bit_id: str | None, router_id: str | None = None) -> JobFile:
    cut = dataclasses.replace(BOARDS[0].cuts[0].cut, bit_id=bit_id, router_id=router_id)
    board = dataclasses.replace(BOARDS[0], cuts=(JobCut(name="A", cut=cut),))
    return JobFile(name="One", notes="", boards=(board,))


def out_and_in(job: JobFile, shop=SHOP) -> JobFile:
    return read_job(write_job(job, shop, CUTS), CUTS)


def test_the_demo_job_comes_back_equal():
    again = out_and_in(DEMO)
    assert (again.name, again.notes, again.boards) == (DEMO.name, DEMO.notes, DEMO.boards)
    assert matched(again, SHOP).job.boards == DEMO.boards
    pins = {each.cut.bit_id for board in BOARDS for each in board.cuts if each.cut.bit_id}
    assert {bit.id for bit in again.bits} == pins, "with what it names, and nothing else"


def test_what_another_shop_has_is_taken_for_it_and_what_it_lacks_is_added():
    job = out_and_in(pinned("straight-12.7", "plunge-two"))
    other = dataclasses.replace(
        SHOP,
        bits=tuple(dataclasses.replace(bit, id=f"x-{bit.id}", name=f"My {bit.name}", state="worn") for bit in SHOP.bits),
        routers=(),
    )
    found = matched(job, other)
    cut = found.job.boards[0].cuts[0].cut
    assert (cut.bit_id, cut.router_id) == ("x-straight-12.7", "plunge-two")
    assert found.found == ("My 12.7 straight",)
    assert [each.id for each in found.routers] == ["plunge-two"]
    # The same id for something else: the file's own is added under another one.
    changed = tuple(dataclasses.replace(bit, diameter=12.0) if bit.profile == "straight" else bit for bit in SHOP.bits)
    clash = matched(job, dataclasses.replace(SHOP, bits=changed))
    assert clash.job.boards[0].cuts[0].cut.bit_id == clash.bits[0].id != "straight-12.7"
    assert clash.bits[0].diameter == 12.7


def test_what_no_cut_names_is_not_brought_along():
    job = dataclasses.replace(pinned("straight-12.7"), bits=SHOP.bits)
    assert [each.id for each in matched(job, dataclasses.replace(SHOP, bits=())).bits] == ["straight-12.7"]


def test_a_pin_that_is_nowhere_is_left_to_ranura_and_a_wood_that_is_nowhere_is_refused():
    job = dataclasses.replace(pinned("straight-12.7"), bits=())
    none = dataclasses.replace(SHOP, bits=())
    assert matched(job, none).job.boards[0].cuts[0].cut.bit_id is None
    piece = dataclasses.replace(BOARDS[0].piece, material="moon-wood")
    odd = dataclasses.replace(job, boards=(dataclasses.replace(BOARDS[0], piece=piece),))
    with pytest.raises(FileError, match="moon-wood"):
        matched(odd, SHOP)


@pytest.mark.parametrize(
    ("change", "place"),
    [
        (lambda whole: whole.update(format="ranura-shop"), "format"),
        (lambda whole: whole.update(version=9), "9"),
        (lambda whole: whole.update(job=[]), "format"),
        (lambda whole: whole["job"].update(name=" "), "job.name"),
        (lambda whole: whole["job"].update(name="a\0b"), "job.name"),
        (lambda whole: whole["job"].update(boards={}), "job.boards"),
        (lambda whole: whole["job"]["boards"][0].update(cuts=[1]), "job.boards.0.cuts.0"),
        (lambda whole: whole["job"]["boards"][0]["piece"].pop("length"), "job.boards.0.piece"),
        (lambda whole: whole["job"]["boards"][0]["cuts"][0]["cut"].update(kind="saw"), "job.boards.0.cuts.0.cut"),
        (lambda whole: whole.update(bits=[{"id": "a"}]), "bits.0"),
    ],
)
def test_what_is_wrong_in_a_file_is_named_with_its_place(change, place):
    whole = json.loads(write_job(DEMO, SHOP, CUTS))
    change(whole)
    with pytest.raises(FileError) as refused:
        read_job(json.dumps(whole), CUTS)
    assert place in refused.value.message.metric


@settings(max_examples=60)
@given(
    st.text(max_size=200)
    | st.recursive(st.none() | st.integers() | st.text(), lambda inner: st.lists(inner) | st.dictionaries(st.text(), inner)).map(
        json.dumps
    )
)
def test_no_text_breaks_the_reader(text):
    with pytest.raises(FileError):
        read_job(text, CUTS)
