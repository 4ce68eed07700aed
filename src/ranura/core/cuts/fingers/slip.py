"""The slip of fingers across an end: the setup in the order of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.cuts.fingers.sleds import BACKER, face_of, floor_of
from ranura.core.output.guides import StationLine
from ranura.core.output.slip import Lead, SlipSection, depths_section, lead, stepped_slip, typed_shown
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.writing import Text, write


def fingers_sections(setting: FingersSetting, figures: Sequence[Figure]) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    depth = typed_shown(setting.fingers.cut.depth)
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: depths_section(stepping, depth, zero="above the sled's floor, to the tip of a cutting edge"),
        ways=(_guide(setting, by_key["guide.key"]), _direction(setting)),
        hold=_hold(),
    )


def _guide(setting: FingersSetting, key: Figure) -> SlipSection:
    asked, sled = setting.fingers, setting.sled
    name = sled.name if sled is not None else "a sled that is to be made"
    first = "its near edge against the key" if asked.cut.starts == "finger" else _MATE
    return SlipSection(
        key="guide",
        title="Guide",
        leads=(lead(key, "from bit to key"),),
        lines=(
            write(
                "{name}, floor {f:len}, face {h:rough}; key {k:fine} wide",
                name=name,
                f=floor_of(sled),
                h=face_of(sled, asked),
                k=asked.slot,
            ),
            write("measure from the key to the nearest cutting edge, turned towards it"),
            write("{end} end down; first slot: {first}", end=asked.cut.end, first=first),
            write("then the slot just cut over the key, every time"),
        ),
        figures=("guide.key", "guide.pitch", "fingers.last"),
    )


_MATE = "its mate's first slot on the key, that one's near edge towards the bit, and this board's against it"


def _direction(setting: FingersSetting) -> SlipSection:
    face = "shown face" if setting.fingers.cut.end == "left" else "back"
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain("Push away"), caption=write("the sled"), figure="direction.heading"),),
        lines=(
            write("{face} in front, away from you; near edge on your left", face=face),
            write("through until the bit is in the backer; back the same way, until it is clear before the board"),
            write("switch off, wait until it stands, then set the board over"),
        ),
        figures=("direction.heading",),
    )


def _hold() -> SlipSection:
    lines: list[Text] = [
        write("clamped to the sled's face, square on its floor, at every slot"),
        write("fresh backer {b:len} thick between board and face", b=BACKER),
        write("hands on the sled, {x:len} from the bit", x=75.0),
    ]
    return SlipSection(
        key="hold", title="Hold", leads=(Lead(shown=plain("Sled"), caption=write("and a clamp")),), lines=tuple(lines), figures=()
    )


def fingers_stations(setting: FingersSetting) -> tuple[StationLine, ...]:
    """The slots in their order, each from the near edge; empty for a single one."""
    asked = setting.fingers
    if len(asked.slots) < 2:
        return ()
    edge = "edge at the key" if asked.cut.starts == "finger" else "edge at its mate"
    return tuple(
        StationLine(
            number=number + 1,
            mark=show(low, "mm"),
            guide=plain(edge if number == 0 else f"slot {number} on the key"),
            heading="Push",
        )
        for number, (low, _) in enumerate(asked.slots)
    )
