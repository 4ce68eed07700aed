"""The thread that keeps a copy of a shop every week while a server runs, and lets go of what was removed long ago."""

from __future__ import annotations

import contextlib
import threading
from datetime import UTC, date, datetime
from pathlib import Path

from ranura.host.progress import say
from ranura.store import removed
from ranura.store.copies import keep_copy
from ranura.store.repository import DOWN_ERRORS, Store

_LOOKED_EVERY_S = 3600.0


class WeeklyCopies:
    """Keeps copies while a server runs: at once, and whenever a week has gone by. What was removed is let go after its thirty
    days, once a copy was looked after."""

    def __init__(self, store: Store, shop_id: str, folder: Path) -> None:
        self._store, self._shop_id, self._folder = store, shop_id, folder
        self._ended = threading.Event()
        self._thread = threading.Thread(target=self._run, name="weekly-copies", daemon=True)
        self._thread.start()

    def close(self) -> None:
        """Ends it; a copy that is being written is finished."""
        self._ended.set()
        self._thread.join(timeout=10)

    def _run(self) -> None:
        while True:
            # A full disk or a database that is down is told where somebody works; the next hour tries again.
            with contextlib.suppress(OSError, *DOWN_ERRORS):
                kept = keep_copy(self._store, self._shop_id, self._folder, today=date.today())
                with self._store.session() as session:
                    removed.let_go(session, self._shop_id, at=datetime.now(UTC).replace(tzinfo=None))
                if kept is not None:
                    say(f"The week's copy of your shop: {kept}")
            if self._ended.wait(_LOOKED_EVERY_S):
                return
