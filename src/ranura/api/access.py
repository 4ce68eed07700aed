"""Who is answered, and how much is taken in: the door before every route, of the page and of the API alike.

The server listens on loopback, so whoever is answered uses this computer. What is kept out is what a page of another site makes a
browser do: a name that leads here (the Host is not ours), a write (the Origin is not ours), a body that fills the memory.
"""

from __future__ import annotations

import contextlib
from collections.abc import Iterable, Mapping
from typing import Final
from urllib.parse import urlsplit

from fastapi.responses import JSONResponse
from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from ranura.api.news import HEADER, WRITER
from ranura.calc.registry import Problem

LOOPBACK: Final = frozenset({"127.0.0.1", "localhost", "[::1]"})
_READING: Final = frozenset({"GET", "HEAD", "OPTIONS"})
_LONGEST_PATH, _LONGEST_PART = 2_000, 200
_MB = 1_000_000
_BODY = 4 * _MB
_BODIES: Final[Mapping[str, int]] = {"/api/files/backup": 256 * _MB, "/api/files/": 64 * _MB, "/api/imports": 64 * _MB}
"""How many bytes a request may bring: the first of these that its path begins with, else 4 MB."""

HEADERS: Final[Mapping[str, str]] = {
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "X-Frame-Options": "DENY",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Content-Security-Policy": "frame-ancestors 'none'",
}
"""What every answer says, where it does not say it otherwise."""


class Door:
    """Middleware. `names` are hosts beside loopback under which a proxy on this machine hands requests on."""

    def __init__(self, app: ASGIApp, names: Iterable[str] = ()) -> None:
        self._app = app
        self._names = frozenset(name.strip().lower() for name in names if name.strip())

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answers by itself what is not let in, and lets the rest through with a limit on its body."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return

        async def sending(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers.setdefault(name, value)
            await send(message)

        refused = self.against(scope["method"], scope["path"], Headers(scope=scope))
        if refused is not None:
            status, says = refused
            await JSONResponse(Problem(None, says).body(), status_code=status)(scope, receive, sending)
            return
        WRITER.set(Headers(scope=scope).get(HEADER, "")[:80] or None)
        await _limited(self._app, scope, receive, sending)

    def against(self, method: str, path: str, headers: Headers) -> tuple[int, str] | None:
        """Why a request is not let in, as a status and words; None where it is."""
        host = headers.get("host", "")
        if host_name(host) not in LOOPBACK | self._names:
            return 421, f"Ranura does not answer under the name {host[:100]!r}. README.md says how to allow one: RANURA_ALLOW."
        if method not in _READING and not self._ours(headers.get("origin"), host):
            return 403, "Only Ranura's own page may change anything here."
        parts = path.split("/")
        odd = "\0" in path or any(part.startswith(".") or len(part) > _LONGEST_PART for part in parts)
        if odd or len(path) > _LONGEST_PATH:
            return 404, "There is nothing at this address."
        return None

    def _ours(self, origin: str | None, host: str) -> bool:
        """Whether a write comes from no page, or from our own: on loopback with our port, behind a proxy by its name."""
        if origin is None:
            return True
        try:
            found = urlsplit(origin)
        except ValueError:
            return False
        if found.scheme not in ("http", "https"):
            return False
        return found.netloc.lower() == host.lower() or host_name(found.netloc) in self._names


def host_name(host: str) -> str:
    """A host without its port.

    >>> host_name("localhost:8740"), host_name("[::1]:8740"), host_name("Workshop.local")
    ('localhost', '[::1]', 'workshop.local')"""
    host = host.strip().lower()
    return host[: host.find("]") + 1] if host.startswith("[") else host.partition(":")[0]


def most_of(path: str) -> int:
    """How many bytes the body of a request to a path may have."""
    return next((most for start, most in _BODIES.items() if path.startswith(start)), _BODY)


async def _limited(app: ASGIApp, scope: Scope, receive: Receive, send: Send) -> None:
    most = most_of(scope["path"])
    said = Headers(scope=scope).get("content-length", "0")
    too_much = Problem(None, f"This is more than Ranura takes in here: at most {most // _MB} MB.")
    refusal = JSONResponse(too_much.body(), status_code=413, headers={"Connection": "close"})
    if not said.isdecimal() or int(said) > most:
        await refusal(scope, receive, send)
        return
    taken, begun = 0, False

    async def counted() -> Message:
        nonlocal taken
        message = await receive()
        taken += len(message.get("body", b""))
        # To the application it looks as if nobody were there any more.
        return message if taken <= most else {"type": "http.disconnect"}

    async def noticed(message: Message) -> None:
        nonlocal begun
        if taken <= most or begun:
            begun = True
            await send(message)

    with contextlib.suppress(ClientDisconnect):
        await app(scope, counted, noticed)
    if taken > most and not begun:
        await refusal(scope, receive, send)
