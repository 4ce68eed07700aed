"""Planning an edge cut: guide, stages, runs and holding of the tools that were chosen, and the remedies for a stop."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop
from ranura.core.choosing.order import Candidate
from ranura.core.cuts.edge import refusals, words
from ranura.core.cuts.edge.asked import BY_RADIUS, PROFILES_OF, STRAIGHT_WALLED, EdgeCut, shape_name
from ranura.core.cuts.edge.guides import GuidedTrip, edge_guide_for, has_room, reach_behind, stands_below
from ranura.core.cuts.edge.holding import EdgeHold, hold_edges
from ranura.core.cuts.edge.judge import EdgeJudge
from ranura.core.cuts.edge.on_board import EdgesOnBoard, turned_over
from ranura.core.cuts.edge.runs import START_CLIMB, Run, names_of, runs_of
from ranura.core.cuts.edge.section import section_of
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.stage_limits import EdgeWork, seen_to
from ranura.core.cuts.edge.staging import CLIMB_AREA, CLIMB_WIDTH, Staging, climb_allowed, plan_stages
from ranura.core.cuts.edge.trips import Done, Stock, can_be_raised, taken
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.stage import Trip
from ranura.core.cutting.turning import Turning
from ranura.core.family import DoneCut
from ranura.core.geometry import closeness
from ranura.core.output.cautions import in_order, table_cautions, tool_cautions
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import EdgeGuide
from ranura.core.text import depth_words, guide_words, strength_words, table_words
from ranura.core.text.cautions import Caution, caution, written
from ranura.core.text.errors import CutError

_ONE_PLANE = frozenset({"bead", "stile-and-rail", "coping"})
_BURNS_FROM = 3
_EDGE_GONE = (words.BEARING_WITHOUT_EDGE, words.FENCE_WITHOUT_EDGE)
_LEAST_CHEEK = 3.0
"""mm: a thinner wall beside a groove breaks off however shallow it is (R14)."""
_NOTCHED_FACE = 6.0
"""mm of a guide's wooden face that stay behind the notch that the bit cuts into it."""
_WATCHED, _WATCHED_WITHOUT_HOLD = 0.5, 0.4
"""Shares of the power from which a plan says so (R5)."""


def before_here(done: Sequence[DoneCut], cut: EdgeCut, shop: Shop) -> tuple[Done, ...]:
    """What earlier cuts took of the edges of this one; an edge that only some of them share counts for all."""
    found = []
    for each in done:
        if set(each.edges) & set(cut.edges):
            bit = next((bit for bit in shop.bits if bit.id == each.bit_id), None)
            if bit is not None:
                trip = Trip(height=each.height, offset=each.offset)
                found += [
                    Done(bit=bit, trip=trip, other_face=other) for other in ((False, True) if each.both_faces else (False,))
                ]
    return tuple(found)


def refuse(judge: EdgeJudge, dropped: list[Drop]) -> None:
    """Raises `CutError` where every bit fails by itself on a dimension that was typed, or none is of the shape."""
    asked, shop = judge.edging, judge.tools.shop
    by_itself = {drop.bit.id: drop.reason.words for drop in dropped if drop.router is None}
    bits = [bit for bit in shop.bits if not bit.archived]
    if len(by_itself) < len(bits):
        return
    name = shape_name(asked.shape)
    of_shape = [bit for bit in bits if bit.profile in PROFILES_OF[asked.shape]]
    if not of_shape:
        return
    if asked.grooved and all(by_itself[bit.id] in (words.SLOT_TOO_WIDE, words.SLOT_TOO_NARROW) for bit in of_shape):
        there = ", ".join(f"{slot:g}" for slot in sorted({bit.cutting_length for bit in of_shape}))
        raise CutError(refusals.NO_SUCH_SLOT, field="cut.size", groove=asked.size, there=f"{there} mm")
    left = [bit for bit in of_shape if by_itself[bit.id] is not words.OTHER_RADIUS]
    if not left:
        there = ", ".join(f"{radius:g}" for radius in sorted({bit.radius or 0.0 for bit in of_shape}))
        raise CutError(refusals.NO_SUCH_RADIUS, field="cut.size", shape=name, size=asked.size, there=f"{there} mm")
    right = [bit for bit in left if by_itself[bit.id] is not words.OTHER_ANGLE]
    if not right:
        there = ", ".join(f"{angle:g}°" for angle in sorted({bit.angle or 0.0 for bit in left}))
        raise CutError(refusals.NO_SUCH_ANGLE, field="cut.angle", angle=asked.angle, there=there)
    long = [bit for bit in right if by_itself[bit.id] is not depth_words.BEYOND_CUTTING_LENGTH]
    if not long:
        longest = max(right, key=lambda bit: bit.cutting_length)
        field = "cut.size" if asked.shape in BY_RADIUS and asked.depth == asked.size else "cut.depth"
        raise CutError(
            refusals.PROFILE_DEEPER_THAN_BITS,
            field=field,
            shape=name,
            depth=asked.depth,
            longest=longest.cutting_length,
            name=longest.name,
        )
    reasons = {by_itself[bit.id] for bit in long}
    facts = {drop.reason.words: drop.reason.facts for drop in dropped if drop.router is None}
    if words.WIDTH_BEYOND_BIT in reasons:
        field = "cut.size" if asked.shape == "rabbet" else "cut.width"
        beyond = facts[words.WIDTH_BEYOND_BIT]
        raise CutError(refusals.WIDTH_BEYOND_BIT, field=field, most=beyond["most"], width=beyond["width"])
    if words.OPENING_TOO_SMALL_FOR_BIT in reasons:
        narrowest = min(bit.diameter for bit in long)
        raise CutError(refusals.OPENING_TOO_SMALL, field="cut.edges", opening=judge.opening or 0.0, narrowest=narrowest)
    tight = [bit for bit in long if by_itself[bit.id] is words.BEARING_OVER_CORNER]
    if not tight:
        return
    smallest = min(tight, key=lambda bit: bit.bearing or 0.0)
    raise CutError(
        refusals.INSIDE_CORNER,
        field="cut.edges",
        corner=judge.corner or 0.0,
        smallest=(smallest.bearing or 0.0) / 2,
        name=smallest.name,
    )


def setting_of(chosen: Candidate, judge: EdgeJudge, piece: Piece) -> EdgeSetting:
    """Everything a pair needs for an edge cut."""
    asked, wood, rules = judge.edging, judge.wood, judge.rules
    bit, router = chosen.bit, chosen.router
    by_hand = router.mounting == "hand"
    speed = chosen.speed(rules)
    held = judge.grip(bit, router)
    grip = held if isinstance(held, Grip) else None
    found = None if judge.against_bit(bit) else judge.guided(bit, router.mounting)
    guided = found if isinstance(found, GuidedTrip) else None
    hold = _hold(asked, chosen, guided, rules)
    staging, work = None, None
    if guided is not None and grip is not None:
        turning = Turning(
            bit=bit,
            router=router,
            rpm=turning_rpm(speed),
            free_length=grip.free,
            material=wood,
            rules=rules,
            for_rpm=chosen.for_rpm,
        )
        work = EdgeWork(turning=turning, edging=asked, guided=guided, before=judge.before, clamped=hold.clamped)
        staging = plan_stages(work, mounting=router.mounting)
    climbs = work is not None and staging is not None and rules.climbs == "start" and _light(staging, work, router.mounting)
    runs = runs_of(asked, router.mounting, wood, rules, climb_start=climbs) if guided is not None else ()
    section = None
    if work is not None and staging is not None:
        faces = (False, True) if asked.both_faces else (False,)
        steps = [Done(bit=bit, trip=stage.trip, other_face=other) for stage in staging.stages for other in faces]
        section = section_of(steps, work.stock, before=judge.before, drawn=True)
    trips = tuple(stage.trip for stage in staging.stages) if staging else ()
    contact = judge.least_contact(bit, guided, router.mounting, trips) if guided else None
    below = stands_below(guided, bit, guided.trip, asked.thickness) if guided else 0.0
    cautions = [written(reason) for reason in chosen.reasons]
    if any(reason.words in _EDGE_GONE for reason in chosen.reasons) and judge.before and guided is not None:
        fresh = EdgeJudge(judge.tools.shop, asked, wood, rules).least_contact(bit, guided, router.mounting)
        if fresh is None or not closeness.under(fresh, rules.bearing_contact):
            cautions.append(caution(words.ORDER_WOULD_DO))
    if asked.shape == "jointing" and judge.before:
        cautions.append(caution(words.JOINT_FIRST, size=asked.size))
    if staging is not None and staging.reason is not None and not chosen.reasons:
        cautions.append(written(staging.reason))
    if contact is not None and closeness.under(contact, rules.bearing_contact) and not chosen.reasons:
        cautions.append(caution(words.BEARING_WITHOUT_EDGE, contact=contact, needed=rules.bearing_contact))
    cautions += [*hold.cautions, *tool_cautions(chosen, speed, grip, piece, wood, rules)]
    cautions += _cautions(chosen, asked, wood, rules, guided, staging, runs, climbs, judge)
    inside = any(edge.inside for edge in asked.edges)
    if by_hand and not inside and below > 0 and guided is not None and hold.method in ("clamps", "clamps-moved", "vice", "dogs"):
        cautions.append(caution(words.BEARING_BELOW, below=below, clear=below + rules.bearing_overhang))
    return EdgeSetting(
        piece=piece,
        material=wood,
        rules=rules,
        candidate=chosen,
        speed=speed,
        grip=grip,
        reach=judge.reach(bit),
        edging=asked,
        guided=guided,
        edge_guide=edge_guide_for(judge.tools.shop.guides, reach_behind(guided, bit)) if guided else None,
        staging=staging,
        section=section,
        runs=runs,
        contact=contact,
        below=below,
        hold=hold,
        before=judge.before,
        cautions=in_order(cautions),
    )


def _hold(asked: EdgesOnBoard, chosen: Candidate, guided: GuidedTrip | None, rules: HouseRules) -> EdgeHold:
    """A mat where the work is light, clamps otherwise; clamps too where the house climbs, since climbing is for clamped work."""
    stock = Stock(thickness=asked.thickness, width=seen_to(asked, chosen.bit))
    light = guided is None or not closeness.over(taken(chosen.bit, guided.trip, stock), rules.small_profile)
    below = guided is not None and stands_below(guided, chosen.bit, guided.trip, asked.thickness) > 0
    offset, by_hand = guided.trip.offset if guided else 0.0, chosen.router.mounting == "hand"
    clamps = hold_edges(asked, chosen.base, offset=offset, light=False, by_hand=by_hand)
    # What stands below the board meets the bench under a mat: it overhangs, clamped.
    if not light or (clamps.clamped and (below or rules.climbs != "never")):
        return clamps
    return hold_edges(asked, chosen.base, offset=offset, light=True, by_hand=by_hand)


def _light(staging: Staging, work: EdgeWork, mounting: str) -> bool:
    """Whether the first stage is within what a climb at the start may take (R7)."""
    first = staging.stages[0]
    within = not closeness.over(first.area, CLIMB_AREA) and not closeness.over(first.width, CLIMB_WIDTH)
    return climb_allowed(work, mounting) and within


def _behind_the_face(into: float, tool: EdgeGuide | None) -> Caution:
    """What makes room for a bit that reaches behind the face of an edge guide."""
    if tool is not None and has_room(tool):
        return caution(words.GUIDE_GAP_USED, into=into, guide=tool.name)
    thick = closeness.ceil(into + (tool.nearest if tool else 0.0) + _NOTCHED_FACE)
    return caution(words.GUIDE_NOTCH, into=into, thick=thick)


def _cautions(
    chosen: Candidate,
    asked: EdgesOnBoard,
    wood: Material,
    rules: HouseRules,
    guided: GuidedTrip | None,
    staging: Staging | None,
    runs: tuple[Run, ...],
    climbs: bool,
    judge: EdgeJudge,
) -> list[Caution]:
    """What an edge cut that can be made still asks to be careful about."""
    bit, by_hand = chosen.bit, chosen.router.mounting == "hand"
    found: list[Caution] = []
    if guided is None:
        return found
    if guided.guide != "template" and not (guided.guide == "fence" and by_hand):
        if asked.edge_state is None:
            found.append(caution(words.EDGE_UNKNOWN))
        elif asked.edge_state == "sawn" and asked.shape != "jointing":
            found.append(caution(words.EDGE_SAWN))
    into = reach_behind(guided, bit)
    if guided.guide == "edge-guide" and closeness.over(into, 0.0):
        found.append(_behind_the_face(into, edge_guide_for(judge.tools.shop.guides, into)))
    if guided.guide == "fence" and by_hand and asked.guide is None and bit.bearing is not None:
        found.append(caution(words.BEARING_SPARES_THE_FENCE, missing=2 * guided.trip.offset))
    if guided.guide == "fence" and by_hand and not chosen.base.sides[0].measured:
        found.append(caution(guide_words.BASE_UNMEASURED))
    left = asked.thickness - (2 if asked.both_faces else 1) * asked.depth
    if asked.shape == "rabbet" and closeness.under(left, asked.thickness / 3):
        found.append(caution(words.DEEP_RABBET, left=left, thickness=asked.thickness))
    if asked.grooved and asked.width is not None:
        cheek, least = min(asked.depth - asked.size, asked.thickness - asked.depth), max(asked.width / 3, _LEAST_CHEEK)
        if closeness.under(cheek, least):
            found.append(caution(words.THIN_GROOVE_WALL, cheek=cheek, deep=asked.width, least=least))
    if judge.sharp:
        found.append(caution(words.CORNER_LEFT_ROUND, radius=bit.diameter / 2))
    if climbs and any(run.climb_start for run in runs):
        found.append(caution(words.CLIMB_START, length=START_CLIMB))
    if staging is not None:
        found += _of_stages(staging, bit.state, asked, wood, speed_hold=chosen.router.speed_hold)
        wanted = asked.least_stages > 1 or asked.staged in ("height", "both")
        if asked.shape not in STRAIGHT_WALLED and not can_be_raised(bit) and (wanted or staging.reason is not None):
            found.append(caution(words.NOT_RAISED, shape=shape_name(asked.shape), n=len(staging.stages)))
    lifting = [run for run in runs if run.lifts]
    if lifting:
        worst = min(stretch.worst for run in lifting for stretch in run.lifts)
        climbed = staging is not None and any(stage.climb for stage in staging.stages)
        said = words.FIBRES_LIFT_CLIMB if climbed else words.FIBRES_LIFT
        found.append(caution(said, edge=names_of(lifting), worst=-worst))
    if asked.both_faces:
        other = [run for run in runs_of(turned_over(asked), chosen.router.mounting, wood, rules) if run.lifts]
        if other:
            worst = min(stretch.worst for run in other for stretch in run.lifts)
            found.append(caution(words.FIBRES_LIFT_TURNED, edge=names_of(other), worst=-worst))
    broken = [run for run in runs if run.end_grain and run.backer]
    if broken:
        found.append(caution(words.END_GRAIN_OUT, edge=names_of(broken)))
    if not by_hand:
        found += _of_table(asked, guided, bit.diameter + rules.opening_clearance, bit.kind.profile in _ONE_PLANE, runs, judge)
    return found


def _of_stages(staging: Staging, state: str, asked: EdgesOnBoard, wood: Material, *, speed_hold: bool) -> list[Caution]:
    found = [each for stage in staging.stages for each in stage.bend.cautions if each.code == strength_words.BENDS.code]
    found += [each for stage in staging.stages for each in stage.cautions]
    if any(stage.climb for stage in staging.stages):
        found.append(caution(words.CLIMB_FIRST))
    hardest = staging.hardest.power
    if hardest.share is not None and not closeness.under(hardest.share, _WATCHED if speed_hold else _WATCHED_WITHOUT_HOLD):
        found.append(caution(strength_words.POWER_CAUTION, power=hardest.power_w, available=hardest.available_w or 0.0))
    burns = wood.burn >= _BURNS_FROM or (state != "sharp" and wood.burn > 1)
    if burns and asked.shape in BY_RADIUS:
        said = "" if state == "sharp" else f"; the bit is {state}"
        found.append(caution(words.BURNS_PROFILE, wood=wood.name.capitalize(), shape=shape_name(asked.shape), state=said))
        found.append(caution(words.BURN_REPAIR))
    return found


def _of_table(
    asked: EdgesOnBoard, guided: GuidedTrip, opening: float, one_plane: bool, runs: tuple[Run, ...], judge: EdgeJudge
) -> list[Caution]:
    """What the table asks for: a pin where there is no fence, and care for hands and ends (R7, R15)."""
    length, width = asked.part
    ends = [width if run.edge.ref in ("left", "right") else length for run in runs if not run.edge.closed]
    found = [caution(table_words.STARTING_PIN)] if guided.guide != "fence" else []
    carried = asked.held == "carrier"
    return [*found, *table_cautions(asked.part, ends, opening, small=judge.small, carried=carried, one_plane=one_plane)]
