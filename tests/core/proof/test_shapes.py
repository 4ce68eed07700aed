"""What lies around ways, seen from above: the same however they are put together."""

from __future__ import annotations

import shapely
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Point

from ranura.core.proof.shapes import strips

# Few places, so that ways often go on where another ends, cross, run back, and close.
_AT = st.tuples(st.sampled_from([0.0, 30.0, 60.0]), st.sampled_from([0.0, 20.0]))
_WAYS = st.lists(
    st.tuples(st.lists(_AT, min_size=1, max_size=4).map(tuple), st.sampled_from([3.0, 6.35])), unique=True, min_size=1, max_size=8
)

_SAG = 0.004
"""mm by which the chords of a round end lie within it."""


@given(_WAYS)
def test_all_around_ways_is_what_lies_around_each_of_them(ways):
    around = [(LineString(path) if len(path) > 1 else Point(path[0])).buffer(r, quad_segs=24) for path, r in ways]
    expected, found = shapely.union_all(around), strips(ways, within=0.0, quarter=24)
    assert expected.buffer(_SAG).covers(found)
    assert found.buffer(_SAG).covers(expected)
