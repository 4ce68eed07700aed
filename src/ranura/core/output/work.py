"""A plan as work (R16): what it is made with and how that is set, the minutes in the wood, and what is to be ready for it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.proof.moves import MachineSetting, Move


@dataclass(frozen=True, kw_only=True, slots=True)
class Work:
    """What a cut is made with: the bit and the router, how they are set, the minutes that one board takes in the wood; and what
    is to be ready for it."""

    bit_id: str
    router_id: str
    setting: str
    minutes: float
    ready: tuple[str, ...]
    """What guides it and what holds it."""
    template: bool
    tools: tuple[tuple[str, str], ...]
    """All bits that it takes, each with its router, in order of work."""


def as_work(bit_id: str, router_id: str, settings: Sequence[MachineSetting], moves: Sequence[Move], *, template: bool) -> Work:
    """What a plan with its moves is made with. Two cuts stand at one setting where bit, speed, depths, spacers and guides are
    alike: what stands on the board itself is placed for each."""
    set_to = {(change.what, _rounded(change.to)) for move in moves for change in move.changes if change.what in _SET}
    guides = {(guide.kind, _rounded(guide.r or 0.0)) for setting in settings for guide in setting.guides}
    ready = dict.fromkeys(
        change.to for move in moves for change in move.changes if change.what in _READY and isinstance(change.to, str)
    )
    return Work(
        bit_id=bit_id,
        router_id=router_id,
        setting=repr((settings[0].base.kind if settings else None, sorted(set_to), sorted(guides))),
        minutes=sum(move.seconds or 0.0 for move in moves) / 60,
        ready=tuple(ready),
        template=template,
        tools=tuple(dict.fromkeys((each.bit.id, each.router_id) for each in settings)) or ((bit_id, router_id),),
    )


def _rounded(to: str | float) -> str:
    """A value by which settings are told apart: lengths to a hundredth."""
    return to if isinstance(to, str) else f"{to:.2f}"


_SET = frozenset({"speed", "depth", "turret", "spacer"})
_READY = frozenset({"guide", "held"})
