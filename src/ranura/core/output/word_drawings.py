"""Small drawings for words of the trade: what a word means, where a sentence alone leaves one guessing.

Sections look along the cut, plan views from above; mm, but nothing is a dimension here.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

from ranura.core.geometry.rings import Point, extent
from ranura.core.output.views import Arrow, Dimension, Outline, Role, View, box, circle
from ranura.core.text.writing import Text, write

_ROOM = 6.0
"""mm around what is drawn."""


def _outline(role: Role, points: tuple[Point, ...], label: str = "") -> Outline:
    return Outline(role=role, points=points, label=write(label) if label else None)


def _view(
    *outlines: Outline, arrows: tuple[Arrow, ...] = (), dimensions: tuple[Dimension, ...] = (), above: bool = False
) -> View:
    points = [point for each in outlines for point in each.points]
    ends = [(each.start, each.end) for each in arrows] + [(each.start, each.end) for each in dimensions]
    points += [at for each in ends for at in each]
    x0, y0, x1, y1 = extent(tuple(points))
    return View(
        name="plan" if above else "side",
        frame=(x0 - _ROOM, y0 - _ROOM, x1 + _ROOM, y1 + _ROOM),
        caption=_ABOVE if above else _SECTION,
        outlines=outlines,
        arrows=arrows,
        dimensions=dimensions,
    )


_ABOVE: Final[Text] = write("from above")
_SECTION: Final[Text] = write("in section")


def _board(*taken: tuple[float, float, float], width: float = 90.0, thick: float = 20.0) -> Outline:
    """A board in section whose face was cut, each time from one x to another to a depth."""
    points: list[Point] = [(0.0, 0.0), (width, 0.0), (width, thick)]
    for x0, x1, deep in sorted(taken, reverse=True):
        points += [(x1, thick), (x1, thick - deep), (x0, thick - deep), (x0, thick)]
    return _outline("work", tuple(dict.fromkeys([*points, (0.0, thick)])))


def _slot(start: Point, end: Point, r: float) -> tuple[Point, ...]:
    """A slot with round ends, along x."""
    right = [(end[0] + r * math.sin(turn), end[1] - r * math.cos(turn)) for turn in _HALF]
    left = [(start[0] - r * math.sin(turn), start[1] + r * math.cos(turn)) for turn in _HALF]
    return (*right, *left)


_HALF: Final = [math.pi * i / 12 for i in range(13)]
"""Half a turn, in steps."""


def _heading(start: Point, end: Point, *, climb: bool = False) -> Arrow:
    return Arrow(role="path", start=start, end=end, climb=climb)


def _turning(at: Point, radius: float) -> Arrow:
    """The bit of a router in the hand: clockwise, seen from above."""
    return Arrow(role="bit", start=at, end=(at[0] + radius, at[1]), turn="clockwise")


_BIT: Final = circle((45.0, 36.0), 8.0)
"""A bit beside the near edge of nothing: its wood lies above it."""
_EDGE: Final = _outline("work", box(0, 38, 90, 70))


def _drawn() -> dict[str, View]:
    found = {
        "backer": _view(
            _outline("work", box(0, 10, 60, 50)),
            _outline("backer", box(60, 10, 78, 50), "backer"),
            _outline("waste", box(0, 24, 60, 36)),
            arrows=(_heading((6, 30), (72, 30)),),
            above=True,
        ),
        "bearing": _view(
            _outline("work", ((0, 0), (52, 0), (52, 8), (44, 16), (44, 20), (0, 20))),
            _outline("bit", ((52, 8), (44, 16), (44, 22), (60, 22), (60, 8))),
            _outline("bearing", box(52, 0, 60, 7), "bearing"),
            _outline("bit", box(54, 22, 59, 40)),
        ),
        "bushing": _view(
            _board((34, 46, 8)),
            _outline("guide", box(0, 20, 29, 28), "template"),
            _outline("guide", box(51, 20, 90, 28)),
            _outline("base", box(4, 28, 86, 33)),
            _outline("bearing", box(29, 21, 32, 33)),
            _outline("bearing", box(48, 21, 51, 33), "bushing"),
            _outline("bit", box(34, 12, 46, 40)),
        ),
        "chamfer": _view(
            _outline("work", ((0, 0), (60, 0), (60, 12), (52, 20), (0, 20))), _outline("waste", ((60, 12), (60, 20), (52, 20)))
        ),
        "climb cut": _view(
            _EDGE, _outline("bit", _BIT), arrows=(_turning((45, 36), 13), _heading((70, 22), (24, 22), climb=True)), above=True
        ),
        "collet": _view(
            _outline("base", ((20, 30), (24, 52), (46, 52), (50, 30)), "collet"),
            _outline("bit", box(31, 22, 39, 50)),
            _outline("bit", box(28, 0, 42, 22)),
        ),
        "conventional cut": _view(
            _EDGE, _outline("bit", _BIT), arrows=(_turning((45, 36), 13), _heading((22, 22), (68, 22))), above=True
        ),
        "dado": _view(_board((34, 52, 8))),
        "edge groove": _view(
            _outline("work", ((0, 0), (60, 0), (60, 7), (46, 7), (46, 13), (60, 13), (60, 20), (0, 20))),
            _outline("waste", box(46, 7, 60, 13)),
        ),
        "feather board": _view(
            _outline("guide", box(0, 50, 100, 62), "fence"),
            _outline("work", box(0, 26, 100, 50)),
            *(_outline("stop", ((x, 4), (x + 5, 4), (x - 3, 26), (x - 8, 26))) for x in (46, 56, 66)),
            _outline("stop", box(36, -4, 72, 4)),
            arrows=(_heading((94, 38), (66, 38)),),
            above=True,
        ),
        "free length": _view(
            _outline("base", ((20, 34), (24, 56), (46, 56), (50, 34))),
            _outline("bit", box(31, 22, 39, 52)),
            _outline("bit", box(28, 0, 42, 22)),
            dimensions=(
                Dimension(start=(62, 0), end=(62, 34), offset=0, text=write("stands out"), vertical=True, name="free-length"),
            ),
        ),
        "half-lap": _view(
            _outline("work", ((0, 0), (70, 0), (70, 10), (44, 10), (44, 20), (0, 20))),
            _outline("backer", ((44, 10), (110, 10), (110, 20), (44, 20))),
        ),
        "lead-in": _view(
            _outline("work", box(20, 10, 90, 50)),
            _outline("backer", box(0, 10, 20, 50), "lead-in"),
            _outline("bit", circle((26, 8), 8)),
            arrows=(_heading((4, -6), (60, -6)),),
            above=True,
        ),
        "mortise": _view(
            _outline("work", box(0, 0, 90, 36)), _outline("opening", _slot((30.0, 18.0), (62.0, 18.0), 6.0)), above=True
        ),
        "rabbet": _view(
            _outline("work", ((0, 0), (60, 0), (60, 11), (48, 11), (48, 20), (0, 20))), _outline("waste", box(48, 11, 60, 20))
        ),
        "sacrificial board": _view(
            _outline("work", ((0, 10), (34, 10), (34, 30), (0, 30))),
            _outline("work", box(46, 10, 90, 30)),
            _outline("backer", ((0, 0), (90, 0), (90, 10), (46, 10), (46, 8), (34, 8), (34, 10), (0, 10)), "sacrificial board"),
            _outline("bit", box(34, 8, 46, 46)),
        ),
        "setback": _view(
            _outline("work", box(0, 0, 100, 60)),
            _outline("waste", box(58, 0, 70, 60)),
            _outline("guide", box(6, -8, 18, 68), "fence"),
            _outline("spacer", box(18, 26, 58, 34), "setback"),
            above=True,
        ),
        "spacer": _view(
            _outline("work", box(0, 0, 110, 60)),
            _outline("guide", box(6, -8, 18, 68), "fence"),
            _outline("spacer", box(18, -4, 26, 64), "spacer"),
            _outline("base", circle((60, 30), 34)),
            _outline("bit", circle((60, 30), 6)),
            above=True,
        ),
        "spline": _view(
            _outline("work", ((0, 0), (50, 0), (50, 7), (38, 7), (38, 13), (50, 13), (50, 20), (0, 20))),
            _outline("work", ((51, 0), (100, 0), (100, 20), (51, 20), (51, 13), (63, 13), (63, 7), (51, 7))),
            _outline("guide", box(38.5, 7.3, 62.5, 12.7), "spline"),
        ),
        "starting pin": _view(
            _outline("work", ((0, 0), (90, 0), (96, 12), (90, 26), (60, 32), (30, 32), (0, 24))),
            _outline("bit", circle((45, 40), 8)),
            _outline("stop", circle((76, 34), 5), "starting pin"),
            arrows=(Arrow(role="bit", start=(45, 40), end=(58, 40), turn="counter-clockwise"), _heading((62, 14), (34, 14))),
            above=True,
        ),
        "stop block": _view(
            _outline("work", box(0, 0, 100, 50)),
            _outline("waste", box(0, 20, 60, 32)),
            _outline("base", circle((52, 26), 26)),
            _outline("stop", box(78, 14, 92, 38), "stop block"),
            above=True,
        ),
        "template": _view(
            _outline("work", box(0, 0, 90, 60)),
            _outline("waste", circle((45, 30), 17)),
            _outline("template", circle((45, 30), 22), "template"),
            _outline("bearing", circle((30, 30), 7)),
            _outline("bit", circle((30, 30), 2)),
            above=True,
        ),
        "tenon": _view(
            _outline("work", ((0, 0), (60, 0), (60, 6), (86, 6), (86, 14), (60, 14), (60, 20), (0, 20))),
            _outline("waste", box(60, 0, 86, 6)),
            _outline("waste", box(60, 14, 86, 20)),
        ),
        "turret": _view(
            _outline("base", ((16, 0), (70, 0), (70, 8), (52, 8), (52, 14), (34, 14), (34, 20), (16, 20))),
            _outline("stop", box(40, 22, 48, 56), "depth rod"),
            arrows=(_heading((44, 52), (44, 26)),),
        ),
    }
    found["groove"] = found["dado"]
    return found


WORD_DRAWINGS: Final[Mapping[str, View]] = _drawn()
"""By the word as `TRADE_WORDS` has it."""
