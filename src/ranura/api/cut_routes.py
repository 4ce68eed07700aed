"""Routes whose requests hold a cut: made for a table of families, so that an application with another one takes its cuts too."""

from __future__ import annotations

import types
import typing
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, TypeVar

from fastapi import APIRouter

from ranura.requests.cuts import CutRequests

_F = TypeVar("_F", bound=Callable[..., Any])


@dataclass
class CutRoutes:
    """Routes in the order in which they were written down; `router` makes them for some families."""

    prefix: str
    tags: list[str]
    responses: dict[int | str, dict[str, Any]]
    _routes: list[tuple[Callable[..., Any], str, str, dict[str, Any]]] = field(default_factory=list)

    def route(self, method: str, path: str, **options: Any) -> Callable[[_F], _F]:
        """Writes a route down."""

        def remember(function: _F) -> _F:
            self._routes.append((function, method, path, options))
            return function

        return remember

    def router(self, requests: CutRequests) -> APIRouter:
        """The routes, each request with a cut of these families."""
        made = APIRouter(prefix=self.prefix, tags=list(self.tags), responses=self.responses)
        for function, method, path, options in self._routes:
            made.add_api_route(path, _taking(function, requests), methods=[method], **options)
        return made


def _taking(function: Callable[..., Any], requests: CutRequests) -> Callable[..., Any]:
    """A copy of a route's function whose request is that of these families."""
    asked = typing.get_type_hints(function).get("asked")
    cut = getattr(asked, "model_fields", {}).get("cut")
    if asked is None or cut is None or cut.annotation is not Any:
        return function
    assert isinstance(function, types.FunctionType), "routes are plain functions"
    copy = types.FunctionType(
        function.__code__, function.__globals__, function.__name__, function.__defaults__, function.__closure__
    )
    copy.__doc__, copy.__kwdefaults__ = function.__doc__, function.__kwdefaults__
    copy.__annotations__ = {**function.__annotations__, "asked": requests.of(asked)}
    return copy
