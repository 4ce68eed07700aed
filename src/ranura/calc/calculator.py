"""What a calculator is: the shape of its request and of its answer, and the function between them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel


@dataclass(frozen=True)
class Calculator:
    """A sum."""

    request: type[BaseModel]
    answer: type[BaseModel]
    run: Callable[[Any], BaseModel]
