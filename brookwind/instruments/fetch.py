"""A small document over HTTP: limited in time and size, whole or not at all, never following to another place."""

from __future__ import annotations

import asyncio
from concurrent.futures import ThreadPoolExecutor
from typing import NamedTuple
from urllib.parse import urlsplit

from brookwind.core.errors import NotUnderstood, OutOfRange

PATIENCE_S = 4.0
"""From the question to the last byte of the answer, however it drips. [s]"""
_MOST_BYTES = 1_000_000
"""Answers longer than this are not read."""


class Fetched(NamedTuple):
    """A document, its media type, and whether it is known to be whole: an answer may not say how long it is."""

    data: bytes
    media: str
    whole: bool = True


def fetch(url: str, patience_s: float = PATIENCE_S) -> Fetched:
    """The document at an address.

    url: http or https address.
    patience_s: for all of it. [s]
    Raises: OutOfRange for another kind of address; NotUnderstood when nothing useful answers, or not in time.
    """
    try:
        parts = urlsplit(url)
        known = parts.scheme in {"http", "https"} and bool(parts.hostname) and (parts.port or 1) > 0
    except ValueError:
        known = False
    if not known or not url.isprintable() or url.split() != [url]:
        raise OutOfRange.one(
            "instrument-address",
            f"{url[:80]!r} is not a web address.",
            "Write it like http://127.0.0.1:8762/level.json.",
            ("where",),
        )
    # In a thread of its own: whoever asks may be in a loop already.
    with ThreadPoolExecutor(1) as asking:
        return asking.submit(asyncio.run, _within(url, patience_s)).result()


async def _within(url: str, patience_s: float) -> Fetched:
    try:
        async with asyncio.timeout(patience_s):
            return await _ask(url)
    except TimeoutError as error:
        raise NotUnderstood.one(
            "instrument-slow", f"{url} did not answer wholly in {patience_s:g} s.", "Is it busy, or the signal weak?"
        ) from error


async def _ask(url: str) -> Fetched:
    # Loaded when something is asked: it would lengthen every start.
    import httpx2

    # The whole is timed from outside; what this machine is told of proxies does not concern its instruments.
    client = httpx2.AsyncClient(timeout=None, trust_env=False, follow_redirects=False)
    plain = {"accept-encoding": "identity"}
    try:
        async with client, client.stream("GET", url, headers=plain) as answer:
            if not answer.is_success:
                raise NotUnderstood.one(
                    "instrument-status", f"{url} answers {answer.status_code}.", "Check the address."
                )
            data = b""
            async for part in answer.aiter_raw():
                data += part
                if len(data) > _MOST_BYTES:
                    raise NotUnderstood.one(
                        "instrument-long", f"{url} sends more than a megabyte.", "Ask it for fewer readings."
                    )
            told = answer.headers
    except httpx2.RemoteProtocolError as error:
        raise NotUnderstood.one(
            "instrument-cut", f"{url} broke off in the middle of its answer.", "Ask it again."
        ) from error
    except (httpx2.HTTPError, httpx2.InvalidURL, OSError, ValueError) as error:
        if isinstance(error, NotUnderstood):
            raise
        raise NotUnderstood.one(
            "instrument-silent",
            f"{url} does not answer ({str(error)[:120] or type(error).__name__}).",
            "Is it running?",
        ) from error
    whole = "content-length" in told or "chunked" in told.get("transfer-encoding", "").lower()
    return Fetched(data, told.get("content-type", "").split(";")[0].strip().lower(), whole)
