"""The slip of a groove in an end or an edge: the setup in the order of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.board.pieces import edge_name
from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.holding.tall_fence import opening_around
from ranura.core.output.slip import SlipSection, depths_section, direction_section, lead, stepped_slip, typed_shown
from ranura.core.output.tall_fence import hold_section
from ranura.core.text.figures import Figure
from ranura.core.text.writing import write


def groove_sections(setting: GrooveSetting, figures: Sequence[Figure]) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    depth = typed_shown(setting.groove.cut.depth)
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: depths_section(stepping, depth, zero="above the table, to the tip of a cutting edge"),
        ways=(_guide(setting, by_key["guide.fence"]), _direction(setting)),
        hold=hold_section(setting.groove.along),
    )


def _guide(setting: GrooveSetting, fence: Figure) -> SlipSection:
    asked = setting.groove
    lines = [
        write("measured to the nearest cutting edge, turned towards the fence"),
        write("tall fence, {h:rough} or higher, square to the table", h=setting.fence_high),
    ]
    opening = opening_around(setting.base)
    if opening is not None and opening > asked.thick:
        lines.append(write("a thin board with a hole for the bit over the ring, the height set from that"))
    return SlipSection(
        key="guide",
        title="Guide",
        leads=(lead(fence, "from the fence to the bit"),),
        lines=tuple(lines),
        figures=("guide.fence", "groove.cheek"),
    )


def _direction(setting: GrooveSetting) -> SlipSection:
    asked = setting.groove
    first, other = ("shown face", "back") if asked.cut.on in ("left", "far") else ("back", "shown face")
    turned = write(
        "at every height first the {first} on the fence, then turned end for end, the {other} on it", first=first, other=other
    )
    once = write("the {side} down, the {first} on the fence, every time", side=edge_name(asked.cut.on), first=first)
    return direction_section(
        (
            turned if setting.turned else once,
            write("all the way past the bit without a stop; never draw it back"),
            write("switch off, wait until it stands, then {then}", then="turn the board" if setting.turned else "raise the bit"),
        )
    )
