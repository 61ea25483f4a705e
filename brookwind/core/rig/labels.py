"""Reading what is printed on floats and weights."""

from __future__ import annotations

import re
from typing import Literal

from brookwind.core.errors import NotUnderstood
from brookwind.core.frozen import Frozen
from brookwind.core.quantities import OUNCE_KG
from brookwind.core.rig.shot_series import MODERN_MASS_KG, nominal_shot_mass_kg, size_label

POLE_CODE_KG = {10: 0.0001, 12: 0.0002, 14: 0.0004, 16: 0.0005, 18: 0.00075, 20: 0.001}
"""Nominal loads of the pole float codes 4x10 to 4x20. [kg] Editable default."""

_FRACTIONS = {
    "¼": "1/4",
    "½": "1/2",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
    "⅓": "1/3",
    "⅔": "2/3",
}
_NUMBER = r"(\d+(?:[.,]\d+)?|[.,]\d+)"
_LETTERS = "|".join(sorted((s for s in MODERN_MASS_KG if not s.isdigit()), key=len, reverse=True))
_GRAMS = re.compile(rf"{_NUMBER}\s*(g|gr|gram|grams|gms?|kg)")
_OUNCES = re.compile(r"(?:(\d+)\s+)?(\d+)\s*/\s*(\d+)\s*(?:oz|ounces?)|" + _NUMBER + r"\s*(?:oz|ounces?)")
_LETTER_SHOT = re.compile(rf"(?:(\d+)\s*[x×*]?\s*)?({_LETTERS})s?", re.IGNORECASE)
_NUMBER_SHOT = re.compile(r"(?:(\d+)\s*[x×*]?\s*)?(?:no\.?|nr\.?|number|#)\s*(\d+)s?")
_TIMES = re.compile(r"(\d+)\s*[x×*]\s*(?:no\.?|#)?\s*(\d+)")
_BARE_PLUS = re.compile(rf"{_NUMBER}\s*(?:g|gr)?\s*\+\s*{_NUMBER}\s*(?:g|gr|grams?)")

EXAMPLES = "0.4 g, 3BB, 2SSG, 4 x No 8, 8x4, 4x14, 2+1 g, 1/4 oz or 15 g"


class Label(Frozen):
    """What a label says: the load to add and the load already built in. [kg of lead]"""

    text: str
    load_kg: float
    built_in_kg: float = 0.0
    reading: Literal["mass", "shot", "pole-code", "built-in-and-added"]
    says: str
    pieces: tuple[tuple[str, int], ...] = ()
    """Sizes of shot and how many, where it names them."""


LONGEST = 80
"""Characters of a label that is read. Editable default."""


def parse_label(text: str) -> Label:
    """Read a float's or weight's label.

    `8x4` is eight No 4; `4x10` to `4x20` with an even second number are pole codes; `2+1 g` is two built in and one
    to add; sums such as `3BB + 1 g` add up.

    text: the label as printed, any case, decimal point or comma.
    Raises: NotUnderstood with examples of what can be read.
    Source: the printed conventions; shot masses are those of the modern series.
    >>> round(parse_label("4 x No 8").load_kg * 1000, 3)
    0.24
    """
    if len(text) > LONGEST:
        raise NotUnderstood.one(
            "label-long", f"The label has {len(text)} characters.", f"Enter one such as {EXAMPLES}."
        )
    plain = _plain(text)
    if not plain:
        raise NotUnderstood.one("label-empty", "The label is empty.", f"Enter one such as {EXAMPLES}.")
    both = _BARE_PLUS.fullmatch(plain)
    if both:
        built_in, added = _number(both[1]) / 1000.0, _number(both[2]) / 1000.0
        says = f"{built_in * 1000:g} g built in, {added * 1000:g} g to add"
        return _checked(Label(text=text, load_kg=added, built_in_kg=built_in, reading="built-in-and-added", says=says))
    parts = [_part(part.strip(), text) for part in plain.split("+")]
    reading = parts[0].reading if len(parts) == 1 else "shot"
    says = " and ".join(p.says for p in parts)
    pieces = tuple(piece for p in parts for piece in p.pieces)
    load = sum(p.load_kg for p in parts)
    return _checked(Label(text=text, load_kg=load, reading=reading, says=says, pieces=pieces))


def printed_kg(text: str) -> float | None:
    """The load to add that a label says; None where it says none. [kg of lead]

    text: the label as printed.
    """
    try:
        return parse_label(text).load_kg
    except NotUnderstood:
        return None


def _plain(text: str) -> str:
    plain = text.strip().lower()
    for sign, fraction in _FRACTIONS.items():
        plain = re.sub(rf"(?<=\d){sign}", f" {fraction}", plain).replace(sign, fraction)
    return re.sub(r"\s+", " ", plain)


def _part(part: str, whole: str) -> Label:
    for reader in (_read_grams, _read_ounces, _read_letter_shot, _read_number_shot, _read_times):
        label = reader(part)
        if label is not None:
            return label
    if re.fullmatch(_NUMBER, part):
        message = f"{whole.strip()!r} has a number but no unit."
    else:
        message = f"{part!r} in the label {whole.strip()!r} is not understood." if part else "The label ends in a plus."
    raise NotUnderstood.one("label", message, f"Write it like {EXAMPLES}.")


def _read_grams(part: str) -> Label | None:
    found = _GRAMS.fullmatch(part)
    if not found:
        return None
    mass = _number(found[1]) * (1.0 if found[2] == "kg" else 0.001)
    return Label(text=part, load_kg=mass, reading="mass", says=f"{mass * 1000:g} g")


def _read_ounces(part: str) -> Label | None:
    found = _OUNCES.fullmatch(part)
    if not found:
        return None
    if found[4] is not None:
        ounces = _number(found[4])
    elif int(found[3]) == 0:
        raise NotUnderstood.one("label-fraction", f"{part!r} divides by zero.", "Write it like 1/4 oz.")
    else:
        ounces = int(found[1] or 0) + int(found[2]) / int(found[3])
    mass = ounces * OUNCE_KG
    return Label(text=part, load_kg=mass, reading="mass", says=f"{ounces:g} oz, {mass * 1000:.2f} g")


def _read_letter_shot(part: str) -> Label | None:
    found = _LETTER_SHOT.fullmatch(part)
    return _shot(part, int(found[1] or 1), found[2].upper()) if found else None


def _read_number_shot(part: str) -> Label | None:
    found = _NUMBER_SHOT.fullmatch(part)
    return _shot(part, int(found[1] or 1), found[2]) if found else None


def _read_times(part: str) -> Label | None:
    found = _TIMES.fullmatch(part)
    if not found:
        return None
    count, size = int(found[1]), int(found[2])
    if count == 4 and size in POLE_CODE_KG and "no" not in part and "#" not in part:
        mass = POLE_CODE_KG[size]
        return Label(text=part, load_kg=mass, reading="pole-code", says=f"pole code 4x{size}, {mass * 1000:g} g")
    return _shot(part, count, str(size))


def _shot(part: str, count: int, size: str) -> Label:
    mass = count * nominal_shot_mass_kg(size)
    says = f"{count} × {size_label(size)}, {mass * 1000:g} g"
    return Label(text=part, load_kg=mass, reading="shot", says=says, pieces=((size, count),))


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _checked(label: Label) -> Label:
    if not 0 < label.load_kg <= 0.5:
        raise NotUnderstood.one(
            "label-load",
            f"{label.text.strip()!r} reads as {label.load_kg * 1000:g} g.",
            "A float carries more than 0 and at most 500 g.",
        )
    return label
