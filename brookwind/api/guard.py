"""What stands before every call: who asks, how much and what is sent, and the headers of every answer."""

from __future__ import annotations

import logging
import re
from urllib.parse import urlsplit

from starlette.concurrency import run_in_threadpool
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from brookwind.api.door import LETS_IN, Door, from_here, token_in
from brookwind.api.problems import answer, fault
from brookwind.core.errors import Problem
from brookwind.formats.log_csv import MOST_LOG_BYTES

MOST_BYTES = 2_000_000
"""Of a request."""
MOST_FILE_BYTES = 16_000_000
"""Of an uploaded file."""
MOST_DEPTH = 24
"""Lists and objects in one another: a rig needs seven."""
MOST_ITEMS = 60_000
"""Parts of lists and objects in all: five thousand compartments have some fifty thousand. Each may be wrong, and to
tell what is wrong is costly."""
MOST_DIGITS = 40
"""Of a number: seventeen tell any two apart."""
MOST_COPY_BYTES = 1_000_000_000
"""Of a copy of the database."""
_TAKES = (
    ("/api/read/", MOST_FILE_BYTES),
    ("/api/log/photographs/", MOST_FILE_BYTES),
    ("/api/log/csv", MOST_LOG_BYTES),
    ("/api/copies", MOST_COPY_BYTES),
)
"""Beginnings of addresses that take whole files, such as a sounder's log, and how long those may be."""
_MEDIA = ("application/json", "application/octet-stream")
"""What is sent is one or the other. A page of another place can send neither without asking first."""

# The style library makes empty style elements and fills them by script; this is the hash of nothing at all.
_EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"

DATABASE = "x-brookwind-database"
"""Header of every answer to a call: the name of the database that answers. In a call: the one that is meant."""

HEADERS = {
    "content-security-policy": (
        f"default-src 'none'; script-src 'self'; style-src 'self' {_EMPTY_STYLE}; "
        "img-src 'self' data:; font-src 'self'; "
        "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "x-frame-options": "DENY",
    "referrer-policy": "no-referrer",
    "permissions-policy": "camera=(), microphone=(), geolocation=()",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}

_STRING = re.compile(rb'"(?:[^"\\]|\\.)*+"', re.DOTALL)
_NUMBER = re.compile(rb"\d[\d.]{%d,}|[eE][+-]?\d{4,}" % MOST_DIGITS)
_ESCAPE = re.compile(rb"\\(?:u([0-9a-fA-F]{4})|.)", re.DOTALL)


class _Refused(Exception):
    def __init__(self, status: int, title: str, code: str, message: str, remedy: str) -> None:
        super().__init__(message)
        self.answer = answer(status, title, (Problem(code=code, message=message, remedy=remedy),))


class Guard:
    """ASGI middleware: refuses strangers and what is too much before it is read, and adds the headers to every answer.

    It also answers for faults below it, so that those answers carry the headers as well.
    """

    def __init__(self, app: ASGIApp) -> None:
        """Wrap an application.

        app: the application.
        """
        self.app = app
        self.extra = [(k.encode(), v.encode()) for k, v in HEADERS.items()]

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Handle one connection."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        begun = False
        extra = list(self.extra)

        async def send_with_headers(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                message["headers"] = [*message["headers"], *extra]
            await send(message)

        try:
            if scope["path"].startswith("/api"):
                name = await run_in_threadpool(scope["app"].state.identity.read)
                extra.append((DATABASE.encode(), name.encode()))
                _check_meant(dict(scope["headers"]), name)
                await _check_let_in(scope)
                receive = await _checked(scope, receive)
            await self.app(scope, receive, send_with_headers)
        except _Refused as refused:
            await refused.answer(scope, receive, send_with_headers)
        except Exception as error:
            # Control characters of an address must not reach the log as they are.
            logging.getLogger("brookwind").error("fault at %r", scope["path"], exc_info=error)
            if begun:
                raise
            await fault()(scope, receive, send_with_headers)


def _check_meant(headers: dict[bytes, bytes], name: str) -> None:
    """What is meant for another database is not kept in this one. Raises: _Refused."""
    meant = headers.get(DATABASE.encode(), name.encode())
    if meant != name.encode():
        raise _Refused(
            421,
            "Another Brookwind",
            "another-database",
            "This was meant for another Brookwind than the one that answers here.",
            "It is kept where it is until the right one answers.",
        )


async def _check_let_in(scope: Scope) -> None:
    """This machine may ask, and a device that was let in. Raises: _Refused."""
    state, headers = scope["app"].state, dict(scope["headers"])
    door: Door = state.door
    # Where nobody else is listened to, another name for this machine is refused as a host it does not have.
    if scope["path"] == LETS_IN or from_here(scope.get("client"), headers, any_name=not state.listens):
        return
    if await run_in_threadpool(door.knows, token_in(headers)):
        return
    raise _Refused(
        401,
        "Not let in",
        "not-let-in",
        "This device was not let in.",
        "Show a code on the machine Brookwind runs on, under Settings, and enter it here.",
    )


async def _checked(scope: Scope, receive: Receive) -> Receive:
    """The same body again, after a look at it and at who sends it. Raises: _Refused."""
    headers = dict(scope["headers"])
    _check_sender(headers)
    length = headers.get(b"content-length", b"0")
    most = next((n for path, n in _TAKES if scope["path"].startswith(path)), MOST_BYTES)
    if b"transfer-encoding" in headers or not length.isdigit() or len(length) > 12 or int(length) > most:
        raise _Refused(
            413,
            "Too long",
            "too-long",
            "What was sent is too long, or does not say how long it is.",
            f"Send at most {most // 1_000_000} MB with a content length.",
        )
    if int(length) == 0:
        return receive
    media = headers.get(b"content-type", b"").split(b";")[0].strip().lower().decode("latin-1")
    if media not in _MEDIA:
        raise _Refused(
            415,
            "Another kind of content",
            "media",
            f"This is sent as {media[:60] or 'nothing in particular'}.",
            f"Send it as {' or '.join(_MEDIA)}.",
        )
    if media != "application/json":
        return receive
    body = b""
    while True:
        message = await receive()
        if message["type"] != "http.request":
            break
        body += message.get("body", b"")
        if not message.get("more_body", False):
            break
    check_json(body)
    told = False

    async def again() -> Message:
        nonlocal told
        if told:
            return await receive()
        told = True
        return {"type": "http.request", "body": body, "more_body": False}

    return again


def _check_sender(headers: dict[bytes, bytes]) -> None:
    """Only a page of our own, or something that is no page at all, may ask. Raises: _Refused."""
    site = headers.get(b"sec-fetch-site", b"none")
    origin = headers.get(b"origin")
    foreign = origin is not None and urlsplit(origin.decode("latin-1")).netloc != headers.get(b"host", b"").decode(
        "latin-1"
    )
    if site in (b"cross-site", b"same-site") or foreign:
        raise _Refused(
            403, "Not from here", "foreign", "Another page asked for this.", "Open Brookwind itself and do it there."
        )


def check_json(body: bytes) -> None:
    """Refuse what no rig needs and what costs without bound: deep nesting, endless numbers, halves of characters.

    body: JSON, not parsed yet.
    Raises: an answer to send.
    """
    bare = _STRING.sub(b"", body)
    depth = deepest = 0
    for mark in re.findall(rb"[\[\]{}]", bare):
        depth += 1 if mark in b"[{" else -1
        deepest = max(deepest, depth)
    if bare.count(b",") > MOST_ITEMS:
        raise _Refused(
            422,
            "Check what was entered",
            "too-many",
            "What was sent has too many parts.",
            f"Send at most {MOST_ITEMS}.",
        )
    if deepest > MOST_DEPTH:
        raise _Refused(
            422,
            "Check what was entered",
            "too-deep",
            f"What was sent is nested {deepest} deep.",
            f"At most {MOST_DEPTH} are read.",
        )
    if _NUMBER.search(bare):
        raise _Refused(
            422,
            "Check what was entered",
            "number-too-long",
            f"A number has more than {MOST_DIGITS} digits or an exponent beyond reason.",
            "Write it shorter.",
        )
    if b"\\u" in body and _halved(body):
        raise _Refused(
            422,
            "Check what was entered",
            "text",
            "A text holds half of a character, which cannot be kept.",
            "Type it again.",
        )


def _halved(body: bytes) -> bool:
    """True when an escaped surrogate stands without its other half."""
    waiting_at = -1
    for found in _ESCAPE.finditer(body):
        code = int(found[1], 16) if found[1] else 0
        low = 0xDC00 <= code < 0xE000
        if (waiting_at >= 0) != low or (low and found.start() != waiting_at):
            return True
        waiting_at = found.end() if 0xD800 <= code < 0xDC00 else -1
    return waiting_at >= 0
