"""Quick stock entry: one line of text, such as `BB 24`, `8 +10`, `tin AAA 6`, `avon 3 g -1` or `6 x 1/4 oz bullet`."""

from __future__ import annotations

import re
from collections.abc import Sequence

from pydantic import ValidationError

from brookwind.core.box.items import BoxItem
from brookwind.core.box.made import made, part_of
from brookwind.core.box.rods import CatapultStock, RodStock
from brookwind.core.box.stock import ShotStock
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label
from brookwind.core.rig.typed import UNIT_M

_COUNT_LAST = re.compile(r"^(?P<name>.+?)\s*(?P<sign>[=+\-−]?)\s*(?P<count>\d{1,5})$")
_COUNT_FIRST = re.compile(r"^(?P<sign>[+\-−]?)(?P<count>\d{1,5})\s*[x×]\s*(?P<name>.+)$", re.IGNORECASE)
_WRITE = "Write a count and a thing, such as BB 24, No 8 +10, 6 x 1/4 oz bullet or 2 x 4x14 pole float."


class QuickEntry(Frozen):
    """What a line of text does to the box."""

    version: int
    """Of the compartment; 0 for a new one."""
    before: BoxItem | None
    after: BoxItem
    says: str


def quick_entry(text: str, box: Sequence[tuple[int, BoxItem]]) -> QuickEntry:
    """Read a line of stock entry: a name, then a count, with + or − added to or taken from what is there.

    text: the line.
    box: version and fields of every compartment.
    Raises: NotUnderstood when it cannot be read or fits several compartments; OutOfRange when a count would fall
    below 0.
    """
    line = " ".join(text.split())
    if re.search(r"=\s*[-−]\s*\d", line):
        raise OutOfRange.one("stock-negative", "There cannot be fewer than 0 in the box.", _WRITE, ("text",))
    count, sign, name = _counted(line)
    version, before, named = _meant(name, box)
    held = before.count if before else 0
    after = held + count if sign == "+" else held - count if sign == "-" else count
    label = _name(named)
    if after < 0:
        raise OutOfRange.one(
            "stock-negative", f"There are {held} of {label}; {count} cannot be taken out.", "Take fewer.", ("text",)
        )
    if after > 10_000:
        raise OutOfRange.one("stock-large", f"{after} of {label} is more than a box holds.", "Check it.", ("text",))
    fields = named.model_copy(update={"count": after})
    says = f"{label}: {held} → {after}" if before else f"New: {after} × {label}"
    return QuickEntry(version=version, before=before, after=fields, says=says)


_LONG = r"(?P<long>\d+(?:[.,]\d+)?)\s*(?P<unit>m|cm|ft)"
_ROD = re.compile(rf"^(?P<name>.*\brod)\s+{_LONG}$", re.IGNORECASE)
_CATAPULT = re.compile(
    rf"^(?P<name>.*\bcatapult)\s+{_LONG}(?:\s+(?:to\s+)?(?P<far>\d+(?:[.,]\d+)?)\s*m)?$", re.IGNORECASE
)


def _thrower(name: str) -> RodStock | CatapultStock | None:
    """A rod by its length, a catapult by its elastic and how far it throws: `float rod 4.2 m`, `catapult 12 cm 30 m`.

    Raises: OutOfRange for lengths that neither has.
    """
    for pattern in (_ROD, _CATAPULT):
        match = pattern.match(name)
        if match is None:
            continue
        long = float(match["long"].replace(",", ".")) * UNIT_M[match["unit"].lower()]
        item, label = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:56], name[:60]
        try:
            if pattern is _ROD:
                return RodStock(item=item, label=label, length_m=long, count=0)
            far = float(match["far"].replace(",", ".")) if match["far"] else None
            return CatapultStock(item=item, label=label, elastic_m=long, throws_m=far, count=0)
        except ValidationError as error:
            raise OutOfRange.one(
                "thrower-length", "No rod or catapult is of that length.",
                "Write float rod 4.2 m, or catapult 12 cm 30 m.", ("text",),
            ) from error  # fmt: skip
    return None


def _counted(line: str) -> tuple[int, str, str]:
    """How many, whether set (nothing), added or taken, and of what."""
    if _thrower(line) is not None:
        return 1, "+", line
    match = _COUNT_FIRST.match(line)
    if match is None:
        # `hook 16` and `10 beads 5 mm` end in figures that count nothing; `7 g bullet +2` does.
        whole = part_of(line)
        if whole is not None:
            # Without a count it is one more.
            return whole[0], "" if whole[0] > 1 else "+", line
        several = re.match(r"^(\d{1,5})\s+(\D.*?)s?$", line)
        if several and part_of(several[2]) is not None:
            return int(several[1]), "", several[2]
        match = _COUNT_LAST.match(line)
    if match is None:
        raise NotUnderstood.one("quick-entry", f"{line!r} has no name and count.", _WRITE, ("text",))
    return int(match["count"]), match["sign"].replace("−", "-").replace("=", ""), match["name"].strip(" =,")


def _meant(name: str, box: Sequence[tuple[int, BoxItem]]) -> tuple[int, BoxItem | None, BoxItem]:
    words = name.lower().replace("#", "no ").replace("split shot", "").replace("shot", "").split()
    metal = next((w for w in words if w in WEIGHT_MATERIAL), None)
    size = "".join(w for w in words if w != metal and w not in {"no", "no."}).upper()
    shot = [(v, i) for v, i in box if isinstance(i, ShotStock) and i.size == size]
    fitting: list[tuple[int, BoxItem]] = [(v, i) for v, i in shot if i.material == (metal or "lead")]
    if not fitting and metal is None:
        fitting = list(shot)
    if not fitting and size in MODERN_MASS_KG:
        return 0, None, _new_shot(size, metal or "lead")
    if not fitting:
        fitting = [(v, i) for v, i in box if all(w in _name(i).lower() for w in name.lower().split())]
    exact = [(v, i) for v, i in fitting if _name(i).lower() == name.lower()]
    fitting = exact or fitting
    if not fitting and (thrower := _thrower(name)) is not None:
        return 0, None, _of_own_name(thrower, box)
    if not fitting and (typed := part_of(name)) is not None:
        new = made(typed[1])
        alike = next(((v, i) for v, i in box if _alike(i, new)), None)
        return (alike[0], alike[1], alike[1]) if alike else (0, None, _of_own_name(new, box))
    if not fitting:
        raise NotUnderstood.one(
            "quick-name", f"Nothing in the box is called {name!r}, and it is no size of shot.", _WRITE, ("text",)
        )
    if len(fitting) > 1:
        names = ", ".join(_name(i) for _, i in fitting[:4])
        raise NotUnderstood.one(
            "quick-several", f"{name!r} fits several compartments: {names}.", "Write more of the name.", ("text",)
        )
    return fitting[0][0], fitting[0][1], fitting[0][1]


def _alike(one: BoxItem, other: BoxItem) -> bool:
    """The same thing, whatever it is called and however many there are."""
    if one.kind != other.kind:
        return False
    if one.kind == "swivel":
        return other.label in one.label
    own = {"item", "label", "notes", "count", "weighings", "tube", "jug", "sink_m_s"}
    own |= {"length_m"} if one.kind == "line" else set()
    return one.model_dump(exclude=own) == other.model_dump(exclude=own)


def _of_own_name(new: BoxItem, box: Sequence[tuple[int, BoxItem]]) -> BoxItem:
    taken = {i.item for _, i in box}
    names = (new.item, *(f"{new.item[:56]}-{n}" for n in range(2, 999)))
    return new.model_copy(update={"item": next(n for n in names if n not in taken)})


def _new_shot(size: str, metal: str) -> ShotStock:
    return ShotStock(
        item=f"{metal}-{size.lower()}",
        size=size,
        mass_kg=MODERN_MASS_KG[size],
        material=metal,
        density_kg_m3=WEIGHT_MATERIAL[metal].density_kg_m3,
        count=0,
    )


def _name(item: BoxItem) -> str:
    return f"{size_label(item.size)} {item.material}" if isinstance(item, ShotStock) else item.label
