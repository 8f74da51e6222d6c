"""Put the meat of a table on the fire, so that readings come in and forecasts are made; sides go by their marks."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from brasko.core.words import say
from brasko.web.common.problem import Conflict
from brasko.web.cooks.actions.start_cook import put_on
from brasko.web.cooks.adapters import ToCook
from brasko.web.cooks.schemas import StartIn
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.tables.computing import effort_of, meat_to_cook
from brasko.web.tables.models import Table


def start_table(waiter: Waiter, owner: User, table: Table, payload: StartIn) -> Table:
    """Start the cook of a table, or a practice of it. Marks of an earlier one are cleared. Raises Conflict while one
    goes on."""
    if table.cook is not None and table.cook.ended_at is None:
        raise Conflict(say("start-table-this-table-is-being-cooked-already"))
    meat = computed_by(waiter, effort_of(table.asked), meat_to_cook, table.asked, table.told)
    if not meat.pieces:
        raise Conflict(say("start-table-there-is-no-meat-on-this"))
    work = [(w.start_s, w.start_s + w.lasts_s, w.key == "on") for w in table.told.work]
    with transaction.atomic():
        cook = put_on(owner, ToCook(table.title, table.eat_at, meat.pieces, work=work), payload)
        same = Table.objects.filter(pk=table.pk, cook=table.cook, updated_at=table.updated_at)
        if not same.update(cook=cook, cooked=meat.keys):
            raise Conflict(say("start-table-somebody-else-started-or-changed-this"))
        table.marks.all().delete()
    table.refresh_from_db()
    return table
