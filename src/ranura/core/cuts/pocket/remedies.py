"""Ways out of a stop for pockets."""

from __future__ import annotations

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.remedies import area_remedies
from ranura.core.output.remedies import Remedy, moved_clear


def pocket_remedies(cut: PocketCut, setting: PocketSetting) -> tuple[Remedy, ...]:
    """What would take a stop of a pocket away."""
    codes = {each.code for each in setting.cautions}
    moved = moved_clear(codes, setting.holding.moved if setting.holding is not None else ())
    return (*area_remedies(codes, cut.held), *moved)
