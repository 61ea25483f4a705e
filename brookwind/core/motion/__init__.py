"""Bodies and line moving in water."""
