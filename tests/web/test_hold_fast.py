"""What a stranger's text, a second browser or a large answer must not do. Cases of our own; what is asked for is of the
verification standard for web applications (OWASP ASVS 4.0, 5.1.3, 7.1.1, 8.3; from memory) and of RFC 9110."""

import gzip
import json
import logging
import time
from importlib import import_module

import brotli
import pytest
from django.apps import apps
from django.test import Client
from examples import some_of
from household_files import FIRE, furnished
from households import RIBEYE, Visitor
from icalendar import Calendar
from test_privacy import operations
from test_whole_tables import table

from brasko.core.words import BEGIN, END, quantity, say
from brasko.web.common.hidden import HideTokens, hidden
from brasko.web.common.versions import digest_of
from brasko.web.cooks.models import Cook, Event
from brasko.web.plans.models import Plan
from brasko.web.yard.models import Grill
from brasko.words import rendered

OLD_MARK = "⟦common-sign-in-first⟧"
TEXTS = {
    "a mark of an earlier Brasko": OLD_MARK,
    "a mark": f"{BEGIN}common-sign-in-first{END}",
    "a quantity": "{temp:57}",
    "no quantity": "{temp:1.2.3}",
    "doubling": "⟦api-again¦title=" * 4 + "⟧" * 4,
    "half a pair": "\ud800",
    "an end of a line": "two\rlines",
    "an end of text": "a\x00b",
    "the other way": "\u202egnp.exe",
    "a placeable": '{ $x } {"{"}',
    "a word of a table": "Rare",
    "letters of everywhere": "Größe 日本 שלום 🔥",
}


def as_kept(text: str) -> str:
    """A name as it is kept: a line, without what nobody sees."""
    seen = "".join(sign for sign in text.replace("\r", " ") if sign.isprintable() and not 0xD800 <= ord(sign) <= 0xDFFF)
    return seen.strip()


def pages_of(mara: Visitor) -> list[str]:
    """Every page of a household that names what it has."""
    paths = ["session", "plans", "plans/past", "cooks", "cooks/season", "grills", "fires", "pans", "thermometers"]
    paths += ["yard/learned", "tables", "lab/experiments"]
    paths += [f"plans/{p.pk}{end}" for p in Plan.objects.all() for end in ("", "/plan.json", "/plan.ics")]
    paths += [f"cooks/{c.pk}" for c in Cook.objects.all()]
    return [f"/api/{path}" for path in paths]


IN_LANGUAGES = [(what, way) for n, what in enumerate(TEXTS) for way in (("en", "de") if n % 2 else ("de", "en"))]


@pytest.mark.parametrize(("what", "language"), some_of(IN_LANGUAGES, every=2))
def test_no_text_of_a_user_breaks_a_page_or_is_another(mara, what, language):
    text = TEXTS[what]
    mara.call("PATCH", "/api/preferences", {"language": language, "name": f"{text} x"})
    plan = mara.plan()
    eat_at = plan.eat_at.isoformat()
    named = {"name": f"{text} y"}
    for method, path, body in (
        ("POST", "/api/thermometers", named),
        ("POST", "/api/grills", {**named, "spec": {"like": "kettle"}}),
        ("POST", "/api/pans", {**named, "like": "skillet", "width_mm": 260, "depth_mm": 260, "heat_j_k": 1060}),
        ("PUT", f"/api/plans/{plan.pk}", {"title": f"{text} z", "eat_at": eat_at, "pieces": [RIBEYE]}),
    ):
        assert mara.call(method, path, body).status_code in (200, 201), (path, what)
    cook = mara.start(plan, practice=True)
    mara.mark(cook["id"], "", kind="note", text=f"{text}\nand more")
    mara.call("PUT", f"/api/cooks/{cook['id']}/rating", {"stars": 4, "note": text})
    for path in pages_of(mara):
        answer = mara.client.get(path)
        assert answer.status_code == 200, (path, what)
        assert len(answer.content) < 1_000_000
    (grill,) = Grill.objects.filter(owner=mara.user).exclude(pk=mara.grill.pk)
    assert grill.name == as_kept(f"{text} y")
    assert rendered(grill.name, language=language) == grill.name
    assert Plan.objects.get(pk=plan.pk).title == as_kept(f"{text} z")
    (note,) = Event.objects.filter(kind=Event.Kind.NOTE)
    assert BEGIN not in note.payload["text"]
    assert note.payload["text"].endswith("\nand more")


def test_a_grill_that_is_called_like_a_word_keeps_its_name_in_every_language(mara):
    """The page is told that it is no name out of a table, and sends it back as it is."""
    mara.call("POST", "/api/grills", {"name": "Rare", "spec": {"like": "kettle"}})
    told = next(g for g in mara.client.get("/api/grills").json() if g["name"].endswith("Rare"))
    assert rendered(told["name"], language="de") == "Rare"
    changed = mara.call("PUT", f"/api/grills/{told['id']}", {"name": told["name"], "spec": told["spec"]})
    assert changed.status_code == 200
    assert Grill.objects.get(pk=told["id"]).name == "Rare"


def test_the_sixth_copy_of_a_plan_has_a_name_like_the_first(mara):
    plan = mara.plan()
    for _ in range(6):
        made = mara.call("POST", f"/api/plans/{plan.pk}/duplicate")
        assert made.status_code == 201
        plan = Plan.objects.get(pk=made.json()["id"])
        assert plan.title.isprintable()
        assert not set("⟦¦⟧") & set(plan.title)


def test_a_store_of_an_earlier_brasko_is_made_the_present_one(mara):
    """Messages get the present marks; a title that was one, whole or cut off, becomes what it said."""
    titles = {
        "⟦api-again¦title=Ribeye⟧": "Ribeye, again",
        "⟦api-again¦title=⟦api-again¦title=Ribeye, medium ra": "Ribeye, medium ra",
        "⟦ mine ⟧": "⟦ mine ⟧",
    }
    plans = [mara.plan() for _ in titles]
    for plan, title in zip(plans, titles, strict=True):
        Plan.objects.filter(pk=plan.pk).update(title=title, notes=["⟦meal¦name=Filet¦hold={time:375}⟧"])
    marks = import_module("brasko.web.moving.migrations.0002_marks")
    marks.renew(apps, None)
    marks.plain(apps, None)
    kept = list(Plan.objects.order_by("pk").values_list("title", flat=True))
    assert kept == list(titles.values())
    (note,) = Plan.objects.first().notes
    assert note == say("meal", name="Filet", hold=quantity.span(375.0))


def test_a_reading_with_a_bad_channel_loses_no_other(mara):
    cook = Cook.objects.get(pk=mara.start(practice=True)["id"])
    paired = mara.call("POST", "/api/thermometers", {"name": "{temp:1.2.3}", "kind": "hand"}).json()
    at = cook.started_at.isoformat()
    odd = ({}, {"channel": "\ud800"}, {"channel": OLD_MARK}, {"channel": ["x"]}, {"x\u202e": 1}, {})
    rows = [{"sequence": n, "at": at, "temp_c": 20.0 + n, **more} for n, more in enumerate(odd)]
    body = json.dumps({"readings": rows, "cook": cook.pk})
    headers = {"Authorization": f"Bearer {paired['token']}"}
    answer = Client().post("/api/device/readings", body, content_type="application/json", headers=headers)
    assert answer.status_code == 200, answer.content
    assert answer.json()["accepted"] == [0, 5]
    assert [r["index"] for r in answer.json()["refused"]] == [1, 2, 3, 4]


def test_a_title_of_two_lines_is_one_line_of_a_calendar(mara):
    """RFC 5545, 3.1 and 3.3.11: a line ends with CR LF, and no control character stands in a text."""
    plan = mara.plan()
    Plan.objects.filter(pk=plan.pk).update(title="Dinner\rBEGIN:VALARM\nEND:X")
    text = mara.client.get(f"/api/plans/{plan.pk}/plan.ics").content.decode()
    assert "\r" not in text.replace("\r\n", "")
    (calendar,) = Calendar.from_ical(text, multiple=True)
    assert not [c for c in calendar.walk("VALARM") if "END" in str(c)]


# -- two who change one thing ------------------------------------------------------------------------------------------


def edits(mara: Visitor) -> dict[str, tuple[str, dict, dict]]:
    """Everything that is edited: where, how, and how somebody else does it."""
    plan = mara.plan()
    made_table = mara.call("POST", "/api/tables", table())
    assert made_table.status_code == 201, made_table.content
    kept = made_table.json()
    pan = {"name": "P", "like": "skillet", "width_mm": 260, "depth_mm": 260, "heat_j_k": 1060}
    cook = mara.start(practice=True)
    made = {
        "pan": mara.call("POST", "/api/pans", pan).json()["id"],
        "fire": mara.call("POST", "/api/fires", FIRE).json()["id"],
        "thermometer": mara.call("POST", "/api/thermometers", {"name": "T"}).json()["thermometer"]["id"],
    }
    planned = {"eat_at": plan.eat_at.isoformat(), "pieces": [RIBEYE]}
    return {
        "plan": (f"/api/plans/{plan.pk}", {**planned, "title": "A"}, {**planned, "title": "B"}),
        "table": (f"/api/tables/{kept['id']}", {**kept["asked"], "title": "A"}, {**kept["asked"], "title": "B"}),
        "grill": (
            f"/api/grills/{mara.grill.pk}",
            {"name": "A", "spec": {"like": "kettle"}},
            {"name": "B", "spec": {"like": "kettle"}},
        ),
        "pan": (f"/api/pans/{made['pan']}", {**pan, "name": "A"}, {**pan, "name": "B"}),
        "fire": (f"/api/fires/{made['fire']}", {**FIRE, "name": "A"}, {**FIRE, "name": "B"}),
        "thermometer": (f"/api/thermometers/{made['thermometer']}/name", {"name": "A"}, {"name": "B"}),
        "rating": (f"/api/cooks/{cook['id']}/rating", {"stars": 3, "note": "A"}, {"stars": 3, "note": "B"}),
    }


def test_nobody_writes_over_what_they_have_not_seen(mara):
    """RFC 9110, 13.1.1: where If-Match names another version nothing is written, and the answer is 412."""
    for what, (path, mine, theirs) in edits(mara).items():
        first = mara.call("PUT", path, theirs)
        assert first.status_code == 200, (what, first.content)
        seen = (first.json().get("rating") or first.json())["version"]
        second = mara.call("PUT", path, mine, **{"If-Match": f'"{seen}"'})
        assert second.status_code == 200, (what, second.content)
        stale = mara.call("PUT", path, theirs, **{"If-Match": f'"{seen}"'})
        assert stale.status_code == 412, what
        assert stale["Content-Type"] == "application/problem+json"
        current = stale.json()["current"]
        named = (
            current["fire"]["name"]
            if what == "fire"
            else current.get("title") or current.get("name") or current["note"]
        )
        assert named == "A"
        assert current["version"] != seen
        again = mara.call("PUT", path, theirs, **{"If-Match": f'"{current["version"]}"'})
        assert again.status_code == 200, what


def test_a_version_is_of_what_can_be_edited():
    assert digest_of(["a", {"x": 1, "y": 2}]) == digest_of(["a", {"y": 2, "x": 1}])
    assert digest_of(["a", {"x": 1}]) != digest_of(["a", {"x": 2}])


# -- answers -----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("asked", "coding"), [("gzip, br", "br"), ("gzip", "gzip"), ("br;q=0, gzip", "gzip"), ("", None)]
)
def test_answers_go_as_small_as_a_browser_takes_them(mara, asked, coding):
    answer = mara.client.get("/api/reference", headers={"Accept-Encoding": asked})
    plain = mara.client.get("/api/reference", headers={"Accept-Encoding": "identity"}).content
    assert answer.get("Content-Encoding") == coding
    back = {"br": brotli.decompress, "gzip": gzip.decompress, None: bytes}[coding](answer.content)
    assert json.loads(back) == json.loads(plain)
    if coding is not None:
        assert len(answer.content) < len(plain) / 8
        assert "Accept-Encoding" in answer["Vary"]


def test_an_answer_with_a_secret_keeps_its_length(mara, monkeypatch):
    """CVE-2013-3587: the length of what is made small tells of what is in it."""
    monkeypatch.setattr("brasko.web.common.compressed.LEAST", 1)
    headers = {"Accept-Encoding": "br"}
    cook = mara.start(practice=True)["id"]
    for path in ("/api/session", "/api/sessions", "/api/members", "/api/thermometers", f"/api/cooks/{cook}/looks"):
        assert not mara.client.get(path, headers=headers).has_header("Content-Encoding"), path
    paired = mara.call("POST", "/api/thermometers", {"name": "T" * 60}, **headers)
    assert not paired.has_header("Content-Encoding")
    assert mara.client.get("/api/plans", headers=headers).get("Content-Encoding") in ("br", None)


def test_the_description_is_made_once_and_sent_once(mara, monkeypatch):
    first = mara.client.get("/api/openapi.json")
    assert first.status_code == 200
    monkeypatch.setattr("brasko.web.config.description.described", lambda: pytest.fail("made again"))
    again = mara.client.get("/api/openapi.json", headers={"If-None-Match": first["ETag"]})
    assert (again.status_code, again.content) == (304, b"")
    assert mara.client.get("/api/openapi.json").content == first.content
    assert Client().get("/api/openapi.json").status_code == 401


def a_million_additions_s() -> float:
    """What this machine, as busy as it is, takes for a million additions: some 50 ms on one that is quick."""
    begun, total = time.thread_time(), 0
    for n in range(1_000_000):
        total += n
    return time.thread_time() - begun


APART = {"get_guide_figures"}
"""Computed once for all by the first who asks."""
MAX = {"take_household_out": 3.0}
"""A file of all that a household has, asked for once a year: two thirds of the bound on a quiet machine."""


def test_no_page_takes_the_server_longer_than_a_million_additions(mara):
    """Every GET that needs no more than a number, with a household that has something of everything; the second time,
    for what is kept is read once. A ratio, for machines differ."""
    furnished(mara)
    ids = {
        "plan_id": Plan.objects.first().pk,
        "cook_id": Cook.objects.first().pk,
        "piece_id": Cook.objects.first().pieces.first().pk,
    }
    slow, additions_s = {}, a_million_additions_s()
    for name, method, path in operations():
        address = path.format_map(ids | {"altitude_m": 0}) if "{" in path and set_of(path) <= set(ids) else path
        if method.upper() != "GET" or "{" in address or name in APART:
            continue
        mara.client.get(address)
        took = cpu_s(mara, address) / additions_s
        if took > 0.8:  # seldom: another process that takes the cache lengthens one measurement
            took = min(cpu_s(mara, address) for _ in range(4)) / min(a_million_additions_s() for _ in range(4))
        if took > MAX.get(name, 1.0):
            slow[name] = round(took, 2)
    assert slow == {}


def cpu_s(visitor, address: str) -> float:
    """CPU time of one GET in this thread."""
    begun = time.thread_time()
    visitor.client.get(address)
    return time.thread_time() - begun


def set_of(path: str) -> set[str]:
    """The names that an address has places for."""
    return {part.strip("{}").split(":")[-1] for part in path.split("/") if part.startswith("{")}


# -- the log -----------------------------------------------------------------------------------------------------------


def test_no_token_reaches_the_log():
    """ASVS 7.1.1: by its digest two lines can be compared, and nothing opened."""
    token = "Zk3vT9-_abcdefghijklmnop"
    for path in (f"/api/looks/{token}", f"/look/{token}", f"/join/{token}", f"/api/invitations/{token}"):
        record = logging.LogRecord("django.request", logging.WARNING, "", 0, "Not Found: %s", (path,), None)
        assert HideTokens().filter(record)
        assert token not in record.getMessage()
        assert record.getMessage() == f"Not Found: {hidden(path)}"
    assert hidden("/api/cooks/12/looks") == "/api/cooks/12/looks"


def test_the_console_hides_them(settings):
    assert "hidden" in settings.LOGGING["handlers"]["console"]["filters"]
