"""Adapters for sounder, gauge, weather and tide station, and stand-ins that speak the same formats."""
