"""The same kitchen in another language: beside the fire, on paper, and back."""

import re

from axe import violations
from browsers import PHONE
from playwright.sync_api import expect


def test_beside_the_fire_and_on_paper_in_german(kitchen, cook_page):
    page, cook_id = cook_page()
    cook = f"{kitchen.base}/cook/{cook_id}"
    expect(page.locator("html")).to_have_attribute("lang", "en")
    page.get_by_role("button", name="Deutsch").click()
    expect(page.locator("html")).to_have_attribute("lang", "de")
    try:
        page.get_by_role("button", name="Zu Celsius und Millimetern").click()
        expect(page.get_by_role("region", name="Was du tust")).to_contain_text("Wenden")
        expect(page.get_by_role("region", name="Jetzt")).to_contain_text("°C")
        assert violations(page) == []
        page.set_viewport_size(PHONE)
        page.wait_for_function("most => document.documentElement.scrollWidth <= most", arg=PHONE["width"])
        page.goto(f"{kitchen.base}/plan")
        page.locator('a[href^="/plan/"]').first.click()
        expect(page).to_have_url(re.compile(r"/plan/\d+"))
        number = re.search(r"/plan/(\d+)", page.url)
        page.goto(f"{kitchen.base}/plan/{number[1]}/sheet")
        sheet = page.locator("main")
        expect(sheet).to_contain_text("Die Reihenfolge der Arbeit")
        expect(sheet).to_contain_text("Salzen und trocken tupfen")
        expect(sheet).not_to_contain_text("\ufdd0")
        assert re.search(r"\d,\d % des Gewichts", sheet.inner_text())
        page.goto(cook)
    finally:
        page.get_by_role("button", name="English").click()
        expect(page.locator("html")).to_have_attribute("lang", "en")
        page.get_by_role("button", name="Change to Fahrenheit and inches").click()
    expect(page.get_by_role("region", name="Log what you did")).to_contain_text("Flip")
