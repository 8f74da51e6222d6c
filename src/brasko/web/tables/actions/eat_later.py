"""Eat later: the rest of a meal that is being cooked, planned again for another hour."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import uuid4

from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.common.problem import Conflict
from brasko.web.cooks.actions.record import record_event
from brasko.web.cooks.history import done_at, standing_events
from brasko.web.cooks.lateness import late_by
from brasko.web.cooks.logbook import planned_anew
from brasko.web.cooks.models import Cook
from brasko.web.cooks.schedule import Schedule, own_done_at
from brasko.web.cooks.schemas import EventIn
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.tables.computing import MealToCook, effort_of, late_table, meal_to_cook
from brasko.web.tables.models import Table
from brasko.web.tables.schemas import LaterIn, LaterOut

ON = ":on:0"
"""How the work of putting a dish on ends, as it is known."""
CLOCK_SLACK = timedelta(minutes=5)
"""A phone's clock may be off by so much."""


def _on_at(table: Table) -> dict[str, datetime] | None:
    """Since when dishes are on, as it was marked, each so much later as it is behind; None before the meal is
    cooked."""
    if table.cook is None:
        return None
    events = standing_events(table.cook.events.all())
    on = {work.removesuffix(ON): at for work, at in own_done_at(events).items() if work.endswith(ON)}
    late = late_by(table.cook)
    for key, piece in table.pieces.items():
        at = done_at(events, piece).get("on")
        if at is not None:
            on[key] = at + timedelta(seconds=late.get(piece.pk, 0.0))
    return on


def eat_later(waiter: Waiter, table: Table, asked: LaterIn) -> LaterOut:
    """Plan the rest of a table for a later hour; what is on already stays. Kept only where it is to be taken."""
    speed = 1.0 if table.cook is None else table.cook.clock_speed
    if abs(asked.at - table.now()) > CLOCK_SLACK * speed:
        raise InvalidInput("at", say("cook-table-is-not-now-the-rest-is"))
    was = table.updated_at
    later = computed_by(
        waiter, effort_of(table.asked), late_table, table.asked, table.told, asked.by_min, asked.at, _on_at(table)
    )
    if not asked.take:
        return later
    if later.status == "clash":
        raise InvalidInput("by_min", say("cook-table-is-too-little-cannot-all-be", clash=", ".join(later.clash)))
    cook = table.cook if table.cook is not None and table.cook.ended_at is None else None
    # computed before anything is written: nobody else's write waits for it
    meal = None if cook is None else _meal_of(waiter, cook, later)
    with transaction.atomic():
        changed = Table.objects.filter(pk=table.pk, updated_at=was).update(
            eat_at=later.eat_at,
            asked_json=later.asked.model_dump(mode="json"),
            told_json=later.told.model_dump(mode="json"),
            updated_at=timezone.now(),
        )
        if not changed:
            raise Conflict(say("cook-table-somebody-else-changed-this-table"))
        if cook is not None and meal is not None:
            _move_the_cook(table, cook, meal, asked.by_min)
    return later


def _meal_of(waiter: Waiter, cook: Cook, later: LaterOut) -> MealToCook:
    by_s = (later.eat_at - cook.eat_at).total_seconds()
    return computed_by(waiter, effort_of(later.asked), meal_to_cook, later.asked, later.told, by_s)


def _move_the_cook(table: Table, cook: Cook, meal: MealToCook, by_min: int) -> None:
    """The pieces that are not on yet and all sides follow the new plan; pieces that are on stay as they were
    planned."""
    Cook.objects.filter(pk=cook.pk).update(schedule=_as_positioned(meal, table).model_dump(mode="json"))
    anew, events = dict(zip(meal.keys, meal.pieces, strict=True)), list(cook.events.all())
    for key, piece in table.pieces.items():
        if key in anew and "on" not in done_at(events, piece):
            piece.inputs, piece.result = anew[key].inputs, anew[key].result
            piece.save(update_fields=["inputs", "result"])
            planned_anew(piece)
    if by_min:
        record_event(cook, EventIn(client_id=uuid4(), kind="guests", late_min=by_min))


def _as_positioned(meal: MealToCook, table: Table) -> Schedule:
    """The new schedule with the pieces at the positions that they have in the cook."""
    where = {key: n for n, key in enumerate(table.cooked)}
    tasks = tuple(
        task if task.piece is None else task.model_copy(update={"piece": where.get(meal.keys[task.piece])})
        for task in meal.schedule.tasks
    )
    return meal.schedule.model_copy(update={"tasks": tasks})
