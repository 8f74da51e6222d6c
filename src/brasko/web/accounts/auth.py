"""Who is signed in, and whose household that is.

What every endpoint calls the user is the owner of the household, whoever of it asks: everything a household has is its
owner's. The account that asks is the person.
"""

from __future__ import annotations

from copy import copy
from typing import Any

from django.contrib.auth import get_user
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest
from ninja.security import SessionAuth

from brasko.web.accounts.permissions import Actor, RoleName, current_actor, require
from brasko.web.accounts.sessions import entered
from brasko.web.machine.store import in_store


class CookRequest(HttpRequest):
    """A request of somebody who is signed in: what every endpoint gets that does not say otherwise."""

    user: User
    auth: Any
    person: User
    role: RoleName


def signed_in_as(request: HttpRequest, *, counts: bool = True) -> Actor | None:
    """Who asks, and may: the one place that decides whether a session may act, for requests and for streams.

    None where nobody is signed in: the session is over, was ended, has stood idle, or is of a password that was
    changed. counts: whether this is a use of the session, from which its idle time is counted. Raises PermissionDenied.
    """
    person = request.user
    if not isinstance(person, User) or not person.is_authenticated or not entered(request, person, counts=counts):
        return None
    asks = current_actor(person)
    if asks is None:
        return None
    require(request, asks)
    request.person, request.role, request.user = asks.person, asks.role, asks.owner  # type: ignore[attr-defined]
    return asks


def still_signed_in_as(request: HttpRequest) -> Actor | None:
    """The same as the store has it now, for an answer that goes on after its request; None where it may not go on.

    An open stream is no use of the session: a page that was left open does not keep it alive.
    """
    now = copy(request)
    now.session = SessionStore(request.session.session_key)
    now.user = get_user(now)
    try:
        return signed_in_as(now, counts=False)
    except PermissionDenied:
        return None


def _owner_for(request: HttpRequest) -> User | None:
    asks = signed_in_as(request)
    return None if asks is None else asks.owner


class InHousehold(SessionAuth):
    """Django's session, and the household that goes with it."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return _owner_for(request)


class SignedIn(SessionAuth):
    """The same for calls that wait for what another process computes: looked up in a thread of the store."""

    async def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return await in_store(_owner_for, request)


in_household, signed_in = InHousehold(), SignedIn()
