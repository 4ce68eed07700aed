"""Edge cuts as a family of cuts."""

from __future__ import annotations

from typing import Final

from ranura.core.board.pieces import SIDES
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.edge import sentence
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.edge.form import form, starts
from ranura.core.cuts.edge.planner import planner
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.testcut import corrected_edge
from ranura.core.cuts.edge.wanted import wanted
from ranura.core.family import Family
from ranura.core.learning.corrections import Correction, MeasureKey
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def _asked(cut: EdgeCut) -> dict[FieldPath, Length | None]:
    return {"size": cut.size, "depth": cut.depth, "width": cut.width}


def _moves_in(cut: EdgeCut) -> dict[str, float]:
    """What jointing takes off every edge: it is measured from anew."""
    return {ref: cut.size.mm for ref in cut.edges if ref in SIDES} if cut.shape == "jointing" else {}


def _corrected(setting: ToolSetting, key: MeasureKey, measured: float) -> Correction:
    assert isinstance(setting, EdgeSetting), "an edge is planned as one"
    return corrected_edge(setting, key, measured)


FAMILY: Final = Family(
    kind="edge",
    cut=EdgeCut,
    planner=planner,
    wanted=wanted,
    title=sentence.title,
    sentence=sentence.sentence,
    place=sentence.place,
    asked=_asked,
    form=form,
    starts=starts,
    corrected=_corrected,
    moves_in=_moves_in,
)
