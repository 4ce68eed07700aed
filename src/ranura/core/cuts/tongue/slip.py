"""The slip of a dovetail tongue: the setup in the order of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.holding.tall_fence import opening_around
from ranura.core.output.slip import SlipSection, depths_section, direction_section, lead, stepped_slip, typed_shown
from ranura.core.output.tall_fence import hold_section
from ranura.core.text.figures import Figure
from ranura.core.text.writing import write


def tongue_sections(setting: TongueSetting, figures: Sequence[Figure]) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    height = typed_shown(setting.tongue.cut.depth)
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: depths_section(
            stepping, height, zero="above the table, or a little less than the socket is deep"
        ),
        ways=(_guide(setting, by_key["guide.exposure"]), _direction(setting)),
        hold=hold_section(setting.tongue.along),
    )


def _guide(setting: TongueSetting, exposure: Figure) -> SlipSection:
    asked = setting.tongue
    lines = [
        write("measured at the bit's widest place, its tip; the rest of it in the fence's opening"),
        write("tall fence, {h:rough} or higher, square to the table", h=setting.fence_high),
        write(
            "a block planed to {h:fine} sets the height: the tip level with its top; laid in the socket it lies {s:fine} lower",
            h=asked.height,
            s=setting.rules.tongue_short,
        ),
    ]
    opening = opening_around(setting.base)
    if opening is not None and opening > asked.thick:
        lines.append(write("a thin board with a hole for the bit over the ring, the height set from that"))
    keys = ["guide.exposure", "tongue.end"]
    if asked.taper:
        where = "left end" if asked.cut.on in ("near", "far") else "near edge"
        lines.append(
            write(
                "for the {face} tape a shim on it above the bit: {t:fine} at the {where}, nothing after {l:len}",
                face="shown face" if asked.cut.tapered == "shown" else "back",
                t=asked.taper,
                where=where,
                l=asked.over,
            )
        )
        keys.append("guide.shim")
    return SlipSection(
        key="guide", title="Guide", leads=(lead(exposure, "out of the fence"),), lines=tuple(lines), figures=tuple(keys)
    )


def _direction(setting: TongueSetting) -> SlipSection:
    first, other = ("shown face", "back") if setting.tongue.cut.on in ("left", "far") else ("back", "shown face")
    return direction_section(
        (
            write("first the {first} on the fence, then turned end for end, the {other} on it", first=first, other=other),
            write("all the way past the bit without a stop; never lift it, never draw it back"),
            write("switch off, wait until it stands, then turn the board"),
        )
    )
