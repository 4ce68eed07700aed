"""Planning a cut: from what is asked to the whole setup. `plan_cut` is pure; screen, paper and run mode show its answer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Piece, edges_of
from ranura.core.board.repeats import Repeats
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.offers import SHOWN_OFFERS, Miss, Offer, costs, misses_of, offers
from ranura.core.choosing.order import Pair
from ranura.core.choosing.select import check_shop, choose
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.channel import plan as channels
from ranura.core.cuts.channel import repeat as channel_repeat
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.testcut import correction_of
from ranura.core.cuts.edge import family as edges
from ranura.core.cuts.edge.asked import EdgeCut, shape_name
from ranura.core.cuts.pocket import plan as pockets
from ranura.core.cuts.pocket import repeat as pocket_repeat
from ranura.core.cuts.pocket.asked import FORM_NAMES, ROUND_FORMS, PocketCut
from ranura.core.cutting.stage import Stage
from ranura.core.cutting.stepping import Pass
from ranura.core.family import DoneCut, Planner
from ranura.core.learning.corrections import Correction, MeasureKey, TestCut
from ranura.core.output.fit import FitView
from ranura.core.output.guides import GuideOffer, StationLine
from ranura.core.output.remedies import Remedy
from ranura.core.output.slip import PassLine, SlipSection
from ranura.core.output.views import AskedField, Point, View
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text import refusals as common_refusals
from ranura.core.text.cautions import Caution, has_stop
from ranura.core.text.errors import CutError
from ranura.core.text.figures import Figure, show
from ranura.core.text.lengths import Length, as_typed, written_in
from ranura.core.text.writing import Reading, Text, inches_to, write

Cut = ChannelCut | EdgeCut | PocketCut
"""What can be planned."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Asked:
    """A dimension of the cut as it was typed; `suffix` is the unit the text left out, `other` its value in the other unit."""

    field: AskedField
    length: Length
    suffix: str
    other: Reading


_ASKED: dict[str, tuple[AskedField, ...]] = {
    "dado": ("width", "depth", "position", "stop_first", "stop_last", "spacing"),
    "edge": ("size", "depth", "width"),
    "pocket": ("length", "across", "depth", "from_left", "from_near", "radius", "spacing", "leaves"),
}


def _asked(cut: Cut) -> tuple[Asked, ...]:
    found = []
    for field in _ASKED[cut.kind]:
        length: Length | None = getattr(cut, field)
        if length is not None:
            found.append(_as_asked(field, length))
    if isinstance(cut, ChannelCut) and cut.mate is not None:
        found.append(_as_asked("mate", cut.mate.thickness))
    return tuple(found)


def _as_asked(field: AskedField, length: Length) -> Asked:
    unit, said = written_in(length.typed, length.unit)
    shown = show(length.mm, "mm", setting=False)
    return Asked(field=field, length=length, suffix="" if said else unit, other=shown.inch if unit == "mm" else shown.metric)


@dataclass(frozen=True, kw_only=True, slots=True)
class CutPlan:
    """The whole setup of a cut. `status` "stop" means that it must not be run, nor printed as ready.

    `sentence` says what is asked, `figures` carry their workings by key, `slip` refers to them; `passes` of a channel and
    `stages` of an edge are in order of work, `pass_lines` say either in words under `pass_columns`; `drawing` is the plan view
    and the section. `offers` are the best bits and routers, best first; `misses` only one thing keeps from it. `pinned` says
    which tools the person chose, `costs` what that costs. `remedies` take a stop away. `run_mm` is the way of one pass on one
    face in the wood, `leaves` what an edge cut takes of its edges, for the cuts after it, `glyph` the small section of a list.
    `guides` are the ways it can be guided, the best first, `stations` the places of a repeated cut in the order of the tape,
    `fit` how likely its mate fits. `test_cut` says what to try and measure in scrap, `jig` how a cut-line jig for the pair is
    made."""

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
    slip: tuple[SlipSection, ...]
    cautions: tuple[Caution, ...]
    drawing: tuple[View, ...]
    run_mm: float
    leaves: DoneCut | None
    glyph: tuple[Point, ...]
    guides: tuple[GuideOffer, ...] = ()
    stations: tuple[StationLine, ...] = ()
    fit: FitView | None = None
    test_cut: TestCut | None = None
    jig: tuple[Text, ...] = ()


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
        return _plan(cut, piece, shop, rules, mounted, before)


def corrected(
    cut: Cut, piece: Piece, shop: Shop, key: MeasureKey, measured: float, *, mounted: frozenset[Pair] = frozenset()
) -> Correction:
    """What a measurement in the test cut of a planned cut corrects; `measured` in mm.

    Raises `CutError` on "measured" where nothing of the kind can be measured, or it is far off."""
    with inches_to(shop.rules.inch_parts):
        family = _family(cut, piece, shop, shop.rules, ())
        check_shop(shop)
        ranking = family.judge.ranking(mounted)
        sifted = shortlist(family.judge, ranking, count=1)
        chosen = choose(cut.bit_id, cut.router_id, shop, family.judge, ranking, sifted, refuse=family.refuse)
        setting = family.make(chosen).setting
    if not isinstance(setting, ChannelSetting):
        raise CutError(common_refusals.NOTHING_TO_MEASURE, field="measured")
    return correction_of(setting, key, measured)


def repeated(cut: Cut, piece: Piece, rules: HouseRules, count: int | None) -> Repeats:
    """How a cut is best repeated: `count` times, or at one given place more where that is None. Raises `CutError`."""
    if isinstance(cut, EdgeCut):
        raise CutError(common_refusals.NO_REPEAT, field="cut.count")
    if isinstance(cut, PocketCut):
        return pocket_repeat.repeat(cut, piece, rules, count)
    return channel_repeat.repeat(cut, piece, rules, count)


def judge_of(cut: Cut, piece: Piece, shop: Shop, *, before: Sequence[DoneCut] = ()) -> Judge:
    """The judge of a cut in a piece. Raises `CutError` with the dimension that cannot be."""
    return _family(cut, piece, shop, shop.rules, before).judge


def _family(cut: Cut, piece: Piece, shop: Shop, rules: HouseRules, before: Sequence[DoneCut]) -> Planner:
    """How a cut of its kind is planned."""
    wood = shop.material(piece.material, field="piece.material")
    if isinstance(cut, EdgeCut):
        return edges.family(cut, piece, shop, wood, rules, before)
    if isinstance(cut, PocketCut):
        return pockets.family(cut, piece, shop, wood, rules)
    return channels.family(cut, piece, shop, wood, rules)


def _plan(cut: Cut, piece: Piece, shop: Shop, rules: HouseRules, mounted: frozenset[Pair], before: Sequence[DoneCut]) -> CutPlan:
    family = _family(cut, piece, shop, rules, before)
    check_shop(shop)
    judge = family.judge
    ranking = judge.ranking(mounted)
    sifted = shortlist(judge, ranking, count=SHOWN_OFFERS)
    chosen = choose(cut.bit_id, cut.router_id, shop, judge, ranking, sifted, refuse=family.refuse)
    made = family.make(chosen)
    setting, said = made.setting, made.said()
    best = sifted.fit[0] if sifted.fit else None
    other = best is not None and (best.bit.id, best.router.id) != (chosen.bit.id, chosen.router.id)
    return CutPlan(
        title=title_of(cut, rules),
        sentence=sentence_of(cut, piece, rules),
        asked=_asked(cut),
        status=_status(setting.cautions),
        bit_id=chosen.bit.id,
        router_id=chosen.router.id,
        pinned=_pinned(cut),
        costs=costs(setting, family.make(best).setting, judge) if best is not None and other else (),
        offers=offers(sifted.fit, judge),
        misses=misses_of(judge, sifted, best),
        remedies=said.remedies,
        passes=said.passes,
        stages=said.stages,
        pass_columns=said.pass_columns,
        pass_lines=said.pass_lines,
        figures=said.figures,
        slip=said.slip,
        cautions=setting.cautions,
        drawing=said.drawing,
        run_mm=said.run_mm,
        leaves=said.leaves,
        glyph=said.glyph,
        guides=said.guides,
        stations=said.stations,
        fit=said.fit,
        test_cut=said.test_cut,
        jig=said.jig,
    )


def _pinned(cut: Cut) -> tuple[Literal["bit", "router"], ...]:
    pins: tuple[tuple[Literal["bit", "router"], str | None], ...] = (("bit", cut.bit_id), ("router", cut.router_id))
    return tuple(name for name, pin in pins if pin is not None)


def title_of(cut: Cut, rules: HouseRules) -> Text:
    """What a cut is called in a list, in the shop's own word."""
    if isinstance(cut, EdgeCut):
        if cut.depth is None:
            return write("{shape} {s}", shape=shape_name(cut.shape), s=as_typed(cut.size))
        return write("{shape} {s} × {d}", shape=shape_name(cut.shape), s=as_typed(cut.size), d=as_typed(cut.depth))
    if isinstance(cut, PocketCut):
        tenon = cut.form == "lap" and cut.both_faces
        return write("{form} {size}", form="tenon" if tenon else FORM_NAMES[cut.form], size=_pocket_size(cut))
    return write("{word} {w} × {d}", word=channel_word(cut, rules), w=width_as_typed(cut), d=as_typed(cut.depth))


_SAID_SIZE = {
    "roundover": "A roundover of radius {s}",
    "cove": "A cove of radius {s}",
    "ogee": "An ogee of radius {s}",
    "bead": "A bead of radius {s}",
    "chamfer": "A chamfer of {s}",
    "bevel": "A bevel of {a}°, {s} high",
    "rabbet": "A rabbet {s} wide",
    "flush": "An overhang of {s} trimmed flush",
    "jointing": "An edge jointed by {s}",
}


def sentence_of(cut: Cut, piece: Piece, rules: HouseRules) -> Text:
    """What is asked, as a sentence with the dimensions as typed."""
    if isinstance(cut, ChannelCut):
        return _channel_sentence(cut, piece, rules)
    if isinstance(cut, PocketCut):
        return _pocket_sentence(cut, piece)
    said = _SAID_SIZE[cut.shape].replace("{s}", as_typed(cut.size)).replace("{a}", f"{cut.angle or 45:g}")
    depth = "" if cut.depth is None else f", {as_typed(cut.depth)} deep"
    width = "" if cut.width is None else f", {as_typed(cut.width)} into the face"
    faces = ", both faces" if cut.both_faces else ""
    return write("{said}, on {edges} of {piece}", said=said + depth + width, edges=place_of(cut, piece) + faces, piece=piece.name)


def channel_word(cut: ChannelCut, rules: HouseRules) -> str:
    """What the shop calls a channel: its word for one across the board, a groove along it or with a shaped floor."""
    shaped = {"round": "round-nose groove", "v": "V groove", "t-slot": "T-slot", "keyhole": "keyhole slot"}
    if cut.shape != "square":
        return shaped[cut.shape]
    return "groove" if cut.goes == "along" else rules.dado_word


def width_as_typed(cut: ChannelCut) -> str:
    """The width as it was typed, or that of the mate with its fit."""
    if cut.mate is not None:
        return f"for {as_typed(cut.mate.thickness)}"
    return "" if cut.width is None else as_typed(cut.width)


def _channel_sentence(cut: ChannelCut, piece: Piece, rules: HouseRules) -> Text:
    fits = {"tight": "to fit tight", "sliding": "to slide", "glue": "with room for glue"}
    width = f"{width_as_typed(cut)} wide" if cut.mate is None else f"{width_as_typed(cut)}, {fits[cut.mate.fit]}"
    edge = cut.goes == "along"
    low, high = ("left end", "right end") if edge else ("near edge", "far edge")
    ends = [
        f"stopped {as_typed(stop)} from the {name}"
        for stop, name in ((cut.stop_first, low), (cut.stop_last, high))
        if stop is not None
    ]
    turned = f", turned {abs(cut.angle):g}° to the {'left' if cut.angle > 0 else 'right'}" if cut.angle else ""
    count = cut.count + len(cut.more)
    repeated = "" if count == 1 else f", {count} times"
    if cut.count > 1 and cut.spacing is not None and not cut.more:
        repeated += f" every {as_typed(cut.spacing)}"
    pair = ", in a mirrored pair" if cut.mirrored else ""
    return write(
        "A {word} {w}, {d} deep{leaf}, {p} from the {end}{ends}{turned}{repeated}, {goes} {piece}{pair}",
        word=channel_word(cut, rules),
        w=width,
        d=as_typed(cut.depth),
        p=as_typed(cut.position),
        end=end_of(cut),
        leaf=" as its part" if cut.leaf else "",
        ends="".join(f", {each}" for each in ends),
        turned=turned,
        repeated=repeated,
        goes=cut.goes,
        piece=piece.name,
        pair=pair,
    )


def _pocket_size(cut: PocketCut) -> str:
    if cut.form == "lap":
        return as_typed(cut.length)
    if cut.form == "flatten":
        return f"by {as_typed(cut.depth)}"
    if cut.form == "outline":
        return "of its own outline"
    if cut.form in ROUND_FORMS or cut.across is None:
        return f"Ø {as_typed(cut.length)}"
    return f"{as_typed(cut.length)} × {as_typed(cut.across)}"


def measured_places(cut: PocketCut) -> list[tuple[str, str]]:
    """How far a pocket lies from its end and its edge, as typed, with their names; nothing of a side that it runs out of."""
    sides = ((cut.from_left, cut.end, {"left", "right"}), (cut.from_near, cut.edge, {"near", "far"}))
    return [(as_typed(length), side) for length, side, ways in sides if not ways & set(cut.open_sides)]


def _pocket_sentence(cut: PocketCut, piece: Piece) -> Text:
    if cut.form == "lap":
        depth = f"{as_typed(cut.depth)} deep" + (" on both faces" if cut.both_faces else "")
        if cut.leaves is not None:
            depth = f"{as_typed(cut.leaves)} thick" if cut.both_faces else f"leaving {as_typed(cut.leaves)}"
        return write(
            "A {what} {l} long, {d}, at the {end} end of {piece}",
            what="tenon" if cut.both_faces else "half-lap",
            l=as_typed(cut.length),
            d=depth,
            end=cut.end,
            piece=piece.name,
        )
    if cut.form == "flatten":
        return write("The face of {piece} flattened by {d}", piece=piece.name, d=as_typed(cut.depth))
    depth = "right through" if cut.through else f"{as_typed(cut.depth)} deep"
    by_leaf = ", set by its leaf" if cut.leaf else ""
    centre = "its centre " if cut.form in ROUND_FORMS else ""
    place = " and ".join(f"{x} from the {side} {'end' if side == cut.end else 'edge'}" for x, side in measured_places(cut))
    ring = f", its groove {as_typed(cut.across)} wide" if cut.form == "ring" and cut.across is not None else ""
    opens = "".join(f", open at the {side} side" for side in cut.open_sides)
    spacing = "" if cut.spacing is None else f" every {as_typed(cut.spacing)}"
    repeated = "" if cut.count == 1 else f", {cut.count} times{spacing}"
    form = FORM_NAMES[cut.form] if cut.sweep == 360 else f"arc of {cut.sweep:g}°,"
    return write(
        "A {form} {size}, {depth}{leaf}{ring}{place}{opens}{repeated}, in {piece}",
        form=form,
        size=_pocket_size(cut),
        depth=depth,
        leaf=by_leaf,
        ring=ring,
        place=f", {centre}{place}" if place else "",
        opens=opens,
        repeated=repeated,
        piece=piece.name,
    )


def end_of(cut: ChannelCut) -> str:
    """Where a channel is measured from, in words."""
    low = cut.end in ("left", "near")
    if cut.goes == "along":
        return "near edge" if low else "far edge"
    return "left end" if low else "right end"


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
