"""The one table of joints, by their kinds."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from typing import Final

from ranura.core.cuts.channel.fit import refuse_too_much_room
from ranura.core.family import AnyCut
from ranura.core.geometry import closeness
from ranura.core.joints import refusals
from ranura.core.joints.asked import CutChange, Joint, JointKind, Member
from ranura.core.joints.boxed import boxed
from ranura.core.joints.bridled import bridled
from ranura.core.joints.combed import half_blind
from ranura.core.joints.dado_rabbet import dado_rabbet
from ranura.core.joints.dovetailed import dovetailed
from ranura.core.joints.edged import edged
from ranura.core.joints.framed import framed
from ranura.core.joints.grooved import splined, tongued
from ranura.core.joints.housed import housed, rabbeted
from ranura.core.joints.joined import Boards, Joined, JointOf
from ranura.core.joints.lapped import lapped
from ranura.core.joints.loose_tenoned import loose_tenoned
from ranura.core.joints.tenoned import tenoned
from ranura.core.joints.through import through
from ranura.core.text.errors import CutError


@dataclass(frozen=True, kw_only=True, slots=True)
class KindFacts:
    """What is so of a kind of joint."""

    name: str
    work: JointOf
    strength: int
    """1 the weakest, 5 the strongest."""
    shows: str
    """What of it is seen when it is done."""


KINDS: Final[Mapping[JointKind, KindFacts]] = {
    "housed": KindFacts(name="housed shelf", work=housed, strength=3, shows="the housing's end, unless it is stopped"),
    "rabbet": KindFacts(name="rabbet corner", work=rabbeted, strength=2, shows="end grain along one side"),
    "dado-rabbet": KindFacts(name="dado-rabbet corner", work=dado_rabbet, strength=3, shows="a thin line of end grain"),
    "corner-lap": KindFacts(name="corner half-lap", work=lapped, strength=4, shows="both ends"),
    "tee-lap": KindFacts(name="tee half-lap", work=lapped, strength=4, shows="one end"),
    "cross-lap": KindFacts(name="cross half-lap", work=lapped, strength=4, shows="the shoulders' lines alone"),
    "edge-joint": KindFacts(name="edge joint", work=edged, strength=4, shows="a line along the grain"),
    "tongue-groove": KindFacts(name="tongue and groove", work=tongued, strength=4, shows="the tongue, at the boards' ends"),
    "spline": KindFacts(name="spline joint", work=splined, strength=4, shows="the spline, at the boards' ends"),
    "box-joint": KindFacts(name="box joint", work=boxed, strength=5, shows="fingers on both faces of the corner"),
    "half-blind": KindFacts(name="half-blind dovetails", work=half_blind, strength=5, shows="tails, on one side of the corner"),
    "through-dovetails": KindFacts(
        name="through dovetails", work=through, strength=5, shows="tails on one side of the corner, pins on the other"
    ),
    "sliding-dovetail": KindFacts(
        name="sliding dovetail", work=dovetailed, strength=5, shows="the dovetail, at the first board's edges"
    ),
    "stile-rail": KindFacts(name="stile and rail", work=framed, strength=3, shows="a line across at each end of the rail"),
    "bridle": KindFacts(name="bridle", work=bridled, strength=4, shows="both ends"),
    "mortise-tenon": KindFacts(name="mortise and tenon", work=tenoned, strength=5, shows="nothing of it"),
    "loose-tenon": KindFacts(name="loose tenon", work=loose_tenoned, strength=4, shows="nothing of it"),
}
"""A new kind is a word in `JointKind` and a row here; the type checker and a test say what is missing."""

MOST_OFF: Final = 1.0
"""mm by which a trial may have been off: more is no fit that is set right, but something that slipped."""
_STRENGTHS: Final = ("weak", "not strong", "fairly strong", "strong", "very strong")


def strength_of(kind: JointKind) -> str:
    """How strong a joint is, in a word.

    >>> strength_of("mortise-tenon"), strength_of("rabbet")
    ('very strong', 'not strong')"""
    return _STRENGTHS[KINDS[kind].strength - 1]


def joined(joint: Joint, boards: Boards) -> Joined:
    """What a joint comes to, with what was changed by hand in its cuts. Raises `CutError` with the dimension that cannot be."""
    for board in (boards.first, boards.second):
        if board.outline is not None:
            raise CutError(refusals.NOT_STRAIGHT, field="joint.kind", board=board.name)
    if joint.into == "near" and joint.kind != "sliding-dovetail":
        raise CutError(refusals.NOT_BY_AN_EDGE, field="joint.into")
    if joint.off is not None and closeness.over(joint.off.mm, MOST_OFF):
        raise CutError(refusals.FAR_OFF, field="joint.off", off=joint.off.mm, most=MOST_OFF)
    refuse_too_much_room(joint, "joint.clearance")
    made = KINDS[joint.kind].work(joint, boards)
    changes = {(each.member, each.number): each for each in joint.changes}
    counted: dict[Member, int] = {"a": 0, "b": 0}
    cuts = []
    for each in made.cuts:
        change = changes.get((each.member, counted[each.member]))
        counted[each.member] += 1
        cuts.append(each if change is None else replace(each, cut=_changed(each.cut, change)))
    return replace(made, cuts=tuple(cuts))


def _changed(cut: AnyCut, change: CutChange) -> AnyCut:
    """A cut with what was changed in it, as far as it asks for such a thing."""
    asked = {field.name for field in fields(cut)}  # type: ignore[arg-type]
    values = {field.name: getattr(change, field.name) for field in fields(change) if field.name in asked}
    changed: AnyCut = replace(cut, **{name: value for name, value in values.items() if value})  # type: ignore[type-var]
    return changed
