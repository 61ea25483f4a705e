"""The rules of a place, and the day they are read for."""
