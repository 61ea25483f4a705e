"""Writes the table of quantities for the web: `make schema` keeps it beside the types."""

from __future__ import annotations

import json

from brookwind.core.quantities import SPELT, SYSTEMS, TABLE, TYPED

print(
    json.dumps(
        {
            "systems": {name: units.model_dump() for name, units in SYSTEMS.items()},
            "table": {
                name: entry.model_dump(exclude_defaults=True, exclude={"symbol"}) for name, entry in TABLE.items()
            },
            "typed": {name: dict(units) for name, units in TYPED.items()},
            "spelt": dict(SPELT),
        },
        ensure_ascii=False,
        indent=1,
    )
)
