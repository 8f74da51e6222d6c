"""A cook's time goes on where the machine's clock is set back: what is recorded keeps the order in which it came."""

from datetime import timedelta
from uuid import uuid4

from django.utils import timezone

from brasko.web.cooks.models import Cook, Event

SET_BACK = timedelta(seconds=2)
"""A clock that is corrected by less is left alone."""


HEARD_EVERY = timedelta(seconds=1)
"""A running clock is noted so often."""


def fresh(cook: Cook) -> Cook:
    """The cook as it is now; inside a transaction nobody changes it meanwhile (each begins with the right to write)."""
    return Cook.objects.get(id=cook.id)


def kept_steady(cook: Cook) -> Cook:
    """The cook, with its clock going on from when it was last heard of where the machine's has been set back since.

    In a transaction, before anything is recorded.
    """
    if cook.ended_at is not None:
        return cook
    real = timezone.now()
    heard = cook.heard_at or cook.clock_real_at
    if real >= heard - SET_BACK:
        if real > heard + HEARD_EVERY:
            Cook.objects.filter(id=cook.id).update(heard_at=real)
        return cook
    cook.clock_real_at, cook.clock_cook_at, cook.heard_at = real, cook.now(heard), real
    cook.save(update_fields=["clock_real_at", "clock_cook_at", "heard_at"])
    payload = {"speed": cook.clock_speed, "set_back_s": round((heard - real).total_seconds())}
    Event(cook=cook, client_id=uuid4(), kind=Event.Kind.CLOCK, at=cook.clock_cook_at, payload=payload).save()
    return cook


def ahead_of_the_wall(cook: Cook) -> timedelta:
    """How far a cook's time is ahead of the machine's clock since that was set back; nothing for a practice."""
    ahead = timedelta() if cook.practice else cook.clock_cook_at - cook.clock_real_at
    return ahead if ahead > SET_BACK else timedelta()
