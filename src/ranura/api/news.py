"""News for windows: that something was written, and by which of them, and that an instrument has something to say; one stream a
browser, held by no thread."""

from __future__ import annotations

import asyncio
import contextlib
import json
import threading
from collections.abc import AsyncIterator
from contextvars import ContextVar
from typing import Final

from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse

router = APIRouter(prefix="/api", tags=["news"])

WRITER: Final[ContextVar[str | None]] = ContextVar("writer", default=None)
"""The window whose request is answered, as it names itself."""
HEADER: Final = "ranura-window"
QUIET_S = 15.0
"""Seconds after which a stream says that it is still there."""
MOST_STREAMS = 64
"""Streams at a time; of more the oldest ends, and its browser asks anew."""
_END: Final = object()


class News:
    """Passes on what is written, from any thread, to every stream."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._streams: dict[asyncio.Queue[object], asyncio.AbstractEventLoop] = {}
        self._closed = False

    def tell(self, writes: int) -> None:
        """Something was written, by the window whose request this thread answers."""
        self._put({"writes": writes, "by": WRITER.get()})

    def tell_of(self, instrument: str) -> None:
        """Something is new of an instrument."""
        self._put({"instrument": instrument})

    def close(self) -> None:
        """Ends all streams."""
        self._closed = True
        self._put(_END)

    def _put(self, what: object) -> None:
        with self._lock:
            for queue, loop in self._streams.items():
                # A loop that has ended meanwhile has nobody left to tell; what was written stays written.
                with contextlib.suppress(RuntimeError):
                    loop.call_soon_threadsafe(queue.put_nowait, what)

    async def stream(self) -> AsyncIterator[str]:
        """What is written from now on, as server-sent events."""
        queue: asyncio.Queue[object] = asyncio.Queue()
        with self._lock:
            self._streams[queue] = asyncio.get_running_loop()
            if len(self._streams) > MOST_STREAMS:
                next(iter(self._streams)).put_nowait(_END)
        try:
            yield "retry: 1000\n\n"
            while not self._closed:
                try:
                    told = await asyncio.wait_for(queue.get(), QUIET_S)
                except TimeoutError:
                    yield ": still here\n\n"
                    continue
                if told is _END:
                    return
                yield f"data: {json.dumps(told)}\n\n"
        finally:
            with self._lock:
                self._streams.pop(queue, None)


@router.get("/events", include_in_schema=False)
async def events(request: Request) -> StreamingResponse:
    """The stream of one browser."""
    news: News = request.app.state.news
    return StreamingResponse(news.stream(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})
