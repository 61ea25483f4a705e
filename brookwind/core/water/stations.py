"""Tide stations that ship. They are made up; a real one is read from its own constituents."""

from __future__ import annotations

from brookwind.core.water.tide import Harmonic, Station

_SKERRY_WALL = (
    ("M2", 1.45, 318), ("S2", 0.44, 2), ("N2", 0.26, 295), ("K2", 0.12, 0), ("K1", 0.09, 155), ("O1", 0.08, 20),
    ("P1", 0.03, 150), ("MU2", 0.05, 40), ("NU2", 0.05, 300), ("M4", 0.07, 120), ("MS4", 0.04, 170),
)  # fmt: skip
"""Name, amplitude [m], Greenwich phase lag [degrees]. Source: invented for the demo scenario, a range of some 3.6 m."""

STATIONS = (
    Station(
        name="Skerry Wall",
        mean_m=2.6,
        constituents=tuple(Harmonic(name=n, amplitude_m=a, phase_deg=p) for n, a, p in _SKERRY_WALL),
    ),
)
