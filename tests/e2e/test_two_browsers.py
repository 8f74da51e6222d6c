"""Two browsers change one thing, and a page is reloaded in the middle of a form: nothing is lost, and nobody is written
over. Cases of our own."""

import pytest
from api import Api
from axe import violations
from playwright.sync_api import Page, expect


def thickness(page: Page):
    return page.get_by_role("textbox", name="Thickness")


def both_at_one_plan(visit, kitchen) -> tuple[Page, Page]:
    one = visit(None)
    api = Api(one.context, kitchen.base)
    api.sign_in()
    plan_id = api.save_plan(hours=30.0)
    other = visit(None, quiet=False)
    Api(other.context, kitchen.base).sign_in()
    for page in (one, other):
        page.goto(f"{kitchen.base}/plan/{plan_id}")
        expect(thickness(page)).to_be_visible()
    return one, other


def keep_changes(page: Page) -> None:
    page.get_by_role("button", name="Save changes").click()


def test_changes_that_do_not_meet_are_both_saved(visit, kitchen):
    one, other = both_at_one_plan(visit, kitchen)
    thickness(one).fill("2")
    one.get_by_label("Serve at").fill("18:00")
    keep_changes(one)
    expect(one.get_by_role("button", name="Start", exact=True)).to_be_visible()
    other.get_by_role("textbox", name="Quantity").fill("3")
    keep_changes(other)
    expect(other.get_by_role("button", name="Start", exact=True)).to_be_visible()
    expect(thickness(other)).to_have_value("2")
    expect(other.get_by_role("textbox", name="Quantity")).to_have_value("3")


@pytest.mark.parametrize(("mine", "stands"), [("yours", "1 ¼"), pytest.param("theirs", "2", marks=pytest.mark.long)])
def test_where_both_changed_one_field_the_person_chooses(visit, kitchen, mine, stands):
    one, other = both_at_one_plan(visit, kitchen)
    thickness(one).fill("2")
    keep_changes(one)
    expect(one.get_by_role("button", name="Start", exact=True)).to_be_visible()
    thickness(other).fill("1.25")
    keep_changes(other)
    choice = other.get_by_role("dialog", name="Someone else edited this too")
    expect(choice).to_contain_text("2 in")
    expect(choice).to_contain_text("1 ¼ in")
    assert violations(other, "[role=dialog]") == []
    choice.get_by_text(mine, exact=True).click()
    choice.get_by_role("button", name="Save", exact=True).click()
    expect(choice).not_to_be_visible()
    expect(other.get_by_role("button", name="Start", exact=True)).to_be_visible()
    other.reload()
    expect(thickness(other)).to_have_value(stands)


def test_a_reload_in_the_middle_of_a_plan_loses_nothing(visit):
    page = visit("/plan")
    thickness(page).fill("1.75")
    expect(page.get_by_role("list", name="Schedule")).to_be_visible()
    page.reload()
    expect(page.get_by_text("Your unsaved changes are back.")).to_be_visible()
    expect(thickness(page)).to_have_value("1 ¾")
    page.get_by_role("button", name="Start over").click()
    expect(thickness(page)).to_have_value("1 ½")
    page.reload()
    expect(page.get_by_role("list", name="Schedule")).to_be_visible()
    expect(page.get_by_text("Your unsaved changes are back.")).not_to_be_visible()


def test_a_reload_in_the_middle_of_a_grill_or_a_thermometer_loses_nothing(visit):
    page = visit("/gear")
    page.get_by_role("button", name="Add a grill").click()
    page.get_by_label("Name", exact=True).fill("Behind the shed")
    page.get_by_label("Add a thermometer").fill("Blue one")
    page.reload()
    expect(page.get_by_label("Name", exact=True)).to_have_value("Behind the shed")
    expect(page.get_by_label("Add a thermometer")).to_have_value("Blue one")
    expect(page.get_by_text("Your unsaved changes are back.")).to_have_count(2)


def test_what_was_kept_has_the_focus(visit, kitchen):
    """WCAG 2.4.3: the focus goes to what a press has brought, not to the top of the page."""
    page = visit("/plan")
    expect(page.get_by_role("list", name="Schedule")).to_be_visible()
    page.get_by_role("button", name="Save plan").press("Enter")
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()
    expect(page.locator("#main h1").first).to_be_focused()
    page.get_by_role("button", name="Start", exact=True).press("Enter")
    page.get_by_role("dialog").get_by_role("button", name="Start the cook").press("Enter")
    expect(page.get_by_role("region", name="Now")).to_be_visible()
    expect(page.locator("#main h1").first).to_be_focused()
