"""Through dovetails by a pair of combs as a family of cuts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import Final

from ranura.core.board.stood import Standing
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.through_dovetails import sentence
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.drawing import drawn_at, through_glyph, through_views
from ranura.core.cuts.through_dovetails.figures import through_figures
from ranura.core.cuts.through_dovetails.form import form, starts
from ranura.core.cuts.through_dovetails.judge import ThroughJudge
from ranura.core.cuts.through_dovetails.moves import through_program
from ranura.core.cuts.through_dovetails.on_board import through_dovetails
from ranura.core.cuts.through_dovetails.plan import refuse, setting_of, way_of
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.cuts.through_dovetails.slip import through_sections
from ranura.core.cuts.through_dovetails.wanted import wanted
from ranura.core.family import Family, Planned, Planner, PlanText, Task
from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.output.going import going_of
from ranura.core.output.in_scrap import corrected_in_scrap, scrap_cut
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.templates.to_make import TemplateToMake
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def planner(cut: ThroughDovetailsCut, task: Task) -> Planner:
    """How through dovetails are planned. Raises `CutError` with the dimension that cannot be."""
    judge = ThroughJudge(task.shop, through_dovetails(cut, task.piece, task.shop), task.wood, task.rules)

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, judge, task.piece)
        stands = Standing(on=cut.end, deep=setting.dovetails.depth, board=task.piece)
        return Planned(setting=setting, text=partial(_text, cut=cut), program=through_program, drawn=drawn_at, stands=stands)

    return Planner(judge=judge, refuse=partial(refuse, judge), make=make)


def _text(setting: ThroughSetting, moves: Sequence[Move], *, cut: ThroughDovetailsCut) -> PlanText:
    going, asked = going_of(moves), setting.dovetails
    worked = through_figures(setting, going)
    return PlanText(
        figures=worked,
        slip=through_sections(setting, worked),
        drawing=through_views(setting, cut),
        remedies=(),
        pass_columns=columns_of(setting.stepping),
        pass_lines=pass_lines(setting.stepping),
        run_mm=way_of(asked),
        way_mm=going.way if going else 0.0,
        glyph=through_glyph(asked),
        passes=setting.stepping.passes if setting.stepping else (),
        test_cut=scrap_cut(setting, "two slots under the comb", slot=False),
        template=_comb_to_make(setting),
    )


def _comb_to_make(setting: ThroughSetting) -> TemplateToMake | None:
    """The comb as an outline, for a shop that makes another one like it."""
    if setting.bushing is None:
        return None
    loop, combs = setting.dovetails.edge, setting.dovetails.combs
    x0, y0, _, _ = box_of((loop,))
    return TemplateToMake(
        outline=None,
        path=text_of_loops((loop.moved((-x0, -y0)),)),
        intent="part",
        corners=0.0,
        guide_id=setting.bushing.id,
        bit_id=setting.bit.id,
        is_template=True,
        called=f"{combs.name}, for {setting.dovetails.cut.makes}",
    )


def _asked(cut: ThroughDovetailsCut) -> dict[FieldPath, Length | None]:
    return {"mate": cut.mate, "depth": cut.depth}


FAMILY: Final = Family(
    kind="through-dovetails",
    cut=ThroughDovetailsCut,
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
