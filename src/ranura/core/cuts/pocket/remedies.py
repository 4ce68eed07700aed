"""Ways out of a stop for pockets: what lies below, what holds what comes free, how the work is held."""

from __future__ import annotations

from ranura.core.cuts.pocket.asked import Pocket
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.output.remedies import Remedy, held_otherwise, moved_clear
from ranura.core.text.writing import write

_LOOSE = {"tape": "Tape holds it", "screws": "Screws hold it", "tabs": "Tabs are left", "skin": "A skin is left below"}


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
    found += held_otherwise(codes, cut.held)
    found += moved_clear(codes, setting.holding.moved if setting.holding is not None else ())
    if "bearing-above-template" in codes:
        found.append(Remedy(answers="bearing-above-template", says=write("Make it as thick as that"), change={"template": None}))
    return tuple(found)
