"""A setting for a cut by template: everything a bit in a router needs for it, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.template.faces import Faces
from ranura.core.cuts.template.guides import Follower, Template, there
from ranura.core.cuts.template.on_board import OutlineOnBoard
from ranura.core.cuts.template.tracing import Traced
from ranura.core.holding.clamps import Holding
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.templates.clearing import Round
from ranura.core.templates.lifts import Lift


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplateSetting(SteppedSetting):
    """Bit, router, template, ways, steps and clamps of a cut by template."""

    outline: OutlineOnBoard
    depth: float
    """How deep it goes in all, in mm."""
    follower: Follower | None
    """None where a stop leaves nothing to say."""
    template: Template | None
    ways: tuple[Round, ...]
    """Of the axis at the first place, in order of work; none where a stop leaves nothing to say."""
    holding: Holding | None
    faces: Faces | None = None
    """The ways from both faces where it is turned over; None where all is cut from the shown one."""
    lifts: tuple[Lift, ...] = ()
    """Where the fibres lift along what stays, in order of the ways."""
    traced: Traced | None = None
    """The small bit that goes along the line first; None where one bit does it all."""
    plate: float | None = None
    """How wide a plate below the base must be where one is asked for, in mm."""

    @property
    def seconds(self) -> float | None:
        """See `ToolSetting.seconds`: with those of the trace."""
        own = super(TemplateSetting, self).seconds
        traced = 0.0 if self.traced is None else sum(each.seconds for each in self.traced.stepping.passes)
        return None if own is None else own + traced

    @property
    def there(self) -> SavedOutline | None:
        """The template that stands in the shop and makes the cut with this guide and bit; None where there is none."""
        return there(self.outline.templates, self.template, self.follower)
