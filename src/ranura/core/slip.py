"""The slip: the setup in the order of the hands, one action and one number a line. Screen and paper show this."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.cautions import Caution
from ranura.core.cuts.dado import Dado
from ranura.core.cutting.stepping import Pass
from ranura.core.lengths import Length, written_in
from ranura.core.setting import Setting, ToolSetting
from ranura.core.text import Fact, Shown, Text, write
from ranura.core.tooling.bits import shank_name
from ranura.core.working import Figure, plain, show

SectionKey = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Lead:
    """A large figure with the word after it; `figure` is the key of its working."""

    shown: Shown
    caption: Text
    figure: str | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Section:
    """One place of the slip: its large figures, the lines below them, and the figures whose workings it opens."""

    key: SectionKey
    title: str
    leads: tuple[Lead, ...]
    lines: tuple[Text, ...]
    figures: tuple[str, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class PassLine:
    """One pass as a line of a table; what the cells are, the plan's `pass_columns` say."""

    number: int
    cells: tuple[Shown, ...]


PASS_COLUMNS = ("spacer", "depth", "fresh", "feed", "time", "power")
"""What the cells of a channel's passes are: spacer, depth, width of the fresh wood, feed, time, power."""


def pass_lines(passes: Sequence[Pass]) -> tuple[PassLine, ...]:
    """The passes in order of work, to be read."""
    return tuple(
        PassLine(
            number=each.number,
            cells=(
                show(each.spacer, "mm") if each.spacer else plain("none"),
                show(each.to_depth, "mm"),
                show(each.engagement, "mm"),
                show(each.feed_m_min, "m/min"),
                show(each.seconds, "s"),
                show(each.power.power_w, "W"),
            ),
        )
        for each in passes
    )


def sections(setting: Setting, cut: Dado, figures: Sequence[Figure], cautions: Sequence[Caution]) -> tuple[Section, ...]:
    """The slip of a setting. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    made = [tool_section(setting, by_key), speed_section(setting, by_key)]
    if setting.stepping is not None:
        made.append(_depths(setting, cut))
    if setting.by_hand:
        made += [_guide(setting, by_key), _direction(setting)]
    if setting.stepping is not None:
        made.append(_feed(setting, by_key))
    if setting.by_hand:
        made.append(_hold(setting, by_key, cautions))
    return tuple(made)


def _as_typed(length: Length) -> Shown:
    unit, said = written_in(length.typed, length.unit)
    return plain(length.typed, "" if said else unit)


def lead(figure: Figure, caption: str, **facts: Fact) -> Lead:
    """A figure as a large one, with the word after it."""
    return Lead(shown=figure.shown, caption=write(caption, **facts), figure=figure.key)


def tool_section(setting: ToolSetting, figures: Mapping[str, Figure]) -> Section:
    """Bit, collet, base, and how it is held."""
    bit, router, base = setting.bit, setting.router, setting.base
    has = router.has_collet(bit.shank) or setting.candidate.sleeved
    fits = "{shank} shank and collet · {router}, {base} base" if has else "{shank} shank · {router}, {base} base"
    grip = setting.grip
    held = write("unplugged; push it in, draw it back 3 mm")
    if grip is not None:
        held = write("unplugged; {i:rough} held, {f:rough} stand out", i=grip.inside, f=grip.free)
    return Section(
        key="tool",
        title="Tool up",
        leads=(Lead(shown=plain(bit.name), caption=write("")),),
        lines=(write(fits, shank=shank_name(bit.shank), router=router.name, base=base.kind), held),
        figures=tuple(key for key in ("tool.free", "tool.bend") if key in figures),
    )


def speed_section(setting: ToolSetting, figures: Mapping[str, Figure]) -> Section:
    """Dial position and rim speed."""
    rpm, rim, dial = figures["speed.rpm"], figures["speed.rim"], figures.get("speed.dial")
    leads = [] if dial is None else [lead(dial, "on the dial")]
    leads.append(Lead(shown=show(setting.turning_rpm, "rpm"), caption=write(""), figure="speed.rpm"))
    marked = setting.bit.marked_max_rpm
    line = (
        "rim {v:n1} of {limit:n} m/s · bit marked {marked:rpm}" if marked else "rim {v:n1} of {limit:n} m/s · no maximum marked"
    )
    facts: dict[str, Fact] = {"v": rim.value, "limit": setting.rules.rim_speed_limit_m_s}
    if marked:
        facts["marked"] = marked
    return Section(
        key="speed",
        title="Speed",
        leads=tuple(leads),
        lines=(write(line, **facts),),
        figures=(rpm.key, *(["speed.dial"] if dial else []), rim.key),
    )


def _depths(setting: Setting, cut: Dado) -> Section:
    stepping = setting.stepping
    assert stepping is not None, "only a setting with passes has depths"
    count = len(stepping.depths)
    named = {f"d{i}": depth for i, depth in enumerate(stepping.depths)}
    caption = write("in one pass") if count == 1 else write("in {n} passes", n=count)
    allowed = write("up to {a:len} a pass · zero on the face", a=stepping.step)
    steps = write(" · ".join(f"{{{name}:len}}" for name in named), **named)
    return Section(
        key="depths",
        title="Depths",
        leads=(Lead(shown=_as_typed(cut.depth), caption=caption, figure="depth.count"),),
        lines=(allowed,) if count == 1 else (steps, allowed),
        figures=("depth.step", "depth.count"),
    )


def _guide(setting: Setting, figures: Mapping[str, Figure]) -> Section:
    fence = setting.fence
    spacers = fence.setback.spacers or ()
    lines = [write("at {at:len} from the {end} end", at=fence.at, end=setting.channel.reference_end)]
    if len(spacers) > 1:
        named = {f"x{i}": x for i, x in enumerate(spacers[:-1])}
        listed = " · ".join(f"{{{name}:len}}" for name in named)
        word = "spacer" if len(named) == 1 else "spacers"
        lines.append(write(f"{word} at the fence: {listed}, then none", **named))
    lines.append(write("{side} of the base along the fence", side=setting.guided.name))
    keys = ["guide.setback", "guide.fence_at", "guide.fence_length"]
    return Section(
        key="guide",
        title="Guide",
        leads=(lead(figures["guide.setback"], "from line to fence"),),
        lines=tuple(lines),
        figures=(*keys, *(["guide.spacer"] if "guide.spacer" in figures else [])),
    )


def _direction(setting: Setting) -> Section:
    away = setting.pushes_away
    return Section(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain("Push away" if away else "Pull towards you"), caption=write(""), figure="direction.heading"),),
        lines=(
            write(
                "fence on your left, {length:rough} or longer" if away else "fence at your right hand, {length:rough} or longer",
                length=setting.fence.length,
            ),
            write("start clear of the wood; lift off to come back"),
        ),
        figures=("direction.heading",),
    )


def _feed(setting: Setting, figures: Mapping[str, Figure]) -> Section:
    stepping = setting.stepping
    assert stepping is not None, "only a setting with passes has a feed"
    hard = stepping.hardest.power
    return Section(
        key="feed",
        title="Feed",
        leads=(lead(figures["feed.pace"], "for 300 mm"),),
        lines=(
            write(
                "{n} {passes}, {t:n0} s in the wood · {p:n0} of {available:n0} W",
                n=len(stepping.passes), passes="pass" if len(stepping.passes) == 1 else "passes",
                t=figures["feed.time"].value, p=hard.power_w, available=hard.available_w or 0.0,
            ),
        ),
        figures=("feed.pace", "feed.time", "feed.power"),
    )  # fmt: skip


def _hold(setting: Setting, figures: Mapping[str, Figure], cautions: Sequence[Caution]) -> Section:
    holding = setting.holding
    lines: list[Text] = []
    if not any(each.place == "hold" for each in cautions) and holding.clear is not None:
        lines.append(write("2 on the fence, 2 on the corners, {x:rough} clear", x=holding.clear))
    lines.append(write("backer at the {edge} edge, level with the face", edge="far" if setting.pushes_away else "near"))
    return Section(
        key="hold",
        title="Hold",
        leads=(Lead(shown=plain(str(len(holding.clamps))), caption=write("clamps")),),
        lines=tuple(lines),
        figures=("hold.clear",) if "hold.clear" in figures else (),
    )
