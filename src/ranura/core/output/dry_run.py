"""The dry run: a plan's moves as they are seen in its plan view, step by step (R21). Nothing is decided here; what is shown is
where base, bit and guide are at every moment, and over a table where the work is."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from shapely.geometry import LineString
from shapely.geometry import Point as Spot
from shapely.ops import nearest_points

from ranura.core.cutting.feed import HELD_BACK
from ranura.core.geometry.paths import with_points_at
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import Role, View
from ranura.core.proof.corners import times_along
from ranura.core.proof.cutter import profile_of, widest
from ranura.core.proof.findings import Proof
from ranura.core.proof.moves import Body, Fresh, MachineSetting, Move, MoveKind, Program
from ranura.core.proof.moves import Role as BodyRole
from ranura.core.proof.shapes import shape_of, way_of
from ranura.core.proof.wood import CUTTING, outwards, place_on
from ranura.core.text.writing import Fact, Text, write

_THINNED = 0.05
"""mm by which a path that is shown may be off."""
_TOUCHES = 0.8
"""mm from bearing or bushing within which its guide is shown as touched."""
_AS: dict[BodyRole, Role] = {
    "fence": "guide",
    "sled": "guide",
    "template": "template",
    "block": "stop",
    "pin": "stop",
    "feather-board": "stop",
    "clamp": "clamp",
    "vice": "clamp",
    "backer": "backer",
    "support": "backer",
    "carrier": "backer",
}
"""How bodies are drawn; bench, table and what lies below are not."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DryTool:
    """A router with its bit at a setting, in the plan view around the bit's axis: the base's outline, how wide the bit is, where
    it stands over a table (None by hand: it goes with the path)."""

    bit: str
    """Its id."""
    base: Ring
    radius: float
    stands: Point | None


@dataclass(frozen=True, kw_only=True, slots=True)
class DryBody:
    """Something that stands there, in the plan view, from a step on and until another (None: to the end)."""

    role: Role
    points: Ring
    holes: tuple[Ring, ...]
    first: int
    until: int | None


@dataclass(frozen=True, kw_only=True, slots=True)
class DryStep:
    """One move: what it is in words, its way in the plan view, and what is so at every point of it."""

    kind: MoveKind
    station: int | None
    says: Text
    tool: int
    """Its setting, 0 first."""
    path: tuple[Point, ...]
    """Of the bit on the board as it is drawn; empty where nothing is anywhere yet."""
    degrees: tuple[float, ...]
    """Over a table how far the work is turned at each point, counter-clockwise; empty by hand."""
    touches: tuple[Point, ...]
    """Where the guide is touched at each point; empty where nothing guides it."""
    depths: tuple[float, float] | None
    """From and to which depth below the worked surface, in mm."""
    turning: bool
    fresh: Fresh | None
    wide: float
    """How far beside its way it takes wood at the surface, in mm; 0 where it takes none."""
    seconds: float | None
    """How long it takes, where its feed is said."""
    times: tuple[float, ...]
    """The share of that by which each point is reached; empty where the pace is the same all along."""
    findings: tuple[int, ...]
    """The numbers of what the proof found at it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class DryRun:
    """All moves of a plan in order of work, with what they are made with and what stands there."""

    view: View
    """The whole board from above, unbroken."""
    steps: tuple[DryStep, ...]
    tools: tuple[DryTool, ...]
    bodies: tuple[DryBody, ...]


def dry_run(program: Program, proof: Proof, view: View, drawn: Callable[[Point], Point]) -> DryRun:
    """A plan's moves as its plan view shows them; `drawn` is where a point of the board lies in it."""
    found: dict[int, list[int]] = {}
    for number, each in enumerate(proof.findings, start=1):
        found.setdefault(each.move, []).append(number)
    headings = _headings(program, drawn)
    along = _along(program)
    steps = tuple(
        _step(program, number, drawn, headings[number], along[number], tuple(found.get(number, ())))
        for number in range(len(program.moves))
    )
    tools = tuple(_tool(program, number, drawn, headings) for number in range(len(program.settings)))
    return DryRun(view=view, steps=steps, tools=tools, bodies=tuple(_bodies(program.bodies, drawn)))


def _along(program: Program) -> list[str]:
    """What is run along at every move; empty where nothing is, or where all of a plan is one run."""
    found, begun, name = [], dict(program.along), ""
    for number, move in enumerate(program.moves):
        name = begun.get(number, "" if move.kind in ("set", "shift", "turn-over") else name)
        found.append(name)
    return found


def _step(
    program: Program,
    number: int,
    drawn: Callable[[Point], Point],
    headings: tuple[float, ...],
    along: str,
    findings: tuple[int, ...],
) -> DryStep:
    move = program.moves[number]
    setting = program.settings[move.setting]
    on_board = _way(move, setting)
    depths = None if move.from_depth is None or move.to_depth is None else (move.from_depth, move.to_depth)
    takes = move.kind in CUTTING and move.turning and move.fresh != "none" and (move.to_depth or 0.0) > 0
    return DryStep(
        kind=move.kind,
        station=move.station,
        says=_said(move, setting, along),
        tool=move.setting,
        path=tuple(drawn(at) for at in on_board),
        degrees=headings if setting.mounting == "table" else (),
        touches=tuple(drawn(at) for at in _touched(program, number, on_board)) if move.turning else (),
        depths=depths,
        turning=move.turning,
        fresh=move.fresh,
        wide=_radius_at(setting, move.to_depth or 0.0) if takes else 0.0,
        seconds=move.seconds,
        times=times_along(on_board, move.feed_m_min or HELD_BACK, move.slow) if move.slow else (),
        findings=findings,
    )


def _way(move: Move, setting: MachineSetting) -> Ring:
    """A move's path on the board, with no more points than are seen."""
    path = tuple(place_on(setting.frame, at) for at in move.path)
    thinned = tuple((x, y) for x, y in way_of(path, within=_THINNED).coords) if len(path) > 2 else path
    return with_points_at(thinned, [at for stretch in move.slow for at in stretch])


def _radius_at(setting: MachineSetting, depth: float) -> float:
    """How wide a bit cuts the surface when its tip is so deep."""
    profile = profile_of(setting.bit.silhouette)
    at = min(depth, profile.top)
    return profile.between(max(at - _THINNED, 0.0), at)


def _tool(program: Program, number: int, drawn: Callable[[Point], Point], headings: Sequence[tuple[float, ...]]) -> DryTool:
    setting = program.settings[number]
    at = drawn((0.0, 0.0))
    out = outwards(setting.frame)
    ring = tuple((x - at[0], y - at[1]) for x, y in (drawn((x, y * out)) for x, y in setting.base.ring))
    stands = _stands(program, number, drawn, headings) if setting.mounting == "table" else None
    return DryTool(bit=setting.bit.id, base=ring, radius=widest(setting.bit), stands=stands)


def _stands(program: Program, number: int, drawn: Callable[[Point], Point], headings: Sequence[tuple[float, ...]]) -> Point:
    """Where the bit stands over a table in a setting: at x = 0, the work against the fence but for a spacer; round a curve where
    it is drawn."""
    tables = [
        (at, each)
        for at, each in enumerate(program.moves)
        if each.kind == "cut" and program.settings[each.setting].mounting == "table"
    ]
    first, mine = next(((at, each) for at, each in tables if each.setting == number), (0, None))
    if mine is None:
        return (0.0, 0.0)
    frame = program.settings[number].frame
    if len(mine.path) > 2:
        ring = LineString([drawn(place_on(frame, at)) for at in mine.path])
        nearest = ring.interpolate(ring.project(Spot(0.0, 0.0)))
        return (nearest.x, nearest.y)
    spacers = [
        max((guide.spacer for guide in program.settings[each.setting].guides), default=0.0) for each in (tables[0][1], mine)
    ]
    x, y = drawn(place_on(frame, mine.path[0]))
    turn = math.radians(headings[first][0])
    return (0.0, x * math.sin(turn) + y * math.cos(turn) + spacers[0] - spacers[1])


def _headings(program: Program, drawn: Callable[[Point], Point]) -> list[tuple[float, ...]]:
    """Of every move, how far the work is turned at each of its points over a table, so that the bit goes to the right past it;
    where nothing is run it is turned as the next run begins, and at its end as it was."""
    found: list[tuple[float, ...]] = []
    for move in program.moves:
        way = [drawn(at) for at in _way(move, program.settings[move.setting])]
        turns = [-math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in pairwise(way) if a != b]
        runs_on = move.kind not in ("return", "lift", "plunge") and len(way) > 1 and len(turns) == len(way) - 1
        found.append(tuple(_unwrapped([*turns, turns[-1]])) if runs_on else ())
    ahead, begins = 0.0, [0.0] * len(found)
    for number in range(len(found) - 1, -1, -1):
        ahead = found[number][0] if found[number] else ahead
        begins[number] = ahead
    behind = begins[0] if begins else 0.0
    for number, move in enumerate(program.moves):
        ended = move.kind in ("stop", "lift")
        count = len(_way(move, program.settings[move.setting]))
        found[number] = found[number] or (behind if ended else begins[number],) * count
        behind = found[number][-1] if found[number] else behind
    return found


def _unwrapped(degrees: Iterable[float]) -> Iterator[float]:
    """Turns one after another without a leap of a whole turn."""
    last = None
    for each in degrees:
        last = each if last is None else last + (each - last + 180.0) % 360.0 - 180.0
        yield last


def _touched(program: Program, number: int, way: Ring) -> list[Point]:
    """Where the guide of a move is touched along its way, on the board; empty where that is nowhere to be seen."""
    setting = program.settings[program.moves[number].setting]
    for guide in setting.guides:
        if guide.kind == "pivot" and guide.at is not None:
            return [place_on(setting.frame, guide.at)] * len(way)
        if guide.body is None or guide.kind in ("rails", "freehand"):
            continue
        body = next((each for each in program.bodies if each.id == guide.body), None)
        if body is None or not way:
            continue
        boundary = shape_of(body).boundary
        near = [nearest_points(boundary, Spot(at))[0] for at in way]
        if guide.r is not None and any(each.distance(Spot(at)) > guide.r + _TOUCHES for each, at in zip(near, way, strict=True)):
            continue
        return [(each.x, each.y) for each in near]
    return []


def _bodies(bodies: Sequence[Body], drawn: Callable[[Point], Point]) -> Iterator[DryBody]:
    for body in bodies:
        scrap = body.role == "work" and body.piece is None
        if scrap or body.role in _AS:
            yield DryBody(
                role="backer" if scrap else _AS[body.role],
                points=tuple(drawn(at) for at in body.ring),
                holes=tuple(tuple(drawn(at) for at in ring) for ring in body.holes),
                first=body.from_move,
                until=body.to_move,
            )


def _said(move: Move, setting: MachineSetting, along: str) -> Text:
    """What a move is, in the words of whoever makes it; `along` is the edge that it is for, where there are several."""
    table = setting.mounting == "table"
    turned = setting.round_the_bit
    depth = move.to_depth or 0.0
    named = f", {along}" if along else ""
    match move.kind:
        case "set":
            return _set(move)
        case "shift":
            return write("On to place {n}", n=move.station or 1)
        case "turn-over":
            return write("Turn the board over about its {about}", about=move.about or "length")
        case "start":
            return write("Switch on, the bit clear of the wood{named}", named=named and f": {along} next")
        case "enter" if turned:
            return write("From the pin, swing the work in on to the bearing")
        case "enter":
            return write("Feed the work onto the bit" if table else "Into the wood, {d:len} deep", d=depth)
        case "plunge":
            return write("Lower the work onto the bit, {d:len}" if table else "Plunge to {d:len}", d=depth)
        case "ramp":
            return write("Down along the way to {d:len}", d=depth)
        case "cut" if move.fresh == "none":
            return write("Along what is cut already, {d:len} deep", d=depth)
        case "cut" if turned:
            return write("Turn the work on its bearing round the bit, {d:len} deep{named}", d=depth, named=named)
        case "cut":
            return write(
                "Feed the work past the bit, {d:len} deep{named}" if table else "Cut {d:len} deep{named}: {where}",
                d=depth,
                named=named,
                where=_FRESH[move.fresh],
            )
        case "leave" if turned:
            return write("Swing the work out, clear of the bit")
        case "leave":
            return write("All the way past the bit" if table else "Out of the wood and clear of it")
        case "lift":
            return write("Lift the work off" if table else "Straight up, base flat")
        case "return":
            return write("Back with the bit clear of the wood")
        case "stop":
            return write("Switch off, wait until the bit stands")


_FRESH: dict[Fresh | None, str] = {
    "left": "fresh wood on its left",
    "right": "fresh wood on its right",
    "both": "fresh wood on both sides",
    None: "",
}


def _set(move: Move) -> Text:
    """What is changed while nothing turns."""
    parts, facts = [], dict[str, Fact]()
    for number, change in enumerate(move.changes):
        name = f"x{number}"
        if isinstance(change.to, float) and change.what in ("depth", "spacer"):
            if change.what == "spacer" and not change.to:
                parts.append("no spacer")
                continue
            parts.append(f"{change.what} {{{name}:len}}")
            facts[name] = change.to
        elif change.what in _SET:
            parts.append(_SET[change.what])
    return write("Unplugged, set: " + ", ".join(dict.fromkeys(parts)), **facts) if parts else write("Unplugged, set")


_SET = {
    "bit": "bit and collet",
    "speed": "speed",
    "turret": "turret",
    "guide": "guide",
    "clamp": "clamps",
    "block": "stop blocks",
    "template": "template",
    "ring": "table ring",
    "board": "board",
    "held": "hold",
}
