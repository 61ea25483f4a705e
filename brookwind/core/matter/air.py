"""The air that a rig is cast through and that blows over the line."""

from __future__ import annotations

AIR_KG_M3 = 1.225
"""Density of air at 15 °C and sea level. [kg/m3] Source: ISO 2533, Standard Atmosphere."""
AIR_VISCOSITY_M2_S = 1.46e-5
"""Kinematic viscosity of that air. [m2/s] Source: ISO 2533."""
