"""Instruments: the lines both ends speak, noise, zero and battery of the stand-ins, and what is left when one is lost."""

from __future__ import annotations

import contextlib
import random
import socket
import statistics
import threading
import time
from collections.abc import Iterator

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.devices.instruments import InstrumentError, Instruments
from ranura.devices.lines import BadLine, Battery, Bye, Hello, Reading, Trouble, Zeroed, parse
from ranura.devices.simulated import CALIPER_NOISE, TACHOMETER_NOISE, Instrument, Unplugged


@pytest.mark.parametrize(
    "line",
    [
        Hello("caliper", 1, "Bench caliper"),
        Hello("tachometer", 2, "T"),
        Reading("17.62", "mm", "button"),
        Reading("-0.01", "mm", "asked"),
        Reading("18040", "rpm", "button"),
        Zeroed(),
        Battery(8),
        Trouble("nothing-to-read"),
        Bye("off"),
        Bye("battery"),
    ],
)
def test_a_line_reads_back_as_it_was_written(line):
    assert parse(f"{line}\n") == line


@pytest.mark.parametrize(
    "text",
    [
        "",
        "READING",
        "READING 17,6 mm button",
        "READING 1e3 mm asked",
        "READING nan mm asked",
        "READING 17.6 in button",
        "BATTERY 101",
        "BATTERY -1",
        "BYE now",
        "HELLO ruler 1 x",
        "HELLO caliper 1",
        "reading 1 mm asked",
        "ERROR Not A Code",
    ],
)
def test_another_line_is_refused(text):
    with pytest.raises(BadLine):
        parse(text)


@given(st.text(max_size=60))
def test_no_text_breaks_the_reader_of_lines(text):
    with contextlib.suppress(BadLine):
        assert parse(str(parse(text))) == parse(text)


def readings(instrument: Instrument, count: int) -> list[float]:
    return [line.value for _ in range(count) for line in instrument.answer("READ") if isinstance(line, Reading)]


@pytest.mark.parametrize(
    ("kind", "before", "noise"), [("caliper", 17.6, CALIPER_NOISE), ("tachometer", 18_000.0, 18_000 * TACHOMETER_NOISE)]
)
def test_readings_scatter_about_what_is_before_the_instrument(kind, before, noise):
    instrument = Instrument(kind, random.Random(7))
    instrument.answer(f"SIM {'JAW' if kind == 'caliper' else 'SPEED'} {before}")
    seen = readings(instrument, 600)
    assert statistics.mean(seen) == pytest.approx(before, abs=5 * noise / 600**0.5)
    assert 0.8 * noise < statistics.stdev(seen) < 1.3 * noise


def test_zero_is_taken_off_and_a_slow_spindle_is_not_read():
    caliper = Instrument("caliper", random.Random(1), before=6.0)
    assert caliper.answer("ZERO") == [Zeroed()]
    caliper.answer("SIM JAW 17.6")
    assert statistics.mean(readings(caliper, 100)) == pytest.approx(11.6, abs=0.01)
    tachometer = Instrument("tachometer", random.Random(1))
    assert tachometer.answer("READ") == [Trouble("nothing-to-read")]
    assert tachometer.answer("ZERO") == [Trouble("unknown-command")]
    assert tachometer.answer("SIM SPEED fast") == [Trouble("bad-number")]
    assert tachometer.answer("SIM BATTERY 0") == [Bye("battery")]
    with pytest.raises(Unplugged):
        tachometer.answer("SIM DROP")


@pytest.fixture
def instruments() -> Iterator[Instruments]:
    made = Instruments()
    yield made
    made.close()


def test_a_button_gives_a_reading_to_whoever_waits(instruments):
    caliper = instruments["caliper"]
    status = caliper.plug()
    assert (status.state, status.simulated) == ("ready", True)
    caliper.say("SIM JAW 17.6")
    heard = []
    waiting = threading.Thread(target=lambda: heard.append(until(caliper, lambda s: s.taken is not None)))
    waiting.start()
    caliper.say("SIM PRESS")
    waiting.join(timeout=10)
    taken = heard[0].taken
    assert taken.value == pytest.approx(17.6, abs=0.05)
    assert (taken.number, taken.unit, taken.asked) == (1, "mm", False)
    caliper.say("READ")
    assert until(caliper, lambda s: s.taken.number == 2).taken.asked


def test_losing_it_keeps_the_readings_and_plugging_in_goes_on_counting(instruments):
    tachometer = instruments["tachometer"]
    tachometer.plug()
    tachometer.say("SIM SPEED 18000")
    tachometer.say("SIM PRESS")
    until(tachometer, lambda s: s.taken is not None)
    tachometer.say("SIM DROP")
    lost = until(tachometer, lambda s: s.state == "lost")
    assert lost.taken.number == 1
    with pytest.raises(InstrumentError):
        tachometer.say("READ")
    assert tachometer.plug().state == "ready"
    tachometer.say("SIM SPEED 9000")
    tachometer.say("SIM PRESS")
    assert until(tachometer, lambda s: s.taken.number == 2).taken.value == pytest.approx(9_000, rel=0.02)


def test_a_low_battery_is_said_and_an_empty_one_ends_it(instruments):
    caliper = instruments["caliper"]
    caliper.plug()
    caliper.say("SIM BATTERY 9")
    assert until(caliper, lambda s: s.battery == 9).battery_low
    caliper.say("SIM BATTERY 0")
    assert until(caliper, lambda s: s.state == "lost").trouble == "battery-empty"


def soon(ask, holds):
    """What `ask` answers as soon as it holds."""
    for _ in range(2_000):
        answer = ask()
        if holds(answer):
            return answer
        time.sleep(0.01)
    raise AssertionError(answer)


def until(instrument, holds):
    return soon(lambda: instrument.status, holds)


def test_every_change_is_told_and_by_which(instruments):
    told = []
    instruments.on_change(told.append)
    caliper = instruments["caliper"]
    turn = caliper.plug().turn
    caliper.say("SIM JAW 5")
    caliper.say("SIM PRESS")
    until(caliper, lambda status: status.taken is not None)
    assert told
    assert set(told) == {"caliper"}
    assert len(told) >= caliper.status.turn - turn


@pytest.mark.parametrize(
    ("greeting", "code"),
    [
        (b"HELLO caliper 1 Mine\n", None),
        (b"HELLO caliper 2 Mine\n", "other-version"),
        (b"HELLO tachometer 1 Mine\n", "other-version"),
        (b"\xff\xfe\n", "no-start"),
        (b"", "no-start"),
    ],
)
def test_a_real_instrument_joins_on_its_port_if_it_speaks_the_lines(greeting, code):
    with socket.create_server(("127.0.0.1", 0)) as server:

        def be_real():
            line, _ = server.accept()
            with line:
                line.sendall(greeting + b"READING what\nREADING 12.70 mm button\nREADING 900 rpm button\n" if greeting else b"")
                if greeting:
                    line.recv(10)

        threading.Thread(target=be_real, daemon=True).start()
        instruments = Instruments({"caliper": server.getsockname()[1]})
        if code:
            with pytest.raises(InstrumentError) as refused:
                instruments["caliper"].plug()
            assert refused.value.code == code
        else:
            instruments["caliper"].plug()
            status = until(instruments["caliper"], lambda s: s.taken is not None and s.trouble is not None)
            assert (status.taken.text, status.trouble, status.simulated) == ("12.70 mm", "bad-line", False)
        instruments.close()


def test_the_api_plugs_in_waits_and_says_what_is_wrong(client):
    where = "/api/instruments/caliper"
    assert {each["state"] for each in client.get("/api/instruments").json()} <= {"off", "ready", "lost"}
    assert client.post(f"{where}/unplug").json()["state"] == "off"
    assert client.post(f"{where}/read").status_code == 422
    turn = client.post(f"{where}/plug").json()["turn"]
    before = client.get(where).json()["taken"]
    client.post(f"{where}/hand", json={"act": "hold", "value": 8.0})
    client.post(f"{where}/hand", json={"act": "press"})
    view = soon(lambda: client.get(where).json(), lambda now: now["taken"] != before)
    assert view["turn"] > turn
    assert view["taken"]["value"] == pytest.approx(8, abs=0.05)
    wrong = client.post(f"{where}/hand", json={"act": "hold", "value": -1})
    assert (wrong.status_code, wrong.json()["error"]["field"]) == (422, "value")
    client.post(f"{where}/hand", json={"act": "drop"})
    view = soon(lambda: client.get(where).json(), lambda now: now["state"] != "ready")
    assert "plug it in again" in view["words"]["metric"]
    assert client.get("/api/instruments/ruler").status_code == 422
    client.post(f"{where}/unplug")
