"""Brookwind: float rigs balanced from what is in the box."""

__version__ = "0.1.0"
