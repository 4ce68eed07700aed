"""Fingers across an end as a family of cuts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import Final

from ranura.core.board.stood import Standing
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.fingers import sentence
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.fingers.drawing import drawn_at, fingers_glyph, fingers_views
from ranura.core.cuts.fingers.figures import fingers_figures
from ranura.core.cuts.fingers.form import form, starts
from ranura.core.cuts.fingers.judge import FingersJudge
from ranura.core.cuts.fingers.moves import fingers_program
from ranura.core.cuts.fingers.on_board import fingers
from ranura.core.cuts.fingers.plan import refuse, setting_of
from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.cuts.fingers.sleds import sled_to_make
from ranura.core.cuts.fingers.slip import fingers_sections, fingers_stations
from ranura.core.cuts.fingers.wanted import wanted
from ranura.core.family import Family, Planned, Planner, PlanText, Task
from ranura.core.output.going import going_of
from ranura.core.output.in_scrap import corrected_in_scrap, scrap_cut
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def planner(cut: FingersCut, task: Task) -> Planner:
    """How fingers are planned. Raises `CutError` with the dimension that cannot be."""
    judge = FingersJudge(task.shop, fingers(cut, task.piece), task.wood, task.rules)

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, judge, task.piece)
        stands = Standing(on=cut.end, deep=cut.depth.mm, board=task.piece)
        return Planned(setting=setting, text=partial(_text, cut=cut), program=fingers_program, drawn=drawn_at, stands=stands)

    return Planner(judge=judge, refuse=partial(refuse, judge), make=make)


def _text(setting: FingersSetting, moves: Sequence[Move], *, cut: FingersCut) -> PlanText:
    going, asked = going_of(moves), setting.fingers
    worked = fingers_figures(setting, going)
    return PlanText(
        figures=worked,
        slip=fingers_sections(setting, worked),
        drawing=fingers_views(setting, cut),
        remedies=(),
        pass_columns=columns_of(setting.stepping),
        pass_lines=pass_lines(setting.stepping),
        run_mm=asked.thick * len(asked.slots),
        way_mm=going.way if going else 0.0,
        glyph=fingers_glyph(asked),
        passes=setting.stepping.passes if setting.stepping else (),
        test_cut=scrap_cut(setting, "two slots in the sled, the second over the key", slot=True),
        stations=fingers_stations(setting),
        jig_to_make=sled_to_make(asked, setting.sled),
    )


def _asked(cut: FingersCut) -> dict[FieldPath, Length | None]:
    return {"slot": cut.slot, "depth": cut.depth}


FAMILY: Final = Family(
    kind="fingers",
    cut=FingersCut,
    planner=planner,
    wanted=wanted,
    title=sentence.title,
    sentence=sentence.sentence,
    place=sentence.place,
    asked=_asked,
    form=form,
    starts=starts,
    corrected=corrected_in_scrap,
)
