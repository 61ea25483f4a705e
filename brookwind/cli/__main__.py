"""Run as `python -m brookwind.cli`."""

from brookwind.cli.app import app

app()
