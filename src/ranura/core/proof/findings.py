"""What the proof of a plan finds, each with its place (R21)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ranura.core.geometry.placing import Vector3
from ranura.core.text.cautions import Reason
from ranura.core.text.words import Level


@dataclass(frozen=True, kw_only=True, slots=True)
class Finding:
    """One thing that a check has found: which check, its code and level, where on the board in mm, at which move, and at which
    stations it is so."""

    check: int
    code: str
    level: Level
    at: Vector3
    move: int
    stations: tuple[int, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Proof:
    """What became of a plan's proof."""

    passed: bool | None
    """None where it was not run yet."""
    findings: tuple[Finding, ...] = ()


@dataclass(frozen=True, slots=True)
class Found:
    """A finding with what is to be said of it."""

    finding: Finding
    reason: Reason

    def also_at(self, station: int | None) -> Found:
        """The same at another station."""
        return self if station is None else replace(self, finding=replace(self.finding, stations=(station,)))

    def at_move(self, number: int, station: int | None) -> Found:
        """The same at another move."""
        return replace(self, finding=replace(self.finding, move=number)).also_at(station)


NOT_RUN = Proof(passed=None)
