"""Serving: from the kept database, the demo, and the made-up instruments."""

from __future__ import annotations

import ipaddress
import signal
import socket
import sys
import threading
from pathlib import Path
from typing import Annotated, Any

import typer

from brookwind import __version__, start
from brookwind.cli.common import fail
from brookwind.clock import now
from brookwind.core.errors import BrookwindError, NotUnderstood

KEPT_S = 75
"""An idle connection is kept so long: the browser, which lets go sooner, is then never cut off in mid question. [s]"""


def standins_command(
    sounder_port: Annotated[int, typer.Option(help="Port of the sounder.")] = 10110,
    web_port: Annotated[int, typer.Option(help="Port of gauge and weather.")] = 8762,
    scale_port: Annotated[int, typer.Option(help="Port of the pocket scale.")] = 10111,
) -> None:
    from threading import Event

    from brookwind.instruments.standins.all import running

    # Started in the background of a shell, an interrupt would be ignored.
    for stops in (signal.SIGINT, signal.SIGTERM):
        signal.signal(stops, signal.default_int_handler)
    try:
        with running(sounder_port, web_port, scale_port) as addresses:
            for address in addresses:
                typer.echo(f"{address.kind}: {address.where}")
            sys.stdout.flush()
            Event().wait()
    except KeyboardInterrupt:
        raise typer.Exit from None
    except OSError as error:
        where = f"Port {sounder_port}, {web_port} or {scale_port}"
        fail(NotUnderstood.one("port", f"{where} cannot be used: {error.strerror}.", "Choose others."))


def _opened(path: Path) -> Any:
    """The database. Ends the program with a sentence when it can not be used."""
    from brookwind.store.database import open_database

    try:
        return open_database(path)
    except BrookwindError as error:
        fail(error)


def _keep_daily(path: Path) -> None:
    from brookwind.store.copies import keep_daily

    try:
        keep_daily(path, now().date())
    except (BrookwindError, OSError) as error:
        typer.echo(f"Today's copy of the database could not be made: {error}", err=True)


def serve_command(
    port: Annotated[int, typer.Option(help="Port to listen on.")] = 8750,
    host: Annotated[str, typer.Option(help="Address to listen on; others than this machine only when you say so.")] = (
        "127.0.0.1"
    ),
) -> None:
    from brookwind.store.database import database_path

    path = database_path()
    engine = _opened(path)
    daily = threading.Timer(5.0, _keep_daily, [path])
    daily.daemon = True
    daily.start()
    _serve(engine, host, port)


def demo_command(
    port: Annotated[int, typer.Option(help="Port to listen on.")] = 8750,
    fresh: Annotated[bool, typer.Option("--fresh", help="Throw earlier changes to the demo away.")] = False,
) -> None:
    from brookwind.demo.load import load_demo
    from brookwind.store.database import demo_database_path, files_of

    path = demo_database_path()
    if fresh:
        for own in files_of(path):
            own.unlink(missing_ok=True)
    engine = _opened(path)
    load_demo(engine)
    from brookwind.instruments.hub import Hub
    from brookwind.instruments.standins.all import running

    with running() as addresses:
        _serve(engine, "127.0.0.1", port, Hub(addresses))


def _serve(engine: Any, host: str, port: int, hub: Any = None) -> None:
    import uvicorn

    from brookwind.api.app import LOCAL_HOSTS, make_app

    # Listening on other addresses is the person's own wish; then any name may be used to reach it.
    local = _is_this_machine(host)
    hosts = (*LOCAL_HOSTS, *([host] if ":" not in host else [])) if local else ("*",)
    application = make_app(engine, hosts, hub=hub)
    application.state.listens = not local
    listening = _listening(host, port)
    shown = f"[{host}]" if ":" in host else host
    typer.echo(f"Brookwind {__version__} on http://{shown}:{port}")
    if not local:
        typer.echo("Other devices are let in by a code: open Brookwind on this machine, under Settings.")
    start.loaded()
    config = uvicorn.Config(application, log_level="warning", server_header=False, timeout_keep_alive=KEPT_S)
    uvicorn.Server(config).run(sockets=[listening])


def _is_this_machine(host: str) -> bool:
    try:
        return ipaddress.ip_address(host).is_loopback
    except ValueError:
        return host == "localhost"


def _listening(host: str, port: int) -> socket.socket:
    """A socket that listens. Ends the program with a sentence when the port can not be had."""
    try:
        family, kind, _, _, address = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)[0]
        listening = socket.socket(family, kind)
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        listening.bind(address)
    except (OSError, OverflowError, UnicodeError) as error:
        said = getattr(error, "strerror", None) or str(error)
        fail(NotUnderstood.one("port", f"Port {port} of {host} cannot be used: {said}.", "Choose another with --port."))
    return listening
