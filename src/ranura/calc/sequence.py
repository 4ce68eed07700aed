"""`sequence`: the order of work that changes tools and settings least (R16)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question, Refused
from ranura.core.sequence.order import OrderError, WorkStep, best_order

Minutes = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Name = Annotated[str, Field(min_length=1, max_length=200)]
_MOST = 400


class StepRequest(Question):
    """A step: what is mounted for it, how that is set, how long it takes, and what comes before it."""

    id: Name
    tool: Name
    setting: Name
    minutes: Minutes
    after: list[Name] = Field(default=[], max_length=_MOST)


class SequenceRequest(Question):
    """The steps, and what changes cost."""

    steps: list[StepRequest] = Field(min_length=1, max_length=_MOST)
    tool_minutes: Minutes
    setting_minutes: Minutes
    routers: Annotated[int, Field(ge=1, le=6)] = 1


class SequenceAnswer(Answer):
    """See `ranura.core.sequence.order.WorkOrder`; no order goes below `bound_minutes`."""

    order: list[str]
    minutes: float
    tool_changes: int
    setting_changes: int
    proven: bool
    bound_minutes: float


def answer(request: SequenceRequest) -> SequenceAnswer:
    """The order. Raises Refused where there can be none."""
    steps = [
        WorkStep(id=each.id, tool=each.tool, setting=each.setting, minutes=each.minutes, after=tuple(each.after))
        for each in request.steps
    ]
    try:
        found = best_order(
            steps, tool_minutes=request.tool_minutes, setting_minutes=request.setting_minutes, routers=request.routers
        )
    except OrderError as refused:
        raise Refused(refused.field, refused.message.metric) from refused
    return SequenceAnswer(
        order=list(found.order),
        minutes=found.minutes,
        tool_changes=found.tool_changes,
        setting_changes=found.setting_changes,
        proven=found.proven,
        bound_minutes=found.bound,
    )


CALCULATOR = Calculator(SequenceRequest, SequenceAnswer, answer)
