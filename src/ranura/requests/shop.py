"""What comes in for jobs and for the shop itself."""

from __future__ import annotations

from typing import Literal

from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.lengths import Unit
from ranura.requests.from_core import Name, RequestModel


class JobIn(RequestModel):
    """A new job."""

    name: Name


class MoveIn(RequestModel):
    """Which way a cut moves in the working order."""

    to: Literal["earlier", "later"]


class ShopSettings(RequestModel):
    """The unit or the house rules of a shop; what is left out stays as it is."""

    unit: Unit | None = None
    rules: HouseRules | None = None
