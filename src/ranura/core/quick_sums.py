"""The sums that a quick question can ask for, each with its word, what it wants, and its working."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ranura.core import quick_refusals as refusals
from ranura.core.cuts.edge.bearings import choose_bearing
from ranura.core.cuts.fingers.asked import PLAY
from ranura.core.cutting.lateral import setback
from ranura.core.cutting.passes import cumulative_depths, max_step
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.speed import RIM_CEILING, UNMARKED_STOP, rim_speed, rpm_at, rule_rpm, speed_of, turning_rpm
from ranura.core.geometry import closeness
from ranura.core.joints.box_joint import plan_box_joint
from ranura.core.joints.mortise_and_tenon import END_GAP, plan_mortise_and_tenon
from ranura.core.joints.sliding_dovetail import plan_sliding_dovetail
from ranura.core.shop.house_rules import HouseRules, school_name
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.shop.tooling.routers import Router
from ranura.core.templates.bushings import offset
from ranura.core.templates.inlay import plan_inlay
from ranura.core.text.cautions import written
from ranura.core.text.errors import QuickError
from ranura.core.text.figures import Unit as FigureUnit
from ranura.core.text.figures import show
from ranura.core.text.writing import Shown, Text, write

_USUAL_TOP = 30_000
"""rpm: how fast routers turn at most, where a shop has none."""
LONGEST = 200
"""More passes than that nobody makes."""


@dataclass(frozen=True, kw_only=True, slots=True)
class QuickAnswer:
    """The figure, what it is, how it was reached, and more lines worth seeing. `copy` is the figure as plain text."""

    name: str
    shown: Shown
    caption: Text
    working: Text
    lines: tuple[Text, ...]
    copy: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class Sum:
    """A kind of question: its word, what it wants in order, an example, and its formula's rule."""

    name: str
    wants: tuple[str, ...]
    example: str
    says: str
    rule: str


_Work = Callable[[Sequence[float], Shop], QuickAnswer]


def answered(
    name: str, value: float, unit: FigureUnit, caption: str, working: Text, *lines: Text, setting: bool = True
) -> QuickAnswer:
    """The answer to a sum, with its figure written in both systems."""
    shown = show(value, unit, setting=setting)
    copy = Text(
        metric=f"{shown.metric.number} {shown.metric.unit}".strip(), inch=f"{shown.inch.number} {shown.inch.unit}".strip()
    )
    return QuickAnswer(name=name, shown=shown, caption=write(caption), working=working, lines=lines, copy=copy)


def _speed(given: Sequence[float], shop: Shop) -> QuickAnswer:
    (d,) = given
    rules = shop.rules
    ceiling = rpm_at(diameter=d, rim_speed_m_s=RIM_CEILING)
    routers = [router for router in shop.routers if not router.archived]
    top = max((router.max_rpm for router in routers), default=_USUAL_TOP)
    asked = rule_rpm(rules.speed_rule, diameter=d, router_max_rpm=top, rim_limit_m_s=rules.rim_speed_limit_m_s)
    turns: list[float] = []
    lines = []
    for router in routers:
        rpm, line = _in_router(d, router, rules)
        lines.append(line)
        if rpm is not None:
            turns.append(rpm)
    best = math.floor(min(asked, ceiling, top) / 100) * 100 if not routers else max(turns, default=None)
    caption = f"at most, by the school {school_name(rules.speed_rule)}"
    if best is None:
        best, caption = math.floor(min(asked, ceiling) / 100) * 100, "at most, and no router here may turn it"
    lines.append(write("A maximum marked on the bit wins" + ("; this wide it must be known" if d > UNMARKED_STOP else "")))
    return answered(
        "speed",
        best,
        "rpm",
        caption,
        write("{d:fine} across; the rim then runs at {v:n1} m/s", d=d, v=rim_speed(diameter=d, rpm=best)),
        *lines,
    )


def _in_router(diameter: float, router: Router, rules: HouseRules) -> tuple[float | None, Text]:
    """How fast a router turns a bit of a diameter, with its dial; None and why where it must not."""
    bit = Bit(id="asked", name="asked", profile="straight", diameter=diameter, cutting_length=1, shank=12.7)
    openings = [base.opening for base in router.bases]
    against = size_reasons(
        diameter=diameter,
        shank=bit.shank,
        router_class=router.router_class,
        mounting=router.mounting,
        opening=None if None in openings else max(each for each in openings if each is not None),
        rules=rules,
    )
    speed = speed_of(bit, router, rules)
    if against or speed.blocked:
        first = against[0] if against else next(each for each in speed.cautions if each.level == "stop")
        why = written(first).message
        return None, Text(metric=f"{router.name}: not at all. {why.metric}", inch=f"{router.name}: not at all. {why.inch}")
    setting = speed.dial_shown
    dial = "" if setting is None else f", dial {setting if isinstance(setting, str) else f'{setting:g}'}"
    rpm = turning_rpm(speed)
    return rpm, write("{name}: {n:rpm} rpm{dial}", name=router.name, n=rpm, dial=dial)


def _offset(given: Sequence[float], _: Shop) -> QuickAnswer:
    od, d = given
    o = offset(bushing_od=od, bit_diameter=d)
    return answered(
        "offset",
        o,
        "mm",
        "from template to cut",
        write("({od:fine} − {d:fine}) / 2 = {o:fine}", od=od, d=d, o=o),
        write("A recess: template larger by {x:len} in all; a part: smaller by as much", x=2 * o),
        setting=False,
    )


def _rabbet(given: Sequence[float], shop: Shop) -> QuickAnswer:
    cutter, width = given
    if not width < cutter / 2:
        raise QuickError(refusals.RABBET_TOO_WIDE, cutter=cutter, width=width)
    wanted = cutter - 2 * width
    owned = sorted({bearing for bit in shop.bits for bearing in (bit.bearing or 0.0, *bit.bearings) if 0 < bearing < cutter})
    lines = []
    if owned:
        best = choose_bearing(cutter=cutter, bearings=owned, width=width, rules=shop.rules)
        lines.append(write("Nearest in the drawer: {b:len}, which cuts {w:len}", b=best.bearing, w=best.width))
    return answered(
        "rabbet",
        wanted,
        "mm",
        "bearing",
        write("{c:fine} − 2 · {w:fine} = {b:fine}", c=cutter, w=width, b=wanted),
        *lines,
        setting=False,
    )


def _v(given: Sequence[float], _: Shop) -> QuickAnswer:
    angle, depth = given
    if not 0 < angle < 180:
        raise QuickError(refusals.ANGLE, angle=angle)
    width = 2 * depth * math.tan(math.radians(angle) / 2)
    return answered(
        "v",
        width,
        "mm",
        "wide at the face",
        write("2 · {h:fine} · tan({a:n}° / 2) = {w:fine}", h=depth, a=angle, w=width),
        setting=False,
    )


def _round(given: Sequence[float], _: Shop) -> QuickAnswer:
    radius, depth = given
    if depth > radius:
        raise QuickError(refusals.DEEPER_THAN_RADIUS, depth=depth, radius=radius)
    width = 2 * math.sqrt(depth * (2 * radius - depth))
    return answered(
        "round",
        width,
        "mm",
        "wide at the face",
        write("2 · √({h:fine} · (2 · {r:fine} − {h:fine})) = {w:fine}", h=depth, r=radius, w=width),
        setting=False,
    )


def _setback(given: Sequence[float], _: Shop) -> QuickAnswer:
    base, d = given
    if not base > d / 2:
        raise QuickError(refusals.BASE_INSIDE_BIT, base=base, d=d)
    s = setback(base_to_axis=base, bit_diameter=d)
    return answered(
        "setback",
        s,
        "mm",
        "from fence to the near wall",
        write("{b:fine} − {d:fine} / 2 = {s:fine}", b=base, d=d, s=s),
        write("To the far wall: {f:len}", f=base + d / 2),
    )


def _passes(given: Sequence[float], shop: Shop) -> QuickAnswer:
    depth, d = given
    rules = shop.rules
    step = max_step(rules.depth_rule, bit_diameter=d, shank_diameter=d, cap=rules.pass_cap)
    if depth / step > LONGEST:
        raise QuickError(refusals.TOO_MANY_PASSES)
    depths = cumulative_depths(depth, step=step, finish=rules.finish)
    named = {f"d{i}": each for i, each in enumerate(depths)}
    return answered(
        "passes",
        len(depths),
        "count",
        "passes" if len(depths) > 1 else "pass",
        write("at most {a:fine} a pass, by the school {school}", a=step, school=school_name(rules.depth_rule)),
        write(" · ".join(f"{{{name}:len}}" for name in named), **named),
    )


def _inlay(given: Sequence[float], shop: Shop) -> QuickAnswer:
    ring, bushing, d = given
    if not ring > bushing > 0:
        raise QuickError(refusals.RING_INSIDE_BUSHING, ring=ring, bushing=bushing)
    made = plan_inlay(ring_od=ring, bushing_od=bushing, bit_diameter=d, rules=shop.rules)
    fits = {"interference": "too large each side", "tight": "gap, tight", "loose": "gap, loose"}
    return answered(
        "inlay",
        abs(made.gap),
        "mm",
        fits[made.fit],
        write("({b:fine} + {d:fine}) / 2 − ({r:fine} − {d:fine}) / 2", b=bushing, d=d, r=ring),
        write("Inside corners of the template at least {r:len}", r=made.smallest_template_radius),
        setting=False,
    )


def _dovetail(given: Sequence[float], shop: Shop) -> QuickAnswer:
    d, angle, depth = given
    mouth = d - 2 * depth * math.tan(math.radians(angle))
    if not (0 < angle < 60 and mouth > 0):
        raise QuickError(refusals.NO_MOUTH, depth=depth)
    made = plan_sliding_dovetail(
        bit_diameter=d, bit_angle=angle, depth=depth, tongue_stock=2 * d, socket_board=2 * depth, rules=shop.rules
    )
    return answered(
        "dovetail",
        mouth,
        "mm",
        "mouth of the socket",
        write("{d:fine} − 2 · {h:fine} · tan({a:n}°) = {m:fine}", d=d, h=depth, a=angle, m=mouth),
        write(
            "Clear with a straight bit of {m:len} or less; tongue {t:len} high, {r:len} at its root",
            m=mouth,
            t=made.tongue_height,
            r=made.tongue_root,
        ),
        setting=False,
    )


def _box(given: Sequence[float], shop: Shop) -> QuickAnswer:  # noqa: ARG001 # every sum is asked with its shop
    bit, width, thickness = given
    if not closeness.over(width, bit):
        raise QuickError(refusals.NO_FINGERS, bit=bit)
    made = plan_box_joint(bit_diameter=bit, width=width, thickness=thickness)
    low, high = made.whole_widths
    last = write("ends with a {what} {l:len} wide", what=made.ends_with, l=made.last)
    return answered(
        "box",
        made.finger,
        "mm",
        "a finger; its slot is the bit",
        write("{d:fine} − {p:fine} of play; every {pitch:fine}, {h:fine} deep", d=bit, p=PLAY, pitch=made.pitch, h=made.depth),
        write("{n:n0} slots in the board that begins with a finger, {m:n0} in its mate", n=made.slots[0], m=made.slots[1]),
        last,
        write("{low:len} or {high:len} wide it ends with a whole finger", low=low, high=high),
    )


def _tenon(given: Sequence[float], shop: Shop) -> QuickAnswer:
    rail, depth = given
    bits = [bit.diameter for bit in shop.bits if bit.profile in FLAT_ENDED and not bit.archived and bit.diameter < rail]
    if not bits or not closeness.over(depth, END_GAP):
        raise QuickError(refusals.NO_TENON)
    made = plan_mortise_and_tenon(rail_thickness=rail, bits=bits, mortise_depth=depth, rail_width=2 * rail)
    return answered(
        "tenon",
        made.mortise_width,
        "mm",
        "the mortise, by the bits here",
        write("nearest a third of {t:fine}, {third:fine}", t=rail, third=rail / 3),
        write(
            "Tenon {t:len} thick, {l:len} long; cheeks of {c:len}",
            t=made.tenon_thickness,
            l=made.tenon_length,
            c=made.cheek or 0.0,
        ),
    )


def _rim(given: Sequence[float], shop: Shop) -> QuickAnswer:
    d, rpm = given
    v = rim_speed(diameter=d, rpm=rpm)
    limit = RIM_CEILING if v > RIM_CEILING else shop.rules.rim_speed_limit_m_s
    says = "Nothing may turn so fast" if v > RIM_CEILING else "Faster than this shop holds rims to"
    most = math.floor(rpm_at(diameter=d, rim_speed_m_s=limit) / 100) * 100
    over = write(says + ": at most {limit:n} m/s, {n:rpm} rpm", limit=limit, n=most)
    lines = (over,) if v > limit else ()
    return answered("rim", v, "m/s", "at the rim", write("π · {d:mm} · {n:rpm} / 60 000", d=d, n=rpm), *lines)


def _sum(name: str, wants: str, example: str, says: str, rule: str) -> Sum:
    return Sum(name=name, wants=tuple(wants.split()), example=example, says=says, rule=rule)


SUM_WORKS: tuple[tuple[Sum, _Work], ...] = (
    (_sum("speed", "diameter", "speed 1 3/8", "spindle speed of a bit", "R2"), _speed),
    (_sum("rim", "diameter rpm", "rim 38 at 16000", "speed of the rim", "R2"), _rim),
    (_sum("passes", "depth bit", "passes 20 with 8", "how many, how deep", "R3"), _passes),
    (_sum("setback", "base bit", "setback 75 12.7", "fence to the line", "R8"), _setback),
    (_sum("offset", "bushing bit", "offset 5/8 1/4", "template to cut", "R9"), _offset),
    (_sum("inlay", "ring bushing bit", "inlay 23.8 11.1 6.35", "gap of plug and recess", "R10"), _inlay),
    (_sum("rabbet", "cutter width", "rabbet 35 → 9.5", "the bearing it needs", "R11"), _rabbet),
    (_sum("v", "angle depth", "v 90 depth 3", "width of a V-groove", "R12"), _v),
    (_sum("round", "radius depth", "round 6 depth 2", "width of a round-nose groove", "R12"), _round),
    (_sum("dovetail", "bit angle depth", "dovetail 12.7 14 depth 8", "socket and tongue", "R13"), _dovetail),
    (_sum("box", "bit width thickness", "box 9.6 120 thick 15", "fingers of a box joint", "R14"), _box),
    (_sum("tenon", "rail depth", "tenon 22 deep 25", "mortise and tenon of a rail", "R14"), _tenon),
)

SUMS: tuple[Sum, ...] = tuple(made for made, _ in SUM_WORKS)
"""Every kind of question."""
