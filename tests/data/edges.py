"""Edge cuts and boards by chance, and by few words."""

from __future__ import annotations

from hypothesis import strategies as st

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import SIDES, Piece
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.text.lengths import Length, read


def mm(value: float | str) -> Length:
    return read(f"{value:g}" if isinstance(value, float | int) else value, "mm")


def board(length=600, width=300, thickness=22, material="ash", **more) -> Piece:
    sizes = {"length": mm(length), "width": mm(width), "thickness": mm(thickness)}
    return Piece(name="Board", material=material, **sizes, **more)


def edge_cut(shape: str, size: float, depth: float | None = None, **more) -> EdgeCut:
    more.setdefault("edge_state", "smooth")
    if more.get("width") is not None:
        more["width"] = mm(more["width"])
    return EdgeCut(shape=shape, size=mm(size), depth=None if depth is None else mm(depth), **more)


def window(length: float, width: float, **more) -> Contour:
    sizes = {name: mm(value) for name, value in more.items() if name in ("left", "near", "radius")}
    return Contour(form=more.get("form", "rectangle"), length=mm(length), width=mm(width), **sizes)


tenths = st.integers(5, 250).map(lambda n: n / 10)
boards = st.builds(
    board,
    length=st.integers(60, 1200),
    width=st.integers(40, 600),
    thickness=st.integers(50, 450).map(lambda n: n / 10),
    material=st.sampled_from(["ash", "sycamore", "pine", "birch-plywood", "mdf", "hornbeam"]),
    slope=st.sampled_from([0.0, 5.0, -12.0]),
    grain=st.sampled_from(["length", "width"]),
    count=st.integers(1, 9),
    openings=st.sampled_from([(), (window(30, 25),), (window(200, 120, form="oval"),)]),
    outline=st.sampled_from([None, None, Contour(form="oval"), Contour(form="arch")]),
)
edge_cuts = st.builds(
    edge_cut,
    shape=st.sampled_from(["roundover", "chamfer", "bevel", "cove", "ogee", "bead", "rabbet", "flush", "jointing"]),
    size=st.sampled_from([3.0, 6.35, 8.0, 9.525, 12.7]) | tenths,
    depth=st.none() | tenths,
    width=st.none() | tenths,
    angle=st.sampled_from([None, 22.5, 45.0]),
    both_faces=st.booleans(),
    edges=st.lists(st.sampled_from([*SIDES, "outline", "opening-1"]), min_size=1, max_size=5, unique=True).map(tuple),
    guide=st.sampled_from([None, None, "bearing", "fence", "template"]),
    staged=st.sampled_from([None, None, "height", "fence", "both"]),
    least_stages=st.integers(1, 5),
    edge_state=st.sampled_from([None, "smooth", "sawn"]),
    far_side=st.sampled_from([False, False, True]),
    starting_pin=st.booleans(),
    router_id=st.sampled_from([None, None, "table-three", "plunge-two", "trim-one"]),
)
