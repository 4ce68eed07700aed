"""A plan for a board that stands, in the coordinates of the board; and what it takes of the board as other cuts see it (R21)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.geometry.placing import Placing
from ranura.core.geometry.rings import Point, extent
from ranura.core.proof.cutter import Profile, profile_of
from ranura.core.proof.findings import Proof
from ranura.core.proof.moves import Body, MachineSetting, Move, Program, Surface
from ranura.core.proof.wood import CUTTING, Swept, Wood, swept_by

_ROUND = 4
"""How many times narrower than the slot the ways are that clear its corners: so round they are thought to be by later cuts."""
_STRIP = 0.5
"""mm: half as wide as the way along a slot's floor."""
_OPEN = 0.05
"""mm beside a face in which a run lies open to it."""
_PAST = 5.0
"""mm beyond both faces, and beyond the end, that a slot is thought to go on."""


def placed_program(program: Program, placing: Placing) -> Program:
    """A program for a board as it stands, in the coordinates of the board. What is there are boxes."""
    return Program(
        bodies=tuple(_body(each, placing) for each in program.bodies),
        settings=tuple(_setting(each, placing) for each in program.settings),
        moves=program.moves,
    )


def placed_proof(proof: Proof, placing: Placing) -> Proof:
    """A proof with its places in the coordinates of the board."""
    return replace(proof, findings=tuple(replace(each, at=placing.on_first(each.at)) for each in proof.findings))


def _body(body: Body, placing: Placing) -> Body:
    x0, y0, x1, y1 = extent(body.ring)
    (ax, ay, az), (bx, by, bz) = (placing.on_first(at) for at in ((x0, y0, body.z0), (x1, y1, body.z1)))
    (left, right), (near, far) = sorted((ax, bx)), sorted((ay, by))
    ring = ((left, near), (right, near), (right, far), (left, far))
    return replace(body, ring=ring, holes=(), z0=min(az, bz), z1=max(az, bz))


def _setting(setting: MachineSetting, placing: Placing) -> MachineSetting:
    frame = setting.frame
    placed = Surface(origin=placing.on_first(frame.origin), x=placing.turned(frame.x), y=placing.turned(frame.y))
    return replace(setting, frame=placed)


def taken_by(program: Program, before: tuple[Swept, ...] = ()) -> tuple[Swept, ...]:
    """What has been taken of a board after all moves of a plan."""
    if works_a_side(program):
        return (*before, *_as_lying(program))
    wood = Wood(program.bodies, list(before))
    for move in program.moves:
        swept = swept_by(move, program.settings[move.setting]) if move.kind in CUTTING else None
        if swept is not None:
            wood.take(swept)
    return tuple(wood.taken)


def works_a_side(program: Program) -> bool:
    """Whether a program works an end or an edge of its board."""
    return any(abs(each.frame.x[0] * each.frame.y[1] - each.frame.x[1] * each.frame.y[0]) < 0.5 for each in program.settings)


def _as_lying(program: Program) -> Iterator[Swept]:
    """What is taken of a worked side, as a board that lies on its face sees it: slots across the side, and strips along it."""
    if any(move.kind == "plunge" for move in program.moves):
        yield from _pocket(program)
        return
    slots: dict[tuple[float, int], float] = {}
    strips: dict[tuple[float, int], Move] = {}
    for move in program.moves:
        if move.kind != "cut" or not move.turning or move.to_depth is None or move.fresh == "none":
            continue
        (u, v), (u1, _) = move.path[0], move.path[-1]
        if abs(u1 - u) < _STRIP:
            key = (round(u, 6), move.setting)
            slots[key] = max(slots.get(key, 0.0), move.to_depth)
        else:
            strips[round(v, 6), move.setting] = move
    for (at, number), depth in sorted(slots.items()):
        yield from _slot(program, program.settings[number], at, depth)
    yield from (_strip(program, program.settings[number], move) for (_, number), move in sorted(strips.items()))


def _slot(program: Program, setting: MachineSetting, at: float, depth: float) -> Iterator[Swept]:
    """A straight slot, right through the board. It is as wide and as deep as it is; only its inner corners are taken to be as
    round as a quarter of its width at most."""
    low, high = _faces(program)
    yield from _box(setting, at, profile_of(setting.bit.silhouette).widest, depth, low - _PAST, high + _PAST)


def _pocket(program: Program) -> Iterator[Swept]:
    """A pocket that was cleared from above, as long, as wide and as deep as it is, in boxes."""
    setting, low, high = program.settings[0], *_faces(program)
    half = profile_of(setting.bit.silhouette).widest
    cuts = [move for move in program.moves if move.kind == "cut" and move.fresh != "none"]
    x0, y0, x1, y1 = extent(tuple(at for move in cuts for at in move.path))
    deep = max((move.to_depth or 0.0 for move in cuts), default=0.0)
    # y begins on the standing board at the shown face or at the back.
    sides = sorted(low + y if setting.frame.y[2] > 0 else high - y for y in (y0 - half, y1 + half))
    yield from _box(setting, (x0 + x1) / 2, (x1 - x0) / 2 + half, deep, sides[0], sides[1])


def _box(setting: MachineSetting, at: float, half: float, depth: float, low: float, high: float) -> Iterator[Swept]:
    """A box that is open at the worked side, so far to both sides of a place of it and so deep, between two heights of the board
    that lies."""
    for r, way in _ways(at, half, depth):
        profile = profile_of(((0.0, r, 0.0), (high - low, r, 0.0)))
        yield _taken([_on_face(setting.frame, u, deep) for u, deep in way], profile, low, 1)


def _ways(at: float, half: float, depth: float) -> Iterator[tuple[float, list[Point]]]:
    """What clears a box: how round, and along which way of the worked side and down from it. Its inner corners are taken to be as
    round as a quarter of its width at most."""
    edge = min(_STRIP, half)
    yield edge, [(at - half + edge, depth - edge), (at + half - edge, depth - edge)]
    if depth >= half:
        corner = half * 2 / _ROUND
        yield half, [(at, depth - half), (at, -_PAST)]
        for u in (at - half + corner, at + half - corner):
            yield corner, [(u, depth - corner), (u, -_PAST)]
        return
    for r in (depth / 2, depth / (2 * _ROUND)):
        low, high = at - half + r, at + half - r
        yield r, [(low, -_PAST), (low, depth - r), (high, depth - r), (high, -_PAST)]


def _strip(program: Program, setting: MachineSetting, move: Move) -> Swept:
    """A strip along the side: beside a face a rabbet that is as deep as the bit reaches there at most, between both a groove."""
    low, high = _faces(program)
    if (groove := _groove(setting, move, low, high)) is not None:
        return groove
    (u0, v0), (u1, v1) = move.path[0], move.path[-1]
    widest, deep = profile_of(setting.bit.silhouette).widest, move.to_depth or 0.0
    first = v0 < (high - low) / 2
    reach = widest + (max(v0, v1) if first else high - low - min(v0, v1))
    # Where y begins on the standing board, at the shown face or at the back.
    shown = first == (setting.frame.y[2] < 0)
    r = max(deep, widest)
    ends = sorted((u0, u1))
    path = [_on_face(setting.frame, u, deep - r) for u in (ends[0] - r, ends[1] + r)]
    profile = profile_of(((0.0, r, 0.0), (reach + _PAST, r, 0.0)))
    return _taken(path, profile, high - reach, 1) if shown else _taken(path, profile, low + reach, -1)


def _groove(setting: MachineSetting, move: Move, low: float, high: float) -> Swept | None:
    """A run with wood on both sides of the bit: a band as deep as it went, as wide as the bit; None beside a face."""
    (u0, v0), (u1, _) = move.path[0], move.path[-1]
    half, deep = profile_of(setting.bit.silhouette).widest, move.to_depth or 0.0
    if v0 - half <= _OPEN or v0 + half >= high - low - _OPEN:
        return None
    # How high its middle lies on the board; y begins on the standing one at the shown face or at the back.
    middle = low + v0 if setting.frame.y[2] > 0 else high - v0
    r = max(deep, half)
    path = [_on_face(setting.frame, u, deep - r) for u in (min(u0, u1) - r, max(u0, u1) + r)]
    return _taken(path, profile_of(((0.0, r, 0.0), (2 * half, r, 0.0))), middle - half, 1)


def _faces(program: Program) -> tuple[float, float]:
    works = [each for each in program.bodies if each.role == "work"]
    return min(each.z0 for each in works), max(each.z1 for each in works)


def _taken(path: list[tuple[float, float]], profile: Profile, tip: float, out: int) -> Swept:
    r = profile.widest
    xs, ys = [x for x, _ in path], [y for _, y in path]
    return Swept(tuple(path), profile, tip, out, 0.0, (min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r))


def _on_face(frame: Surface, u: float, depth: float) -> tuple[float, float]:
    """A place of a worked end, so deep in it, seen from the board's face."""
    (ax, ay, az), (bx, by, bz) = frame.x, frame.y
    out = (ay * bz - az * by, az * bx - ax * bz)
    return (frame.origin[0] + u * ax - depth * out[0], frame.origin[1] + u * ay - depth * out[1])


def reaches(taken: tuple[Swept, ...], placing: Placing, *, least: float, along: tuple[float, float]) -> bool:
    """Whether anything that was taken of a board lies higher than so many mm when it stands as it is placed, on some stretch of
    the worked side."""
    low, high = along
    for each in taken:
        stood = [placing.on_second((x, y, 0.0)) for x in each.box[::2] for y in each.box[1::2]]
        xs = [x for x, _, _ in stood]
        if max(z for _, _, z in stood) > least and max(xs) > low and min(xs) < high:
            return True
    return False
