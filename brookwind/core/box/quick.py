"""Quick stock entry: one line of text, such as `BB 24`, `8 +10`, `tin AAA 6` or `avon 3 g -1`."""

from __future__ import annotations

import re
from collections.abc import Sequence

from brookwind.core.box.items import BoxItem
from brookwind.core.box.stock import ShotStock
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label

_COUNT_LAST = re.compile(r"^(?P<name>.+?)\s*(?P<sign>[=+\-−]?)\s*(?P<count>\d{1,5})$")
_COUNT_FIRST = re.compile(r"^(?P<sign>[+\-−]?)(?P<count>\d{1,5})\s*[x×]\s*(?P<name>.+)$", re.IGNORECASE)
_WRITE = "Write a size and a count, such as BB 24, No 8 +10 or tin AAA = 6."


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
    match = _COUNT_FIRST.match(line) or _COUNT_LAST.match(line)
    if match is None:
        raise NotUnderstood.one("quick-entry", f"{line!r} has no name and count.", _WRITE, ("text",))
    version, before, named = _meant(match["name"].strip(" =,"), box)
    held = before.count if before else 0
    count, sign = int(match["count"]), match["sign"].replace("−", "-")
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
