"""The slip of a cut by template, in the order of the hands."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import replace
from typing import Final

from ranura.core.board.pieces import Side
from ranura.core.cuts.template.asked import TemplateCut, TemplateGuide
from ranura.core.cuts.template.faces import Faces
from ranura.core.cuts.template.figures import sense_of, work_turns
from ranura.core.cuts.template.guides import RIM, Follower, Template, raised_by
from ranura.core.cuts.template.moves import OVERLAP
from ranura.core.cuts.template.on_board import SMALLER
from ranura.core.cuts.template.over_table import fed, stands_on_table
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.tracing import Traced
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import signed_area
from ranura.core.output.feeding import feeding_lines
from ranura.core.output.figures.speed import dial_text
from ranura.core.output.going import Ends, Going
from ranura.core.output.guides import StationLine
from ranura.core.output.lying import PIN_AWAY
from ranura.core.output.slip import Lead, SlipSection, depths_section, hold_lead, hold_lines, stepped_slip
from ranura.core.shop.saved_outlines import STUFFS, SavedOutline
from ranura.core.shop.tooling.guides import InlaySet
from ranura.core.templates.bearings import bands
from ranura.core.text.cautions import Caution
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Reading, Shown, Text, write

SAYS: Final[Mapping[TemplateGuide, str]] = {
    "bushing": "a ring in the base follows the template's edge",
    "bearing": "a bearing at the shank follows the template's edge",
    "tip": "a bearing at the tip follows a template below the work, all the depth at once",
    "inlay": "the ring is on for the recess and off for the plug, on one template",
}
"""What a method of guiding is, where nothing speaks against it."""
LOOSE: Final[Mapping[str, str]] = {
    "tabs": "over the 4 tabs lift the bit {1.5:about} in the last passes; saw and pare them",
    "tape": "double-sided tape under the loose piece, pressed on",
    "screws": "screw the loose piece to the board below, clear of the cut",
    "skin": "leave the last {1.5:about}; cut it free and trim it flush",
}
OUT: Final[Mapping[Ends, str]] = {
    "beside": "at each depth switch off before the open side, wait until it stands, then set the next",
    "lifted-turning": "then back {2:about} and straight up, base flat; switch off above the work",
    "stopped-first": "then back {2:about}, switch off, wait until it stands, and lift",
}
"""How a bit comes out."""
TEMPLATE_HELD: Final = "template held by tape, or by screws where it is waste, shorter than template and waste are thick"


_LIFTS_LISTED = 6


def template_sections(
    setting: TemplateSetting, cut: TemplateCut, figures: Sequence[Figure], cautions: Sequence[Caution], going: Going | None
) -> tuple[SlipSection, ...]:
    """The slip. Sections without a figure are left out where a stop leaves nothing to say."""
    by_key = {figure.key: figure for figure in figures}
    ways = []
    if setting.follower is not None and setting.template is not None:
        ways.append(_guide(setting, cut, by_key))
        ways += [_direction(setting, going)] if setting.ways else []
    return stepped_slip(
        setting, by_key, depths=lambda stepping: _depths(setting, stepping, cut), ways=ways, hold=_hold(setting, by_key, cautions)
    )


def _depths(setting: TemplateSetting, stepping: Stepping, cut: TemplateCut) -> SlipSection:
    worked = cut.through or cut.makes == "plug"
    section = depths_section(stepping, show(setting.depth, "mm") if worked else plain(as_typed(cut.depth)))
    return section if setting.traced is None else replace(section, lines=(_traced(setting.traced), *section.lines))


def _traced(traced: Traced) -> Text:
    """What the small bit does first, in one line."""
    dial = traced.speed.dial_shown
    count = len(traced.stepping.depths)
    return write(
        "first trace with {bit}{by}: {n} {passes} to {d:len}, " + ("{rpm:rpm} rpm" if dial is None else "dial {dial}"),
        bit=traced.bit.name,
        by="" if traced.follower.tool is None else f" in {traced.follower.tool.name}",
        n=count,
        passes="pass" if count == 1 else "passes",
        d=traced.depth,
        rpm=turning_rpm(traced.speed),
        dial="" if dial is None else dial_text(dial),
    )


def _guide(setting: TemplateSetting, cut: TemplateCut, figures: Mapping[str, Figure]) -> SlipSection:
    asked, follower, template = setting.outline, setting.follower, setting.template
    assert follower is not None
    assert template is not None
    x0, y0, x1, y1 = template.box
    what = "outside" if template.outside else "opening"
    size = write("{name}: template {what} {l:len} × {w:len}", name=asked.saved.name, what=what, l=x1 - x0, w=y1 - y0)
    return guide_section(
        follower,
        template,
        figures,
        size=size,
        place=place_lines(template, asked.part, cut.end, cut.edge) if asked.blank is None else (),
        there=setting.there,
        ring_on=asked.makes == "recess",
        plate=setting.plate,
        by_hand=setting.by_hand,
    )


def place_lines(
    template: Template, part: tuple[float, float], end: str, edge: str, open_sides: Collection[Side] = ()
) -> list[Text]:
    """Where a template's edge lies at the first place, from the end and edge that the cut is measured from; over open sides its
    walls run past the board."""
    (x0, y0, x1, y1), (length, width) = template.box, part
    x, y = (x0 if end == "left" else length - x1), (y0 if edge == "near" else width - y1)
    past: tuple[tuple[Side, float], ...] = (("left", -x0), ("right", x1 - length), ("near", -y0), ("far", y1 - width))
    lines = [
        write("open over the {side} side, its walls run {x:rough} past the edge", side=side, x=far)
        for side, far in past
        if side in open_sides and far > 0
    ]
    along = [] if {"left", "right"} & set(open_sides) else ["{x:len} from the {end} end"]
    up = [] if {"near", "far"} & set(open_sides) else ["{y:len} from the {edge} edge"]
    if along or up:
        lines.append(write("it begins " + ", ".join((*along, *up)), x=x, y=y, end=end, edge=edge))
    return lines


def guide_section(
    follower: Follower,
    template: Template,
    figures: Mapping[str, Figure],
    *,
    size: Text,
    place: Sequence[Text],
    there: SavedOutline | None,
    plate: float | None,
    ring_on: bool = False,
    by_hand: bool = True,
) -> SlipSection:
    """What follows the template, how large that is and where it lies, and how thick; which one is taken that is there."""
    lies = ("below" if follower.below else "above") if by_hand else stands_on_table(follower)
    match follower.tool:
        case InlaySet():
            shown = Lead(shown=plain("Inlay set"), caption=write("ring on" if ring_on else "ring off"))
        case None:
            tip = f" at the tip, {lies} the work" if follower.below else ""
            shown = Lead(shown=plain("Template"), caption=write(f"for the bearing{tip}"))
        case _:
            shown = Lead(shown=plain(follower.tool.name), caption=write(""))
    own = [write("{set}", set=follower.tool.name)] if isinstance(follower.tool, InlaySet) else []
    lines = [*own, size, *place, write(f"{{t:len}} thick or more, fixed {lies} the work", t=follower.thickness)]
    if not by_hand:
        lines.append(write("starting pin {x:rough} from the cutter, where the work comes from; no fence", x=PIN_AWAY))
    if there is not None and there.made is not None:
        made = there.made
        lines.append(
            write(
                "take {name}, {t:len} {stuff}, {n:n0} uses so far",
                name=there.name,
                t=made.thickness,
                stuff=STUFFS[made.stuff],
                n=made.uses,
            )
        )
    elif not template.outside:
        x0, y0, x1, y1 = template.box
        lines.append(write("whole template {l:rough} × {w:rough} or larger", l=x1 - x0 + 2 * RIM, w=y1 - y0 + 2 * RIM))
    if follower.kind not in ("bearing", "tip"):
        lines.append(write("ring finger tight, centred with a cone"))
    if plate is not None:
        lines.append(write("plate {x:rough} wide or more below the base", x=plate))
    keys = ("template.offset", "template.size", "template.corner", "template.thickness")
    found = tuple(key for key in keys if key in figures)
    return SlipSection(key="guide", title="Guide", leads=(shown,), lines=tuple(lines), figures=found)


def _direction(setting: TemplateSetting, going: Going | None) -> SlipSection:
    asked = setting.outline
    lines: list[Text] = []
    if not setting.by_hand:
        lines += _over_table(setting)
    elif setting.faces is not None:
        lines += _from_both_faces(setting, setting.faces)
    elif asked.blank is not None:
        lines += _round_a_blank(setting)
    elif not asked.along_line:
        apart = sum(not way.goes_on for way in setting.ways)
        lines.append(
            write("plunge in the middle, work outwards; last along the template")
            if apart == 1
            else write("plunge in the middle of each of its {n} bays, work outwards; last along the template", n=apart)
        )
    else:
        many = len(setting.ways)
        lines.append(
            write("plunge, then once round, at each depth")
            if many == 1
            else write("{n} ways, holes first; plunge, then once round, at each depth", n=many)
        )
    if asked.along_line and len(setting.ways) > 1:
        other = "counter-clockwise" if sense_of(setting) == "clockwise" else "clockwise"
        lines.append(write("inside of it, round islands and holes, {other}", other=other))
    if going is not None and asked.blank is None:
        lines.append(write("pressed on; " + OUT[going.ends]))
    if setting.lifts and setting.faces is None:
        lines.append(_listed(setting, "fibres lift on stretch {}; slowly there"))
    return SlipSection(
        key="direction", title="Direction", leads=(_way(setting),), lines=tuple(lines), figures=("direction.heading",)
    )


def _way(setting: TemplateSetting) -> Lead:
    """Which way round it goes: the router, or over a table the work."""
    if setting.by_hand:
        return Lead(shown=plain(sense_of(setting).capitalize()), caption=write(""), figure="direction.heading")
    return Lead(shown=plain(work_turns().capitalize()), caption=write("turn the work"), figure="direction.heading")


def _over_table(setting: TemplateSetting) -> list[Text]:
    """How a part is turned round the bit over a table, from the pin on (R7)."""
    deep = setting.stepping is not None and len(setting.stepping.depths) > 1
    return [
        write("sawn {w:len} outside of its line", w=setting.outline.sawn),
        write("face down on the table, its template {lies} it", lies=stands_on_table(setting.follower))
        if setting.follower is not None
        else write("face down on the table"),
        write("rest it on the pin, clear of the bit; swing it in on to the bearing, then leave the pin"),
        write("keep it on the bearing, once round and {past:len} past the start; swing it out", past=OVERLAP),
        write("switch off, wait until it stands" + (", then raise the bit to the next depth" if deep else "")),
        write("stand in front, out of line with the work"),
        *_fresh_bands(setting),
    ]


def _from_both_faces(setting: TemplateSetting, faces: Faces) -> list[Text]:
    """How a part is cut from both faces, each stretch from where its fibres do not lift."""
    assert setting.follower is not None
    return [
        write("sawn {w:len} outside of its line", w=setting.outline.sawn),
        write("this way up, template below: all but the numbered stretches, in {n} ways", n=len(faces.shown)),
        _listed(setting, "turned over together, about the length, template above: stretch {}"),
        write("the bit is then {x:len} below the base", x=setting.depth + setting.follower.thickness),
        write("each way in on an arc from beside the wood, pressed on, out on an arc; off, wait until it stands"),
    ]


def _listed(setting: TemplateSetting, said: str) -> Text:
    """The stretches on which fibres lift, with how long each is."""
    shown = [length_of(each.path, closed=False) for each in setting.lifts[:_LIFTS_LISTED]]
    more = " …" if len(setting.lifts) > _LIFTS_LISTED else ""
    listed = " · ".join(f"{number}: {{l{number}:rough}}" for number in range(1, len(shown) + 1))
    return write(said.format(listed + more), **{f"l{number}": length for number, length in enumerate(shown, start=1)})


def _round_a_blank(setting: TemplateSetting) -> list[Text]:
    """How a part is gone round that was sawn out before."""
    deep = setting.stepping is not None and len(setting.stepping.depths) > 1
    holes = sum(signed_area(way.path) < 0 for way in setting.ways)
    said = "first its hole" if holes == 1 else "first its {n} holes"
    lines = [write(said + ": plunge, once round, at each depth", n=holes)] if holes else []
    return [
        *lines,
        write("sawn {w:len} outside of its line", w=setting.outline.sawn),
        write("begin beside the wood, the base flat on the part; in on an arc, pressed on, once round, out on an arc"),
        write("switch off, wait until it stands" + (", then set the next depth" if deep else "")),
        *_fresh_bands(setting),
    ]


def _fresh_bands(setting: TemplateSetting) -> list[Text]:
    """That another band of the cutter can work where the first is dull, under a thick template (R9)."""
    follower = setting.follower
    count = bands(follower.thickness, setting.depth) if follower is not None and follower.kind == "bearing" else 1
    return [write("{n} bands of the cutter can work: set it lower by one when the first is dull", n=count)] if count > 1 else []


def _hold(setting: TemplateSetting, figures: Mapping[str, Figure], cautions: Sequence[Caution]) -> SlipSection:
    holding, asked = setting.holding, setting.outline
    if not setting.by_hand:
        feeding = fed(setting)
        held = [*feeding_lines(feeding), write(TEMPLATE_HELD)]
        return SlipSection(
            key="hold", title="Hold", leads=(Lead(shown=plain(feeding.word), caption=write("")),), lines=tuple(held), figures=()
        )
    stopped = any(each.place == "hold" and each.level == "stop" for each in cautions)
    lines: list[Text] = []
    if holding is not None and not stopped:
        lines += hold_lines(holding, asked.part)
    lines.append(write(TEMPLATE_HELD))
    if setting.faces is not None:
        lines.append(
            write(
                "turned over on a board {s:len} smaller all round and {t:len} thick or more",
                s=SMALLER,
                t=raised_by(setting.rules),
            )
        )
    if asked.through and asked.backed and not (setting.follower is not None and setting.follower.below):
        lines.append(write("sacrificial board below, {x:len} into it", x=setting.rules.through_extra))
    if asked.through and asked.loose is not None:
        lines.append(write(LOOSE[asked.loose]))
    shown = Lead(shown=plain("—"), caption=write("")) if holding is None else hold_lead(holding)
    return SlipSection(
        key="hold", title="Hold", leads=(shown,), lines=tuple(lines), figures=("hold.clear",) if "hold.clear" in figures else ()
    )


def template_stations(setting: TemplateSetting, cut: TemplateCut) -> tuple[StationLine, ...]:
    """The places of a repeated cut, each from the one end; empty for a single one."""
    asked = setting.outline
    if len(asked.places) < 2:
        return ()
    off = write("{o:len} {side}", o=setting.template.offset if setting.template else 0.0, side="beside the line")
    on_lines = Shown(metric=Reading(number=off.metric, unit=""), inch=Reading(number=off.inch, unit=""))
    return tuple(
        StationLine(
            number=i + 1, mark=show(cut.from_left.mm + abs(shift), "mm"), guide=on_lines, heading=sense_of(setting).capitalize()
        )
        for i, shift in enumerate(asked.places)
    )
