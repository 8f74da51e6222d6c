"""No accessibility violation on any view, in both schemes and both sizes; and nothing from the network."""

import re
from pathlib import Path

import pytest
from conftest import DESKTOP, PHONE
from playwright.sync_api import Page, expect

AXE = (Path(__file__).resolve().parents[2] / "frontend/node_modules/axe-core/axe.min.js").read_text()
READY = {
    "/plan": "The order of the work",
    "/table": "Put dishes on the table",
    "/cook": "Line",
    "/log": "The log",
    "/fire": "Making it ready",
    "/fire?grill=gas_4": "Making it ready",
    "/yard": "Kept fires",
    "/lab": "Where cooks disagree",
    "/practice": "The first two-zone fire",
    "/guide": "Where cooks disagree",
    "/account": "Should the password be lost",
}


def violations(page: Page) -> list[str]:
    page.evaluate(AXE)
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")["violations"]
    return [f"{v['id']}: {n['html'][:160]}" for v in found for n in v["nodes"]]


@pytest.mark.parametrize("scheme", ["light", "dark"])
@pytest.mark.parametrize("size", [DESKTOP, PHONE], ids=["desktop", "phone"])
@pytest.mark.parametrize("path", list(READY))
def test_views_have_no_violations(visit, path, size, scheme):
    page = visit(path, size, scheme)
    expect(page.get_by_text(READY[path]).first).to_be_visible(timeout=375_000)
    page.wait_for_timeout(600)
    assert violations(page) == []


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_dialogs_folds_entries_and_sign_in_have_no_violations(visit, scheme):
    page = visit("/plan", DESKTOP, scheme)
    page.get_by_role("button", name="Everything else").click()
    page.get_by_role("button", name=re.compile("^Start ")).first.click()
    expect(page.get_by_role("dialog")).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("Escape")
    assert violations(page) == []
    page.get_by_role("link", name="Log", exact=True).click()
    page.get_by_role("link", name="Ribeye again", exact=True).click()
    expect(page.get_by_role("heading", name="Foreseen against measured")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    assert violations(page) == []


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_panels_pieces_and_the_sheet_have_no_violations(visit, scheme):
    page = visit("/plan", DESKTOP, scheme)
    page.get_by_role("button", name="Add a piece").click()
    page.get_by_label("What", exact=True).select_option(label="Burger patty, 80/20")
    for panel in ("Other ways", "Amounts and table", "Guests are late", "Where cooks disagree", "Shape a patty"):
        page.get_by_role("tab", name=panel).click()
        expect(page.get_by_role("tabpanel", name=panel)).to_be_visible()
        page.wait_for_timeout(1800)
        assert violations(page) == [], panel
    page.get_by_role("button", name="Keys", exact=True).click()
    assert violations(page) == []
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Keep this plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+"))
    page.get_by_role("link", name="Print sheet").click()
    expect(page.get_by_role("button", name="Print it")).to_be_visible()
    expect(page.get_by_text("To lay out")).to_be_visible()
    assert violations(page) == []


def test_nothing_is_wider_than_a_phone_however_it_is_held(visit):
    for path in [*READY, "/first"]:
        page = visit(path, {"width": 360, "height": 740})
        expect(page.get_by_text(READY.get(path, "When do you eat?")).first).to_be_visible()
        for width, height in ((360, 740), (740, 360)):
            page.set_viewport_size({"width": width, "height": height})
            assert page.evaluate("document.documentElement.scrollWidth") <= width, (path, width)


def test_everything_comes_from_this_server(visit, kitchen):
    page = visit("/log")
    outside: list[str] = []
    page.on(
        "request", lambda r: outside.append(r.url) if not r.url.startswith((kitchen.base, "data:", "blob:")) else None
    )
    for path in READY:
        page.goto(kitchen.base + path)
        expect(page.get_by_text(READY[path]).first).to_be_visible()
    assert outside == []
    assert page.evaluate("document.fonts.check('16px \"Archivo Variable\"')")


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_fire_and_yard_forms_have_no_violations(visit, scheme):
    page = visit("/fire", DESKTOP, scheme, quiet=False)
    page.get_by_role("button", name="Put it on").click()
    page.get_by_role("button", name="Weather").click()
    page.get_by_role("button", name="Tell me what to build").click()
    page.get_by_role("button", name="Beside another layout").click()
    page.get_by_role("textbox", name="Charcoal").fill("9")
    expect(page.get_by_text("is more than fits").first).to_be_visible()
    assert violations(page) == []
    page.get_by_role("link", name="Yard", exact=True).click()
    page.get_by_role("button", name="Add a grill").click()
    page.get_by_role("button", name="Add a pan").click()
    page.get_by_role("button", name="Check it").first.click()
    assert violations(page) == []
