"""Leaders of several rigs, tied in a batch: by line, length and hook."""

from __future__ import annotations

from collections.abc import Sequence

from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Hook
from brookwind.core.rig.document import Rig
from brookwind.core.tying.steps import cut_m, fished_m, name_of
from brookwind.core.tying.stretches import Stretch, stretches

SAME_LENGTH_M = 0.005
"""Leaders this near in length are of one length. [m] Editable default."""


class Leaders(Frozen):
    """Leaders that are tied alike."""

    line: str
    hook: str
    length_m: float
    cut_m: float
    knot: str
    """Id of the knot at the hook."""
    count: int
    rigs: tuple[str, ...]
    """Names of the rigs that they are for."""


def leaders_of(rigs: Sequence[Rig]) -> tuple[Leaders, ...]:
    """The leaders of several rigs, those that are alike together, in the order of the rigs.

    rigs: the rigs; one whose line goes down to the hook in one piece needs none.
    """
    batches: dict[tuple[str, float, str, int, str], list[tuple[Rig, Stretch, Stretch]]] = {}
    for rig in rigs:
        parts = stretches(rig)
        if len(parts) < 2 or not isinstance(hook := parts[-1].ends_in, Hook):
            continue
        last = parts[-1]
        near = round(round(fished_m(last, rig) / SAME_LENGTH_M) * SAME_LENGTH_M, 6)
        key = (last.line.material, round(last.line.diameter_m, 6), hook.pattern, hook.size, last.knot.id)
        batches.setdefault((f"{key[0]} {key[1]}", near, key[2], key[3], key[4]), []).append((rig, parts[-2], last))
    return tuple(_batch(near, alike) for (_, near, *_rest), alike in batches.items())


def _batch(near: float, alike: list[tuple[Rig, Stretch, Stretch]]) -> Leaders:
    rig, above, last = alike[0]
    assert isinstance(last.ends_in, Hook)
    return Leaders(
        line=last.line.label or last.line.material,
        hook=name_of(last.ends_in),
        length_m=near,
        cut_m=cut_m(last, rig, above.knot) or near,
        knot=last.knot.id,
        count=len(alike),
        rigs=tuple(r.name for r, _, _ in alike),
    )
