"""Planning a channel: guide, steps and clamps of the tools that were chosen, its forecast of fit, and what else could guide
it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import replace
from functools import partial

from ranura.core.board.materials import CROSS_VENEERED, Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, deeper_than_any
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.channel import refusals, words
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.clearing import Cleared, cleared_by
from ranura.core.cuts.channel.drawing import channel_views
from ranura.core.cuts.channel.fence import Fence, GuideOption, reasons_of
from ranura.core.cuts.channel.figures import figures
from ranura.core.cuts.channel.fit import clearance_of, width_causes
from ranura.core.cuts.channel.guides import chosen_guide, strip_for, table_fence
from ranura.core.cuts.channel.judge import ChannelJudge, against_table, held_channel
from ranura.core.cuts.channel.moves import channel_program
from ranura.core.cuts.channel.on_board import ChannelOnBoard, channel, width_of
from ranura.core.cuts.channel.over_table import drawn_at
from ranura.core.cuts.channel.remedies import channel_remedies
from ranura.core.cuts.channel.section import channel_glyph
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.shapes import cleared_width, width_at
from ranura.core.cuts.channel.slip import sections
from ranura.core.cuts.channel.slip_guide import guide_offers, jig_steps, station_lines
from ranura.core.cuts.channel.tapering import tapering
from ranura.core.cuts.channel.testcut import test_cut_of
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.stepping import Stepping, plan_steps
from ranura.core.family import Planned, Planner, PlanText, Task
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.learning.forecast import Forecast, forecast
from ranura.core.output.cautions import corner_note, in_order, table_cautions, tool_cautions
from ranura.core.output.fit import fit_view
from ranura.core.output.going import going_of
from ranura.core.output.guides import GuideOffer, offer
from ranura.core.output.slip import columns_of, pass_lines
from ranura.core.proof.moves import Move
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base
from ranura.core.text import choosing_words, depth_words, guide_words
from ranura.core.text import refusals as common_refusals
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.core.text.words import Words
from ranura.core.text.writing import write


def planner(cut: ChannelCut, task: Task, *, mortise: bool = False) -> Planner:
    """How a channel is planned, or a mortise that is cut as one. Raises `CutError` with the dimension that cannot be."""
    piece, shop, rules = task.piece, task.shop, task.rules
    asked = replace(channel(cut, piece, rules), mortise=mortise)
    if cut.guide is None and asked.taper:
        asked = replace(asked, guide="straightedge")
    elif cut.guide is None and any(each.id == cut.router_id and each.mounting == "table" for each in shop.routers):
        asked = replace(asked, guide="table-fence")
    judge = ChannelJudge(shop, asked.need, task.wood, rules, asked)

    def make(chosen: Candidate) -> Planned:
        setting = setting_of(chosen, _in_one_pass(judge, chosen.bit, cut, piece) or judge, piece, cut)
        return Planned(setting=setting, text=partial(_text, cut=cut, judge=judge), program=channel_program, drawn=drawn_at)

    others: Callable[[], Iterable[Planner]] = tuple
    left_open = cut.guide is None and not asked.taper and cut.held is None and not cut.clamps and not mortise
    if left_open and any(each.mounting == "table" for each in judge.tools.routers):
        others = partial(_over_table, cut, task)
    return Planner(judge=judge, refuse=partial(refuse_the_dimension, judge), make=make, others=others)


def _in_one_pass(judge: ChannelJudge, bit: Bit, cut: ChannelCut, piece: Piece) -> ChannelJudge | None:
    """The judge of the same channel as wide as the bit, for a width just over it whose mate still enters the narrower one; None
    where the channel is made as wide as it is asked for.

    Rule: R3 where a finishing pass belongs
    Formula: mate ≤ D < w < D + 0.5 mm: one pass, the near wall where it was asked for
    Source: a spacer that thin is not made, and its pass rubs; what is lost is room, and a test cut shows how much is left"""
    mate, asked = cut.mate, judge.channel
    if mate is None or asked is None or not judge.need.thin_bite(bit.diameter):
        return None
    if closeness.over(mate.thickness.mm, bit.diameter):
        return None
    fitting = replace(mate, thickness=in_mm(bit.diameter - clearance_of(mate, judge.rules)))
    narrower = channel(replace(cut, mate=fitting), piece, judge.rules)
    narrower = replace(narrower, mortise=asked.mortise, guide=asked.guide)
    return ChannelJudge(judge.tools.shop, narrower.need, judge.wood, judge.rules, narrower)


def _over_table(cut: ChannelCut, task: Task) -> Iterator[Planner]:
    """The same cut over the table, for one that no guide by hand makes."""
    yield planner(replace(cut, guide="table-fence"), task)


def _on_the_other_side(judge: ChannelJudge, setting: ChannelSetting) -> tuple[GuideOffer, ...]:
    """The table, for a cut that is planned by hand; the hand, for one that is planned over a table."""
    asked = setting.channel
    if not setting.by_hand:
        small = judge.small and asked.held != "carrier"
        says = written(judge.small_reason()).message if small else write("by hand, the board clamped to the bench")
        return (offer("straightedge", says, can=not small, frees_router=True),)
    table = next((each for each in judge.tools.routers if each.mounting == "table"), None)
    if table is None or asked.mortise:
        return ()
    against = against_table(asked) or table_fence(asked, setting.bit, table.bases[0]).against
    says = write("over {router}: the board face down, its edge along the fence", router=table.name)
    return (offer("table-fence", written(against).message if against else says, can=against is None, frees_router=True),)


def _text(setting: ChannelSetting, moves: Sequence[Move], *, cut: ChannelCut, judge: ChannelJudge) -> PlanText:
    going = going_of(moves)
    worked = figures(setting, going)
    stepping = setting.stepping
    return PlanText(
        figures=worked,
        slip=sections(setting, cut, worked, setting.cautions, going),
        drawing=channel_views(setting, cut, going),
        remedies=channel_remedies(cut, setting),
        pass_columns=columns_of(stepping),
        pass_lines=pass_lines(stepping),
        run_mm=setting.channel.run,
        way_mm=going.way if going else 0.0,
        glyph=channel_glyph(setting.channel, setting.bit),
        passes=stepping.passes if stepping else (),
        guides=(*guide_offers(setting), *_on_the_other_side(judge, setting)),
        stations=station_lines(setting),
        fit=fit_view(setting.forecast),
        test_cut=test_cut_of(setting),
        jig=jig_steps(setting),
    )


def refuse_the_dimension(judge: ChannelJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on width or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    shop, need = judge.tools.shop, judge.need
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    bits = [bit for bit in shop.bits if not bit.archived]
    if len(by_itself) < len(bits):
        return
    if judge.facts.floor != "flat":
        _refuse_the_groove(judge, by_itself)
        return
    straight = [bit for bit in bits if bit.cuts_channels]
    if not straight:
        return
    narrow_enough = [bit for bit in straight if by_itself[bit.id] is not guide_words.BIT_WIDER_THAN_CUT]
    if not narrow_enough:
        narrowest = min(straight, key=lambda bit: bit.diameter)
        raise CutError(
            common_refusals.NARROWER_THAN_ANY_BIT,
            field="cut.width" if judge.channel is None or not judge.fitted else "cut.mate",
            width=need.width,
            narrowest=narrowest.diameter,
            name=narrowest.name,
        )
    if all(by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH for bit in narrow_enough):
        raise deeper_than_any(narrow_enough, judge.depth)


def _refuse_the_groove(judge: ChannelJudge, by_itself: dict[str, Words]) -> None:
    """Raises `CutError` where no round nose or V bit makes a groove of this width at this depth."""
    need = judge.need
    owned = [bit for bit in judge.tools.bits if judge.is_of_kind(bit)]
    shape = judge.facts.bit_word
    if not owned:
        return
    if all(by_itself[bit.id] is words.GROOVE_OF_OTHER_WIDTH for bit in owned):
        there = ", ".join(f"{bit.name}: {width_at(bit, need.depth):.1f} mm" for bit in owned)
        raise CutError(refusals.NO_SUCH_GROOVE, field="cut.width", width=need.width, depth=need.depth, shape=shape, there=there)
    if all(by_itself[bit.id] in (depth_words.CANNOT_PLUNGE, words.GROOVE_OF_OTHER_WIDTH) for bit in owned):
        raise CutError(refusals.UNDERCUT_RUNS_OUT, field="cut.stop_first", shape=shape)
    right = [bit for bit in owned if by_itself[bit.id] is not words.GROOVE_OF_OTHER_WIDTH]
    if all(by_itself[bit.id] is depth_words.BEYOND_CUTTING_LENGTH for bit in right):
        raise deeper_than_any(right, judge.depth)


def setting_of(chosen: Candidate, judge: ChannelJudge, piece: Piece, cut: ChannelCut) -> ChannelSetting:
    """Everything a pair needs for a channel."""
    asked, wood, rules = judge.channel, judge.wood, judge.rules
    assert asked is not None, "a plan is made for a cut on a board"
    speed = chosen.speed(rules)
    bit, base = chosen.bit, chosen.base
    options = judge.guides(bit, chosen.router, base, asked)
    option = chosen_guide(options, asked.guide)
    if not option.fences:  # a pinned guide that cannot be set: drawn as a straightedge, stopped by its reason
        option = replace(option, fences=next(each.fences for each in options if each.fences))
    fence = option.fences[0]
    stepping = None
    spacers = fence.setback.spacers
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    if spacers is not None and grip is not None:
        need = replace(judge.need, plunged=fence.begins_and_ends_inside(asked)[0])
        tooling = replace(judge.tooling(chosen, turning_rpm(speed), grip.free), need=need)
        stepping = plan_steps(tooling, run=asked.run, spacers=spacers, base=base)
    holding = held_channel(asked, option, bit, base)
    cautions = [written(reason) for reason in chosen.reasons]
    cautions += [written(each) for each in (*reasons_of(option), *holding.cautions)]
    if chosen.router.mounting == "hand":
        cautions += [*_guide_cautions(judge.tools.shop, option), *_stop_cautions(asked, bit, base, rules)]
    else:
        cautions += _on_table(asked, bit, base, judge, fence)
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    cautions += _cautions(chosen, asked, wood, stepping, option)
    undercut = asked.facts.floor == "undercut"
    cleared = cleared_by(judge, chosen) if undercut else None
    if undercut:
        cautions += _clearing(cleared, bit, asked, wood, rules)
    if asked.taper:
        cautions.append(tapering(asked, option, fence))
    if cut.leaf:
        cautions.append(caution(guide_words.LEAF_SETS_DEPTH))
    if cut.mate is not None:
        off = width_of(cut, rules) - asked.width
        if closeness.over(off, 0):
            left = asked.width - cut.mate.thickness.mm
            cautions.append(caution(words.ONE_PASS_FITS, bit=bit.name, off=off, left=max(left, 0.0)))
        if not cut.mate.measured:
            cautions.append(caution(words.MATE_UNMEASURED))
    return ChannelSetting(
        piece=piece,
        material=wood,
        channel=asked,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=asked.depth,
        guided=base.sides[0],
        option=option,
        options=options,
        stepping=stepping,
        holding=holding,
        forecast=_forecast(cut, asked, fence, rules),
        cleared=cleared,
        strip=strip_for(fence.spacers[0], judge.tools.shop.guides),
        cautions=in_order(cautions),
    )


def _clearing(cleared: Cleared | None, bit: Bit, asked: ChannelOnBoard, wood: Material, rules: HouseRules) -> Iterator[Caution]:
    """What clears the way for an undercut; a dovetail goes without where it is shallow enough.

    Rule: R13 clearing
    Formula: uncleared h ≤ 6 mm in hardwood, 8 mm in softwood
    Source: the whole section is cut at once, and the bit's root is thin"""
    if cleared is not None:
        yield caution(words.CLEAR_FIRST, bit=cleared.bit.name)
        return
    if bit.profile != "dovetail":
        yield caution(words.NO_CLEARING_BIT, neck=bit.neck_diameter)
        return
    yield caution(words.DOVETAIL_WITHOUT_CLEARING, mouth=cleared_width(bit, asked.depth))
    limit = rules.dovetail_in_softwood if wood.material_class == "softwood" else rules.dovetail_in_hardwood
    if closeness.over(asked.depth, limit):
        yield caution(words.TOO_DEEP_UNCLEARED, depth=asked.depth, limit=limit)


def _forecast(cut: ChannelCut, asked: ChannelOnBoard, fence: Fence, rules: HouseRules) -> Forecast | None:
    if cut.mate is None:
        return None
    causes = width_causes(rules, sheet=cut.mate.sheet, spacers=len(fence.spacers) - 1)
    return forecast(width=asked.width, mate=cut.mate.thickness.mm, causes=causes)


def _guide_cautions(shop: Shop, option: GuideOption) -> list[Caution]:
    """Whether an owned straightedge is long enough; nothing is said where none was put in."""
    owned = [each.length for each in shop.guides if each.kind == "straightedge"]
    needed = max(fence.length for fence in option.fences)
    if option.kind != "straightedge" or not owned or not closeness.under(max(owned), needed):
        return []
    return [caution(words.STRAIGHTEDGE_SHORT, needed=needed, longest=max(owned))]


def _on_table(asked: ChannelOnBoard, bit: Bit, base: Base, judge: ChannelJudge, fence: Fence) -> list[Caution]:
    """What a table asks for with a channel: care for hands and ends, support for a long board, blocks for a stopped end."""
    guided = asked.sides[1] - asked.sides[0]
    begins_inside, ends_inside = fence.begins_and_ends_inside(asked)
    # The fence is closed: the bit stands in front of it. Feather boards would keep a board from being lowered on.
    small, carried = is_small(asked.part), asked.held == "carrier"
    found = table_cautions(asked.part, [guided], 0.0, small=small, carried=carried, one_plane=not begins_inside)
    if closeness.over(max(asked.part), 2 * base.across):
        found.append(caution(words.SUPPORT_THE_BOARD, length=max(asked.part), across=base.across))
    if begins_inside:
        # The bit runs along the heading over the board, so the board's end that it meets last comes last to the bit.
        low, high = asked.side_names
        trailing, leading = (high, low) if fence.heading[1] > 0 else (low, high)
        found.append(caution(words.LOWERED_ONTO_BIT, trailing=trailing, leading=leading))
    if ends_inside:
        found.append(caution(words.LIFTED_OFF_BIT))
    if asked.is_stopped and asked.fitted:
        found.append(corner_note(judge.rules, radius=bit.diameter / 2))
    return found


def _stop_cautions(asked: ChannelOnBoard, bit: Bit, base: Base, rules: HouseRules) -> list[Caution]:
    """What a stopped end asks of corners and base."""
    found = []
    if asked.is_stopped:
        if asked.fitted or asked.mortise:
            found.append(corner_note(rules, radius=bit.diameter / 2))
        if base.front is None or base.back is None:
            found.append(caution(words.BASE_ENDS_UNMEASURED, taken=base.across / 2))
    return found


def _cautions(
    chosen: Candidate, asked: ChannelOnBoard, wood: Material, stepping: Stepping | None, option: GuideOption
) -> list[Caution]:
    """What a channel that can be made still asks to be careful about."""
    bit, base = chosen.bit, chosen.base
    found: list[Caution] = []
    if stepping is not None:
        found += stepping.cautions
        found += [each for pace in stepping.paces for each in pace.cautions]
    if option.kind == "edge-guide" and asked.held == "vice":
        found.append(caution(words.PROUD_OF_THE_JAWS))
    if option.kind == "straightedge" and not base.sides[0].measured:
        found.append(caution(guide_words.BASE_UNMEASURED))
    if closeness.over(asked.depth, asked.thickness / 2):
        found.append(caution(words.DEEP_FOR_THE_BOARD, depth=asked.depth, thickness=asked.thickness))
    if bit.profile == "down-cut" and chosen.router.mounting == "hand":
        found.append(caution(guide_words.DOWN_CUT_LIFTS_ROUTER))
        if wood.material_class not in CROSS_VENEERED and closeness.over(asked.depth, bit.diameter):
            found.append(caution(guide_words.DOWN_CUT_PACKS, depth=asked.depth, diameter=bit.diameter))
    if wood.material_class in CROSS_VENEERED and asked.across_grain:
        found.append(caution(choosing_words.FACE_GRAIN_SPLINTERS, material=wood.name))
    return found
