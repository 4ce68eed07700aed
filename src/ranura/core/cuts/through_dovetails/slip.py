"""The slip of through dovetails: the setup in the order of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.through_dovetails.moves import BACKER
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.output.slip import Lead, SlipSection, depths_section, lead, stepped_slip, typed_shown
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.writing import write


def through_sections(setting: ThroughSetting, figures: Sequence[Figure]) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    asked = setting.dovetails
    depth = show(asked.depth, "mm", setting=False) if asked.cut.depth is None else typed_shown(asked.cut.depth)
    below = write("{x:fine} below the base, the comb on the board", x=asked.depth + asked.combs.thickness).metric
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: depths_section(stepping, depth, zero=below),
        ways=(_guide(setting, by_key), _direction(setting)),
        hold=_hold(setting),
    )


def _guide(setting: ThroughSetting, figures: dict[str, Figure]) -> SlipSection:
    asked, combs = setting.dovetails, setting.dovetails.combs
    bushing = setting.bushing.name if setting.bushing is not None else "no bushing"
    tails = asked.cut.makes == "tails"
    leads = [lead(figures["guide.stop"], f"from the second {'slot' if tails else 'finger'}'s middle to the board's left edge")]
    lines = [
        write("{combs}, the {which} one, {bushing}", combs=combs.name, which="straight" if tails else "tapered", bushing=bushing),
        write("height set and locked before the bushing goes on"),
    ]
    if not tails:
        leads.append(lead(figures["guide.tips"], "tips of the fingers before the board's outside"))
    return SlipSection(
        key="guide",
        title="Guide",
        leads=tuple(leads),
        lines=tuple(lines),
        figures=tuple(key for key in ("guide.stop", "guide.tips", "dovetails.pins") if key in figures),
    )


def _direction(setting: ThroughSetting) -> SlipSection:
    asked = setting.dovetails
    back = write("at the back over to the right in the backer, and out along the right side; on to the next")
    through = write("in through the middle and back, then in along the left side")
    along = write("in along the left side")
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain("Left to right"), caption=write("along the comb"), figure="direction.heading"),),
        lines=(
            write("base flat on the comb, bit before the first slot and clear of wood; switch on"),
            along if asked.cut.makes == "tails" else through,
            back,
            write("{n} slots; out of the last one towards you, switch off, wait until it stands", n=asked.slots),
        ),
        figures=("direction.heading",),
    )


def _hold(setting: ThroughSetting) -> SlipSection:
    asked = setting.dovetails
    face = {"shown": "shown face", "back": "back"}[asked.cut.outside]
    lines = [
        write("this board stands, {end} end up, its outside towards you: the {face}", end=asked.cut.end, face=face),
        write("a fresh backer {b:len} thick behind it, flush with this end", b=BACKER),
    ]
    if asked.cut.makes == "tails":
        lines.append(write("scrap {m:fine} thick on its left, flush with this end", m=asked.thick))
    return SlipSection(
        key="hold",
        title="Hold",
        leads=(Lead(shown=plain("Comb's frame"), caption=write("board and backer clamped")),),
        lines=tuple(lines),
        figures=(),
    )
