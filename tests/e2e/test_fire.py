"""The Fire place and the Yard as a cook uses them: with the pointer, with a finger, with the keys, and wrongly."""

import re

import pytest
from browsers import DESKTOP, PHONE
from playwright.sync_api import Locator, Page, expect


def piece(page: Page, name: str) -> Locator:
    return page.get_by_role("region", name="Grate").get_by_role(
        "button", name=re.compile(f"^{name}.*Arrow keys move it")
    )


def heat(page: Page, name: str) -> int:
    row = page.get_by_role("row", name=re.compile(f"^{name}"))
    return int(re.search(r"(\d+) °F", row.inner_text()).group(1))


def expect_hotter(page: Page, name: str, than: int) -> None:
    """Wait until the row of a piece says that it feels more than so many °F."""
    page.wait_for_function(
        """([name, than]) => [...document.querySelectorAll('tr')].some((row) => row.innerText.startsWith(name)
           && Number(/(\\d+) °F/.exec(row.innerText)?.[1]) > than)""",
        arg=[name, than],
    )


def drag(page: Page, what: Locator, dx: float, dy: float) -> None:
    box = what.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx, y + dy, steps=6)
    page.mouse.up()


def touch_drag(page: Page, what: Locator, dx: float, dy: float) -> None:
    box = what.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    session = page.context.new_cdp_session(page)
    session.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
    for n in range(1, 6):
        at = [{"x": x + dx * n / 5, "y": y + dy * n / 5}]
        session.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": at})
    session.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})


def test_a_piece_dragged_over_the_coals_gets_hotter_and_is_warned_of(visit):
    page = visit("/fire", DESKTOP)
    page.get_by_role("button", name="Put it on").click()
    expect(page.get_by_role("row", name=re.compile("^Ribeye"))).to_contain_text("none")
    cool = heat(page, "Ribeye")
    drag(page, piece(page, "Ribeye"), 230, 0)
    expect(page.get_by_role("row", name=re.compile("^Ribeye"))).to_contain_text("high")
    expect_hotter(page, "Ribeye", cool + 200)
    expect(page.get_by_text("Never water on burning fat")).to_be_visible()


def test_a_finger_drags_too(visit):
    page = visit("/fire", PHONE, "dark")
    page.get_by_role("button", name="Put it on").click()
    row = page.get_by_role("row", name=re.compile("^Ribeye"))
    expect(row).to_contain_text("none")
    cool = heat(page, "Ribeye")
    piece(page, "Ribeye").scroll_into_view_if_needed()
    touch_drag(page, piece(page, "Ribeye"), 150, -20)
    expect(row).to_contain_text("high")
    expect_hotter(page, "Ribeye", cool + 150)


def test_keys_move_a_piece_and_read_a_spot(visit):
    page = visit("/fire", DESKTOP)
    page.get_by_role("button", name="Put it on").click()
    expect(page.get_by_role("row", name=re.compile("^Ribeye"))).to_contain_text("none")
    cool = heat(page, "Ribeye")
    piece(page, "Ribeye").focus()
    for _ in range(6):
        page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_role("row", name=re.compile("^Ribeye"))).to_contain_text(re.compile("some|high"))
    expect_hotter(page, "Ribeye", cool + 100)
    surface = page.get_by_role("application", name=re.compile("seen from above"))
    surface.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_text(re.compile(r"\d+ °F to food here · [\d.]+ kW/m² · palm"))).to_be_visible()


@pytest.mark.long
def test_vents_are_set_for_a_heat_and_a_heat_too_high_is_refused_with_the_highest(visit):
    page = visit("/fire", DESKTOP, quiet=False)
    wanted = page.get_by_role("textbox", name="For air at")
    wanted.fill("230")
    page.get_by_role("button", name="Set the vents").click()
    short = page.get_by_role("region", name="At a glance")
    expect(short).to_contain_text(re.compile("(229|230|231) °F"))
    wanted.fill("700")
    page.get_by_role("button", name="Set the vents").click()
    expect(page.get_by_text(re.compile(r"reaches \d+ °F at the most.*You could"))).to_be_visible()
    expect(short).to_contain_text(re.compile("(229|230|231) °F"))


@pytest.mark.long
def test_shut_vents_say_when_the_fire_goes_out_and_too_much_coal_says_what_fits(visit):
    page = visit("/fire", DESKTOP, quiet=False)
    for vent in ("Bottom vent", "Top vent"):
        page.get_by_role("textbox", name=vent).fill("0")
    expect(page.get_by_text(re.compile(r"the fire goes out, \d+ min after the vents are shut"))).to_be_visible()
    page.get_by_role("textbox", name="Charcoal").fill("8")
    expect(page.get_by_text(re.compile("is more than fits.*at most")).first).to_be_visible()
    expect(page.get_by_role("textbox", name="Charcoal")).to_have_value("8")
    page.get_by_role("textbox", name="Charcoal").fill("0.5")
    expect(page.get_by_text("This fire won't work")).to_be_hidden()


@pytest.mark.long
def test_advice_builds_a_fire_and_a_brazier_says_it_cannot(visit):
    page = visit("/fire", DESKTOP, quiet=False)
    page.get_by_role("button", name="Tell me what to build").click()
    page.get_by_role("button", name="Build it for me").click()
    expect(page.get_by_text(re.compile("For 2[01]. °F on the gentle side open the bottom vent"))).to_be_visible()
    page.get_by_label("Grill", exact=True).select_option("brazier")
    page.get_by_role("button", name="Build it for me").click()
    expect(page.get_by_text(re.compile("no lid.*no place holds an even gentle heat"))).to_be_visible()


@pytest.mark.long
def test_two_layouts_stand_side_by_side(visit):
    page = visit("/fire", DESKTOP)
    page.get_by_role("button", name="Compare with another layout").click()
    grates = page.get_by_role("region", name="Grate").get_by_role("application")
    expect(grates).to_have_count(2)
    banked = grates.nth(1).get_attribute("aria-label")
    page.get_by_role("radio", name="One level layer").check(force=True)
    expect(grates.nth(0)).not_to_have_attribute("aria-label", banked)
    expect(grates.nth(1)).to_have_attribute("aria-label", banked)


def test_a_kept_fire_is_planned_on_and_its_places_move_the_plan(visit):
    page = visit("/fire", DESKTOP)
    page.get_by_role("textbox", name="Save this fire as").fill("Sunday coals")
    page.get_by_role("button", name="Save fire").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("button", name="More options").click()
    page.get_by_role("radio", name="Sunday coals").click()
    short = page.get_by_role("region", name="At a glance")
    expect(page.get_by_role("list", name="Schedule")).to_contain_text("Lay the coals")
    expect(page.get_by_role("list", name="Schedule")).to_contain_text("in 8 of 10 cooks")
    on = short.inner_text()
    place = page.get_by_role("region", name="Grate").get_by_role("button", name=re.compile("^.*The left.*Arrow keys"))
    place.focus()
    for _ in range(2):
        page.keyboard.press("Shift+ArrowRight")
    expect(short).not_to_have_text(on)
    expect(page.get_by_role("radio", name="Sunday coals", checked=True)).to_be_visible()


def test_the_yard_keeps_grills_checks_and_pans(visit):
    page = visit("/gear", DESKTOP, quiet=False)
    page.get_by_role("button", name="Add a grill").click()
    page.get_by_role("textbox", name="Name").fill("Pocket kettle")
    page.get_by_role("textbox", name="Grate, width").fill("2")
    page.get_by_role("button", name="Add").first.click()
    expect(page.get_by_text(re.compile("must be between 120 and 2500"))).to_be_visible()
    for side in ("Grate, width", "Grate, depth"):
        page.get_by_role("textbox", name=side).fill("14")
    page.get_by_role("button", name="Add").first.click()
    grills = page.get_by_role("region", name="Grills")
    expect(grills.get_by_text("Pocket kettle").first).to_be_visible()
    expect(page.get_by_text(re.compile("Wider than the grate of .*Pocket kettle")).first).to_be_visible()
    grills.get_by_role("button", name="Archive Pocket kettle").click()
    grills.get_by_role("button", name="Restore").click()
    expect(grills.get_by_role("button", name="Archive Pocket kettle")).to_be_visible()

    meters = page.get_by_role("region", name="Thermometers")
    meters.get_by_role("textbox", name="Add a thermometer").fill("Garden pen")
    meters.get_by_role("button", name="Add").click()
    meters.get_by_role("button", name=re.compile("Check.*Garden pen")).click()
    meters.get_by_role("textbox", name="It read").fill("60")
    meters.get_by_role("button", name="Save check").click()
    expect(meters.get_by_text(re.compile("is no correction"))).to_be_visible()
    meters.get_by_role("textbox", name="It read").fill("33")
    meters.get_by_role("button", name="Save check").click()
    expect(meters.get_by_text(re.compile(r"corrected by -1\.0 °F")).first).to_be_visible()
    meters.get_by_role("button", name=re.compile("Check.*Garden pen")).click()
    meters.get_by_label("Checked in").select_option(label="Boiling water")
    meters.get_by_role("textbox", name="Your altitude").fill("5000")
    expect(meters.get_by_text(re.compile(r"It should read 20[23]\.\d °F"))).to_be_visible()


def test_every_grill_shows_its_heat(visit):
    page = visit("/fire", DESKTOP, "dark")
    short = page.get_by_role("region", name="At a glance")
    expect(short).to_contain_text(re.compile(r"\d+ °F"))
    for kind in ("kamado", "offset", "gas_3", "pellet", "brazier", "chimney", "oven"):
        before = short.inner_text()
        page.get_by_label("Grill", exact=True).select_option(kind)
        expect(short).not_to_have_text(before)
        expect(page.get_by_role("region", name="Getting it ready")).to_contain_text("Take care.")
        expect(short).to_contain_text(re.compile(r"\d+ °F"))
        expect(page.get_by_role("region", name="Over time").get_by_role("img")).to_be_visible()


@pytest.mark.long
def test_a_pan_is_read_where_it_stands_and_one_too_wide_is_refused(visit):
    page = visit("/fire", DESKTOP)
    page.get_by_label("Food or a pan on the grate").select_option(label="Black skillet")
    page.get_by_role("button", name="Put it on").click()
    row = page.get_by_role("row", name=re.compile("^Black skillet"))
    expect(row).to_contain_text("nearly so hot after")
    cool = heat(page, "Black skillet")
    drag(page, piece(page, "Black skillet"), 160, 0)
    expect_hotter(page, "Black skillet", cool + 40)
    small = visit("/fire?grill=chimney", DESKTOP, quiet=False)
    small.get_by_label("Food or a pan on the grate").select_option(label="Steel griddle")
    small.get_by_role("button", name="Put it on").click()
    expect(small.get_by_text(re.compile("is more than the grate has: Steel griddle"))).to_be_visible()


def test_what_is_no_number_is_said_beside_the_field_and_changes_nothing(visit):
    page = visit("/fire", DESKTOP)
    short = page.get_by_role("region", name="At a glance")
    expect(short).to_contain_text("Lasts")
    before = short.inner_text()
    vent = page.get_by_role("textbox", name="Bottom vent")
    vent.fill("wide")
    expect(page.get_by_text("Enter a number in %.")).to_be_visible()
    expect(vent).to_have_attribute("aria-invalid", "true")
    assert short.inner_text() == before
    vent.fill("45,5")
    expect(page.get_by_text("Enter a number in %.")).to_be_hidden()


@pytest.mark.long
def test_a_gas_grill_takes_coals_and_wood_and_says_what_that_does(visit):
    """A smoker box and half a chimney in a tray: the end gets hotter, its knob goes, the steps say whose grill may."""
    page = visit("/fire", DESKTOP)
    page.get_by_label("Grill", exact=True).select_option(label="Gas grill, 3 burners")
    expect(page.get_by_role("slider", name="Burner 3")).to_be_visible()
    page.get_by_label("Smoker box").select_option(label="Chunks, two fists")
    page.get_by_label("Coals in a tray").select_option(label="Half a chimney")
    expect(page.get_by_text("off: coals in its place")).to_be_visible()
    expect(page.get_by_role("slider", name="Burner 3")).to_be_hidden()
    expect(page.get_by_text("Tip the coals into the tray.")).to_be_visible()
    expect(page.get_by_text("Only in a grill whose maker")).to_be_visible()
    page.get_by_label("Coals in a tray").select_option(label="No coals")
    expect(page.get_by_role("slider", name="Burner 3")).to_be_visible()
    expect(page.get_by_text("Tip the coals into the tray.")).to_be_hidden()
