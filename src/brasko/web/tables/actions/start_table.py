"""Put a meal on: its meat is forecast and takes readings, its sides and fires go by their tasks."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from brasko.core.words import say
from brasko.web.common.problem import Conflict
from brasko.web.cooks.actions.start_cook import put_on
from brasko.web.cooks.adapters import ToCook
from brasko.web.cooks.models import Cook
from brasko.web.cooks.schemas import StartIn
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.tables.computing import effort_of, meal_to_cook
from brasko.web.tables.models import Table


def start_table(waiter: Waiter, owner: User, table: Table, payload: StartIn) -> tuple[Cook, bool]:
    """Start the cook of a meal, or a practice of it, once: a second start joins the running cook.
    Returns whether it is new. Raises Conflict for a real start while a practice runs, and the reverse."""
    if table.cook is not None and table.cook.ended_at is None:
        if table.cook.practice != payload.practice:
            raise Conflict(say("start-table-ends-first"), "practice")
        return table.cook, False
    meal = computed_by(waiter, effort_of(table.asked), meal_to_cook, table.asked, table.told)
    with transaction.atomic():
        cook = put_on(owner, ToCook(table.title, table.eat_at, meal.pieces, schedule=meal.schedule), payload)
        same = Table.objects.filter(pk=table.pk, cook=table.cook, updated_at=table.updated_at)
        if not same.update(cook=cook, cooked=meal.keys):
            raise Conflict(say("start-table-somebody-else-started-or-changed-this"))
    return cook, True
