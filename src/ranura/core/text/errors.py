"""What a person can get wrong, as one family that holds facts; the sentence is made late, the API maps it once.

CraftError                  field, code, facts, partial
├── LengthError             a text that is no length (R1)
├── CutError                a cut that cannot be made in this piece, or with nothing in this shop
├── FileError               a file that is not what it should be
├── QuickError              a quick sum that cannot be answered
├── BitError                a bit that cannot be
├── ToolError               another tool, wood or guide that cannot be
└── RuleError               a house rule beyond the floor (R17)
"""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.text.writing import Fact, Text, write


@dataclass(frozen=True, slots=True)
class Refusal:
    """What is said under a code, with blanks for the facts. Each room has its own, as constants in a module `refusals`."""

    code: str
    message: str
    lacks: bool = False
    """No tool here makes it, though the board would take it: the cut may be kept until there is one."""


class CraftError(ValueError):
    """Something typed that cannot stand. `field` is where it was typed, None when it is nowhere in particular."""

    def __init__(self, refusal: Refusal, *, field: str | None = None, partial: bool = False, **facts: Fact) -> None:
        super().__init__(refusal.code)
        self.refusal = refusal
        self.field = field
        self.partial = partial
        self.facts = facts

    @property
    def code(self) -> str:
        """The code of what is wrong."""
        return self.refusal.code

    @property
    def lacks(self) -> bool:
        """Whether no tool here makes it, though the board would take it."""
        return self.refusal.lacks

    @property
    def message(self) -> Text:
        """What is wrong and what would do, in both systems of units."""
        return write(self.refusal.message, **self.facts)

    def __str__(self) -> str:
        return self.message.metric


class LengthError(CraftError):
    """A text that is no length (R1); `partial` when typing on could still make it one."""


class CutError(CraftError):
    """A cut that cannot be made in this piece, or with nothing that this shop owns. `field` names the dimension."""


class BitError(CraftError):
    """A bit that cannot be; `field` is the size that does not fit the others."""


class ToolError(CraftError):
    """A router, guide, wood or delivery that cannot be; `field` is where to look."""


class FileError(CraftError):
    """A file that is not what it should be, or rows of it that cannot be taken."""


class QuickError(CraftError):
    """A quick sum that cannot be answered, or not yet."""


class RuleError(CraftError):
    """A house rule beyond what the floor allows (R17)."""
