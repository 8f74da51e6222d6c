"""The Lab, Practice and the log as a place, as a new user meets them."""

import re

import pytest
from axe import violations
from browsers import PHONE
from playwright.sync_api import expect


def test_a_question_is_worked_out_swept_and_planned(visit):
    page = visit("/lab")
    page.get_by_role("button", name="Run: Rest it under foil, in the open, or on the board?").click()
    expect(page.get_by_text("done", exact=True)).to_be_visible(timeout=300_000)
    table = page.get_by_role("table").first
    expect(table.get_by_role("row", name=re.compile("^Final temp"))).to_contain_text(re.compile(r"\d+ °F"))
    expect(page.get_by_text(re.compile('^(Than "Under foil"|No difference)')).first).to_be_visible()
    assert violations(page) == []
    page.get_by_role("textbox", name="steps").fill("4")
    page.get_by_role("button", name="Run 4 points").click()
    expect(page.get_by_role("img", name=re.compile("^On the fire to the table, from"))).to_be_visible(timeout=300_000)
    page.reload()
    expect(page.get_by_role("img", name=re.compile("^On the fire to the table, from"))).to_be_visible(timeout=150_000)
    page.get_by_text("Ways", exact=True).click()
    page.get_by_role("button", name="Plan this: In the open").click()
    expect(page).to_have_url(re.compile("/plan$"))
    expect(page.get_by_label("At a glance")).to_contain_text("Low, then sear", timeout=150_000)


@pytest.mark.long
def test_more_points_than_can_be_are_not_begun(visit):
    page = visit("/lab")
    page.get_by_role("button", name=re.compile("^Run: Pull by rule")).click()
    expect(page.get_by_text("done", exact=True)).to_be_visible(timeout=300_000)
    page.get_by_role("textbox", name="steps").fill("9000")
    expect(page.get_by_role("alert")).to_contain_text("400 points are the most")
    expect(page.get_by_role("button", name="Run 9000 points")).to_be_disabled()


def test_a_round_of_feel_is_answered_and_explained(visit):
    page = visit("/practice", PHONE)
    page.get_by_role("button", name="Start: The smoke").click()
    for n in range(8):
        expect(page.get_by_text(f"{n + 1} of 8", exact=True)).to_be_visible()
        page.locator("p.text-lg ~ div.grid button").first.click()
    expect(page.get_by_text(re.compile(r"^\d/8$"))).to_be_visible()
    expect(page.get_by_role("button", name="New round")).to_be_visible()
    assert violations(page) == []


def test_cooks_are_found_and_laid_over_one_another(visit):
    page = visit("/log")
    page.get_by_role("searchbox", name="Search").fill("ribeye crust")
    expect(page.get_by_role("link", name="Ribeye, crust first", exact=True)).to_be_visible()
    expect(page.get_by_role("link", name="Flank in a hurry", exact=True)).to_have_count(0)
    page.get_by_role("searchbox", name="Search").fill("")
    page.get_by_role("button", name="Compare: Ribeye again").click()
    page.get_by_role("button", name="Compare: Ribeye, crust first").click()
    page.get_by_role("button", name="Compare them").click()
    expect(page.get_by_text(re.compile('^Than "Ribeye again"'))).to_be_visible()
    page.get_by_label("Line up at").select_option("table")
    assert violations(page) == []


def test_a_cook_from_a_file_is_mapped_and_kept(visit, tmp_path):
    rows = ["Minutes,Meat F,Pit"] + [f"{n},{41 + 1.6 * n:.1f},236" for n in range(50)]
    file = tmp_path / "old.csv"
    file.write_text("\n".join(rows))
    page = visit("/log")
    page.get_by_text("Import a cook").click()
    page.get_by_label("CSV file of readings").set_input_files(file)
    expect(page.get_by_text("50 rows with 3 columns")).to_be_visible()
    expect(page.get_by_label("Meat F")).to_have_value("tip")
    page.get_by_role("button", name="Save to the log").click()
    expect(page.get_by_role("heading", name="Forecast against measured")).to_be_visible(timeout=225_000)
    expect(page.get_by_role("heading", name="old")).to_be_visible()
