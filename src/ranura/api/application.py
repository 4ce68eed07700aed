"""The application: routes, errors, the built page, and nothing that reaches outside the machine."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from fastapi import APIRouter, FastAPI, Response
from fastapi.responses import FileResponse, HTMLResponse, JSONResponse
from starlette.datastructures import Headers
from starlette.middleware.gzip import GZipMiddleware
from starlette.staticfiles import StaticFiles
from starlette.types import Receive, Scope, Send

from ranura import VERSION
from ranura.api import (
    about,
    assumed,
    backups,
    calc,
    cares,
    choosing,
    files,
    forms,
    holes,
    instruments,
    job_files,
    jobs,
    joints,
    news,
    outlines,
    palette,
    photos,
    plans,
    problems,
    profiles,
    quick,
    rules,
    run_log,
    runs,
    shop,
    taken_along,
    templates,
    testcuts,
    tools,
)
from ranura.api.access import LOOPBACK, Door, host_name
from ranura.api.importing import Imports
from ranura.api.joined import JoinedCuts
from ranura.api.news import News
from ranura.api.prior import PriorCuts
from ranura.api.saved_shop import SavedShop
from ranura.api.shopping import ShoppingList
from ranura.calc.registry import Problem
from ranura.core.families import FAMILIES
from ranura.core.family import Families
from ranura.core.plan import Planning
from ranura.devices.instruments import Instruments
from ranura.devices.lines import Kind
from ranura.requests.cuts import CutRequests
from ranura.store.repository import Store

CONTENT_POLICY = (
    "default-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data:; frame-ancestors 'none'; base-uri 'self'; "
    "form-action 'self'; object-src 'none'"
)
NONCE = "nonce-of-this-page"
"""What stands in the built page for the word by which its own style elements are known; it is another one every time."""


@dataclass(frozen=True, kw_only=True)
class Settings:
    """Which shop is served, where the built page lies (None: the API alone), the ports of real instruments."""

    shop_id: str
    page: Path | None
    instruments: Mapping[Kind, int] = field(default_factory=dict)
    allow: tuple[str, ...] = ()
    """Names beside loopback under which a proxy on this machine hands requests on."""
    copies: Path | None = None
    """Where copies of the shop are kept; None where none are."""


def create_app(settings: Settings, store: Store, families: Families = FAMILIES) -> FastAPI:
    """The application of one shop on a store, which knows the same families of cuts."""
    app = FastAPI(title="Ranura", version=VERSION, docs_url=None, redoc_url=None, openapi_url="/api/openapi.json")
    app.state.store = store
    app.state.news = News()
    store.on_write(app.state.news.tell)
    app.state.saved_shop = SavedShop(store, settings.shop_id)
    store.join_with(settings.shop_id, JoinedCuts(lambda: app.state.saved_shop.current()))
    app.state.planning = Planning(families)
    app.state.cut_requests = CutRequests(families)
    app.state.prior = PriorCuts(store, app.state.planning)
    app.state.shopping = ShoppingList()
    app.state.instruments = Instruments(settings.instruments)
    app.state.instruments.on_change(app.state.news.tell_of)
    app.state.copies = settings.copies
    app.state.imports = Imports(app.state.saved_shop)
    problems.install(app)
    app.add_middleware(_Packed, minimum_size=2_000, compresslevel=3)
    app.add_middleware(Door, names=settings.allow)
    for part in (
        shop,
        assumed,
        rules,
        quick,
        tools,
        files,
        backups,
        instruments,
        choosing,
        profiles,
        calc,
        news,
        job_files,
        about,
        palette,
        outlines,
        holes,
        templates,
        joints,
        photos,
        run_log,
        runs,
        cares,
        taken_along,
    ):
        _take_routes(app, part.router)
    for made in (jobs.ROUTES, plans.ROUTES, testcuts.ROUTES, forms.ROUTES):
        _take_routes(app, made.router(app.state.cut_requests))

    @app.get("/api/{path:path}", include_in_schema=False)
    def unknown_route(path: str) -> JSONResponse:
        return JSONResponse(Problem(None, f"there is nothing at /api/{path}").body(), status_code=404)

    if settings.page is not None:
        _serve_page(app, settings.page)
    return app


def _take_routes(app: FastAPI, router: APIRouter) -> None:
    """A part's routes as they are: including its router would make each of them a second time, when the first request comes."""
    app.router.routes.extend(router.routes)


class _Packed(GZipMiddleware):
    """Packs long answers that go out over a network, as a proxy hands them on; on this machine that costs more than it saves."""

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answers on loopback as they are."""
        near = scope["type"] != "http" or host_name(Headers(scope=scope).get("host", "")) in LOOPBACK
        await (self.app if near else super().__call__)(scope, receive, send)


class _Assets(StaticFiles):
    """Built files with a hash in their name: never the same name for other contents."""

    def file_response(self, *args: Any, **options: Any) -> Response:
        """The file, to be kept by the browser for good."""
        response = super().file_response(*args, **options)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


def _serve_page(app: FastAPI, page: Path) -> None:
    app.mount("/assets", _Assets(directory=page / "assets"), name="assets")
    index = page / "index.html"

    @app.get("/{path:path}", include_in_schema=False)
    def any_place(path: str) -> Response:
        """Every place in the application is the one page; files beside it are served as they are."""
        file, nonce = (page / path).resolve(), secrets.token_urlsafe(16)
        headers = {"Cache-Control": "no-cache", "Content-Security-Policy": CONTENT_POLICY.format(nonce=nonce)}
        if path and file != index.resolve() and file.is_file() and page.resolve() in file.parents:
            return FileResponse(file, headers=headers)
        return HTMLResponse(index.read_text().replace(NONCE, nonce), headers=headers)
