"""A meal of several dishes, as a new user would plan it: from nothing to a saved plan, with what can go wrong."""

import re

import pytest
from api import Api
from axe import violations
from browsers import DESKTOP, PHONE, add_dish
from playwright.sync_api import Page, expect
from server import eventually


def settled(page: Page) -> None:
    expect(page.get_by_text(re.compile("best possible|Not everything fits"))).to_be_visible(timeout=225_000)


def kept(page: Page) -> None:
    """Keep the table; what is kept is shown when the server has told it whole."""
    page.get_by_role("button", name="Save plan").click()
    expect(page).to_have_url(re.compile(r"/plan/meal/\d+"))
    page.wait_for_load_state("networkidle")


def laid(page: Page, *dishes: str) -> None:
    for dish in dishes:
        add_dish(page, dish)
    settled(page)


@pytest.mark.parametrize(
    ("size", "scheme"),
    [pytest.param(DESKTOP, "light", marks=pytest.mark.long), (PHONE, "dark")],
    ids=["desktop", "phone"],
)
def test_two_ribeyes_with_peppers_and_mushrooms_from_nothing(visit, size, scheme):
    page = visit("/plan/meal", size, scheme)
    expect(page.get_by_text("Add dishes.")).to_be_visible()
    assert violations(page) == []
    laid(page, "Ribeye", "Bell pepper, halved", "Mushrooms, whole")
    assert violations(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= size["width"]
    bar = page.get_by_role("button", name=re.compile("^Bell pepper, halved, over the heat"))
    before = bar.get_attribute("aria-label")
    bar.focus()
    page.keyboard.press("ArrowLeft")
    expect(bar).not_to_have_attribute("aria-label", before or "", timeout=150_000)
    settled(page)
    kept(page)
    page.get_by_role("link", name="Sheet").click()
    expect(page.get_by_role("button", name="Print")).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("Ribeye"))).to_be_visible()
    assert violations(page) == []


def test_a_steak_gets_a_side_and_a_helper_in_the_same_place(visit):
    """One piece, then more: the board comes, the steak's own pictures stay, a reload loses nothing."""
    page = visit("/plan", DESKTOP)
    expect(page.get_by_role("region", name="Grate map", exact=True)).to_be_visible()
    add_dish(page, "Asparagus")
    expect(page).to_have_url(re.compile("/plan/meal"))
    settled(page)
    page.get_by_role("button", name="Add a helper").click()
    settled(page)
    answers = page.get_by_role("region", name="Answers")
    dishes = answers.get_by_role("button", name=re.compile("^(Ribeye|Asparagus)"))
    expect(dishes).to_have_count(2)
    expect(dishes.first).to_have_attribute("aria-expanded", "true")
    answers.get_by_role("button", name="More options").click()
    answers.get_by_label("Salt", exact=True).select_option("just_before")
    expect(page.get_by_role("region", name="Timeline")).to_be_visible()
    expect(page.get_by_role("region", name="Grate map", exact=True)).to_be_visible()
    assert violations(page) == []
    page.reload()
    expect(dishes).to_have_count(2)
    expect(page.get_by_label("Name of cook 2")).to_be_visible()
    settled(page)
    kept(page)
    saved = page.get_by_role("region", name="Saved plans")
    expect(saved.get_by_role("link", name="Ribeye, Asparagus", exact=True)).to_be_visible()
    expect(saved.get_by_role("link", name="For the long table", exact=True)).to_be_visible()


@pytest.mark.parametrize(
    ("old", "new"),
    [
        ("/table", "/plan"),
        ("/table/1?x=1", "/plan/meal/1?x=1"),
        ("/table/1/now?person=wren", "/cook/meal/1?person=wren"),
        ("/yard", "/gear"),
    ],
)
def test_old_addresses_lead_to_the_new_ones(visit, old, new):
    page = visit(old, quiet=False)
    expect(page).to_have_url(re.compile(re.escape(new) + "$"))


def test_an_hour_too_near_offers_the_earliest_and_loses_nothing(visit):
    page = visit("/plan/meal", quiet=False)
    laid(page, "Corn, husked")
    day = page.get_by_label("Serve at")
    day.fill("2020-01-01")
    expect(page.get_by_text("is too soon")).to_be_visible()
    expect(page.get_by_text("The last plan that worked is shown.")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Serve at ")).click()
    expect(page.get_by_text("is too soon")).not_to_be_visible()
    settled(page)
    page.get_by_role("button", name="Undo").click()
    expect(day).to_have_value("Wed, Jan 1 2020")


@pytest.mark.long
def test_dishes_that_clash_are_named_with_what_would_do(visit):
    """A kamado has one heat at a time, and no rack: with two more fires and hands it all fits."""
    page = visit("/plan/meal")
    page.get_by_label("Add a grill").select_option("kamado")
    page.get_by_role("button", name="Remove Gas grill, three burners").click()
    laid(page, "Potatoes, halved", "Potato wedges", "Potatoes, whole in foil", "Tri-tip", "Filet", "Cabbage wedge")
    expect(page.get_by_text("Not everything fits")).to_be_visible()
    expect(page.get_by_text("no room for it").first).to_be_visible()
    assert page.get_by_role("button", name="Save plan").is_disabled()
    page.get_by_role("button", name="Add a helper").click()
    page.get_by_label("Add a grill").select_option("kettle_two_zone")
    page.get_by_label("Add a grill").select_option("gas")
    expect(page.get_by_text("Everything fits")).to_be_visible(timeout=225_000)


def started(visit, kitchen, size: dict = DESKTOP, scheme: str = "light", **how) -> tuple[Page, int]:
    """The Cook page of a practice of the demo household's meal, and its number."""
    page = visit(None, size, scheme)
    api = Api(page.context, kitchen.base)
    api.sign_in()
    meal = next(m["id"] for m in api.call("GET", "/api/tables") if m["title"] == "For the long table")
    cook = api.call("POST", f"/api/tables/{meal}/start", {"practice": True, "speed": 1, **how})["id"]
    page.goto(f"{kitchen.base}/cook/{cook}")
    expect(page.get_by_role("region", name="Now").get_by_role("timer")).to_be_visible()
    return page, cook


def test_a_meal_is_cooked_by_two_on_their_own_phones(visit, kitchen):
    """What one marks on a phone the other sees at once; the wall has every dish and both grills."""
    page, cook = started(visit, kitchen)
    assert violations(page) == []
    wren = visit(f"/cook/{cook}?person=wren", PHONE, "dark")
    now = wren.get_by_role("region", name="Now")
    expect(now.get_by_role("heading", name="Salt and pat dry")).to_be_visible()
    assert violations(wren) == []
    assert wren.evaluate("document.documentElement.scrollWidth") <= 390
    now.get_by_role("button", name="Salted").click()
    expect(now.get_by_role("heading", name="Light the burners, lid open")).to_be_visible()
    expect(now.get_by_text("Gas grill, three burners")).to_be_visible()
    now.get_by_role("button", name="Done", exact=True).click()
    expect(now.get_by_role("button", name=re.compile("^Undo"))).to_contain_text("Light the burners")
    gas = page.get_by_role("region", name="Dishes").get_by_role("listitem").filter(has_text="Gas grill")
    expect(gas).to_contain_text("Light the burners, lid open →")
    now.get_by_role("button", name=re.compile("^Undo")).click()
    expect(gas).not_to_contain_text("→")
    wall = visit(f"/cook/{cook}/wall", DESKTOP, "dark")
    expect(wall.get_by_role("listitem")).to_have_count(9)
    expect(wall.get_by_role("listitem").filter(has_text="Garlic bread").get_by_role("timer")).to_be_visible()
    assert violations(wall) == []


@pytest.mark.long
def test_a_later_hour_of_a_meal_is_shown_before_it_is_taken(visit, kitchen):
    page, _ = started(visit, kitchen)
    page.get_by_role("button", name="15 min later").click()
    expect(page.get_by_text(re.compile(r"Serve at \d\d:\d\d")).first).to_be_visible(timeout=150_000)
    page.get_by_role("button", name="Use this").click()
    expect(page.get_by_text("Done. What is on stays on")).to_be_visible(timeout=150_000)


@pytest.mark.long
def test_a_meal_is_practised_with_its_meat_forecast(visit, kitchen, probe):
    """Simulated probes forecast the meat, sides mark themselves; the clock runs until the first meat is on."""
    page, cook = started(visit, kitchen, speed=10, hands="plan")
    kitchen.run_clock(cook, 120)
    on = page.get_by_role("region", name="Dishes").get_by_role("listitem").filter(has_text="Tri-tip")
    eventually(lambda: "→" in on.inner_text() and "Pull" in on.inner_text())
    kitchen.run_clock(cook, 10)
    page.get_by_text("A phone each").click()
    expect(page.get_by_role("img", name="Code of the link for Wren")).to_be_visible()
    assert violations(page) == []
