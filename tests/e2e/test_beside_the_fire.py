"""Beside the fire: two browsers, no Wi-Fi for a stretch, readings by hand, trouble, and what can be done."""

import json
import re

import pytest
from axe import violations
from browsers import DESKTOP, PHONE, set_speed
from playwright.sync_api import expect
from server import eventually


def kinds(kitchen, cook_id: int) -> list[str]:
    with kitchen.database() as db:
        return [row[0] for row in db.execute("SELECT kind FROM cooks_event WHERE cook_id = ? ORDER BY id", [cook_id])]


@pytest.mark.long
def test_two_browsers_and_a_stretch_without_wifi(visit, cook_page, kitchen, wire):
    page, cook_id = cook_page(PHONE, "light", {"base": wire.base, "quiet": False, "keeps": True}, speed=60)
    other = visit(f"/cook/{cook_id}", DESKTOP, "dark")
    there = other.get_by_role("region", name="Now")
    expect(there).to_contain_text("Pull, let it wait")
    expect(there).to_contain_text(re.compile(r"\d\d:\d\d to \d\d:\d\d"))
    set_speed(other, 1)
    expect(page.get_by_role("button", name="1×", exact=True)).to_have_attribute("aria-pressed", "true")

    kept = "navigator.serviceWorker.getRegistration().then((found) => Boolean(found && found.active))"
    eventually(lambda: page.evaluate(kept))
    eventually(lambda: "table_at" in (page.evaluate("localStorage.getItem('brasko-kept')") or ""))
    wire.cut()
    page.get_by_role("button", name="Lid open", exact=True).click()
    page.get_by_role("button", name="Reading", exact=True).click()
    page.get_by_label("Reading, °F").fill("61")
    page.get_by_role("button", name="Save reading").click()
    now = page.get_by_role("region", name="Now")
    expect(now).to_contain_text("2 marks are kept and will be sent")
    expect(page.get_by_role("button", name="Lid shut", exact=True)).to_be_visible()
    page.reload()
    expect(now).to_contain_text("Pull, let it wait")
    expect(now).to_contain_text("2 marks are kept and will be sent")
    expect(now.get_by_role("timer")).to_be_visible()
    assert not {"lid", "reading"} & set(kinds(kitchen, cook_id))

    wire.mend()
    eventually(lambda: kinds(kitchen, cook_id).count("reading") == 1)
    expect(now).not_to_contain_text("kept and will be sent")
    expect(other.get_by_role("button", name="Lid shut", exact=True)).to_be_visible()
    assert kinds(kitchen, cook_id).count("lid") == 1
    assert kinds(kitchen, cook_id).count("reading") == 1
    other.get_by_role("button", name="Lid shut", exact=True).click()
    expect(page.get_by_role("button", name="Lid open", exact=True)).to_be_visible()
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(other.get_by_role("button", name="Lid shut", exact=True)).to_be_visible()


@pytest.mark.long
def test_what_could_be_done_is_computed_before_it_is_chosen(cook_page):
    page, _ = cook_page()
    page.get_by_role("button", name="Guests late").click()
    page.get_by_role("button", name="30 min", exact=True).click()
    page.get_by_role("button", name="Options", exact=True).click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("early for the table")
    for name in ("Keep going", "Open up", "Close down", "Move it over the fire", "Hold it before the sear"):
        expect(sheet.get_by_role("listitem").filter(has_text=name).first).to_contain_text(
            re.compile(r"\d\d:\d\d.*gray rim \d+ %")
        )
    sheet.get_by_role("button", name=re.compile("^Do this.*Close down")).click()
    undo = page.get_by_role("button", name=re.compile("^Undo"))
    expect(undo).to_contain_text("fire change")
    undo.click()
    page.get_by_role("button", name="Options", exact=True).click()
    sheet.get_by_role("button", name=re.compile("^Do this.*Hold it before the sear")).click()
    expect(page.get_by_role("region", name="Now")).to_contain_text("no warmer")


@pytest.mark.long
def test_rain_says_what_it_does_before_it_is_told(cook_page):
    page, _ = cook_page()
    page.get_by_role("button", name="Vents, rain", exact=True).click()
    weather = page.get_by_role("region", name="Weather")
    expect(weather.get_by_role("button", name="Save weather")).to_be_disabled()
    weather.get_by_role("button", name="Heavy rain").click()
    expect(weather).to_contain_text(re.compile(r"the air settles \d+ °F lower"))
    weather.get_by_role("button", name="Save weather").click()
    expect(page.get_by_role("button", name=re.compile("^Undo"))).to_contain_text("weather")
    page.keyboard.press("Alt+v")
    expect(weather.get_by_role("button", name="Heavy rain")).to_have_attribute("aria-pressed", "true")


@pytest.mark.long
def test_a_cool_grate_and_a_flare_up(cook_page):
    page, _ = cook_page()
    page.keyboard.press("Alt+r")
    page.get_by_label("Of what").select_option(label="The grate or pan, from above")
    page.get_by_label("Reading, °F").fill("400")
    page.get_by_role("button", name="Save reading").click()
    expect(page.get_by_role("dialog")).to_contain_text("Wait for")
    page.keyboard.press("Escape")
    page.keyboard.press("Alt+x")
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Never water on burning fat")
    sheet.get_by_role("button", name="It's on the cool side").click()
    expect(page.get_by_role("button", name=re.compile("^Undo"))).to_contain_text("move")


@pytest.mark.long
def test_practice_thermometers_are_read_at_a_press_and_files_taken_in(cook_page, kitchen, tmp_path):
    page, cook_id = cook_page(PHONE, "dark", speed=10)
    page.get_by_role("button", name="Reading", exact=True).click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name="Read the practice thermometer in the middle").click()
    expect(sheet).to_contain_text(re.compile(r"It reads \d+ °F, and that is kept"))
    sheet.get_by_label("Of what").select_option(label="The grate or pan, from above")
    sheet.get_by_role("button", name="Aim the practice infrared at the grate").click()
    expect(sheet).to_contain_text(re.compile(r"It reads \d+ °F, and that is kept"))
    expect(sheet).to_contain_text("Wait for")
    file = tmp_path / "logger.csv"
    file.write_text("at,temp_c\n2030-01-01T10:00:00Z,4.5\n2030-01-01T10:00:05Z,951\n")
    sheet.get_by_text("Readings from a file").click()
    sheet.get_by_label("Its first reading is from when the food went on").check()
    sheet.get_by_label("CSV file").set_input_files(file)
    expect(sheet).to_contain_text("1 reading kept, 1 not taken.")
    expect(sheet).to_contain_text("temp_c must be between -30 and 550 °C (got 951)")
    with kitchen.database() as db:
        rows = db.execute("SELECT source, temp_c FROM cooks_reading WHERE cook_id = ?", [cook_id]).fetchall()
    assert {"hand", "surface", "pit"} <= {source for source, _ in rows}
    assert ("tip", 4.5) in rows


@pytest.mark.long
def test_a_lid_left_open_is_named(cook_page):
    page, cook_id = cook_page(speed=60, trouble="lid")
    page.get_by_text("10×").first.click()
    expect(page.get_by_role("alert", name="Trouble")).to_contain_text("the lid is open")
    assert json.loads(page.evaluate(f"fetch('/api/cooks/{cook_id}').then(r => r.text())"))["outlooks"][0]["faults"]


def test_cues_can_be_switched_and_stay_switched(cook_page):
    page, _ = cook_page()
    page.get_by_text("Spoken", exact=True).click()
    page.get_by_text("Sound", exact=True).click()
    page.reload()
    expect(page.get_by_label("Spoken")).to_be_checked()
    expect(page.get_by_label("Sound")).not_to_be_checked()


SHEETS = ("Reading", "Move", "Vents, rain", "Note", "Flare-up", "Black smoke", "Guests late", "Options")


@pytest.mark.parametrize("scheme", ["dark", pytest.param("light", marks=pytest.mark.long)])
def test_every_sheet_is_named_and_without_violations(cook_page, scheme):
    page, _ = cook_page(PHONE, scheme)
    for name in SHEETS:
        page.get_by_role("button", name=name, exact=True).click()
        sheet = page.get_by_role("dialog")
        expect(sheet.get_by_role("heading").first).to_be_visible()
        if name == "Options":
            expect(sheet).to_contain_text("Each option is simulated")
        assert violations(page, "[role=dialog]") == [], name
        sheet.get_by_role("button", name="Close", exact=True).click()
        expect(sheet).to_have_count(0)
