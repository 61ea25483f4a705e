"""A part of a rig as an angler types it: `5 x No 8 at 12 cm`, `7 g bullet`, `two stops`."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Literal

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import depth
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.components import LONGEST_M
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.shot_series import MODERN_MASS_KG

LONGEST_TEXT = 200
"""Characters of a typed line."""
MOST_OF_ONE = 40
"""Of one part at once. Editable default."""
EXAMPLES = "5 x No 8 at 12 cm, 0.75 g olivette at 1.2 m on 6 No 9, 7 g bullet, two stops, bead 5 mm, hook 16 on 0.12"
Shape = Literal["ball", "egg", "barrel", "bullet", "in-line", "olivette", "jig"]
Where = Literal["knot", "hooklength", "hook"]

_COUNTS = {
    w: i
    for i, w in enumerate(
        ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"], 1
    )
}
_COUNTS["a"] = _COUNTS["an"] = 1
_SIZES = {"SWAN": "SSG", "SSG": "SSG", **{s: s for s in MODERN_MASS_KG if not s.isdigit()}}
_SHAPES: dict[str, Shape] = {
    "ball": "ball", "round": "ball", "egg": "egg", "barrel": "barrel", "drilled": "barrel", "bullet": "bullet",
    "in-line": "in-line", "inline": "in-line", "olivette": "olivette", "olivet": "olivette", "jig": "jig",
    "lead": "ball", "sinker": "ball", "weight": "ball",
}  # fmt: skip
_PLAIN = frozenset({"lead", "sinker", "weight"})
RUNNING: frozenset[Shape] = frozenset({"ball", "egg", "barrel", "bullet"})
"""Shapes that the line runs through."""
_UNITS = {"mm": 0.001, "cm": 0.01, "m": 1.0, "in": 0.0254, "inch": 0.0254, "inches": 0.0254, '"': 0.0254,
          "ft": 0.3048, "foot": 0.3048, "feet": 0.3048, "'": 0.3048}  # fmt: skip
_N = r"[-−]?\d+(?:[.,]\d+)?"
_LENGTH = rf"(?P<n>{_N})\s*(?P<unit>mm|cm|m|inches|inch|in|ft|feet|foot|\"|')"
_AT = re.compile(
    rf"(?:,\s*|\s+at\s+|\s*@\s*|\s+(?=\S+\s*(?:cm|m|in|ft)\s*$))(?:{_LENGTH})\s*(?:up|above the hook|off the hook)?$"
)
_WHERE: tuple[tuple[re.Pattern[str], Where], ...] = (
    (re.compile(r"\s+(?:on|at|above)\s+the\s+(?:knot|swivel|join)$"), "knot"),
    (re.compile(r"\s+on\s+the\s+(?:hooklength|leader|snell|trace)$"), "hooklength"),
    (re.compile(r"\s+(?:on|at)\s+the\s+hook$"), "hook"),
)
_SITS = re.compile(rf"^(?P<head>.*\b(?:{'|'.join(_SHAPES)})s?\b.*?)\s+on\s+(?!the\b)(?P<stack>.+)$")
_COUNT = re.compile(r"^(?:(?P<digits>\d{1,4})\s*(?:x|×|\*)?\s*|(?P<word>[a-z]+)\s+)(?P<rest>\S.*)$")


class TypedShot(Frozen):
    """Shot of one size."""

    kind: Literal["shot"] = "shot"
    size: str
    count: int
    bulk: bool = False


class TypedWeight(Frozen):
    """Larger weights of a kind, and the shot they sit on."""

    kind: Literal["weight"] = "weight"
    shape: Shape
    count: int = 1
    mass_kg: float
    metal: str | None = None
    label: str
    on: TypedShot | None = None


class TypedStop(Frozen):
    """Stops: thread knots or rubbers."""

    kind: Literal["stop"] = "stop"
    count: int
    rubber: bool = False


class TypedBead(Frozen):
    """Beads."""

    kind: Literal["bead"] = "bead"
    count: int
    length_m: float
    hole_m: float | None = None


class TypedSwivel(Frozen):
    """A swivel."""

    kind: Literal["swivel"] = "swivel"


class TypedHook(Frozen):
    """Another hook, and the line it is tied to."""

    kind: Literal["hook"] = "hook"
    size: int
    line_m: float | None = None


class TypedLeader(Frozen):
    """Another length of leader, and its thickness."""

    kind: Literal["leader"] = "leader"
    length_m: float | None = None
    line_m: float | None = None


Part = TypedShot | TypedWeight | TypedStop | TypedBead | TypedSwivel | TypedHook | TypedLeader


class Typed(Frozen):
    """What was typed: parts, and where they go."""

    parts: tuple[Part, ...]
    at_m: float | None = None
    """Of the lowest of them. [m from the hook]"""
    where: Where | None = None


def read_typed(text: str) -> Typed:
    """Read a typed line.

    text: parts joined by `+` or `and`, then where: `at 12 cm`, `, 30 cm`, `on the knot`, `on the hooklength`.
    Raises: NotUnderstood with what can be typed; OutOfRange for a place that is none.
    >>> read_typed("2 BB + No 4, 30 cm").at_m
    0.3
    """
    if len(text) > LONGEST_TEXT:
        raise NotUnderstood.one(
            "typed-long", f"The line has {len(text)} characters.", f"Type one part at a time, such as {EXAMPLES}."
        )
    plain = " ".join(text.strip().lower().replace("№", "no ").split())
    if not plain:
        raise NotUnderstood.one("typed-empty", "Nothing is typed.", f"Type a part, such as {EXAMPLES}.")
    # What a weight sits on stands behind its place: `olivette at 1.2 m on 6 No 9`.
    sits = _SITS.match(plain)
    rest, at_m, where = _place(sits["head"] if sits else plain)
    if sits:
        rest = f"{rest} on {sits['stack']}"
    parts = tuple(_part(p.strip()) for p in re.split(r"\s*\+\s*|\s+and\s+", rest))
    return Typed(parts=parts, at_m=at_m, where=where)


def _place(plain: str) -> tuple[str, float | None, Where | None]:
    # A leader's own length is not a place.
    if re.match(r"^(?:leader|hooklength|trace|snell)\b", plain):
        return plain, None, None
    for pattern, where in _WHERE:
        if found := pattern.search(plain):
            return plain[: found.start()], None, where
    found = _AT.search(plain)
    if not found or re.match(r"^(?:\w+\s+)?(?:x\s*)?beads?\s*$", plain[: found.start()]):
        return plain, None, None
    return plain[: found.start()], _metres(found["n"], found["unit"]), None


def _metres(number: str, unit: str) -> float:
    value = float(number.replace("−", "-").replace(",", ".")) * _UNITS[unit]
    if not 0.0 <= value <= LONGEST_M:
        raise OutOfRange.one(
            "typed-place",
            "{there} is no place on the line." if value > 0 else "A place below the hook is none.",
            "Places count from the hook towards the rod, from 0 to {longest}.",
            (),
            {"there": depth(value), "longest": depth(LONGEST_M)},
        )
    return value


def _counted(text: str) -> tuple[int, str]:
    found = _COUNT.match(text)
    if not found:
        return 1, text
    if found["digits"]:
        count = int(found["digits"])
    elif found["word"] in _COUNTS:
        count = _COUNTS[found["word"]]
    else:
        return 1, text
    return count, re.sub(r"^(?:x|×|\*)\s*", "", found["rest"])


def _within(count: int, what: str) -> int:
    if not 1 <= count <= MOST_OF_ONE:
        raise OutOfRange.one("typed-count", f"{count} {what} at once.", f"Type from 1 to {MOST_OF_ONE}.")
    return count


def _part(text: str) -> Part:
    for reader in _READERS:
        part = reader(text)
        if part is not None:
            return part
    if re.search(rf"(?:\bat|@|,)\s*{_N}$", text) or re.fullmatch(_N, text):
        number = re.split(r"[\s@,]+", text)[-1]
        raise NotUnderstood.one("typed-unit", f"{number!r} has no unit.", f"Write it like {number} cm or {number} g.")
    if re.search(r"\bfloats?\b", text):
        raise NotUnderstood.one("one-float", "A rig has exactly one float.", "Change it on the station Float.")
    raise NotUnderstood.one("typed", f"{text[:60]!r} is no part that is known.", f"Type one such as {EXAMPLES}.")


def _hook(text: str) -> Part | None:
    found = re.fullmatch(rf"hook\s+(?:size\s+|no\.?\s*)?(\d{{1,2}})(/0)?(?:\s+on\s+({_N})(?:\s*mm)?)?", text)
    if not found:
        return None
    size = -int(found[1]) if found[2] else int(found[1])
    return TypedHook(size=size, line_m=_thickness(found[3]))


def _thickness(number: str | None) -> float | None:
    return None if number is None else float(number.replace(",", ".")) * 0.001


def _leader(text: str) -> Part | None:
    found = re.fullmatch(
        rf"(?:leader|hooklength|trace|snell)(?:\s+(?P<thick>0?[.,]\d+)(?:\s*mm)?)?(?:\s+(?:of\s+)?{_LENGTH})?", text
    )
    if not found or (found["thick"] is None and found["n"] is None):
        return None
    metres = None if found["n"] is None else _metres(found["n"], found["unit"])
    return TypedLeader(length_m=metres, line_m=_thickness(found["thick"]))


def _stop(text: str) -> Part | None:
    count, rest = _counted(text)
    found = re.fullmatch(r"(rubber\s+stop|stop\s+rubber|rubber|bobber\s+stop|float\s+stop|stop\s+knot|stop)s?", rest)
    if not found:
        return None
    return TypedStop(count=_within(count, "stops"), rubber="rubber" in found[1])


def _bead(text: str) -> Part | None:
    count, rest = _counted(text)
    found = re.fullmatch(
        rf"beads?(?:\s+({_N})\s*mm)?(?:\s*,?\s*(?:with\s+(?:a\s+)?)?hole\s+(?:of\s+)?({_N})\s*mm)?", rest
    ) or (re.fullmatch(rf"({_N})\s*mm\s+beads?(?:\s*,?\s*(?:with\s+(?:a\s+)?)?hole\s+(?:of\s+)?({_N})\s*mm)?", rest))
    if not found and (bare := re.fullmatch(rf"({_N})\s*mm\s+beads?", text)):
        count, found = 1, bare
    if not found:
        return None
    size = 0.004 if found[1] is None else _metres(found[1], "mm")
    hole = None if found.lastindex is None or found.lastindex < 2 else _metres(found[2], "mm")
    if hole is not None and not 0.0 < hole < size:
        raise OutOfRange.one(
            "typed-bead", "A bead's hole is smaller than the bead, and more than nothing.", "Type it so."
        )
    return TypedBead(count=_within(count, "beads"), length_m=size, hole_m=hole)


def _swivel(text: str) -> Part | None:
    return TypedSwivel() if re.fullmatch(r"(?:an?\s+|one\s+)?swivel", text) else None


def _weight(text: str) -> Part | None:
    text, _, stack = text.partition(" on ")
    # Before a mass a count needs its sign or its word: `3 x 1.2 g balls`, `three 1.2 g balls`.
    several = re.match(r"^(?:\d+\s*[x×*]|[a-z]+)\s*(?=[\d.,¼½¾⅛⅜⅝⅞])", text)
    count, text = _counted(text) if several else (1, text)
    words = re.sub(r"\b(?:running|fixed|head|split)\b", " ", text).split()
    words = [w.removesuffix("s") if w.removesuffix("s") in _SHAPES else w for w in words]
    named = [w for w in words if w in _SHAPES]
    # Of `egg sinker` the egg says more.
    word = next((w for w in named if w not in _PLAIN), named[0] if named else None)
    shape = None if word is None else _SHAPES[word]
    metal = next((w for w in words if w in WEIGHT_MATERIAL), None)
    label = " ".join(w for w in words if w not in _SHAPES and w not in WEIGHT_MATERIAL)
    if (
        shape is None
        or not re.match(r"^[\d.,¼½¾⅛⅜⅝⅞]", label)
        or not re.search(r"(?:g|gr|gram|grams|kg|oz|ounces?)$", label)
    ):
        return None
    load = parse_label(label)
    on = _shot(stack.strip()) if stack else None
    if stack and not isinstance(on, TypedShot):
        raise NotUnderstood.one("typed-stack", f"{stack[:40]!r} is no shot to sit on.", "Type it like on 6 No 9.")
    return TypedWeight(
        shape=shape,
        count=_within(count, "weights"),
        mass_kg=load.load_kg,
        metal=metal,
        label=f"{label} {word}"[:60],
        on=on,
    )


def _shot(text: str) -> TypedShot | None:
    bare = re.sub(r"\s+bulk$|^bulk\s+(?:of\s+)?", "", text)
    times = re.match(r"^\d{1,4}\s*(?:x|×|\*)", bare)
    count, rest = _counted(bare)
    found = re.fullmatch(
        r"(?:(?P<letters>[a-z]{1,4}?)(?:s|\s+shot)?|(?P<no>no\.?\s*|#\s*|number\s+)(?P<digits>\d{1,2})s?)", rest
    )
    if found is None and times and re.fullmatch(r"\d{1,2}s?", rest):
        size = rest.rstrip("s")
    elif found is None:
        return None
    else:
        size = found["digits"] if found["digits"] else _SIZES.get((found["letters"] or "").upper(), "")
    if not size:
        return None
    if size not in MODERN_MASS_KG:
        raise NotUnderstood.one("shot-size", f"There is no shot No {size}.", f"Sizes are {', '.join(MODERN_MASS_KG)}.")
    return TypedShot(size=size, count=_within(count, "shot"), bulk=bare != text)


_READERS: tuple[Callable[[str], Part | None], ...] = (_hook, _leader, _stop, _bead, _swivel, _weight, _shot)
