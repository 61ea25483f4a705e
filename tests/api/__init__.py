"""The calls, over the real database."""

OCTETS = {"content-type": "application/octet-stream"}
"""How a file is sent."""
