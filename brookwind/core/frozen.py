"""The base of every model in the core: frozen, closed, finite numbers only."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Frozen(BaseModel):
    """Immutable, refuses unknown fields, NaN and infinities."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Sourced(Frozen):
    """A figure beside its source. `source="default"` marks an editable default without one."""

    source: str
