"""Every page as it opens: accessible in both schemes and sizes, no wider than a phone, with figures as people say them,
and all of it from this server."""

import re
from collections.abc import Iterator

import pytest
from axe import violations
from browsers import DESKTOP, PHONE, add_dish, open_context
from playwright.sync_api import Page, expect

READY = {
    "/plan": "in 8 of 10 cooks",
    "/plan/meal": "Add dishes.",
    "/cook": "Timeline",
    "/log": "The log",
    "/fire": "Getting it ready",
    "/fire?grill=gas_4": "Getting it ready",
    "/gear": "Saved fires",
    "/lab": "Where cooks disagree",
    "/practice": "The first two-zone fire",
    "/guide": "Where cooks disagree",
    "/account": "Recovery code",
    "/first": "When do you want to eat?",
}
"""What a page says once it has what it shows."""
TOO_FINE = re.compile(
    r"\d+\.\d+\s*(?:in|lb|oz)\b(?!/)"  # a ruler has fractions, a scale ounces
    r"|\d+\.\d+\s*°F"  # a thermometer whole degrees
    r"|\d+\.\d\d+\s*(?:mm|g|min|s)\b"
    r"|\d+\.\d{3,}\s*kg\b"
    r"|\d+\s*J/K"
)
"""Figures with more digits than their kind allows. Common practice, no source."""


class OpenPage:
    """A page that was opened once, for all that is asked of it."""

    def __init__(self, path: str, page: Page, base: str) -> None:
        self.path, self.page = path, page
        self.complaints: list[str] = []
        self.outside: list[str] = []
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on("console", lambda m: self.complaints.append(m.text) if m.type == "error" else None)
        own = (base, "data:", "blob:")
        page.on("request", lambda r: None if r.url.startswith(own) else self.outside.append(r.url))
        page.goto(base + path)
        self.is_ready()

    def is_ready(self) -> None:
        expect(self.page.get_by_text(READY[self.path]).first).to_be_visible()


@pytest.fixture(scope="module", params=list(READY))
def opened(request, kitchen, browser) -> Iterator[OpenPage]:
    kitchen.rest_probe()
    kitchen.restore()
    context = open_context(browser, DESKTOP, "light")
    yield OpenPage(request.param, context.new_page(), kitchen.base)
    context.close()


@pytest.fixture
def page(opened) -> Iterator[Page]:
    """The page as it was opened: light, on a desktop."""
    yield opened.page
    opened.page.set_viewport_size(DESKTOP)
    opened.page.emulate_media(color_scheme="light")


LOOKS = [
    pytest.param(DESKTOP, "light", id="desktop-light"),
    pytest.param(PHONE, "dark", id="phone-dark"),
    pytest.param(DESKTOP, "dark", id="desktop-dark", marks=pytest.mark.long),
    pytest.param(PHONE, "light", id="phone-light", marks=pytest.mark.long),
]
"""Sizes and schemes; a quick run looks at two of them, which have each of both."""


@pytest.mark.parametrize(("size", "scheme"), LOOKS)
def test_a_page_has_no_violations(page, size, scheme):
    page.set_viewport_size(size)
    page.emulate_media(color_scheme=scheme)
    expect(page.locator("html")).to_have_attribute("data-scheme", scheme)
    assert violations(page) == []


@pytest.mark.parametrize("size", [(360, 740), (740, 360)], ids=["upright", "sideways"])
def test_nothing_is_wider_than_a_phone(page, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.wait_for_function("width => document.documentElement.scrollWidth <= width", arg=size[0])


def test_no_figure_has_more_digits_than_its_kind(opened, page):
    """In inches and degrees Fahrenheit, then in millimetres and Celsius."""
    assert too_fine(opened) == []
    to_metric = page.get_by_role("button", name="Change to Celsius")
    if to_metric.count() == 0:
        return  # a page without the head, where units are not changed
    to_metric.click()
    expect(page.get_by_role("button", name="Change to Fahrenheit")).to_be_visible()
    opened.is_ready()
    try:
        assert too_fine(opened) == []
    finally:
        page.get_by_role("button", name="Change to Fahrenheit").click()


def too_fine(opened: OpenPage) -> list[str]:
    """Figures with too many digits among all that can be read on a page, its fields too."""
    text = opened.page.evaluate(
        """() => [document.body.innerText,
             ...[...document.querySelectorAll('input')].map((i) => i.value + ' ' +
               (i.nextElementSibling?.textContent ?? ''))].join('\\n')"""
    )
    found = [m.group() for m in TOO_FINE.finditer(text)]
    # a thermometer is checked to a tenth of a degree
    return [each for each in found if not (opened.path == "/gear" and re.search(r"^\d+\.\d °", each))]


def test_everything_comes_from_this_server_and_nothing_complains(opened, page):
    assert opened.outside == []
    assert opened.complaints == []
    assert page.evaluate("document.fonts.check('16px \"Archivo Variable\"')")


# -- what is opened on a page ------------------------------------------------------------------------------------------


def in_schemes(quick: str, at_night: str) -> pytest.MarkDecorator:
    """One scheme in a quick run, the other in a long one."""
    return pytest.mark.parametrize("scheme", [quick, pytest.param(at_night, marks=pytest.mark.long)])


@in_schemes("light", at_night="dark")
def test_dialogs_folds_entries_and_sign_in_have_no_violations(visit, scheme):
    page = visit("/plan", scheme=scheme)
    page.get_by_role("button", name="More options").click()
    page.get_by_role("button", name=re.compile("^Start ")).first.click()
    expect(page.get_by_role("dialog")).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("Escape")
    assert violations(page) == []
    page.get_by_role("link", name="Log", exact=True).click()
    page.get_by_role("link", name="Ribeye again", exact=True).click()
    expect(page.get_by_role("heading", name="Forecast against measured")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    assert violations(page) == []


PANELS = {
    "Other ways": "Why not another way?",
    "Amounts and table": "People",
    "Guests are late": "Start everything later",
    "Where cooks disagree": "Temper it",
    "Shape a patty": "Shape the patties",
}
"""What each panel says once it has what it shows."""


@in_schemes("dark", at_night="light")
def test_panels_pieces_and_the_sheet_have_no_violations(visit, scheme):
    page = visit("/plan", scheme=scheme)
    add_dish(page, "Burger patty, 80/20")
    for name, says in PANELS.items():
        page.get_by_role("tab", name=name).click()
        panel = page.get_by_role("tabpanel", name=name)
        expect(panel.get_by_text(says).first).to_be_visible()
        assert violations(page) == [], name
    page.get_by_role("button", name="Keys", exact=True).click()
    assert violations(page) == []
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Save plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+"))
    page.get_by_role("link", name="Print sheet").click()
    expect(page.get_by_role("button", name="Print")).to_be_visible()
    expect(page.get_by_text("To lay out")).to_be_visible()
    assert violations(page) == []


@in_schemes("light", at_night="dark")
def test_fire_and_yard_forms_have_no_violations(visit, scheme):
    page = visit("/fire", quiet=False, scheme=scheme)
    page.get_by_role("button", name="Put it on").click()
    page.get_by_role("button", name="Weather").click()
    page.get_by_role("button", name="Tell me what to build").click()
    page.get_by_role("button", name="Compare with another layout").click()
    page.get_by_role("textbox", name="Charcoal").fill("9")
    expect(page.get_by_text("is more than fits").first).to_be_visible()
    assert violations(page) == []
    page.get_by_role("link", name="Gear", exact=True).click()
    page.get_by_role("button", name="Add a grill").click()
    page.get_by_role("button", name="Add a pan").click()
    page.get_by_role("button", name="Check").first.click()
    assert violations(page) == []
