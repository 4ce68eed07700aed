"""How far somebody is with a run: which steps are done, and which were left out. No step is lost and none invented."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.running import refusals
from ranura.core.running.steps import RunStep
from ranura.core.text.errors import CraftError

How = Literal["done", "left-out"]


class RunError(CraftError):
    """Something that cannot be done at this place of a run; `field` says of what."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DoneStep:
    """A step that is behind somebody."""

    step: str
    how: How


@dataclass(frozen=True, kw_only=True, slots=True)
class Progress:
    """The steps that are behind, in order."""

    done: tuple[DoneStep, ...] = ()

    @property
    def at(self) -> int:
        """The number of the step that comes now."""
        return len(self.done)


def went_on(progress: Progress, steps: Sequence[RunStep], key: str, how: How) -> Progress:
    """After a step was done or left out; said once more it changes nothing, since an answer may have been lost. Raises `RunError`
    where it is not the one that comes now, or is never left out."""
    if progress.done and progress.done[-1] == DoneStep(step=key, how=how):
        return progress
    if progress.at >= len(steps):
        raise RunError(refusals.ALL_DONE, field="step")
    now = steps[progress.at]
    if now.key != key:
        raise RunError(refusals.ANOTHER_STEP, field="step", now=now.title.metric)
    if how == "left-out" and now.costs is None:
        raise RunError(refusals.NEVER_LEFT_OUT, field="how", step=now.title.metric)
    return replace(progress, done=(*progress.done, DoneStep(step=key, how=how)))


def went_back(progress: Progress, steps: Sequence[RunStep], key: str) -> Progress:
    """Back before the last step that was done: its tick is taken back; said once more it changes nothing. Raises `RunError` where
    another one was the last."""
    if progress.at < len(steps) and steps[progress.at].key == key:
        return progress
    if not progress.done or progress.done[-1].step != key:
        raise RunError(refusals.NOT_THE_LAST, field="step")
    return replace(progress, done=progress.done[:-1])
