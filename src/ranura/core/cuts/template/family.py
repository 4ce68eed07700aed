"""Cuts by template as a family."""

from __future__ import annotations

from typing import Final

from ranura.core.cuts.template import sentence
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.form import form, starts
from ranura.core.cuts.template.planner import planner
from ranura.core.cuts.template.repeat import repeat
from ranura.core.cuts.template.wanted import wanted
from ranura.core.family import Family
from ranura.core.output.in_scrap import corrected_in_scrap
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length


def _asked(cut: TemplateCut) -> dict[FieldPath, Length | None]:
    return {"depth": cut.depth, "from_left": cut.from_left, "from_near": cut.from_near, "spacing": cut.spacing}


FAMILY: Final = Family(
    kind="template",
    cut=TemplateCut,
    planner=planner,
    wanted=wanted,
    title=sentence.title,
    sentence=sentence.sentence,
    place=sentence.place,
    asked=_asked,
    repeat=repeat,
    form=form,
    starts=starts,
    corrected=corrected_in_scrap,
)
