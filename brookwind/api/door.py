"""Who is let in: this machine always, another device of the home network after it told a code that was shown here."""

from __future__ import annotations

import ipaddress
import secrets
import threading
from collections.abc import Callable, Mapping
from datetime import datetime, timedelta
from http.cookies import CookieError, SimpleCookie

from sqlalchemy import Engine

from brookwind.clock import now
from brookwind.core.errors import OutOfRange
from brookwind.store.database import unit_of_work
from brookwind.store.devices import Devices

LETS_IN = "/api/devices/pair"
"""The one call that a stranger may make."""
COOKIE = "brookwind-device"
CODE_DIGITS = 8
CODE_LASTS = timedelta(minutes=5)
MOST_TRIES = 5
"""Wrong codes until the code is worth nothing and another must be shown: one in twenty million to guess it."""
_LOCAL_NAMES = {"127.0.0.1", "localhost", "::1"}


def from_here(client: tuple[str, int] | None, headers: Mapping[bytes, bytes], any_name: bool = False) -> bool:
    """The call comes from this machine, under a name of this machine's.

    client: address of who asks; what has none comes over no network.
    headers: of the call. A page of another place may have had its name turned to this machine.
    any_name: by whatever name it is called; only the address counts.
    """
    try:
        address = ipaddress.ip_address((client or ("", 0))[0])
    except ValueError:
        return True
    host = headers.get(b"host", b"").decode("latin-1").rsplit(":", 1)[0].strip("[]")
    return address.is_loopback and (any_name or host in _LOCAL_NAMES)


def token_in(headers: Mapping[bytes, bytes]) -> str:
    """The token a device brings; empty without one.

    headers: of the call.
    """
    try:
        found = SimpleCookie(headers.get(b"cookie", b"").decode("latin-1")).get(COOKIE)
    except CookieError:
        return ""
    return found.value if found else ""


class Door:
    """The code that is shown at the moment, and who was let in."""

    def __init__(self, engine: Callable[[], Engine]) -> None:
        """Shut, until a code is shown.

        engine: the database the devices are kept in.
        """
        self.engine = engine
        self._lock = threading.Lock()
        self._code = ""
        self._until: datetime | None = None
        self._tries = 0

    def show_code(self) -> tuple[str, datetime]:
        """A new code, and until when it is worth something; the one before it is worth nothing any more."""
        with self._lock:
            self._code = f"{secrets.randbelow(10**CODE_DIGITS):0{CODE_DIGITS}}"
            self._until, self._tries = now() + CODE_LASTS, 0
            return self._code, self._until

    def pair(self, code: str, name: str) -> str:
        """Let a device in that tells the code; its token. A code lets in once.

        code: as it was typed; spaces do not matter.
        name: what the person calls the device.
        Raises: OutOfRange when the code is wrong, used, too old, or was guessed at too often.
        """
        with self._lock:
            told = "".join(code.split())
            if not self._code or self._until is None or now() > self._until:
                raise OutOfRange.one(
                    "no-code",
                    "No code is shown at the moment.",
                    "Show one on the machine Brookwind runs on.",
                    ("code",),
                )
            if not secrets.compare_digest(told.encode(), self._code.encode()):
                self._tries += 1
                if self._tries >= MOST_TRIES:
                    self._code = ""
                raise OutOfRange.one(
                    "wrong-code", "That is not the code that is shown.",
                    "Look again." if self._code else "Show another: this one was tried too often.", ("code",),
                )  # fmt: skip
            self._code = ""
        with unit_of_work(self.engine()) as session:
            return Devices(session).let_in(name)

    def knows(self, token: str) -> bool:
        """A device with this token was let in.

        token: what it brings.
        """
        if not token:
            return False
        with unit_of_work(self.engine()) as session:
            return Devices(session).knows(token)
