"""The slip of half-blind dovetails: the setup in the order of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.dovetails.setting import DovetailsSetting
from ranura.core.output.slip import Lead, SlipSection, depths_section, lead, stepped_slip, typed_shown
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.writing import write


def dovetails_sections(setting: DovetailsSetting, figures: Sequence[Figure]) -> tuple[SlipSection, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    asked = setting.dovetails
    depth = show(asked.depth, "mm", setting=False) if asked.cut.depth is None else typed_shown(asked.cut.depth)
    below = write("{x:fine} below the base, the comb on both boards", x=asked.depth + asked.comb.thickness).metric
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: depths_section(stepping, depth, zero=below),
        ways=(_guide(setting, by_key), _direction(setting)),
        hold=_hold(setting),
    )


def _guide(setting: DovetailsSetting, figures: dict[str, Figure]) -> SlipSection:
    asked, comb = setting.dovetails, setting.dovetails.comb
    bushing = setting.bushing.name if setting.bushing is not None else "no bushing"
    return SlipSection(
        key="guide",
        title="Guide",
        leads=(lead(figures["guide.stop"], "from the second slot's middle to the board's left edge"),),
        lines=(
            write("{comb}, {bushing}", comb=comb.name, bushing=bushing),
            write("height set and locked before the bushing goes on"),
            write("the boards meet {e:fine} before the round ends of the slots have their middles", e=asked.reach),
            write("tails {s:fine} further to the left than sockets", s=asked.shift),
        ),
        figures=("guide.stop", "guide.shift", "dovetails.pins", "dovetails.fit"),
    )


def _direction(setting: DovetailsSetting) -> SlipSection:
    asked = setting.dovetails
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain("Left to right"), caption=write("along the comb"), figure="direction.heading"),),
        lines=(
            write("base flat on the comb, bit before the first slot and clear of wood; switch on, in along its left side"),
            write(
                "round its end, out on its right side until the bit is clear; back to the finger, round its tip, into the next"
            ),
            write("{n} slots; out of the last one towards you, switch off, wait until it stands", n=len(asked.slots)),
        ),
        figures=("direction.heading",),
    )


def _hold(setting: DovetailsSetting) -> SlipSection:
    asked = setting.dovetails
    lies = asked.cut.makes == "sockets"
    end = asked.cut.end
    mine = (
        write("this board lies, shown face up, {end} end towards you", end=end)
        if lies
        else write("this board stands before the other, {end} end up, shown face towards you", end=end)
    )
    other = (
        write("before it its mate, cut in the same go, or scrap {m:fine} thick: its end flush with this face", m=asked.front)
        if lies
        else write("behind it its mate, cut in the same go, or scrap {m:fine} thick: flush with this end", m=asked.back)
    )
    return SlipSection(
        key="hold",
        title="Hold",
        leads=(Lead(shown=plain("Comb's frame"), caption=write("both boards clamped")),),
        lines=(mine, other, write("scrap {m:fine} thick on the left of the tails, flush with their end", m=asked.front)),
        figures=(),
    )
