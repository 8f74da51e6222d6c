"""Chromium as the browser tests use it: how it starts, the sizes of its windows, and profiles of its own for a test."""

from typing import Any

from playwright.sync_api import Browser, BrowserContext, Page, expect

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
# a busy machine may take its time for an answer
expect.set_options(timeout=100_000)

DESKTOP, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def open_context(browser: Browser, size: dict, scheme: str, keeps: bool = False) -> BrowserContext:
    """A fresh browser profile, without movements that would have to be waited for; one that `keeps` what a page needs
    to open without the server does what browsers do, the others save themselves the work."""
    how: dict[str, Any] = {"reduced_motion": "reduce", "timezone_id": "UTC"}
    context = browser.new_context(viewport=size, color_scheme=scheme, has_touch=size is PHONE, **how)
    if not keeps:
        context.add_init_script("delete Navigator.prototype.serviceWorker")
    context.set_default_timeout(90_000)
    return context


def set_speed(page: Page, speed: int) -> None:
    """Let the practice clock run so fast, by the page's own button."""
    button = page.get_by_role("button", name=f"{speed}×", exact=True)
    button.click()
    expect(button).to_have_attribute("aria-pressed", "true")


def add_dish(page: Page, name: str) -> None:
    """One more dish, by its name in the sheet of foods."""
    page.get_by_role("button", name="Add a dish").first.click()
    sheet = page.get_by_role("dialog", name="Add a dish")
    sheet.get_by_role("searchbox").fill(name)
    sheet.get_by_role("button", name=name, exact=True).first.click()
    sheet.wait_for(state="detached")
