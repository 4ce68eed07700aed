"""Ways out of a stop for pockets: what lies below, what holds what comes free, how the work is held."""

from __future__ import annotations

from ranura.core.cuts.pocket import words
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.output.remedies import Remedy, held_otherwise, moved_clear
from ranura.core.proof import words as proof_words
from ranura.core.text import guide_words
from ranura.core.text.writing import write

_LOOSE = {"tape": "Tape holds it", "screws": "Screws hold it", "tabs": "Tabs are left", "skin": "A skin is left below"}


def pocket_remedies(cut: PocketCut, setting: PocketSetting) -> tuple[Remedy, ...]:
    """What would take a stop of a pocket away: what lies below, what holds what comes free, how the work is held."""
    codes = {each.code for each in setting.cautions}
    found = []
    if proof_words.NO_SACRIFICIAL_BOARD.code in codes:
        found.append(
            Remedy(answers=proof_words.NO_SACRIFICIAL_BOARD.code, says=write("One lies below it"), change={"backed": True})
        )
    if proof_words.LOOSE_PIECE.code in codes:
        found += [
            Remedy(answers=proof_words.LOOSE_PIECE.code, says=write(says), change={"loose": how}) for how, says in _LOOSE.items()
        ]
    for code, there, says in (
        (guide_words.BASE_TIPS.code, True, "A wider plate below the base bridges it"),
        (proof_words.BASE_TIPS_OVER.code, True, "A wider plate below the base bridges it"),
        (proof_words.NOTHING_CARRIES.code, True, "A wider plate below the base bridges it"),
        (words.PLATE_BRIDGES.code, False, "There is none"),
    ):
        if code in codes:
            found.append(Remedy(answers=code, says=write(says), change={"plate": there}))
    found += held_otherwise(codes, cut.held)
    found += moved_clear(codes, setting.holding.moved if setting.holding is not None else ())
    if words.BEARING_ABOVE_TEMPLATE.code in codes:
        found.append(
            Remedy(answers=words.BEARING_ABOVE_TEMPLATE.code, says=write("Make it as thick as that"), change={"template": None})
        )
    return tuple(found)
