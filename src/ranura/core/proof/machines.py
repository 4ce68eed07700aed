"""A router with its bit as the moves need it, whatever cut it makes (R21)."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.choosing.setting import ToolSetting
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import circle_ring
from ranura.core.holding.hands import PUSHED_UNDER
from ranura.core.proof.moves import ON_STANDS, GuidePlace, Hands, MachineSetting, Surface, base_of, cutter_of


def machine_of(
    setting: ToolSetting,
    *,
    frame: Surface,
    guides: tuple[GuidePlace, ...],
    hold: str,
    part: tuple[float, float],
    plate: float | None = None,
    supported: bool = False,
) -> MachineSetting:
    """A setting of guides for a part of length × width in mm, held in a way.

    `plate` is how wide a plate below the base is, `supported` that stands carry the work beside a table."""
    base = base_of(setting.base)
    if plate is not None:
        base = replace(base, ring=circle_ring((0.0, 0.0), plate / 2))
    return MachineSetting(
        router_id=setting.router.id,
        base=base,
        mounting=setting.router.mounting,
        bit=cutter_of(setting.bit),
        rpm=setting.turning_rpm,
        frame=frame,
        guides=guides,
        hold=ON_STANDS if supported and not setting.by_hand and hold != "carrier" else hold,
        hands=_hands(hold, part, by_hand=setting.by_hand),
    )


def _hands(hold: str, part: tuple[float, float], *, by_hand: bool) -> Hands:
    """Where the hands are: on the router; over a table on a carrier, on push blocks, or flat on a wide board (R15)."""
    if by_hand:
        return "handles"
    if hold == "carrier":
        return "carrier"
    if hold == "sled":
        return "sled"
    return "push-blocks" if closeness.under(min(part), PUSHED_UNDER) else "flat"
