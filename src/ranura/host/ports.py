"""A port on loopback: the one that was asked for or none, and who has it; unasked the usual one or the next free."""

from __future__ import annotations

import errno
import os
import socket
from pathlib import Path

from ranura.host.progress import CannotGoOn

DEFAULT_PORT = 8740
_TRIED = 50


def listen(first: int, *, asked: bool = False) -> socket.socket:
    """A listening socket on loopback: on port `first`, or where nobody asked for it the next free one of the fifty after it.

    Raises CannotGoOn, for a port that was asked for with the name of who has it."""
    for port in range(first, min(first + (1 if asked else _TRIED), 65536)):
        # Named TCP, or asyncio leaves Nagle's delay on: 40 ms a request.
        server = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        server.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            server.bind(("127.0.0.1", port))
            server.listen(128)
        except OSError as problem:
            server.close()
            if problem.errno == errno.EADDRINUSE and asked:
                raise CannotGoOn(
                    f"Port {port} is taken by {holder(port)}. Name another with RANURA_PORT, or end it."
                ) from problem
            if problem.errno == errno.EACCES and asked:
                raise CannotGoOn(f"Port {port} is not for you to open; take one from 1024 on.") from problem
            if problem.errno in (errno.EADDRINUSE, errno.EACCES):
                continue
            raise
        return server
    raise CannotGoOn(f"No free port from {first} to {first + _TRIED - 1}; set RANURA_PORT.")


def wanted_port(name: str) -> int | None:
    """The port that an environment variable names. Raises CannotGoOn where it is none."""
    text = os.environ.get(name)
    if not text:
        return None
    if not text.isdecimal() or not 1 <= int(text) <= 65535:
        raise CannotGoOn(f"{name} must be a port number, not {text!r}.", code=2)
    return int(text)


def holder(port: int) -> str:
    """Which program listens on a port of loopback, as far as this user may see it."""
    inodes = set()
    for table in ("tcp", "tcp6"):
        try:
            lines = Path("/proc/net", table).read_text().splitlines()[1:]
        except OSError:
            continue
        for line in lines:
            _, local, _, state, *rest = line.split()
            if int(local.rpartition(":")[2], 16) == port and state == "0A":
                inodes.add(f"socket:[{rest[5]}]")
    for folder in Path("/proc").iterdir():
        if not folder.name.isdecimal():
            continue
        try:
            held = any(os.readlink(each) in inodes for each in (folder / "fd").iterdir())
            if held:
                words = (folder / "cmdline").read_bytes().replace(b"\0", b" ").decode(errors="replace").strip()
                return f"{words[:80]!r} (process {folder.name})"
        except OSError:
            continue
    return "another program"
