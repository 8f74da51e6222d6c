"""Compute and keep a table."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.formats.table import MealTableIn
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.tables.computing import effort_of, planned_table
from brasko.web.tables.household import with_household_altitude
from brasko.web.tables.models import Table

MAX_TABLES = 1000
"""Kept by one household, set aside or not."""
WRITTEN = ("title", "eat_at", "asked_json", "told_json", "model_version", "updated_at")
"""What planning a table anew writes: whether it is set aside meanwhile is not its business."""
FARTHEST = timedelta(days=366)
"""No table is kept for a later day."""


def save_table(
    waiter: Waiter,
    owner: User,
    asked: MealTableIn,
    table: Table | None = None,
    now: datetime | None = None,
    may_write: Callable[[Table], None] = lambda table: None,
) -> Table:
    """Keep a table, or plan a kept one anew. Nothing is changed when anything is wrong, or may_write raises, asked
    before anything is computed, and in the transaction that writes."""
    now = now or timezone.now()
    if asked.eat_at > now + FARTHEST:
        raise InvalidInput("eat_at", say("common-is-more-than-a-year-away"))
    if table is None:
        room_for(Table.objects.filter(owner=owner), MAX_TABLES, "tables")
    elif table.cook is not None and table.cook.ended_at is None:
        raise Conflict(say("save-table-this-table-is-being-cooked-beside"))
    if table is not None:
        may_write(table)
    asked = with_household_altitude(owner, asked)
    told = computed_by(waiter, effort_of(asked), planned_table, asked, False, now)
    if told.status == "clash":
        raise InvalidInput(
            "dishes",
            say(
                "save-table-cannot-all-be-had-at-that", clash=", ".join(told.clash), helps=" ".join(told.helps)
            ).strip(),
        )
    with transaction.atomic():
        if table is not None:
            table.refresh_from_db()
            may_write(table)
        table = table or Table(owner=owner)
        table.title, table.eat_at, table.model_version = told.title, asked.eat_at, told.model_version
        table.asked_json, table.told_json = asked.model_dump(mode="json"), told.model_dump(mode="json")
        table.save(update_fields=None if table.pk is None else WRITTEN)
    return table
