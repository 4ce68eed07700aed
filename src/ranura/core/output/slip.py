"""What a slip is made of: its places in the order of the hands, their large figures, the lines of its table."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final, Literal

from ranura.core.choosing.setting import SteppedSetting, ToolSetting
from ranura.core.cutting.stepping import Pass, Stepping
from ranura.core.cutting.turret import Rung, Turret
from ranura.core.geometry import closeness
from ranura.core.holding.clamps import Holding
from ranura.core.output.feeding import carrier_line
from ranura.core.shop.tooling.bits import shank_name
from ranura.core.shop.tooling.routers import Base
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.lengths import Length, written_in
from ranura.core.text.writing import Fact, Reading, Shown, Text, write

SectionKey = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Lead:
    """A large figure with the word after it; `figure` is the key of its working."""

    shown: Shown
    caption: Text
    figure: str | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class SlipSection:
    """One place of the slip: its large figures, the lines below them, and the figures whose workings it opens."""

    key: SectionKey
    title: str
    leads: tuple[Lead, ...]
    lines: tuple[Text, ...]
    figures: tuple[str, ...]
    assumed: Text | None = None
    """The figures of the tools that it rests on and that nobody has looked at yet."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PassLine:
    """One pass as a line of a table; what the cells are, the plan's `pass_columns` say."""

    number: int
    cells: tuple[Shown, ...]


PACE_OVER: Final = Text(metric="for 300 mm", inch="for 1 ft")
"""What a pace is over."""


def lead(figure: Figure, caption: str | Text, **facts: Fact) -> Lead:
    """A figure as a large one, with the word after it."""
    said = caption if isinstance(caption, Text) else write(caption, **facts)
    return Lead(shown=figure.shown, caption=said, figure=figure.key)


PASS_COLUMNS = ("spacer", "depth", "fresh", "feed", "time", "power")
"""What the cells of a channel's passes are: spacer, depth, width of the fresh wood, feed, time, power."""

TURRET_COLUMNS = ("turret", "depth", "spacer", "feed", "time", "power")
"""The same where a turret makes the depths: first where the rod comes to rest, then depth and spacer at the guide."""


def columns_of(stepping: Stepping | None) -> tuple[str, ...]:
    """What the cells of the passes are."""
    return TURRET_COLUMNS if stepping is not None and stepping.turret is not None else PASS_COLUMNS


def pass_lines(stepping: Stepping | None) -> tuple[PassLine, ...]:
    """The passes in order of work, to be read."""
    if stepping is None:
        return ()
    return tuple(PassLine(number=each.number, cells=_cells(each, stepping)) for each in stepping.passes)


def _cells(each: Pass, stepping: Stepping) -> tuple[Shown, ...]:
    spacer = show(each.spacer, "mm") if each.spacer else plain("none")
    depth = show(each.to_depth, "mm")
    moving = (show(each.feed_m_min, "m/min"), show(each.seconds, "s"), show(each.power.power_w, "W"))
    if stepping.turret is None:
        return (spacer, depth, show(each.engagement, "mm"), *moving)
    rung = next(r for r in stepping.turret.rungs if closeness.same(r.depth, each.to_depth))
    return (rung_shown(rung, stepping.turret), depth, spacer, *moving)


def rung_shown(rung: Rung, turret: Turret) -> Shown:
    """Where the rod comes to rest: the step, and the spacer on it."""
    name = step_name(rung.step, len(turret.steps))
    if not rung.spacer:
        return plain(name)
    said = write("{name} + {x:short}", name=name, x=rung.spacer)
    return Shown(metric=Reading(number=said.metric, unit=""), inch=Reading(number=said.inch, unit=""))


def step_name(step: int, count: int) -> str:
    """What a step of a turret is called.

    >>> step_name(1, 3), step_name(2, 3), step_name(5, 6)
    ('high', 'middle', 'step 5')"""
    if step in (1, count):
        return "high" if step == 1 else "low"
    return "middle" if count == 3 else f"step {step}"


def typed_shown(length: Length) -> Shown:
    """A length as it was typed."""
    unit, said = written_in(length.typed, length.unit)
    return plain(length.typed, "" if said else unit)


def tool_section(setting: ToolSetting, figures: Mapping[str, Figure]) -> SlipSection:
    """Bit, collet, base, and how it is held."""
    bit, router, base = setting.bit, setting.router, setting.base
    has = router.has_collet(bit.shank) or setting.candidate.sleeved
    fits = "{shank} shank and collet · {router}, {base} base" if has else "{shank} shank · {router}, {base} base"
    grip = setting.grip
    held = write("unplugged; push it in, draw it back {3:about}")
    if grip is not None:
        held = write("unplugged; {i:rough} held, {f:rough} stand out", i=grip.inside, f=grip.free)
    return SlipSection(
        key="tool",
        title="Tool up",
        leads=(Lead(shown=plain(bit.name), caption=write("")),),
        lines=(write(fits, shank=shank_name(bit.shank), router=router.name, base=base.kind), held),
        figures=tuple(key for key in ("tool.free", "tool.bend") if key in figures),
    )


def speed_section(setting: ToolSetting, figures: Mapping[str, Figure]) -> SlipSection:
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
    return SlipSection(
        key="speed",
        title="Speed",
        leads=tuple(leads),
        lines=(write(line, **facts),),
        figures=(rpm.key, *(["speed.dial"] if dial else []), rim.key),
    )


def depths_section(stepping: Stepping, depth: Shown, *, zero: str = "zero on the face") -> SlipSection:
    """The whole depth, its passes, how a turret makes them, and what they are measured from."""
    count = len(stepping.depths)
    caption = write("in one pass") if count == 1 else write("in {n} passes", n=count)
    at_once = "all of it at once · {zero}" if stepping.bound == "full-depth" else "up to {a:len} a pass · {zero}"
    allowed = write(at_once, a=stepping.step, zero=zero)
    lines = [allowed]
    named = {f"d{i}": depth for i, depth in enumerate(stepping.depths)}
    listed = write(" · ".join(f"{{{name}:len}}" for name in named), **named)
    if stepping.turret is not None:
        many = write("up to {a:len} a pass; all stops are listed with the feed", a=stepping.step)
        lines = [listed if count <= _LISTED else many, *_turret_lines(stepping.turret)]
    elif count > 1:
        lines = [listed, allowed]
    return SlipSection(
        key="depths",
        title="Depths",
        leads=(Lead(shown=depth, caption=caption, figure="depth.count"),),
        lines=tuple(lines),
        figures=("depth.step", "depth.count", *(("depth.turret",) if stepping.turret else ())),
    )


def set_by_part(section: SlipSection, base: Base) -> SlipSection:
    """What lies in the cut sets its depth: between rod and step, or below the base; on a table beside the bit.

    Rule: R3 depth by the part
    Formula: depth = its own thickness
    Source: what is not measured adds no error"""
    how = {
        "plunge": "bit on the face, the part itself between rod and low step",
        "fixed": "base on two pieces of the part, bit down to the bench",
        "table": "the part beside the bit, bit up to its face",
    }[base.kind]
    kept = [each for each in section.lines if "between rod" not in each.metric]
    return replace(section, lines=(write(how), *kept))


_LISTED = 4
"""Depths up to which a slip lists them in a line."""


def _turret_lines(turret: Turret) -> list[Text]:
    """How the rod is set, and which spacers go under it."""
    first, *later = turret.lowest
    if turret.method == "from-floor":
        lines = [write("bit on the face: {d:len} between rod and low step", d=first)]
        lines += [write("then set again: {d:len} on the low step", d=each) for each in later]
    else:
        lines = [write("bit on the face: rod down on the high step")]
        if later:
            lines.append(
                write(
                    "set again {n}: bit on the floor, rod on the high step",
                    n="once" if len(later) == 1 else f"{len(later)} times",
                )
            )
    if turret.spacers:
        named = {f"x{i}": x for i, x in enumerate(turret.spacers)}
        listed = ", ".join(f"{{{name}:short}}" for name in named)
        lines.append(write(f"under the rod: {listed}", **named))
    return lines


def feed_section(setting: SteppedSetting, figures: Mapping[str, Figure], *, faces: str = "") -> SlipSection:
    """Pace, passes, time and power; `faces` says on how many faces they are run."""
    stepping = setting.stepping
    assert stepping is not None, "only a setting with passes has a feed"
    hard = stepping.hardest.power
    return SlipSection(
        key="feed",
        title="Feed",
        leads=(lead(figures["feed.pace"], PACE_OVER),),
        lines=(
            write(
                "{n} {passes}{faces}{time} · {p:n0} of {available:n0} W",
                n=len(stepping.passes),
                passes="pass" if len(stepping.passes) == 1 else "passes",
                faces=faces,
                time=in_wood(figures),
                p=hard.power_w,
                available=hard.available_w or 0.0,
            ),
        ),
        figures=tuple(key for key in ("feed.pace", "feed.time", "feed.power") if key in figures),
    )


def in_wood(figures: Mapping[str, Figure]) -> str:
    """The words for how long a bit is in the wood, where that is known."""
    time = figures.get("feed.time")
    return "" if time is None else write(", {t:n0} s in the wood", t=time.value).metric


_HELD_BY = {
    "dogs": ("dogs", "below the face, at both ends"),
    "vice": ("vice", "jaws below the face"),
    "tape": ("tape", "double-sided, on a flat and clean board"),
    "vacuum": ("vacuum", "cups below the work, clear of the cut"),
    "carrier": ("carrier", ""),
}


def hold_lead(holding: Holding) -> Lead:
    """What holds the work, in one word."""
    if holding.method in _HELD_BY:
        return Lead(shown=plain(_HELD_BY[holding.method][0].capitalize()), caption=write(""))
    return Lead(shown=plain(str(len(holding.feet))), caption=write("clamps"))


def hold_lines(holding: Holding, part: tuple[float, float]) -> list[Text]:
    """Where the clamps stand and how far from the router, or how else a part of length × width is held."""
    if holding.method == "carrier":
        return [carrier_line(part)]
    if holding.method in _HELD_BY:
        return [write(_HELD_BY[holding.method][1])]
    on_guide = sum(foot.at is None for foot in holding.feet)
    on_board = len(holding.feet) - on_guide
    clear = holding.clear or 0.0
    if not on_guide:
        return [write("{n} on the board, {x:rough} clear of the router", n=on_board, x=clear)]
    return [write("{g} on the fence, {n} on the board, {x:rough} clear", g=on_guide, n=on_board, x=clear)]


def stepped_slip(
    setting: SteppedSetting,
    figures: Mapping[str, Figure],
    *,
    depths: Callable[[Stepping], SlipSection],
    ways: Sequence[SlipSection],
    hold: SlipSection,
    faces: str = "",
) -> tuple[SlipSection, ...]:
    """The slip of a setting that goes down in passes, in the order of the hands; `ways` are its guide and direction. Depths and
    feed are left out where a stop leaves no passes."""
    made = [tool_section(setting, figures), speed_section(setting, figures)]
    if setting.stepping is None:
        return (*made, *ways, hold)
    return (*made, depths(setting.stepping), *ways, feed_section(setting, figures, faces=faces), hold)


def direction_section(lines: Sequence[Text]) -> SlipSection:
    """The work from right to left, with what is to be done."""
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain("Right to left"), caption=write("the work"), figure="direction.heading"),),
        lines=tuple(lines),
        figures=("direction.heading",),
    )
