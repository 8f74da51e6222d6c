"""One running kitchen for all browser tests, and pages in either scheme and size."""

import os
import re
from collections.abc import Callable, Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright
from server import Kitchen, Wire

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
# practice cooks of earlier tests still run on the same two cores, so an answer may take its time
expect.set_options(timeout=100_000)

DESKTOP, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


@pytest.fixture(scope="session")
def seeded(tmp_path_factory) -> Path:
    """Where the demo household is, for every process of this run."""
    base = tmp_path_factory.getbasetemp()
    return (base.parent if "PYTEST_XDIST_WORKER" in os.environ else base) / "seeded"


@pytest.fixture(scope="session")
def kitchen(tmp_path_factory, seeded) -> Iterator[Kitchen]:
    kitchen = Kitchen(tmp_path_factory.mktemp("kitchen"))
    kitchen.furnish(seeded)
    kitchen.start_server()
    kitchen.start_probe()
    yield kitchen
    kitchen.stop()


@pytest.fixture
def wire(kitchen: Kitchen) -> Iterator[Wire]:
    wire = Wire(kitchen)
    yield wire
    wire.close()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        yield browser
        browser.close()


@pytest.fixture
def visit(kitchen: Kitchen, browser: Browser) -> Iterator[Callable[..., Page]]:
    """Open the interface in a fresh browser profile; anything the console complains of fails the test."""
    contexts, complaints = [], []

    def opened(
        path: str = "/", size: dict = DESKTOP, scheme: str = "light", quiet: bool = True, base: str = kitchen.base
    ) -> Page:
        context = browser.new_context(viewport=size, color_scheme=scheme, timezone_id="UTC", has_touch=size is PHONE)
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(90_000)
        page.on("pageerror", lambda error: complaints.append(str(error)))
        if quiet:
            page.on("console", lambda message: complaints.append(message.text) if message.type == "error" else None)
        page.goto(base + path)
        return page

    yield opened
    for context in contexts:
        context.close()
    assert complaints == []


def keep_a_plan(page: Page, base: str) -> None:
    """The plan that is offered, for a dinner in four hours: what is offered depends on the time there is."""
    page.goto(f"{base}/plan")
    eat = datetime.now(UTC) + timedelta(hours=4)
    fields = [("When to eat", eat.strftime("%H:%M")), ("Day", eat.strftime("%Y-%m-%d"))]
    # past midnight the day first: the hour alone would be one that is over
    for label, value in fields if eat.date() == datetime.now(UTC).date() else fields[::-1]:
        page.get_by_label(label, exact=True).fill(value)
    page.get_by_role("button", name="Keep this plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+"))


def start_dialog(page: Page):
    page.get_by_role("button", name="Start", exact=True).click()
    return page.get_by_role("dialog")


PREPARED = ("Salted", "Lit", "Banked", "Lid is on", "Oiled")
"""What is done to a two-zone kettle and its steak before it goes on, as the cook marks it."""


def put_on(page: Page) -> None:
    """Mark everything that comes before, and that it is on: a practice does not wait for its hours."""
    now = page.get_by_role("region", name="Now")
    for deed in (*PREPARED, "It is on"):
        now.get_by_role("button", name=deed, exact=True).click()


def begin(page: Page) -> int:
    """Start what the dialog says; returns the cook's number."""
    page.get_by_role("dialog").get_by_role("button", name="Start the cook").click()
    expect(page).to_have_url(re.compile(r"/cook/\d+"))
    return int(page.url.rsplit("/", 1)[1])


def practise(page: Page, base: str, speed: str = "10×", trouble: str = "") -> int:
    """A practice cook with its piece on the fire, by way of the interface."""
    keep_a_plan(page, base)
    dialog = start_dialog(page)
    dialog.get_by_text(speed).click()
    if trouble:
        dialog.get_by_label("Trouble to practise").select_option(label=trouble)
    cook_id = begin(page)
    put_on(page)
    expect(page.get_by_role("region", name="Now")).to_contain_text(re.compile(r"probe\s*\d+ °F"), timeout=150_000)
    return cook_id
