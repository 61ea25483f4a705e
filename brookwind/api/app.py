"""The application: routes, errors, headers, and the built web pages."""

from __future__ import annotations

from mimetypes import guess_type
from pathlib import Path

from fastapi import FastAPI, Request
from fastapi.responses import FileResponse, PlainTextResponse, Response
from sqlalchemy import Engine
from starlette.convertors import Convertor, register_url_convertor
from starlette.middleware.gzip import GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware

from brookwind import __version__
from brookwind.api import problems
from brookwind.api.door import Door
from brookwind.api.guard import Guard
from brookwind.api.part import Later, Part
from brookwind.api.routers import balance, box, compute, records, rigs
from brookwind.instruments.hub import Hub

STATIC = Path(__file__).parent.parent / "static"


class _PageConvertor(Convertor[str]):
    """Addresses of pages: everything but the calls, so that a call used wrongly is told so."""

    regex = "(?!api(?:/|$)).*"

    def convert(self, value: str) -> str:
        return value

    def to_string(self, value: str) -> str:
        return value


register_url_convertor("page", _PageConvertor())
LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")


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
    app.state.door = Door(lambda: app.state.engine)
    # The box's own routes come before the ones that take a compartment's name.
    for part in (box, records, rigs, compute, balance):
        part.router.put_into(app.router)
    others = Later("/api/", _others, problems.REFUSALS)
    app.router.routes.append(others)
    app.state.others = others
    problems.install(app, lambda: others.ready().routes)
    _serve_pages(app, static)
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=4)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=list(hosts))
    app.add_middleware(Guard)
    return app


def _others() -> tuple[Part, ...]:
    """The subjects that no page begins with: loading them takes as long as all the rest of the application."""
    from brookwind.api.routers import (
        advice,
        bankside,
        book,
        cards,
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
        trips,
        tying,
        water,
    )

    return (
        reading.router, advice.router, book.router, places.router, practice.router, floats.router, water.router,
        files.router, instruments.router, log.router, photographs.router, motion.router, tying.router, trips.router,
        bankside.router, devices.router, copies.router, cards.router,
    )  # fmt: skip


def _serve_pages(app: FastAPI, static: Path) -> None:
    root = static.resolve()

    # What is asked for is looked up among what was built: no address ever reaches the file system.
    built = {p.relative_to(root).as_posix(): p for p in root.rglob("*") if p.is_file()}
    immutable = {path for path in built if path.startswith("assets/")}

    @app.get("/{path:page}", include_in_schema=False)
    def page(path: str, request: Request) -> Response:
        """A built file, or the one page for every address of the application."""
        if path in built:
            # Built files carry a hash of their content in their name.
            headers = {"cache-control": "public, max-age=31536000, immutable" if path in immutable else "no-cache"}
            packed = built.get(f"{path}.gz")
            if packed is None:
                return FileResponse(built[path], headers=headers)
            headers["vary"] = "Accept-Encoding"
            if "gzip" not in request.headers.get("accept-encoding", ""):
                return FileResponse(built[path], headers=headers)
            media = guess_type(path)[0]
            return FileResponse(packed, media_type=media, headers={**headers, "content-encoding": "gzip"})
        index = root / "index.html"
        if not index.is_file():
            return PlainTextResponse("The pages have not been built. Run `make build`.", status_code=503)
        return FileResponse(index, headers={"cache-control": "no-cache"})
