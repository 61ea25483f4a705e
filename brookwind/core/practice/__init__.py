"""Exercises on the models: what takes a season to learn at the water, in an evening."""
