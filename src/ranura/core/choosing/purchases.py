"""What stands on a shopping list: bits, collets and bearings, with the cuts they are for."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.text.writing import Text

Gain = Literal["possible", "better"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Benefit:
    """What a bought thing does for a cut."""

    cut_id: str
    cut_name: str
    gain: Gain
    why: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class _ToBuy:
    """What is so of anything to buy."""

    id: str
    name: str
    price: float
    metres: float
    """How far it runs in the wood of these cuts."""
    per_metre: float | None
    """Its price for each of these metres; None where it runs nowhere."""
    serves: tuple[Benefit, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class BitToBuy(_ToBuy):
    """A bit, with its `texts` as they are typed into the drawer."""

    texts: dict[str, str]
    kind: Literal["bit"] = "bit"


@dataclass(frozen=True, kw_only=True, slots=True)
class ColletToBuy(_ToBuy):
    """A collet for a router that is there."""

    router_id: str
    router_name: str
    shank: float
    """What it holds, in mm."""
    kind: Literal["collet"] = "collet"


@dataclass(frozen=True, kw_only=True, slots=True)
class BearingToBuy(_ToBuy):
    """A bearing for a bit that is there, with the `texts` of that bit once it has it."""

    bit_id: str
    bit_name: str
    texts: dict[str, str]
    kind: Literal["bearing"] = "bearing"


ToBuy = BitToBuy | ColletToBuy | BearingToBuy


@dataclass(frozen=True, kw_only=True, slots=True)
class Unmakeable:
    """A cut that nothing on the shelf would make possible, and why."""

    cut_id: str
    cut_name: str
    why: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class Shopping:
    """What to buy, the things that make cuts possible first; `makes` of all `cuts` can be made with what is there.

    Nothing is said yet while some are `left` to look at."""

    buys: tuple[ToBuy, ...]
    total: float
    cuts: int
    makes: int
    beyond: tuple[Unmakeable, ...]
    left: int = 0
