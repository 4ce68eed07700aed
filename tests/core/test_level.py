"""Who works in a shop (R17 level): what learners leave to others, judged from the moves, and how many steps a run has."""

from __future__ import annotations

import dataclasses

import pytest
from tests.core.test_channels import dado, mm
from tests.core.test_edges import board, edge_cut
from tests.demo_cuts import DEMO

from ranura.core.board.pieces import Piece
from ranura.core.plan import PLANNING
from ranura.core.running import words
from ranura.core.running.record import record_of
from ranura.core.shop.schools import Level
from ranura.core.shop.shop import Shop
from ranura.demo.shop import SHOP

RAIL = Piece(name="Rail", material="ash", length=mm(600), width=mm(300), thickness=mm(24))
ALONG = {"goes": "along", "end": "near", "width": 12.7, "depth": 6, "position": 40}
LOWERED = {**ALONG, "guide": "table-fence", "stop_first": 60}
UNDERCUT = dado(width=8.2, depth=9, position=150, shape="dovetail")


def shop(level: Level, **more) -> Shop:
    return dataclasses.replace(SHOP, rules=dataclasses.replace(SHOP.rules, level=level, **more))


def stops(cut, level: Level, piece: Piece = RAIL) -> set[str]:
    made = PLANNING.plan(cut, piece, shop(level), shop(level).rules)
    return {each.code for each in made.cautions if each.level == "stop"}


@pytest.mark.parametrize(
    ("cut", "code"),
    [
        (dado(**ALONG, guide="freehand"), "learners-are-guided"),
        (dado(**LOWERED), "learners-do-not-lower"),
        (UNDERCUT, "learners-undercut-on-table"),
    ],
)
def test_what_learners_leave_to_others_is_a_stop_for_them_alone(cut, code):
    assert stops(cut, "learner") - stops(cut, "practised") == {code}
    assert stops(cut, "experienced") == stops(cut, "practised")


@pytest.mark.parametrize(
    "cut",
    [
        dado(**ALONG, guide="table-fence"),
        dado(**ALONG),
        dado(**ALONG, stop_first=60),
        dado(**(ALONG | {"width": 8, "depth": 4}), shape="round"),
    ],
)
def test_what_is_guided_from_end_to_end_is_theirs_too(cut):
    assert stops(cut, "learner") == stops(cut, "practised")


def test_an_undercut_bit_over_a_table_is_theirs():
    cut, piece = next((cut, piece) for _, _, cut, piece in DEMO if cut.kind == "tongue")
    assert stops(cut, "learner", piece) == stops(cut, "practised", piece)


@pytest.mark.parametrize(
    ("climb", "cut"),
    [("start", edge_cut("flush", 1, 3, edges=("near",))), ("light-pass", edge_cut("roundover", 6.35, edges=("near",)))],
)
def test_learners_climb_under_no_policy(climb, cut):
    never, learners, others = (
        PLANNING.plan(cut, board(), each, each.rules)
        for each in (shop("practised"), shop("learner", climb=climb), shop("practised", climb=climb))
    )
    assert (others.stages, others.cautions) != (never.stages, never.cautions)
    assert (learners.stages, learners.cautions) == (never.stages, never.cautions)
    assert not any(stage.climb for stage in learners.stages)


def test_level_decides_how_many_steps_a_run_has_and_no_safety_step_goes():
    cut, piece = next((cut, piece) for cut_id, _, cut, piece in DEMO if cut_id == "shelf-dado-212")
    runs = {
        level: record_of(PLANNING.followed(cut, piece, shop(level), shop(level).rules), piece, shop(level)).steps
        for level in ("learner", "practised", "experienced")
    }
    keys = {level: [step.key for step in steps] for level, steps in runs.items()}
    assert keys["learner"] == keys["practised"]
    set_up = {"speed", "depths", "guide", "hold"}
    assert [key for key in keys["practised"] if key not in set_up] == [key for key in keys["experienced"] if key != "set"]
    assert len(keys["experienced"]) == len(keys["practised"]) - 3
    (all_set,) = (step for step in runs["experienced"] if step.key == "set")
    leads = [lead for step in runs["practised"] if step.key in set_up for lead in step.leads]
    assert (list(all_set.leads), all_set.tick, all_set.costs) == (leads, True, None)
    assert words.LOCK_TRIED in [line.metric for line in all_set.lines]
    trial = {level: next(step for step in steps if step.key == "scrap") for level, steps in runs.items()}
    assert {level: step.costs is None for level, step in trial.items()} == {
        "learner": True, "practised": False, "experienced": False,
    }  # fmt: skip
    assert trial["learner"].tick
