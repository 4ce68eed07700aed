"""R21.8: whether a vacuum holds the work, judged from what is left of it and the strongest bite, for all kinds of cuts alike."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.core.proof.test_result import BOARD, CHAMFER, DADO, DISC, GROOVE, RABBET, RECESS, mm
from tests.core.templates.test_cuts import OWN, board, cut, plan, sawn

from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.text.cautions import Caution
from ranura.demo.shop import SHOP

CODES = {"vacuum-holds": "note", "vacuum-is-small": "caution", "vacuum-too-small": "stop"}


def said(made: PlanWithMoves) -> Caution:
    """The one thing that is said of its vacuum."""
    (found,) = (each for each in made.cautions if each.code in CODES)
    assert found.level == CODES[found.code]
    return found


def numbers(of: Caution) -> tuple[int, int, int]:
    """The cm² that are there, the cm² that there should be, and the bite in N."""
    found = [int(each) for each in of.message.metric.replace("\u2009", "").split() if each.isdigit()]
    return (found[2], found[0], found[1]) if of.code == "vacuum-holds" else (found[0], found[2], found[1])


@pytest.mark.parametrize("asked", [DADO, GROOVE, RECESS, RABBET, CHAMFER, DISC], ids=lambda each: each.kind)
def test_it_is_said_for_every_kind_of_cut_and_only_under_vacuum(asked):
    made = PLANNING.plan_with_moves(replace(asked, held="vacuum"), BOARD, SHOP, SHOP.rules)
    there, wanted, bite = numbers(said(made))
    assert said(made).code == ("vacuum-is-small" if asked is DISC else "vacuum-holds")
    # Half an atmosphere and a friction of 0.4 are 2 N on a square centimetre; twice the bite is wanted.
    assert wanted == pytest.approx(bite, abs=1.1)
    whole = (600 - 20) * (200 - 20) / 100
    assert there <= whole + 1
    if asked in (DADO, GROOVE):
        assert there == pytest.approx(whole, abs=1.1)
    taped = PLANNING.plan_with_moves(replace(asked, held="tape"), BOARD, SHOP, SHOP.rules)
    assert not CODES.keys() & {each.code for each in taped.cautions}


def test_the_bite_is_the_strongest_of_its_figures():
    made = PLANNING.plan_with_moves(replace(DADO, held="vacuum"), BOARD, SHOP, SHOP.rules)
    (bend,) = (each.worked.metric for each in made.figures if each.key == "tool.bend")
    assert f"{numbers(said(made))[2]} N on a tooth" in bend


def test_of_a_smaller_board_less_is_held():
    levels = []
    for size in (200, 160, 120, 100, 90, 80, 70, 60, 50, 44):
        piece = replace(BOARD, length=mm(size), width=mm(size), count=1)
        asked = replace(RECESS, length=mm(16), across=mm(14), from_left=mm(14), from_near=mm(15), depth=mm(4), held="vacuum")
        made = PLANNING.plan_with_moves(asked, piece, SHOP, SHOP.rules)
        levels.append(said(made).level)
    assert levels == sorted(levels, key=["note", "caution", "stop"].index)
    assert set(levels) == {"note", "caution", "stop"}
    ways = {each.says.metric: each.change for each in made.remedies if each.answers == "vacuum-too-small"}
    assert {"held": "tape"} in ways.values()
    for change in ways.values():
        mended = PLANNING.plan_with_moves(replace(asked, **change), piece, SHOP, SHOP.rules)
        assert mended.status in ("ready", "caution")


@pytest.mark.parametrize("loose", ["tape", "skin"])
def test_a_small_part_that_is_cut_free_is_what_must_hold(loose):
    """The board round it is large; what comes free of it is not, unless a skin is left."""
    asked = cut("small", makes="part", through=True, depth=mm(18), backed=True, loose=loose, held="vacuum")
    own = replace(OWN, outlines=(replace(OWN.outlines[0], id="small", path="M0 0 L46 0 L46 46 L0 46 Z"),))
    found = said(plan(asked, board(), own))
    assert (found.code == "vacuum-too-small") == (loose == "tape")


def test_a_sawn_part_has_only_what_the_saw_left():
    made = plan(sawn("soft", held="vacuum"))
    assert numbers(said(made))[0] == pytest.approx(3.1416 * 30**2 / 100, abs=1.1), "a disc of 80 mm, 10 mm inside its edge"


@pytest.mark.parametrize(("size", "there"), [(84, 28), (88, 0)])
def test_a_corner_that_is_as_good_as_a_chip_needs_no_vacuum_and_a_larger_one_does(size, there):
    """Round a disc of 80 mm, cut free of a square board, its four corners are left: at 84 mm they are less than 1 cm³."""
    edge = mm((size - 80) / 2)
    asked = cut(
        "soft", makes="part", through=True, depth=mm(18), backed=True, loose="tape", bit_id="straight-12.7", held="vacuum"
    )
    found = said(plan(replace(asked, from_left=edge, from_near=edge), board(size, size)))
    assert round(found.facts["area"]) == there
