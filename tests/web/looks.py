"""What every screen is looked at for."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Locator, Page

_AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
THEMES = ("paper", "dusk", "glare")

# Colours fade from one theme to the next, and half-faded ones are nobody's choice.
_AT_ONCE = """
() => {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync("*, ::before, ::after { transition: none !important; }");
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
}
"""
_LOOK = """
async (part, themes) => {
  const root = document.documentElement, own = root.dataset.theme, found = [];
  for (const theme of themes) {
    root.dataset.theme = theme;
    // All but the colours is the same in every theme.
    const only = theme === themes[0] ? {} : { runOnly: ["color-contrast"] };
    for (const v of (await axe.run(part, only)).violations)
      found.push([theme, v.id, v.nodes.map((n) => n.target).slice(0, 4)]);
  }
  root.dataset.theme = own;
  return found;
}
"""


def axe_finds(page: Page, within: Locator | None = None) -> list[tuple[str, str, list[str]]]:
    """What axe complains of on the page as it is, in every theme: theme, rule and the first places.

    page: the page.
    within: the part that is new since the whole was looked at.
    """
    if not page.evaluate("() => 'axe' in window"):
        page.evaluate(_AXE.read_text(encoding="utf-8"))
        page.evaluate(_AT_ONCE)
    return [tuple(f) for f in (within or page.locator("html")).evaluate(_LOOK, THEMES)]
