"""What was loaded once is not looked through again and again."""

from __future__ import annotations

import gc

_NEW, _YOUNG, _OLD = 20_000, 20, 50
"""How many new things, and how many looks at them, come before older ones are looked through too."""


def set_aside() -> None:
    """Takes all that is there now out of what Python looks through for rubbish: the program itself, which stays as long as the
    process; and looks through the rest less often, since nearly all that an answer makes goes by itself. Else every now and then
    one waits until some hundred thousand things were gone through."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(_NEW, _YOUNG, _OLD)
