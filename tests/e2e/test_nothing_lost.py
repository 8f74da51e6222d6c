"""A reload, a killed server, seven tabs: no reading and no step is lost."""

import json
import re
import sqlite3
import time
from pathlib import Path

from conftest import PHONE, begin, keep_a_plan, put_on, start_dialog
from playwright.sync_api import Page, expect


def start_practice(page: Page, base: str, speed: str) -> int:
    keep_a_plan(page, base)
    dialog = start_dialog(page)
    dialog.get_by_text(speed).click()
    dialog.get_by_text("Mark the steps for me").click()
    return begin(page)


def stored(kitchen, cook_id: int) -> tuple[set[tuple[str, int]], set[int]]:
    with sqlite3.connect(Path(kitchen.env["BRASKO_DB"])) as db:
        readings = set(db.execute("SELECT source, sequence FROM cooks_reading WHERE cook_id = ?", [cook_id]))
        events = {row[0] for row in db.execute("SELECT id FROM cooks_event WHERE cook_id = ?", [cook_id])}
    return readings, events


def test_kill_and_restart_lose_no_reading_and_no_step(visit, kitchen):
    page = visit("/plan", quiet=False)
    keep_a_plan(page, kitchen.base)
    start_dialog(page).get_by_text("60×").click()
    cook_id = begin(page)
    put_on(page)
    page.get_by_label("Mark the steps for me").click()
    expect(page.get_by_role("region", name="Now")).to_contain_text(re.compile(r"probe\s*\d+ °F"), timeout=375_000)
    seen_readings: set[tuple[str, int]] = set()
    seen_events: set[int] = set()
    for _ in range(4):
        time.sleep(1.5)
        readings, events = stored(kitchen, cook_id)
        assert seen_readings <= readings
        assert seen_events <= events
        seen_readings, seen_events = readings, events
        kitchen.kill_server()
        expect(page.get_by_text("connecting again…")).to_be_visible()
        kitchen.start_server()
        expect(page.get_by_text("● live")).to_be_visible()
    expect(page.get_by_role("heading", name="It is over. How was it?")).to_be_visible(timeout=375_000)
    time.sleep(2)
    readings, events = stored(kitchen, cook_id)
    assert seen_readings <= readings
    assert seen_events <= events
    by_probe = {number for source, number in readings if source != "pit"}
    expected = max(by_probe) / 100
    assert len(by_probe) > 0.85 * expected, "only the probe's own gaps may be missing"
    shown = json.loads(page.evaluate(f"fetch('/api/cooks/{cook_id}').then(r => r.text())"))
    assert len(shown["readings"]) == len(readings)


def test_a_reload_shows_the_same_cook(visit, kitchen):
    page = visit("/plan")
    start_practice(page, kitchen.base, "10×")
    now = page.get_by_role("region", name="Now")
    expect(now).to_contain_text("Light the chimney", timeout=100_000)
    page.reload()
    expect(now).to_contain_text("Light the chimney")
    expect(page.get_by_text("● live")).to_be_visible()


def test_a_mark_made_while_the_server_is_gone_arrives_later(visit, kitchen):
    page = visit("/plan", quiet=False)
    keep_a_plan(page, kitchen.base)
    start_dialog(page)
    begin(page)
    now = page.get_by_role("region", name="Now")
    expect(now).to_contain_text("Salt and pat dry")
    kitchen.kill_server()
    now.get_by_role("button", name="Salted", exact=True).click()
    expect(now).to_contain_text("Your mark is kept and sent again")
    kitchen.start_server()
    expect(now).to_contain_text("Light the chimney")


def test_an_hour_without_the_server_goes_on_by_the_plan(visit, kitchen):
    """Gone before the salt and back an hour later: the page counts on, opens anew, and keeps the mark."""
    page = visit("/plan", PHONE, quiet=False)
    keep_a_plan(page, kitchen.base)
    start_dialog(page).get_by_text("1×", exact=True).click()
    begin(page)
    now = page.get_by_role("region", name="Now")
    expect(now).to_contain_text("Salt and pat dry")
    page.evaluate("navigator.serviceWorker.ready")
    page.clock.install()
    page.reload()
    expect(page.get_by_text("● live")).to_be_visible()
    page.wait_for_function("caches.open('brasko-shell-2').then(c => c.keys()).then(k => k.length > 40)")

    def clock_s() -> int:
        expect(now).to_contain_text(re.compile(r"\d\d:\d\d"))
        told = re.findall(r"\d\d:\d\d(?::\d\d)?(?=\s*(?:●|connecting))", now.inner_text())
        hour, minute = (int(part) for part in told[0].split(":")[:2])
        return hour * 3600 + minute * 60

    before_s = clock_s()
    kitchen.kill_server()
    try:
        page.clock.fast_forward("01:00:00")
        expect(page.get_by_text("connecting again…")).to_be_visible()
        assert 3540 <= (clock_s() - before_s) % 86400 <= 3780
        now.get_by_role("button", name="Salted", exact=True).click()
        expect(now).to_contain_text("Your mark is kept and sent again")
        page.reload()
        expect(now).to_contain_text("Your mark is kept and sent again")
    finally:
        kitchen.start_server()
    page.clock.fast_forward("00:01:00")
    # the hour went by in the browser only: the server has the mark, and says of it that it is not so late yet
    expect(now).to_contain_text("lies in the cook's future")


def test_a_seventh_tab_still_works(visit, kitchen):
    """Browsers allow six connections to a host; hidden tabs must give theirs back."""
    page = visit("/cook")
    expect(page.get_by_text("● live").or_(page.get_by_role("heading", name="On the fire now"))).to_be_visible()
    context = page.context
    cooks = json.loads(page.evaluate("fetch('/api/cooks?running=true').then(r => r.text())"))
    for _ in range(7):
        tab = context.new_page()
        tab.goto(f"{kitchen.base}/cook/{cooks[0]['id']}")
        tab.bring_to_front()
        expect(tab.get_by_role("region", name="Now")).to_be_visible()
