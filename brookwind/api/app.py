"""The application: routes, errors, headers, and the built web pages."""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI
from sqlalchemy import Engine
from starlette.middleware.gzip import GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware

from brookwind import __version__
from brookwind.api import problems
from brookwind.api.door import Door
from brookwind.api.guard import Guard
from brookwind.api.pages import STATIC, serve_pages
from brookwind.api.routers import (
    advice,
    balance,
    bankside,
    book,
    box,
    cards,
    compute,
    copies,
    devices,
    files,
    floats,
    instruments,
    log,
    motion,
    photographs,
    places,
    practice,
    reading,
    records,
    rigs,
    trips,
    tying,
    water,
)
from brookwind.instruments.hub import Hub
from brookwind.store.identity import Identity

LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")

# The box's own calls come before the ones that take a compartment's name.
SUBJECTS = (
    box, records, rigs, compute, balance, reading, advice, book, places, practice, floats, water, files, instruments,
    log, photographs, motion, tying, trips, bankside, devices, copies, cards,
)  # fmt: skip


def make_app(
    engine: Engine, hosts: tuple[str, ...] = LOCAL_HOSTS, static: Path = STATIC, hub: Hub | None = None
) -> FastAPI:
    """Put the application together.

    engine: the database.
    hosts: host names it answers to; others are refused, so that no foreign page can reach it by a name of its own.
    static: folder of the built web application.
    hub: instruments in use; none are known when left out.
    """
    app = FastAPI(
        title="Brookwind",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        responses=problems.REFUSALS,
        separate_input_output_schemas=False,
    )
    app.state.engine = engine
    app.state.hub = hub or Hub()
    app.state.listens = False
    app.state.identity = Identity(lambda: app.state.engine)
    app.state.door = Door(lambda: app.state.engine)
    for subject in SUBJECTS:
        app.include_router(subject.router)
    problems.install(app)
    serve_pages(app, static)
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=4)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=list(hosts))
    app.add_middleware(Guard)
    return app
