"""Instruments: plugged in, read, set to zero; and the hand that the simulated ones need."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Request

from ranura.api.problems import ERRORS
from ranura.core.text.writing import Text, write
from ranura.devices.instruments import NO_NUMBER, NOT_PLUGGED, InstrumentError, Instruments, Socketed, Status, Taken
from ranura.devices.lines import Kind
from ranura.requests.from_core import RequestModel

router = APIRouter(prefix="/api/instruments", tags=["instruments"], responses=ERRORS)

_TROUBLES = {
    "nothing-to-read": "Nothing to read: hold the tachometer to the mark of a running spindle",
    "bad-line": "It said something that is no reading; press its button again",
    "battery-empty": "Its battery is empty; what was read stays",
    "switched-off": "It was switched off; what was read stays",
    "bad-number": "That is nothing it could be given",
    "lost": "It is gone: look at its cable, then plug it in again. What was read stays, and so does what you typed",
}


class HandIn(RequestModel):
    """What the hand does with a simulated instrument: what it holds before it, its button, its battery, its cable."""

    act: Literal["hold", "press", "battery", "off", "drop"]
    value: float | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class InstrumentView:
    """An instrument as it is now. `turn` grows with every change; `words` says what is wrong."""

    kind: Kind
    state: Literal["off", "ready", "lost"]
    turn: int
    name: str
    simulated: bool
    battery: int | None
    battery_low: bool
    taken: Taken | None
    words: Text | None


async def _all(request: Request) -> Instruments:
    instruments: Instruments = request.app.state.instruments
    return instruments


async def _one(kind: Kind, instruments: Annotated[Instruments, Depends(_all)]) -> Socketed:
    return instruments[kind]


TheInstruments = Annotated[Instruments, Depends(_all)]
TheInstrument = Annotated[Socketed, Depends(_one)]


@router.get("")
def instruments(all_of_them: TheInstruments) -> list[InstrumentView]:
    """All instruments as they are now."""
    return [_view(each.status) for each in all_of_them]


@router.post("/{kind}/plug")
def plug(instrument: TheInstrument) -> InstrumentView:
    """Plugs an instrument in, or in again."""
    return _view(instrument.plug())


@router.post("/{kind}/unplug")
def unplug(instrument: TheInstrument) -> InstrumentView:
    """Lets an instrument go."""
    return _view(instrument.unplug())


@router.post("/{kind}/read")
def read(instrument: TheInstrument) -> InstrumentView:
    """Asks for a reading."""
    instrument.say("READ")
    return _view(instrument.status)


@router.post("/{kind}/zero")
def zero(instrument: TheInstrument) -> InstrumentView:
    """Sets it to zero where it stands."""
    instrument.say("ZERO")
    return _view(instrument.status)


@router.get("/{kind}")
def instrument_now(instrument: TheInstrument) -> InstrumentView:
    """An instrument as it is now; that it changed is told on the stream of `/api/events`."""
    return _view(instrument.status)


@router.post("/{kind}/hand")
def hand(asked: HandIn, instrument: TheInstrument, kind: Kind) -> InstrumentView:
    """Does with a simulated instrument what a hand would do with a real one."""
    if not instrument.status.simulated:
        raise InstrumentError(NOT_PLUGGED, kind=f"simulated {kind}")
    instrument.say(f"SIM {_line(asked, kind)}")
    return _view(instrument.status)


def _line(asked: HandIn, kind: Kind) -> str:
    if asked.act in ("press", "off", "drop"):
        return asked.act.upper()
    value = asked.value
    most = {"hold": 1_000 if kind == "caliper" else 60_000, "battery": 100}[asked.act]
    if value is None or not math.isfinite(value) or not 0 <= value <= most:
        raise InstrumentError(NO_NUMBER, field="value", text=str(value), kind=kind)
    if asked.act == "battery":
        return f"BATTERY {value:.0f}"
    return f"{'JAW' if kind == 'caliper' else 'SPEED'} {value:.4f}"


def _view(status: Status) -> InstrumentView:
    trouble = status.trouble or ("lost" if status.state == "lost" else None)
    return InstrumentView(
        kind=status.kind,
        state=status.state,
        turn=status.turn,
        name=status.name,
        simulated=status.simulated,
        battery=status.battery,
        battery_low=status.battery_low,
        taken=status.taken,
        words=write(_TROUBLES.get(trouble, _TROUBLES["bad-line"])) if trouble else None,
    )
