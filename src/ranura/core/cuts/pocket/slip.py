"""The slip of a pocket, in the order of the hands."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import assert_never

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import PocketGuide
from ranura.core.cuts.pocket.guides import AreaGuide, FreehandGuide, ShoulderGuide, SledGuide, TrammelGuide, sense_of
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.cuts.template.slip import LOOSE, OUT, TEMPLATE_HELD, guide_section, place_lines
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry import closeness
from ranura.core.output.going import Going
from ranura.core.output.guides import StationLine, heading_words
from ranura.core.output.slip import Lead, SlipSection, depths_section, hold_lead, hold_lines, lead, set_by_part, stepped_slip
from ranura.core.text.cautions import Caution
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Reading, Shown, Text, write

_PARED = 1.0
"""mm inside its line that a cut by eye stays, to be pared (R8)."""
_SAYS: dict[PocketGuide, str] = {
    "edge-guide": "set once from the edge, with blocks at both ends",
    "straightedge": "a straight piece and blocks at both ends",
    "bushing": "a ring in the base follows a template larger than the cut",
    "bearing": "a bearing at the shank follows a template of the same size",
    "freehand": "along a scored line, the walls pared afterwards",
    "trammel": "an arm around a pivot in the centre",
    "shoulder": "lanes across, the last along a straightedge",
    "sled": "lanes across the board on a sled that rides on rails",
}


def guide_says(kind: PocketGuide) -> Text:
    """What a method of guiding is, where nothing speaks against it."""
    return write(_SAYS[kind])


def pocket_sections(
    setting: PocketSetting, cut: PocketCut, figures: Sequence[Figure], cautions: Sequence[Caution], going: Going | None
) -> tuple[SlipSection, ...]:
    """The slip of a pocket. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    ways = []
    if setting.guide is not None:
        ways.append(_guide(setting, cut, setting.guide, by_key))
        ways += [_direction(setting, setting.guide, going)] if setting.paths else []
    return stepped_slip(
        setting,
        by_key,
        depths=lambda stepping: _depths(setting, stepping, cut),
        ways=ways,
        hold=_hold(setting, by_key, cautions),
        faces=" on each face" if setting.pocket.both_faces else "",
    )


def _depths(setting: PocketSetting, stepping: Stepping, cut: PocketCut) -> SlipSection:
    worked = cut.through or cut.leaves is not None
    section = depths_section(stepping, show(setting.depth, "mm") if worked else plain(as_typed(cut.depth)))
    if setting.pocket.form == "lap":
        section = _with_tongue(section, setting.pocket)
    return set_by_part(section, setting.base) if cut.leaf else section


def _with_tongue(section: SlipSection, asked: PocketOnBoard) -> SlipSection:
    """What a lap leaves of the end."""
    says = "each face; leaves a tongue of {t:len}" if asked.both_faces else "leaves {t:len}"
    line = write(says, t=asked.tongue)
    return replace(section, lines=(line, *section.lines), figures=(*section.figures, "lap.tongue"))


def _guide(setting: PocketSetting, cut: PocketCut, guide: AreaGuide, figures: Mapping[str, Figure]) -> SlipSection:
    keys = tuple(key for key in ("area.pivot", "area.shoulder") if key in figures)
    lines: list[Text] = []
    asked = setting.pocket
    match guide:
        case Follower():
            if setting.template is not None:
                return _template_guide(setting, cut, guide, setting.template, figures)
            shown = Lead(shown=plain("—"), caption=write(""))
        case TrammelGuide():
            last = ", last" if len(guide.radii) > 1 else ""
            shown = lead(figures["area.pivot"], f"pivot to axis{last}")
            r, keeps = guide.radii[-1], asked.facts.keeps_inside
            edge = r + (-1 if keeps else 1) * setting.bit.diameter / 2
            which = "nearest" if keeps else "farthest"
            lines.append(write("{r:len} from the pivot to the {which} edge of the bit{last}", r=edge, which=which, last=last))
            if len(guide.radii) > 1:
                named = {f"r{i}": radius for i, radius in enumerate(guide.radii)}
                lines.append(write("pivot to axis in turn: " + " · ".join(f"{{{name}:len}}" for name in named), **named))
            if asked.open_paths:
                lines += _arc_lines(setting)
            comes_out = asked.form == "hole" and asked.through
            lines.append(write("pivot in the centre" + (", on the piece that comes out: hold it first" if comes_out else "")))
        case ShoulderGuide():
            shown = lead(figures["area.shoulder"], "shoulder to fence")
            long = setting.pocket.part[1] + 2 * setting.rules.fence_overhang
            lines.append(
                write("straightedge {l:rough} or longer, a clamp at each end; scrap of the board's height at the end", l=long)
            )
        case SledGuide(sled=sled):
            shown = Lead(shown=plain("Sled"), caption=write("on rails"))
            lines.append(write("{name}; rails parallel, board wedged so that it does not rock", name=sled.name))
        case FreehandGuide():
            shown = Lead(shown=plain("Freehand"), caption=write("inside a scored line"))
            room = closeness.over(asked.narrow, setting.bit.diameter + 2 * _PARED) or asked.around
            lines.append(
                write(
                    "stay {1:about} inside it; pare to the line"
                    if room
                    else "as wide as the bit: its walls are left as they come"
                )
            )
        case _:
            assert_never(guide)
    if setting.plate is not None:
        lines.append(write("plate {x:rough} wide or more below the base", x=setting.plate))
    return SlipSection(key="guide", title="Guide", leads=(shown,), lines=tuple(lines), figures=keys)


def _arc_lines(setting: PocketSetting) -> list[Text]:
    """Where an arc begins and ends, to the bit's axis, and what stops the arm there."""
    path = setting.paths[-1]
    (x0, y0), (x1, y1) = path[0], path[-1]
    where = "{name}: {x:len} from the left end, {y:len} from the near edge"
    return [
        write(f"axis of the bit, {where}", name="first end", x=x0, y=y0),
        write(where, name="other end", x=x1, y=y1),
        write("a stop for the arm at each; try both with the bit above the board"),
    ]


def _template_guide(
    setting: PocketSetting, cut: PocketCut, follower: Follower, template: Template, figures: Mapping[str, Figure]
) -> SlipSection:
    """The template, and what follows it (R9)."""
    asked, (x0, y0, x1, y1) = setting.pocket, template.box
    if asked.facts.round and asked.facts.frees:
        size = write("{what} {d:len} across", what="plug" if template.outside else "opening", d=x1 - x0)
    elif asked.ring is not None:
        size = write("template: the outline, {o:len} larger all round", o=template.offset)
    else:
        corner = figures["template.corner"].value
        size = write("opening {l:len} × {w:len}, corners {r:len}", l=x1 - x0, w=y1 - y0, r=corner)
    place = place_lines(template, asked.part, cut.end, cut.edge, asked.open_sides)
    return guide_section(follower, template, figures, size=size, place=place, there=setting.there, plate=setting.plate)


def _back_to_the_next_lane(setting: PocketSetting, guide: AreaGuide) -> str:
    """How a router comes back for its next lane (R8)."""
    if isinstance(guide, SledGuide):
        return "draw the sled back through the lane just cut; never cut on the way back"
    if setting.base.kind == "plunge":
        return "lift off to come back; never cut on the way back"
    return "after each lane switch off and wait until it stands, then go back"


def _direction(setting: PocketSetting, guide: AreaGuide, going: Going | None) -> SlipSection:
    asked = setting.pocket
    sense = sense_of(asked)
    lines = []
    if asked.in_lanes:
        (x0, y0), (x1, y1) = setting.paths[0][:2]
        first = "left" if x0 < asked.centre[0] else "right"
        lines.append(write("{n} lanes across, from the {first} on, all in this sense", n=len(setting.paths), first=first))
        lines.append(write(_back_to_the_next_lane(setting, guide)))
        if asked.both_faces:
            lines.append(write("then turn it over about its length, the same end at the same side: the same again"))
            lines.append(write("shim of {d:len} below the finished cheek", d=asked.depth))
        return SlipSection(
            key="direction",
            title="Direction",
            leads=(Lead(shown=plain(heading_words((x1 - x0, y1 - y0))), caption=write(""), figure="direction.heading"),),
            lines=tuple(lines),
            figures=("direction.heading",),
        )
    if asked.around and asked.open_paths:
        lines.append(write("at each depth plunge at the first end, go to the other, lift off to come back"))
    elif asked.around:
        lines.append(write("plunge, then once round, at each depth"))
    elif asked.narrow > setting.bit.diameter * 1.02 and len(setting.paths) == 1:
        lines.append(write("plunge at an end, then once round along the {edge}", edge=_edge_along(guide)))
    elif asked.comes_in:
        lines.append(write("begin before the {side} side, the bit beside the wood", side=asked.open_sides[0]))
        lines.append(write("go round, each time a lane further in; last along the {edge}", edge=_edge_along(guide)))
    elif len(setting.paths) > 1:
        lines.append(write("plunge in the middle, work outwards; last along the {edge}", edge=_edge_along(guide)))
    else:
        lines.append(write("from end to end, back to the first end, no dwelling"))
    pressed = "" if isinstance(guide, FreehandGuide | TrammelGuide) else "pressed on; "
    if going is not None:
        lines.append(write(pressed + OUT[going.ends]))
    return SlipSection(
        key="direction",
        title="Direction",
        leads=(Lead(shown=plain(sense.capitalize()), caption=write(""), figure="direction.heading"),),
        lines=tuple(lines),
        figures=("direction.heading",),
    )


def _edge_along(guide: AreaGuide) -> str:
    """What the last round goes along."""
    match guide:
        case Follower():
            return "template"
        case TrammelGuide():
            return "wall"
        case ShoulderGuide():
            return "shoulder"
        case SledGuide():
            return "rails"
        case FreehandGuide():
            return "line"
        case _:
            assert_never(guide)


def _hold(setting: PocketSetting, figures: Mapping[str, Figure], cautions: Sequence[Caution]) -> SlipSection:
    holding, asked = setting.holding, setting.pocket
    stopped = any(each.place == "hold" and each.level == "stop" for each in cautions)
    lines: list[Text] = []
    if holding is not None and not stopped:
        lines += hold_lines(holding, setting.pocket.part)
    if isinstance(setting.guide, Follower):
        lines.append(write(TEMPLATE_HELD))
    if asked.through and asked.backed:
        lines.append(write("sacrificial board below, {x:len} into it", x=setting.rules.through_extra))
    if asked.frees and asked.loose is not None:
        lines.append(write(LOOSE[asked.loose]))
    if asked.form == "lap" and setting.paths:
        (_, y0), (_, y1) = setting.paths[0][:2]
        lines.append(write("backer at the {edge} edge, level with the face", edge="far" if y1 > y0 else "near"))
    elif asked.comes_in:
        # No backer: the bit comes in there.
        lines.append(
            write("score both walls over the {side} side with a knife, where the bit comes out", side=asked.open_sides[0])
        )
    elif asked.open_sides and not asked.in_lanes:
        lines.append(write("backer at the {side} side, level with the face", side=asked.open_sides[0]))
    shown = Lead(shown=plain("—"), caption=write("")) if holding is None else hold_lead(holding)
    return SlipSection(
        key="hold", title="Hold", leads=(shown,), lines=tuple(lines), figures=("hold.clear",) if "hold.clear" in figures else ()
    )


def pocket_stations(setting: PocketSetting, cut: PocketCut) -> tuple[StationLine, ...]:
    """The places of a repeated pocket, each from the one end; empty for a single one."""
    asked = setting.pocket
    if len(asked.places) < 2:
        return ()
    from_end = cut.from_left.mm
    match setting.guide:
        case TrammelGuide():
            on_lines = plain("pivot on the cross")
        case FreehandGuide():
            on_lines = plain("inside the lines")
        case Follower(kind="bushing"):
            side = "inside" if asked.facts.keeps_inside else "outside"
            off = write("{o:len} {side}", o=abs(setting.guide.offset(setting.bit)), side=side)
            on_lines = Shown(metric=Reading(number=off.metric, unit=""), inch=Reading(number=off.inch, unit=""))
        case Follower() | ShoulderGuide() | SledGuide() | None:
            on_lines = plain("template on the lines")
        case _:
            assert_never(setting.guide)
    return tuple(
        StationLine(number=i + 1, mark=show(from_end + abs(shift), "mm"), guide=on_lines, heading=sense_of(asked).capitalize())
        for i, shift in enumerate(asked.places)
    )
