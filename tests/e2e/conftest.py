"""One running kitchen for all browser tests, and pages in either scheme and size."""

import os
import re
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from api import Api
from browsers import ARGUMENTS, CHROMIUM, DESKTOP, open_context, set_speed
from playwright.sync_api import Browser, Page, expect, sync_playwright
from server import Kitchen, Wire


@pytest.fixture(scope="session")
def seeded(tmp_path_factory) -> Path:
    """Where the demo household is, for every process of this run."""
    base = tmp_path_factory.getbasetemp()
    own = (base.parent if "PYTEST_XDIST_WORKER" in os.environ else base) / "seeded"
    return Path(os.environ.get("BRASKO_SEEDED", own))


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
    """Open the interface in a fresh browser profile, on the demo household as it was seeded; anything the console
    complains of fails the test."""
    kitchen.rest_probe()
    kitchen.restore()
    contexts, complaints = [], []

    def opened(
        path: str | None = "/",
        size: dict = DESKTOP,
        scheme: str = "light",
        quiet: bool = True,
        base: str = kitchen.base,
        keeps: bool = False,
    ) -> Page:
        context = open_context(browser, size, scheme, keeps)
        contexts.append(context)
        page = context.new_page()
        page.on("pageerror", lambda error: complaints.append(str(error)))
        if quiet:
            page.on("console", lambda message: complaints.append(message.text) if message.type == "error" else None)
        if path is not None:
            page.goto(base + path)
        return page

    yield opened
    for context in contexts:
        context.close()
    assert complaints == []


@pytest.fixture
def probe(kitchen: Kitchen, visit: Callable[..., Page]) -> None:
    """The practice probe at work, for a test that waits for what it shows."""
    kitchen.wake_probe()


@pytest.fixture
def cook_page(kitchen: Kitchen, visit: Callable[..., Page], probe: None) -> Callable[..., tuple[Page, int]]:
    """Open the Cook page of a practice cook that was started through the API, its piece on the fire."""

    def opened(
        size: dict = DESKTOP, scheme: str = "light", more: dict | None = None, speed: int = 1, **how: Any
    ) -> tuple[Page, int]:
        page = visit(None, size, scheme, **more or {})
        base = (more or {}).get("base", kitchen.base)
        api = Api(page.context, base)
        api.sign_in()
        cook_id = api.start_cook(speed=60, **how)
        api.put_on(cook_id)
        page.goto(f"{base}/cook/{cook_id}")
        expect(page.get_by_role("region", name="Now")).to_contain_text(re.compile(r"probe\s*\d+ °F"))
        if speed != 60:
            set_speed(page, speed)
        return page, cook_id

    return opened
