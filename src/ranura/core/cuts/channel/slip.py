"""The slip: the setup in the order of the hands, one action and one number a line. Screen and paper show this."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Final

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fence import Fence, Jig, ScoredLine, TableFence
from ranura.core.cuts.channel.over_table import feathers_fit, fed_over_table
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.slip_guide import end_words, guide_words, stop_lines
from ranura.core.cutting.stepping import Stepping
from ranura.core.holding.placed import RIPPED, Exit
from ranura.core.output.feeding import feeding_lines
from ranura.core.output.going import Begins, Ends, Going
from ranura.core.output.guides import heading_words
from ranura.core.output.slip import (
    Lead,
    SlipSection,
    depths_section,
    direction_section,
    hold_lead,
    hold_lines,
    set_by_part,
    stepped_slip,
    typed_shown,
)
from ranura.core.proof.words import LIFTED
from ranura.core.text.cautions import Caution
from ranura.core.text.figures import Figure, plain
from ranura.core.text.writing import Text, write


def sections(
    setting: ChannelSetting, cut: ChannelCut, figures: Sequence[Figure], cautions: Sequence[Caution], going: Going | None
) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: _depths(setting, stepping, cut),
        ways=(_guide(setting, by_key), _direction(setting, going) if setting.by_hand else _fed_over_table(going)),
        hold=_hold(setting, by_key, cautions) if setting.by_hand else _held_on_table(setting, going),
    )


def _depths(setting: ChannelSetting, stepping: Stepping, cut: ChannelCut) -> SlipSection:
    section = depths_section(
        stepping, typed_shown(cut.depth), zero="zero on the face" if setting.by_hand else "raised from the table"
    )
    if cut.leaf:
        section = set_by_part(section, setting.base)
    cleared = setting.cleared
    if cleared is None:
        return section
    fence = "the fence stays" if cleared.fence_stays else "the fence {m:fine} {where}"
    line = write(
        "first clear with {bit}: {n} {passes} to {d:len}; " + fence,
        bit=cleared.bit.name,
        n=cleared.passes,
        passes="pass" if cleared.passes == 1 else "passes",
        d=cleared.depth,
        m=abs(cleared.moves),
        where="further off" if cleared.moves > 0 else "nearer",
    )
    return replace(section, lines=(line, *section.lines))


def _guide(setting: ChannelSetting, figures: Mapping[str, Figure]) -> SlipSection:
    fence = setting.fence
    shown, lines, keys = guide_words(setting, figures)
    spacers = fence.spacers
    if len(spacers) > 1:
        named = {f"x{i}": x for i, x in enumerate(spacers[:-1])}
        listed = " · ".join(f"{{{name}:len}}" for name in named)
        word = "spacer" if len(named) == 1 else "spacers"
        where = "at the fence" if fence.on_board else "between guide and edge"
        where = "between fence and work" if isinstance(fence.by, TableFence) else where
        if (strip := setting.strip) is None:
            lines.append(write(f"{word} {where}: {listed}, then none", **named))
        else:
            lines.append(write(f"{word} {where}: {listed} ({{name}}), then none", **named, name=strip.name))
    if setting.channel.facts.floor == "undercut":
        lines += _to_the_axis(setting)
    if setting.channel.is_stopped:
        lines += stop_lines(setting)
    if "guide.taper" in figures:
        out = fence.turned_out(setting.channel)
        lines.append(write("then its near end {x:fine} out, the far end where it is: once more, the same way", x=out))
    found = [*keys, *(("guide.spacer",) if "guide.spacer" in figures else ())]
    found += [key for key in ("guide.start", "guide.end", "guide.taper") if key in figures]
    return SlipSection(key="guide", title="Guide", leads=(shown,), lines=tuple(lines), figures=tuple(found))


def _to_the_axis(setting: ChannelSetting) -> list[Text]:
    """One number for each tool of an undercut, since the mouth is as wide as none: to its axis, and at its own edge."""
    channel, fence, cleared = setting.channel, setting.fence, setting.cleared
    mouth = channel.cut_by(setting.bit)
    at = channel.position + mouth / 2
    lines = [write("axis of every bit {x:len} from the {end}", x=at, end=end_words(setting))]
    if fence.stands:
        return lines
    axis = fence.at + mouth / 2
    tools = [("head", setting.bit.diameter)] + ([("clearing bit", cleared.bit.diameter)] if cleared is not None else [])
    for name, wide in tools:
        lines.append(
            write("{what} to the {name}: {x:len}", what="guide" if setting.by_hand else "fence", name=name, x=axis - wide / 2)
        )
    return lines


def _direction(setting: ChannelSetting, going: Going | None) -> SlipSection:
    heading, channel = setting.heading, setting.channel
    on_board = setting.fence.on_board
    away = heading[1] > abs(heading[0])
    guide = "jig" if isinstance(setting.fence.by, Jig) else "fence"
    where = f"{guide} on your left" if away or abs(heading[0]) > abs(heading[1]) else f"{guide} at your right hand"
    lines = [write("{where}, {length:rough} or longer", where=where, length=setting.fence.length)]
    if isinstance(setting.fence.by, ScoredLine):
        lines = [write("the bit pushes to the left of its heading; hold against it")]
    if not on_board:
        lines = [write("guide against the {edge}, pressed on", edge=channel.end_name(setting.fence.towards))]
    if going is not None and channel.facts.floor == "undercut":
        lines = [lines[0], write(_undercut_words(going))]
    elif going is not None:
        lines.append(write(_way_words(going.begins, going.ends)))
        if going.elsewhere is not None:
            lines.append(write("run the other way: " + _way_words(*going.elsewhere)))
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain(heading_words(setting.heading)), caption=write(""), figure="direction.heading"),),
        lines=tuple(lines),
        figures=("direction.heading",),
    )


def _undercut_words(going: Going) -> str:
    """How a bit that is wider below goes in and comes out (R21.12)."""
    if going.begins == "inside":
        return "plunge at the start, to the end, back the same way turning; lift only there"
    if going.goes_back:
        return "in from the edge, to the end, back the same way turning; never lift inside"
    return "in from the edge, right through, out at the other; never lift inside"


def _way_words(begins: Begins, ends: Ends) -> str:
    """How a router guided by hand begins a straight way, and ends it, as a template (R21.12)."""
    start = "plunge at the start mark" if begins == "inside" else "start clear of the wood"
    if ends == "beside":
        return f"{start}; all the way out, then lift off to come back"
    return f"{start}; back {{2:about}} at the end, {LIFTED[ends == 'lifted-turning']}"


def _fed_over_table(going: Going | None) -> SlipSection:
    """The board's direction over a table: from right to left, pressed onto the fence behind the bit."""
    lines = [write("stand in front, out of line with the work")]
    if going is not None:
        start = (
            "lower it on against the right-hand block"
            if going.begins == "inside"
            else "against the fence before it meets the bit"
        )
        past = going.ends == "beside"
        end = "all the way past the bit" if past else "at the left-hand block switch off, wait until the bit stands, then lift"
        lines.insert(0, write("{start}; {end}", start=start, end=end))
    return direction_section(lines)


def _held_on_table(setting: ChannelSetting, going: Going | None) -> SlipSection:
    """What keeps the board down and hands away over a table."""
    lowered = going is not None and going.begins == "inside"
    lines = []
    if not lowered:
        where = (
            "against fence and table"
            if feathers_fit(setting)
            else "over the board at the fence; support what hangs off the table"
        )
        lines.append(write("feather boards before the bit, {where}", where=where))
    backed = comes_out_at(setting)
    if backed and setting.channel.exit == "backer":
        lines.append(write("backer behind the {edge}, pushed along with it", edge=backed))
    elif backed:
        lines += _exits(setting)
    feeding = fed_over_table(setting)
    return SlipSection(
        key="hold",
        title="Hold",
        leads=(Lead(shown=plain(feeding.word), caption=write("")),),
        lines=(*feeding_lines(feeding), *lines),
        figures=(),
    )


def _hold(setting: ChannelSetting, figures: Mapping[str, Figure], cautions: Sequence[Caution]) -> SlipSection:
    holding = setting.holding
    stopped = any(each.place == "hold" and each.level == "stop" for each in cautions)
    lines: list[Text] = []
    if not stopped:
        lines += hold_lines(holding, setting.channel.part)
    if setting.channel.mirrored:
        lines.append(write("two boards side by side, ends flush, clamped to one another"))
    lines += _exits(setting)
    return SlipSection(
        key="hold",
        title="Hold",
        leads=(hold_lead(holding),),
        lines=tuple(lines),
        figures=("hold.clear",) if "hold.clear" in figures else (),
    )


_EXITS: Final[Mapping[Exit, str]] = {
    "backer": "backer at the {edge}, level with the face{at}",
    "hidden": "it comes out at the {edge}{at}: let that be the one that nobody sees",
    "ripped": "leave the board {more:len} wider at the {edge}{at}, and rip that off afterwards",
}


def _exits(setting: ChannelSetting) -> list[Text]:
    """What is done where the bit comes out, place by place where that is not everywhere the same."""
    where: dict[str, list[int]] = {}
    for fence in setting.option.fences:
        if edge := comes_out_at(setting, fence):
            where.setdefault(edge, []).append(fence.station.number)
    many = len(where) > 1
    return [
        write(_EXITS[setting.channel.exit], edge=edge, at=f", at {listed(numbers)}" if many else "", more=RIPPED)
        for edge, numbers in where.items()
    ]


def listed(numbers: Sequence[int]) -> str:
    """Places by their numbers.

    >>> listed([1]), listed([2, 3, 4])
    ('1', '2, 3 and 4')"""
    said = [str(number) for number in numbers]
    return said[0] if len(said) == 1 else f"{', '.join(said[:-1])} and {said[-1]}"


def comes_out_at(setting: ChannelSetting, fence: Fence | None = None) -> str | None:
    """Where the bit leaves the wood, at the first place or another; None where the channel ends inside the board."""
    channel = setting.channel
    up = (fence or setting.fence).heading[1] > 0
    if channel.stopped[1 if up else 0]:
        return None
    if channel.goes == "across":
        return "far edge" if up else "near edge"
    return "left end" if up else "right end"
