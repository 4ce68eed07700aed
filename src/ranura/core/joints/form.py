"""What is asked of a joint: its sentence, and how one is begun (R14)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.fit import Fit
from ranura.core.cuts.channel.form import fit_blanks
from ranura.core.joints.asked import AROUND_A_BOX, BY_A_SET, DEPTH_FOLLOWS, EDGE_TO_EDGE, LAID_ON, Joint, JointKind
from ranura.core.joints.kinds import KINDS
from ranura.core.output.forms import answers, flip
from ranura.core.text.forms import Answer, Blank, Change, ChoiceBlank, Form, LengthBlank, Part, Phrase
from ranura.core.text.lengths import Length, Unit, read

_STEP: Final[Mapping[Unit, float]] = {"mm": 10.0, "in": 25.4}
"""mm between two places that a joint is begun at."""
_FITS: tuple[tuple[Fit, str], ...] = (
    ("tight", "tight fit: tapped home"),
    ("sliding", "sliding fit: pushed in by hand"),
    ("glue", "room for glue: falls in"),
)
_ENDS = (("left", "by its left end"), ("right", "by its right end"), ("both", "by both ends"), ("near", "by its near edge"))
_CHOICES: Final[Mapping[JointKind, int]] = {"cross-lap": 2, "sliding-dovetail": 4}
"""How many of them a kind of joint asks for, where that is not three."""
_TRIED = ((None, "trial: not made, or right"), ("too-tight", "trial: too tight"), ("too-loose", "trial: too loose"))
_FACES_TRIED = ((None, "trial: not made, or flush"), ("proud", "trial: second board proud"), ("low", "trial: second board low"))
_INTO: Final[Mapping[JointKind, str]] = {
    "housed": "into a dado across",
    "rabbet": "in a rabbet at the end of",
    "dado-rabbet": "with a tongue in a groove near the end of",
    "corner-lap": "lapped over the end of",
    "tee-lap": "lapped into",
    "cross-lap": "crossing",
    "edge-joint": "edge to edge with",
    "tongue-groove": "with a tongue in a groove of",
    "spline": "with a spline to",
    "mortise-tenon": "with a tenon into",
    "loose-tenon": "with a loose tenon into",
    "box-joint": "by fingers to",
    "half-blind": "by half-blind dovetails to",
    "through-dovetails": "by through dovetails to",
    "sliding-dovetail": "by a sliding dovetail into",
    "bridle": "with a tenon through an open mortise in",
    "stile-rail": "coped to the far edge of",
}
_WITH_WIDTH: Final[Mapping[JointKind, str]] = {
    "dado-rabbet": "tongue",
    "mortise-tenon": "mortise",
    "loose-tenon": "mortises",
    "bridle": "mortise",
    "tongue-groove": "groove",
    "spline": "spline",
    "box-joint": "slots",
}
"""Joints whose width may be typed, and of what it is one."""


def begun(kind: JointKind, first: Piece, second: Piece, unit: Unit) -> Joint:
    """A joint to begin with: where a place is asked for, a third along, in whole steps of a rule.

    >>> size = {"length": read("700", "mm"), "width": read("90", "mm"), "thickness": read("28", "mm")}
    >>> boards = Piece(name="Leg", material="ash", **size), Piece(name="Rail", material="ash", **size)
    >>> [begun("housed", *boards, unit).at.typed for unit in ("mm", "in")]
    ['230', '9']"""
    step = _STEP[unit]

    def third(board: Piece) -> Length:
        return read(f"{max(math.floor(board.length.mm / 3 / step), 1) * (10 if unit == 'mm' else 1)}", unit)

    joint = Joint(kind=kind, into="both" if kind in AROUND_A_BOX | BY_A_SET else "left")
    joint = joint if joint.at_an_end or kind in EDGE_TO_EDGE | BY_A_SET else replace(joint, at=third(first))
    return replace(joint, along=third(second)) if kind == "cross-lap" else joint


def form(joint: Joint, first: Piece, second: Piece) -> Form:
    """What is asked of a joint as it stands."""
    other = "right" if joint.end == "left" else "left"
    if joint.kind in EDGE_TO_EDGE:
        sentence = _edge_to_edge(first, second) if joint.kind == "edge-joint" else _grooved(joint, first, second)
        return Form(kind="joint", sentence=sentence, options=_options(joint))
    parts: list[Part] = [
        Phrase(text=second.name, strong=True),
        answers("Which end of the second board", "into", joint.into, _ENDS[: _CHOICES.get(joint.kind, 3)]),
        Phrase(text=_INTO[joint.kind]),
        Phrase(text=first.name, strong=True, after=","),
    ]
    if not joint.at_an_end:
        parts += [LengthBlank(field="at", label="From the end of the first board", place=True), Phrase(text="from its")]
    elif joint.kind in AROUND_A_BOX and joint.into == "both":
        return Form(kind="joint", sentence=(*parts, Phrase(text="at all four corners")), options=_options(joint))
    else:
        parts.append(Phrase(text="at its"))
    ends = joint.kind in DEPTH_FOLLOWS
    parts.append(
        flip(
            "The other end of the first board",
            "end",
            joint.end,
            other,
            says=f"{joint.end} end",
            turned=f"{other} end",
            after="." if ends else ",",
        )
    )
    if joint.kind == "cross-lap":
        parts += [LengthBlank(field="along", label="From the end of the second board", place=True), Phrase(text="along it,")]
    if not ends:
        parts += [LengthBlank(field="depth", label="Depth", placeholder=_usual(joint), optional=True), Phrase(text="deep.")]
    return Form(kind="joint", sentence=tuple(parts), options=_options(joint))


def _options(joint: Joint) -> tuple[Blank, ...]:
    """What may be chosen besides."""
    options: list[Blank] = [ChoiceBlank(label="Joint", choices=_kinds(joint.kind))]
    if joint.kind in _WITH_WIDTH:
        label = _WITH_WIDTH[joint.kind]
        usual = {"spline": "slot", "box-joint": "as a key"}.get(joint.kind, "a third")
        options.append(LengthBlank(field="width", label=label, placeholder=usual, optional=True))
    if joint.kind not in LAID_ON | BY_A_SET:
        # A tapered dovetail closes by itself, whatever fit is wanted.
        options += () if joint.taper is not None else fit_blanks(joint, "", _FITS)
    if joint.kind in ("mortise-tenon", "loose-tenon"):
        upon = (("face", "into the first board's face"), ("near", "into the first board's near edge"))
        options.append(answers("Where it goes in", "upon", joint.upon, upon))
    if joint.kind == "loose-tenon":
        options.append(LengthBlank(field="shoulder", label="wood beside the mortise", placeholder="as wide", optional=True))
    if joint.kind == "mortise-tenon":
        options.append(LengthBlank(field="shoulder", label="shoulders at its edges", placeholder="none", optional=True))
    if joint.kind == "sliding-dovetail":
        options.append(LengthBlank(field="taper", label="wider at the near edge by", placeholder="parallel", optional=True))
        options.append(LengthBlank(field="housed", label="housed around it by", placeholder="not", optional=True))
    if joint.kind not in LAID_ON:
        shown = _FACES_TRIED if joint.kind in BY_A_SET else _TRIED
        options.append(answers("Trial in scrap", "tried", joint.tried, shown))
        if joint.tried is not None:
            options.append(LengthBlank(field="off", label="by", placeholder="0", optional=True))
    if joint.kind in ("housed", "sliding-dovetail"):
        options.append(LengthBlank(field="stopped", label="stopped from the near edge", placeholder="runs out", optional=True))
    return tuple(options)


def _edge_to_edge(first: Piece, second: Piece) -> tuple[Part, ...]:
    return (
        Phrase(text=second.name, strong=True),
        Phrase(text="by its near edge to the far edge of"),
        Phrase(text=first.name, strong=True, after=","),
        LengthBlank(field="depth", label="Taken off each edge", placeholder="1 mm", optional=True),
        Phrase(text="off each."),
    )


def _grooved(joint: Joint, first: Piece, second: Piece) -> tuple[Part, ...]:
    says = "by a tongue on its near edge in a groove in the far edge of"
    if joint.kind == "spline":
        says = "by its near edge, with a spline, to the far edge of"
    return (
        Phrase(text=second.name, strong=True),
        Phrase(text=says),
        Phrase(text=first.name, strong=True, after=","),
        Phrase(text="grooved" if joint.kind == "spline" else "the groove"),
        LengthBlank(field="depth", label="Depth of the groove", placeholder=_usual(joint), optional=True),
        Phrase(text="deep."),
    )


def _kinds(chosen: JointKind) -> tuple[Answer, ...]:
    """Every kind of joint to choose from."""
    return tuple(
        Answer(says=facts.name[0].upper() + facts.name[1:], change=_changed_to(kind, chosen), chosen=kind == chosen)
        for kind, facts in KINDS.items()
    )


def _changed_to(kind: JointKind, chosen: JointKind) -> Change:
    """What another kind of joint changes; what a trial of a fit showed says nothing of faces, nor the other way round."""
    forgotten: Change = {"tried": None, "off": None} if (kind in BY_A_SET) != (chosen in BY_A_SET) else {}
    return {"kind": kind, **forgotten}


def _usual(joint: Joint) -> str:
    """What is taken for a depth that nobody typed, in words."""
    if joint.kind in ("corner-lap", "tee-lap", "cross-lap"):
        return "half"
    if joint.kind in EDGE_TO_EDGE:
        return "the cutter's reach"
    if joint.kind == "mortise-tenon" and joint.upon == "face":
        return "two thirds"
    return "by its rail" if joint.kind == "loose-tenon" else "a third"
