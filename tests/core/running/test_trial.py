"""The trial in scrap: the first reading of a thing tells of the shop; what was set right, or mistyped, does not."""

from __future__ import annotations

import pytest
from tests.demo_cuts import DEMO, followed

from ranura.core.learning.corrections import MOST_OFF
from ranura.core.running.log import Measured
from ranura.core.running.progress import RunError
from ranura.core.running.tells import tells_of
from ranura.core.running.trial import MOST_READ, measured, with_reading, without_last


@pytest.fixture(scope="module")
def trial():
    made = followed(*next((cut, piece) for cut_id, _, cut, piece in DEMO if cut_id == "shelf-dado-212"))
    assert made.plan.test_cut is not None
    planned = next(each.expected for each in made.plan.test_cut.measures if each.key == "setback")
    tells = tells_of(made.plan, made.corrected)

    def read(off: float, before: tuple[Measured, ...] = ()) -> Measured:
        return measured(made.plan.test_cut, tells, "setback", planned + off, before=before)

    return read


def test_only_the_first_reading_tells_of_the_shop(trial):
    first = trial(0.3)
    again = trial(0.0, (first,))
    assert (first.again, again.again) == (False, True)
    assert first.figure is not None
    assert (again.figure, again.means) == (None, None)


@pytest.mark.parametrize("sign", [1, -1])
def test_a_slip_of_the_hand_tells_nothing(trial, sign):
    assert trial(sign * MOST_OFF).figure is not None
    assert trial(sign * (MOST_OFF + 0.01)).figure is None


def test_of_many_readings_the_first_and_the_last_ones_are_kept(trial):
    kept: tuple[Measured, ...] = ()
    for number in range(MOST_READ + 3):
        kept = with_reading(kept, trial(number / 100, kept))
    offs = [round((each.found - kept[0].found) * 100) for each in kept]
    assert offs == [0, *range(4, MOST_READ + 3)]
    assert without_last(kept, "setback") == kept[:-1]
    with pytest.raises(RunError):
        without_last(kept, "depth")
