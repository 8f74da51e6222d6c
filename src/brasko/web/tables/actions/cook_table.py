"""A table while it is being cooked: what is done, and an hour that moves."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.table.readings import refusal
from brasko.web.common.problem import Conflict
from brasko.web.machine.shares import Waiter, computed_by
from brasko.web.tables.computing import effort_of, late_table
from brasko.web.tables.models import Table, TableMark
from brasko.web.tables.schemas import LaterIn, LaterOut

ON = ":on:0"
"""How the work of putting a dish on ends, as it is known."""
CLOCK_SLACK = timedelta(minutes=5)
"""A phone's clock may be off by so much."""


def mark_work(table: Table, work: str, done: bool, reading_c: float | None = None) -> None:
    """Note that a piece of work is done, or take that back. Said twice it is one mark.

    Raises InvalidInput: with reading_c where the middle has not been read, or does not show its figure.
    """
    everything = table.told.work
    this = next((each for each in everything if each.id == work), None)
    if this is None:
        raise InvalidInput("work", "is none of this table: it may have been planned anew. Look again.")
    if not done:
        TableMark.objects.filter(table=table, work=work).delete()
        return
    marked = set(table.marks.values_list("work", flat=True))
    if (why := refusal(this, everything, marked, reading_c)) is not None:
        raise InvalidInput("reading_c", why)
    TableMark.objects.get_or_create(table=table, work=work, defaults={"reading_c": reading_c})


def _on_at(table: Table) -> dict[str, datetime] | None:
    """Since when dishes are on, as it was marked; None where nothing was marked at all."""
    marks = dict(table.marks.values_list("work", "at"))
    return {work.removesuffix(ON): at for work, at in marks.items() if work.endswith(ON)} if marks else None


def eat_later(waiter: Waiter, table: Table, asked: LaterIn) -> LaterOut:
    """Plan the rest of a table for a later hour; what is on already stays. Kept only where it is to be taken."""
    if abs(asked.at - timezone.now()) > CLOCK_SLACK:
        raise InvalidInput("at", "is not now: the rest is planned from what is true now. Look again.")
    was = table.updated_at
    told = computed_by(
        waiter, effort_of(table.asked), late_table, table.asked, table.told, asked.by_min, asked.at, _on_at(table)
    )
    if not asked.take:
        return told
    if told.status == "clash":
        raise InvalidInput("by_min", f"is too little: {', '.join(told.clash)} cannot all be ready then.")
    changed = Table.objects.filter(pk=table.pk, updated_at=was).update(
        eat_at=told.eat_at,
        asked_json=told.asked.model_dump(mode="json"),
        told_json=told.told.model_dump(mode="json"),
        updated_at=timezone.now(),
    )
    if not changed:
        raise Conflict("Somebody else changed this table meanwhile. Look again, then move its hour.")
    return told
