"""Planning a cut: from what is asked to the whole setup. `plan_cut` is pure; screen, paper and run mode show its answer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from typing import Literal

from ranura.core.cautions import Caution, has_stop
from ranura.core.choosing.channels import ChannelJudge
from ranura.core.choosing.edges import EdgeJudge
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.offers import SHOWN_OFFERS, Miss, Offer, costs, misses_of, offers
from ranura.core.choosing.order import Candidate, Pair
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.dado import Dado, channel
from ranura.core.cuts.edge import EdgeCut, Edging, edging, shape_name
from ranura.core.cutting.staging import Stage
from ranura.core.cutting.stepping import Pass
from ranura.core.drawing import AskedField, Point, View, glyph
from ranura.core.drawing_edges import edge_glyph, edge_plan_view, edge_section_view
from ranura.core.edge_setting import EdgeSetting
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, as_typed, written_in
from ranura.core.materials import Material
from ranura.core.pieces import Piece, edges_of
from ranura.core.planning import channels, edges
from ranura.core.planning.common import Remedy, check_shop, choose
from ranura.core.planning.edges import DoneCut
from ranura.core.setting import ToolSetting
from ranura.core.shop import Shop
from ranura.core.slip import PASS_COLUMNS, PassLine, Section, pass_lines, sections
from ranura.core.slip_edges import STAGE_COLUMNS, edge_sections, stage_lines
from ranura.core.text import Reading, Text, inches_to, write
from ranura.core.working import Figure, show
from ranura.core.workings import figures
from ranura.core.workings.edges import edge_figures

Cut = Dado | EdgeCut
"""What can be planned."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Asked:
    """A dimension of the cut as it was typed; `suffix` is the unit the text left out, `other` its value in the other unit."""

    field: AskedField
    length: Length
    suffix: str
    other: Reading


def _asked(cut: Cut) -> tuple[Asked, ...]:
    fields: tuple[AskedField, ...] = ("width", "depth", "position") if isinstance(cut, Dado) else ("size", "depth", "width")
    found = []
    for field in fields:
        length: Length | None = getattr(cut, field)
        if length is not None:
            unit, said = written_in(length.typed, length.unit)
            shown = show(length.mm, "mm", setting=False)
            other = shown.inch if unit == "mm" else shown.metric
            found.append(Asked(field=field, length=length, suffix="" if said else unit, other=other))
    return tuple(found)


@dataclass(frozen=True, kw_only=True, slots=True)
class CutPlan:
    """The whole setup of a cut. `status` "stop" means that it must not be run, nor printed as ready.

    `sentence` says what is asked, `figures` carry their workings by key, `slip` refers to them; `passes` of a channel and
    `stages` of an edge are in order of work, `pass_lines` say either in words under `pass_columns`; `drawing` is the plan view
    and the section. `offers` are the best bits and routers, best first; `misses` only one thing keeps from it. `pinned` says
    which tools the person chose, `costs` what that costs. `remedies` take a stop away. `run_mm` is the way of one pass on one
    face in the wood, `leaves` what an edge cut takes of its edges, for the cuts after it, `glyph` the small section of a list.
    """

    title: Text
    sentence: Text
    asked: tuple[Asked, ...]
    status: Literal["ready", "caution", "stop"]
    bit_id: str
    router_id: str
    pinned: tuple[Literal["bit", "router"], ...]
    costs: tuple[Text, ...]
    offers: tuple[Offer, ...]
    misses: tuple[Miss, ...]
    remedies: tuple[Remedy, ...]
    passes: tuple[Pass, ...]
    stages: tuple[Stage, ...]
    pass_columns: tuple[str, ...]
    pass_lines: tuple[PassLine, ...]
    figures: tuple[Figure, ...]
    slip: tuple[Section, ...]
    cautions: tuple[Caution, ...]
    drawing: tuple[View, ...]
    run_mm: float
    leaves: DoneCut | None
    glyph: tuple[Point, ...]


def plan_cut(
    cut: Cut,
    piece: Piece,
    shop: Shop,
    rules: HouseRules,
    *,
    mounted: frozenset[Pair] = frozenset(),
    before: Sequence[DoneCut] = (),
) -> CutPlan:
    """Plans a cut in a piece with what a shop owns, under its house rules; `mounted` are set up in this job already, `before`
    are the edge cuts made in this board before.

    Raises `CutError` with the dimension that cannot be: no wood for it, or no bit in the drawer for it. A pinned tool
    that cannot make the cut is planned all the same, as far as it goes, with its stop."""
    with inches_to(rules.inch_parts):
        wood = shop.material(piece.material, field="piece.material")
        if isinstance(cut, EdgeCut):
            return _plan_edge(cut, piece, shop, rules, wood, mounted, before)
        return _plan_channel(cut, piece, shop, rules, wood, mounted)


def judge_of(cut: Cut, piece: Piece, shop: Shop, *, before: Sequence[DoneCut] = ()) -> Judge:
    """The judge of a cut in a piece. Raises `CutError` with the dimension that cannot be."""
    wood = shop.material(piece.material, field="piece.material")
    if isinstance(cut, EdgeCut):
        return EdgeJudge(shop, edging(cut, piece), wood, shop.rules, edges.before_here(before, cut, shop))
    asked = channel(cut, piece)
    return ChannelJudge(shop, asked.need, wood, shop.rules, asked)


def _plan_channel(
    cut: Dado, piece: Piece, shop: Shop, rules: HouseRules, wood: Material, mounted: frozenset[Pair]
) -> CutPlan:  # fmt: skip
    asked = channel(cut, piece)
    check_shop(shop)
    judge = ChannelJudge(shop, asked.need, wood, rules, asked)
    ranking = judge.ranking(mounted)
    sifted = shortlist(judge, ranking, count=SHOWN_OFFERS)
    refuse = partial(channels.refuse_the_dimension, judge)
    chosen = choose(cut.bit_id, cut.router_id, shop, judge, ranking, sifted, refuse=refuse)
    setting = channels.setting_of(chosen, judge, piece)
    worked = figures(setting)
    passes = setting.stepping.passes if setting.stepping else ()
    best = sifted.fit[0] if sifted.fit else None
    taken = None if best is None or _same(setting, best) else channels.setting_of(best, judge, piece)
    return CutPlan(
        title=title_of(cut, rules),
        sentence=sentence_of(cut, piece, rules),
        asked=_asked(cut),
        status=_status(setting.cautions),
        bit_id=chosen.bit.id,
        router_id=chosen.router.id,
        pinned=_pinned(cut),
        costs=() if taken is None else costs(setting, taken, judge),
        offers=offers(sifted.fit, judge),
        misses=misses_of(judge, sifted, best),
        remedies=channels.remedies(setting),
        passes=passes,
        stages=(),
        pass_columns=PASS_COLUMNS,
        pass_lines=pass_lines(passes),
        figures=worked,
        slip=sections(setting, cut, worked, setting.cautions),
        cautions=setting.cautions,
        drawing=channels.drawing_of(setting, cut),
        run_mm=asked.run,
        leaves=None,
        glyph=glyph(asked),
    )


def _plan_edge(
    cut: EdgeCut, piece: Piece, shop: Shop, rules: HouseRules, wood: Material, mounted: frozenset[Pair],
    before: Sequence[DoneCut],
) -> CutPlan:  # fmt: skip
    asked = edging(cut, piece)
    check_shop(shop)
    judge = EdgeJudge(shop, asked, wood, rules, edges.before_here(before, cut, shop))
    ranking = judge.ranking(mounted)
    sifted = shortlist(judge, ranking, count=SHOWN_OFFERS)
    chosen = choose(cut.bit_id, cut.router_id, shop, judge, ranking, sifted, refuse=partial(edges.refuse, judge))
    setting = edges.setting_of(chosen, judge, piece)
    worked = edge_figures(setting)
    best = sifted.fit[0] if sifted.fit else None
    taken = None if best is None or _same(setting, best) else edges.setting_of(best, judge, piece)
    return CutPlan(
        title=title_of(cut, rules),
        sentence=sentence_of(cut, piece, rules),
        asked=_asked(cut),
        status=_status(setting.cautions),
        bit_id=chosen.bit.id,
        router_id=chosen.router.id,
        pinned=_pinned(cut),
        costs=() if taken is None else costs(setting, taken, judge),
        offers=offers(sifted.fit, judge),
        misses=misses_of(judge, sifted, best),
        remedies=edges.remedies(cut, piece, judge, setting),
        passes=(),
        stages=setting.staging.stages if setting.staging else (),
        pass_columns=STAGE_COLUMNS,
        pass_lines=stage_lines(setting),
        figures=worked,
        slip=edge_sections(setting, worked, setting.cautions),
        cautions=setting.cautions,
        drawing=(edge_plan_view(setting, piece), edge_section_view(setting, typed=_typed(cut, asked, piece, worked))),
        run_mm=asked.way * (2 if asked.both_faces else 1),
        leaves=_leaves(cut, setting),
        glyph=edge_glyph(
            setting.bit, setting.way.trip if setting.way else None, thickness=asked.thickness,
            outlines=setting.section.outlines if setting.section else (),
        ),
    )  # fmt: skip


def _same(setting: ToolSetting, best: Candidate) -> bool:
    return (setting.bit.id, setting.router.id) == (best.bit.id, best.router.id)


def _leaves(cut: EdgeCut, setting: EdgeSetting) -> DoneCut | None:
    if setting.way is None:
        return None
    trip = setting.way.trip
    return DoneCut(cut.edges, setting.bit.id, trip.height, trip.offset, cut.both_faces)


def _typed(cut: EdgeCut, asked: Edging, piece: Piece, worked: Sequence[Figure]) -> dict[str, Text]:
    """The texts of the section's dimensions: as typed where they were, else as they come out."""
    wide = next((figure.value for figure in worked if figure.key == "edge.width"), asked.size)
    width = cut.size if cut.shape == "rabbet" else cut.width
    return {
        "depth": write("{d:short}", d=asked.depth) if cut.depth is None else write(as_typed(cut.depth)),
        "width": write("{w:short}", w=wide) if width is None else write(as_typed(width)),
        "thickness": write(as_typed(piece.thickness)),
    }


def _pinned(cut: Cut) -> tuple[Literal["bit", "router"], ...]:
    pins: tuple[tuple[Literal["bit", "router"], str | None], ...] = (("bit", cut.bit_id), ("router", cut.router_id))
    return tuple(name for name, pin in pins if pin is not None)


def title_of(cut: Cut, rules: HouseRules) -> Text:
    """What a cut is called in a list, in the shop's own word."""
    if isinstance(cut, EdgeCut):
        if cut.depth is None:
            return write("{shape} {s}", shape=shape_name(cut.shape), s=as_typed(cut.size))
        return write("{shape} {s} × {d}", shape=shape_name(cut.shape), s=as_typed(cut.size), d=as_typed(cut.depth))
    return write("{word} {w} × {d}", word=rules.dado_word, w=as_typed(cut.width), d=as_typed(cut.depth))


_SAID_SIZE = {
    "roundover": "A roundover of radius {s}", "cove": "A cove of radius {s}", "ogee": "An ogee of radius {s}",
    "bead": "A bead of radius {s}", "chamfer": "A chamfer of {s}", "bevel": "A bevel of {a}°, {s} high",
    "rabbet": "A rabbet {s} wide", "flush": "An overhang of {s} trimmed flush", "jointing": "An edge jointed by {s}",
}  # fmt: skip


def sentence_of(cut: Cut, piece: Piece, rules: HouseRules) -> Text:
    """What is asked, as a sentence with the dimensions as typed."""
    if isinstance(cut, Dado):
        return write(
            "A {word} {w} wide, {d} deep, {p} from the {end} end, across {piece}",
            word=rules.dado_word, w=as_typed(cut.width), d=as_typed(cut.depth), p=as_typed(cut.position), end=cut.end,
            piece=piece.name,
        )  # fmt: skip
    said = _SAID_SIZE[cut.shape].replace("{s}", as_typed(cut.size)).replace("{a}", f"{cut.angle or 45:g}")
    depth = "" if cut.depth is None else f", {as_typed(cut.depth)} deep"
    width = "" if cut.width is None else f", {as_typed(cut.width)} into the face"
    faces = ", both faces" if cut.both_faces else ""
    return write("{said}, on {edges} of {piece}", said=said + depth + width, edges=place_of(cut, piece) + faces, piece=piece.name)


def place_of(cut: EdgeCut, piece: Piece) -> str:
    """Where an edge cut is, in words: all round, or its edges by name."""
    there = {edge.ref: edge.name for edge in edges_of(piece)}
    if set(cut.edges) >= {ref for ref in there if not ref.startswith("opening")}:
        return "all edges"
    return ", ".join(there.get(ref, ref) for ref in cut.edges)


def _status(cautions: tuple[Caution, ...]) -> Literal["ready", "caution", "stop"]:
    if has_stop(cautions):
        return "stop"
    return "caution" if any(each.level == "caution" for each in cautions) else "ready"
