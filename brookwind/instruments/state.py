"""What every instrument says of itself."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

Kind = Literal["sounder", "scale", "gauge", "weather"]


class Address(BaseModel):
    """Where an instrument is: `host:port` for a sounder, a port or `socket://` for a scale, else a web address."""

    model_config = ConfigDict(frozen=True)

    kind: Kind
    where: str = Field(min_length=3, max_length=300)


class State(BaseModel):
    """How an instrument is doing. `says` is for people."""

    model_config = ConfigDict(frozen=True)

    kind: Kind
    where: str
    status: Literal["off", "connecting", "live", "stale", "lost"] = "off"
    says: str = "Not connected."
    values: dict[str, float] = Field(default_factory=dict)
    at: datetime | None = None
    """When the values were taken, by this machine's clock."""
