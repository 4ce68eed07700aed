"""Cuts to be run where there is no server: one HTML file with steps, drawing, pacer and notes, which needs nothing beside it.
What is noted in it comes back as a log (`log_file`)."""

from __future__ import annotations

import json
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from pathlib import Path
from typing import Any, Final

from pydantic import TypeAdapter

from ranura.core.geometry.rings import Point
from ranura.core.output.dry_run import DryRun
from ranura.core.running.in_work import WorkMeasure
from ranura.core.running.log import RunOf
from ranura.core.running.record import RunRecord
from ranura.core.running.steps import RunStep
from ranura.core.running.trouble import Trouble, troubles
from ranura.core.shop.schools import Burning
from ranura.core.text.writing import Shown, System, Text

_OF, _MEASURE = TypeAdapter(RunOf), TypeAdapter(WorkMeasure)
_PLACE: Final = '<script type="application/json" id="data">{"cuts": []}</script>'
_FINE = 2
"""Decimals of a place in the drawing, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Along:
    """A cut that is taken along: what is run, and what that follows."""

    of: RunOf
    record: RunRecord


@cache
def _page() -> str:
    return Path(__file__).with_suffix(".html").read_text(encoding="utf-8")


def taken_along(cuts: Sequence[Along], *, system: System, burning: Burning, at: datetime) -> str:
    """Cuts in their order as one HTML file, its lengths in one system; `burning` is the
    house's school, and `at` when it was made."""
    told = {"cuts": [_cut(each, system, burning, at) for each in cuts]}
    # Nothing in a text may end the script that it stands in.
    data = json.dumps(told, ensure_ascii=False, separators=(",", ":")).replace("<", "\\u003c")
    return _page().replace(_PLACE, _PLACE.replace('{"cuts": []}', data))


def _cut(along: Along, system: System, burning: Burning, at: datetime) -> dict[str, Any]:
    return {
        "of": _OF.dump_python(along.of, mode="json"),
        "made": at.isoformat(),
        "steps": [_step(each, system) for each in along.record.steps],
        "troubles": [_trouble(each, system) for each in troubles(burning)],
        "drawing": _drawing(along.record.dry_run),
        "inch": system == "inch",
        "measures": [_measure(each, system) for each in along.record.in_work],
    }


def _said(text: Text, system: System) -> str:
    return text.inch if system == "inch" else text.metric


def _shown(shown: Shown, system: System) -> str:
    return str(shown.inch if system == "inch" else shown.metric)


def _step(step: RunStep, system: System) -> dict[str, Any]:
    return {
        "part": step.part,
        "title": _said(step.title, system),
        "leads": [(_shown(each.shown, system), _said(each.caption, system)) for each in step.leads],
        "lines": [_said(each, system) for each in step.lines],
        "tick": step.tick,
        "costs": None if step.costs is None else _said(step.costs, system),
        "moves": step.moves,
    }


def _measure(measure: WorkMeasure, system: System) -> dict[str, Any]:
    """What can be measured in the work, with what that tells of the shop, as the log has it."""
    label, planned = _said(measure.says, system), _shown(measure.shown, system)
    return {"label": label, "planned": planned, "measure": _MEASURE.dump_python(measure, mode="json")}


def _trouble(trouble: Trouble, system: System) -> dict[str, Any]:
    return {
        "name": _said(trouble.name, system),
        "now": [_said(each, system) for each in trouble.now],
        "change": [_said(each.says, system) for each in trouble.change],
    }


def _drawing(dry: DryRun) -> dict[str, Any]:
    """The board from above with what stands there from the beginning, and the ways of the bit on it."""
    return {
        "frame": dry.view.frame,
        "outlines": [
            {"role": each.role, "points": _ring(each.points)} for each in dry.view.outlines if each.role in ("work", "waste")
        ],
        "bodies": [{"role": each.role, "points": _ring(each.points)} for each in dry.bodies if not each.first],
        "table": any(each.stands is not None for each in dry.tools),
        "moves": [
            {"path": _ring(each.path), "seconds": each.seconds, "times": [round(at, 4) for at in each.times]}
            for each in dry.steps
        ],
    }


def _ring(points: Iterable[Point]) -> list[tuple[float, float]]:
    return [(round(x, _FINE), round(y, _FINE)) for x, y in points]
