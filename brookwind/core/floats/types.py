"""The float types: proportions, shape and materials of each. One entry in one of the lists is all a type needs."""

from __future__ import annotations

from types import MappingProxyType

from brookwind.core.floats.fixed_types import FIXED_TYPES
from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.pole_types import POLE_TYPES
from brookwind.core.floats.sliding_types import SLIDING_TYPES

FLOAT_TYPES: tuple[FloatType, ...] = (*FIXED_TYPES, *POLE_TYPES, *SLIDING_TYPES)
FLOAT_TYPE = MappingProxyType({t.id: t for t in FLOAT_TYPES})
