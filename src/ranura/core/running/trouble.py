"""What to do when something goes wrong at the machine: stop first, then what to change (craft, R4)."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final

from ranura.core.cutting.easing import Easing
from ranura.core.shop.schools import Burning
from ranura.core.text.writing import Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class Mend:
    """Something that is changed before one goes on; `eases` is what of it the plan of the cut can take, `other_bit` whether that
    can take another bit for it."""

    says: Text
    eases: Easing | None
    other_bit: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Trouble:
    """Something that goes wrong: what it is called, what is done at once, and what is changed before one goes on."""

    key: str
    name: Text
    now: tuple[Text, ...]
    change: tuple[Mend, ...]


STOP: Final = "Switch off. Wait until it stands. Then lift or draw back."


_LIGHTER, _SLOWER, _GENTLER = "less depth a pass", "speed one step lower", "slower along, with fresh wood all the time"
_LAST = "lighter passes, the last one too"
_EASES: Final[dict[str, Easing]] = {_LIGHTER: "lighter", _LAST: "lighter", _SLOWER: "slower", _GENTLER: "gentler"}
_SPIRAL, _SHARPER = "sharper bit, or a spiral", "sharper bit"


def _trouble(key: str, name: str, now: tuple[str, ...], change: tuple[str, ...]) -> Trouble:
    return Trouble(
        key=key,
        name=write(name),
        now=tuple(write(each) for each in (STOP, *now)),
        change=tuple(Mend(says=write(each), eases=_EASES.get(each), other_bit=each in (_SPIRAL, _SHARPER)) for each in change),
    )


_TROUBLES: Final[tuple[Trouble, ...]] = (
    _trouble(
        "burns",
        "It burns",
        ("The bit is hot: let it cool.",),
        (
            _LIGHTER,
            "faster along, never standing still in the wood",
            _SLOWER,
            "clean the bit; sharpen or change it",
            "last pass light, all of it fresh wood",
        ),
    ),
    _trouble(
        "tears",
        "It tears out",
        (),
        (_LAST, _GENTLER, _SPIRAL, "a backer at the exit", "the other way up, where fibres then lie clean"),
    ),
    _trouble(
        "chatters",
        "It chatters",
        ("Look at the collet: is the bit still where it was?",),
        (_LIGHTER, "bit further in, up to 2 to 3 mm off the bottom", "work and guide held nearer to the cut", _SLOWER),
    ),
    _trouble("bogs", "It bogs down", (), (_LIGHTER, _GENTLER, _SHARPER)),
    _trouble(
        "pulls",
        "It pulls or runs ahead",
        ("Do not hold against it: a machine that runs ahead by itself goes the wrong way.",),
        ("look at the feed arrow: the wood lies on the side that is drawn", _LIGHTER, "guide on the side it presses to"),
    ),
    _trouble(
        "wanders",
        "It wanders off the line",
        (),
        ("is the guide tight at both ends?", "the same point of the base at the fence, all the way", _LIGHTER),
    ),
    _trouble(
        "bit-moved",
        "The bit moved",
        ("Do not go on with this bit in this collet.",),
        (
            "look at collet and shank: clean, round, the right size",
            "in to the bottom, back by 2 to 3 mm, two wrenches",
            "set the depth anew, then cut scrap",
        ),
    ),
    _trouble("guide-slipped", "The guide slipped", (), ("measure its place anew at both ends", "two more clamps", "cut scrap")),
    _trouble(
        "wrong-size",
        "The size is wrong",
        (),
        ("measure in scrap at several places", "enter what you measured in the test cut: the next plan is corrected"),
    ),
)


def troubles(burning: Burning) -> tuple[Trouble, ...]:
    """All that goes wrong; against burning the house's school stands first: to take less and move faster, or to slow the
    spindle (R4)."""
    first: Easing = "lighter" if burning == "faster-feed" else "slower"
    return tuple(
        each if each.key != "burns" else replace(each, change=tuple(sorted(each.change, key=lambda mend: mend.eases != first)))
        for each in _TROUBLES
    )
