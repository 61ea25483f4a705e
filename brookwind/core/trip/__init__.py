"""A day at the water: what it may be like, and the fewest made-up rigs that cover it."""
