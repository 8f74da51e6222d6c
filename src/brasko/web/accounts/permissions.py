"""Who somebody is, whose household they are in, and what they may do there."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal, cast

from django.contrib.auth.models import AnonymousUser, User
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest

from brasko.core.words import say
from brasko.web.accounts.models import Household, Member

RoleName = Literal["owner", "cook", "hand"]

HANDS_DO: tuple[tuple[str, re.Pattern[str]], ...] = (
    ("POST", re.compile(r"^/api/cooks/\d+/events$")),
    ("POST", re.compile(r"^/api/cooks/\d+/pieces/\d+/(surface|ask)$")),
    ("POST", re.compile(r"^/api/tables/\d+/marks$")),
    ("POST", re.compile(r"^/api/practice/feel/")),
    ("DELETE", re.compile(r"^/api/session$")),
    ("DELETE", re.compile(r"^/api/sessions")),
    ("PUT", re.compile(r"^/api/accounts/password$")),
    ("POST", re.compile(r"^/api/accounts/(recovery|codes|codes/confirm|codes/stop)$")),
)
"""What a hand may change: marks, readings, and an account of its own."""
HANDS_MARK = frozenset({"done", "flip", "turn", "move", "lid", "vent", "reading", "flare", "smoke", "note", "undo"})
"""Events that a hand may record: none of them moves the dinner, or what it is pulled at."""
OWNERS_ALONE = re.compile(r"^/api/(household|members)(/|$)")
"""What belongs to whoever owns the household."""


@dataclass(frozen=True)
class Actor:
    """Somebody signed in: person has the account, owner the household."""

    person: User
    owner: User
    household: Household
    role: RoleName


def current_actor(person: User) -> Actor | None:
    """Whose household somebody is in; None where it is gone."""
    home = Household.objects.filter(user=person).first()
    if home is not None:
        return Actor(person, person, home, "owner")
    member = Member.objects.select_related("household__user").filter(user=person).first()
    if member is None:
        return None
    return Actor(person, member.household.user, member.household, cast("RoleName", member.role))


def require(request: HttpRequest, found: Actor) -> None:
    """That this may be asked for in this role. Raises PermissionDenied."""
    path, method = request.path, request.method or "GET"
    if found.role != "owner" and OWNERS_ALONE.match(path):
        raise PermissionDenied(say("people-only-the-owner"))
    may = method in ("GET", "HEAD") or any(method == m and pattern.match(path) for m, pattern in HANDS_DO)
    if found.role == "hand" and not may:
        raise PermissionDenied(say("people-a-hand-marks-and-reads"))


def person_of(request: HttpRequest) -> User | AnonymousUser:
    """Who has the account, whoever's household it is."""
    return cast("User | AnonymousUser", getattr(request, "person", request.user))
