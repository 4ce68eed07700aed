"""What of a slip rests on figures that are assumed, marked where it stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.choosing.setting import ToolSetting
from ranura.core.output.slip import SlipSection
from ranura.core.shop.assumed import figures_of
from ranura.core.text.writing import Text


def with_assumed(slip: Sequence[SlipSection], setting: ToolSetting) -> tuple[SlipSection, ...]:
    """The slip with the assumed figures of bit and router named in every place that rests on them."""
    assumed = (*figures_of(setting.bit), *figures_of(setting.router))
    marked = []
    for section in slip:
        own = [each for each in assumed if each.section == section.key]
        said = Text(
            metric="assumed: " + ", ".join(f"{each.label} {each.value.metric}" for each in own),
            inch="assumed: " + ", ".join(f"{each.label} {each.value.inch}" for each in own),
        )
        marked.append(replace(section, assumed=said) if own else section)
    return tuple(marked)
