"""A job's file: out and in again it is the same job, and what it names of a shop is matched with the one it comes into."""

from __future__ import annotations

import dataclasses
import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.families import FAMILIES
from ranura.core.text.errors import FileError
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP
from ranura.formats.job_file import JobBoard, JobCut, JobFile, Matched, matched, names_in, read_job, write_job
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


def test_the_outlines_of_its_cuts_come_along_and_one_of_the_same_lines_is_taken_for_it():
    again = out_and_in(DEMO)
    named = {each.cut.outline for board in BOARDS for each in board.cuts if getattr(each.cut, "outline", None)}
    assert {each.id for each in again.outlines} == named != set()
    one = next(each for each in again.outlines if each.id == "emblem-fish")
    # A shop that has it under another name; one that has another one of that id, and of the next; one that has none.
    own = dataclasses.replace(one, id="mine", name="My fish", source="other.svg")
    assert fish_in(matched(again, dataclasses.replace(SHOP, outlines=(own,)))) == {"mine"}
    others = tuple(dataclasses.replace(SHOP.outlines[1], id=each) for each in ("emblem-fish", "emblem-fish-in-1"))
    clash = matched(again, dataclasses.replace(SHOP, outlines=others))
    assert fish_in(clash) == {"emblem-fish-in-2"} <= {each.id for each in clash.outlines}
    assert fish_in(matched(again, dataclasses.replace(SHOP, outlines=()))) == {"emblem-fish"}
    # Two of the file, one of them called as the other would be.
    two = (dataclasses.replace(one, path=SHOP.outlines[1].path), dataclasses.replace(one, id="emblem-fish-in-1"))
    cuts = tuple(JobCut(name=each.id, cut=dataclasses.replace(outlined(DEMO)[0], outline=each.id)) for each in two)
    both = dataclasses.replace(DEMO, boards=(dataclasses.replace(BOARDS[0], cuts=cuts),), outlines=two)
    apart = matched(both, dataclasses.replace(SHOP, outlines=(dataclasses.replace(one, path=OTHER),)))
    assert len({each.id for each in apart.outlines}) == 2
    assert [each.cut.outline for each in apart.job.boards[0].cuts] == [each.id for each in apart.outlines]
    # And one that nobody has: the cut waits for another.
    gone = matched(dataclasses.replace(again, outlines=()), dataclasses.replace(SHOP, outlines=()))
    assert fish_in(gone) == {None}
    assert names_in(again) - names_in(gone.job) == len(outlined(again))


OTHER = "M0 0 L10 0 L10 10 L0 10 Z"


def outlined(job: JobFile) -> list[TemplateCut]:
    return [each.cut for board in job.boards for each in board.cuts if isinstance(each.cut, TemplateCut)]


def fish_in(found: Matched) -> set[str | None]:
    """What the inlay names for its recess and its plug."""
    return {cut.outline for cut in outlined(found.job) if cut.makes == "plug" or (cut.makes == "recess" and not cut.through)}


def test_an_outline_of_another_kind_of_path_data_is_kept_in_the_plain_one():
    whole = json.loads(write_job(DEMO, SHOP, CUTS))
    whole["outlines"][0]["path"] = "m0 0h10v10h-10z"
    assert read_job(json.dumps(whole), CUTS).outlines[0].path == "M0 0 L10 0 L10 10 L0 10 L0 0 Z"


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
        (lambda whole: whole.update(bits=whole["bits"][:1] * 2), "twice"),
        (lambda whole: whole["bits"][0].update(name="a" * 201), "bits.0.name"),
        (lambda whole: whole["outlines"][0].update(path="garbage"), "outlines.0.path"),
        (lambda whole: whole["outlines"][0].update(path="M0 0 L10 10 L10 0 L0 10 Z"), "outlines.0.path"),
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
