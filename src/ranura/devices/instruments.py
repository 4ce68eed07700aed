"""The host's end: instruments that are plugged in when somebody wants a reading, watched, and let go.

Each plugged instrument has a thread that reads its lines. Every change of what is known gets the next number, so that a
caller waits for what is newer than what it has seen, and misses nothing.
"""

from __future__ import annotations

import contextlib
import os
import socket
import subprocess
import sys
import threading
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from pathlib import Path
from typing import IO, Literal

from ranura.core.text.errors import CraftError, Refusal
from ranura.devices.lines import (
    MOST_CHARACTERS,
    UNITS,
    VERSION,
    BadLine,
    Battery,
    Bye,
    Hello,
    Kind,
    Line,
    Reading,
    Trouble,
    Zeroed,
    parse,
)

State = Literal["off", "ready", "lost"]
_PATIENCE = 5.0
"""Seconds that an instrument may take to start and to greet."""


_SOURCE = Path(__file__).parents[2]


class InstrumentError(CraftError):
    """An instrument that is not there or does not do what was asked."""


NO_START = Refusal("no-start", "The {kind} does not answer; look at its cable and switch, then plug it in again")
OTHER_VERSION = Refusal("other-version", "The {kind} speaks version {version} of the lines; this Ranura knows version 1")
NOT_PLUGGED = Refusal("not-plugged", "The {kind} is not plugged in")
NO_NUMBER = Refusal("no-number", "{text!r} is no number that a {kind} could be given")


@dataclass(frozen=True, kw_only=True, slots=True)
class Taken:
    """A reading and its number: they count up for as long as the server runs."""

    number: int
    value: float
    text: str
    unit: str
    asked: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Status:
    """What is known of an instrument. `turn` grows with every change; `trouble` is a code, gone with the next good line."""

    kind: Kind
    state: State
    turn: int
    name: str = ""
    battery: int | None = None
    battery_low: bool = False
    taken: Taken | None = None
    trouble: str | None = None
    simulated: bool = True


class Socketed:
    """One instrument as the host knows it; plugged in again after it was lost, it goes on counting."""

    def __init__(self, kind: Kind, port: int | None = None) -> None:
        self._kind = kind
        self._port = port
        self._status = Status(kind=kind, state="off", turn=0, simulated=port is None)
        self._told: Callable[[Kind], None] | None = None
        self._changing = threading.Lock()
        self._plugging = threading.Lock()
        self._process: subprocess.Popen[bytes] | None = None
        self._line: socket.socket | None = None

    @property
    def status(self) -> Status:
        """What is known now."""
        return self._status

    def on_change(self, tell: Callable[[Kind], None]) -> None:
        """Calls `tell` after every change, in the thread that hears the instrument."""
        self._told = tell

    def plug(self) -> Status:
        """Plugs it in unless it is. Raises InstrumentError."""
        with self._plugging:
            if self._status.state == "ready":
                return self._status
            with contextlib.ExitStack() as undo:
                undo.callback(self._end)
                try:
                    line = undo.enter_context(socket.create_connection(("127.0.0.1", self._port or self._start()), _PATIENCE))
                    talk = undo.enter_context(line.makefile("rb"))
                    hello = parse(talk.readline(MOST_CHARACTERS).decode())
                except (OSError, ValueError):
                    raise InstrumentError(NO_START, kind=self._kind) from None
                if not isinstance(hello, Hello) or hello.kind != self._kind or hello.version != VERSION:
                    version = hello.version if isinstance(hello, Hello) else "?"
                    raise InstrumentError(OTHER_VERSION, kind=self._kind, version=version)
                undo.pop_all()
            line.settimeout(None)
            self._line = line
            self._change(state="ready", name=hello.name, trouble=None)
            threading.Thread(target=self._listen, args=(line, talk), daemon=True).start()
            return self._status

    def unplug(self) -> Status:
        """Lets it go."""
        with self._plugging:
            line, self._line = self._line, None
            self._end()
            if line is not None:
                with contextlib.suppress(OSError):
                    line.shutdown(socket.SHUT_RDWR)
            self._change(state="off", trouble=None)
            return self._status

    def say(self, text: str) -> None:
        """Sends it a line. Raises InstrumentError."""
        line = self._line
        try:
            if line is None or self._status.state != "ready":
                raise InstrumentError(NOT_PLUGGED, kind=self._kind)
            line.sendall(f"{text}\n".encode())
        except OSError:
            raise InstrumentError(NOT_PLUGGED, kind=self._kind) from None

    def _start(self) -> int:
        """Starts the simulated instrument and answers its port."""
        self._end()
        self._process = subprocess.Popen(
            [sys.executable, "-m", "ranura.devices", self._kind],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            start_new_session=True,
            env={**os.environ, "PYTHONPATH": str(_SOURCE)},
        )
        assert self._process.stdout is not None
        return int(self._process.stdout.readline())

    def _end(self) -> None:
        process, self._process = self._process, None
        if process is not None:
            process.kill()
            process.communicate()

    def _listen(self, line: socket.socket, talk: IO[bytes]) -> None:
        with line, talk, contextlib.suppress(OSError):
            while text := talk.readline(MOST_CHARACTERS):
                try:
                    self._heard(parse(text.decode()))
                except (BadLine, UnicodeDecodeError):
                    self._change(trouble="bad-line")
        if self._line is line and self._status.state == "ready":
            self._change(state="lost")

    def _heard(self, line: Line) -> None:
        match line:
            case Reading():
                if line.unit != UNITS[self._kind]:
                    self._change(trouble="bad-line")
                    return
                last = self._status.taken.number if self._status.taken else 0
                taken = Taken(
                    number=last + 1,
                    value=line.value,
                    text=f"{line.number} {line.unit}",
                    unit=line.unit,
                    asked=line.cause == "asked",
                )
                self._change(taken=taken, trouble=None)
            case Battery():
                self._change(battery=line.percent, battery_low=line.low)
            case Trouble():
                self._change(trouble=line.code)
            case Zeroed():
                self._change(trouble=None)
            case Bye():
                self._change(state="lost", trouble="battery-empty" if line.reason == "battery" else "switched-off")
            case Hello():
                self._change(name=line.name)

    def _change(self, **known: object) -> None:
        with self._changing:
            self._status = replace(self._status, turn=self._status.turn + 1, **known)  # type: ignore[arg-type]
        if self._told is not None:
            self._told(self._kind)


class Instruments:
    """All instruments of a server, one of each kind; `ports` has those that are real."""

    def __init__(self, ports: Mapping[Kind, int] | None = None) -> None:
        known = ports or {}
        self._all: dict[Kind, Socketed] = {kind: Socketed(kind, known.get(kind)) for kind in UNITS}

    def __getitem__(self, kind: Kind) -> Socketed:
        return self._all[kind]

    def __iter__(self) -> Iterator[Socketed]:
        return iter(self._all.values())

    def on_change(self, tell: Callable[[Kind], None]) -> None:
        """Calls `tell` after every change of any."""
        for each in self._all.values():
            each.on_change(tell)

    def close(self) -> None:
        """Lets all go; nothing of them stays behind."""
        for each in self._all.values():
            each.unplug()
