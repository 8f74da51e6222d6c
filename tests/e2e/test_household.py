"""Several people, several phones: a hand, a neighbour who looks on, codes, moving out and in, letting go."""

import re
import time

import pyotp
import pytest
from api import Api
from axe import violations
from browsers import DESKTOP, PHONE
from playwright.sync_api import Page, expect

PASSWORD = "charcoal-and-oak-9"


@pytest.fixture
def household(visit, kitchen):
    """A browser profile that is signed in to a household of its own, with its API."""

    def opened(name: str, size: dict) -> tuple[Page, Api]:
        page = visit(None, size, quiet=False)
        api = Api(page.context, kitchen.base)
        api.sign_up(name, PASSWORD)
        return page, api

    return opened


def test_a_hand_is_invited_marks_and_is_taken_away_while_a_neighbour_looks_on(visit, household, kitchen):
    owner, api = household("Alder Court", DESKTOP)
    base = kitchen.base
    cook = f"{base}/cook/{api.start_cook()}"
    owner.goto(cook)
    owner.get_by_text("Share this cook").click()
    owner.get_by_role("button", name="Create link").click()
    look = owner.get_by_text(re.compile("/look/")).inner_text()
    owner.goto(f"{base}/account")
    people = owner.get_by_role("region", name="People of the household")
    people.get_by_role("button", name="Create link").click()
    join = people.get_by_text(re.compile("/join/")).inner_text()
    assert violations(owner) == []

    neighbour = visit(re.sub(r"https?://[^/]+", "", look), PHONE, quiet=False)
    expect(neighbour.get_by_role("timer").first).to_be_visible()
    expect(neighbour.get_by_role("button")).to_have_count(0)
    expect(neighbour.get_by_role("link")).to_have_count(0)
    assert violations(neighbour) == []

    hand = visit(re.sub(r"https?://[^/]+", "", join), PHONE, quiet=False)
    expect(hand.get_by_role("heading", name="Join Alder Court")).to_be_visible()
    hand.get_by_label("Name", exact=True).fill("ines-at-alder")
    hand.get_by_label("Password").fill("short")
    hand.get_by_role("button", name="Join").click()
    expect(hand.get_by_text("at least 12 characters")).to_be_visible()
    assert violations(hand) == []
    hand.get_by_label("Password").fill("a pear tree in smoke")
    hand.get_by_role("button", name="Join").click()
    expect(hand).to_have_url(re.compile(r"/cook"))
    hand.goto(cook)
    expect(hand.get_by_role("link", name="Plan", exact=True)).to_have_count(0)
    # nothing is offered that would be refused
    for refused in ("Pause", "Guests late", "Options", "End this cook early", "Share this cook"):
        expect(hand.get_by_text(refused)).to_have_count(0)
    for place in ("/plan", "/cook", "/log"):
        hand.goto(f"{base}{place}")
        expect(hand.get_by_role("heading", level=1)).to_have_count(1)
        assert violations(hand) == []
    hand.goto(cook)
    now = hand.get_by_role("region", name="Now")
    first = now.get_by_role("heading").first
    was = first.inner_text()
    now.get_by_role("button").first.click()
    expect(first).not_to_have_text(was)
    hand.reload()
    expect(first).not_to_have_text(was)
    assert violations(hand) == []

    owner.reload()
    people.get_by_role("button", name=re.compile("Remove ines")).click()
    expect(people.get_by_text("Just you so far")).to_be_visible()
    hand.reload()
    # the demo's door lets everybody in to look round, but not into this household any more
    expect(hand.get_by_text("nothing at this address")).to_be_visible()


@pytest.mark.long
def test_codes_sessions_moving_and_letting_go(visit, household, kitchen, tmp_path):
    page, api = household("Heron Lane", PHONE)
    base = kitchen.base
    api.save_plan()
    page.goto(f"{base}/account")
    with page.expect_download() as taken:
        page.get_by_role("link", name="Export household").click()
    file = tmp_path / "household.zip"
    taken.value.save_as(file)
    codes = page.get_by_role("form", name="Two-factor sign-in")
    codes.get_by_label("Current password").fill(PASSWORD)
    codes.get_by_role("button", name="Set up").click()
    clock = pyotp.TOTP(codes.locator("code").inner_text())
    codes.get_by_label("6-digit code").fill("000000")
    codes.get_by_role("button", name="Turn on two-factor").click()
    expect(codes.get_by_text("is not the code")).to_be_visible()
    assert violations(page) == []
    codes.get_by_label("6-digit code").fill(clock.now())
    codes.get_by_role("button", name="Turn on two-factor").click()
    expect(codes.get_by_text("when you sign in")).to_be_visible()

    other = visit("/plan", DESKTOP, quiet=False)
    other.get_by_role("button", name="Sign out").click()
    other.get_by_label("Name", exact=True).fill("heron-lane")
    other.get_by_label("Password").fill(PASSWORD)
    other.get_by_role("button", name="Sign in", exact=True).click()
    # a code is taken once: the next one is good half a minute early
    other.get_by_label("6-digit code").fill(clock.at(int(time.time()) + clock.interval))
    other.get_by_role("button", name="Sign in", exact=True).click()
    expect(other.get_by_role("link", name="Heron Lane")).to_be_visible()

    page.reload()
    sessions = page.get_by_role("region", name="Devices")
    expect(sessions.get_by_role("listitem")).to_have_count(2)
    sessions.get_by_role("button", name="Sign out all other devices").click()
    expect(sessions.get_by_role("listitem")).to_have_count(1)
    other.reload()
    expect(other.get_by_role("heading", name="Sign in")).to_be_visible()

    page.get_by_role("button", name="Delete household…").click()
    let_go = page.get_by_role("form", name="Delete household")
    let_go.get_by_label("Current password").fill(PASSWORD)
    let_go.get_by_role("button", name="Delete in one day").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()

    elsewhere, _ = household("Otter Reach", DESKTOP)
    elsewhere.goto(f"{base}/account")
    moving = elsewhere.get_by_role("region", name="Export and import")
    moving.locator("input[type=file]").set_input_files(file)
    expect(moving.get_by_text(re.compile("Added: cooks 0, plans 1"))).to_be_visible()
    moving.locator("input[type=file]").set_input_files(file)
    expect(moving.get_by_text("Nothing in the file was new")).to_be_visible()
    spoilt = tmp_path / "spoilt.zip"
    spoilt.write_bytes(file.read_bytes()[:300])
    moving.locator("input[type=file]").set_input_files(spoilt)
    expect(moving.get_by_text("is no zip")).to_be_visible()
    assert violations(elsewhere) == []
