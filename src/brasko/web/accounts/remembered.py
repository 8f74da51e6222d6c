"""A browser that has signed in to an account is remembered there, so that a stranger's wrong tries do not keep it out.

A cookie of its own says so, signed by this machine; it signs nobody in. A new password makes it worthless.
"""

from __future__ import annotations

import secrets
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core import signing
from django.http import HttpRequest, HttpResponse

from brasko.web.accounts.throttle import Trying

COOKIE = "__Host-brasko-known" if settings.SESSION_COOKIE_SECURE else "brasko-known"
SALT = "brasko.known"
LASTS_S = 365 * 24 * 3600
MAX_ACCOUNTS = 5
"""Accounts that one browser is remembered in."""


def _told(request: HttpRequest) -> dict[str, Any]:
    """What the cookie says: a number of the browser, and marks of accounts by their numbers."""
    try:
        told = signing.loads(request.COOKIES.get(COOKIE, ""), salt=SALT, max_age=LASTS_S)
    except signing.BadSignature:
        return {}
    return told if isinstance(told, dict) else {}


def _mark(user: User) -> str:
    """Of an account with the password it has now."""
    return user.get_session_auth_hash()[:16]


def remember(request: HttpRequest, response: HttpResponse, user: User) -> None:
    """From now on this browser is known to the account."""
    told = _told(request)
    others = {pk: mark for pk, mark in told.get("of", {}).items() if pk != str(user.pk)}
    kept = dict(list(others.items())[1 - MAX_ACCOUNTS :]) | {str(user.pk): _mark(user)}
    response.set_cookie(
        COOKIE,
        signing.dumps({"browser": told.get("browser") or secrets.token_hex(8), "of": kept}, salt=SALT),
        max_age=LASTS_S,
        httponly=True,
        secure=settings.SESSION_COOKIE_SECURE,
        samesite="Lax",
    )


def trying(request: HttpRequest, name: str) -> Trying:
    """Who tries at an account, by its name as it was typed."""
    address, told = request.META.get("REMOTE_ADDR", ""), _told(request)
    if told:
        user = User.objects.filter(username=name).first()
        if user is not None and told.get("of", {}).get(str(user.pk)) == _mark(user):
            return Trying(name, address, f"{told['browser']}/{user.pk}")
    return Trying(name, address)


def own(request: HttpRequest, user: User) -> Trying:
    """The owner of an account, signed in: nobody else's tries are counted here."""
    address = request.META.get("REMOTE_ADDR", "")
    return Trying(user.username, address, f"session {request.session.session_key}/{user.pk}")
