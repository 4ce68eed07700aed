"""What happened to a bit: the difference between what was kept of it and what is kept now, as codes and facts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ranura.core.shop.drawer.texts import texts_of
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.writing import Fact, Text, write

WORDS = {
    "added": "came into the drawer",
    "away": "was put away",
    "out": "was taken out again",
    "state": "{before} → {after}",
    "sharpened": "was sharpened",
    "cut": "cut {metres:n1} m more",
    "renamed": "was called {before}",
    "changed": "{what}: {before} → {after}",
}
_OWN = ("state", "metres_cut", "name")


@dataclass(frozen=True, kw_only=True, slots=True)
class Event:
    """One thing that happened to a bit."""

    code: str
    facts: Mapping[str, Fact]

    @property
    def words(self) -> Text:
        """It in words."""
        return write(WORDS[self.code], **self.facts)


def events(before: Bit | None, after: Bit) -> tuple[Event, ...]:
    """What happened between two states of a bit; `before` is None for a new one."""
    if before is None:
        return (_event("added"),)
    found: list[Event] = []
    if before.archived != after.archived:
        found.append(_event("away" if after.archived else "out"))
    if before.state != after.state:
        found.append(_event("sharpened") if after.state == "sharp" else _event("state", before=before.state, after=after.state))
    if after.metres_cut > before.metres_cut:
        found.append(_event("cut", metres=after.metres_cut - before.metres_cut))
    if before.name != after.name:
        found.append(_event("renamed", before=before.name))
    old, new = texts_of(before), texts_of(after)
    for field in dict.fromkeys([*old, *new]):
        if field not in _OWN and old.get(field) != new.get(field):
            what = field.replace("_", " ")
            found.append(_event("changed", what=what, before=old.get(field, "—"), after=new.get(field, "—")))
    return tuple(found)


def _event(code: str, **facts: Fact) -> Event:
    return Event(code=code, facts=facts)
