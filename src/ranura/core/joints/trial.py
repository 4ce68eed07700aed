"""The trial of a joint in scrap (R14): what is cut, how it should feel, and which way it is mended."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from ranura.core.cuts.channel.fit import Fit
from ranura.core.geometry import closeness
from ranura.core.joints.asked import BY_A_SET, LAID_ON, Joint, JointKind
from ranura.core.text.writing import Text, write

_FEELS: Final[Mapping[Fit, str]] = {
    "tight": "It should go home tapped with the heel of a hand, and hold by itself",
    "sliding": "It should go in pushed by hand without force, and not rattle",
    "glue": "It should go in of its own weight, with a hair of play for glue",
}
_SCRAP: Final[Mapping[JointKind, str]] = {
    "housed": "Cut the dado in scrap as thick as the first board, and try the shelf itself",
    "rabbet": "Cut the rabbet in scrap as thick as the first board, and lay the second on its edge in it",
    "dado-rabbet": "Cut the groove in scrap of the first board, then a tongue in scrap of the second",
    "corner-lap": "Cut both laps in scrap of both boards, and lay them together",
    "tee-lap": "Cut both laps in scrap of both boards, and lay them together",
    "cross-lap": "Cut both notches in scrap of both boards, and lay them together",
    "edge-joint": "Joint two strips of scrap, and stand them on one another against a window",
    "tongue-groove": "Cut the groove in scrap, then a tongue in scrap as thick as the second board, a little too thick",
    "spline": "Cut a groove in scrap, and try the spline in it before both are cut",
    "box-joint": "Cut the fingers of both boards in scrap as wide as they are, and push them together",
    "half-blind": "Cut sockets and tails in scrap as thick and as wide as both boards are, and push them together",
    "through-dovetails": "Cut tails and pins in scrap as thick and as wide as both boards are, and push them together",
    "sliding-dovetail": "Cut the tongue in scrap as thick as the second board, too thick at first, and try it in the socket",
    "stile-rail": "Cope scrap as thick as the second board, cut the edge of scrap of the first, and lay both face down",
    "bridle": "Cut the open mortise, then a tenon in scrap as thick as the second board, a little too thick",
    "loose-tenon": "Cut both mortises in scrap of both boards by the template, and try the tenon in them with the faces flush",
    "mortise-tenon": "Cut the mortise, then a tenon in scrap as thick as the rail, a little too thick",
}
_MENDED: Final[Mapping[JointKind, str]] = {
    "housed": "Too tight or too loose: move the far wall alone, by all of what it is off",
    "rabbet": "Not flush: move the fence by what it is off",
    "dado-rabbet": "Tongue too thick: set the bit deeper by all of what it is off, since one face alone is cut",
    "corner-lap": "Not flush: change the depth by half of what it is off, since both boards are cut",
    "tee-lap": "Not flush: change the depth by half of what it is off, since both boards are cut",
    "cross-lap": "Not flush: change the depth by half of what it is off, since both boards are cut",
    "edge-joint": "Light shows through: run both again at the same setting, pressed on before the bit",
    "tongue-groove": "Tongue too thick: set the bit deeper by half of what it is off, since both its faces are cut",
    "spline": "Spline too thick or too thin: plane another one, or set the cutter by what it is off and run both again",
    "box-joint": "Too tight: move the key nearer to the bit by what it binds; too loose: away by what it rattles",
    "sliding-dovetail": "Tongue too thick: bring the fence back by half of what it is off, since both its faces are cut",
    "stile-rail": "Second board proud: lower the coping bit by all of what the faces differ, since each has its own setting; "
    "low: lower the edges' bit by it",
    "bridle": "Tenon too thick: set the bit deeper by half of what it is off, since both its cheeks are cut",
    "loose-tenon": "Tenon too thick: plane it by all of what it is off; faces not flush: move the template by half of that",
    "mortise-tenon": "Tenon too thick: set the bit deeper by half of what it is off, since both its cheeks are cut",
}


def trial(joint: Joint, mended: Text | None = None) -> tuple[Text, ...]:
    """What is cut in scrap first, how it should feel, and how it is mended, as its kind says where nothing else is said.

    Rule: R14 trial
    Formula: half of the error where one setting cuts both faces or both boards, all of it where it cuts one
    Source: what one setting cuts twice changes twice"""
    feels = () if joint.kind in LAID_ON else (_feels(joint),)
    shown: tuple[Text, ...] = ()
    if joint.tried is not None and joint.off is not None:
        says = {
            "too-tight": "too tight: it is planned with so much more room now",
            "too-loose": "too loose: it is planned with so much less room now",
            "proud": "proud: the coping bit is planned so much lower now",
            "low": "low: the edges' bit is planned so much lower now",
        }
        shown = (write("Tried, {off:len} " + says[joint.tried] + "; try it once more", off=joint.off.mm),)
    return (write(_SCRAP[joint.kind]), *feels, *(shown or (mended or write(_MENDED[joint.kind]),)))


def _feels(joint: Joint) -> Text:
    """How it should feel: by its fit, or with the room that is typed; a tapered one closes by itself."""
    if joint.kind in BY_A_SET:
        return write("A finger should feel no step across the shown faces, and both shoulders should close")
    if joint.taper is not None:
        return write("It should run in freely by hand, and grip in the last part before home")
    if joint.clearance is None:
        return write(_FEELS[joint.fit])
    room = joint.clearance.mm
    if not closeness.over(room, 0.0):
        return write(_FEELS["tight"])
    return write("It should go in with {room:fine} of room in all, which a strip of paper or card that thick fills", room=room)
