"""The log as files: out and in again, and what is no log."""

from __future__ import annotations

import base64
import io
import json
from dataclasses import replace
from datetime import UTC, datetime

import pytest
from PIL import Image

from ranura.core.running.log import Run
from ranura.core.running.progress import Progress
from ranura.core.text.errors import FileError
from ranura.demo.log import demo_runs
from ranura.demo.shop import SHOP
from ranura.formats.log_file import log_file, log_table, photos_in, read_log


def runs() -> tuple[Run, ...]:
    return tuple(
        Run(
            id=each.id,
            of=each.of,
            begun_at=each.at,
            ended_at=each.at,
            state="done",
            progress=Progress(),
            trial=(),
            outcome=each.outcome,
            cut_id=None,
            planned=False,
        )
        for each in demo_runs()
    )


def test_photos_that_notes_bring_are_looked_at_before_they_are_kept():
    def notes(*photos: object) -> str:
        return json.dumps({"format": "ranura-log", "version": 1, "runs": [], "photos": list(photos)})

    made = io.BytesIO()
    Image.new("RGB", (8, 6), (200, 120, 40)).save(made, "JPEG")
    jpeg = base64.b64encode(made.getvalue()).decode()
    found = photos_in(notes({"run": "a", "jpeg": jpeg}, {"run": "b", "jpeg": jpeg}, {"run": "a", "jpeg": jpeg}))
    assert {run: len(photos) for run, photos in found.items()} == {"a": 2, "b": 1}
    assert found["b"] == (made.getvalue(),)
    assert photos_in("begun_at,came_out,cut\r\n") == {}
    wrong = [{"run": "a"}, {"run": 1, "jpeg": jpeg}, "photo", {"run": "a", "jpeg": "none"}, {"run": "a", "jpeg": jpeg[:-40]}]
    for each in wrong:
        with pytest.raises(FileError, match=r"photos\.0"):
            photos_in(notes(each))
    with pytest.raises(FileError, match=r"photos\.6"):
        photos_in(notes(*[{"run": "a", "jpeg": jpeg}] * 7))


def test_as_json_nothing_is_lost():
    assert read_log(log_file(runs()), SHOP) == runs()


def test_as_a_table_all_is_there_but_what_was_measured():
    again = read_log("\ufeff" + log_table(runs()), SHOP)
    assert len(again) == len(runs())
    for before, after in zip(runs(), again, strict=True):
        assert before.outcome is not None
        assert after.outcome == replace(before.outcome, measured=())
        assert (after.id, after.begun_at, after.of.cut, after.of.bit) == (
            before.id,
            before.begun_at,
            before.of.cut,
            before.of.bit,
        )
        assert (after.of.material_class, after.of.kind) == (before.of.material_class, before.of.kind)
        assert after.metres == pytest.approx(before.metres, rel=1e-5)
        assert after.of.chip_mm == (None if before.of.chip_mm is None else pytest.approx(before.of.chip_mm, rel=1e-5))


def test_no_cell_is_a_formula_and_none_is_changed_by_that():
    run = runs()[0]
    assert run.outcome is not None
    nasty = replace(run, outcome=replace(run.outcome, word='=1+1; "quoted"\nsecond line'))
    text = log_table([nasty])
    assert ",=1" not in text
    assert read_log(text, SHOP)[0].outcome == replace(nasty.outcome, measured=())


HEAD = "id,begun_at,came_out,cut,metres\n"


@pytest.mark.parametrize(
    ("text", "code", "says"),
    [
        ("", "empty-file", ""),
        ("hello", "no-log", "begun_at"),
        ("{", "no-json", ""),
        (json.dumps({"format": "other"}), "no-log", "ranura-log"),
        (json.dumps({"format": "ranura-log", "version": 9}), "other-version", "9"),
        (json.dumps({"format": "ranura-log", "version": 1, "runs": [{"id": 1}]}), "wrong-place", "0"),
        (HEAD + "a,yesterday,clean,x,1", "row-wrong", "Line 2, begun_at"),
        (HEAD + "a,2026-01-01T10:00,fine,x,1", "row-wrong", "Line 2, came_out"),
        (HEAD + "a,2026-01-01T10:00,clean,,1", "row-wrong", "Line 2, cut"),
        (HEAD + "a,2026-01-01T10:00,clean,x,nan", "row-wrong", "Line 2, metres"),
        (HEAD + "a,2026-01-01T10:00,clean,x,far", "row-wrong", "Line 2, metres"),
        (HEAD + "a,2026-01-01T10:00,clean," + "x" * 3000 + ",1", "row-wrong", "2000 signs"),
    ],
)
def test_what_is_no_log_is_refused_with_its_place(text, code, says):
    with pytest.raises(FileError) as refused:
        read_log(text, SHOP)
    assert refused.value.code == code
    assert says in str(refused.value)


@pytest.mark.parametrize(
    ("typed", "hour"),
    [("2026-01-05T10:00:00", 10), ("2026-01-05T10:00:00+02:00", 8), ("2026-01-05T10:00:00Z", 10), ("2026-01-05", 0)],
)
def test_a_time_without_a_zone_is_utc_and_one_with_its_own_is_turned_into_it(typed, hour):
    (run,) = read_log(f"begun_at,came_out,cut\n{typed},clean,Groove\n", SHOP)
    assert run.begun_at == datetime(2026, 1, 5, hour, tzinfo=UTC)
