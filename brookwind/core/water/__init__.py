"""The water: density."""
