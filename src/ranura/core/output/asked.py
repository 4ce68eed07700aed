"""The dimensions of a cut as they were typed, with what a reader of the other unit sees."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.text.figures import show
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length, meant_instead, written_in
from ranura.core.text.writing import Reading


@dataclass(frozen=True, kw_only=True, slots=True)
class Asked:
    """A dimension of the cut as it was typed; `suffix` is the unit the text left out, `other` its value in the other unit,
    `meant` what may have been meant instead."""

    field: FieldPath
    length: Length
    suffix: str
    meant: str | None
    other: Reading


def as_asked(field: FieldPath, length: Length) -> Asked:
    """A length that was typed at a field."""
    unit, in_text = written_in(length.typed, length.unit)
    shown = show(length.mm, "mm", setting=False)
    other = shown.inch if unit == "mm" else shown.metric
    return Asked(field=field, length=length, suffix="" if in_text else unit, other=other, meant=meant_instead(length))
