"""The phone at the fire: pages over the machine's own address on the network, plainly and with a certificate made on
the spot; burgers cooked there with their reading; one household's marks never sent as another's."""

import json
import re
import sqlite3
import ssl
import subprocess
import sys
import urllib.request
from pathlib import Path

import pytest
from browsers import PHONE
from playwright.sync_api import Browser, Page, expect
from server import ROOT, Kitchen, eventually

from brasko.web.machine.lan import addresses, certificate

ADDRESS = next(iter(addresses()), None)
pytestmark = pytest.mark.skipif(ADDRESS is None, reason="this machine has no address but its own")


@pytest.fixture(scope="module")
def yard(tmp_path_factory, seeded) -> Kitchen:
    """A household's own server, open to the yard as `make serve LAN=1` opens it."""
    kitchen = Kitchen(tmp_path_factory.mktemp("yard"))
    kitchen.env.pop("BRASKO_DEMO")
    kitchen.furnish_empty(seeded)
    words = [sys.executable, "-m", "brasko.web.machine.serve", "--port", str(kitchen.port), "--lan"]
    kitchen.server = subprocess.Popen(words, cwd=ROOT / "src", env=kitchen.env, stdout=subprocess.PIPE, text=True)
    kitchen.is_up("/healthz")
    kitchen.start_probe()
    yield kitchen
    kitchen.stop()


@pytest.fixture
def phone(browser: Browser):
    """A phone's browser; one that trusts the yard, or was told to go on."""
    opened = []

    def open_(base: str) -> Page:
        context = browser.new_context(viewport=PHONE, has_touch=True, ignore_https_errors=True, timezone_id="UTC")
        opened.append(context)
        page = context.new_page()
        page.set_default_timeout(90_000)
        page.goto(base)
        return page

    yield open_
    for context in opened:
        context.close()


def sign_up(page: Page, name: str) -> None:
    page.get_by_role("button", name="Create an account").click()
    page.get_by_role("textbox", name="Household").fill(f"The {name}s")
    page.get_by_label("Name", exact=True).fill(name)
    page.get_by_label("Password").fill("charcoal-and-oak")
    page.get_by_role("button", name="Create account").click()
    expect(page.get_by_role("link", name="Plan", exact=True)).to_be_visible()


def call(page: Page, method: str, path: str, body: dict | None = None) -> dict:
    """As the page itself would."""
    script = """async ([method, path, body]) => {
      const token = /csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
      const r = await fetch(path, {method, headers: {"Content-Type": "application/json", "X-CSRFToken": token}, body: body ? JSON.stringify(body) : undefined});
      return {status: r.status, body: await r.json()};
    }"""
    return page.evaluate(script, [method, path, body])


def burgers(page: Page) -> int:
    """A practice of four patties, planned over the API, so far that the middle is to be read."""
    eat_at = page.evaluate("new Date(Date.now() + 4 * 3600e3).toISOString()")
    piece = {
        "cut": "burger_80_20",
        "thickness_mm": 19,
        "method": "direct",
        "crust": "light",
        "rest": "open",
        "count": 4,
    }
    plan = call(page, "POST", "/api/plans", {"eat_at": eat_at, "pieces": [piece]})["body"]
    cook = call(page, "POST", f"/api/plans/{plan['id']}/start", {"practice": True, "speed": 60, "hands": "mine"})[
        "body"
    ]
    return cook["id"]


def marks(kitchen: Kitchen, cook_id: int) -> list[dict]:
    with sqlite3.connect(Path(kitchen.env["BRASKO_DB"])) as db:
        rows = db.execute("SELECT kind, payload FROM cooks_event WHERE cook_id = ? ORDER BY id", [cook_id])
        return [{"kind": kind, **json.loads(payload)} for kind, payload in rows]


def is_done(readings: list[dict]) -> bool:
    """Whether the probe's tip has shown what ground meat must reach."""
    return any(reading["source"] == "tip" and reading["temp_c"] > 72.0 for reading in readings)


def kept_by(kitchen: Kitchen, cook_id: int, task: str) -> list[dict]:
    """The marks of a cook once a task is among them."""
    eventually(lambda: any(m.get("task") == task for m in marks(kitchen, cook_id)))
    return marks(kitchen, cook_id)


@pytest.mark.parametrize(
    "secure", [False, pytest.param(True, marks=pytest.mark.long)], ids=["plainly", "with a certificate"]
)
def test_a_phone_on_the_wifi_records_a_cook(yard, phone, secure):
    base = f"https://{ADDRESS}:{yard.port + 1}" if secure else f"http://{ADDRESS}:{yard.port}"
    page = phone(base)
    sign_up(page, "wren" if secure else "tamsin")
    cook_id = burgers(page)
    page.goto(f"{base}/cook/{cook_id}")
    expect(page.get_by_role("region", name="Now")).to_be_visible()
    assert page.evaluate("window.isSecureContext") is secure
    assert page.evaluate("typeof crypto.randomUUID") == ("function" if secure else "undefined")
    assert page.evaluate("'wakeLock' in navigator && 'serviceWorker' in navigator") is secure
    expect(page.get_by_text("This page isn't secure.")).to_have_count(0 if secure else 1)
    for deed in ("Lit", "Banked", "Lid is on", "Oiled", "Salted", "It's on"):
        page.get_by_role("button", name=deed, exact=True).click()
    kept_by(yard, cook_id, "on")
    read = page.get_by_role("button", name="Check the middle of each piece")
    expect(read).to_be_visible(timeout=150_000)
    read.click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("160 °F")
    sheet.get_by_label("The lowest of them, °F").fill("150")
    sheet.get_by_role("button", name="Save reading").click()
    expect(page.get_by_text(re.compile("must show 160 °F. (Leave it over the heat|Read it again)"))).to_be_visible()
    eventually(lambda: is_done(call(page, "GET", f"/api/cooks/{cook_id}")["body"]["readings"]))
    page.get_by_role("button", name="Check the middle of each piece").click()
    page.get_by_label("The lowest of them, °F").fill("162")
    page.get_by_role("button", name="Save reading").click()
    page.get_by_role("button", name="Start rest", exact=True).click()
    expect(page.get_by_role("button", name="Served", exact=True)).to_be_visible()
    kept = kept_by(yard, cook_id, "rest")
    done = [m["task"] for m in kept if m["kind"] == "done"]
    assert {"light", "bank", "preheat", "oil", "on"} <= set(done)
    assert done.index("read") < done.index("rest")
    assert [m["temp_c"] for m in kept if m["kind"] == "reading"] == pytest.approx([65.56, 72.22], abs=0.01)
    assert next(m for m in kept if m.get("task") == "read")["temp_c"] == pytest.approx(72.22, abs=0.01)


def test_the_page_shows_how_another_phone_joins(yard, phone):
    page = phone(f"http://{ADDRESS}:{yard.port}")
    sign_up(page, "odalys")
    cook_id = burgers(page)
    page.goto(f"http://{ADDRESS}:{yard.port}/cook/{cook_id}")
    expect(page.get_by_role("region", name="Now")).to_be_visible()
    page.get_by_text("On another phone").click()
    secure = f"https://{ADDRESS}:{yard.port + 1}/cook/{cook_id}"
    expect(page.get_by_role("img", name=f"A code that opens {secure}")).to_be_visible()
    expect(page.get_by_role("link", name=secure)).to_be_visible()


def test_the_certificate_is_the_yards_and_of_every_name(yard, tmp_path):
    """A client that trusts the yard's authority, and nothing else, finds nothing to complain of (RFC 5280, by
    OpenSSL)."""
    context = ssl.create_default_context(cadata=(Path(yard.env["BRASKO_VAR"]) / "tls/yard.crt").read_text())
    for name in (ADDRESS, "localhost", "127.0.0.1"):
        with urllib.request.urlopen(f"https://{name}:{yard.port + 1}/healthz", context=context, timeout=10) as answer:
            assert json.load(answer)["status"] == "well"
    made = certificate(tmp_path / "tls")
    before = made.page.read_bytes()
    assert certificate(tmp_path / "tls").page.read_bytes() == before, "one that still fits is kept"
    assert (made.key.stat().st_mode & 0o777, made.key.parent.stat().st_mode & 0o777) == (0o600, 0o700)


def test_a_strangers_name_for_this_machine_is_refused(yard):
    request = urllib.request.Request(f"http://{ADDRESS}:{yard.port}/api/session", headers={"Host": "elsewhere.example"})
    with pytest.raises(urllib.error.HTTPError) as refused:
        urllib.request.urlopen(request, timeout=10)
    assert refused.value.code == 400


def test_one_households_marks_never_travel_as_anothers_and_nothing_stays(yard, phone):
    base = f"http://{ADDRESS}:{yard.port}"
    page = phone(base)
    sign_up(page, "perpetua")
    cook_id = burgers(page)
    page.goto(f"{base}/cook/{cook_id}")
    expect(page.get_by_role("button", name="Lit", exact=True)).to_be_visible()
    page.context.set_offline(True)
    page.get_by_role("button", name="Lit", exact=True).click()
    expect(page.get_by_text("kept and will be sent")).to_be_visible()
    assert "perpetua" in page.evaluate("localStorage.getItem('brasko-outbox')")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_text("One mark is not sent yet and would be lost.")).to_be_visible()
    page.get_by_role("button", name="Stay signed in").click()
    page.context.set_offline(False)
    expect(page.get_by_text("kept and will be sent")).to_have_count(0)
    kept_by(yard, cook_id, "light")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    left = page.evaluate("JSON.stringify(localStorage)")
    assert "perpetua" not in left
    assert f'"id":{cook_id}' not in left
    # a mark of somebody else that was left behind by an older version or another tab stays where it is
    stray = {
        "household": "perpetua",
        "cook": cook_id,
        "deed": {
            "client_id": "0b7e0b7e-0000-4000-8000-000000000000",
            "kind": "done",
            "task": "bank",
            "at": "2030-01-01T00:00:00Z",
        },
    }
    page.evaluate("(w) => localStorage.setItem('brasko-outbox', JSON.stringify([w]))", stray)
    before = len(marks(yard, cook_id))
    page.reload()
    sign_up(page, "lucan")
    page.wait_for_load_state("networkidle")
    assert len(marks(yard, cook_id)) == before


def test_what_the_log_has_taught_can_be_left_out_and_counted_again(visit):
    page = visit("/gear")
    taught = page.get_by_role("region", name="What Brasko learned from your cooks")
    expect(taught).to_contain_text("Charcoal kettle, two zones")
    words = taught.locator("p").first
    before = words.inner_text()
    assert re.search(r"Gentle side \d+ °F (hotter|cooler) than it is set \(± \d+ °F\).* From \d+ cooks", before)
    taught.get_by_text(re.compile("cooks that say so")).first.click()
    first = taught.locator("details").get_by_role("checkbox").first
    first.click()
    expect(first).not_to_be_checked()
    expect(words).not_to_have_text(before)
    first.click()
    expect(words).to_have_text(before)
    page.goto(page.url.replace("/gear", "/plan"))
    expect(page.get_by_text("Your log says the gentle side").first).to_be_visible()
