"""A plan for a board that stands on its end, in the coordinates of the board; and what it takes of the board as other cuts see it
(R21)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.geometry.placing import Placing
from ranura.core.geometry.rings import extent
from ranura.core.proof.cutter import profile_of
from ranura.core.proof.findings import Proof
from ranura.core.proof.moves import Body, MachineSetting, Program, Surface
from ranura.core.proof.wood import CUTTING, Swept, Wood, swept_by

_ROUND = 4
"""How many times narrower than the slot the ways are that clear its corners: so round they are thought to be by later cuts."""
_STRIP = 0.5
"""mm: half as wide as the way along a slot's floor."""
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
    if _in_end(program):
        return (*before, *_slots_in_end(program))
    wood = Wood(program.bodies, list(before))
    for move in program.moves:
        swept = swept_by(move, program.settings[move.setting]) if move.kind in CUTTING else None
        if swept is not None:
            wood.take(swept)
    return tuple(wood.taken)


def _in_end(program: Program) -> bool:
    """Whether a program works an end of its board."""
    return any(abs(each.frame.x[0] * each.frame.y[1] - each.frame.x[1] * each.frame.y[0]) < 0.5 for each in program.settings)


def _slots_in_end(program: Program) -> Iterator[Swept]:
    """What straight slots across a worked end take, as a board that lies on its face sees them: right through it. Each is as wide
    and as deep as it is; only its inner corners are taken to be as round as a quarter of its width at most."""
    deepest: dict[tuple[float, float, int], float] = {}
    for move in program.moves:
        if move.kind in CUTTING and move.turning and move.to_depth is not None:
            bit = profile_of(program.settings[move.setting].bit.silhouette)
            key = (round(move.path[0][0], 6), bit.widest, move.setting)
            deepest[key] = max(deepest.get(key, 0.0), move.to_depth)
    for (at, half, setting), depth in sorted(deepest.items()):
        frame = program.settings[setting].frame
        corner, edge = half * 2 / _ROUND, min(_STRIP, half)
        ways = [(half, ((at, depth - half), (at, -_PAST)))]
        ways += [(corner, ((u, depth - corner), (u, -_PAST))) for u in (at - half + corner, at + half - corner)]
        ways.append((edge, ((at - half + edge, depth - edge), (at + half - edge, depth - edge))))
        for r, way in ways:
            yield _through(program, [_on_face(frame, u, deep) for u, deep in way], r)


def _on_face(frame: Surface, u: float, depth: float) -> tuple[float, float]:
    """A place of a worked end, so deep in it, seen from the board's face."""
    (ax, ay, az), (bx, by, bz) = frame.x, frame.y
    out = (ay * bz - az * by, az * bx - ax * bz)
    return (frame.origin[0] + u * ax - depth * out[0], frame.origin[1] + u * ay - depth * out[1])


def _through(program: Program, path: list[tuple[float, float]], r: float) -> Swept:
    """What is taken within a radius of a way on the board's face, right through it."""
    works = [each for each in program.bodies if each.role == "work"]
    low, high = min(each.z0 for each in works) - _PAST, max(each.z1 for each in works) + _PAST
    profile = profile_of(((0.0, r, 0.0), (high - low, r, 0.0)))
    xs, ys = [x for x, _ in path], [y for _, y in path]
    return Swept(tuple(path), profile, low, 1, 0.0, (min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r))


def reaches(taken: tuple[Swept, ...], placing: Placing, least: float) -> bool:
    """Whether anything that was taken of a board lies higher than so many mm when it stands as it is placed."""
    return any(placing.on_second((x, y, 0.0))[2] > least for each in taken for x in each.box[::2] for y in each.box[1::2])
