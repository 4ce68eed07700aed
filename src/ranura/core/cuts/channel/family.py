"""Channels as a family of cuts."""

from __future__ import annotations

from typing import Final

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.channel import sentence
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.form import form, starts
from ranura.core.cuts.channel.plan import planner
from ranura.core.cuts.channel.repeat import repeat
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.testcut import correction_of
from ranura.core.cuts.channel.wanted import wanted
from ranura.core.family import Family
from ranura.core.learning.corrections import Correction, MeasureKey
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def _asked(cut: ChannelCut) -> dict[FieldPath, Length | None]:
    return {
        "width": cut.width,
        "depth": cut.depth,
        "position": cut.position,
        "stop_first": cut.stop_first,
        "stop_last": cut.stop_last,
        "spacing": cut.spacing,
        "mate.thickness": None if cut.mate is None else cut.mate.thickness,
    }


def _corrected(setting: ToolSetting, key: MeasureKey, measured: float) -> Correction:
    assert isinstance(setting, ChannelSetting), "a channel is planned as one"
    return correction_of(setting, key, measured)


FAMILY: Final = Family(
    kind="dado",
    cut=ChannelCut,
    planner=planner,
    wanted=wanted,
    title=sentence.title,
    sentence=sentence.sentence,
    place=sentence.place,
    asked=_asked,
    repeat=repeat,
    form=form,
    starts=starts,
    corrected=_corrected,
)
