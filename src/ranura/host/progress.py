"""What the launcher says while it works. Progress goes to standard error, answers to standard output."""

from __future__ import annotations

import sys


class CannotGoOn(Exception):
    """Set-up or start failed for a reason the person can mend; the text says how. Ends with `code`."""

    def __init__(self, message: str, code: int = 1) -> None:
        super().__init__(message)
        self.code = code


def say(text: str) -> None:
    """One line of progress."""
    print(text, file=sys.stderr, flush=True)


def answer(text: str) -> None:
    """One line that is the verb's result."""
    print(text, flush=True)
