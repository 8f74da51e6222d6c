"""A household's first minutes: what it cooks on, a first steak, a cut found by its picture, a lost password."""

import re

import pytest
from axe import violations
from browsers import DESKTOP, PHONE
from playwright.sync_api import expect


@pytest.mark.parametrize("size", [pytest.param(DESKTOP, marks=pytest.mark.long), PHONE], ids=["desktop", "phone"])
def test_a_new_household_says_what_it_cooks_on_and_plans(visit, size):
    """Grill, units and clock in one page, and the first plan is on that grill."""
    page = visit("/plan", size, quiet=False)
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("button", name="Create an account").click()
    page.get_by_role("textbox", name="Household").fill("Harrow Lane")
    page.get_by_label("Name", exact=True).fill(f"harrow-{size['width']}")
    page.get_by_label("Password").fill("charcoal-and-oak-9")
    page.get_by_role("button", name="Create account").click()
    expect(
        page.get_by_role("heading", name="What do you cook on?").or_(page.get_by_text("What do you cook on?"))
    ).to_be_visible()
    assert violations(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= size["width"]
    page.get_by_role("button", name="Gas grill, 3 burners").click()
    page.get_by_role("button", name="°F, inches, pounds").click()
    page.get_by_role("button", name="7:30 pm").click()
    page.get_by_role("button", name="4 people").click()
    previews = []
    page.on("response", lambda r: previews.append(r) if r.url.endswith("/plans/preview") and r.ok else None)
    page.get_by_role("button", name="Plan your first cook").click()
    page.get_by_role("button", name="Take a tour").click()
    tour = page.get_by_role("complementary", name="Take a tour")
    expect(tour).to_contain_text("four answers make a plan")
    assert violations(page) == []
    tour.get_by_role("button", name="Next").click()
    page.keyboard.press("Escape")
    expect(tour).to_be_hidden()
    expect(page.get_by_role("radio", name="Gas grill, three burners", checked=True)).to_be_visible()
    expect(page.get_by_role("list", name="Schedule")).to_be_visible()
    assert {each.json()["piece"]["fire"] for each in previews} == {"gas"}, "no plan of a grill that is not there"
    thick, hour = page.get_by_role("textbox", name="Thickness"), page.get_by_label("Serve at")
    thick.fill("inch and a quarter")
    hour.fill("8:15 pm")
    thick.focus()
    expect(hour).to_have_value(re.compile(r"8:15.PM"))
    hour.fill("later")
    thick.focus()
    expect(page.get_by_text("Enter a time: 7 pm, or 19:00.")).to_be_visible()
    hour.fill("20:15")
    expect(page.get_by_role("radio", name="Kamado")).to_have_count(0)
    page.get_by_role("button", name="Another grill").click()
    page.get_by_role("radio", name="Kamado").click()
    expect(thick).to_have_value("1 ¼")
    expect(page.get_by_role("radio", name="Kamado", checked=True)).to_be_visible()
    assert violations(page) == []


def test_a_cook_is_followed_from_the_wall_and_from_the_wrist(cook_page):
    """What is next and how long still, without the rest; done from the wrist is done for all."""
    page, _ = cook_page()
    cook = page.url
    for place, size in (("wall", (1024, 768)), ("watch", (200, 220))):
        page.set_viewport_size({"width": size[0], "height": size[1]})
        page.goto(f"{cook}/{place}")
        expect(page.get_by_role("timer").first).to_have_text(re.compile(r"^(\d+:\d\d|now)", re.IGNORECASE))
        assert violations(page) == []
        assert page.evaluate("document.documentElement.scrollWidth") <= size[0]
        if place == "wall":
            expect(page.get_by_text("pull at").or_(page.get_by_text("take off at")).first).to_be_visible()
    title = page.get_by_role("heading").inner_text()
    page.get_by_role("button").click()
    expect(page.get_by_role("heading")).not_to_have_text(title)


def test_a_first_steak_is_one_thing_at_a_time(visit):
    """From the empty yard to the first marks beside the fire; each step says why and what it looks like."""
    page = visit("/first", PHONE, "dark")
    expect(page.get_by_role("heading", name="When do you want to eat?")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="What do I buy?").click()
    expect(page.get_by_role("heading", name="Buy one thing")).to_be_visible(timeout=150_000)
    expect(page.get_by_text("1 ½ in").first).to_be_visible()
    expect(page.get_by_text("lowest shelf")).to_be_visible()
    assert violations(page) == []
    page.reload()
    page.get_by_role("button", name="I have it").click()
    tick = page.get_by_role("checkbox", name=re.compile("thermometer"))
    tick.check()
    expect(page.get_by_role("checkbox", name=re.compile("never water on burning fat"))).to_be_visible()
    page.get_by_role("button", name="Next").click()
    expect(page.get_by_role("listitem").filter(has_text="Light the chimney")).to_be_visible()
    expect(page.get_by_text("never in a garage").first).to_be_visible()
    expect(page.get_by_text(re.compile(r"Final temp 135 °F.*145 °F"))).to_be_visible()
    page.get_by_role("button", name="Practice first").click()
    expect(page).to_have_url(re.compile(r"/cook/\d+/one$"))
    looks = page.get_by_role("region", name="What it looks and feels like")
    expect(looks).to_contain_text(re.compile("white ash|glistens"))
    assert violations(page) == []
    page.get_by_role("region", name="Now").get_by_role("button").first.click()
    expect(page.get_by_role("button", name=re.compile("^Undo"))).to_be_visible()
    page.get_by_role("link", name="Show everything").click()
    expect(page).to_have_url(re.compile(r"/cook/\d+$"))
    expect(page.get_by_role("region", name="Cross-section")).to_be_visible()


@pytest.mark.long
def test_a_cut_is_found_by_its_picture(visit):
    page = visit("/plan", DESKTOP)
    page.get_by_role("button", name="Choose by picture").click()
    dialog = page.get_by_role("dialog", name="Choose by picture")
    dialog.get_by_role("searchbox", name="Search").fill("tritip steak")
    expect(dialog.get_by_role("status")).to_contain_text("Nothing here is called “tritip steak”.")
    dialog.get_by_role("button", name=re.compile("Did you mean")).click()
    dialog.get_by_role("searchbox", name="Search").fill("lamb")
    assert violations(page) == []
    dialog.get_by_role("button", name="Lamb chop").first.click()
    expect(page.get_by_label("Cut", exact=True)).to_have_value("lamb_chop")
    page.get_by_role("button", name="About this cut").click()
    board = page.get_by_role("dialog", name="Lamb chop")
    expect(board.get_by_role("img", name=re.compile("Lamb chop from above"))).to_be_visible()
    expect(board).to_contain_text("The bone towards the fire.")
    expect(board).to_contain_text("Keep the tip a finger's width off the bone")
    assert violations(page) == []


@pytest.mark.long
def test_a_lost_password_is_no_lost_household(visit):
    """A code made once on the account's page opens the door again; the browser that was signed in is out."""
    page = visit("/plan", PHONE, quiet=False)
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("button", name="Create an account").click()
    page.get_by_role("textbox", name="Household").fill("Slate Row")
    page.get_by_label("Name", exact=True).fill("slate-row")
    page.get_by_label("Password").fill("charcoal-and-oak-9")
    page.get_by_role("button", name="Create account").click()
    page.get_by_role("button", name="Not now").click()
    page.get_by_role("button", name="More").click()
    page.get_by_role("link", name="Account").click()
    way_back = page.get_by_role("form", name="Recovery code")
    way_back.get_by_label("Current password").fill("not this one")
    way_back.get_by_role("button", name="Create code").click()
    expect(way_back.get_by_text("is not your password")).to_be_visible()
    way_back.get_by_label("Current password").fill("charcoal-and-oak-9")
    way_back.get_by_role("button", name="Create code").click()
    expect(way_back.get_by_text("won't be shown again")).to_be_visible()
    code = way_back.locator("code").inner_text()
    assert violations(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    other = visit("/plan", DESKTOP, quiet=False)
    other.get_by_role("button", name="Sign out").click()
    other.get_by_role("button", name="Forgot password?").click()
    other.get_by_label("Name", exact=True).fill("slate-row")
    other.get_by_label("Recovery code").fill(code)
    other.get_by_label("New password").fill("a pear tree in smoke")
    assert violations(other) == []
    other.get_by_role("button", name="Reset password").click()
    expect(other.get_by_role("link", name="Slate Row")).to_be_visible()
    page.reload()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
