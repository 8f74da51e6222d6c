"""A reload, a killed server, seven tabs: no reading and no step is lost."""

import json
import re
from contextlib import closing

import pytest
from api import Api
from browsers import PHONE
from playwright.sync_api import Page, expect
from server import eventually

OFFLINE = {"quiet": False, "keeps": True}
"""A page that keeps what it needs to open without the server."""


@pytest.fixture
def fresh_cook(visit, kitchen):
    """Open the Cook page of a practice cook that was just started; nothing of it is done."""

    def opened(**more) -> tuple[Page, int]:
        page = visit(None, **more)
        api = Api(page.context, kitchen.base)
        api.sign_in()
        cook_id = api.start_cook()
        page.goto(f"{kitchen.base}/cook/{cook_id}")
        expect(page.get_by_role("region", name="Now")).to_contain_text("Salt and pat dry")
        return page, cook_id

    return opened


def stored(kitchen, cook_id: int) -> tuple[set[tuple[str, int]], set[int]]:
    with closing(kitchen.database()) as db:
        readings = set(db.execute("SELECT source, sequence FROM cooks_reading WHERE cook_id = ?", [cook_id]))
        events = {row[0] for row in db.execute("SELECT id FROM cooks_event WHERE cook_id = ?", [cook_id])}
    return readings, events


@pytest.mark.long
def test_kill_and_restart_lose_no_reading_and_no_step(cook_page, kitchen):
    page, cook_id = cook_page(more={"quiet": False}, speed=60)
    page.get_by_label("Check off the steps for me").click()
    # the server has it: it is killed in a moment
    expect(page.get_by_label("Check off the steps for me")).to_be_checked()
    seen_readings: set[tuple[str, int]] = set()
    seen_events: set[int] = set()
    for _ in range(2):
        eventually(lambda seen=seen_readings: stored(kitchen, cook_id)[0] > seen)
        readings, events = stored(kitchen, cook_id)
        assert seen_readings <= readings
        assert seen_events <= events
        seen_readings, seen_events = readings, events
        kitchen.kill_server()
        expect(page.get_by_text("Reconnecting…")).to_be_visible()
        kitchen.start_server()
        expect(page.get_by_text("● live")).to_be_visible()
    kitchen.run_clock(cook_id, 180)
    expect(page.get_by_role("heading", name="All done. How was it?")).to_be_visible(timeout=200_000)

    def by_probe() -> set[int]:
        return {number for source, number in stored(kitchen, cook_id)[0] if source != "pit"}

    # only the probe's own gaps may be missing
    eventually(lambda: len(by_probe()) > 0.85 * max(by_probe()) / 100)
    readings, events = stored(kitchen, cook_id)
    assert seen_readings <= readings
    assert seen_events <= events
    read = f"fetch('/api/cooks/{cook_id}').then(r => r.json()).then(cook => cook.readings.length)"
    eventually(lambda: page.evaluate(read) == len(stored(kitchen, cook_id)[0]))


def test_a_reload_shows_the_same_cook(fresh_cook):
    page, _ = fresh_cook()
    now = page.get_by_role("region", name="Now")
    now.get_by_role("button", name="Salted", exact=True).click()
    expect(now).to_contain_text("Light the chimney")
    page.reload()
    expect(now).to_contain_text("Light the chimney")
    expect(page.get_by_text("● live")).to_be_visible()


def test_a_mark_made_while_the_server_is_gone_arrives_later(fresh_cook, kitchen):
    page, _ = fresh_cook(quiet=False)
    now = page.get_by_role("region", name="Now")
    kitchen.kill_server()
    now.get_by_role("button", name="Salted", exact=True).click()
    expect(now).to_contain_text("What you logged is kept and will be sent")
    kitchen.start_server()
    expect(now).to_contain_text("Light the chimney")


def test_an_hour_without_the_server_goes_on_by_the_plan(fresh_cook, kitchen):
    """Gone before the salt and back an hour later: the page counts on, opens anew, and keeps the mark."""
    page, _ = fresh_cook(size=PHONE, **OFFLINE)
    now = page.get_by_role("region", name="Now")
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
        expect(page.get_by_text("Reconnecting…")).to_be_visible()
        assert 3540 <= (clock_s() - before_s) % 86400 <= 3780
        now.get_by_role("button", name="Salted", exact=True).click()
        expect(now).to_contain_text("What you logged is kept and will be sent")
        page.reload()
        expect(now).to_contain_text("What you logged is kept and will be sent")
    finally:
        kitchen.start_server()
    page.clock.fast_forward("00:01:00")
    # the hour went by in the browser only: the server has the mark, and says of it that it is not so late yet
    expect(now).to_contain_text("is in the cook's future")


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
