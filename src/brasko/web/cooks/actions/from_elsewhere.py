"""A cook that another device recorded: planned as it would have been here, and put down beside what was read."""

from __future__ import annotations

from datetime import datetime, timedelta

import numpy as np
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.words import quantity, say
from brasko.formats.readings_csv import Mapped, Recorded, recorded
from brasko.web.common.rows import room_for
from brasko.web.cooks.actions.past_cook import begun, marked
from brasko.web.cooks.actions.record import finish
from brasko.web.cooks.actions.start_cook import MAX_COOKS
from brasko.web.cooks.log_schemas import ElsewhereIn
from brasko.web.cooks.models import Cook, Piece, Reading
from brasko.web.machine.quotas import Waiter
from brasko.web.plans.actions.save_plan import save_plan
from brasko.web.plans.schemas import PlanIn
from brasko.web.yard.stand_ins import files_of

BEFORE = timedelta(minutes=10)
"""A cook is put down as begun so long before it went on."""


def from_elsewhere(waiter: Waiter, owner: User, given: ElsewhereIn) -> Cook:
    """Keep a cook from a file as one of this household's own: it teaches its fire, and stands in the log.

    Raises InvalidInput with the field; nothing is kept then.
    """
    room_for(Cook.objects.filter(owner=owner), MAX_COOKS, "cooks")
    found = recorded(given.text, [Mapped(c.index, c.role, c.unit) for c in given.columns], given.time, given.every_s)
    lasts_s = found.time_s[-1]
    on_s, off_s = 60.0 * given.on_min, None if given.off_min is None else 60.0 * given.off_min
    if on_s >= lasts_s:
        raise InvalidInput("on_min", say("elsewhere-lies-beyond-the-file", lasts=quantity.span(lasts_s)))
    if off_s is not None and off_s <= on_s:
        raise InvalidInput("off_min", say("elsewhere-came-off-before-it-went-on"))
    if off_s is not None and off_s > lasts_s:
        raise InvalidInput("off_min", say("elsewhere-lies-beyond-the-file", lasts=quantity.span(lasts_s)))
    first = given.began_at or found.began or timezone.now() - timedelta(seconds=lasts_s)
    if first + timedelta(seconds=lasts_s) > timezone.now() + timedelta(minutes=5):
        raise InvalidInput("began_at", say("elsewhere-lies-in-the-future"))
    on_at = first + timedelta(seconds=on_s)
    # as it would have been planned then, for the hour that follows from when it went on
    draft = PlanIn(title=given.title, eat_at=timezone.now() + timedelta(days=2), pieces=[given.piece])
    plan = save_plan(waiter, owner, draft)
    programme = plan.pieces.all()[0].programme
    with transaction.atomic():
        plan.eat_at = on_at + timedelta(seconds=-programme.on_s)
        plan.set_aside_at = timezone.now()
        plan.save(update_fields=["eat_at", "set_aside_at"])
        cook, piece = begun(plan, files_of(owner), practice=False, started=on_at - BEFORE)
        marked(cook, piece, "on", on_at)
        off = _off_s(found, on_s, programme.pull_c) if off_s is None else off_s
        following = _following(piece)
        if following is not None and off is not None:
            marked(cook, piece, following, first + timedelta(seconds=off))
        _keep(cook, piece, found, first, on_s)
    return finish(cook, max(first + timedelta(seconds=lasts_s), cook.started_at + BEFORE))


def _off_s(found: Recorded, on_s: float, pull_c: float) -> float | None:
    """When the middle was at the pull that is computed; None where it never was."""
    for at, temp_c in zip(found.time_s, found.channels["tip"], strict=True):
        if at > on_s and temp_c is not None and temp_c >= pull_c:
            return at
    return None


def _following(piece: Piece) -> str | None:
    """The task that ends the slow part."""
    steps = [t for t in piece.programme.tasks if t.step]
    keys = [t.key for t in steps]
    at = keys.index(piece.programme.slow_task) if piece.programme.slow_task in keys else -1
    return keys[at + 1] if 0 <= at < len(keys) - 1 else None


def _keep(cook: Cook, piece: Piece, found: Recorded, first: datetime, on_s: float) -> None:
    rows = []
    order = {role: n for n, role in enumerate(found.channels)}
    for role, values in found.channels.items():
        last = -np.inf
        for at, temp_c in zip(found.time_s, values, strict=True):
            if temp_c is None or at < on_s or at - last < 1.0:
                continue
            last = at
            rows.append(
                Reading(
                    cook=cook,
                    piece=piece,
                    thermometer=piece.thermometer,
                    sequence=int(at * 10) * len(order) + order[role],
                    at=first + timedelta(seconds=at),
                    temp_c=temp_c,
                    source=role,
                )
            )
    Reading.objects.bulk_create(rows)
