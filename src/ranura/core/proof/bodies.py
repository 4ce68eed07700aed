"""What is there around a cut: the work, its clamps and what it lies on, as bodies in the board's coordinates (R21)."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import replace

from ranura.core.board.pieces import SIDES, Piece, Side, openings_of, outline_of
from ranura.core.geometry.rings import Ring
from ranura.core.holding.clamps import Holding
from ranura.core.proof.moves import Body, Move, Role

CLAMP_HIGH = 30.0
"""mm that a clamp stands above the board."""
CARRIER_WIDE, CARRIER_PAST = 90.0, 40.0
"""mm: how wide the boards of a carrier are, and how far they reach past the work."""
_BENCH_THICK = 40.0
_BENCH_BEYOND = 300.0
"""mm that a bench reaches beyond the board, at most."""


def work_of(piece: Piece, held_by: Iterable[str]) -> Body:
    """The board as it is before any cut of it."""
    return Body(
        id="work-1",
        role="work",
        piece=0,
        ring=outline_of(piece),
        holes=openings_of(piece),
        z0=0.0,
        z1=piece.thickness.mm,
        held_by=tuple(held_by),
        from_move=0,
        to_move=None,
    )


def standing(id: str, role: Role, ring: Ring, z0: float, z1: float, *, held_by: tuple[str, ...] = (), from_move: int = 0) -> Body:
    """A prism that stays where it is."""
    return Body(
        id=id, role=role, piece=None, ring=ring, holes=(), z0=z0, z1=z1, held_by=held_by, from_move=from_move, to_move=None
    )


def clamps_of(
    holding: Holding, thickness: float, moves: Sequence[Move], *, on_guides: Sequence[Sequence[Ring]] = ()
) -> tuple[Body, ...]:
    """The clamps that hold the board, each on the face, and those on the guide's ends; what is moved on from station to station
    is there for as long as that is worked at. `on_guides` are the feet on the guide's ends at every station."""
    made: list[Body] = []

    def clamp(foot: Ring, first: int = 0, after: int | None = None) -> None:
        body = standing(f"clamp-{len(made) + 1}", "clamp", foot, thickness, thickness + CLAMP_HIGH)
        made.append(replace(body, from_move=first, to_move=after))

    at_stations = holding.at_stations
    if not at_stations:
        for foot in holding.feet:
            if foot.at is not None or not on_guides:
                clamp(foot.points)
    for station, first, after in stints(moves) or [(1, 0, None)]:
        for ring in at_stations[station - 1] if at_stations else ():
            clamp(ring, first, after)
        for ring in on_guides[station - 1] if on_guides else ():
            clamp(ring, first, after)
    return tuple(made)


def stints(moves: Sequence[Move]) -> list[tuple[int, int, int | None]]:
    """When which station is worked at: its number, its first move, and the first that is for another."""
    found: list[tuple[int, int, int | None]] = []
    for number, move in enumerate(moves):
        if move.station is not None and (not found or found[-1][0] != move.station):
            if found:
                found[-1] = (*found[-1][:2], number)
            found.append((move.station, number, None))
    return found


def carriers_of(piece: Piece, cut: Collection[str] = ()) -> tuple[Body, ...]:
    """Boards of the work's own height that it is wedged between: along both edges, past its ends; where some edges are cut on the
    other sides, and flush with what is cut, since a fence or a bit runs there."""
    length, width, wide = piece.length.mm, piece.width.mm, CARRIER_WIDE
    sides = [side for side in SIDES if side not in cut] if cut else ["near", "far"]
    x0, x1 = 0.0 if "left" in cut else -CARRIER_PAST, length + (0.0 if "right" in cut else CARRIER_PAST)
    rings: dict[str, Ring] = {
        "near": ((x0, -wide), (x1, -wide), (x1, 0.0), (x0, 0.0)),
        "far": ((x0, width), (x1, width), (x1, width + wide), (x0, width + wide)),
        "left": ((-wide, 0.0), (0.0, 0.0), (0.0, width), (-wide, width)),
        "right": ((length, 0.0), (length + wide, 0.0), (length + wide, width), (length, width)),
    }
    return tuple(standing(f"carrier-{side}", "carrier", rings[side], 0.0, piece.thickness.mm) for side in sides)


def bench_below(piece: Piece, *, inset: Mapping[Side, float] = {}, raised: float = 0.0) -> Body:
    """The bench, below the board; on some sides the board overhangs it by so many mm, or is raised above it."""
    length, width = piece.length.mm, piece.width.mm
    x0, y0 = inset.get("left", -_BENCH_BEYOND), inset.get("near", -_BENCH_BEYOND)
    x1, y1 = length - inset.get("right", -_BENCH_BEYOND), width - inset.get("far", -_BENCH_BEYOND)
    return standing("bench", "bench", ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), -_BENCH_THICK - raised, -raised)


def bench_turned(bench: Body, thickness: float, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The bench before and after the board on it is turned over, where it is: then the shown face lies on it."""
    turns = [number for number, move in enumerate(moves) if move.kind == "turn-over"]
    made: list[Body] = []
    first, over = 0, False
    for after in (*turns, None):
        z0, z1 = (thickness - bench.z1, thickness - bench.z0) if over else (bench.z0, bench.z1)
        made.append(
            replace(bench, id=f"bench-{len(made) + 1}" if turns else bench.id, z0=z0, z1=z1, from_move=first, to_move=after)
        )
        first, over = after or 0, not over
    return tuple(made)
