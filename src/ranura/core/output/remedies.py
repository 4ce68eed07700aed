"""Answers to a caution and remedies for a stop, and those of how the work is held, which families share."""

from __future__ import annotations

from collections.abc import Sequence, Set
from dataclasses import dataclass

from ranura.core.holding.placed import ClampAt, Held
from ranura.core.proof import words as proof_words
from ranura.core.text import hold_words, table_words
from ranura.core.text.forms import Change, PlacedClamp
from ranura.core.text.writing import Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class Remedy:
    """An answer to a caution or a remedy for a stop: which code it answers, what it says, and what it changes of the cut.

    Remedies for stops are always tried before they are offered; an answer to a caution is where it is `unsure`, since it changes
    how the cut is made and may bring a stop of its own."""

    answers: str
    says: Text
    change: Change
    unsure: bool = False


_HELD = {
    "carrier": "It is wedged between boards of its own height",
    "dogs": "Bench dogs hold it, below its face",
    "vice": "A vice holds it, below its face",
    "tape": "Double-sided tape holds it on a flat board",
}


def held_otherwise(codes: set[str], held: Held | None) -> list[Remedy]:
    """Other ways of holding it, where it is too small for the hand or clamps find no room."""
    found = []
    if hold_words.SMALL_PART.code in codes and held != "carrier":
        ways: tuple[Held, ...] = ("carrier", "vice", "tape")
        found += [Remedy(answers=hold_words.SMALL_PART.code, says=write(_HELD[how]), change={"held": how}) for how in ways]
    for code in (table_words.HANDS_TOO_NEAR.code, table_words.LOWERED_WITHOUT_JIG.code):
        if code in codes:
            found.append(
                Remedy(answers=code, says=write("A carrier or jig holds it, hands {75:about} away"), change={"held": "carrier"})
            )
    if hold_words.NO_ROOM_FOR_CLAMPS.code in codes:
        found += [
            Remedy(answers=hold_words.NO_ROOM_FOR_CLAMPS.code, says=write(_HELD[how]), change={"held": how})
            for how in ("dogs", "vice", "tape")
        ]
    return found


def on_stands(codes: set[str]) -> list[Remedy]:
    """That stands carry a board beside a table."""
    says = write("Stands or rollers carry it, level with the table")
    wanted = (table_words.WANTS_SUPPORT.code, table_words.TIPS_OFF_TABLE.code)
    return [Remedy(answers=code, says=says, change={"supported": True}) for code in wanted if code in codes]


def known_walls(stops: Set[str]) -> list[Remedy]:
    """That a wall which may break off is known of, where that alone stops the plan (R14)."""
    code = proof_words.SHORT_GRAIN_WALL.code
    says = write("I know: it is backed up, or may break off")
    return [Remedy(answers=code, says=says, change={"thin_walls": True})] if stops == {code} else []


def without_vacuum(stops: Set[str]) -> list[Remedy]:
    """Other ways of holding what a vacuum does not, and passes that pull at it less."""
    code = hold_words.VACUUM_TOO_SMALL.code
    if code not in stops:
        return []
    held = [Remedy(answers=code, says=write(_HELD[how]), change={"held": how}) for how in ("tape", "carrier")]
    return [Remedy(answers=code, says=write("Lighter passes pull at it less"), change={"lighter": True}), *held]


def moved_clear(codes: set[str], moved: Sequence[ClampAt]) -> list[Remedy]:
    """The person's clamps with those in the way moved clear."""
    if hold_words.CLAMP_IN_THE_WAY.code not in codes or not moved:
        return []
    change: Change = {"clamps": tuple(PlacedClamp(side=each.side, at=each.at) for each in moved)}
    return [Remedy(answers=hold_words.CLAMP_IN_THE_WAY.code, says=write("Move it clear"), change=change)]
