"""Security headers, and a bound on what may be sent."""

from __future__ import annotations

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from brookwind.api.problems import answer
from brookwind.core.errors import Problem

MOST_BYTES = 2_000_000
"""Of a request."""
MOST_FILE_BYTES = 16_000_000
"""Of an uploaded file."""
_FILES = "/api/read/"
"""Addresses that take whole files, such as a sounder's log."""

# The style library makes empty style elements and fills them by script; this is the hash of nothing at all.
_EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"

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


class Guard:
    """ASGI middleware: adds the headers to every answer, refuses bodies that are too long before reading them."""

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

        async def send_with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                message["headers"] = [*message["headers"], *self.extra]
            await send(message)

        length = dict(scope["headers"]).get(b"content-length", b"0")
        chunked = b"transfer-encoding" in dict(scope["headers"])
        most = MOST_FILE_BYTES if scope["path"].startswith(_FILES) else MOST_BYTES
        if chunked or not length.isdigit() or int(length) > most:
            problem = Problem(
                code="too-long",
                message="What was sent is too long, or does not say how long it is.",
                remedy=f"Send at most {most // 1_000_000} MB with a content length.",
            )
            await answer(413, "Too long", (problem,))(scope, receive, send_with_headers)
            return
        await self.app(scope, receive, send_with_headers)
