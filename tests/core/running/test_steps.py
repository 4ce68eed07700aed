"""Steps at the machine: every move once and in order, everything set with the plug out, and how far somebody can be."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import pytest
from hypothesis import given
from hypothesis import strategies as st
from tests.demo_cuts import DEMO as DEMO_CUTS

from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import PLANNING
from ranura.core.running import words
from ranura.core.running.log import teeth_a_second
from ranura.core.running.progress import Progress, RunError, went_back, went_on
from ranura.core.running.record import RunRecord, record_of, run_of
from ranura.core.running.steps import Machine, run_steps
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP

CUTS = [(cut_id, place) for _, _, cuts in PIECES for place, (cut_id, _, _) in enumerate(cuts)]


@cache
def record(cut_id: str) -> RunRecord:
    """What a run of a demo cut follows, after the cuts before it on its board."""
    piece, cuts = next((piece, cuts) for _, piece, cuts in PIECES if any(each == cut_id for each, _, _ in cuts))
    before = NOTHING_BEFORE
    for each, _, cut in cuts:
        if each == cut_id:
            return record_of(PLANNING.followed(cut, piece, SHOP, SHOP.rules, before=before), piece, SHOP)
        before = PLANNING.leaves(cut, piece, SHOP, before=before)
    raise AssertionError(cut_id)


@pytest.mark.parametrize("cut_id", [each for each, _ in CUTS])
def test_every_move_is_a_step_once_and_in_order(cut_id):
    made = record(cut_id)
    steps, moves = made.steps, made.dry_run.steps
    assert len({each.key for each in steps}) == len(steps)
    run = [number for each in steps if each.part != "look" and each.moves for number in range(*each.moves)]
    first = run[0]
    assert all(moves[number].kind in ("set", "turn-over") for number in range(first))
    assert run == list(range(first, len(moves)))


@pytest.mark.parametrize("cut_id", [each for each, _ in CUTS])
def test_nothing_is_set_with_the_plug_in_and_nothing_turns_with_it_out(cut_id):
    plugged = False
    moves = record(cut_id).dry_run.steps
    for step in record(cut_id).steps:
        kinds = {moves[number].kind for number in range(*step.moves)} if step.moves and step.part != "look" else set()
        if step.key == "plug" or step.key.startswith("plug-"):
            assert step.tick
            plugged = True
        elif step.part == "set-up":
            plugged = False
            assert step.tick
            assert step.costs is None
        if "start" in kinds or any(moves[number].turning for number in range(*(step.moves or (0, 0))) if step.part == "cut"):
            assert plugged, step.key
    assert record(cut_id).steps[-2].key == "set-down"


def test_only_the_trial_may_be_left_out():
    for cut_id, _ in CUTS:
        assert [each.key for each in record(cut_id).steps if each.costs is not None] == ["scrap"]


def test_a_step_is_short_enough_to_be_read_at_arm_s_length():
    for cut_id, _ in CUTS:
        for step in record(cut_id).steps:
            assert len(step.title.metric) <= 90, step.title.metric
            assert len(step.lines) <= 14, (cut_id, step.key)


@pytest.mark.parametrize(("cut_id", "edges"), [("cross-edges", 4), ("lid-edges", 4)])
def test_each_run_along_one_of_several_edges_says_which(cut_id, edges):
    made = record(cut_id)
    starts = [step.title.metric for step in made.steps if step.key.startswith("start-")]
    runs = [step.title.metric for step in made.steps if step.key.startswith("run-")]
    order = ["right end", "left end", "near edge", "far edge"]
    assert len(starts) == len(runs) >= edges
    for number, (start, run) in enumerate(zip(starts, runs, strict=True)):
        assert start.endswith(f": {order[number % edges]} next")
        assert f", {order[number % edges]}" in run
    assert all("next" not in step.title.metric for step in record("shelf-dado-212").steps), "one run is plain"


@given(st.lists(st.sampled_from(["on", "out", "back", "other"]), max_size=60))
def test_no_step_is_lost_and_no_tick_invented(acts):
    steps = record("shelf-dado-212").steps
    keys = [each.key for each in steps]
    progress, expected = Progress(), []
    for act in acts:
        at = len(expected)
        try:
            if act == "back":
                progress = went_back(progress, steps, expected[-1] if expected else "nothing")
                again = expected.pop()
                assert went_back(progress, steps, again) == progress, "an answer that was lost"
            elif act == "other":
                went_on(progress, steps, keys[(at + 1) % len(keys)], "done")
                raise AssertionError("a step was taken before its time")
            else:
                progress = went_on(progress, steps, keys[at] if at < len(keys) else "more", "done" if act == "on" else "left-out")
                assert act == "on" or steps[at].costs is not None
                expected.append(keys[at])
                assert went_on(progress, steps, keys[at], "done" if act == "on" else "left-out") == progress
        except RunError:
            if act == "on":
                assert at == len(keys)
            if act == "out":
                assert at == len(keys) or steps[at].costs is None
            if act == "back":
                assert not expected
        assert [each.step for each in progress.done] == expected
        assert progress.at == len(expected)


def lines_of(made: RunRecord, key: str) -> list[str]:
    return [line.metric for line in next(step for step in made.steps if step.key == key).lines]


@pytest.mark.parametrize(
    ("cut_id", "plug", "dry", "after", "bearing"),
    [
        ("arch-ogee", words.HAND_ON_TABLE, words.DRY_OVER_TABLE, words.AFTER_TABLE, True),
        ("shelf-dado-212", words.HAND_ON_ROUTER, words.DRY_BY_HAND, words.AFTER_HAND, False),
    ],
)
def test_what_is_said_fits_the_machine_and_its_bit(cut_id, plug, dry, after, bearing):
    made = record(cut_id)
    assert plug in lines_of(made, "plug")
    assert lines_of(made, "dry") == list(dry)
    assert lines_of(made, "set-down") == list(after)
    assert (words.BEARING_TURNS in lines_of(made, "bit")) == bearing


@pytest.mark.parametrize(("wood", "harms"), [("mdf", True), ("birch-plywood", False)])
def test_dust_that_harms_is_named_before_the_plug_goes_in(wood, harms):
    made = record("shelf-dado-212")
    machine = Machine(bit=SHOP.bit("straight-12.7"), mounting="hand", base="fixed", material=SHOP.material(wood))
    gear = next(step for step in run_steps(made.plan, made.dry_run, machine) if step.key == "gear")
    assert (words.HARMFUL_DUST in [line.metric for line in gear.lines]) == harms


@pytest.mark.parametrize(("name", "piece"), [("desk-drawer-0", "Drawer front"), ("desk-drawer-3", "Drawer side")])
def test_under_a_comb_the_height_is_locked_before_the_bushing_goes_on(name, piece):
    cut, board = next((cut, own) for each, _, cut, own in DEMO_CUTS if each == name)
    made = record_of(PLANNING.followed(cut, board, SHOP, SHOP.rules, before=NOTHING_BEFORE), board, SHOP)
    assert board.name == piece
    set_by = lines_of(made, "depths")
    assert set(words.DEPTH_LOCKED) < set(set_by)
    assert not set(words.DEPTH_BY["plunge"]) & set(set_by), "it does not come back past the bushing"
    (run,) = (step for step in made.steps if step.key.startswith("run-"))
    assert "fresh wood" in run.title.metric, "what is cut, and not the air before it"


def test_the_chip_that_is_noted_is_that_of_the_slowest_run():
    _, piece, cuts = PIECES[0]
    plan = PLANNING.followed(cuts[0][2], piece, SHOP, SHOP.rules).plan
    feeds = {move.feed_m_min for move in plan.moves if move.kind == "cut"}
    of = run_of(plan, piece, SHOP, cut="Shelf", job="", job_id=None)
    assert len(feeds) == 2
    assert of.feed_m_min == min(feeds)
    assert of.chip_mm == pytest.approx(min(feeds) * 1000 / (plan.settings[0].rpm * 2))
    assert teeth_a_second(of) == pytest.approx(plan.settings[0].rpm / 60 * 2), "two edges a turn"
    assert teeth_a_second(replace(of, chip_mm=None)) is None


def test_work_that_was_turned_over_is_held_again_before_it_is_cut():
    cut, piece = next((cut, own) for each, _, cut, own in DEMO_CUTS if each == "lid-edges")
    made = record_of(PLANNING.followed(replace(cut, both_faces=True), piece, SHOP, SHOP.rules), piece, SHOP)
    over = [step for step in made.steps if step.moves and made.dry_run.steps[step.moves[0]].kind == "turn-over" and step.tick]
    assert over
    assert all(words.HELD_AGAIN in [line.metric for line in step.lines] for step in over if step.key.startswith("set-"))
