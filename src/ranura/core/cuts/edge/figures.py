"""The figures of an edge cut (R3, R4, R5, R7, R11, R12): setting, bearing, stages, directions, pace, burning, power."""

from __future__ import annotations

from ranura.core.cuts.edge.guides import GuidedTrip
from ranura.core.cuts.edge.runs import Run
from ranura.core.cuts.edge.scale import used_for
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.stage_limits import Bound, fastest_along
from ranura.core.cuts.edge.staging import By, Staging
from ranura.core.cuts.edge.trips import reach
from ranura.core.cutting.direction import Contour, contour_direction
from ranura.core.cutting.feed import pace_seconds
from ranura.core.geometry import closeness
from ranura.core.output.figures.feed import SET_BY, pace_figure, power_figure, slower_school, time_figure
from ranura.core.output.figures.speed import speed_figures
from ranura.core.output.figures.tool import tool_figures
from ranura.core.output.going import Going
from ranura.core.shop.house_rules import school_name
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT
from ranura.core.text.figures import Figure, Given, School, because, given, plain, show
from ranura.core.text.writing import write

_STAGES_SET_BY: dict[Bound, str] = {
    "whole": "All of it is within the limits of school, power and stiffness",
    "asked": "Fewer would do; so many are asked for",
    "school": "Set so because of the school {school}: a stage deeper than {a:fine} must take under {small:n0} mm²",
    "area": "Set so because no stage takes more than {most:n0} mm² in this wood, {where}",
    "power": "Set so because fewer stages would take more than {share:pct} of the router's power",
    "cutter": "Set so because the groove is wider than the cutter's slot",
    "eased": "Set so because a stage is to take {eased:pct} of what it would",
    "stiffness": "Set so because fewer stages would bend the bit more than {bend:n2} mm, or load it beyond half its strength",
}
_HOW: dict[By, str] = {
    "single": "in one stage",
    "height": "raised between the stages",
    "fence": "the fence moved back between the stages",
    "both": "raised, and the fence moved back, between the stages",
    "bearing": "with larger bearings first",
    "depth": "deeper from stage to stage",
}


def edge_figures(setting: EdgeSetting, going: Going | None) -> tuple[Figure, ...]:
    """All figures of an edge cut, in the order of the slip."""
    staging, guided, grip = setting.staging, setting.guided, setting.grip
    worst = staging.most_bent if staging else None
    found = tool_figures(setting, grip, (worst.number, worst.bend) if worst else None) if grip else []
    found += speed_figures(setting)
    if guided is not None:
        found += [_height(setting, guided), _width(setting, guided)]
        if staging is not None:
            found.append(_stages(setting, staging))
        if guided.fenced:
            found.append(_edge_guide(setting, guided) if guided.guide == "edge-guide" else _fence(setting, guided))
        if setting.contact is not None:
            found.append(_contact(setting, guided, setting.contact))
    if setting.runs:
        found.append(_direction(setting))
        found += _grain(setting)
    if staging is not None:
        found += _feed(setting, staging, going)
    return tuple(found)


def _height(setting: EdgeSetting, guided: GuidedTrip) -> Figure:
    h = guided.trip.height
    groove = setting.edging.grooved
    worked = "{h:fine} of the cutter's {l:fine}, its lowest point down to there"
    if groove:
        worked = "the groove's far wall lies {h:fine} below the face, its slot of {l:fine} above that"
    used = used_for(setting.edging.shape, setting.edging.size)
    use = "" if used is None else f"; {used}"
    return Figure(
        key="edge.height",
        label="Bit beyond the base" if setting.by_hand else "Bit above the table",
        value=h,
        unit="mm",
        shown=show(h, "mm"),
        rule="R12",
        formula="h = (T + w) / 2, or as asked" if groove else "h = depth of the profile below the face",
        worked=write(worked, h=h, l=setting.bit.cutting_length),
        because=because(f"The silhouette r(z) of this bit is set so that its tip lies {{h:fine}} below the face{use}", h=h),
        inputs=(given("depth", "far wall below the face" if groove else "profile below the face", setting.edging.depth, "mm"),),
    )


def _width(setting: EdgeSetting, guided: GuidedTrip) -> Figure:
    at_face = reach(setting.bit, guided.trip)
    r = at_face + guided.trip.offset
    pilot = (guided.bearing or 0.0) / 2
    why = "The bearing rides on the edge"
    if not closeness.same(guided.trip.offset, pilot):
        why = "The axis stands out of the edge by what the width asks for"
    return Figure(
        key="edge.width",
        label=f"Into the {setting.edging.into}",
        value=at_face,
        unit="mm",
        shown=show(at_face, "mm"),
        rule="R12",
        formula="w = r(h) − o",
        worked=write("{r:fine} − {o:fine} = {w:fine}", r=r, o=guided.trip.offset, w=at_face),
        because=because(why),
        inputs=(
            given("r(h)", "radius of the bit" if setting.edging.into == "edge" else "radius of the bit at the face", r, "mm"),
            given("o", "axis out of the edge", guided.trip.offset, "mm"),
        ),
    )


def _stages(setting: EdgeSetting, staging: Staging) -> Figure:
    rules, bit = setting.rules, setting.bit
    count = len(staging.stages)
    step = staging.step
    areas = " · ".join(f"{stage.area:.1f}" for stage in staging.stages)
    return Figure(
        key="edge.stages",
        label="Stages",
        value=count,
        unit="count",
        shown=plain(str(count)),
        rule="R3",
        school=rules.depth_rule,
        formula="k = ⌈(w − c) / 0.9·c⌉ + 1 runs, c the cutter's slot"
        if setting.edging.grooved
        else f"n stages of equal area A/n, within school, area, power and stiffness; then a skin ≤ {rules.profile_last:g} mm",
        worked=write("{how}: {areas} mm² of {whole:n1} mm²", how=_HOW[staging.by], areas=areas, whole=staging.whole_area),
        because=because(
            _STAGES_SET_BY[staging.bound],
            eased=rules.pass_share,
            school=school_name(rules.depth_rule),
            a=step,
            small=rules.small_profile,
            most=staging.most_area,
            where="by hand" if setting.by_hand else "on a table",
            share=rules.power_limit,
            bend=rules.bend_limit,
        ),
        inputs=(given("a", "step of the school", step, "mm"), given("D", "bit diameter", bit.diameter, "mm")),
    )


def fence_distance(setting: EdgeSetting, guided: GuidedTrip) -> float:
    """From the edge line to a straightedge on the face, or how far a table's fence stands proud of bearing or cutter, in mm."""
    if setting.by_hand:
        return setting.base.sides[0].distance - guided.trip.offset
    return guided.proud


def _fence(setting: EdgeSetting, guided: GuidedTrip) -> Figure:
    value = fence_distance(setting, guided)
    if setting.by_hand:
        b = setting.base.sides[0]
        return Figure(
            key="edge.fence",
            label="Straightedge from the edge",
            value=value,
            unit="mm",
            shown=show(value, "mm"),
            rule="R8",
            formula="f = b − o",
            worked=write("{b:fine} − {o:fine} = {f:fine}", b=b.distance, o=guided.trip.offset, f=value),
            because=because("The {side} of the base runs along it; it needs no edge below the cut", side=b.name),
            inputs=(
                given("b", f"axis to the {b.name}", b.distance, "mm"),
                given("o", "axis out of the edge", guided.trip.offset, "mm"),
            ),
        )
    whole = "bearing" if guided.bearing is not None else "cutter"
    radius = (guided.bearing or setting.bit.diameter) / 2
    return Figure(
        key="edge.fence",
        label=f"Fence proud of the {whole}",
        value=value,
        unit="mm",
        shown=show(value, "mm"),
        rule="R11",
        formula="p = o − r",
        worked=write("{o:fine} − {r:fine} = {p:fine}", o=guided.trip.offset, r=radius, p=value),
        because=because(
            "0 is level with the bearing: the full profile. A bearing proud of the fence would push the work off it"
            if guided.bearing is not None
            else "Negative: so much of the cutter stands in front of the fence"
        ),
        inputs=(given("o", "axis out of the edge", guided.trip.offset, "mm"), given("r", f"half the {whole}", radius, "mm")),
    )


def _edge_guide(setting: EdgeSetting, guided: GuidedTrip) -> Figure:
    r, o = setting.bit.diameter / 2, guided.trip.offset
    return Figure(
        key="edge.fence",
        label="From the guide to the far side of the bit",
        value=r - o,
        unit="mm",
        shown=show(r - o, "mm"),
        rule="R8",
        formula="s = r − o",
        worked=write("{r:fine} − ({o:fine}) = {s:fine}", r=r, o=o, s=r - o),
        because=because("The guide's face bears on the edge; so far the bit reaches into the face"),
        inputs=(given("r", "half the bit", r, "mm"), given("o", "axis out of the edge", o, "mm")),
    )


def _contact(setting: EdgeSetting, guided: GuidedTrip, left: float) -> Figure:
    rides = {"bearing": "bearing", "fence": "fence", "edge-guide": "edge guide", "template": "bearing on the template"}[
        guided.guide
    ]
    return Figure(
        key="edge.contact",
        label=f"Edge for the {rides}",
        value=left,
        unit="mm",
        shown=show(left, "mm"),
        rule="R11",
        formula="contact = min(bearing height, T − a − b)",
        worked=write(
            "{t:fine} thick; {left:fine} are left beside it after all cuts of this edge", t=setting.edging.thickness, left=left
        ),
        because=because("At least {needed:fine} must be there along the whole path", needed=setting.rules.bearing_contact),
        inputs=(
            given("T", "thickness", setting.edging.thickness, "mm"),
            given("bearing height", "as the trade makes them", BEARING_HEIGHT, "mm"),
        ),
    )


def _direction(setting: EdgeSetting) -> Figure:
    first = setting.runs[0]
    wood = "left" if setting.by_hand else "right"
    turns = "clockwise" if setting.by_hand else "counter-clockwise"
    mounting, ways = setting.router.mounting, dict.fromkeys(_contour_of(run) for run in setting.runs)
    worked = write("{ways}", ways="; ".join(contour_direction(mounting=mounting, contour=each).say for each in ways))
    return Figure(
        key="direction.sense",
        label="Feed direction",
        value=0.0,
        unit="degrees",
        shown=plain(contour_direction(mounting=mounting, contour=_contour_of(first)).work_turns or said(first.sense)),
        rule="R7",
        formula="conventional: u · h > 0, u the direction of the teeth along the wood that stays",
        worked=worked,
        because=because(
            f"The bit turns {turns} seen from above; so the wood pushes it back, and it never runs away with you. "
            "Ends first: the long grain after them takes away what broke out"
        ),
        inputs=(
            Given(
                symbol="h", name="way of the bit round the work" if first.edge.closed else "feed", shown=plain(said(first.sense))
            ),
            Given(symbol="wood", name="side of the heading it lies on", shown=plain(wood)),
        ),
    )


_SENSE_OF = {True: "way of the bit round the work", False: "feed"}


def _contour_of(run: Run) -> Contour:
    if not run.edge.closed:
        return "near-edge"
    return "inside" if run.edge.inside else "outside"


def said(sense: str) -> str:
    """A sense as a person says it.

    >>> said("left-to-right")
    'left to right'"""
    return sense.replace("-to-", " to ")


def _grain(setting: EdgeSetting) -> list[Figure]:
    found = [(run, stretch) for run in setting.runs for stretch in run.lifts]
    if not found:
        return []
    run, worst = min(found, key=lambda each: each[1].worst)
    return [
        Figure(
            key="direction.grain",
            label="Fibres at their worst",
            value=worst.worst,
            unit="degrees",
            shown=plain(f"{worst.worst:.0f}°".replace("-", "−")),
            rule="R7",
            formula="s = asin(g · n), g the fibres with g · t ≥ 0, n out of the wall",
            worked=write(
                "along the {edge} the fibres dive by {s:n0}° into the wood ahead of the teeth", edge=run.edge.name, s=-worst.worst
            ),
            because=because("From −{limit:n0}° on they lift and split off ahead of the bit", limit=setting.rules.downhill),
            inputs=(given("limit", "house rule", setting.rules.downhill, "degrees"),),
        )
    ]


def _feed(setting: EdgeSetting, staging: Staging, going: Going | None) -> list[Figure]:
    slow, hard = staging.slowest, staging.hardest
    faster = min(slow.feed_m_min * 4 / 3, fastest_along(setting.edging, setting.bit, setting.rules))
    bite = max(hard.bites, key=lambda each: each.area)
    return [
        pace_figure(
            setting,
            feed_m_min=slow.feed_m_min,
            chip_mm=slow.chip_mm,
            others=(School(rule="burning: move faster", shown=show(pace_seconds(faster), "s")), *slower_school(setting)),
            why=because(
                f"The slowest of the stages: {SET_BY[slow.limited_by]}; at its thickest the chip is {{thick:n3}} mm",
                chip=slow.chip_mm,
                thick=slow.chip_thickness_mm,
            ),
        ),
        *([] if going is None else [time_figure(going)]),
        power_figure(
            setting,
            hard.power,
            formula="P = u · A · F / 60, corrected for the chip",
            worked=write(
                "stage {n}: {a:n1} mm², {w:mm} wide and {d:mm} deep, at {F:n2} m/min: {p:n0} W, between {low:n0} and {high:n0}",
                n=hard.number,
                a=bite.area,
                w=bite.width,
                d=bite.depth,
                F=hard.feed_m_min,
                p=hard.power.power_w,
                low=hard.power.low_w,
                high=hard.power.high_w,
            ),
        ),
    ]
