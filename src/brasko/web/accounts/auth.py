"""Who is signed in, for calls that wait for what another process computes: no thread is made for them."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.security import SessionAuth

from brasko.web.machine.store import in_store


class CookRequest(HttpRequest):
    """A request of somebody who is signed in: what every endpoint gets that does not say otherwise."""

    user: User
    auth: Any


class SignedIn(SessionAuth):
    """Django's session, looked up by a thread that keeps its connection to the store."""

    async def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return await in_store(_user_of, request)


def _user_of(request: HttpRequest) -> User | None:
    user = request.user
    return user if user.is_authenticated else None


signed_in = SignedIn()
