"""`box-joint`: fingers and slots of one bit, and the sled's key (R14)."""

from __future__ import annotations

from typing import Literal

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, LengthField, Question, Refused, SizeField
from ranura.core.cuts.fingers.asked import PLAY
from ranura.core.geometry import closeness
from ranura.core.joints.box_joint import PROUD, plan_box_joint


class BoxJointRequest(Question):
    """The slot as measured, the board's width, and how thick its mate is."""

    bit_diameter: SizeField
    width: SizeField
    thickness: SizeField
    play: LengthField = PLAY
    proud: LengthField = PROUD


class LastAnswer(Answer):
    """What the first board ends with at its far edge."""

    of: Literal["finger", "slot"]
    width: float


class BoxJointAnswer(Answer):
    """See `ranura.core.joints.box_joint.BoxJoint`."""

    finger: float
    slot: float
    pitch: float
    depth: float
    slots: tuple[int, int]
    last: LastAnswer
    whole_widths: tuple[float, float]
    key_width: float
    key_gap: float
    cautions: list[CautionAnswer]


def answer(request: BoxJointRequest) -> BoxJointAnswer:
    """The fingers. Raises Refused where play leaves none, or the board is not wider than one."""
    finger = request.bit_diameter - request.play
    if not closeness.over(finger, 0):
        raise Refused("play", f"a play of {request.play:g} mm leaves nothing of a finger")
    if not closeness.over(request.width, finger):
        raise Refused("width", f"the board is not wider than one finger of {finger:g} mm")
    found = plan_box_joint(
        bit_diameter=request.bit_diameter,
        width=request.width,
        thickness=request.thickness,
        play=request.play,
        proud=request.proud,
    )
    return BoxJointAnswer(
        finger=found.finger,
        slot=found.slot,
        pitch=found.pitch,
        depth=found.depth,
        slots=found.slots,
        last=LastAnswer(of=found.ends_with, width=found.last),
        whole_widths=found.whole_widths,
        key_width=found.key_width,
        key_gap=found.key_gap,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(BoxJointRequest, BoxJointAnswer, answer)
