"""Moving water: its profile, and the drag on line, spheres and a taut line."""
