"""Float bodies and how they sit in the water."""
