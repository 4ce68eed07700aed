"""Stand-ins for a digital caliper and an optical tachometer: what they would say, with the noise they would have.

Besides the protocol's READ and ZERO they take SIM lines, the hand and the workpiece that a simulation has to have:
`SIM JAW mm`, `SIM SPEED rpm`, `SIM PRESS`, `SIM BATTERY percent`, `SIM OFF`, and `SIM DROP`, which cuts the line without a word.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import dataclass, field

from ranura.devices.lines import UNITS, Battery, Bye, Cause, Hello, Kind, Line, Reading, Trouble, Zeroed

CALIPER_NOISE = 0.008
"""Standard deviation of a reading at the jaws, mm: a good hand and a 0.01 mm display."""
CALIPER_STEP = 0.01
TACHOMETER_NOISE = 0.0015
"""Standard deviation of a reading as a share of the speed."""
TACHOMETER_STEP = 10.0
SLOWEST = 300.0
"""Below this speed, rpm, the mark passes too rarely to be read."""
_NAMES: dict[Kind, str] = {"caliper": "Simulated caliper", "tachometer": "Simulated tachometer"}


class Unplugged(Exception):
    """The line is cut, as by a cable pulled out."""


@dataclass
class Instrument:
    """A simulated instrument: answers each line it hears with lines of its own."""

    kind: Kind
    chance: random.Random
    before: float = 0.0
    zero: float = 0.0
    percent: int = 84
    warned: bool = False
    hands: dict[str, Callable[[list[str]], list[Line]]] = field(init=False)

    def __post_init__(self) -> None:
        self.hands = {
            "JAW" if self.kind == "caliper" else "SPEED": self._hold,
            "PRESS": lambda _: self._measure("button"),
            "BATTERY": self._drain,
            "OFF": lambda _: [Bye("off")],
            "DROP": lambda _: self._drop(),
        }

    def greet(self) -> list[Line]:
        """What it says when somebody connects."""
        return [Hello(self.kind, 1, _NAMES[self.kind]), Battery(self.percent)]

    def answer(self, text: str) -> list[Line]:
        """What it says to a line. Raises Unplugged."""
        words = text.split()
        match words:
            case ["READ"]:
                return self._measure("asked")
            case ["ZERO"] if self.kind == "caliper":
                self.zero = self.before
                return [Zeroed()]
            case ["SIM", name, *rest] if name in self.hands:
                try:
                    return self.hands[name](rest)
                except (ValueError, IndexError):
                    return [Trouble("bad-number")]
            case _:
                return [Trouble("unknown-command")]

    def _hold(self, rest: list[str]) -> list[Line]:
        value = float(rest[0])
        if not 0 <= value <= 100_000:
            raise ValueError(value)
        self.before = value
        return []

    def _drain(self, rest: list[str]) -> list[Line]:
        self.percent = max(0, min(100, int(rest[0])))
        return [Battery(self.percent)] if self.percent > 0 else [Bye("battery")]

    def _drop(self) -> list[Line]:
        raise Unplugged

    def _measure(self, cause: Cause) -> list[Line]:
        if self.kind == "tachometer":
            if self.before < SLOWEST:
                return [Trouble("nothing-to-read")]
            seen = self.chance.gauss(self.before, self.before * TACHOMETER_NOISE)
            return [Reading(f"{round(seen / TACHOMETER_STEP) * TACHOMETER_STEP:.0f}", UNITS[self.kind], cause)]
        seen = self.chance.gauss(self.before, CALIPER_NOISE) - self.zero
        return [Reading(f"{round(seen / CALIPER_STEP) * CALIPER_STEP:.2f}", UNITS[self.kind], cause)]
