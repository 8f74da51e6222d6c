"""Passwords: changing one, and getting back in. What is asked for is of the verification standard for web applications
(OWASP ASVS 4.0, chapters 2 and 3; from memory)."""

import io
import json
import re

import pytest
from django.core.management import CommandError, call_command
from django.test import Client
from households import Visitor, errors
from wording import worded

from brasko.web.accounts import passwords, throttle
from brasko.web.accounts.models import Household

OLD, NEW = "charcoal-and-oak", "smoke over the pear tree"


@pytest.fixture(autouse=True)
def nobody_tried():
    throttle.forget()


def send(client: Client, method: str, path: str, **body: str):
    return client.generic(method, path, json.dumps(body), content_type="application/json")


def code_of(mara: Visitor) -> str:
    return send(mara.client, "POST", "/api/accounts/recovery", current=OLD).json()["code"]


def test_a_changed_password_ends_every_other_session(mara):
    """ASVS 3.3.3: other sessions end with a change of password; 2.1.6: the current one is asked for."""
    other = Client()
    other.force_login(mara.user)
    assert send(mara.client, "PUT", "/api/accounts/password", current=OLD, new=NEW).status_code == 200
    assert mara.client.get("/api/session").json()["signed_in"] is True
    assert other.get("/api/session").json()["signed_in"] is False
    assert send(Client(), "POST", "/api/session", username="mara", password=OLD).status_code == 422
    assert send(Client(), "POST", "/api/session", username="mara", password=NEW).json()["signed_in"] is True


@pytest.mark.parametrize(
    ("current", "new", "field", "said"),
    [
        ("not it", NEW, "current", "isn't your password"),
        (OLD, "short", "new", "at least 12 characters"),
        (OLD, "q1w2e3r4t5y6", "new", "too common"),
        (OLD, "123456789012345", "new", "numeric"),
    ],
)
def test_a_password_that_will_not_do_is_told_at_its_field(mara, current, new, field, said):
    refused = send(mara.client, "PUT", "/api/accounts/password", current=current, new=new)
    assert refused.status_code == 422
    assert said in worded(errors(refused)[field])
    assert mara.client.get("/api/session").json()["signed_in"] is True


def test_a_code_is_shown_once_and_kept_as_a_digest(mara):
    """ASVS 2.5: secrets of recovery are random, stored as digests, and used once."""
    assert mara.client.get("/api/session").json()["household"]["has_recovery"] is False
    code = code_of(mara)
    assert re.fullmatch(r"([2-9a-z]{5}-){4}[2-9a-z]{5}", code)
    kept = Household.objects.get(user=mara.user).recovery
    assert code.replace("-", "") not in kept
    assert mara.client.get("/api/session").json()["household"]["has_recovery"] is True
    assert code not in mara.client.get("/api/session").content.decode()


def test_a_code_opens_once_and_ends_what_was(mara):
    code = code_of(mara)
    typed = code.upper().replace("-", " ")
    found = Client()
    back = send(found, "POST", "/api/session/recovery", username="mara", code=typed, password=NEW)
    assert back.json()["signed_in"] is True
    assert mara.client.get("/api/session").json()["signed_in"] is False
    assert found.get("/api/plans").status_code == 200
    again = send(Client(), "POST", "/api/session/recovery", username="mara", code=code, password=OLD)
    assert again.status_code == 422


def test_a_newer_code_takes_the_place_of_an_older(mara):
    old, new = code_of(mara), code_of(mara)
    assert send(Client(), "POST", "/api/session/recovery", username="mara", code=old, password=NEW).status_code == 422
    assert send(Client(), "POST", "/api/session/recovery", username="mara", code=new, password=NEW).status_code == 200


def test_a_weak_password_does_not_use_the_code_up(mara):
    code = code_of(mara)
    refused = send(Client(), "POST", "/api/session/recovery", username="mara", code=code, password="short")
    assert "password" in errors(refused)
    assert send(Client(), "POST", "/api/session/recovery", username="mara", code=code, password=NEW).status_code == 200


def test_recovery_tells_nobody_which_names_there_are(mara, odell):
    """ASVS 2.2: the same answer for a name without a code, a wrong code, and a name that nobody has."""
    code_of(mara)
    said = {
        send(Client(), "POST", "/api/session/recovery", username=name, code="22222-22222", password=NEW).content
        for name in ("mara", "odell", "nobody")
    }
    assert len(said) == 1


def test_a_name_that_nobody_has_takes_as_much_work_as_one_with_a_code(mara, monkeypatch):
    """Who measures how long an answer takes learns no name: one digest is looked at for either."""
    code_of(mara)
    looked = []
    real = passwords.check_password
    monkeypatch.setattr(passwords, "check_password", lambda *given: looked.append(given) or real(*given))
    made = []
    real_make = passwords.make_password
    monkeypatch.setattr(passwords, "make_password", lambda *given: made.append(given) or real_make(*given))
    passwords._nobodys()
    made.clear()
    for name in ("mara", "nobody"):
        send(Client(), "POST", "/api/session/recovery", username=name, code="22222-22222", password=NEW)
    assert (len(looked), len(made)) == (2, 0)


def test_guessing_at_codes_is_slowed_down(mara):
    code = code_of(mara)
    for _ in range(8):
        send(Client(), "POST", "/api/session/recovery", username="mara", code="wrong", password=NEW)
    refused = send(Client(), "POST", "/api/session/recovery", username="mara", code=code, password=NEW)
    assert refused.status_code == 429
    assert int(refused["Retry-After"]) > 0


def test_the_password_of_the_demo_is_nobodys_to_change(mara):
    Household.objects.filter(user=mara.user).update(demo=True)
    assert send(mara.client, "PUT", "/api/accounts/password", current=OLD, new=NEW).status_code == 422
    assert send(mara.client, "POST", "/api/accounts/recovery", current=OLD).status_code == 422


def test_the_owner_of_the_machine_gives_a_new_password(mara, monkeypatch):
    told = io.StringIO()
    monkeypatch.setattr("sys.stdin", io.StringIO(NEW + "\n"))
    call_command("set_password", "mara", stdout=told)
    assert "mara has a new password" in told.getvalue()
    assert mara.client.get("/api/session").json()["signed_in"] is False
    assert send(Client(), "POST", "/api/session", username="mara", password=NEW).json()["signed_in"] is True


@pytest.mark.parametrize(("name", "typed", "said"), [("mara", "short\n", "12 characters"), ("tove", "", "nobody here")])
def test_the_owner_is_told_what_is_wrong(mara, monkeypatch, name, typed, said):
    monkeypatch.setattr("sys.stdin", io.StringIO(typed))
    with pytest.raises(CommandError, match=said):
        call_command("set_password", name)
