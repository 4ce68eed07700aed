"""Writing down moves in order of work, so that what turns, where the bit is and how long it takes stay right by themselves."""

from __future__ import annotations

from ranura.core.cutting.feed import seconds_for
from ranura.core.geometry.paths import last_part, length_of, stretch
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.moves import Change, Fresh, Move

CLEAR = 5.0
"""mm above the surface at which a bit is carried over wood."""
BACK = 2.0
"""mm that a bit is drawn back before it is lifted out of a slot (R21.12)."""


TABS, TAB_WIDE = 4, 10.0
"""Tabs that hold what a line sets free: how many, and how wide each, in mm."""


class Recorder:
    """Moves as they are made. A bit is begun beside the wood or above it, runs, and comes out as R21.12 has it."""

    def __init__(self) -> None:
        self.moves: list[Move] = []
        self.setting = 0
        self.station: int | None = None

    def set(self, *changes: Change) -> None:
        """Something is changed while nothing turns."""
        self._add("set", changes=changes)

    def shift(self, station: int) -> None:
        """On to the next place."""
        self.station = station
        self._add("shift")

    def turn_over(self, about: str) -> None:
        """The board is turned over; the next `set` names the setting of its other face."""
        self.moves.append(
            Move(kind="turn-over", setting=self.setting, station=None, about="length" if about == "length" else "width")
        )

    def start(self, at: Point, depth: float) -> None:
        """Switched on, the bit clear of wood."""
        self._add("start", path=(at,), from_depth=depth, to_depth=depth, turning=True)

    def enter(self, path: Ring, depth: float, fresh: Fresh, feed: float) -> None:
        """Sideways into the wood from outside."""
        self._run("enter", path, depth, fresh, feed)

    def plunge(self, at: Point, from_depth: float, to_depth: float) -> None:
        """Straight down into the wood."""
        self._add("plunge", path=(at,), from_depth=from_depth, to_depth=to_depth, turning=True, fresh="both")

    def go_down(self, at: Point | None, to: Point, depth: float) -> None:
        """Above the wood to a point, switched on where nothing turns yet, and down into it."""
        if at is None:
            self.start(to, -CLEAR)
        elif at != to:
            self.carry((at, to))
        self.plunge(to, -CLEAR, depth)

    def cut(self, path: Ring, depth: float, fresh: Fresh, feed: float) -> None:
        """Along a path."""
        self._run("cut", path, depth, fresh, feed)

    def cut_over_tabs(self, line: Ring, depth: float, fresh: Fresh, feed: float, *, top: float, half: float) -> None:
        """Along a line, the bit of half a width raised to `top` over every tab and lowered behind it."""
        length = length_of(line, closed=False)
        wide = TAB_WIDE / 2 + half
        if length < 2.2 * wide * TABS:
            # No room for them; what a line so short sets free is a chip, or is said not to be held.
            self.cut(line, depth, fresh, feed)
            return
        done = 0.0
        for number in range(TABS):
            middle = length * (number + 0.5) / TABS
            self.cut(stretch(line, done, middle - wide), depth, fresh, feed)
            over = stretch(line, middle - wide, middle + wide)
            self.raise_to(over[0], depth, top)
            self.cut(over, top, fresh, feed)
            self.plunge(over[-1], top, depth)
            done = middle + wide
        self.cut(stretch(line, done, length), depth, fresh, feed)

    def leave(self, path: Ring, depth: float, fresh: Fresh, feed: float) -> None:
        """Sideways out of the wood until the bit is clear of it."""
        self._run("leave", path, depth, fresh, feed)

    def lift(self, at: Point, from_depth: float, *, turning: bool) -> None:
        """Straight up, above the surface."""
        self._add("lift", path=(at,), from_depth=from_depth, to_depth=-CLEAR, turning=turning)

    def raise_to(self, at: Point, from_depth: float, to_depth: float) -> None:
        """Up a little, turning, within what is cut already."""
        self._add("lift", path=(at,), from_depth=from_depth, to_depth=to_depth, turning=True)

    def carry(self, path: Ring) -> None:
        """Above the surface, clear of wood, to where the next run begins."""
        self._add("return", path=path, from_depth=-CLEAR, to_depth=-CLEAR, turning=True)

    def beside(self, path: Ring, depth: float) -> None:
        """Beside the wood, as deep as it is cut, to where the next run begins."""
        self._add("return", path=path, from_depth=depth, to_depth=depth, turning=True)

    def stop(self, at: Point, depth: float) -> None:
        """Switched off, and waited for."""
        self._add("stop", path=(at,), from_depth=depth, to_depth=depth)

    def come_out(self, at: Point, back: Point, depth: float, feed: float, *, plunge_base: bool) -> None:
        """Out of a slot that ends inside the wood: drawn back, then straight up turning and switched off above; out of a fixed
        base and over a table switched off first, and lifted standing still."""
        self.cut((at, back), depth, "none", feed)
        if plunge_base:
            self.lift(back, depth, turning=True)
            self.stop(back, -CLEAR)
        else:
            self.stop(back, depth)
            self.lift(back, depth, turning=False)

    def drawn_out(self, way: Ring, depth: float, feed: float) -> Point:
        """Back a little along the way just cut, straight up turning; where the bit is then."""
        back = last_part(way, BACK)
        self.cut(back, depth, "none", feed)
        self.lift(back[-1], depth, turning=True)
        return back[-1]

    def _run(self, kind: str, path: Ring, depth: float, fresh: Fresh, feed: float) -> None:
        seconds = seconds_for(length_of(path, closed=False), feed_m_min=feed)
        self._add(kind, path=path, from_depth=depth, to_depth=depth, turning=True, fresh=fresh, feed_m_min=feed, seconds=seconds)

    def _add(self, kind: str, **what: object) -> None:
        self.moves.append(Move(kind=kind, setting=self.setting, station=self.station, **what))  # type: ignore[arg-type]
