"""Debian's headless Chromium, wherever it is driven."""

from __future__ import annotations

from pathlib import Path

CHROMIUM = next((p for p in ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium") if Path(p).exists()), None)
"""The shell; the whole browser brings windows of its own, and takes half as long again for each page."""
