"""The cut by template: a recess, a part or a plug of the shape of an outline that the shop keeps.

Seen from above on the board: x from the left end, y from the near edge, in mm.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.holding.placed import MOST_CLAMPS, ClampAt, Held
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

Makes = Literal["recess", "part", "plug"]
"""What is made of an outline: the hollow inside it, what lies inside it, or the raised plug of an inlay, sawn off later."""
Loose = Literal["tabs", "tape", "screws", "skin"]
"""What holds a piece that comes free: tabs, tape, screws, or a skin left below and trimmed flush afterwards."""
TemplateGuide = Literal["bushing", "bearing", "tip", "inlay"]
"""A bushing, a bearing at the shank, one at the tip on a template below the work, or the bushing and ring of an inlay set."""

_AT_THE_END = Length(mm=0.0, typed="0", unit="mm")


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplateCut:
    """What is asked of a cut by template. Lengths and choices are the person's; None leaves a choice to Ranura."""

    outline: str | None = None
    """The id of the outline; None while nobody chose one."""
    outline_version: str | None = None
    """As which version it was chosen; None takes it as it is."""
    makes: Makes = "recess"
    depth: Length
    """Below the face."""
    from_left: Length = bounded(_AT_THE_END, zero=True)
    """From the `end` of the board to the nearest side of the outline."""
    from_near: Length = bounded(_AT_THE_END, zero=True)
    """From the `edge` of the board to the nearest side of the outline."""
    end: Literal["left", "right"] = "left"
    edge: Literal["near", "far"] = "near"
    turn: float = bounded(0.0, least=0, most=360)
    """By how many degrees the outline is turned, counter-clockwise."""
    corners: Length | None = None
    """The radius to which its tighter corners are rounded; None leaves them as they are drawn."""
    sawn: Length | None = None
    """How much wood a saw left outside of the line of a part that was sawn out before; None where it is cut out of the board."""
    traced: Length | None = None
    """How deep a small bit traces the line first, along the same template; None where one bit does it all."""
    turned: bool = False
    """Where the fibres of a sawn part would lift it is cut from the other face, the board turned over with its template."""
    through: bool = False
    """It goes right through the board, along the outline alone."""
    starting_pin: bool = False
    """One stands in the table."""
    backed: bool = False
    """A sacrificial board lies below."""
    loose: Loose | None = None
    """What holds the piece that comes free; None while nobody said."""
    plate: bool = False
    """A wider plate below the base bridges the opening."""
    template: Length | None = None
    """How thick the template is; None for the house's usual one."""
    spacing: Length | None = None
    """From one place to the next, along the board."""
    count: int = bounded(1, least=1, most=MOST_STATIONS)
    """How many times it is cut, every `spacing`."""
    guide: TemplateGuide | None = None
    """The method of guiding it that is pinned."""
    clamps: tuple[ClampAt, ...] = bounded((), many=MOST_CLAMPS)
    """Where the person put them; empty leaves that to Ranura."""
    held: Held | None = None
    lighter: bool = False
    """Its passes are lighter than the house has them."""
    slower: bool = False
    """The spindle turns slower than the house has it."""
    gentler: bool = False
    """It is led slower than the house has it."""
    thin_walls: bool = False
    """The person knows that a wall which may break off is left standing."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["template"] = "template"

    @property
    def along_line(self) -> bool:
        """Whether only its line is cut, and not the whole field inside it."""
        return self.through or self.makes != "recess"
