"""Checks of a rig: one entry each."""
