"""Figures of how quick it is, what it answers, and whether the tests notice when it is wrong."""
