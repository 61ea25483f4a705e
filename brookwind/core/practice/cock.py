"""Cock it: hang shot on a float by feel, until it shows the wanted tip; guess first, then see."""

from __future__ import annotations

from itertools import combinations_with_replacement

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Told, tip
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import LEAD_KG_M3, submerged_weight_n
from brookwind.core.limits import FloatStatus
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.practice.deal import Dealt, Score, luck
from brookwind.core.rig.shot_series import MODERN_MASS_KG

FLOATS = {
    1: (("straight-waggler", 0.0015), ("straight-waggler", 0.002), ("bodied-waggler", 0.003)),
    2: (("stick", 0.0012), ("avon", 0.003), ("insert-waggler", 0.0018)),
    3: (("pole-slim", 0.0004), ("pole-body-up", 0.0006), ("pole-body-down", 0.0008)),
}
"""Floats dealt, by level: type and label. [kg]"""
SIZES = ("SSG", "AAA", "BB", "1", "4", "6", "8", "10", "12", "13")
"""Shot on the table."""
TACKLE_KG = 0.00006
"""Hook and bait, as lead in water. [kg] Editable default."""
LABEL_OFF = {1: 0.06, 2: 0.1, 3: 0.2}
"""Standard deviation of what a label is off by, by level. Editable defaults."""
A_LOOK, A_PIECE = 0.06, 0.04
"""What a look and a piece more than needed take off the score. Editable defaults."""
FREE_LOOKS = 4
"""So many looks cost nothing."""
MOST_PIECES, MOST_LOOKS = 40, 30
"""Of one exercise, at most."""
_LOOKED = 5
"""Pieces that are looked through for the fewest."""


class CockTask(Frozen):
    """What lies on the table."""

    float_type: str
    label_kg: float
    length_m: float
    wanted_tip_m: float
    tolerance_m: float
    """As near as this is right."""
    shot: tuple[tuple[str, float], ...]
    """(size, mass). [kg]"""
    says: Told


class Hang(Frozen):
    """What was hung on it, and the tip guessed before it was looked at."""

    sizes: tuple[str, ...] = Field(default=(), max_length=MOST_PIECES)
    guess_m: float | None = Field(default=None, ge=0, le=0.5)


class CockMoves(Frozen):
    """Every look, in order."""

    looks: tuple[Hang, ...] = Field(default=(), max_length=MOST_LOOKS)
    done: bool = False


class Cocked(Frozen):
    """What the float then shows."""

    status: FloatStatus
    tip_m: float
    guess_off_m: float | None
    """By how much it was guessed too high."""


class CockPlay(Frozen):
    """How it stands."""

    looks: tuple[Cocked, ...]
    score: Score | None


def _float(dealt: Dealt) -> tuple[str, float, FloatBody]:
    draw = luck("cock", dealt)
    kind, label = draw.choice(FLOATS[dealt.level])
    true = label * max(0.6, 1.0 + draw.gauss(0.0, LABEL_OFF[dealt.level]))
    return kind, label, float_body(FloatSpec.model_validate({"type": kind, "capacity_kg": true}))


def cock_task(dealt: Dealt) -> CockTask:
    """What lies on the table: a float whose label may be off, and shot.

    dealt: which exercise.
    """
    kind, label, body = _float(dealt)
    wanted = body.usual_tip_m
    return CockTask(
        float_type=kind, label_kg=label, length_m=body.length_m, wanted_tip_m=wanted,
        tolerance_m=body.type.tolerance_m, shot=tuple((s, MODERN_MASS_KG[s]) for s in SIZES),
        says=Told(says="Hang shot on it until {tip} shows. Labels lie.", figures={"tip": tip(wanted)}),
    )  # fmt: skip


def _water() -> float:
    return water_density_kg_m3(15.0, 0.0)


def _load_n(sizes: tuple[str, ...]) -> float:
    return sum(submerged_weight_n(MODERN_MASS_KG[s], LEAD_KG_M3, _water()) for s in sizes) + submerged_weight_n(
        TACKLE_KG, LEAD_KG_M3, _water()
    )


def _shows(body: FloatBody, sizes: tuple[str, ...]) -> tuple[FloatStatus, float]:
    load = _load_n(sizes)
    z = immersion_at_load_m(body, load, _water())
    if z is None:
        return "sinks", 0.0
    least = least_cocking_load_n(body, _water())
    return ("lies" if least is None or load < least else "stands"), body.length_m - z


def cock_play(dealt: Dealt, moves: CockMoves) -> CockPlay:
    """What the float shows at each look, and the score once it is done.

    dealt: which exercise.
    moves: what was hung on it, each time it was looked at.
    Raises: OutOfRange for shot that is not on the table, or when it is done without a look.
    Source: Archimedes' principle on the float as it truly is.
    """
    body = _float(dealt)[2]
    looks = []
    for k, hang in enumerate(moves.looks):
        for size in hang.sizes:
            if size not in SIZES:
                raise OutOfRange.one(
                    "no-such-shot", f"There is no shot {size[:20]!r} on the table.", f"Take of {', '.join(SIZES)}.",
                    ("looks", k, "sizes"),
                )  # fmt: skip
        status, shown = _shows(body, hang.sizes)
        off = None if hang.guess_m is None else hang.guess_m - shown
        looks.append(Cocked(status=status, tip_m=shown, guess_off_m=off))
    if moves.done and not looks:
        raise OutOfRange.one("no-look", "It was not looked at yet.", "Hang something on it and look.", ("looks",))
    return CockPlay(looks=tuple(looks), score=_score(body, moves, looks[-1]) if moves.done else None)


def fewest(body: FloatBody, within_m: float) -> tuple[str, ...]:
    """The fewest pieces of the table that show the wanted tip, the nearest of those.

    body: the float.
    within_m: how near is right. [m]
    Source: exhaustive, pieces from one to `_LOOKED`; where none of those come so near, the nearest of all.
    """
    wanted = load_at_immersion_n(body, body.length_m - body.usual_tip_m, _water()) - _load_n(())
    each = {s: submerged_weight_n(MODERN_MASS_KG[s], LEAD_KG_M3, _water()) for s in SIZES}
    nearest: tuple[float, tuple[str, ...]] = (9.9, ())
    for count in range(1, _LOOKED + 1):
        for some in combinations_with_replacement(SIZES, count):
            off = abs(sum(each[s] for s in some) - wanted)
            nearest = min(nearest, (off, some))
        status, shown = _shows(body, nearest[1])
        if status == "stands" and abs(shown - body.usual_tip_m) <= within_m:
            break
    return nearest[1]


def best_hang(dealt: Dealt) -> tuple[str, ...]:
    """The fewest pieces for the float that is dealt.

    dealt: which exercise.
    """
    body = _float(dealt)[2]
    return fewest(body, body.type.tolerance_m)


def _score(body: FloatBody, moves: CockMoves, last: Cocked) -> Score:
    near = body.type.tolerance_m
    off = abs(last.tip_m - body.usual_tip_m) if last.status == "stands" else 9.9
    right = 1.0 if off <= near else max(0.0, 1.0 - (off - near) / (4.0 * near))
    best = fewest(body, near)
    pieces, looks = len(moves.looks[-1].sizes), len(moves.looks)
    lost = A_PIECE * max(0, pieces - len(best)) + A_LOOK * max(0, looks - FREE_LOOKS)
    figures = {"tip": tip(last.tip_m), "wanted": tip(body.usual_tip_m)}
    shows = "It shows {tip}, and {wanted} were wanted." if last.status == "stands" else (
        "It goes under." if last.status == "sinks" else "It lies over: too little hangs on it."
    )  # fmt: skip
    told = [Told(says=shows, figures=figures), Told(says=f"{pieces} pieces in {looks} looks.")]
    if best:
        told.append(Told(says=f"{len(best)} would do: {', '.join(_named(best))}."))
    guesses = [abs(hang.guess_m - _shows(body, hang.sizes)[1]) for hang in moves.looks if hang.guess_m is not None]
    if guesses:
        mean = sum(guesses) / len(guesses)
        told.append(Told(says="Your guesses were {off} off.", figures={"off": tip(mean)}))
    return Score(share=right * max(0.3, 1.0 - lost), says=tuple(told))


def _named(sizes: tuple[str, ...]) -> list[str]:
    return [s if not s[0].isdigit() else f"No {s}" for s in sizes]
