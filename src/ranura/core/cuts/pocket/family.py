"""Pockets as a family of cuts."""

from __future__ import annotations

from typing import Final

from ranura.core.cuts.pocket import sentence
from ranura.core.cuts.pocket.as_channel import corrected_as_channel
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.form import form, starts
from ranura.core.cuts.pocket.planner import planner
from ranura.core.cuts.pocket.repeat import repeat
from ranura.core.cuts.pocket.wanted import wanted
from ranura.core.family import Family
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def _asked(cut: PocketCut) -> dict[FieldPath, Length | None]:
    return {
        "length": cut.length,
        "across": cut.across,
        "depth": cut.depth,
        "from_left": cut.from_left,
        "from_near": cut.from_near,
        "radius": cut.radius,
        "spacing": cut.spacing,
        "leaves": cut.leaves,
    }


FAMILY: Final = Family(
    kind="pocket",
    cut=PocketCut,
    planner=planner,
    wanted=wanted,
    title=sentence.title,
    sentence=sentence.sentence,
    place=sentence.place,
    asked=_asked,
    repeat=repeat,
    form=form,
    starts=starts,
    corrected=corrected_as_channel,
)
