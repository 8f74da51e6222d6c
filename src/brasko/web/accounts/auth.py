"""Who is signed in, and whose household that is.

What every endpoint calls the user is the owner of the household, whoever of it asks: everything a household has is its
owner's. The account that asks is the person.
"""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.security import SessionAuth

from brasko.web.accounts.entrances import entered
from brasko.web.accounts.people import RoleName, Who, allow, who
from brasko.web.machine.store import in_store


class CookRequest(HttpRequest):
    """A request of somebody who is signed in: what every endpoint gets that does not say otherwise."""

    user: User
    auth: Any
    person: User
    role: RoleName


def signed_in_as(request: HttpRequest) -> Who | None:
    """Who asks; None where nobody is signed in, or the session has stood idle. Raises PermissionDenied."""
    person = request.user
    if not isinstance(person, User) or not person.is_authenticated or not entered(request, person):
        return None
    asks = who(person)
    if asks is None:
        return None
    allow(request, asks)
    request.person, request.role, request.user = asks.person, asks.role, asks.owner  # type: ignore[attr-defined]
    return asks


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
