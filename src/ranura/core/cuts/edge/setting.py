"""The setting of an edge cut; apart from that of a channel, since its section needs geometry that other sums do without."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.choosing.setting import Chip, ToolSetting
from ranura.core.cuts.edge.guides import GuidedTrip
from ranura.core.cuts.edge.holding import EdgeHold
from ranura.core.cuts.edge.on_board import EdgesOnBoard
from ranura.core.cuts.edge.runs import Run, lying_for
from ranura.core.cuts.edge.section import CrossSection
from ranura.core.cuts.edge.staging import Staging
from ranura.core.cuts.edge.trips import Done
from ranura.core.shop.tooling.guides import EdgeGuide


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeSetting(ToolSetting):
    """A bit in a router for an edge cut."""

    edging: EdgesOnBoard
    guided: GuidedTrip | None
    """Its final setting and guide; None where nothing guides the bit."""
    edge_guide: EdgeGuide | None
    """The shop's edge guide that would lead it (R8); None where there is none on the shelf."""
    staging: Staging | None
    """The stages to it; None where no speed or grip can be had."""
    section: CrossSection | None
    runs: tuple[Run, ...]
    """Along the edges, in order."""
    contact: float | None
    """What the last of all cuts has to ride on, in mm; None where no edge is needed."""
    below: float
    """How far the bit stands out below the board, in mm."""
    hold: EdgeHold
    before: tuple[Done, ...]

    @property
    def lying(self) -> EdgesOnBoard:
        """The board as it lies before the person: face up by hand, face down on a table."""
        return lying_for(self.edging, self.router.mounting)

    @property
    def chips(self) -> Sequence[Chip]:
        """See `ToolSetting.chips`."""
        made = () if self.staging is None else self.staging.stages
        return [(each.chip_mm, each.chip_thickness_mm) for each in made]

    @property
    def seconds(self) -> float | None:
        """See `ToolSetting.seconds`."""
        if self.staging is None:
            return None
        faces = 2 if self.edging.both_faces else 1
        return sum(stage.seconds for stage in self.staging.stages) * faces

    @property
    def bent(self) -> float | None:
        """See `ToolSetting.bent`."""
        return None if self.staging is None else self.staging.most_bent.bend.deflection_mm
