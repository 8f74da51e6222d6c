"""A household that goes: marked first, gone for good a day later, kept after all until then."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.auth import get_user_model
from django.db import transaction
from django.utils import timezone

from brasko.web.accounts.models import Entrance, Household, Member
from brasko.web.accounts.security_log import noted
from brasko.web.accounts.sessions import end
from brasko.web.accounts.signals import time_goes_by

DAY = timedelta(days=1)
"""How long it can be kept after all."""
EVERY_S = 600.0
"""How exactly its hour is kept."""


def leave(home: Household, now: datetime | None = None) -> datetime:
    """Let a household go in a day; everybody of it is signed out. Returns when."""
    home.leaves_at = (now or timezone.now()) + DAY
    home.save(update_fields=["leaves_at"])
    people = [home.user_id, *Member.objects.filter(household=home).values_list("user_id", flat=True)]
    end(*Entrance.objects.filter(user_id__in=people))
    return home.leaves_at


def keep(home: Household) -> None:
    """Keep it after all."""
    home.leaves_at = None
    home.save(update_fields=["leaves_at"])


def gone(now: datetime | None = None) -> int:
    """Take away for good what should have gone by now. Returns how many households."""
    over = Household.objects.filter(leaves_at__lte=now or timezone.now())
    count = 0
    for home in over:
        with transaction.atomic():
            people = [home.user_id, *Member.objects.filter(household=home).values_list("user_id", flat=True)]
            get_user_model().objects.filter(id__in=people).delete()
        noted("household-gone", None, home.user_id)
        count += 1
    return count


def all_gone() -> None:
    """Take away everything whose time is over, of every kind."""
    gone()
    time_goes_by.send(sender=None)
