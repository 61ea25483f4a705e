"""A hand at the page that counts: a click or a choice is one action, a typed field is one, a key is one."""

from __future__ import annotations

from playwright.sync_api import Locator, Page, expect

LONG = 20


class Hand:
    """By mouse, or by keys alone: then what is used must be where the Tab key leads."""

    def __init__(self, page: Page, keys: bool) -> None:
        """At a page that is open."""
        self.page, self.keys, self.actions = page, keys, 0

    def press(self, button: Locator) -> None:
        """Press a button."""
        self.actions += 1
        expect(button).to_be_enabled()
        if self.keys:
            self._reach(button)
            self.page.keyboard.press("Enter")
        else:
            button.click()

    def choose(self, label: str, option: str) -> None:
        """Pick from a list, unless that is picked already."""
        field = self.page.get_by_label(label, exact=True)
        # The list may wait for what was said before.
        expect(field.locator("option", has_text=option).first).to_be_attached()
        wanted = field.locator("option").evaluate_all("(o, t) => o.find(x => x.textContent === t)?.value", option)
        assert wanted is not None, f"{label} has no {option}"
        if field.input_value() == wanted:
            return
        self.actions += 1
        if self.keys:
            self._reach(field)
            self.page.keyboard.type(option)
            expect(field).to_have_value(wanted)
        else:
            field.select_option(label=option)

    def enter(self, label: str, text: str) -> None:
        """Type into a field and leave it with Enter."""
        self.actions += 1
        field = self.page.get_by_label(label, exact=True)
        if self.keys:
            self._reach(field)
            self.page.keyboard.press("Control+a")
            # A long line comes at once, as from a clipboard: letter by letter is typed in test_tie.
            (self.page.keyboard.insert_text if len(text) > LONG else self.page.keyboard.type)(text)
        else:
            field.fill(text)
        self.page.keyboard.press("Enter")

    def key(self, key: str) -> None:
        """Press a key of the bench."""
        self.actions += 1
        self.page.keyboard.press(key)

    def _reach(self, target: Locator) -> None:
        """Go to where the Tab key leads too. Moving is no action; that it can be reached is what matters."""
        expect(target).to_be_visible()
        assert target.evaluate("e => e.tabIndex >= 0 && !e.disabled"), "The Tab key does not reach it."
        target.focus()
