"""The same core from the command line."""

from brookwind.cli.app import app

__all__ = ["app"]
