"""What the drawings of several families show alike: carrier, clamps, the turret from the side."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection

from ranura.core.board.pieces import Piece
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry.paths import length_of, stretch
from ranura.core.geometry.rings import Point, Ring
from ranura.core.holding.clamps import Holding
from ranura.core.holding.placed import Held
from ranura.core.output.slip import rung_shown
from ranura.core.output.views import ClampMark, Outline, View, box
from ranura.core.proof.bodies import CARRIER_WIDE, carriers_of
from ranura.core.proof.recorder import TAB_WIDE, TABS
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.figures import show
from ranura.core.text.writing import Text, write


def carrier_outlines(
    held: Held | None, piece: Piece, cut: Collection[str] = (), *, lying: Callable[[Point], Point] = lambda at: at
) -> list[Outline]:
    """The boards of the work's own height that it is wedged between, where it lies in a carrier: flush with the edges that are
    `cut`, and placed by `lying` where the board lies otherwise than on its own axes."""
    if held != "carrier":
        return []
    label = write("carrier {w:len} wide", w=CARRIER_WIDE)
    rings = [each.ring for each in carriers_of(piece, cut)]
    return [Outline(role="backer", points=tuple(lying(at) for at in ring), label=label) for ring in rings]


def clamp_outlines(holding: Holding) -> list[Outline]:
    """The clamps' feet; one that is in the way is a hazard."""
    return [
        Outline(role="clamp" if foot.gap > 0 else "hazard", points=foot.points, label=write("clamp")) for foot in holding.feet
    ]


def clamp_marks(holding: Holding) -> tuple[ClampMark, ...]:
    """The clamps on the board, which can be moved."""
    return tuple(
        ClampMark(side=foot.at.side, at=foot.at.at, points=foot.points, clashes=foot.gap <= 0, shown=show(foot.at.at, "mm"))
        for foot in holding.feet
        if foot.at is not None
    )


def tabs_on(path: Ring, half: float) -> list[Ring]:
    """Bridges across the groove of a closed path, at places equally far along it."""
    line = (*path, path[0])
    length = length_of(line, closed=False)
    found: list[Ring] = []
    for number in range(TABS):
        middle = length * (number + 0.5) / TABS
        (x0, y0), (x1, y1) = (part := stretch(line, middle - TAB_WIDE / 2, middle + TAB_WIDE / 2))[0], part[-1]
        size = math.dist((x0, y0), (x1, y1)) or 1.0
        nx, ny = -(y1 - y0) / size * half, (x1 - x0) / size * half
        found.append(((x0 - nx, y0 - ny), (x1 - nx, y1 - ny), (x1 + nx, y1 + ny), (x0 + nx, y0 + ny)))
    return found


def turret_view(stepping: Stepping, *, thickness: float, bit: Bit) -> View:
    """From the side: the bit at its first depth, and the depth rod over the turret, with what each step makes."""
    turret = stepping.turret
    assert turret is not None, "only depths by a turret are drawn from the side"
    first = turret.rungs[0]
    top, wide = thickness, 36.0
    outlines = [Outline(role="work", points=box(0, 0, wide, top))]
    for upper, lower in zip((0.0, *turret.depths), turret.depths, strict=False):
        number = turret.depths.index(lower) + 1
        outlines.append(Outline(role="pass", points=box(10, top - lower, 26, top - upper), label=write("{n}", n=number)))
    stands = max(10.0, turret.steps[-1])
    outlines.append(
        Outline(role="bit", points=box(18 - bit.diameter / 2, top - first.depth, 18 + bit.diameter / 2, top + stands))
    )
    x, step_wide, foot = wide + 12.0, 24.0, 5.0
    for number, below in enumerate(turret.steps, start=1):
        left = x + (number - 1) * step_wide
        height = foot + turret.steps[-1] - below
        made = [rung for rung in turret.rungs if rung.step == number and not rung.spacer]
        label = write(" · ".join(f"{{d{i}:bare}}" for i in range(len(made))), **{f"d{i}": r.depth for i, r in enumerate(made)})
        outlines.append(Outline(role="base", points=box(left, top, left + step_wide, top + height), label=label))
    left = x + (first.step - 1) * step_wide
    step_top = top + foot + turret.steps[-1] - turret.steps[first.step - 1]
    if first.spacer:
        strip = box(left + 4, step_top, left + step_wide - 4, step_top + first.spacer)
        outlines.append(Outline(role="spacer", points=strip))
    rod = box(left + 9, step_top + first.spacer, left + step_wide - 9, top + foot + turret.steps[-1] + 26)
    outlines.append(Outline(role="guide", points=rod))
    frame = (-4.0, -6.0, x + len(turret.steps) * step_wide + 4, top + foot + turret.steps[-1] + 28)
    resting = rung_shown(first, turret)
    caption = Text(
        metric=f"depth rod and turret (depths in mm), first pass: {resting.metric}",
        inch=f"depth rod and turret (depths in inches), first pass: {resting.inch}",
    )
    return View(name="side", frame=frame, caption=caption, outlines=tuple(outlines), arrows=(), dimensions=())
