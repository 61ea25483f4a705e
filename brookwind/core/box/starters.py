"""Starter sets for an empty box: what to begin with, by the water. All of it an editable default."""

from __future__ import annotations

from brookwind.core.box.items import BoxItem
from brookwind.core.box.quick import quick_entry
from brookwind.core.frozen import Frozen


class StarterSet(Frozen):
    """A set of things for a kind of water."""

    id: str
    name: str
    says: str
    items: tuple[BoxItem, ...]


_SHOT = tuple(f"{size} = 24" for size in ("SSG", "AAA", "AB", "BB", "No 1", "No 4", "No 6", "No 8", "No 10", "No 12"))
_FINE = tuple(f"No {size} = 40" for size in (6, 7, 8, 9, 10, 11, 12, 13))
_ENDS = ("4 x stop", "10 x rubber stop", "10 x bead 5 mm", "20 x swivel")

_SETS: tuple[tuple[str, str, str, tuple[str, ...]], ...] = (
    ("still", "Still water", "Wagglers, a slider, shot, fine lines and hooks for lakes, ponds and canals.", (
        *_SHOT, *(f"2 x {load} waggler" for load in ("2BB", "3BB", "4BB", "3AAA")), "1 x 2+1 g loaded waggler",
        "1 x 8+3 g slider", "1 x 0.16 nylon", "1 x 0.20 nylon",
        *(f"10 x hook {n}" for n in (18, 16, 14, 12, 10)), "10 x leader 40 cm of 0.10", "10 x leader 40 cm of 0.13",
        *_ENDS,
    )),
    ("running", "Running water", "Sticks, Avons and balsas, olivettes, and lines that float.", (
        *_SHOT, *(f"2 x {load} stick" for load in ("4x4", "6x4", "8x4")), "2 x 3 g Avon", "1 x 5 g Avon",
        "1 x 6 g balsa", *(f"4 x {g} g olivette" for g in ("0.75", "1", "1.5", "2", "3")), "1 x 0.17 nylon",
        "1 x 0.13 braid", *(f"10 x hook {n}" for n in (18, 16, 14, 12, 10, 8)), "10 x leader 30 cm of 0.12", *_ENDS,
    )),
    ("pole", "Pole and whip", "Pole floats by their codes, the finest shot, olivettes, short hooklengths.", (
        *_FINE, *(f"2 x {code} pole float" for code in ("4x10", "4x12", "4x14", "4x16", "4x18", "4x20")),
        "2 x 0.3 g short pole float", "1 x 2 g pole float",
        *(f"4 x {g} g olivette" for g in ("0.3", "0.5", "0.75", "1", "1.5")),
        "1 x 0.12 nylon", "1 x 0.15 nylon", *(f"10 x hook {n}" for n in (22, 20, 18, 16)),
        "10 x leader 12 cm of 0.09", "10 x leader 15 cm of 0.11",
    )),
    ("sea", "Harbour and sea", "In-line floats of 10 to 60 g, running leads, strong hooks and swivels.", (
        *(f"2 x {g} g in-line float" for g in (10, 20, 30, 60)), *(f"4 x {g} g barrel" for g in (8, 15, 20, 25, 50)),
        "SSG = 24", "AAA = 24", "1 x 0.30 nylon", "1 x 0.20 braid",
        *(f"10 x hook {n}" for n in ("6", "4", "2", "1/0", "2/0")), "10 x leader 80 cm of 0.25 fluorocarbon", *_ENDS,
        "10 x bead 8 mm",
    )),
    ("predator", "Predator", "Large floats, wire traces, heavy leads and large hooks for pike, zander and catfish.", (
        *(f"2 x {g} g in-line float" for g in (12, 20, 30)), "1 x 20 g foam float",
        *(f"4 x {g} g bullet" for g in (7, 10, 12, 20, 40)), "2 x 100 g barrel", "4 x 2 g jig", "4 x 5 g jig",
        "1 x 0.35 nylon", "1 x 0.20 braid", *(f"6 x hook {n}" for n in ("4", "2", "1/0", "3/0", "6/0", "8/0")),
        "6 x leader 50 cm of 0.35 wire", *_ENDS, "10 x bead 8 mm",
    )),
)  # fmt: skip


def starter_sets() -> tuple[StarterSet, ...]:
    """Every starter set."""
    return tuple(
        StarterSet(id=i, name=name, says=says, items=tuple(quick_entry(line, ()).after for line in lines))
        for i, name, says, lines in _SETS
    )
