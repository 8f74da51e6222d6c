"""Several people in one household, and their sessions. What is asked for is of the verification standard for web
applications (OWASP ASVS 4.0, chapters 2 to 4 and 7; from memory); codes of a clock are RFC 6238's."""

import asyncio
import json
import logging
import re
from datetime import timedelta
from io import StringIO
from unittest.mock import patch
from uuid import uuid4

import pyotp
import pytest
from asgiref.sync import sync_to_async
from django.conf import settings
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.test import AsyncClient, Client
from django.utils import timezone
from households import Visitor, errors
from wording import worded

from brasko.web.accounts import leaving, throttle, two_factor
from brasko.web.accounts.models import Entrance, Household, Invite, Member, SecondStep
from brasko.web.config.api import api
from brasko.web.cooks import leaving as cooks_leaving
from brasko.web.cooks import stream as streams
from brasko.web.cooks.actions.record import record_event
from brasko.web.cooks.models import Cook
from brasko.web.cooks.schemas import EventIn
from brasko.web.yard.models import Teaching

OWN = "charcoal-and-oak"
HERS = "a pear tree in smoke"


@pytest.fixture(autouse=True)
def nobody_tried():
    throttle.forget()


def send(client: Client, method: str, path: str, **body):
    return client.generic(method, path, json.dumps(body), content_type="application/json")


def joined(mara: Visitor, role: str, name: str = "ines") -> Client:
    path = mara.call("POST", "/api/members/invites", {"role": role}).json()["path"]
    client = Client()
    made = send(client, "POST", "/api/accounts/join", token=path.split("/")[-1], username=name, password=HERS)
    assert made.status_code == 201, made.content
    return client


# -- sessions ---------------------------------------------------------------------------------------------------------


def test_sessions_are_seen_and_ended_one_by_one(mara):
    """ASVS 3.3.4: sessions are seen, and ended one by one."""
    phone = Client(headers={"User-Agent": "Something/1.0 (Linux; Android 16) Mobile"})
    phone.force_login(mara.user)
    phone.get("/api/plans")
    mara.client.get("/api/plans")
    seen = mara.client.get("/api/sessions").json()
    assert {(s["agent"], s["here"]) for s in seen} == {("computer", True), ("phone", False)}
    other = next(s["id"] for s in seen if not s["here"])
    left = send(mara.client, "DELETE", f"/api/sessions/{other}").json()
    assert [s["here"] for s in left] == [True]
    assert phone.get("/api/plans").status_code == 401
    assert mara.client.get("/api/plans").status_code == 200


def test_every_other_session_ends_at_once(mara, odell):
    others = [Client(), Client()]
    for other in others:
        other.force_login(mara.user)
        other.get("/api/plans")
    odell.client.get("/api/plans")
    assert len(send(mara.client, "DELETE", "/api/sessions").json()) == 1
    assert [other.get("/api/plans").status_code for other in others] == [401, 401]
    assert odell.client.get("/api/plans").status_code == 200


def test_nobody_ends_a_session_of_another(mara, odell):
    odell.client.get("/api/plans")
    his = Entrance.objects.get(user=odell.user)
    assert send(mara.client, "DELETE", f"/api/sessions/{his.id}").status_code == 404
    assert odell.client.get("/api/plans").status_code == 200


def test_a_session_that_stands_idle_is_over(mara):
    """ASVS 3.3.2, with longer hours than its: a brisket takes a night and a day."""
    mara.client.get("/api/plans")
    Entrance.objects.update(seen_at=timezone.now() - timedelta(days=2, hours=23))
    assert mara.client.get("/api/plans").status_code == 200
    assert Entrance.objects.get().seen_at > timezone.now() - timedelta(minutes=1)
    Entrance.objects.update(seen_at=timezone.now() - timedelta(days=3, minutes=1))
    assert mara.client.get("/api/plans").status_code == 401
    assert mara.client.get("/api/session").json()["signed_in"] is False
    assert Session.objects.count() == 0


# -- people -----------------------------------------------------------------------------------------------------------


def test_a_cook_of_the_household_sees_and_plans_what_its_owner_does(mara, odell):
    plan = mara.plan()
    client = joined(mara, "cook")
    told = client.get("/api/session").json()["household"]
    assert (told["name"], told["username"], told["role"]) == ("mara household", "ines", "cook")
    assert [p["id"] for p in client.get("/api/plans").json()] == [plan.id]
    assert send(client, "POST", f"/api/plans/{plan.id}/start", practice=True).status_code == 201
    assert Cook.objects.get().owner == mara.user
    theirs = odell.plan()
    assert client.get(f"/api/plans/{theirs.id}").status_code == 404


@pytest.mark.parametrize(
    ("method", "path"),
    [
        ("GET", "/api/members"),
        ("POST", "/api/members/invites"),
        ("POST", "/api/household/leave"),
        ("POST", "/api/household/keep"),
        ("GET", "/api/household/household.zip"),
    ],
)
@pytest.mark.parametrize("role", ["cook", "hand"])
def test_the_household_itself_is_its_owners_alone(mara, role, method, path):
    client = joined(mara, role)
    refused = send(client, method, path, role="cook", current=HERS)
    assert refused.status_code == 403
    assert "Only the owner" in worded(refused.json()["detail"])


def test_a_hand_marks_and_reads_and_changes_nothing_else(mara):
    cook = mara.start()
    client = joined(mara, "hand")
    mark = {"client_id": str(uuid4()), "kind": "done", "task": "season"}
    assert send(client, "POST", f"/api/cooks/{cook['id']}/events", **mark).status_code == 201
    assert client.get(f"/api/cooks/{cook['id']}").status_code == 200
    later = {"client_id": str(uuid4()), "kind": "guests", "late_min": 20}
    assert send(client, "POST", f"/api/cooks/{cook['id']}/events", **later).status_code == 403
    guests = mara.call("POST", f"/api/cooks/{cook['id']}/events", later | {"client_id": str(uuid4())}).json()
    back = {"client_id": str(uuid4()), "kind": "undo", "undoes": guests["client_id"]}
    assert send(client, "POST", f"/api/cooks/{cook['id']}/events", **back).status_code == 403
    own = {"client_id": str(uuid4()), "kind": "undo", "undoes": mark["client_id"]}
    assert send(client, "POST", f"/api/cooks/{cook['id']}/events", **own).status_code == 201
    assert send(client, "PUT", "/api/accounts/password", current=HERS, new="under the pear tree").status_code == 200


def test_of_every_call_that_changes_something_a_hand_may_make_few(mara):
    """ASVS 4.1.3, least right: whatever is added is refused to a hand until it is allowed on purpose."""
    cook = mara.start()
    client = joined(mara, "hand")
    allowed = set()
    for path, methods in api.get_openapi_schema()["paths"].items():
        # what devices post goes by their tokens
        for method, op in methods.items():
            if method == "get" or path.startswith("/api/device/") or op.get("security") is None:
                continue
            filled = re.sub(r"\{cook_id\}", str(cook["id"]), re.sub(r"\{(?!cook_id)\w+\}", "1", path))
            if send(client, method.upper(), filled).status_code != 403:
                allowed.add(op["operationId"])
            if op["operationId"] in ("sign_out", "end_session"):
                client = Client()
                client.force_login(Member.objects.get().user)
    assert allowed == {
        "sign_out", "end_other_sessions", "end_session", "change_password", "make_recovery_code", "begin_codes",
        "confirm_codes", "stop_codes", "record_event", "check_surface", "ask_practice",
        "answer_feel",
    }  # fmt: skip


def test_an_invitation_is_taken_once_and_while_it_lasts(mara):
    path = mara.call("POST", "/api/members/invites", {"role": "hand"}).json()["path"]
    token = path.split("/")[-1]
    assert token not in str(list(Invite.objects.values()))
    assert Client().get(f"/api/invitations/{token}").json() == {"household": "mara household", "role": "hand"}
    body = {"token": token, "username": "ines", "password": HERS}
    assert send(Client(), "POST", "/api/accounts/join", **body).status_code == 201
    again = send(Client(), "POST", "/api/accounts/join", **{**body, "username": "bo"})
    assert again.status_code == 404
    assert Member.objects.count() == 1
    late = mara.call("POST", "/api/members/invites", {"role": "hand"}).json()["path"].split("/")[-1]
    Invite.objects.update(expires_at=timezone.now())
    assert Client().get(f"/api/invitations/{late}").status_code == 404


def test_a_bad_name_or_password_does_not_use_an_invitation_up(mara):
    token = mara.call("POST", "/api/members/invites", {"role": "cook"}).json()["path"].split("/")[-1]
    for name, password, field in (("mara", HERS, "username"), ("ines", "short", "password")):
        refused = send(Client(), "POST", "/api/accounts/join", token=token, username=name, password=password)
        assert refused.status_code == 422
        assert set(errors(refused)) == {field}
    assert Client().get(f"/api/invitations/{token}").status_code == 200
    mara.call("DELETE", "/api/members/invites")
    assert Client().get(f"/api/invitations/{token}").status_code == 404


def test_whoever_is_removed_is_out_at_once_and_what_they_did_stays(mara):
    client = joined(mara, "cook")
    plan = mara.plan()
    send(client, "POST", f"/api/plans/{plan.id}/start", practice=True)
    member = mara.client.get("/api/members").json()["members"][0]
    assert mara.call("DELETE", f"/api/members/{member['id']}").json()["members"] == []
    assert client.get("/api/plans").status_code == 401
    assert Cook.objects.count() == 1


def test_a_members_lost_password_is_made_good_by_a_code_too(mara):
    client = joined(mara, "hand")
    code = send(client, "POST", "/api/accounts/recovery", current=HERS).json()["code"]
    body = {"username": "ines", "code": code, "password": "another pear tree"}
    assert send(Client(), "POST", "/api/session/recovery", **body).json()["household"]["role"] == "hand"


# -- codes of a clock -------------------------------------------------------------------------------------------------


def test_a_code_is_what_the_standard_says_and_is_taken_once(mara, monkeypatch):
    """RFC 6238, appendix B: at 1111111109 s the clock of this secret shows 07081804 (its last six figures here)."""
    secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ"
    SecondStep.objects.create(user=mara.user, secret=secret, confirmed=True)
    monkeypatch.setattr(two_factor.time, "time", lambda: 1111111109)
    body = {"username": "mara", "password": OWN}
    asked = send(Client(), "POST", "/api/session", **body)
    assert asked.status_code == 422
    assert set(errors(asked)) == {"code"}
    assert send(Client(), "POST", "/api/session", **body, code="081805").status_code == 422
    assert send(Client(), "POST", "/api/session", **body, code="081 804").json()["signed_in"] is True
    assert send(Client(), "POST", "/api/session", **body, code="081804").status_code == 422


def test_codes_are_asked_for_once_one_was_right_and_until_they_are_stopped(mara):
    address = mara.call("POST", "/api/accounts/codes", {"current": OWN}).json()["address"]
    clock = pyotp.parse_uri(address)
    assert (clock.name, clock.issuer) == ("mara", "Brasko")
    assert send(Client(), "POST", "/api/session", username="mara", password=OWN).json()["signed_in"] is True
    assert mara.call("POST", "/api/accounts/codes/confirm", {"code": "1"}).status_code == 422
    told = mara.call("POST", "/api/accounts/codes/confirm", {"code": clock.now()}).json()
    assert told["household"]["asks_codes"] is True
    assert send(Client(), "POST", "/api/session", username="mara", password=OWN).status_code == 422
    assert mara.call("POST", "/api/accounts/codes/stop", {"current": "not it"}).status_code == 422
    assert mara.call("POST", "/api/accounts/codes/stop", {"current": OWN}).json()["household"]["asks_codes"] is False
    assert send(Client(), "POST", "/api/session", username="mara", password=OWN).json()["signed_in"] is True


def test_guessing_at_codes_is_slowed_down(mara):
    SecondStep.objects.create(user=mara.user, secret=pyotp.random_base32(), confirmed=True)
    body = {"username": "mara", "password": OWN, "code": "x"}
    answers = [send(Client(), "POST", "/api/session", **body).status_code for _ in range(9)]
    assert answers == [422] * 8 + [429]


# -- a link to look on ------------------------------------------------------------------------------------------------


def test_who_has_a_link_looks_on_at_one_cook_and_sees_nothing_private(mara):
    cook = mara.start(mara.plan(at_risk=True, finish_c=70.0))
    mara.mark(cook["id"], "season")
    note = {"client_id": str(uuid4()), "kind": "note", "text": "the neighbour is early"}
    assert mara.call("POST", f"/api/cooks/{cook['id']}/events", note).status_code == 201
    path = mara.call("POST", f"/api/cooks/{cook['id']}/looks").json()["path"]
    stranger = Client()
    shown = stranger.get(f"/api/looks/{path.split('/')[-1]}")
    assert shown.status_code == 200
    assert shown["Cache-Control"] == "no-store"
    told = shown.json()
    assert told["units"] == "us"
    assert told["cook"]["title"] == cook["title"]
    assert [e["deed"]["kind"] for e in told["cook"]["events"]] == ["start", "done"]
    assert "neighbour" not in shown.content.decode()
    assert [p["inputs"]["at_risk"] for p in told["cook"]["pieces"]] == [False]
    assert stranger.get(f"/api/cooks/{cook['id']}").status_code == 401
    assert mara.call("DELETE", f"/api/cooks/{cook['id']}/looks").json() == {"open": 0}
    assert stranger.get(f"/api/looks/{path.split('/')[-1]}").status_code == 404


# -- letting go -------------------------------------------------------------------------------------------------------


def test_a_household_that_is_let_go_can_be_kept_for_a_day(mara, odell):
    joined(mara, "cook")
    mara.start()
    assert mara.call("POST", "/api/household/leave", {"current": "not it"}).status_code == 422
    assert mara.call("POST", "/api/household/leave", {"current": OWN}).json()["signed_in"] is False
    back = Client()
    told = send(back, "POST", "/api/session", username="mara", password=OWN).json()
    assert told["household"]["leaves_at"] is not None
    assert leaving.gone() == 0
    assert send(back, "POST", "/api/household/keep").json()["household"]["leaves_at"] is None
    assert leaving.gone(timezone.now() + timedelta(days=2)) == 0
    assert Cook.objects.count() == 1


def test_a_day_later_nothing_of_it_is_left_and_everything_of_others_is(mara, odell):
    joined(mara, "cook")
    mara.start()
    odell.start()
    mara.call("POST", "/api/household/leave", {"current": OWN})
    assert leaving.gone(timezone.now() + timedelta(hours=25)) == 1
    assert [h.name for h in Household.objects.all()] == ["odell household"]
    assert Member.objects.count() == 0
    assert {c.owner_id for c in Cook.every.all()} == {odell.user.id}
    assert send(Client(), "POST", "/api/session", username="mara", password=OWN).status_code == 422


def test_a_cook_that_is_let_go_is_out_of_sight_can_be_kept_and_then_is_gone(mara):
    cook = mara.start()
    path = f"/api/cooks/{cook['id']}"
    link = mara.call("POST", f"{path}/looks").json()["path"]
    Teaching.objects.create(
        owner=mara.user, fire="kettle", piece_id=cook["pieces"][0]["id"], title="T", at=timezone.now(), film=0.0,
        air=0.0, information=[[1.0, 0.0], [0.0, 1.0]],
    )  # fmt: skip
    assert [g["id"] for g in mara.call("DELETE", path).json()] == [cook["id"]]
    assert mara.client.get(path).status_code == 404
    assert mara.client.get("/api/cooks").json() == []
    assert Client().get(f"/api/looks/{link.split('/')[-1]}").status_code == 404
    assert mara.call("POST", f"{path}/keep").json() == []
    assert mara.client.get(path).status_code == 200
    mara.call("DELETE", path)
    assert cooks_leaving.gone() == 0
    assert cooks_leaving.gone(timezone.now() + timedelta(hours=25)) == 1
    assert Cook.every.count() == Teaching.objects.count() == 0


# -- what is noted, and who is let in ---------------------------------------------------------------------------------


def test_what_matters_to_safety_is_noted_without_a_name_or_a_secret(mara, caplog):
    """ASVS 7.1.1 and 7.1.3."""
    log = logging.getLogger("brasko.security")
    log.addHandler(caplog.handler)
    try:
        send(Client(), "POST", "/api/session", username="mara", password="wrong-word-entirely")
        send(Client(), "POST", "/api/session", username="mara", password=OWN)
        code = mara.call("POST", "/api/accounts/recovery", {"current": OWN}).json()["code"]
        token = mara.call("POST", "/api/members/invites", {"role": "hand"}).json()["path"].split("/")[-1]
    finally:
        log.removeHandler(caplog.handler)
    said = [r.getMessage() for r in caplog.records if r.name == log.name]
    assert [line.split()[0] for line in said] == ["sign-in-refused", "signed-in", "recovery-code-made", "invited"]
    for secret in ("mara", "wrong-word-entirely", OWN, code, token):
        assert secret not in "\n".join(said)


def test_the_description_of_the_api_is_shown_to_whoever_is_signed_in(mara):
    for path in ("/api/docs", "/api/openapi.json"):
        assert Client().get(path).status_code == 401
        assert mara.client.get(path).status_code == 200


def test_so_many_accounts_from_one_place_are_enough_for_an_hour(db, monkeypatch):
    monkeypatch.setattr(throttle, "NEW_FROM_ADDRESS", (throttle.RateLimitItemPerHour(2),))
    made = [
        send(Client(), "POST", "/api/accounts", username=f"cook-{n}", password=HERS, household="H") for n in range(3)
    ]
    assert [m.status_code for m in made] == [201, 201, 429]
    assert 0 < int(made[-1]["Retry-After"]) <= 2 * 3600


# -- live streams: whoever may not see a cook any more hears nothing more of it ---------------------------------------


def a_note(cook: Cook, text: str) -> None:
    record_event(cook, EventIn(client_id=uuid4(), kind="note", text=text))


def recovered(mara: Visitor) -> None:
    code = mara.call("POST", "/api/accounts/recovery", {"current": OWN}).json()["code"]
    answer = send(Client(), "POST", "/api/session/recovery", username="mara", code=code, password=HERS)
    assert answer.status_code == 200, answer.content


def owner_of_the_machine(mara: Visitor) -> None:
    with patch("sys.stdin", StringIO(f"{HERS}\n")):
        call_command("set_password", "mara", stdout=StringIO())


def by_another_browser(method: str, path: str, body: dict | None = None):
    def done(mara: Visitor) -> None:
        other = Client()
        other.force_login(mara.user)
        assert send(other, method, path, **(body or {})).status_code == 200

    return done


def idle(mara: Visitor) -> None:
    Entrance.objects.update(seen_at=timezone.now() - timedelta(days=4))


def out_of_time(mara: Visitor) -> None:
    Session.objects.update(expire_date=timezone.now() - timedelta(seconds=1))


ENDS = {
    "a new password": by_another_browser("PUT", "/api/accounts/password", {"current": OWN, "new": HERS}),
    "other sessions ended": by_another_browser("DELETE", "/api/sessions"),
    "the household let go": by_another_browser("POST", "/api/household/leave", {"current": OWN}),
    "recovery": recovered,
    "the owner of the machine": owner_of_the_machine,
    "idle": idle,
    "out of time": out_of_time,
}


async def until_silent(stream) -> list[bytes]:
    return [part async for part in stream if b"event: update" in part]


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("how", list(ENDS))
async def test_a_session_that_is_over_hears_no_more_of_a_cook(how, monkeypatch):
    """ASVS 3.3.1, 3.3.3, 3.3.4: a session that is ended, however it is, ends what it follows too."""
    monkeypatch.setattr(streams, "HEARTBEAT_S", 0.1)

    def begun():
        mara = Visitor("mara")
        mara.call("GET", "/api/plans")
        return mara, Cook.objects.get(id=mara.start(practice=True)["id"])

    mara, cook = await sync_to_async(begun)()
    browser = AsyncClient()
    await sync_to_async(browser.force_login)(mara.user)
    await browser.get("/api/plans")
    stream = aiter(await browser.get(f"/api/cooks/{cook.id}/stream"))
    for _ in range(2):
        await anext(stream)
    await sync_to_async(ENDS[how])(mara)
    await sync_to_async(a_note)(cook, "the neighbours come too")
    told = await asyncio.wait_for(until_silent(stream), 10)
    assert not any(b"neighbours" in part for part in told)


@pytest.mark.django_db(transaction=True)
async def test_who_is_removed_hears_no_more_of_a_cook(monkeypatch):
    monkeypatch.setattr(streams, "HEARTBEAT_S", 0.1)

    def begun():
        mara = Visitor("mara")
        hers = joined(mara, "hand")
        return mara, hers, Cook.objects.get(id=mara.start(practice=True)["id"])

    mara, hers, cook = await sync_to_async(begun)()
    browser = AsyncClient()
    browser.cookies = hers.cookies
    key = hers.cookies[settings.SESSION_COOKIE_NAME].value
    stream = aiter(await browser.get(f"/api/cooks/{cook.id}/stream"))
    for _ in range(2):
        await anext(stream)
    member = await sync_to_async(lambda: mara.call("GET", "/api/members").json()["members"][0]["id"])()
    gone = await sync_to_async(mara.call)("DELETE", f"/api/members/{member}")
    assert gone.status_code == 200
    await sync_to_async(a_note)(cook, "she takes too much salt")
    told = await asyncio.wait_for(until_silent(stream), 10)
    assert not any(b"salt" in part for part in told)
    assert not await sync_to_async(Session.objects.filter(session_key=key).exists)()


@pytest.mark.django_db(transaction=True)
async def test_an_open_stream_does_not_keep_an_idle_session_alive(monkeypatch):
    monkeypatch.setattr(streams, "HEARTBEAT_S", 0.05)
    mara = await sync_to_async(Visitor)("mara")
    cook = await sync_to_async(lambda: Cook.objects.get(id=mara.start(practice=True)["id"]))()
    browser = AsyncClient()
    await sync_to_async(browser.force_login)(mara.user)
    stream = aiter(await browser.get(f"/api/cooks/{cook.id}/stream"))
    await anext(stream)
    before = timezone.now() - timedelta(hours=2)
    await sync_to_async(Entrance.objects.update)(seen_at=before)
    for _ in range(3):
        await anext(stream)
    assert await sync_to_async(lambda: set(Entrance.objects.values_list("seen_at", flat=True)))() == {before}
