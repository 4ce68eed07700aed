"""Quick sums: small questions typed in a line, answered with a figure to copy and its working.

A question begins with its word (`speed`, `offset`, `passes` …) and gives its lengths in order; words between them are for the
reader. A line without a word is arithmetic of lengths. A fraction without a unit is in inches, a plain number in the shop's unit.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction

from ranura.core import quick_refusals as refusals
from ranura.core.cuts.edge.bearings import choose_bearing
from ranura.core.cuts.pocket.bushings import offset
from ranura.core.cutting.lateral import setback
from ranura.core.cutting.passes import cumulative_depths, max_step
from ranura.core.cutting.speed import rim_speed, rule_rpm, speed_of, turning_rpm
from ranura.core.joints.inlay import plan_inlay
from ranura.core.joints.sliding_dovetail import plan_sliding_dovetail
from ranura.core.shop.house_rules import school_name
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import length_refusals
from ranura.core.text.errors import LengthError, QuickError
from ranura.core.text.figures import Unit as FigureUnit
from ranura.core.text.figures import show
from ranura.core.text.lengths import Unit, parse
from ranura.core.text.writing import Shown, Text, write

_NUMBER = r"(?:\d+[ -]\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?)"
_LENGTH = re.compile(rf"(?P<number>{_NUMBER})\s*(?P<unit>mm|cm|m\b|inches|inch|in\b|ft\b|\"|″|'|′|°)?", re.IGNORECASE)
_TERM = re.compile(rf"\s*(?P<sign>[+\-−–*×x/:÷])?\s*{_LENGTH.pattern}\s*", re.IGNORECASE)
_LONGEST = 200


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


def _answer(
    name: str, value: float, unit: FigureUnit, caption: str, working: Text, *lines: Text, setting: bool = True
) -> QuickAnswer:
    shown = show(value, unit, setting=setting)
    copy = Text(
        metric=f"{shown.metric.number} {shown.metric.unit}".strip(), inch=f"{shown.inch.number} {shown.inch.unit}".strip()
    )
    return QuickAnswer(name=name, shown=shown, caption=write(caption), working=working, lines=lines, copy=copy)


def _speed(given: Sequence[float], shop: Shop) -> QuickAnswer:
    (d,) = given
    rules = shop.rules
    top = max((router.max_rpm for router in shop.routers), default=30_000)
    asked = rule_rpm(rules.speed_rule, diameter=d, router_max_rpm=top, rim_limit_m_s=rules.rim_speed_limit_m_s)
    bit = Bit(id="asked", name="asked", profile="straight", diameter=d, cutting_length=1, shank=12.7)
    lines = []
    for router in shop.routers:
        if router.archived:
            continue
        speed = speed_of(bit, router, rules)
        if speed.blocked:
            lines.append(write("{name}: not at all", name=router.name))
            continue
        setting = speed.dial_setting
        dial = "" if setting is None else f", dial {setting if isinstance(setting, str) else f'{setting:.1f}'.removesuffix('.0')}"
        lines.append(write("{name}: {n:rpm} rpm{dial}", name=router.name, n=turning_rpm(speed), dial=dial))
    return _answer(
        "speed",
        math.floor(asked / 100) * 100,
        "rpm",
        f"at most, by the school {school_name(rules.speed_rule)}",
        write("{d:fine} across; the rim then runs at {v:n1} m/s", d=d, v=rim_speed(diameter=d, rpm=asked)),
        *lines,
    )


def _offset(given: Sequence[float], _: Shop) -> QuickAnswer:
    od, d = given
    o = offset(bushing_od=od, bit_diameter=d)
    return _answer(
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
    return _answer(
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
    return _answer(
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
    return _answer(
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
    return _answer(
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
    if depth / step > _LONGEST:
        raise QuickError(refusals.TOO_MANY_PASSES)
    depths = cumulative_depths(depth, step=step, finish=rules.finish)
    named = {f"d{i}": each for i, each in enumerate(depths)}
    return _answer(
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
    return _answer(
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
    return _answer(
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


def _rim(given: Sequence[float], _: Shop) -> QuickAnswer:
    d, rpm = given
    v = rim_speed(diameter=d, rpm=rpm)
    return _answer("rim", v, "m/s", "at the rim", write("π · {d:mm} · {n:rpm} / 60 000", d=d, n=rpm))


def _sum(name: str, wants: str, example: str, says: str, rule: str) -> Sum:
    return Sum(name=name, wants=tuple(wants.split()), example=example, says=says, rule=rule)


_SUMS: tuple[tuple[Sum, _Work], ...] = (
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
)

SUMS: tuple[Sum, ...] = tuple(made for made, _ in _SUMS)
"""Every kind of question."""

ARITHMETIC = "7/16 + 3.2mm"
_PLAIN = frozenset({"angle", "rpm"})
_TIMES, _BY = "*×x", "/:÷"
_SIGNS = "+-−–" + _TIMES + _BY


def completions(text: str) -> tuple[Sum, ...]:
    """The questions that a half-typed one may become; all of them for an empty line.

    >>> [each.example for each in completions("of")]
    ['offset 5/8 1/4']"""
    asked = text.strip().lower()
    begun = re.match(r"[a-z]*", asked)
    word = begun[0] if begun else ""
    if asked and not word:
        return ()
    return tuple(each for each in SUMS if each.name.startswith(word) and not asked.startswith(each.name + " "))


def quick(text: str, shop: Shop) -> QuickAnswer:
    """The answer to a question. Raises `QuickError` or `LengthError`, partial while typing on may mend it."""
    text = text[:_LONGEST]
    word = re.match(r"\s*([a-zA-Z]+)", text)
    if not word or word[1].lower() in ("mm", "in", "cm"):
        return _arithmetic(text, shop.unit)
    name = word[1].lower()
    found = next(((made, work) for made, work in _SUMS if made.name == name), None)
    if found is None:
        starts = any(made.name.startswith(name) for made in SUMS)
        raise QuickError(refusals.UNKNOWN_SUM, partial=starts, word=word[1], known=", ".join(each.name for each in SUMS))
    made, work = found
    numbers = list(_LENGTH.finditer(text, word.end()))
    if len(numbers) < len(made.wants):
        raise QuickError(refusals.SUM_WANTS, partial=True, name=name, missing=made.wants[len(numbers)], example=made.example)
    if len(numbers) > len(made.wants):
        raise QuickError(refusals.TOO_MANY_LENGTHS, name=name, count=len(made.wants), example=made.example)
    given = [_plain(each) if want in _PLAIN else _mm(each, shop.unit) for each, want in zip(numbers, made.wants, strict=True)]
    if any(value <= 0 for value in given):
        raise LengthError(length_refusals.ZERO)
    return work(given, shop)


def _plain(found: re.Match[str]) -> float:
    text = found["number"].replace(",", ".")
    return float(Fraction(text)) if " " not in text else float(parse(text, "mm"))


def _mm(found: re.Match[str], unit: Unit) -> float:
    number, said = found["number"], found["unit"]
    if said == "°":
        raise QuickError(refusals.ANGLE_FOR_LENGTH, text=found[0])
    return float(parse(f"{number} {said or ('in' if '/' in number else unit)}", unit))


def _arithmetic(text: str, unit: Unit) -> QuickAnswer:
    """Lengths added and taken away; a number after × or ÷ multiplies or divides the length before it."""
    terms, said, facts, place = list[float](), list[str](), dict[str, float](), 0
    if not text.strip():
        raise QuickError(refusals.NOTHING_ASKED, partial=True)
    while place < len(text):
        found = _TERM.match(text, place)
        if found is None or (bool(terms) != bool(found["sign"])):
            unfinished = text.rstrip()[-1:] in _SIGNS
            raise QuickError(refusals.UNFINISHED_SUM, partial=unfinished, text=text.strip(), example=ARITHMETIC)
        sign = found["sign"] or "+"
        if sign in _TIMES + _BY:
            factor = _plain(found)
            if factor == 0 or found["unit"]:
                raise QuickError(refusals.FACTOR, text=found[0].strip())
            terms[-1] *= factor if sign in _TIMES else 1 / factor
            said.append(f"{'×' if sign in _TIMES else '/'} {factor:g}")
        else:
            mm = _mm(found, unit)
            terms.append(mm if sign == "+" else -mm)
            name = f"t{len(facts)}"
            facts[name] = mm
            said.append(("+ " if sign == "+" else "− ") * bool(found["sign"]) + f"{{{name}:fine}}")
        place = found.end()
    total = sum(terms)
    if total < 0:
        raise LengthError(length_refusals.NEGATIVE, text=text.strip())
    working = write(" ".join(said) + " = {total:fine}", total=total, **facts)
    return _answer("sum", total, "mm", "", working, setting=False)
