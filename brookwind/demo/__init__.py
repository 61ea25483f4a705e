"""The demo scenario as readable data files, and how it is loaded."""
