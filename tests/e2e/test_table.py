"""The Table place, as a new user would use it: from nothing to a kept table, with what can go wrong on the way."""

import re

import pytest
from axe import violations
from browsers import DESKTOP, PHONE
from playwright.sync_api import Page, expect
from server import eventually


def settled(page: Page) -> None:
    expect(page.get_by_text(re.compile("proven|The best that was found|Not all of it"))).to_be_visible(timeout=225_000)


def kept(page: Page) -> None:
    """Keep the table; what is kept is shown when the server has told it whole."""
    page.get_by_role("button", name="Keep this table").click()
    expect(page).to_have_url(re.compile(r"/table/\d+"))
    page.wait_for_load_state("networkidle")


def laid(page: Page, *dishes: str) -> None:
    for dish in dishes:
        page.get_by_label("Add a dish").select_option(dish)
    settled(page)


@pytest.mark.parametrize(
    ("size", "scheme"),
    [pytest.param(DESKTOP, "light", marks=pytest.mark.long), (PHONE, "dark")],
    ids=["desktop", "phone"],
)
def test_two_ribeyes_with_peppers_and_mushrooms_from_nothing(visit, size, scheme):
    page = visit("/table", size, scheme)
    expect(page.get_by_text("Put dishes on the table")).to_be_visible()
    assert violations(page) == []
    laid(page, "cut:ribeye", "side:bell_pepper", "side:mushroom")
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


def test_an_hour_too_near_offers_the_earliest_and_loses_nothing(visit):
    page = visit("/table", quiet=False)
    laid(page, "side:corn_bare")
    day = page.get_by_label("We eat at")
    day.fill("2020-01-01")
    expect(page.get_by_text("is too soon")).to_be_visible()
    expect(page.get_by_text("The table that stood before is shown.")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Eat at ")).click()
    expect(page.get_by_text("is too soon")).not_to_be_visible()
    settled(page)
    page.get_by_role("button", name="Undo").click()
    expect(day).to_have_value("Wed 1 Jan 2020")


@pytest.mark.long
def test_dishes_that_clash_are_named_with_what_would_do(visit):
    """A kamado has one heat at a time, and no rack: with two more fires and hands it all fits."""
    page = visit("/table")
    page.get_by_label("Add a fire").select_option("kamado")
    page.get_by_role("button", name="Remove Gas grill, three burners").click()
    laid(page, "side:potato_half", "side:potato_wedge", "side:potato_whole", "cut:tri_tip", "cut:filet", "side:cabbage")
    expect(page.get_by_text("Not all of it can be had together")).to_be_visible()
    expect(page.get_by_text("no room for it").first).to_be_visible()
    assert page.get_by_role("button", name="Keep this table").is_disabled()
    page.get_by_role("button", name="Another pair of hands").click()
    page.get_by_label("Add a fire").select_option("kettle_two_zone")
    page.get_by_label("Add a fire").select_option("gas")
    expect(page.get_by_text("Everything fits")).to_be_visible(timeout=225_000)


@pytest.mark.long
def test_a_table_is_cooked_by_two_on_their_own_phones(visit):
    """Marks made on one phone show on the other; a later hour is shown before it is taken."""
    page = visit("/table", DESKTOP)
    page.get_by_role("link", name="For the long table").click()
    page.get_by_role("link", name="Cook it").click()
    expect(page.get_by_role("timer")).to_be_visible()
    assert violations(page) == []
    other = visit(page.url.split("/", 3)[3].join(("/", "?person=wren")), PHONE, "dark")
    expect(other.get_by_role("timer")).to_be_visible()
    assert violations(other) == []
    assert other.evaluate("document.documentElement.scrollWidth") <= 390
    wall = visit(
        page.url.split("/", 3)[3].join(("/", "")).replace("/now", "/wall"), {"width": 1280, "height": 800}, "dark"
    )
    expect(wall.get_by_role("listitem")).to_have_count(9)
    expect(wall.get_by_role("listitem").filter(has_text="Garlic bread").get_by_role("timer")).to_be_visible()
    assert violations(wall) == []
    page.get_by_role("button", name="Wren").click()
    first = page.get_by_role("region", name="Next").inner_text()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_role("button", name=re.compile("^Not done after all"))).to_be_visible()
    assert page.get_by_role("region", name="Next").inner_text() != first
    expect(other.get_by_role("button", name=re.compile("^Not done after all"))).to_be_visible(timeout=100_000)
    page.get_by_role("button", name=re.compile("^Not done after all")).click()
    page.get_by_role("button", name="15 min later").click()
    expect(page.get_by_text("Eat at 19:15").or_(page.get_by_text(re.compile(r"Eat at \d\d:\d\d"))).first).to_be_visible(
        timeout=150_000
    )
    page.get_by_role("button", name="Take it").click()
    expect(page.get_by_text("Taken.")).to_be_visible(timeout=150_000)


def test_a_patty_is_not_done_at_150_on_a_phone(visit):
    """Beside the fire: the reading is asked for, refused below its figure beside the field, taken at it."""
    page = visit("/table", PHONE, quiet=False)
    laid(page, "cut:burger_80_20")
    kept(page)
    page.get_by_role("link", name="Cook it").click()
    done, shows = page.get_by_role("button", name="Done", exact=True), page.get_by_label("The middle shows")
    card = page.get_by_role("region", name="Next")
    expect(card).to_be_visible()
    while shows.count() == 0:
        of_this = done.element_handle()
        done.click()
        of_this.wait_for_element_state("hidden")
    expect(done).to_be_disabled()
    shows.fill("150")
    done.click()
    expect(card.get_by_role("alert")).to_contain_text("must show 160 °F")
    assert violations(page) == []
    shows.fill("161")
    done.click()
    expect(shows).not_to_be_visible()


@pytest.mark.long
def test_a_whole_table_is_practised_with_its_meat_foreseen(visit, kitchen, probe):
    """Simulated probes forecast the meat, sides mark themselves; the clock runs until the first meat is on."""
    page = visit("/table", DESKTOP, quiet=False)
    page.get_by_role("link", name="For the long table").click()
    page.get_by_role("link", name="Cook it").click()
    page.get_by_role("button", name="Start", exact=True).click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_text("10×").click()
    dialog.get_by_text("Mark the steps for me").click()
    dialog.get_by_role("button", name="Start the cook").click()
    meat = page.get_by_role("region", name="Meat on the way")
    waiting = meat.get_by_text("not on yet")
    expect(waiting.first).to_be_visible()
    assert violations(page) == []
    cook = page.get_by_role("link", name="Lines, readings, what if")
    cook_id = int(cook.get_attribute("href").rsplit("/", 1)[1])
    count = waiting.count()
    kitchen.run_clock(cook_id, 120)
    eventually(lambda: waiting.count() < count)
    kitchen.run_clock(cook_id, 10)
    forecast = meat.get_by_text(re.compile(r"heat until \d\d:\d\d \(\d\d:\d\d to \d\d:\d\d\)"))
    expect(forecast.first).to_be_visible(timeout=200_000)
    page.get_by_text("A phone each").click()
    expect(page.get_by_role("img", name="Code of the link for Wren")).to_be_visible()
    cook.click()
    expect(page).to_have_url(re.compile(r"/cook/\d+"))
    expect(page.get_by_role("region", name="Now")).to_be_visible()
