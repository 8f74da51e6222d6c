"""Sign-up, sign-in, sign-out, preferences, and what a page outside debug must carry."""

import json
import re
from io import StringIO

import pytest
from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.test import Client, RequestFactory
from households import errors
from wording import worded

from brasko.web.accounts import throttle
from brasko.web.accounts.remembered import trying

SIGN_UP = {"username": "tove", "password": "oak-and-cherry-9", "household": "Tove's yard"}


def strict_client() -> tuple[Client, dict[str, str]]:
    """A browser that must bring the CSRF token, and the header that brings it."""
    client = Client(enforce_csrf_checks=True)
    client.get("/api/session")
    return client, {"X-CSRFToken": client.cookies[settings.CSRF_COOKIE_NAME].value}


def post(client: Client, path: str, body: dict, headers: dict | None = None):
    return client.post(path, json.dumps(body), content_type="application/json", headers=headers or {})


@pytest.mark.django_db
def test_sign_up_in_and_out():
    client, token = strict_client()
    made = post(client, "/api/accounts", SIGN_UP, token)
    assert made.status_code == 201
    assert worded(made.json()["household"]["name"]) == "Tove's yard"
    token = {"X-CSRFToken": client.cookies[settings.CSRF_COOKIE_NAME].value}
    assert client.get("/api/grills").json()[0]["fire"] == "kettle_two_zone"
    assert client.delete("/api/session", headers=token).json()["signed_in"] is False
    assert client.get("/api/plans").status_code == 401
    token = {"X-CSRFToken": client.cookies[settings.CSRF_COOKIE_NAME].value}
    again = post(client, "/api/session", {"username": "tove", "password": SIGN_UP["password"]}, token)
    assert again.json()["signed_in"] is True


@pytest.mark.django_db
@pytest.mark.parametrize("path", ["/api/accounts", "/api/session", "/api/session/demo"])
def test_calls_without_a_csrf_token_are_refused(path):
    client, _ = strict_client()
    refused = post(client, path, SIGN_UP if path == "/api/accounts" else {"username": "a", "password": "b"})
    assert refused.status_code == 403
    assert "Reload it and try again" in worded(refused.json()["detail"])
    assert not get_user_model().objects.exists()


def test_signed_in_calls_need_the_csrf_token(mara):
    client = Client(enforce_csrf_checks=True)
    client.force_login(mara.user)
    assert client.patch("/api/preferences", "{}", content_type="application/json").status_code == 403


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"password": "short"}, "password", "too short"),
        ({"password": "oak-cherry9"}, "password", "at least 12 characters"),
        ({"password": "123456789012"}, "password", "entirely numeric"),
        ({"password": "qwerty123456"}, "password", "too common"),
        ({"username": "no spaces!"}, "username", "valid username"),
        ({"household": ""}, "household", "at least 1 character"),
    ],
)
def test_sign_up_says_what_is_wrong(client, change, field, said):
    answer = post(client, "/api/accounts", {**SIGN_UP, **change})
    assert answer.status_code == 422
    assert said in errors(answer)[field]
    assert not get_user_model().objects.exists()


def test_a_name_can_be_taken_once(mara, client):
    assert "is taken" in worded(errors(post(client, "/api/accounts", {**SIGN_UP, "username": "MARA"}))["username"])


def test_wrong_password(mara, client):
    answer = post(client, "/api/session", {"username": "mara", "password": "not-it"})
    assert answer.status_code == 422
    assert "does not fit" in worded(errors(answer)["password"])


@pytest.mark.django_db
def test_the_demo_is_closed_unless_it_is_a_demo(client, settings):
    settings.DEMO = False
    assert post(client, "/api/session/demo", {}).status_code == 404


def test_preferences_are_kept_per_person(mara, odell):
    mara.call(
        "PATCH",
        "/api/preferences",
        {"units": "metric", "clock": "12", "eaters": 5, "scheme": "dark", "scale": "home", "language": "de"},
    )
    assert mara.client.get("/api/session").json()["household"] == {
        "name": "mara household",
        "username": "mara",
        "units": "metric",
        "clock": "12",
        "eaters": 5,
        "altitude_m": 0.0,
        "scale": "home",
        "scheme": "dark",
        "language": "de",
        "learns": True,
        "has_recovery": False,
        "role": "owner",
        "marks": None,
        "asks_codes": False,
        "leaves_at": None,
    }
    assert odell.client.get("/api/session").json()["household"]["units"] == "us"
    assert mara.call("PATCH", "/api/preferences", {"units": "stone"}).status_code == 422
    assert mara.call("PATCH", "/api/preferences", {"eaters": 0}).status_code == 422
    assert mara.call("PATCH", "/api/preferences", {"language": "tlh"}).status_code == 422


def test_guessing_at_a_password_is_slowed_down_and_says_until_when(mara, client):
    from brasko.web.accounts.throttle import OWN_TRIES, forget

    forget()
    try:
        for n in range(OWN_TRIES[0].amount):
            assert post(client, "/api/session", {"username": "mara", "password": f"guess-{n}"}).status_code == 422
        # in another spelling too, and though it is right now
        late = post(client, "/api/session", {"username": "Mara", "password": "charcoal-and-oak"})
        assert late.status_code == 429
        assert 0 < int(late["Retry-After"]) <= 600
        assert re.search(r"Wait \d+ min", late.json()["detail"])
        assert post(client, "/api/session", {"username": "odell", "password": "x"}).status_code == 422
    finally:
        forget()


@pytest.fixture
def nobody_tried():
    throttle.forget()
    yield
    throttle.forget()


def guess(client: Client, name: str = "mara", at: str = "192.168.7.9", password: str = "guess") -> int:
    """One try from an address of a home network (RFC 1918)."""
    body = json.dumps({"username": name, "password": password})
    return client.post("/api/session", body, content_type="application/json", REMOTE_ADDR=at, secure=True).status_code


@pytest.mark.usefixtures("nobody_tried")
def test_a_stranger_who_guesses_locks_nobody_out(mara):
    """Neither the owner at home, nor a browser that was there before, nor who is signed in. OWASP, device cookies."""
    right, known = "charcoal-and-oak", Client()
    assert guess(known, at="192.168.8.1", password=right) == 200
    assert [guess(Client()) for _ in range(9)] == [422] * 8 + [429]
    # from another address, though it was never there: counted by itself
    assert guess(Client(), at="192.168.8.77", password=right) == 200
    # many strangers from many places: then nobody who is unknown is let in for a while, and who is known is
    for n in range(80):
        guess(Client(), at=f"10.0.7.{n}")
    assert guess(Client(), at="192.168.8.78", password=right) == 429
    assert guess(known, at="192.168.8.78", password=right) == 200
    changed = mara.call("PUT", "/api/accounts/password", {"current": right, "new": "smoke over the pear tree"})
    assert changed.status_code == 200


@pytest.mark.usefixtures("nobody_tried")
def test_a_browser_that_is_known_is_slowed_down_by_its_own_tries_alone(mara):
    known = Client()
    assert guess(known, password="charcoal-and-oak") == 200
    assert [guess(known, at=f"192.168.8.{n}") for n in range(9)] == [422] * 8 + [429]
    assert guess(Client(), at="192.168.8.200", password="charcoal-and-oak") == 200


@pytest.mark.usefixtures("nobody_tried")
def test_a_browser_is_known_no_longer_once_the_password_is_another(mara):
    known = Client()
    guess(known, password="charcoal-and-oak")
    request = RequestFactory().get("/")
    request.COOKIES = {name: morsel.value for name, morsel in known.cookies.items()}
    assert trying(request, "mara").known
    assert not trying(request, "odell").known
    mara.user.set_password("smoke over the pear tree")
    mara.user.save()
    assert not trying(request, "mara").known
    request.COOKIES = {name: f"{value}x" for name, value in request.COOKIES.items()}
    assert not trying(request, "mara").known


# -- who may make a household ------------------------------------------------------------------------------------------


@pytest.mark.django_db
def test_the_first_household_is_made_by_whoever_comes_and_then_by_invitation(settings):
    settings.SIGN_UP = ""
    assert Client().get("/api/session").json()["sign_up"] == "open"
    assert post(Client(), "/api/accounts", SIGN_UP).status_code == 201
    assert Client().get("/api/session").json()["sign_up"] == "invited"
    refused = post(Client(), "/api/accounts", SIGN_UP | {"username": "ines"})
    assert refused.status_code == 422
    assert "Ask the person who runs this Brasko" in worded(errors(refused)["invitation"])
    said = StringIO()
    call_command("invite", stdout=said)
    code = said.getvalue().split()[0]
    made = [
        post(Client(), "/api/accounts", SIGN_UP | {"username": name, "invitation": code}) for name in ("ines", "odell")
    ]
    assert [m.status_code for m in made] == [201, 422]
    assert not get_user_model().objects.filter(username="odell").exists()


@pytest.mark.django_db
@pytest.mark.parametrize(("rule", "status"), [("open", 201), ("invited", 422), ("closed", 403)])
def test_the_owner_of_the_machine_says_who_may_make_a_household(settings, rule, status):
    settings.SIGN_UP = ""
    call_command("sign_up", rule, stdout=StringIO())
    assert Client().get("/api/session").json()["sign_up"] == rule
    assert post(Client(), "/api/accounts", SIGN_UP).status_code == status


@pytest.mark.django_db
def test_a_demo_is_open(settings, mara):
    settings.SIGN_UP, settings.DEMO = "", True
    assert Client().get("/api/session").json()["sign_up"] == "open"


def test_guessing_from_one_address_at_many_names_is_slowed_down(client, db):
    from brasko.web.accounts.throttle import OF_ADDRESS, forget

    forget()
    try:
        for n in range(OF_ADDRESS[0].amount):
            assert post(client, "/api/session", {"username": f"n{n}", "password": "guess"}).status_code == 422
        assert post(client, "/api/session", {"username": "another", "password": "guess"}).status_code == 429
    finally:
        forget()


def test_policy_and_headers(client, db):
    response = client.get("/api/session")
    policy = response["Content-Security-Policy"]
    assert "script-src 'self'" in worded(policy)
    assert "unsafe-eval" not in policy
    assert response["X-Frame-Options"] == "DENY"
    assert response["Cache-Control"] == "no-store"
    assert "camera=()" in response["Permissions-Policy"]
    assert response["X-Content-Type-Options"] == "nosniff"


def test_cookies_are_secure_outside_debug_and_demo():
    """Settings as a deployment reads them: no demo, no debug."""
    import os
    import subprocess
    import sys

    env = {k: v for k, v in os.environ.items() if not k.startswith("BRASKO_")}
    code = (
        "from brasko.web.config import settings as s;"
        "print(s.SESSION_COOKIE_SECURE, s.CSRF_COOKIE_SECURE, s.SECURE_HSTS_SECONDS > 0, s.DEBUG, "
        "s.SESSION_COOKIE_HTTPONLY)"
    )
    said = subprocess.run(
        [sys.executable, "-c", code], env={**env, "PYTHONPATH": "src"}, capture_output=True, text=True
    )
    assert said.stdout.split() == ["True", "True", "True", "False", "True"]
