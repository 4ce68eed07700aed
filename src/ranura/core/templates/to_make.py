"""The template that a plan follows, or the jig that it is made with, as something to be drawn at 1:1."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.shop.saved_outlines import Intent
from ranura.core.text.writing import Text


@dataclass(frozen=True, kw_only=True, slots=True)
class JigToMake:
    """A jig that a plan is made with, or another like it: its flat board as path data in mm, and how it is made."""

    name: Text
    path: str
    lines: tuple[Text, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplateToMake:
    """What a template is made for: an outline that the shop keeps, by its id, or the cut's own shape as path data in mm; the
    radius in mm to which its corners are rounded; and the guide and the bit that follow it, by their ids (a bit with a bearing
    follows by itself)."""

    outline: str | None
    path: str
    intent: Intent
    corners: float
    guide_id: str
    bit_id: str | None
    is_template: bool = False
    """Whether the shape is the template's own edge, as that of a comb, and not that of what is wanted."""
    called: str = ""
    """The name of such a template; empty where it is called after its cut."""
    there: str | None = None
    """The id of the template that stands in the shop already, and is taken."""
