"""Planning a cut: from what is asked to the whole setup. `plan_cut` is pure; screen, paper and run mode show its answer."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass
from typing import Literal

from ranura.core import numbers
from ranura.core.cautions import GENERAL, Caution, caution, has_stop, spoken
from ranura.core.choosing.candidates import Candidate, Drop, candidate, sift, speed_of
from ranura.core.choosing.feasibility import SETUP_CODES
from ranura.core.choosing.ranking import Ranked, rank
from ranura.core.cuts.dado import Channel, Dado, channel
from ranura.core.cutting.size import OPENING_CLEARANCE
from ranura.core.cutting.stepping import Pass, Stepping, Tooling, plan_steps
from ranura.core.drawing import View, board_view, plan_view, section_view
from ranura.core.errors import CutError
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, sweep_of
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Length, as_typed, written_in
from ranura.core.materials import CROSS_VENEERED, Material, material
from ranura.core.pieces import Piece
from ranura.core.setting import Setting
from ranura.core.shop import Shop
from ranura.core.slip import PassLine, Section, pass_lines, sections
from ranura.core.text import Reading, Text, write
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
class Option:
    """A bit in a router that can make the cut, with what it loses against the best."""

    bit_id: str
    bit_name: str
    router_id: str
    router_name: str
    loses: tuple[Text, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Refusal:
    """A bit, alone or in a router, that cannot make the cut, and why."""

    bit_id: str
    bit_name: str
    router_id: str | None
    router_name: str | None
    code: str
    reason: Text
    do: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class CutPlan:
    """The whole setup of a cut. `status` "stop" means that it must not be run, nor printed as ready.

    `figures` carry their workings by key, `slip` refers to them; `passes` are in order of work; `drawing` is the plan view
    and the section. `options` are ranked best first; `pinned` says which tools the person chose.
    """

    title: Text
    asked: tuple[Asked, ...]
    status: Literal["ready", "caution", "stop"]
    bit_id: str
    router_id: str
    pinned: tuple[Literal["bit", "router"], ...]
    options: tuple[Option, ...]
    refusals: tuple[Refusal, ...]
    passes: tuple[Pass, ...]
    pass_lines: tuple[PassLine, ...]
    figures: tuple[Figure, ...]
    slip: tuple[Section, ...]
    cautions: tuple[Caution, ...]
    drawing: tuple[View, ...]


def plan_cut(cut: Dado, piece: Piece, shop: Shop, rules: HouseRules) -> CutPlan:
    """Plans a cut in a piece with what a shop owns, under its house rules.

    Raises `CutError` with the dimension that cannot be: no wood for it, or no bit in the drawer for it. A pinned tool
    that cannot make the cut is planned all the same, as far as it goes, with its stop."""
    wood = material(piece.material, field="piece.material")
    asked = channel(cut, piece)
    if not shop.bits:
        raise CutError("no-bits")
    if not shop.routers:
        raise CutError("no-routers")
    fit, dropped = sift(shop, asked, wood, rules)
    ranked = rank(fit, wood, asked)
    chosen = _chosen(cut, shop, asked, wood, rules, ranked, dropped)
    setting = _setting(chosen, asked, piece, rules)
    worked = figures(setting)
    passes = setting.stepping.passes if setting.stepping else ()
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
        options=tuple(_option(each) for each in ranked),
        refusals=tuple(_refusal(each) for each in dropped),
        passes=passes,
        pass_lines=pass_lines(passes),
        figures=worked,
        slip=sections(setting, cut, worked, setting.cautions),
        cautions=setting.cautions,
        drawing=_drawing(setting, cut),
    )


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


def _chosen(
    cut: Dado,
    shop: Shop,
    asked: Channel,
    wood: Material,
    rules: HouseRules,
    ranked: tuple[Ranked, ...],
    dropped: list[Drop],
) -> Candidate:
    """The best candidate that agrees with what is pinned; a pinned pair that was dropped is taken with its reasons."""
    bit = None if cut.bit_id is None else shop.bit(cut.bit_id, field="cut.bit_id")
    router = None if cut.router_id is None else shop.router(cut.router_id, field="cut.router_id")
    for each in ranked:
        found = each.candidate
        if (bit is None or found.bit is bit) and (router is None or found.router is router):
            return found
    if bit is None and not ranked:
        _refuse_the_dimension(shop, asked, dropped)
    bits = [bit] if bit is not None else [b for b in shop.bits if b.id not in {d.bit.id for d in dropped if d.router is None}]
    routers = [router] if router is not None else list(shop.routers)
    pairs = [candidate(b, r, asked, wood, rules) for b in bits or shop.bits for r in routers]
    # The nearest miss: by hand before table, what only wants another way of setting up, the fewest reasons, then by rank.
    return min(
        (each.candidate for each in rank(pairs, wood, asked)),
        key=lambda miss: (
            miss.router.mounting == "table",
            any(reason.code not in SETUP_CODES for reason in miss.reasons),
            len(miss.reasons),
        ),
    )


def _refuse_the_dimension(shop: Shop, asked: Channel, dropped: list[Drop]) -> None:
    """Raises `CutError` on width or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    by_itself = {drop.bit.id: drop.reason.code for drop in dropped if drop.router is None}
    if len(by_itself) < len(shop.bits):
        return
    narrow_enough = [bit for bit in shop.bits if by_itself[bit.id] != "bit-wider-than-cut"]
    if not narrow_enough:
        narrowest = min(shop.bits, key=lambda bit: bit.diameter)
        raise CutError(
            "narrower-than-any-bit",
            field="cut.width",
            width=asked.width,
            narrowest=narrowest.diameter,
            name=narrowest.name,
        )
    longest = max(narrow_enough, key=lambda bit: bit.cutting_length)
    raise CutError("deeper-than-any-bit", field="cut.depth", depth=asked.depth, longest=longest.cutting_length, name=longest.name)


def _setting(chosen: Candidate, asked: Channel, piece: Piece, rules: HouseRules) -> Setting:
    wood = material(piece.material)
    speed = speed_of(chosen.bit, chosen.router, rules, compare=True)
    chosen = dataclasses.replace(chosen, speed=speed)
    bit, router, base = chosen.bit, chosen.router, chosen.base
    guided = base.sides[0]
    fence, fence_cautions = place_fence(asked, bit, guided, rules)
    stepping = None
    spacers = fence.setback.spacers
    if spacers is not None:
        rpm = speed.rpm if speed.dial_rpm is None else speed.dial_rpm
        tooling = Tooling(bit=bit, router=router, rpm=rpm, material=wood, rules=rules)
        stepping = plan_steps(tooling, depth=asked.depth, run=asked.run, spacers=spacers)
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
    if router.mounting == "hand":
        cautions += [*fence_cautions, *holding.cautions]
    cautions += _cautions(chosen, asked, piece, stepping)
    return Setting(
        piece=piece,
        material=wood,
        channel=asked,
        rules=rules,
        candidate=chosen,
        guided=guided,
        fence=fence,
        stepping=stepping,
        holding=holding,
        cautions=_in_order(cautions),
    )


def _in_order(cautions: list[Caution]) -> tuple[Caution, ...]:
    """Worst first, each code once (a code may stand twice with other words), the general line last."""
    seen: dict[tuple[str, str], Caution] = {}
    for each in cautions:
        seen.setdefault((each.code, each.message.metric), each)
    ordered = sorted(seen.values(), key=lambda each: _LEVELS[each.level])
    return (*ordered, caution(GENERAL))


def _cautions(chosen: Candidate, asked: Channel, piece: Piece, stepping: Stepping | None) -> list[Caution]:
    """What a cut that can be made still asks to be careful about."""
    bit, base, wood = chosen.bit, chosen.base, material(piece.material)
    dropped = {reason.code for reason in chosen.reasons}
    found = [each for each in chosen.speed.cautions if each.code not in dropped]
    if stepping is not None:
        found += stepping.cautions
        found += [each for gait in stepping.gaits for each in gait.cautions]
    if bit.state == "dull":
        found.append(caution("dull-bit"))
    if base.opening is None:
        found.append(caution("opening-unknown", needed=bit.diameter + OPENING_CLEARANCE))
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
    if bit.profile == "up-cut" and (numbers.under(asked.thickness, 10) or wood.material_class == "veneered-board"):
        found.append(caution("up-cut-lifts-thin-work", thickness=asked.thickness))
    if wood.material_class in CROSS_VENEERED:
        found.append(caution("face-grain-splinters", material=wood.name))
    if wood.harmful_dust:
        found.append(caution("dust", material=wood.name))
    return found


def _option(ranked: Ranked) -> Option:
    found = ranked.candidate
    return Option(
        bit_id=found.bit.id, bit_name=found.bit.name, router_id=found.router.id, router_name=found.router.name,
        loses=ranked.loses,
    )  # fmt: skip


def _refusal(drop: Drop) -> Refusal:
    said = spoken(drop.reason)
    return Refusal(
        bit_id=drop.bit.id,
        bit_name=drop.bit.name,
        router_id=drop.router.id if drop.router else None,
        router_name=drop.router.name if drop.router else None,
        code=said.code,
        reason=said.message,
        do=said.do,
    )


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
