"""`speed`: spindle speed, its caps and the dial position (R2)."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Any

from pydantic import Field, PlainValidator, WithJsonSchema

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, MountingField, Positive, Question, Refused, SizeField
from ranura.core.cutting.speed import RIM_CEILING, LimitedBy, plan_speed
from ranura.core.shop.house_rules import STANDARD
from ranura.core.shop.schools import SpeedRule
from ranura.core.shop.tooling.routers import DialPosition
from ranura.core.text.cautions import written

_LARGEST_SETTING = 1e6


def _setting(value: Any) -> float | str:
    if isinstance(value, str):
        return value
    if isinstance(value, bool) or not isinstance(value, int | float) or not abs(value) <= _LARGEST_SETTING:
        raise ValueError("a dial position is a number or a text")
    return value


class DialRequest(Question):
    """One position of the dial and the speed it gives."""

    setting: Annotated[float | str, PlainValidator(_setting), WithJsonSchema({"anyOf": [{"type": "number"}, {"type": "string"}]})]
    rpm: Positive


class RouterRequest(Question):
    """What the sum needs of a router; no dial, or an empty one, means that its table is not known."""

    min_rpm: Positive
    max_rpm: Positive
    dial: list[DialRequest] | None = None
    stepped: bool = False


class SpeedRequest(Question):
    """A bit by its largest diameter, its marked maximum, a school and a router."""

    bit_diameter: SizeField
    bit_max_rpm: Positive | None = None
    mounting: MountingField
    rule: SpeedRule
    rim_speed_limit_m_s: Annotated[float, Field(gt=0, le=RIM_CEILING)] | None = None
    router: RouterRequest


class SpeedAnswer(Answer):
    """See `ranura.core.cutting.speed.Speed`."""

    rpm: float
    rim_speed_m_s: float
    dial_setting: float | str | None
    dial_rpm: float | None
    dial_shown: float | str | None
    shown_rpm: float | None
    limited_by: LimitedBy
    blocked: bool
    cautions: list[CautionAnswer]
    others: dict[SpeedRule, float]


def _check(router: RouterRequest) -> None:
    if router.max_rpm < router.min_rpm:
        raise Refused("router.max_rpm", f"the maximum must not be below the minimum of {router.min_rpm:g} rpm")
    in_order = sorted(router.dial or [], key=lambda position: position.rpm)
    for slow, fast in pairwise(in_order):
        if slow.rpm == fast.rpm or slow.setting == fast.setting:
            raise Refused("router.dial", "two positions of the dial must differ in setting and in speed")
    if router.stepped:
        return
    settings = [position.setting for position in in_order]
    for setting in settings:
        if isinstance(setting, str):
            raise Refused("router.dial", "a continuous dial has numbers; letters belong to a stepped one")
    if settings not in (sorted(settings, key=float), sorted(settings, key=float, reverse=True)):
        raise Refused("router.dial", "the speed must rise or fall with the setting all along the dial")


def answer(request: SpeedRequest) -> SpeedAnswer:
    """The speed. Raises Refused for a router or a dial that cannot be."""
    _check(request.router)
    limit = request.rim_speed_limit_m_s
    speed = plan_speed(
        bit_diameter=request.bit_diameter,
        bit_max_rpm=request.bit_max_rpm,
        mounting=request.mounting,
        rule=request.rule,
        rim_limit_m_s=STANDARD.rim_speed_limit_m_s if limit is None else limit,
        router_min_rpm=request.router.min_rpm,
        router_max_rpm=request.router.max_rpm,
        dial=[DialPosition(setting=each.setting, rpm=each.rpm) for each in request.router.dial or []],
        stepped=request.router.stepped,
    )
    return SpeedAnswer(
        rpm=speed.rpm,
        rim_speed_m_s=speed.rim_speed_m_s,
        dial_setting=speed.dial_setting,
        dial_rpm=speed.dial_rpm,
        dial_shown=speed.dial_shown,
        shown_rpm=speed.shown_rpm,
        limited_by=speed.limited_by,
        blocked=speed.blocked,
        cautions=CautionAnswer.of(tuple(written(each) for each in speed.cautions)),
        others=speed.others,
    )


CALCULATOR = Calculator(SpeedRequest, SpeedAnswer, answer)
