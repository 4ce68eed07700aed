"""Planning a channel: fence, steps and clamps of the tools that were chosen, and its drawing."""

from __future__ import annotations

from functools import partial

from ranura.core import numbers
from ranura.core.cautions import Caution, caution, spoken
from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.channels import ChannelJudge
from ranura.core.choosing.judging import speed_of, turning_rpm
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.dado import Channel, Dado, channel
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.stepping import Stepping, plan_steps
from ranura.core.drawing import View, board_view, glyph, plan_view, section_view
from ranura.core.errors import CutError
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, sweep_of
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import as_typed
from ranura.core.materials import CROSS_VENEERED, Material
from ranura.core.pieces import Piece
from ranura.core.planning.common import Family, Made, Remedy, Said, in_order, tool_cautions
from ranura.core.setting import Setting
from ranura.core.shop import Shop
from ranura.core.slip import PASS_COLUMNS, pass_lines, sections
from ranura.core.text import write
from ranura.core.workings import figures


def family(cut: Dado, piece: Piece, shop: Shop, wood: Material, rules: HouseRules) -> Family:
    """How a channel is planned. Raises `CutError` with the dimension that cannot be."""
    asked = channel(cut, piece)
    judge = ChannelJudge(shop, asked.need, wood, rules, asked)

    def make(chosen: Candidate) -> Made:
        setting = setting_of(chosen, judge, piece)
        return Made(setting=setting, said=partial(_said, setting, cut))

    return Family(judge=judge, refuse=partial(refuse_the_dimension, judge), make=make)


def _said(setting: Setting, cut: Dado) -> Said:
    worked = figures(setting)
    passes = setting.stepping.passes if setting.stepping else ()
    return Said(
        figures=worked,
        slip=sections(setting, cut, worked, setting.cautions),
        drawing=drawing_of(setting, cut),
        remedies=remedies(setting),
        pass_columns=PASS_COLUMNS,
        pass_lines=pass_lines(passes),
        run_mm=setting.channel.run,
        glyph=glyph(setting.channel),
        passes=passes,
    )


def refuse_the_dimension(judge: ChannelJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` on width or depth when every bit fails on it; other causes are shown as a plan with a stop."""
    shop, need = judge.rack.shop, judge.need
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
            width=need.width,
            narrowest=narrowest.diameter,
            name=narrowest.name,
        )
    longest = max(narrow_enough, key=lambda bit: bit.cutting_length)
    raise CutError("deeper-than-any-bit", field="cut.depth", depth=judge.depth, longest=longest.cutting_length, name=longest.name)


def setting_of(chosen: Candidate, judge: ChannelJudge, piece: Piece) -> Setting:
    """Everything a pair needs for a channel."""
    asked, wood, rules = judge.channel, judge.wood, judge.rules
    assert asked is not None, "a plan is made for a cut on a board"
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
        cautions += [*fence_cautions, *holding.cautions, *_straightedges(judge.rack.shop, fence.length)]
    cautions += tool_cautions(chosen, speed, grip, piece, wood, rules)
    cautions += _cautions(chosen, asked, wood, stepping)
    return Setting(
        piece=piece,
        material=wood,
        channel=asked,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=asked.depth,
        guided=guided,
        fence=fence,
        stepping=stepping,
        holding=holding,
        cautions=in_order(cautions),
    )


def _straightedges(shop: Shop, needed: float) -> list[Caution]:
    """Whether an owned straightedge is long enough; nothing is said where none was put in."""
    owned = [each.length for each in shop.guides if each.kind == "straightedge"]
    if not owned or not numbers.under(max(owned), needed):
        return []
    return [caution("straightedge-short", needed=needed, longest=max(owned))]


def _cautions(chosen: Candidate, asked: Channel, wood: Material, stepping: Stepping | None) -> list[Caution]:
    """What a channel that can be made still asks to be careful about."""
    bit, base = chosen.bit, chosen.base
    found: list[Caution] = []
    if stepping is not None:
        found += stepping.cautions
        found += [each for gait in stepping.gaits for each in gait.cautions]
    if not base.sides[0].measured:
        found.append(caution("base-unmeasured"))
    if numbers.over(asked.depth, asked.thickness / 2):
        found.append(caution("deep-for-the-board", depth=asked.depth, thickness=asked.thickness))
    wall = min(asked.left, asked.board_length - asked.right)
    if numbers.under(wall, max(asked.depth, 6.0)):
        found.append(caution("thin-wall", wall=wall))
    if bit.profile == "down-cut":
        found.append(caution("down-cut-lifts-router"))
        if wood.material_class not in CROSS_VENEERED and numbers.over(asked.depth, bit.diameter):
            found.append(caution("down-cut-packs", depth=asked.depth, diameter=bit.diameter))
    if wood.material_class in CROSS_VENEERED:
        found.append(caution("face-grain-splinters", material=wood.name))
    return found


def drawing_of(setting: Setting, cut: Dado) -> tuple[View, ...]:
    """The board from above and the section."""
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


_SUPPORT: dict[str, tuple[bool, str]] = {
    "fence-off-board": (True, "A board of the same thickness lies beside it"),
    "fence-on-support": (False, "There is none"),
}


def remedies(setting: Setting) -> tuple[Remedy, ...]:
    """What would take a stop away, or what a note takes for granted: a board beside the work for the fence."""
    said = [(each.code, *_SUPPORT[each.code]) for each in setting.cautions if each.code in _SUPPORT]
    return tuple(Remedy(answers=code, says=write(says), change={"support": there}) for code, there, says in said)
