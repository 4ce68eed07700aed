"""Dovetail tongues as a family of cuts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import Final

from ranura.core.board.stood import Standing
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.tongue import sentence
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.cuts.tongue.drawing import drawn_at, tongue_glyph, tongue_views
from ranura.core.cuts.tongue.figures import tongue_figures
from ranura.core.cuts.tongue.form import form, starts
from ranura.core.cuts.tongue.judge import TongueJudge
from ranura.core.cuts.tongue.moves import tongue_program
from ranura.core.cuts.tongue.on_board import tongue
from ranura.core.cuts.tongue.plan import refuse, setting_of
from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.cuts.tongue.slip import tongue_sections
from ranura.core.cuts.tongue.wanted import wanted
from ranura.core.family import Family, Planned, Planner, PlanText, Task
from ranura.core.output.going import going_of
from ranura.core.output.in_scrap import corrected_in_scrap, scrap_cut
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def planner(cut: TongueCut, task: Task) -> Planner:
    """How a tongue is planned. Raises `CutError` with the dimension that cannot be."""
    judge = TongueJudge(task.shop, tongue(cut, task.piece), task.wood, task.rules)
    stands = Standing(on=cut.on, deep=cut.depth.mm, board=task.piece)

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, judge, task.piece)
        return Planned(setting=setting, text=partial(_text, cut=cut), program=tongue_program, drawn=drawn_at, stands=stands)

    return Planner(judge=judge, refuse=partial(refuse, judge), make=make)


def _text(setting: TongueSetting, moves: Sequence[Move], *, cut: TongueCut) -> PlanText:
    going = going_of(moves)
    worked = tongue_figures(setting, going)
    return PlanText(
        figures=worked,
        slip=tongue_sections(setting, worked),
        drawing=tongue_views(setting, cut),
        remedies=(),
        pass_columns=columns_of(setting.stepping),
        pass_lines=pass_lines(setting.stepping),
        run_mm=setting.tongue.run,
        way_mm=going.way if going else 0.0,
        glyph=tongue_glyph(setting.tongue),
        passes=setting.stepping.passes if setting.stepping else (),
        test_cut=scrap_cut(setting, "one side of the tongue, the board upright along the fence", slot=False),
    )


def _asked(cut: TongueCut) -> dict[FieldPath, Length | None]:
    return {"root": cut.root, "depth": cut.depth}


FAMILY: Final = Family(
    kind="tongue",
    cut=TongueCut,
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
