"""Plans of which only figures, words and drawings are looked at: their moves are not run, which takes most of the time."""

from __future__ import annotations

from unittest import mock

from ranura.core import proving
from ranura.core.plan import CutPlan, plan_cut


def unproven(cut, piece, shop, rules) -> CutPlan:
    with mock.patch.object(proving, "_LONG", -1):
        return plan_cut(cut, piece, shop, rules, put_off=True)


def unbroken(view, at: tuple[float, float]) -> tuple[float, float]:
    """Where a place of a view lies that is broken where nothing happens, on the whole board."""
    x, y = at
    gone = {"x": 0.0, "y": 0.0}
    for each in view.breaks:
        gone[each.axis] += each.hidden if {"x": x, "y": y}[each.axis] > each.at else 0.0
    return (x + gone["x"], y + gone["y"])
