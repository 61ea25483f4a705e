"""Where the stop goes."""
