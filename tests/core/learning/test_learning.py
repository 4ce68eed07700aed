"""What measurements and runs teach, beside the known answers."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.learning.burning import burn_limit
from ranura.core.learning.measured import corrected

SOME = st.lists(st.floats(74, 76), max_size=8)


@given(SOME)
def test_measuring_more_never_makes_a_quantity_less_sure(measured):
    found = corrected(75.0, 0.05, measured, 0.1)
    assert sorted((*found.used, *found.set_aside)) == pytest.approx(sorted(measured))
    assert found.sd <= 0.05
    assert min(75.0, *found.used, 75.0) - 1e-9 <= found.value <= max(75.0, *found.used, 75.0) + 1e-9
    assert not (found.worth and len(found.used) < 2)


def test_what_lies_far_off_is_set_aside_from_three_on():
    assert corrected(45.0, 0.03, [47.5, 45.0], 0.1).set_aside == ()
    assert corrected(45.0, 0.03, [47.5, 45.0, 45.1], 0.1).set_aside == (47.5,)
    # Four deviations from the median, and a little more.
    assert corrected(45.0, 0.03, [44.9, 45.0, 45.4], 0.1).set_aside == ()
    assert corrected(45.0, 0.03, [44.9, 45.0, 45.41], 0.1).set_aside == (45.41,)


def misread(runs: list[tuple[float, bool]], limit: float) -> int:
    return sum((chip < limit) != burnt for chip, burnt in runs)


@given(st.lists(st.tuples(st.integers(1, 12).map(lambda each: each / 200), st.booleans()), max_size=12))
def test_no_limit_reads_the_runs_better(runs):
    found = burn_limit(runs)
    every = [misread(runs, limit / 400) for limit in range(3, 25, 2)]
    always = min(sum(burnt for _, burnt in runs), sum(not burnt for _, burnt in runs))
    assert found.misread == min([*every, always]) if runs else found.misread == 0
    if found.chip is None:
        assert found.misread == always
    else:
        assert misread(runs, found.chip) == found.misread < always
