"""The real interface in headless Chromium."""

import pytest
from playwright.sync_api import expect, sync_playwright

from wenlo.launch.environment import BUILT
from wenlo.launch.system import CHROMIUM

# a busy machine answers late: time says nothing about the pages
expect.set_options(timeout=45_000)

FLAGS = [
    "--no-sandbox",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-gpu",
]


@pytest.fixture(scope="session")
def browser():
    if not (BUILT / "index.html").is_file() or not CHROMIUM.is_file():
        pytest.fail("the pages or Chromium are missing; ./wenlo test makes them")
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=str(CHROMIUM), args=FLAGS)
        yield chromium
        chromium.close()


@pytest.fixture
def open_page(browser, server):
    """Open a page; any error in the browser's console fails the test."""
    contexts, problems = [], []

    def make(width=1280, height=800, context=None, theme="light"):
        if context is None:
            context = browser.new_context(
                viewport={"width": width, "height": height}, base_url=server.url, accept_downloads=True
            )
            context.add_init_script(
                f"localStorage.getItem('wenlo-theme') || localStorage.setItem('wenlo-theme', '{theme}')"
            )
            contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(45_000)
        page.on("pageerror", lambda error: problems.append(str(error)))
        page.on(
            "console",
            lambda message: (
                problems.append(message.text)
                if message.type == "error" and "Failed to load resource" not in message.text
                else None
            ),
        )
        return page

    yield make
    for context in contexts:
        context.close()
    assert not problems, problems
