"""A small document over HTTP: limited in time and size, never following to another place."""

from __future__ import annotations

import urllib.error
import urllib.request
from typing import Any
from urllib.parse import urlsplit

from brookwind.core.errors import NotUnderstood, OutOfRange

_TIMEOUT_S = 3.0
"""Patience with a service. [s]"""
_MOST_BYTES = 1_000_000
"""Answers longer than this are not read."""


class _Stay(urllib.request.HTTPRedirectHandler):
    def redirect_request(self, *args: Any, **kwargs: Any) -> None:
        """Not followed: the address entered is the one that is asked."""


_OPENER = urllib.request.build_opener(_Stay)


def fetch(url: str) -> tuple[bytes, str]:
    """The document and its media type.

    url: http or https address.
    Raises: OutOfRange for another kind of address; NotUnderstood when nothing useful answers.
    """
    if urlsplit(url).scheme not in {"http", "https"} or not urlsplit(url).hostname:
        raise OutOfRange.one(
            "instrument-address", f"{url!r} is not a web address.", "Write it like http://127.0.0.1:8762/level.json."
        )
    try:
        with _OPENER.open(url, timeout=_TIMEOUT_S) as answer:
            data = answer.read(_MOST_BYTES + 1)
            media = str(answer.headers.get_content_type())
    except urllib.error.HTTPError as error:
        raise NotUnderstood.one("instrument-status", f"{url} answers {error.code}.", "Check the address.") from error
    except (OSError, ValueError) as error:
        reason = getattr(error, "reason", error)
        raise NotUnderstood.one("instrument-silent", f"{url} does not answer ({reason}).", "Is it running?") from error
    if len(data) > _MOST_BYTES:
        raise NotUnderstood.one("instrument-long", f"{url} sends more than a megabyte.", "Ask it for fewer readings.")
    return data, media
