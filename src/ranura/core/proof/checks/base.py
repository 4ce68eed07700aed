"""R21.6: wherever the bit touches wood the router's base lies firm: its axis over what carries it, and that not too narrow."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.geometry import closeness
from ranura.core.geometry.paths import narrower_side
from ranura.core.geometry.rings import Point
from ranura.core.proof import words
from ranura.core.proof.carrying import CARRIES, FIRM, Carrying
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import MachineSetting
from ranura.core.proof.steps import Step

_OUT, _NARROW = 0.3, 0.4
"""Of half the base's least width: how far its axis may stand outside of what carries it, and how narrow that may be."""
_SLIM = 0.7
"""How narrow, from which on the weight must be kept over the wood; so it must where its axis is not `FIRM`ly inside."""


class Base:
    """The check, with what carries the base on each face of the work and the places that were looked at."""

    def __init__(self) -> None:
        self._carrying: dict[tuple[object, ...], Carrying] = {}
        self._faces: dict[int, tuple[object, ...]] = {}
        self._looked_at: set[tuple[int, float, float]] = set()

    def __call__(self, step: Step) -> Iterator[Found]:
        """Where the base would tip."""
        if not step.by_hand or any(guide.kind == "rails" for guide in step.setting.guides):
            return  # a sled carries it all the way
        carrying = None
        for at in _touching(step):
            carrying = carrying or self._here(step)
            place = (id(carrying), round(at[0], 1), round(at[1], 1))
            if place not in self._looked_at:
                self._looked_at.add(place)
                found = _found(step, carrying, at)
                if found is not None:
                    yield found

    def _here(self, step: Step) -> Carrying:
        """What carries the base in a setting: the same for all with the same base on the same face."""
        number, setting = step.move.setting, step.setting
        if number not in self._faces:
            self._faces[number] = (setting.frame, setting.base, tuple(guide.kind for guide in setting.guides))
        there = tuple(step.there)
        carriers = tuple(each.id for each in there if each.role in CARRIES)
        for (face, ids), known in self._carrying.items():
            if ids == carriers and face == self._faces[number]:
                return known
        return self._carrying.setdefault((self._faces[number], carriers), Carrying(there, setting))


def _touching(step: Step) -> Iterator[Point]:
    """Places of a move at which the bit touches wood."""
    if step.move.kind == "plunge" and step.plunged:
        yield step.on_board(step.move.path[0])
    yield from (section.at for section in step.sections if section.area > 0)


def _found(step: Step, carrying: Carrying, at: Point) -> Found | None:
    half = half_width(step.setting)
    stand = carrying.under(step.wood, at)
    if stand is None:
        return None
    if not stand.carried:
        return step.found(6, words.NOTHING_CARRIES, at, 0.0)
    away, wide = stand.away, stand.wide
    if closeness.over(away, _OUT * half):
        return step.found(6, words.BASE_TIPS_OVER, at, 0.0, away=away)
    if closeness.under(wide, _NARROW * half):
        return step.found(6, words.CARRIED_TOO_NARROWLY, at, 0.0, wide=wide, least=_NARROW * half)
    if closeness.over(away, -FIRM * half) or closeness.under(wide, _SLIM * half):
        return step.found(6, words.WEIGHT_OVER_THE_WOOD, at, 0.0)
    return None


def half_width(setting: MachineSetting) -> float:
    """Half of a base's least width, in mm."""
    return narrower_side(setting.base.ring) / 2
