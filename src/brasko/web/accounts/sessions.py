"""Sessions as their owners may know them: each can be seen and ended, and one that stands idle ends by itself."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.utils import timezone

from brasko.web.accounts.models import Entrance
from brasko.web.accounts.signals import signed_out

IDLE = timedelta(days=3)
"""A session that nobody uses for so long is over: the longest cook, with a night before and after (assumed)."""
NOTED_EVERY = timedelta(minutes=10)
"""How exactly it is known when a session was used last: a write for each call would be one too many."""


def entered(request: HttpRequest, user: User, now: datetime | None = None, *, counts: bool = True) -> bool:
    """Note that a session is used, where that counts. False where it had stood idle for too long: it is over then."""
    key = request.session.session_key
    if key is None:
        return True
    now = now or timezone.now()
    found = Entrance.objects.filter(session=key).first()
    if found is None:
        about = {"agent": _agent(request), "address": request.META.get("REMOTE_ADDR", "")[:45]}
        Entrance.objects.get_or_create(session=key, defaults={"user": user, "began_at": now, "seen_at": now, **about})
        return True
    if now - found.seen_at > IDLE:
        end(found)
        return False
    if counts and now - found.seen_at > NOTED_EVERY:
        Entrance.objects.filter(id=found.id).update(seen_at=now)
    return True


def entrances_of(user: User) -> list[Entrance]:
    """Sessions of somebody that are not over, newest use first."""
    known = list(Entrance.objects.filter(user=user))
    open_now = set(
        Session.objects.filter(session_key__in=[e.session for e in known], expire_date__gt=timezone.now()).values_list(
            "session_key", flat=True
        )
    )
    over = [e.id for e in known if e.session not in open_now]
    Entrance.objects.filter(id__in=over).delete()
    return [e for e in known if e.session in open_now]


def end(*gone: Entrance) -> None:
    """End sessions: whoever uses one is asked to sign in, and what it follows live falls silent."""
    Session.objects.filter(session_key__in=[e.session for e in gone]).delete()
    Entrance.objects.filter(id__in=[e.id for e in gone]).delete()
    signed_out.send(sender=None)


def end_all(user: User) -> None:
    """End every session of somebody that is known by now."""
    end(*Entrance.objects.filter(user=user))


def _agent(request: HttpRequest) -> str:
    said = request.headers.get("User-Agent", "")
    if "iPad" in said or "Tablet" in said:
        return "tablet"
    return "phone" if "Mobi" in said or "Android" in said else "computer"
