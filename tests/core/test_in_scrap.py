"""The test cut of every family: what is cut in scrap, what is measured, and what that corrects (R8, R12, R16)."""

from __future__ import annotations

import pytest
from tests.demo_cuts import DEMO, followed

from ranura.core.plan import PLANNING
from ranura.core.text.errors import CutError
from ranura.demo.shop import SHOP

CUTS = {cut_id: (cut, piece) for cut_id, _, cut, piece in DEMO}


@pytest.mark.parametrize("cut_id", CUTS)
def test_every_cut_has_a_test_cut_whose_measures_mean_something(cut_id):
    cut, piece = CUTS[cut_id]
    made = followed(cut, piece).plan
    assert made.test_cut is not None
    assert made.test_cut.lines[0].metric.startswith("In scrap of the same")
    assert SHOP.bit(made.bit_id).name in made.test_cut.lines[0].metric
    for measure in made.test_cut.measures:
        right, more = (PLANNING.corrected(cut, piece, SHOP, measure.key, measure.expected + by) for by in (0.0, 0.1))
        assert right.before == pytest.approx(right.after), "as expected there is nothing to correct"
        assert abs(more.after - more.before) == pytest.approx(0.2 if more.says.metric.startswith("A bearing") else 0.1)
        with pytest.raises(CutError) as refused:
            PLANNING.corrected(cut, piece, SHOP, measure.key, measure.expected + 3.1)
        assert refused.value.field == "measured"


@pytest.mark.parametrize(
    ("cut_id", "key", "measured", "of", "says"),
    [
        ("back-panel", "depth", 5.8, "depth", "Set the bit 0.2 mm deeper: 0.13 turns of the adjuster"),
        ("back-panel", "width", 9.6, "guide", "A bearing 16.08 mm wide would leave it right; the one that rides is 15.88 mm"),
        ("arch-ogee", "depth", 12.9, "depth", "Set the bit 0.2 mm lower"),
        ("cross-mortise", "slot", 8.06, "bit", "8 up-cut cuts 8.06 mm and not 8 mm"),
        ("crate-corners-0", "slot", 9.6, "bit", "3/8 in up-cut cuts 9.6 mm and not 9.53 mm"),
        ("crate-corners-0", "depth", 2.9, "depth", "Set the bit 0.1 mm higher"),
        ("floor-right-1", "depth", 9.1, "depth", "Set the bit 0.1 mm lower"),
        ("rail-groove", "depth", 2.9, "depth", "Set the bit 0.1 mm deeper: 0.07 turns of the adjuster"),
    ],
)
def test_what_is_off_is_set_right_where_it_comes_from(cut_id, key, measured, of, says):
    cut, piece = CUTS[cut_id]
    found = PLANNING.corrected(cut, piece, SHOP, key, measured)
    assert (found.of, found.says.metric) == (of, says)


@pytest.mark.parametrize(("cut_id", "key"), [("desk-door-0", "depth"), ("floor-right-1", "slot"), ("arch-ogee", "width")])
def test_what_is_not_measured_is_refused(cut_id, key):
    cut, piece = CUTS[cut_id]
    with pytest.raises(CutError, match="nothing of the kind"):
        PLANNING.corrected(cut, piece, SHOP, key, 9.0)
