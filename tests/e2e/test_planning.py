"""Planning in the browser: a newcomer's printed plan, several pieces, other ways, undo, keys, files."""

import json
import re
from contextlib import suppress
from datetime import UTC, datetime, timedelta

import pytest
from browsers import DESKTOP, PHONE, add_dish
from playwright.sync_api import Error, Page, expect
from server import eventually

ORDER = "Schedule"


def ready(page: Page) -> None:
    expect(page.get_by_role("list", name=ORDER)).to_contain_text("in 8 of 10 cooks", timeout=300_000)


@pytest.mark.parametrize(
    ("size", "scheme"),
    [pytest.param(DESKTOP, "dark", marks=pytest.mark.long), (PHONE, "light")],
    ids=["desktop", "phone"],
)
def test_a_newcomer_has_a_printed_plan_with_three_answers(visit, size, scheme):
    """An account, three answers, a sheet on paper, without opening anything else."""
    page = visit("/plan", size, scheme)
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("button", name="Create an account").click()
    page.get_by_role("textbox", name="Household").fill("Mill Lane")
    page.get_by_label("Name", exact=True).fill(f"mill{datetime.now(UTC).timestamp():.0f}")
    page.get_by_label("Password").fill("ash-and-alder-7")
    page.get_by_role("button", name="Create account").click()
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_label("Cut", exact=True).select_option(label="Strip steak")
    page.get_by_role("textbox", name="Thickness").fill("1.5")
    page.get_by_label("Serve at").fill("19:30")
    page.get_by_label("Day", exact=True).fill((datetime.now(UTC) + timedelta(days=1)).strftime("%Y-%m-%d"))
    ready(page)
    page.get_by_role("button", name="Save plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))
    page.get_by_role("link", name="Print sheet").click()
    expect(page.get_by_role("button", name="Print")).to_be_visible()
    page.evaluate("() => { window.printed = 0; window.print = () => { window.printed += 1; }; }")
    page.get_by_role("button", name="Print").click()
    assert page.evaluate("window.printed") == 1
    sheet = page.locator("article.sheet")
    for said in ("Serve at 19:30", "Light the chimney", "Pull", "carbon monoxide", "safe minimum 145 °F", "To lay out"):
        expect(sheet).to_contain_text(said)
    page.emulate_media(media="print")
    expect(page.get_by_role("navigation", name="Places")).to_be_hidden()


@pytest.mark.long
def test_pieces_share_one_fire_and_one_pair_of_hands(visit):
    page = visit("/plan")
    ready(page)
    add_dish(page, "Filet")
    order = page.get_by_role("list", name=ORDER)
    expect(order.get_by_role("button", name=re.compile("Sear over the coals"))).to_have_count(2)
    expect(order.get_by_role("button", name=re.compile("Light the chimney"))).to_have_count(1)
    expect(order).to_contain_text("carbon monoxide")
    pieces = page.get_by_role("group", name="Pieces")
    pieces.get_by_role("button", name="Ribeye", exact=True).click()
    expect(page.get_by_label("Cut", exact=True)).to_have_value("ribeye")
    page.get_by_role("button", name="Save plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))
    pieces.get_by_role("button", name="Remove Filet").click()
    expect(pieces).to_have_count(0)
    page.get_by_role("button", name="Save changes").click()
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()


def test_brasko_picks_until_the_cook_chooses(visit):
    page = visit("/plan", quiet=False)
    page.get_by_label("Cut", exact=True).select_option(label="Strip steak")
    ready(page)
    page.get_by_role("textbox", name="Thickness").fill("0.75")
    expect(page.get_by_label("At a glance")).to_contain_text("Over the fire all the way")
    expect(page.get_by_label("Answers")).to_contain_text("under an inch")
    page.get_by_role("radio", name="In the skillet").click()
    expect(page.get_by_label("At a glance")).to_contain_text("In the skillet")
    with page.expect_response(re.compile("/api/plans/preview")):
        page.get_by_role("textbox", name="Thickness").fill("1.75")
    ready(page)
    expect(page.get_by_label("At a glance")).to_contain_text("In the skillet")


@pytest.mark.long
def test_another_way_is_taken_and_undone(visit):
    page = visit("/plan")
    ready(page)
    ways = page.get_by_role("tabpanel", name="Other ways")
    expect(ways.get_by_role("row", name=re.compile("^Gray rim"))).to_contain_text(re.compile(r"\d+ %.*\d+ %.*\d+ %"))
    first = ways.get_by_role("button", name=re.compile("^Use this: ")).first
    name = first.get_attribute("aria-label").removeprefix("Use this: ")
    first.click()
    expect(page.get_by_label("At a glance")).to_contain_text(name)
    page.locator("body").press("Control+z")
    expect(page.get_by_label("At a glance")).to_contain_text("Low, then sear")
    page.locator("body").press("Control+Shift+z")
    expect(page.get_by_label("At a glance")).to_contain_text(name)
    ways.get_by_text("Why not another way?").click()
    expect(ways).to_contain_text("hours of gentle heat only dry it")


@pytest.mark.long
def test_schools_are_computed_and_one_is_taken(visit):
    page = visit("/plan")
    ready(page)
    page.get_by_role("tab", name="Where cooks disagree").click()
    panel = page.get_by_role("tabpanel", name="Where cooks disagree")
    expect(panel.get_by_role("row", name=re.compile("^every 30 s"))).to_be_visible()
    expect(panel.get_by_role("row").filter(has_text="this plan").first).to_be_visible()
    panel.get_by_role("button", name=re.compile("^Temper it")).click()
    panel.get_by_role("button", name="Use this: 30 min out of it").click()
    expect(page.get_by_role("list", name=ORDER)).to_contain_text("it warms the middle by")


def test_any_hour_can_be_held_and_the_rest_follows(visit):
    page = visit("/plan")
    ready(page)
    short = page.get_by_label("At a glance")
    short.get_by_role("button", name=re.compile("^Light")).click()
    light = short.get_by_label("Light, pinned")
    eat = page.get_by_label("Serve at")
    before = eat.input_value()
    hours, minutes = (int(part) for part in light.input_value().split(":"))
    light.fill(f"{hours:02d}:{(minutes + 7) % 60 if minutes < 53 else minutes - 7:02d}")
    expect(eat).not_to_have_value(before)
    moved = (7 if minutes < 53 else -7) * 60
    was, now = (
        sum(int(p) * w for p, w in zip(t.split(":"), (3600, 60), strict=True)) for t in (before, eat.input_value())
    )
    assert abs((now - was) - moved) <= 60
    eat.fill("20:15")
    expect(short.get_by_role("button", name=re.compile(r"^Serve\s*20:15"))).to_have_attribute("aria-pressed", "true")


def test_a_plan_of_former_answers_is_marked_and_not_kept_as_the_new_one(visit):
    page = visit("/plan")
    ready(page)
    waits, held = [True], []
    page.route("**/api/plans/preview", lambda route: held.append(route) if waits else route.continue_())
    page.get_by_label("Cut", exact=True).select_option(label="Tri-tip")
    former = page.get_by_text("Still showing the plan for your last answers")
    expect(former).to_be_visible()
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()
    expect(page).to_have_url(re.compile(r"/plan$"))
    waits.clear()
    for route in held:
        with suppress(Error):  # what was asked first may have been let go of
            route.continue_()
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))
    expect(page.get_by_label("Cut", exact=True)).to_have_value("tri_tip")
    expect(former).to_have_count(0)


def test_the_plan_by_keys_alone(visit):
    page = visit("/plan")
    ready(page)
    page.get_by_label("Cut", exact=True).focus()
    page.keyboard.type("Tri")
    expect(page.get_by_label("Cut", exact=True)).to_have_value("tri_tip")
    page.keyboard.press("Tab")
    page.keyboard.press("Control+a")
    page.keyboard.type("2.25")
    expect(page.get_by_label("At a glance")).to_contain_text("Low, then sear")
    page.keyboard.press("Alt+n")
    expect(page.get_by_role("group", name="Pieces").locator("button[aria-pressed]")).to_have_count(2)
    page.keyboard.press("Alt+1")
    expect(page.get_by_label("Cut", exact=True)).to_have_value("tri_tip")
    page.keyboard.press("Alt+l")
    expect(page.get_by_role("tab", name="Guests are late")).to_have_attribute("aria-selected", "true")
    expect(page.get_by_role("tabpanel", name="Guests are late")).to_contain_text("Start everything later")
    slider = page.get_by_role("slider", name="Time shown in all three views")

    def goes_back_a_minute() -> bool:
        was = int(slider.get_attribute("aria-valuenow"))
        page.keyboard.press("Alt+ArrowLeft")
        return int(slider.get_attribute("aria-valuenow")) == was - 60

    # a plan that is worked out meanwhile moves the moment too
    eventually(goes_back_a_minute)
    page.keyboard.press("Control+s")
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))


@pytest.mark.long
def test_amounts_follow_the_eaters_and_everyone_gets_a_part(visit):
    page = visit("/plan")
    ready(page)
    page.get_by_role("tab", name="Amounts and table").click()
    panel = page.get_by_role("tabpanel", name="Amounts and table")
    panel.get_by_role("textbox", name="People").fill("6")
    expect(panel.get_by_role("status")).to_contain_text("For 6 it takes about")
    panel.get_by_label("Salt you use").select_option(label="Table salt, fine")
    expect(panel.get_by_label("Amounts: Ribeye")).to_contain_text(re.compile(r"\d\.\d g, [\d¼½¾]+ tsp"))
    panel.get_by_role("button", name="Add a person").click()
    panel.get_by_role("textbox", name="Person 1").fill("Ines")
    expect(panel.get_by_label("How each person likes it")).to_contain_text(re.compile(r"\d+ °F All of it"))


@pytest.mark.long
def test_patties_are_shaped_for_a_bun_and_planned(visit):
    page = visit("/plan", quiet=False)
    page.get_by_label("Cut", exact=True).select_option(label="Burger patty, 80/20")
    ready(page)
    page.get_by_role("tab", name="Shape a patty").click()
    panel = page.get_by_role("tabpanel", name="Shape a patty")
    panel.get_by_role("textbox", name="Fat of the rich meat").fill("12")
    panel.get_by_role("button", name="Shape the patties").click()
    expect(panel.get_by_role("alert")).to_contain_text("must lie between the two meats")
    panel.get_by_role("textbox", name="Fat of the rich meat").fill("30")
    panel.get_by_role("button", name="Shape the patties").click()
    expect(panel).to_contain_text("for a bun of")
    panel.get_by_role("button", name="Plan these patties").click()
    expect(page.get_by_role("list", name=ORDER)).to_contain_text("4 × burger patty")


def test_a_guest_at_risk_gets_the_agency_figure_or_a_refusal(visit):
    page = visit("/plan", quiet=False)
    ready(page)
    page.get_by_role("checkbox", name=re.compile("^A young child")).check()
    expect(page.get_by_role("alert").filter(has_text="must reach the safe minimum").first).to_be_visible()
    finish = page.get_by_role("slider", name="Finish in the middle")
    finish.focus()
    for _ in range(12):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_role("button", name="Save plan")).to_be_enabled()


@pytest.mark.long
def test_a_plan_goes_into_a_file_and_a_calendar_and_comes_back(visit, tmp_path):
    page = visit("/plan", quiet=False)
    ready(page)
    page.get_by_role("button", name="Save plan").click()
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))
    first = page.url
    with page.expect_download() as calendar:
        page.get_by_role("link", name="Calendar").click()
    assert "BEGIN:VEVENT" in calendar.value.path().read_text()
    with page.expect_download() as file:
        page.get_by_role("link", name="File", exact=True).click()
    said = json.loads(file.value.path().read_text())
    assert said["format"] == "brasko/meal@1"
    bad, good = tmp_path / "bad.json", tmp_path / "plan.json"
    bad.write_text("{")
    good.write_text(json.dumps(said))
    page.get_by_label("Import a plan").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("is no plan: it is not JSON")
    page.get_by_label("Import a plan").set_input_files(good)
    expect(page).not_to_have_url(first)
    expect(page).to_have_url(re.compile(r"/plan/\d+$"))
    expect(page.get_by_label("Cut", exact=True)).to_have_value(said["pieces"][0]["cut"])


@pytest.mark.long
def test_a_plan_of_the_past_is_planned_again(visit):
    page = visit("/plan")
    ready(page)
    page.get_by_text("Plan again from earlier cooks").click()
    again = page.get_by_role("link", name=re.compile("^Plan again: ")).first
    again.click()
    expect(page).to_have_url(re.compile(r"/plan\?from=\d+"))
    ready(page)
    expect(page.get_by_role("button", name="Save plan")).to_be_enabled()


def test_a_reason_leads_into_the_guide_which_is_searched(visit):
    page = visit("/plan")
    ready(page)
    page.get_by_role("link", name="More about Salt and pat dry").click()
    expect(page).to_have_url(re.compile(r"/guide#salt:(hour|overnight)"))
    expect(page.locator(f"[id='{page.url.rsplit('#', 1)[1]}']")).to_be_focused()
    page.get_by_label("Search", exact=True).fill("wet window")
    expect(page.get_by_role("status")).to_contain_text(re.compile(r"^\d+ of \d+ entries"))
    expect(page.get_by_role("heading", name="The wet window")).to_be_visible()
    page.get_by_label("Search", exact=True).fill("walrus")
    expect(page.get_by_text("No entry has all of these words.")).to_be_visible()
    page.get_by_role("button", name="Show all").click()
    page.get_by_text("Dangers", exact=True).first.click()
    expect(page.get_by_role("heading", name="Carbon monoxide")).to_be_visible()


@pytest.mark.long
def test_a_tri_tip_tells_of_its_thin_end_and_of_what_it_loses(visit):
    page = visit("/plan", DESKTOP)
    ready(page)
    page.get_by_label("Cut", exact=True).select_option(label="Tri-tip")
    face = page.get_by_role("region", name="Cross-section")
    thin_end = re.compile(r"Thin end, [\d ¼½¾⅛⅜⅝⅞]+ in: ends at 1[34]\d °F")
    expect(face.get_by_text(thin_end)).to_be_visible(timeout=300_000)
    ready(page)
    face.get_by_text("Thin end").click()
    expect(face.get_by_text(re.compile(r"cut it off .* before the rest is done"))).to_be_visible()
    expect(face.get_by_text(re.compile("Loses .* of its weight"))).to_be_visible()
    page.get_by_label("Cut", exact=True).select_option(label="Strip steak")
    expect(face.get_by_text("Thin end")).to_be_hidden(timeout=300_000)
