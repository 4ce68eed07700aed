"""What is there around a cut: the work, its clamps and what it lies on, as bodies in the board's coordinates (R21)."""

from __future__ import annotations

from collections.abc import Iterable

from ranura.core.board.pieces import Piece, openings_of, outline_of
from ranura.core.geometry.rings import Ring
from ranura.core.holding.clamps import Holding
from ranura.core.proof.moves import Body, Role

CLAMP_HIGH = 30.0
"""mm that a clamp stands above the board."""
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


def clamps_of(holding: Holding, thickness: float) -> tuple[Body, ...]:
    """The clamps that hold the board, or what stands on a guide's ends, each on the face."""
    return tuple(
        standing(f"clamp-{number}", "clamp", foot.points, thickness, thickness + CLAMP_HIGH)
        for number, foot in enumerate(holding.feet, start=1)
    )


def bench_below(piece: Piece) -> Body:
    """The bench, below the board."""
    b = _BENCH_BEYOND
    length, width = piece.length.mm, piece.width.mm
    return standing("bench", "bench", ((-b, -b), (length + b, -b), (length + b, width + b), (-b, width + b)), -_BENCH_THICK, 0.0)
