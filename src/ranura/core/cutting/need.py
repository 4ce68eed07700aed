"""What a straight cut asks of its tool: the part of a dado, groove, rabbet, mortise or recess that choosing looks at (R15)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.cutting.lateral import WIDENING_SHARE, lateral_passes
from ranura.core.geometry import closeness
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

CutKind = Literal["dado", "groove", "rabbet", "recess", "line", "face"]
Floor = Literal["flat", "shaped", "undercut"]
"""What a bit leaves below: a flat floor; a shape that is the bit's own; one that is wider below than at the face, so that its bit
cuts its whole depth at once, after a straight one cleared the way."""
Clean = Literal["near", "far", "both"]


_THIN_BITE = 0.5
"""mm: a second pass beside the first that takes less is avoided."""


@dataclass(frozen=True, kw_only=True, slots=True)
class StraightCut:
    """A cut by its section, in mm."""

    kind: CutKind
    width: float
    depth: float
    """The thickness, where it goes through."""
    thickness: float
    stopped: bool = False
    """It begins or ends inside the board."""
    plunged: bool = False
    """It begins by a plunge into wood."""
    through: bool = False
    """It goes through the board."""
    clean: Clean = "near"
    """The face that must not be torn, seen from the router."""
    across_grain: bool = True
    """Whether it crosses the face grain."""
    part: tuple[float, float] | None = None
    """The board's length and width, where they are known and count."""
    floor: Floor = "flat"
    """What the bit leaves below."""
    corner: float | None = None
    """The radius that its inside corners may have at most; None where any will do."""
    mortise: bool = False
    """It goes down in small steps."""
    followed: bool = False
    """Its walls follow a template."""
    held_back: bool = False
    """In a small part, which is gone along slowly however it is held (R4)."""
    across_end: bool = False
    """Right across an end that stands on a sled, little wood along the way (R21.4)."""
    lane: float = 0.6
    """The share of the bit's width by which a field is cleared."""

    def __post_init__(self) -> None:
        if not self.width > 0:
            raise CutError(common_refusals.NO_WIDTH, field="cut.width")
        if not self.depth > 0:
            raise CutError(common_refusals.NO_DEPTH, field="cut.depth")
        if not self.through and not closeness.under(self.depth, self.thickness):
            raise CutError(common_refusals.THROUGH_THE_BOARD, field="cut.depth", depth=self.depth, thickness=self.thickness)

    @property
    def open_sided(self) -> bool:
        """Whether there is wood on one side only, so that a bit may be wider than the cut."""
        return self.kind == "rabbet"

    @property
    def finished(self) -> bool:
        """Whether a light last pass belongs: where a wall or a face stays to be seen or glued along, and no floor of a joint
        (R3)."""
        return self.through or self.kind in ("rabbet", "face")

    @property
    def field(self) -> bool:
        """Whether it is cleared by lanes in all directions, and not by passes beside a guide."""
        return self.kind == "recess"

    def lateral_passes(self, bit_diameter: float) -> int:
        """How many passes side by side a bit takes."""
        if self.kind == "line":
            return 1
        if self.kind == "face":
            return closeness.ceil(self.width / (self.lane * bit_diameter))
        if self.field:
            return (
                1
                if not closeness.over(self.width, bit_diameter)
                else 1 + closeness.ceil((self.width - bit_diameter) / (2 * self.lane * bit_diameter))
            )
        if self.floor != "flat":
            return 1
        if not self.open_sided:
            return lateral_passes(width=self.width, bit_diameter=bit_diameter)
        if not closeness.over(self.width, bit_diameter):
            return 1
        return closeness.ceil(self.width / (WIDENING_SHARE * bit_diameter))

    def thin_bite(self, bit_diameter: float) -> bool:
        """Whether a second pass would take next to nothing beside a first one as wide as the bit.

        Rule: R3 where a finishing pass belongs
        Formula: D < w < D + 0.5 mm, in a cut that is widened by a spacer
        Source: a spacer that thin is not made, and its pass rubs; a smaller bit takes two passes that both cut

        >>> dado = StraightCut(kind="dado", width=12.85, depth=6, thickness=18)
        >>> dado.thin_bite(12.7), dado.thin_bite(9.525)
        (True, False)"""
        widened = self.floor == "flat" and not self.field and not self.open_sided and self.kind not in ("line", "face")
        return widened and closeness.over(self.width, bit_diameter) and closeness.under(self.width, bit_diameter + _THIN_BITE)

    def effort(self, bit_diameter: float) -> float:
        """How much a bit costs in passes side by side: their count, and half a one more where the last is next to nothing."""
        return self.lateral_passes(bit_diameter) + 0.5 * self.thin_bite(bit_diameter)

    def engagements(self, bit_diameter: float) -> tuple[float, ...]:
        """The fresh wood of each lateral pass, in mm: a slot first and its widenings, or equal bites from an open side.

        >>> StraightCut(kind="dado", width=17.6, depth=6, thickness=18).engagements(12.7)
        (12.7, 4.900000000000002)
        >>> StraightCut(kind="rabbet", width=9.5, depth=6, thickness=18).engagements(12.7)
        (9.5,)"""
        count = self.lateral_passes(bit_diameter)
        if self.field:
            return (bit_diameter, self.lane * bit_diameter) if count > 1 else (bit_diameter,)
        if self.floor == "undercut":
            return (bit_diameter,)
        if self.floor == "shaped":
            return (self.width,)
        if self.kind == "line":
            return (bit_diameter,)
        if self.kind == "face":
            return (self.lane * bit_diameter,)
        if self.open_sided:
            return (self.width / count,) * count
        return (bit_diameter, *[(self.width - bit_diameter) / (count - 1)] * (count - 1)) if count > 1 else (bit_diameter,)
