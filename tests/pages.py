"""Ways about the pages that more than one journey takes."""

import re

from playwright.sync_api import Locator, Page


def opened_line(page: Page, name: str) -> Locator:
    """A line of the Brief's *More*, open."""
    line = page.get_by_role("region", name=name, exact=True)
    head = line.get_by_role("button", name=re.compile(f"^{name}"))
    if head.get_attribute("aria-expanded") == "false":
        head.click()
    return line
