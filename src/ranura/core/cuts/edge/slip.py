"""The slip of an edge cut, in the order of the hands."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final

from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.figures import said
from ranura.core.cuts.edge.guides import GuidedTrip, has_room, jointing_runs, reach_behind
from ranura.core.cuts.edge.moves import PAST_THE_START
from ranura.core.cuts.edge.over_table import fed_over_table, turn_words, turns_between
from ranura.core.cuts.edge.runs import START_CLIMB, Run, leading, names_of
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.staging import Staging
from ranura.core.cutting.direction import contour_direction
from ranura.core.geometry import closeness
from ranura.core.holding.placed import RIPPED, Exit
from ranura.core.output.feeding import feeding_lines
from ranura.core.output.slip import PACE_OVER, Lead, PassLine, SlipSection, in_wood, lead, speed_section, tool_section
from ranura.core.text.cautions import Caution
from ranura.core.text.figures import Figure, as_sold, plain, show
from ranura.core.text.writing import Fact, Shown, Text, write

STAGE_COLUMNS = ("bit", "fence", "area", "fresh", "feed", "power")
"""What the cells of a stage are: bit beyond the base, fence, area, width of the fresh wood, feed, power."""


def stage_lines(setting: EdgeSetting) -> tuple[PassLine, ...]:
    """The stages in order of work, to be read."""
    if setting.staging is None or setting.guided is None:
        return ()
    guided = setting.guided
    return tuple(
        PassLine(
            number=stage.number,
            cells=(
                show(stage.trip.height, "mm"),
                _fence_of(setting, guided, stage.trip.offset),
                plain(f"{stage.area:.1f}", "mm²"),
                show(stage.width, "mm"),
                show(stage.feed_m_min, "m/min"),
                show(stage.power.power_w, "W"),
            ),
        )
        for stage in setting.staging.stages
    )


def _fence_of(setting: EdgeSetting, guided: GuidedTrip, offset: float) -> Shown:
    """Where the fence stands in a stage; the bearing where that rides on the edge."""
    if guided.guide == "edge-guide":
        return show(setting.bit.diameter / 2 - offset, "mm")
    if guided.guide != "fence":
        return plain("bearing") if guided.guide == "bearing" else plain("template")
    if setting.by_hand:
        return show(setting.base.sides[0].distance - offset, "mm")
    return show(offset - (guided.bearing or setting.bit.diameter) / 2, "mm")


def edge_sections(setting: EdgeSetting, figures: Sequence[Figure], cautions: Sequence[Caution]) -> tuple[SlipSection, ...]:
    """The slip; sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    made = [tool_section(setting, by_key), speed_section(setting, by_key)]
    if setting.guided is not None:
        made += [_heights(setting, by_key), _guide(setting, setting.guided, by_key)]
    if setting.runs:
        made.append(_direction(setting, by_key))
    if setting.staging is not None:
        made.append(_feed(setting.staging, by_key))
    made.append(_hold(setting, cautions))
    return tuple(made)


def _listed(values: Sequence[float]) -> Text:
    named = {f"x{i}": value for i, value in enumerate(values)}
    return write(" · ".join(f"{{{name}:len}}" for name in named), **named)


def _heights(setting: EdgeSetting, figures: Mapping[str, Figure]) -> SlipSection:
    staging = setting.staging
    count = len(staging.stages) if staging else 1
    caption = "beyond the base" if setting.by_hand else "above the table"
    lines: list[Text] = []
    if staging is not None and count > 1:
        heights = list(dict.fromkeys(stage.trip.height for stage in staging.stages))
        if len(heights) > 1:
            steps = _listed(heights)
            lines.append(Text(metric=f"in {count} stages: {steps.metric}", inch=f"in {count} stages: {steps.inch}"))
            if len({stage.trip.offset for stage in staging.stages}) > 1:
                by_hand, table = "depths are run at one setting of the guide", "settings of the fence are run at one height"
                lines.append(write("all {first}, before it is changed", first=by_hand if setting.by_hand else table))
        else:
            lines.append(write("{n} stages at this height", n=count))
    else:
        wide, where = figures["edge.width"].value, setting.edging.into
        lines.append(write("in one stage, {w:len} into the {where}", w=wide, where=where) if wide else write("in one stage"))
    parts, faces = setting.edging.count, setting.edging.both_faces
    whole = "part" if parts == 1 else "parts"
    every = "at each setting run " if count > 1 else "run "
    lines.append(write(every + "{n} " + whole + " and a spare{faces}", n=parts, faces=", both faces" if faces else ""))
    return SlipSection(
        key="depths",
        title="Height",
        leads=(lead(figures["edge.height"], caption),),
        lines=tuple(lines),
        figures=tuple(key for key in ("edge.height", "edge.width", "edge.stages") if key in figures),
    )


def _guide(setting: EdgeSetting, guided: GuidedTrip, figures: Mapping[str, Figure]) -> SlipSection:
    keys = tuple(key for key in ("edge.fence", "edge.contact") if key in figures)
    lines: list[Text] = []
    leads: tuple[Lead, ...]
    if guided.guide == "fence" and setting.by_hand:
        line = "finished line" if setting.edging.shape == "flush" else "edge"
        leads = (lead(figures["edge.fence"], f"from the {line} to the straightedge"),)
        lines.append(write("clamp it on the face; {side} of the base along it", side=setting.base.sides[0].name))
        lines += _spacer_lines(setting, guided)
    elif guided.guide == "edge-guide":
        leads = (lead(figures["edge.fence"], "guide to the far side of the bit"),)
        lines.append(_face_of(setting, guided))
        lines += _spacer_lines(setting, guided)
    elif guided.guide == "fence":
        leads = (_table_fence(guided, figures),)
        lines += _fence_lines(setting, guided)
    elif guided.guide == "template":
        leads = (Lead(shown=plain("Template below"), caption=write(""), figure="edge.contact"),)
        rides = str(as_sold(guided.bearing or 0.0).metric)
        lines.append(write("straightedge under the board, level with the cut line; the {d} bearing rides on it", d=rides))
    else:
        leads = (Lead(shown=as_sold(guided.bearing or 0.0), caption=write("bearing on the edge"), figure="edge.contact"),)
        if setting.contact is not None:
            lines.append(write("{c:len} of edge left to ride on", c=setting.contact))
        if not setting.by_hand:
            lines.append(write("no fence on a curve: starting pin in the table, where the work comes from"))
    return SlipSection(key="guide", title="Guide", leads=leads, lines=tuple(lines), figures=keys)


def _face_of(setting: EdgeSetting, guided: GuidedTrip) -> Text:
    """The edge guide that is taken, and what lets the bit turn behind its face."""
    tool = setting.edge_guide
    name = "guide" if tool is None else tool.name
    if not closeness.over(reach_behind(guided, setting.bit), 0.0):
        return write("{name} on the edge that is cut", name=name)
    if tool is not None and has_room(tool):
        return write("{name} on the edge that is cut, the bit in its gap", name=name)
    return write("{name} on the edge that is cut, its wooden face notched for the bit", name=name)


def _spacer_lines(setting: EdgeSetting, guided: GuidedTrip) -> list[Text]:
    """The spacers at the guide, where it is reached sideways in steps."""
    offsets = list(dict.fromkeys(stage.trip.offset for stage in setting.staging.stages)) if setting.staging else []
    if len(offsets) < 2:
        return []
    spacers = _listed([offset - guided.trip.offset for offset in offsets[:-1]])
    return [Text(metric=f"spacer: {spacers.metric}, then none", inch=f"spacer: {spacers.inch}, then none")]


def _table_fence(guided: GuidedTrip, figures: Mapping[str, Figure]) -> Lead:
    if guided.bearing is not None and closeness.same(guided.proud, 0.0):
        return Lead(shown=plain("Level"), caption=write("with the bearing"), figure="edge.fence")
    if guided.bearing is not None:
        return lead(figures["edge.fence"], "proud of the bearing")
    return Lead(shown=show(-guided.proud, "mm"), caption=write("of the cutter in front of the fence"), figure="edge.fence")


def _fence_lines(setting: EdgeSetting, guided: GuidedTrip) -> list[Text]:
    lines = []
    if setting.edging.shape == "jointing":
        count, each = jointing_runs(setting.edging.size, setting.rules)
        lines.append(write("outfeed face tangent to the cutter; infeed behind it by {x:len}", x=each))
        # Each run makes the edge new: it is the same setting every time.
        return [*lines, write("the same setting run {n} times", n=count)] if count > 1 else lines
    lines.append(write("fence opening {x:rough}, ring to suit", x=setting.bit.diameter + setting.rules.opening_clearance))
    offsets = list(dict.fromkeys(stage.trip.offset for stage in setting.staging.stages)) if setting.staging else []
    if len(offsets) > 1:
        shifts = _listed([offset - guided.trip.offset for offset in offsets])
        lines.append(Text(metric=f"fence forward by {shifts.metric}", inch=f"fence forward by {shifts.inch}"))
    return lines


def _direction(setting: EdgeSetting, figures: Mapping[str, Figure]) -> SlipSection:
    runs = setting.runs
    closed = [run for run in runs if run.edge.closed]
    straight = [run for run in runs if not run.edge.closed]
    shown, lines = _ways(setting) if setting.by_hand else _ways_of_the_work(runs)
    if straight:
        if setting.by_hand:
            lines.append(write("{order}", order=", ".join(f"{run.number} {run.edge.name}" for run in straight)))
        carried = setting.edging.held == "carrier" and setting.edging.can_be_wedged
        lines += _starts(straight, by_hand=setting.by_hand, carried=carried, exit=setting.edging.exit)
    for run in closed:
        if not setting.by_hand:
            lines.append(_round_about(run))
            continue
        lines.append(
            write(
                "{name}: {sense}, start at the mark, go {past:len} past it",
                name=run.edge.name.capitalize(),
                sense=said(run.sense),
                past=PAST_THE_START,
            )
        )
    if any(run.edge.inside for run in closed):
        lines += _in_an_opening(by_hand=setting.by_hand)
    if setting.staging is not None and setting.staging.stages[0].climb:
        lines.append(write("stage 1 the other way round: a light climb, {x:len} deep", x=setting.staging.stages[0].trip.height))
    lines.append(_stance(setting))
    if setting.edging.both_faces:
        lines.append(write("then turn the board over: the same again"))
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(shown,),
        lines=tuple(lines),
        figures=tuple(key for key in ("direction.sense", "direction.grain") if key in figures),
    )


def _ways(setting: EdgeSetting) -> tuple[Lead, list[Text]]:
    """Which way the router goes."""
    first = setting.runs[0]
    caption, lines = (write(""), [write("seen from above")]) if first.edge.closed else (write("facing the edge"), [])
    return Lead(shown=plain(said(first.sense).capitalize()), caption=caption, figure="direction.sense"), lines


def _ways_of_the_work(runs: Sequence[Run]) -> tuple[Lead, list[Text]]:
    """What the work does over a table, as the person before it sees it: edge by edge, and how it is turned in between (R7)."""
    first = runs[0]
    if first.edge.closed:
        turns = _work_turns(first)
        return Lead(shown=plain(turns.capitalize()), caption=write("turn the work"), figure="direction.sense"), []
    lead_ = Lead(shown=plain("Right to left"), caption=write("feed the work"), figure="direction.sense")
    lines = [write("past the front of the bit, its edge against the fence")]
    straight = [run for run in runs if not run.edge.closed]
    for run, turn in zip(straight, (0.0, *turns_between(straight)), strict=True):
        led = leading(run.edge)
        leads = f", {led} leading" if led else ""
        turned = f"{turn_words(turn)}: " if turn else ""
        lines.append(write("{n} {turned}{edge}{leads}", n=run.number, turned=turned, edge=run.edge.name, leads=leads))
    return lead_, lines


def _work_turns(run: Run) -> str:
    """Which way the work is turned while a closed run goes round."""
    return str(contour_direction(mounting="table", contour="inside" if run.edge.inside else "outside").work_turns)


def _round_about(run: Run) -> Text:
    """How a closed run is made over a table."""
    return write(
        "{name}: from the pin onto the bearing; turn the work {turns}, {past:len} past the start",
        name=run.edge.name.capitalize(),
        turns=_work_turns(run),
        past=PAST_THE_START,
    )


def _in_an_opening(*, by_hand: bool) -> list[Text]:
    """How a run in an opening is begun and ended (R7, R21.2)."""
    if by_hand:
        return [write("base flat, bit clear in the opening, switch on; in and out on an arc; wait until it stands")]
    return [
        write("the bit standing, lay the opening over bit and pin; clear of the bit, switch on"),
        write("off on an arc; switch off, wait until it stands, then lift"),
    ]


def _stance(setting: EdgeSetting) -> Text:
    """Where to stand, and how."""
    return write(
        "stand half turned to the way you go, braced" if setting.by_hand else "stand in front, out of line with the work"
    )


_EXITS: Final[Mapping[Exit, str]] = {
    "hidden": "where the bit leaves the {edges} it breaks out: let nobody see that",
    "ripped": "leave the board {more:len} more where the bit leaves the {edges}, and rip that off afterwards",
}


def _starts(runs: Sequence[Run], *, by_hand: bool, carried: bool, exit: Exit) -> list[Text]:
    lines: list[Text] = []
    climbs = [run for run in runs if run.climb_start]
    blocks = [run for run in runs if run.lead_in]
    if climbs:
        lines.append(write("begin with a light climb of {x:rough}, from inside to the corner", x=START_CLIMB))
    if blocks:
        facts: dict[str, Fact] = {"edges": names_of(blocks)}
        lines.append(write("lead-in block at the start of the {edges}", **facts))
    backers = [run for run in runs if run.backer]
    if backers:
        lines.append(write("backer where the bit leaves the {edges}", edges=names_of(backers)))
    out = [run for run in runs if run.breaks_out]
    if out:
        lines.append(write(_EXITS[exit], edges=names_of(out), more=RIPPED))
    ends = [run for run in runs if run.end_grain]
    if ends and not backers and not out and carried:
        lines.append(write("the carrier's boards take the break-out of the {edges}", edges=names_of(ends)))
    lines.append(write("straight on and straight off at the corners" if by_hand else "past the bit and clear of it, then lift"))
    return lines


def _feed(staging: Staging, figures: Mapping[str, Figure]) -> SlipSection:
    hard = staging.hardest.power
    count = len(staging.stages)
    return SlipSection(
        key="feed",
        title="Feed",
        leads=(lead(figures["feed.pace"], PACE_OVER),),
        lines=(
            write(
                "{n} {stages}{time} · {p:n0} of {available:n0} W",
                n=count,
                stages="stage" if count == 1 else "stages",
                time=in_wood(figures),
                p=hard.power_w,
                available=hard.available_w or 0.0,
            ),
        ),
        figures=tuple(key for key in ("feed.pace", "feed.time", "feed.power") if key in figures),
    )


def _fed(setting: EdgeSetting) -> SlipSection:
    """What feeds the work over a table, and what stands above it."""
    feeding = fed_over_table(setting)
    lines = feeding_lines(feeding)
    if setting.below:
        lines.append(write("the bit stands {x:rough} above the board", x=setting.below))
    return SlipSection(
        key="hold", title="Hold", leads=(Lead(shown=plain(feeding.word), caption=write("")),), lines=tuple(lines), figures=()
    )


def _hold(setting: EdgeSetting, cautions: Sequence[Caution]) -> SlipSection:
    hold = setting.hold
    if not setting.by_hand:
        return _fed(setting)
    word, line = {
        "clamps": ("2 clamps", "along the side that is not cut; base and handles reach {x:rough} over the board"),
        "clamps-moved": ("2 clamps", "where you do not cut yet; move them on, one at a time"),
        "mat": ("Mat", "non-slip mat, light work only; base and handles reach {x:rough} over the board"),
        "carrier": ("Carrier", "boards of its own height on the sides that are not cut, wedged and clamped"),
        "tape": ("Tape", "double-sided tape on a smaller board below, which stays inside the edges"),
        "vacuum": ("Vacuum", "on a pod below that stays inside the edges"),
        "vice": ("Vice", "jaws below the face, clear of bearing, screw and guide"),
        "dogs": ("Bench dogs", "below the face, clear of bearing and screw"),
    }[hold.method]
    lines = [write(line, x=hold.covers)]
    if setting.below > 0 and hold.method in ("tape", "vacuum"):
        raised = closeness.ceil(setting.below + setting.rules.bearing_overhang)
        lines.append(write("raised by {x:rough} or more, so that bearing and screw clear the bench", x=raised))
    if setting.below and not any(each.code == words.BEARING_BELOW.code for each in cautions):
        lines.append(write("{x:rough} below the board must stay clear", x=setting.below))
    return SlipSection(
        key="hold", title="Hold", leads=(Lead(shown=plain(word), caption=write("")),), lines=tuple(lines), figures=()
    )
