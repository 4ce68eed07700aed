"""`joint`: the cuts of both boards of a joint, planned and proven, and the fit that they give (R14)."""

from __future__ import annotations

from typing import Any, Literal

from ranura.calc.calculator import Calculator
from ranura.calc.choose import read_shop
from ranura.calc.fields import Answer, CautionAnswer, Question
from ranura.core.family import AnyCut
from ranura.core.geometry.placing import Placing, Vector3
from ranura.core.joint_plan import Cut, JointPlan, plan_joint
from ranura.core.joints.asked import Joint, Member
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.demo.shop import SHOP
from ranura.requests.cuts import PieceField
from ranura.requests.from_core import checked

_JOINT: Any = checked(Joint)


class JointRequest(Question):
    """A joint, the board that is cut into, and the one that comes to it."""

    joint: _JOINT
    a: PieceField
    b: PieceField
    shop: dict[str, Any] | None = None
    """In the JSON form of its file; the demo's without it."""


class MemberAnswer(Answer):
    """One board: where it lies in the joint, on board a, its cuts, and their plans (R21); None of one that cannot be planned."""

    piece: Member
    place: Placing
    cuts: list[Any]
    plans: list[PlanWithMoves | None]
    refused: list[str | None]


class MeasuredAnswer(Answer):
    """What was measured along a line of the joint; mm, the place on board a, and the axis that the line goes along."""

    name: str
    gap: float
    interference: float
    wanted: float
    at: Vector3
    way: Vector3


class FitAnswer(Answer):
    """The gap that the fit is called by, mm; what both boards would take up of the section, mm²; how far the second board stays
    from home, mm; where it was measured."""

    gap: float
    interference: float
    proud: float
    measured_at: list[MeasuredAnswer]


class JointAnswer(Answer):
    """See `ranura.core.joint_plan.JointPlan`."""

    kind: str
    strength: str
    shows: str
    status: Literal["ready", "caution", "stop", "unproven"]
    members: list[MemberAnswer]
    fit: FitAnswer | None
    order: list[Cut]
    shared_settings: list[tuple[Cut, Cut]]
    by_hand: list[str]
    blocked: bool
    cautions: list[CautionAnswer]


def answer(request: JointRequest) -> JointAnswer:
    """Both members. Raises CraftError at the field that cannot be."""
    shop = SHOP if request.shop is None else read_shop(request.shop)
    found = plan_joint(PLANNING, request.joint, request.a, request.b, shop)
    return JointAnswer(
        kind=found.kind,
        strength=found.strength,
        shows=found.shows,
        status=found.status,
        members=[_member("a", found), _member("b", found)],
        fit=_fit(found),
        order=list(found.order),
        shared_settings=list(found.shared),
        by_hand=[each.metric for each in found.joined.by_hand],
        blocked=found.status == "stop",
        cautions=CautionAnswer.of(found.cautions),
    )


def _member(member: Member, found: JointPlan) -> MemberAnswer:
    cuts: list[AnyCut] = [each.cut for each in found.joined.cuts if each.member == member]
    planned = [each for each in found.cuts if each.member == member]
    return MemberAnswer(
        piece=member,
        place=found.placings[member == "b"],
        cuts=cuts,
        plans=[each.plan for each in planned],
        refused=[each.refused.metric if each.refused is not None else None for each in planned],
    )


def _fit(found: JointPlan) -> FitAnswer | None:
    together = found.together
    if together is None:
        return None
    return FitAnswer(
        gap=together.measured[0].gap,
        interference=together.interference,
        proud=together.proud,
        measured_at=[
            MeasuredAnswer(
                name=each.name.metric, gap=each.gap, interference=each.interference, wanted=each.wanted, at=each.at, way=each.way
            )
            for each in together.measured
        ],
    )


CALCULATOR = Calculator(JointRequest, JointAnswer, answer)
