"""How an edge cut is planned: its judge, and what a plan says and shows of its setting."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.edge.drawing import drawn_at, edge_plan_view
from ranura.core.cuts.edge.figures import edge_figures
from ranura.core.cuts.edge.judge import EdgeJudge
from ranura.core.cuts.edge.moves import edge_program
from ranura.core.cuts.edge.on_board import EdgesOnBoard, edging
from ranura.core.cuts.edge.plan import before_here, refuse, setting_of
from ranura.core.cuts.edge.remedies import remedies
from ranura.core.cuts.edge.section_view import edge_glyph, edge_section_view
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.slip import STAGE_COLUMNS, edge_sections, stage_lines
from ranura.core.cuts.edge.testcut import edge_test_cut
from ranura.core.family import DoneCut, Planned, Planner, PlanText, Task
from ranura.core.output.going import going_of
from ranura.core.proof.moves import Move
from ranura.core.text.figures import Figure
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def planner(cut: EdgeCut, task: Task) -> Planner:
    """How an edge cut is planned. Raises `CutError` with the dimension or edge that cannot be."""
    piece, shop = task.piece, task.shop
    judge = EdgeJudge(shop, edging(cut, piece), task.wood, task.rules, before_here(task.before, cut, shop))

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, judge, piece)
        return Planned(
            setting=setting, text=partial(_text, cut=cut, piece=piece, judge=judge), program=edge_program, drawn=drawn_at
        )

    return Planner(judge=judge, refuse=partial(refuse, judge), make=make)


def _text(setting: EdgeSetting, moves: Sequence[Move], *, cut: EdgeCut, piece: Piece, judge: EdgeJudge) -> PlanText:
    going, asked = going_of(moves), setting.edging
    worked = edge_figures(setting, going)
    return PlanText(
        figures=worked,
        slip=edge_sections(setting, worked, setting.cautions),
        drawing=(edge_plan_view(setting, piece), edge_section_view(setting, typed=_typed(cut, asked, piece, worked))),
        remedies=remedies(cut, piece, judge, setting),
        pass_columns=STAGE_COLUMNS,
        pass_lines=stage_lines(setting),
        run_mm=asked.run_length * (2 if asked.both_faces else 1),
        way_mm=going.way if going else 0.0,
        glyph=edge_glyph(
            setting.bit,
            setting.guided.trip if setting.guided else None,
            thickness=asked.thickness,
            outlines=setting.section.outlines if setting.section else (),
        ),
        stages=setting.staging.stages if setting.staging else (),
        test_cut=edge_test_cut(setting),
        done=_done(cut, setting),
    )


def _done(cut: EdgeCut, setting: EdgeSetting) -> DoneCut | None:
    if setting.guided is None:
        return None
    trip = setting.guided.trip
    return DoneCut(edges=cut.edges, bit_id=setting.bit.id, height=trip.height, offset=trip.offset, both_faces=cut.both_faces)


def _typed(cut: EdgeCut, asked: EdgesOnBoard, piece: Piece, worked: Sequence[Figure]) -> dict[str, Text]:
    """The texts of the section's dimensions: as typed where they were, else as they come out."""
    wide = next((figure.value for figure in worked if figure.key == "edge.width"), asked.size)
    width = cut.size if cut.shape == "rabbet" else cut.width
    return {
        "depth": write("{d:short}", d=asked.depth) if cut.depth is None else write(as_typed(cut.depth)),
        "width": write("{w:short}", w=wide) if width is None else write(as_typed(width)),
        "size": write(as_typed(cut.size)),
        "thickness": write(as_typed(piece.thickness)),
    }
