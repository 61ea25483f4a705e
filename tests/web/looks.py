"""What every screen is looked at for."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Page

_AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
THEMES = ("paper", "dusk", "glare")


def axe_finds(page: Page) -> list[tuple[str, list[str]]]:
    """What axe complains of on the page as it is: rule and the first places."""
    if not page.evaluate("() => 'axe' in window"):
        page.evaluate(_AXE.read_text(encoding="utf-8"))
    found = page.evaluate("async () => (await axe.run()).violations")
    return [(v["id"], [n["target"] for n in v["nodes"]][:4]) for v in found]
