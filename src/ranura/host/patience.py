"""Connections that say nothing, or never finish what they say, are let go, so that half-open requests hold no server."""

from __future__ import annotations

import asyncio
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

HEADER_S = 10.0
"""Seconds in which the head of a request is wholly there."""
BODY_S = 30.0
"""Seconds without a byte of a body that was announced."""
MOST_WAITING = 64
"""Connections that wait for a head; of more the oldest are let go."""


class PatientProtocol(H11Protocol):
    """HTTP as uvicorn speaks it, with an end to waiting."""

    waiting: dict[PatientProtocol, None] = {}
    """Those that have sent no whole head yet, the oldest first."""

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override] # as uvicorn has it
        """A head is waited for from the first moment on."""
        super().connection_made(transport)
        self._patience: asyncio.TimerHandle | None = None
        self._wait()
        while len(self.waiting) > MOST_WAITING:
            next(iter(self.waiting))._let_go()

    def data_received(self, data: bytes) -> None:
        """More came: either the head is whole now, or it is waited for no longer than from its beginning."""
        super().data_received(data)
        self._wait()

    def connection_lost(self, exc: Exception | None) -> None:
        """Nothing is waited for any more."""
        self._rest()
        super().connection_lost(exc)

    def _wait(self) -> None:
        cycle: Any = self.cycle
        answering = cycle is not None and not cycle.response_complete
        if not answering:
            if self not in self.waiting:
                self._rest()
                self.waiting[self] = None
                self._patience = self.loop.call_later(HEADER_S, self._let_go)
            return
        self._rest()
        if cycle.more_body:
            self._patience = self.loop.call_later(BODY_S, self._let_go)

    def _rest(self) -> None:
        self.waiting.pop(self, None)
        if self._patience is not None:
            self._patience.cancel()
            self._patience = None

    def _let_go(self) -> None:
        self._rest()
        if not self.transport.is_closing():
            self.transport.close()
