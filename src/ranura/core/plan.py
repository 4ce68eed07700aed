"""Planning a cut: from what is asked to the whole setup. `plan_cut` is pure; screen, paper and run mode show its answer."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core import numbers
from ranura.core.cautions import GENERAL, Caution, caution, has_stop, spoken
from ranura.core.choosing.candidates import Drop, Sifted
from ranura.core.choosing.judging import SETUP_CODES, Candidate, Judge, speed_of, turning_rpm
from ranura.core.choosing.offers import SHOWN_OFFERS, Miss, Offer, costs, misses_of, offers
from ranura.core.choosing.ranking import Pair, Ranking
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.dado import Channel, Dado, channel
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import Speed
from ranura.core.cutting.stepping import Pass, Stepping, plan_steps
from ranura.core.drawing import View, board_view, plan_view, section_view
from ranura.core.errors import CutError
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, sweep_of
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, as_typed, written_in
from ranura.core.materials import CROSS_VENEERED, Material
from ranura.core.pieces import Piece
from ranura.core.setting import Setting
from ranura.core.shop import Shop
from ranura.core.slip import PassLine, Section, pass_lines, sections
from ranura.core.text import Reading, Text, inches_to, write
from ranura.core.tooling.bits import shank_name
from ranura.core.working import Figure, show
from ranura.core.workings import figures

_LEVELS = {"stop": 0, "caution": 1, "note": 2}


@dataclass(frozen=True, kw_only=True, slots=True)
class Asked:
    """A dimension of the cut as it was typed; `suffix` is the unit the text left out, `other` its value in the other unit."""

    field: Literal["width", "depth", "position"]
    length: Length
    suffix: str
    other: Reading


def _asked(field: Literal["width", "depth", "position"], length: Length) -> Asked:
    unit, said = written_in(length.typed, length.unit)
    shown = show(length.mm, "mm", setting=False)
    return Asked(field=field, length=length, suffix="" if said else unit, other=shown.inch if unit == "mm" else shown.metric)


@dataclass(frozen=True, kw_only=True, slots=True)
class CutPlan:
    """The whole setup of a cut. `status` "stop" means that it must not be run, nor printed as ready.

    `figures` carry their workings by key, `slip` refers to them; `passes` are in order of work; `drawing` is the plan view
    and the section. `offers` are the best bits and routers, best first; `misses` only one thing keeps from it. `pinned` says
    which tools the person chose, `costs` what that costs.
    """

    title: Text
    asked: tuple[Asked, ...]
    status: Literal["ready", "caution", "stop"]
    bit_id: str
    router_id: str
    pinned: tuple[Literal["bit", "router"], ...]
    costs: tuple[Text, ...]
    offers: tuple[Offer, ...]
    misses: tuple[Miss, ...]
    passes: tuple[Pass, ...]
    pass_lines: tuple[PassLine, ...]
    figures: tuple[Figure, ...]
    slip: tuple[Section, ...]
    cautions: tuple[Caution, ...]
    drawing: tuple[View, ...]


def plan_cut(cut: Dado, piece: Piece, shop: Shop, rules: HouseRules, *, mounted: frozenset[Pair] = frozenset()) -> CutPlan:
    """Plans a cut in a piece with what a shop owns, under its house rules; `mounted` are set up in this job already.

    Raises `CutError` with the dimension that cannot be: no wood for it, or no bit in the drawer for it. A pinned tool
    that cannot make the cut is planned all the same, as far as it goes, with its stop."""
    with inches_to(rules.inch_parts):
        return _plan(cut, piece, shop, rules, mounted)


def _plan(cut: Dado, piece: Piece, shop: Shop, rules: HouseRules, mounted: frozenset[Pair]) -> CutPlan:
    wood = shop.material(piece.material, field="piece.material")
    asked = channel(cut, piece)
    if all(bit.archived for bit in shop.bits):
        raise CutError("no-bits")
    if all(router.archived for router in shop.routers):
        raise CutError("no-routers")
    judge = Judge(shop, asked.need, wood, rules, asked)
    ranking = Ranking(wood, asked.need, rules, mounted=mounted)
    sifted = shortlist(judge, ranking, count=SHOWN_OFFERS)
    chosen = _chosen(cut, shop, judge, ranking, sifted)
    setting = _setting(chosen, judge, piece, shop)
    worked = figures(setting)
    passes = setting.stepping.passes if setting.stepping else ()
    best = sifted.fit[0] if sifted.fit else None
    return CutPlan(
        title=title_of(cut, rules),
        asked=(
            _asked("width", cut.width),
            _asked("depth", cut.depth),
            _asked("position", cut.position),
        ),
        status=_status(setting.cautions),
        bit_id=chosen.bit.id,
        router_id=chosen.router.id,
        pinned=_pinned(cut),
        costs=_costs(setting, best, judge, piece, shop),
        offers=offers(sifted.fit, judge),
        misses=misses_of(judge, sifted, best),
        passes=passes,
        pass_lines=pass_lines(passes),
        figures=worked,
        slip=sections(setting, cut, worked, setting.cautions),
        cautions=setting.cautions,
        drawing=_drawing(setting, cut),
    )


def _costs(setting: Setting, best: Candidate | None, judge: Judge, piece: Piece, shop: Shop) -> tuple[Text, ...]:
    """What taking other tools than the best costs, in words and numbers; empty for the best."""
    if best is None or (setting.bit.id, setting.router.id) == (best.bit.id, best.router.id):
        return ()
    return costs(setting, _setting(best, judge, piece, shop), judge)


def _pinned(cut: Dado) -> tuple[Literal["bit", "router"], ...]:
    pins: tuple[tuple[Literal["bit", "router"], str | None], ...] = (("bit", cut.bit_id), ("router", cut.router_id))
    return tuple(name for name, pin in pins if pin is not None)


def title_of(cut: Dado, rules: HouseRules) -> Text:
    """What a cut is called in a list, in the shop's own word."""
    return write("{word} {w} × {d}", word=rules.dado_word, w=as_typed(cut.width), d=as_typed(cut.depth))


def _status(cautions: tuple[Caution, ...]) -> Literal["ready", "caution", "stop"]:
    if has_stop(cautions):
        return "stop"
    return "caution" if any(each.level == "caution" for each in cautions) else "ready"


def _chosen(cut: Dado, shop: Shop, judge: Judge, ranking: Ranking, sifted: Sifted) -> Candidate:
    """The best candidate that agrees with what is pinned; a pinned pair that was dropped is taken with its reasons."""
    bit = None if cut.bit_id is None else shop.bit(cut.bit_id, field="cut.bit_id")
    router = None if cut.router_id is None else shop.router(cut.router_id, field="cut.router_id")
    routers = [each for each in shop.routers if not each.archived] if router is None else [router]
    fit = sifted.fit
    if bit is not None or router is not None:
        fit = shortlist(judge, ranking, count=1, bits=None if bit is None else [bit], routers=routers).fit
    if fit:
        return fit[0]
    if bit is None and not sifted.fit:
        _refuse_the_dimension(shop, judge, sifted.dropped)
    alone = {drop.bit.id for drop in sifted.dropped if drop.router is None}
    owned = [each for each in shop.bits if each.cuts_channels and not each.archived]
    bits = [bit] if bit is not None else [each for each in owned if each.id not in alone] or owned
    pairs = [judge.candidate(b, r) for b in bits for r in routers]
    # The nearest miss: by hand before table, what only wants another way of setting up, the fewest reasons, then by rank.
    return min(
        pairs if bit is not None else ranking.order(pairs),
        key=lambda miss: (
            miss.router.mounting == "table",
            any(reason.code not in SETUP_CODES for reason in miss.reasons),
            len(miss.reasons),
        ),
    )


def _refuse_the_dimension(shop: Shop, judge: Judge, dropped: list[Drop]) -> None:
    """Raises `CutError` on width or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.code for drop in dropped if drop.router is None}
    bits = [bit for bit in shop.bits if not bit.archived]
    if len(by_itself) < len(bits):
        return
    straight = [bit for bit in bits if bit.cuts_channels]
    if not straight:
        raise CutError("no-straight-bit")
    narrow_enough = [bit for bit in straight if by_itself[bit.id] != "bit-wider-than-cut"]
    if not narrow_enough:
        narrowest = min(straight, key=lambda bit: bit.diameter)
        raise CutError(
            "narrower-than-any-bit",
            field="cut.width",
            width=judge.need.width,
            narrowest=narrowest.diameter,
            name=narrowest.name,
        )
    longest = max(narrow_enough, key=lambda bit: bit.cutting_length)
    raise CutError("deeper-than-any-bit", field="cut.depth", depth=judge.reach, longest=longest.cutting_length, name=longest.name)


def _setting(chosen: Candidate, judge: Judge, piece: Piece, shop: Shop) -> Setting:
    asked, wood, rules = channel_of(judge), judge.wood, judge.rules
    speed = speed_of(chosen.bit, chosen.router, rules, compare=True)
    bit, base = chosen.bit, chosen.base
    guided = base.sides[0]
    fence, fence_cautions = place_fence(asked, bit, guided, rules)
    stepping = None
    spacers = fence.setback.spacers
    held = judge.grip(bit, chosen.router)
    grip = held if isinstance(held, Grip) else None
    if spacers is not None and grip is not None:
        tooling = judge.tooling(bit, chosen.router, turning_rpm(speed), grip.free)
        stepping = plan_steps(tooling, run=asked.run, spacers=spacers)
    sweep = sweep_of(
        asked,
        fence,
        base,
        bit_diameter=bit.diameter,
        guided=guided.distance,
        widest_spacer=spacers[0] if spacers else 0.0,
    )
    holding = hold(asked, fence, sweep)
    cautions = [spoken(reason) for reason in chosen.reasons]
    if chosen.router.mounting == "hand":
        cautions += [*fence_cautions, *holding.cautions, *_straightedges(shop, fence.length)]
    cautions += _cautions(chosen, speed, grip, asked, piece, wood, rules, stepping)
    return Setting(
        piece=piece,
        material=wood,
        channel=asked,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        guided=guided,
        fence=fence,
        stepping=stepping,
        holding=holding,
        cautions=_in_order(cautions),
    )


def channel_of(judge: Judge) -> Channel:
    """The cut on its board; a plan always has one."""
    assert judge.channel is not None, "a plan is made for a cut on a board"
    return judge.channel


def _straightedges(shop: Shop, needed: float) -> list[Caution]:
    """Whether an owned straightedge is long enough; nothing is said where none was put in."""
    owned = [each.length for each in shop.guides if each.kind == "straightedge"]
    if not owned or not numbers.under(max(owned), needed):
        return []
    return [caution("straightedge-short", needed=needed, longest=max(owned))]


def _in_order(cautions: list[Caution]) -> tuple[Caution, ...]:
    """Worst first, each code once (a code may stand twice with other words), the general line last."""
    seen: dict[tuple[str, str], Caution] = {}
    for each in cautions:
        seen.setdefault((each.code, each.message.metric), each)
    ordered = sorted(seen.values(), key=lambda each: _LEVELS[each.level])
    return (*ordered, caution(GENERAL))


def _cautions(
    chosen: Candidate,
    speed: Speed,
    grip: Grip | None,
    asked: Channel,
    piece: Piece,
    wood: Material,
    rules: HouseRules,
    stepping: Stepping | None,
) -> list[Caution]:
    """What a cut that can be made still asks to be careful about."""
    bit, base = chosen.bit, chosen.base
    dropped = {reason.code for reason in chosen.reasons}
    found = [each for each in speed.cautions if each.code not in dropped]
    if stepping is not None:
        found += stepping.cautions
        found += [each for gait in stepping.gaits for each in gait.cautions]
    if bit.state == "dull":
        found.append(caution("dull-bit"))
    if base.opening is None:
        found.append(caution("opening-unknown", needed=bit.diameter + rules.opening_clearance))
    if chosen.sleeved:
        sleeve = chosen.router.sleeve_for(bit.shank)
        collet = shank_name(sleeve.collet) if sleeve else ""
        found.append(caution("reducing-sleeve", shank=shank_name(bit.shank), collet=collet))
    if grip is not None and not grip.datum_known:
        found.append(caution("datum-unknown", datum=grip.datum))
    if grip is not None and grip.spare:
        found.append(caution("shorter-is-stiffer", free=grip.free, needed=grip.needed))
    if not base.sides[0].measured:
        found.append(caution("base-unmeasured"))
    if not piece.thickness_measured:
        found.append(caution("thickness-unmeasured"))
    if numbers.over(asked.depth, asked.thickness / 2):
        found.append(caution("deep-for-the-board", depth=asked.depth, thickness=asked.thickness))
    wall = min(asked.left, asked.board_length - asked.right)
    if numbers.under(wall, max(asked.depth, 6.0)):
        found.append(caution("thin-wall", wall=wall))
    if bit.profile == "down-cut":
        found.append(caution("down-cut-lifts-router"))
        if wood.material_class not in CROSS_VENEERED and numbers.over(asked.depth, bit.diameter):
            found.append(caution("down-cut-packs", depth=asked.depth, diameter=bit.diameter))
    if bit.profile == "up-cut" and (numbers.under(asked.thickness, rules.thin_work) or wood.material_class == "veneered-board"):
        found.append(caution("up-cut-lifts-thin-work", thickness=asked.thickness))
    if wood.material_class in CROSS_VENEERED:
        found.append(caution("face-grain-splinters", material=wood.name))
    if wood.harmful_dust:
        found.append(caution("dust", material=wood.name))
    return found


def _drawing(setting: Setting, cut: Dado) -> tuple[View, ...]:
    position = as_typed(cut.position)
    above = board_view(setting.channel, position=position)
    if setting.by_hand:
        above = plan_view(
            setting.channel,
            position=position,
            bit=setting.bit,
            base=setting.base,
            guided=setting.guided.distance,
            fence=setting.fence,
            spacers=setting.fence.setback.spacers or (),
            holding=setting.holding,
            heading_text=write("push away" if setting.pushes_away else "pull towards you"),
        )
    passes = setting.stepping.passes if setting.stepping else ()
    typed = {"width": as_typed(cut.width), "depth": as_typed(cut.depth), "thickness": as_typed(setting.piece.thickness)}
    section = section_view(setting.channel, typed=typed, bit=setting.bit, fence=setting.fence, passes=passes)
    return (above, section)
