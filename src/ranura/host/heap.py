"""What was loaded once is not looked through again and again."""

from __future__ import annotations

import gc


def set_aside() -> None:
    """Takes all that is there now out of what Python looks through for rubbish: the program itself, which stays as long as the
    process. Else every now and then an answer waits until some hundred thousand things of it were gone through."""
    gc.collect()
    gc.freeze()
