"""Ways out of a stop, and answers to a note, for channels: what the person can say of the work, and the other guides."""

from __future__ import annotations

from ranura.core.cuts.channel import words
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.output.remedies import Remedy, held_otherwise, moved_clear, on_stands
from ranura.core.text import table_words
from ranura.core.text.writing import write

_SUPPORT: dict[str, tuple[bool, str]] = {
    words.FENCE_OFF_BOARD.code: (True, "A board of the same thickness lies beside it"),
    words.FENCE_ON_SUPPORT.code: (False, "There is none"),
}


def channel_remedies(cut: ChannelCut, setting: ChannelSetting) -> tuple[Remedy, ...]:
    """What would take a stop away, or what a note takes for granted."""
    codes = {each.code for each in setting.cautions}
    found = [
        Remedy(answers=code, says=write(says), change={"support": there})
        for code, (there, says) in _SUPPORT.items()
        if code in codes
    ]
    found += held_otherwise(codes, cut.held)
    found += on_stands(codes)
    if table_words.CARRIER.code in codes and not setting.by_hand:
        change = {"held": "carrier", "guide": None, "router_id": None}
        found.append(
            Remedy(
                answers=table_words.CARRIER.code, says=write("By hand, wedged between boards of its own height"), change=change
            )
        )
    found += moved_clear(codes, setting.holding.moved)
    if any(each.level == "stop" and each.place == "guide" for each in setting.cautions):
        found += _other_guides(setting)
    return tuple(found)


def _other_guides(setting: ChannelSetting) -> list[Remedy]:
    """The other methods of guiding it that can be used as things are."""
    stops = [each.code for each in setting.cautions if each.level == "stop" and each.place == "guide"]
    names = {
        "straightedge": "Guide it by a straightedge",
        "edge-guide": "Guide it by the edge guide",
        "t-jig": "Use the jig",
        "freehand": "Follow a line by eye",
    }
    return [
        Remedy(answers=stops[0], says=write(names[option.kind]), change={"guide": option.kind})
        for option in setting.options
        if not option.stops and option.kind != setting.option.kind
    ]
