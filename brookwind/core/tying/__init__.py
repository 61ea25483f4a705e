"""Tying a rig: what goes on in which order, what is cut, which knots, and what a forgotten part costs."""
