"""A part of a rig as an angler types it: `5 x No 8 at 12 cm`, `7 g bullet`, `two stops`."""

from __future__ import annotations

import re
from collections.abc import Callable

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import depth
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.quantities import SPELT, TYPED
from brookwind.core.rig.components import LONGEST_M
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.shot_series import MODERN_MASS_KG
from brookwind.core.rig.typed_parts import (
    COUNTS,
    FLOATS,
    LINES,
    PLAIN,
    SHAPES,
    SIZES,
    STUFF,
    Form,
    Part,
    Typed,
    TypedBait,
    TypedBare,
    TypedBead,
    TypedElastic,
    TypedFloat,
    TypedHook,
    TypedLine,
    TypedShot,
    TypedStop,
    TypedSwivel,
    TypedWeight,
    Where,
)

LONGEST_TEXT = 200
"""Characters of a typed line."""
LONGEST_LINES = 800
"""Characters of typed lines, one after another."""
MOST_OF_ONE = 40
"""Of one part at once. Editable default."""
EXAMPLES = "5 x No 8 at 12 cm, 0.75 g olivette at 1.2 m on 6 No 9, 7 g bullet, two stops, bead 5 mm, hook 16 on 0.12"
POUND_N = TYPED["force"]["lb"]
"""A pound's weight. [N] Source: International yard and pound agreement, 1959; standard gravity."""
ELASTIC_N = 1.1
"""Pull of a pole's elastic at full stretch over its number. [N] Editable default."""

UNIT_M = {
    name: TYPED["length"][SPELT.get(name, name)]
    for name in (*TYPED["length"], *SPELT)
    if SPELT.get(name, name) in TYPED["length"]
}
"""Units of length as they are typed. [m]"""
_N = r"[-−]?\d+(?:[.,]\d+)?"
_LENGTH = rf"(?P<n>{_N})\s*(?P<unit>{'|'.join(sorted(map(re.escape, UNIT_M), key=len, reverse=True))})"
_AT = re.compile(
    rf"(?:,\s*|\s+at\s+|\s*@\s*|\s+(?=\S+\s*(?:cm|m|in|ft)\s*$))(?:{_LENGTH})\s*(?:up|above the hook|off the hook)?$"
)
_WHERE: tuple[tuple[re.Pattern[str], Where], ...] = (
    (re.compile(r"\s+(?:on|at|above)\s+the\s+(?:knot|swivel|join)$"), "knot"),
    (re.compile(r"\s+on\s+the\s+(?:hooklength|leader|snell|trace)$"), "hooklength"),
    (re.compile(r"\s+(?:on|at)\s+the\s+hook$"), "hook"),
)
_SITS = re.compile(rf"^(?P<head>.*\b(?:{'|'.join(SHAPES)})s?\b.*?)\s+on\s+(?!the\b)(?P<stack>.+)$")
_COUNT = re.compile(r"^(?:(?P<digits>\d{1,4})\s*(?:x|×|\*)?\s*|(?P<word>[a-z]+)\s+)(?P<rest>\S.*)$")


_LINK = re.compile(r"\s+on\s+(?:an?\s+)?(?:short\s+)?(?:(?P<weak>weak(?:er)?)\s+)?(?:link|snap|clip)\b")


def read_lines(text: str) -> tuple[Typed, ...]:
    """Read typed lines, one after another, parted by semicolons.

    text: the lines.
    Raises: as `read_typed`.
    >>> len(read_lines("two stops; bead 5 mm"))
    2
    """
    lines = [line for line in text.split(";") if line.strip()]
    return tuple(read_typed(line) for line in lines) if lines else (read_typed(text),)


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
    link = _LINK.search(plain)
    if link:
        plain = plain[: link.start()] + plain[link.end() :]
    # What a weight sits on stands behind its place: `olivette at 1.2 m on 6 No 9`.
    sits = _SITS.match(plain)
    rest, at_m, where = _place(sits["head"] if sits else plain)
    if sits:
        rest = f"{rest} on {sits['stack']}"
    # `2+1 g` is one label.
    parts = tuple(_part(p.strip()) for p in re.split(r"\s+\+\s+|(?<![\d.,])\+|\+(?![\d.,])|\s+and\s+", rest))
    if link:
        hangs = "weak" if link["weak"] or "link" in link[0] else "clip"
        parts = tuple(p.model_copy(update={"link": hangs}) if isinstance(p, TypedWeight) else p for p in parts)
    return Typed(parts=parts, at_m=at_m, where=where)


_NOT_PLACED = re.compile(rf"^(?:wire\s+)?(?:{'|'.join(LINES)}|elastic|float|bait)\b")


def _place(plain: str) -> tuple[str, float | None, Where | None]:
    # A leader's own length is not a place.
    if _NOT_PLACED.match(plain):
        return plain, None, None
    for pattern, where in _WHERE:
        if found := pattern.search(plain):
            return plain[: found.start()], None, where
    found = _AT.search(plain)
    if not found or re.match(r"^(?:\w+\s+)?(?:x\s*)?beads?\s*$", plain[: found.start()]):
        return plain, None, None
    return plain[: found.start()], _metres(found["n"], found["unit"]), None


def _metres(number: str, unit: str) -> float:
    value = float(number.replace("−", "-").replace(",", ".")) * UNIT_M[unit]
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
    elif found["word"] in COUNTS:
        count = COUNTS[found["word"]]
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
    raise NotUnderstood.one("typed", f"{text[:60]!r} is no part that is known.", f"Type one such as {EXAMPLES}.")


def _hook(text: str) -> Part | None:
    found = re.fullmatch(
        rf"(?:second\s+)?hook\s+(?:size\s+|no\.?\s*)?(\d{{1,2}})(/0)?(?:\s+on\s+({_N})(?:\s*mm)?)?", text
    )
    if not found:
        return None
    size = -int(found[1]) if found[2] else int(found[1])
    return TypedHook(size=size, line_m=_thickness(found[3]))


def _thickness(number: str | None) -> float | None:
    return None if number is None else float(number.replace(",", ".")) * 0.001


def _line(text: str) -> Part | None:
    """`leader 75 cm of 0.25 fluorocarbon`, `main 0.16`, `6 m top shot of 0.28`, `wire trace 40 cm`, `lash 20 cm`."""
    role = next((w for w in sorted(LINES, key=len, reverse=True) if re.search(rf"\b{w}\b", text)), None)
    if role is None:
        return None
    rest = re.sub(rf"\b{role}\b", " ", text, count=1)
    stuff = next((STUFF[w] for w in rest.split() if w in STUFF), None)
    rest = " ".join(w for w in rest.split() if w not in STUFF and w not in {"of", "a"})
    pounds = re.search(rf"({_N})\s*(lb|lbs|kg)\b", rest)
    if pounds:
        rest = rest[: pounds.start()] + rest[pounds.end() :]
    thick = re.search(r"(?<![\d.,])(0?[.,]\d+)(?:\s*mm)?(?![\d.,]|\s*(?:m|cm)\b)", rest)
    if thick:
        rest = rest[: thick.start()] + rest[thick.end() :]
    long = re.fullmatch(_LENGTH, rest.strip()) if rest.strip() else None
    if (rest.strip() and not long) or not (stuff or pounds or thick or long):
        return None
    bears = float(pounds[1].replace(",", ".")) * (POUND_N if pounds[2] != "kg" else 9.80665) if pounds else None
    return TypedLine(
        role=LINES[role],
        length_m=None if long is None else _metres(long["n"], long["unit"]),
        line_m=_thickness(thick[1]) if thick else None,
        material=stuff,
        strength_n=bears,
    )


def _float(text: str) -> Part | None:
    """`float 4x14`, `0.3 g pole float`, `stick 6x4`, `20 g in-line float`, and a bare `float 0.2`."""
    words = text.split()
    named = [w for w in words if w in FLOATS]
    said = [w for w in words if w in {"float", "floats", "bobber", "bobbers"}]
    if not said and all(w in _ALSO_WEIGHTS for w in named):
        return None
    if "second" in words or "floats" in said or "bobbers" in said or (words[0] in COUNTS and COUNTS[words[0]] > 1):
        raise NotUnderstood.one("one-float", "A rig has exactly one float.", "Type the one that is wanted instead.")
    label = " ".join(w for w in words if w not in FLOATS and w not in {*said, "a", "an", "loaded"})
    if not label:
        raise NotUnderstood.one(
            "float-load", "What the float carries is not said.", "Type it as on its label, such as float 4x14."
        )
    load = parse_label(f"{label} g" if re.fullmatch(_N, label) else label)
    types = tuple(dict.fromkeys(t for w in named for t in FLOATS[w]))
    return TypedFloat(label=label[:60], load_kg=load.load_kg, built_in_kg=load.built_in_kg, types=types)


_ALSO_WEIGHTS = frozenset({"in-line", "inline", "peg", "flat", "short", "strong", "slim", "loaded", "feeder"})


def _bait(text: str) -> Part | None:
    found = re.fullmatch(r"(?:bait|baited\s+with)\s+(\S.*)", text)
    return TypedBait(name=found[1][:60]) if found else None


def _bare(text: str) -> Part | None:
    return TypedBare() if re.fullmatch(r"bare(?:\s+line)?|no\s+(?:shot|weights?|leads?)", text) else None


def _elastic(text: str) -> Part | None:
    found = re.fullmatch(rf"(?:elastic\s+(?:no\.?\s*)?({_N})|no\.?\s*({_N})\s+elastic)(\s*n)?", text)
    if not found:
        return None
    number = float((found[1] or found[2]).replace(",", ".").replace("−", "-"))
    if not 1.0 <= number <= 40.0:
        raise OutOfRange.one("typed-elastic", f"There is no elastic No {number:g}.", "Type a number from 1 to 40.")
    return TypedElastic(give_n=number if found[3] else number * ELASTIC_N)


def _stop(text: str) -> Part | None:
    count, rest = _counted(text)
    found = re.fullmatch(r"(rubber\s+stop|stop\s+rubber|rubber|bobber\s+stop|float\s+stop|stop\s+knot|stop)s?", rest)
    if not found:
        return None
    return TypedStop(count=_within(count, "stops"), rubber="rubber" in found[1])


def _bead(text: str) -> Part | None:
    pegged = re.match(r"(?:an?\s+)?pegged\s+", text)
    text = text[pegged.end() :] if pegged else text
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
    return TypedBead(count=_within(count, "beads"), length_m=size, hole_m=hole, pegged=pegged is not None)


def _swivel(text: str) -> Part | None:
    found = re.fullmatch(r"(?:an?\s+|one\s+)?(three[- ]way\s+|3-way\s+|snap\s+)?(swivel|snap)", text)
    if not found:
        return None
    form: Form = "snap" if found[2] == "snap" or (found[1] or "").startswith("snap") else "plain"
    return TypedSwivel(form="three-way" if (found[1] or "").startswith(("three", "3")) else form)


def _weight(text: str) -> Part | None:
    text, _, stack = text.partition(" on ")
    # Before a mass a count needs its sign or its word: `3 x 1.2 g balls`, `three 1.2 g balls`.
    several = re.match(r"^(?:\d+\s*[x×*]|[a-z]+)\s*(?=[\d.,¼½¾⅛⅜⅝⅞])", text)
    count, text = _counted(text) if several else (1, text)
    words = re.sub(r"\b(?:running|fixed|head|split)\b", " ", text).split()
    words = [w.removesuffix("s") if w.removesuffix("s") in SHAPES else w for w in words]
    named = [w for w in words if w in SHAPES]
    # Of `egg sinker` the egg says more.
    word = next((w for w in named if w not in PLAIN), named[0] if named else None)
    shape = None if word is None else SHAPES[word]
    metal = next((w for w in words if w in WEIGHT_MATERIAL), None)
    label = " ".join(w for w in words if w not in SHAPES and w not in WEIGHT_MATERIAL)
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
        size = found["digits"] if found["digits"] else SIZES.get((found["letters"] or "").upper(), "")
    if not size:
        return None
    if size not in MODERN_MASS_KG:
        raise NotUnderstood.one("shot-size", f"There is no shot No {size}.", f"Sizes are {', '.join(MODERN_MASS_KG)}.")
    return TypedShot(size=size, count=_within(count, "shot"), bulk=bare != text)


_READERS: tuple[Callable[[str], Part | None], ...] = (
    _bare, _hook, _bait, _stop, _float, _line, _elastic, _bead, _swivel, _weight, _shot,
)  # fmt: skip
