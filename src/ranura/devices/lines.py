"""The line protocol between an instrument and Ranura, for both ends.

UTF-8 lines over TCP on loopback, each ended by a line feed, words parted by single spaces, at most 200 characters.
The instrument speaks first. Numbers have a decimal point and no exponent.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

VERSION = 1
MOST_CHARACTERS = 200

Kind = Literal["caliper", "tachometer"]
Unit = Literal["mm", "rpm"]
Cause = Literal["button", "asked"]
Word = Literal["HELLO", "READING", "ZERO", "BATTERY", "ERROR", "BYE"]

UNITS: dict[Kind, Unit] = {"caliper": "mm", "tachometer": "rpm"}
_NUMBER = re.compile(r"-?\d{1,7}(\.\d{1,4})?")


class BadLine(ValueError):
    """A line that the protocol does not have."""


@dataclass(frozen=True, slots=True)
class Hello:
    """`HELLO kind version name`: who speaks. The name may hold spaces."""

    kind: Kind
    version: int
    name: str

    def __str__(self) -> str:
        return f"HELLO {self.kind} {self.version} {self.name}"


@dataclass(frozen=True, slots=True)
class Reading:
    """`READING number unit cause`: what was measured, mm or rpm, and whether its button or Ranura asked for it."""

    number: str
    unit: Unit
    cause: Cause

    @property
    def value(self) -> float:
        """The number, in its unit."""
        return float(self.number)

    def __str__(self) -> str:
        return f"READING {self.number} {self.unit} {self.cause}"


@dataclass(frozen=True, slots=True)
class Zeroed:
    """`ZERO`: the instrument was set to zero where it stands."""

    def __str__(self) -> str:
        return "ZERO"


@dataclass(frozen=True, slots=True)
class Battery:
    """`BATTERY percent`: what is left in it."""

    percent: int

    @property
    def low(self) -> bool:
        """Whether readings are no longer to be trusted for long."""
        return self.percent <= LOW_BATTERY

    def __str__(self) -> str:
        return f"BATTERY {self.percent}"


@dataclass(frozen=True, slots=True)
class Trouble:
    """`ERROR code`: what was asked cannot be done; `nothing-to-read` where there is nothing before the instrument."""

    code: str

    def __str__(self) -> str:
        return f"ERROR {self.code}"


@dataclass(frozen=True, slots=True)
class Bye:
    """`BYE reason`: it leaves, switched `off` or with an empty `battery`."""

    reason: str

    def __str__(self) -> str:
        return f"BYE {self.reason}"


Line = Hello | Reading | Zeroed | Battery | Trouble | Bye
LOW_BATTERY = 15


def parse(text: str) -> Line:
    """What an instrument says. Raises BadLine."""
    words = text.strip().split(" ")
    match words:
        case ["HELLO", ("caliper" | "tachometer") as kind, version, *name] if version.isdecimal() and name:
            return Hello(kind, int(version), " ".join(name)[:60])
        case ["READING", number, ("mm" | "rpm") as unit, ("button" | "asked") as cause] if _NUMBER.fullmatch(number):
            return Reading(number, unit, cause)
        case ["ZERO"]:
            return Zeroed()
        case ["BATTERY", percent] if percent.isdecimal() and int(percent) <= 100:
            return Battery(int(percent))
        case ["ERROR", code] if re.fullmatch(r"[a-z-]{1,40}", code):
            return Trouble(code)
        case ["BYE", ("off" | "battery") as reason]:
            return Bye(reason)
        case _:
            raise BadLine(text[:MOST_CHARACTERS])
