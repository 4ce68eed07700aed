"""Grooves in an end or an edge as a family of cuts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import Final

from ranura.core.board.stood import Standing
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.end_groove import sentence
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cuts.end_groove.drawing import drawn_at, groove_glyph, groove_views
from ranura.core.cuts.end_groove.figures import groove_figures
from ranura.core.cuts.end_groove.form import form, starts
from ranura.core.cuts.end_groove.judge import GrooveJudge
from ranura.core.cuts.end_groove.moves import groove_program
from ranura.core.cuts.end_groove.on_board import end_groove
from ranura.core.cuts.end_groove.plan import refuse, setting_of
from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.cuts.end_groove.slip import groove_sections
from ranura.core.cuts.end_groove.wanted import wanted
from ranura.core.family import Family, Planned, Planner, PlanText, Task
from ranura.core.output.going import going_of
from ranura.core.output.in_scrap import corrected_in_scrap, scrap_cut
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def planner(cut: EndGrooveCut, task: Task) -> Planner:
    """How a groove is planned. Raises `CutError` with the dimension that cannot be."""
    judge = GrooveJudge(task.shop, end_groove(cut, task.piece), task.wood, task.rules)
    stands = Standing(on=cut.on, deep=cut.depth.mm, board=task.piece)

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, judge, task.piece)
        return Planned(setting=setting, text=partial(_text, cut=cut), program=groove_program, drawn=drawn_at, stands=stands)

    return Planner(judge=judge, refuse=partial(refuse, judge), make=make)


def _text(setting: GrooveSetting, moves: Sequence[Move], *, cut: EndGrooveCut) -> PlanText:
    going = going_of(moves)
    worked = groove_figures(setting, going)
    return PlanText(
        figures=worked,
        slip=groove_sections(setting, worked),
        drawing=groove_views(setting, cut),
        remedies=(),
        pass_columns=columns_of(setting.stepping),
        pass_lines=pass_lines(setting.stepping),
        run_mm=setting.groove.run,
        way_mm=going.way if going else 0.0,
        glyph=groove_glyph(setting.groove),
        passes=setting.stepping.passes if setting.stepping else (),
        test_cut=scrap_cut(setting, "one run, the board upright along the fence", slot=True),
    )


def _asked(cut: EndGrooveCut) -> dict[FieldPath, Length | None]:
    return {"width": cut.width, "depth": cut.depth}


FAMILY: Final = Family(
    kind="end-groove",
    cut=EndGrooveCut,
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
