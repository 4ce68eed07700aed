"""Ways out of a stop, and answers to a note, for channels: what the person can say of the work, and the other guides."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict

from ranura.core.cuts.channel.asked import Dado
from ranura.core.cuts.channel.setting import Setting
from ranura.core.cuts.pocket.asked import Pocket
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.family import Remedy
from ranura.core.holding.placed import ClampAt, Held
from ranura.core.text.writing import write

_HELD = {
    "carrier": "It is wedged between boards of its own height",
    "dogs": "Bench dogs hold it, below its face",
    "vice": "A vice holds it, below its face",
    "tape": "Double-sided tape holds it on a flat board",
}
_LOOSE = {"tape": "Tape holds it", "screws": "Screws hold it", "tabs": "Tabs are left", "skin": "A skin is left below"}
_SUPPORT: dict[str, tuple[bool, str]] = {
    "fence-off-board": (True, "A board of the same thickness lies beside it"),
    "fence-on-support": (False, "There is none"),
}


def channel_remedies(cut: Dado, setting: Setting) -> tuple[Remedy, ...]:
    """What would take a stop away, or what a note takes for granted."""
    codes = {each.code for each in setting.cautions}
    found = [
        Remedy(answers=code, says=write(says), change={"support": there})
        for code, (there, says) in _SUPPORT.items()
        if code in codes
    ]
    found += _held_otherwise(codes, cut.held)
    if "carrier" in codes and not setting.by_hand:
        change = {"held": "carrier", "guide": None, "router_id": None}
        found.append(Remedy(answers="carrier", says=write("By hand, wedged between boards of its own height"), change=change))
    found += _moved_clear(codes, setting.holding.moved)
    if any(each.level == "stop" and each.place == "guide" for each in setting.cautions):
        found += _other_guides(setting)
    return tuple(found)


def _held_otherwise(codes: set[str], held: Held | None) -> list[Remedy]:
    """Other ways of holding it, where it is too small for the hand or clamps find no room."""
    found = []
    if "small-part" in codes and held != "carrier":
        found.append(Remedy(answers="small-part", says=write(_HELD["carrier"]), change={"held": "carrier"}))
    if "no-room-for-clamps" in codes:
        found += [
            Remedy(answers="no-room-for-clamps", says=write(_HELD[how]), change={"held": how}) for how in ("dogs", "vice", "tape")
        ]
    return found


def _moved_clear(codes: set[str], moved: Sequence[ClampAt]) -> list[Remedy]:
    """The person's clamps with those in the way moved clear."""
    if "clamp-in-the-way" not in codes or not moved:
        return []
    change = {"clamps": [asdict(each) for each in moved]}
    return [Remedy(answers="clamp-in-the-way", says=write("Move it clear"), change=change)]


def pocket_remedies(cut: Pocket, setting: PocketSetting) -> tuple[Remedy, ...]:
    """What would take a stop of a pocket away: what lies below, what holds what comes free, how the work is held."""
    codes = {each.code for each in setting.cautions}
    found = []
    if "no-sacrificial-board" in codes:
        found.append(Remedy(answers="no-sacrificial-board", says=write("One lies below it"), change={"backed": True}))
    if "loose-piece" in codes:
        found += [Remedy(answers="loose-piece", says=write(says), change={"loose": how}) for how, says in _LOOSE.items()]
    for code, there, says in (
        ("base-tips", True, "A wider plate below the base bridges it"),
        ("plate-bridges", False, "There is none"),
    ):
        if code in codes:
            found.append(Remedy(answers=code, says=write(says), change={"plate": there}))
    found += _held_otherwise(codes, cut.held)
    found += _moved_clear(codes, setting.holding.moved if setting.holding is not None else ())
    if "bearing-above-template" in codes:
        found.append(Remedy(answers="bearing-above-template", says=write("Make it as thick as that"), change={"template": None}))
    return tuple(found)


def _other_guides(setting: Setting) -> list[Remedy]:
    """The other ways of guiding it that can be used as things are."""
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
