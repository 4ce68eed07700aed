"""`python -m ranura.devices caliper|tachometer [--seed N] [--port N]`: one simulated instrument on a loopback port.

It prints its port, serves one host at a time, and ends when its standard input closes: it does not outlive who started it.
"""

from __future__ import annotations

import argparse
import contextlib
import os
import random
import socket
import sys
import threading

from ranura.devices.lines import MOST_CHARACTERS, UNITS, Bye
from ranura.devices.simulated import Instrument, Unplugged


def serve(server: socket.socket, instrument: Instrument) -> None:
    """Answers hosts one after the other, for good."""
    while True:
        line, _ = server.accept()
        with line, line.makefile("rwb", buffering=0) as talk:
            with contextlib.suppress(OSError, Unplugged, UnicodeDecodeError):
                _answer(talk, instrument)
            with contextlib.suppress(OSError):
                line.shutdown(socket.SHUT_RDWR)


def _answer(talk: socket.SocketIO, instrument: Instrument) -> None:
    said = instrument.greet()
    while True:
        talk.write("".join(f"{each}\n" for each in said).encode())
        if any(isinstance(each, Bye) for each in said):
            return
        heard = talk.readline(MOST_CHARACTERS)
        if not heard:
            return
        said = instrument.answer(heard.decode())


def _end_with_parent() -> None:
    sys.stdin.buffer.read()
    os._exit(0)


def main() -> None:
    """The process of one instrument."""
    asked = argparse.ArgumentParser(prog="python -m ranura.devices")
    asked.add_argument("kind", choices=list(UNITS))
    asked.add_argument("--seed", type=int)
    asked.add_argument("--port", type=int, default=0)
    options = asked.parse_args()
    with socket.create_server(("127.0.0.1", options.port)) as server:
        print(server.getsockname()[1], flush=True)
        threading.Thread(target=_end_with_parent, daemon=True).start()
        serve(server, Instrument(options.kind, random.Random(options.seed)))


if __name__ == "__main__":
    main()
