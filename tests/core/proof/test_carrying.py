"""R21.6: how much may be gone below a base before it must be looked at, held against a count of points."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ranura.core.geometry.rings import circle_ring
from ranura.core.proof.carrying import FIRM, _to_spare


def test_of_a_round_base_the_segment_beyond_the_axis():
    r = 75.0
    segment = (math.acos(FIRM) - FIRM * math.sqrt(1 - FIRM**2)) * r * r
    assert _to_spare(circle_ring((0.0, 0.0), r)) == pytest.approx(segment, rel=0.005)


@pytest.mark.parametrize("front", [75.0, 40.0, 20.0, 10.0])
def test_of_a_rectangle_the_least_that_lies_beyond_in_any_direction(front):
    ring = ((-75.0, -75.0), (75.0, -75.0), (75.0, front), (-75.0, front))
    step = 0.5
    x, y = np.meshgrid(np.arange(-75 + step / 2, 75, step), np.arange(-75 + step / 2, front, step))
    firm = FIRM * min(150.0, 75.0 + front) / 2
    turns = np.radians(np.arange(0, 360, 15))
    least = min(float(((x * math.cos(t) + y * math.sin(t)) > firm).sum()) * step * step for t in turns)
    assert _to_spare(ring) == pytest.approx(least, rel=0.02, abs=80.0)
