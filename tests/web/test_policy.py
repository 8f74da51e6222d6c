"""Who is answered at all: plain HTTP, proxies, and names that are not this machine's."""

import json

import pytest
from django.test import Client, RequestFactory

from brasko.web.common.policy import refused_plain


@pytest.mark.parametrize(
    ("local", "meta", "kind"),
    [
        (False, {"REMOTE_ADDR": "127.0.0.1"}, None),
        (False, {"REMOTE_ADDR": "192.168.1.9"}, "https-needed"),
        (True, {"REMOTE_ADDR": "192.168.1.9"}, None),
        (True, {"REMOTE_ADDR": "203.0.113.5"}, "https-needed"),
        (True, {"REMOTE_ADDR": "203.0.113.5", "secure": True}, None),
        (True, {"REMOTE_ADDR": "192.168.1.2", "HTTP_X_FORWARDED_PROTO": "https"}, "unknown-proxy"),
        (True, {"REMOTE_ADDR": "192.168.1.2", "HTTP_X_FORWARDED_FOR": "203.0.113.5"}, "unknown-proxy"),
        (False, {"REMOTE_ADDR": "203.0.113.5", "HTTP_X_FORWARDED_FOR": "203.0.113.5"}, "https-needed"),
        (
            False,
            {
                "REMOTE_ADDR": "203.0.113.5",
                "HTTP_X_FORWARDED_FOR": "203.0.113.5",
                "HTTP_X_FORWARDED_PROTO": "https",
                "secure": True,
            },
            None,
        ),
        (True, {"REMOTE_ADDR": "not an address"}, "https-needed"),
        (True, {"REMOTE_ADDR": "198.51.100.7"}, None),
        # a proxy on this machine that hands on the name, and says nothing of who asked it, and over what
        (False, {"REMOTE_ADDR": "127.0.0.1", "HTTP_HOST": "grill.example"}, "silent-proxy"),
        (True, {"REMOTE_ADDR": "192.168.1.2", "HTTP_HOST": "grill.example"}, "silent-proxy"),
        (False, {"REMOTE_ADDR": "203.0.113.5", "HTTP_HOST": "grill.example", "secure": True}, None),
    ],
)
def test_plain_http_from_beyond_the_yard_and_unknown_proxies_are_told_what_to_do(
    settings, monkeypatch, local, meta, kind
):
    """Addresses of documentation (RFC 5737) and of private networks (RFC 1918); this machine's own is 198.51.100.7."""
    monkeypatch.setattr("brasko.web.common.policy.addresses", lambda: ["198.51.100.7"])
    settings.LOCAL = local
    settings.ALLOWED_HOSTS = ["testserver", "grill.example"]
    settings.CSRF_TRUSTED_ORIGINS = ["https://grill.example"]
    secure = meta.pop("secure", False) if "secure" in meta else False
    request = RequestFactory().get("/", secure=secure, **meta)
    answer = refused_plain(request)
    if kind is None:
        assert answer is None
        return
    told = json.loads(answer.content)
    assert (answer.status_code, told["type"]) == (403, f"urn:brasko:{kind}")
    what_to_do = {"unknown-proxy": "BRASKO_PROXIES=192.168.1.2", "silent-proxy": "X-Forwarded-Proto"}
    assert what_to_do.get(kind, "https://") in told["detail"]


def test_a_name_that_is_not_this_machines_is_said_with_what_a_proxy_must_hand_on(db):
    told = Client().get("/api/session", HTTP_HOST="127.0.0.9:8770")
    assert (told.status_code, told.json()["type"]) == (400, "urn:brasko:unknown-host")
    for word in ("127.0.0.9:8770", "BRASKO_HOSTS", "Host"):
        assert word in told.json()["detail"]
