"""A moment as the core takes it: a date and time with its zone, never a bare number."""

from __future__ import annotations

import re
from typing import Annotated, TypeAlias

from pydantic import AwareDatetime, BeforeValidator

_ISO = re.compile(r"\d{4}-\d\d-\d\d[Tt ]")


def _written_out(value: object) -> object:
    if isinstance(value, int | float) or (isinstance(value, str) and not _ISO.match(value)):
        raise ValueError("Write date and time like 2026-11-23T09:30:00Z.")
    return value


Moment: TypeAlias = Annotated[AwareDatetime, BeforeValidator(_written_out)]
