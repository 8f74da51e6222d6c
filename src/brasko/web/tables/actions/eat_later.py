"""A table while it is being cooked: what is done, and an hour that moves."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import uuid4

from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.table.readings import refusal
from brasko.core.table.variants import REPEATED
from brasko.core.words import say
from brasko.formats.table import WorkOut
from brasko.web.common.problem import Conflict
from brasko.web.cooks.actions.record import record_event
from brasko.web.cooks.events import TaskCompleted
from brasko.web.cooks.history import done_at, standing_events
from brasko.web.cooks.logbook import planned_anew
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.schemas import EventIn
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.tables.computing import MeatToCook, effort_of, late_table, meat_to_cook
from brasko.web.tables.models import Table, TableMark
from brasko.web.tables.present import done_work, late_by, task_of
from brasko.web.tables.schemas import LaterIn, LaterOut

ON = ":on:0"
"""How the work of putting a dish on ends, as it is known."""
CLOCK_SLACK = timedelta(minutes=5)
"""A phone's clock may be off by so much."""


def mark_work(table: Table, work: str, done: bool, reading_c: float | None = None) -> None:
    """Note that a piece of work is done, or take that back. Said twice it is one mark. What is done with a piece that
    is on the way is an event of its cook too.

    Raises InvalidInput: with reading_c where the middle has not been read, or does not show its figure.
    """
    everything = table.told.work
    this = next((each for each in everything if each.id == work), None)
    if this is None:
        raise InvalidInput("work", say("cook-table-is-none-of-this-table-it"))
    if not done:
        with transaction.atomic():
            TableMark.objects.filter(table=table, work=work).delete()
            _take_back(table, this)
        return
    if (why := refusal(this, everything, done_work(table), reading_c)) is not None:
        raise InvalidInput("reading_c", why)
    with transaction.atomic():
        _tell_the_cook(table, this, reading_c)
        TableMark.objects.get_or_create(table=table, work=work, defaults={"reading_c": reading_c, "at": table.now()})


def _going_on(table: Table, work: WorkOut) -> tuple[Cook, Piece] | None:
    """The cook and the piece that a work is of, while it goes on."""
    piece = table.pieces.get(work.of)
    return None if piece is None or table.cook is None or table.cook.ended_at is not None else (table.cook, piece)


def _tell_the_cook(table: Table, work: WorkOut, reading_c: float | None) -> None:
    found = _going_on(table, work)
    if found is None:
        return
    cook, piece = found
    if work.key in REPEATED:
        record_event(cook, EventIn(client_id=uuid4(), kind="flip", piece_id=piece.pk))
        return
    if reading_c is not None and "on" in done_at(cook.events.all(), piece):
        record_event(cook, EventIn(client_id=uuid4(), kind="reading", piece_id=piece.pk, temp_c=reading_c))
    task = task_of(work.key)
    known = task in {each.key for each in piece.programme.tasks}
    if known and task not in done_at(cook.events.all(), piece):
        record_event(cook, EventIn(client_id=uuid4(), kind="done", piece_id=piece.pk, task=task))


def _take_back(table: Table, work: WorkOut) -> None:
    found = _going_on(table, work)
    if found is None:
        return
    cook, piece = found
    for event in standing_events(cook.events.all()):
        if (
            isinstance(event.deed, TaskCompleted)
            and event.piece_id == piece.pk
            and event.deed.task == task_of(work.key)
        ):
            record_event(cook, EventIn(client_id=uuid4(), kind="undo", piece_id=piece.pk, undoes=event.client_id))


def _on_at(table: Table) -> dict[str, datetime] | None:
    """Since when dishes are on, as it was marked, each so much later as it is behind; None where nothing was marked at
    all."""
    marks = dict(table.marks.values_list("work", "at"))
    on = {work.removesuffix(ON): at for work, at in marks.items() if work.endswith(ON)}
    if table.cook is not None:
        events = list(table.cook.events.all())
        for key, piece in table.pieces.items():
            at = done_at(events, piece).get("on")
            if at is not None:
                on[key] = at
    late = late_by(table)
    on = {key: at + timedelta(seconds=late.get(key, 0.0)) for key, at in on.items()}
    return on if marks or table.cook is not None else None


def eat_later(waiter: Waiter, table: Table, asked: LaterIn) -> LaterOut:
    """Plan the rest of a table for a later hour; what is on already stays. Kept only where it is to be taken."""
    speed = 1.0 if table.cook is None else table.cook.clock_speed
    if abs(asked.at - table.now()) > CLOCK_SLACK * speed:
        raise InvalidInput("at", say("cook-table-is-not-now-the-rest-is"))
    was = table.updated_at
    told = computed_by(
        waiter, effort_of(table.asked), late_table, table.asked, table.told, asked.by_min, asked.at, _on_at(table)
    )
    if not asked.take:
        return told
    if told.status == "clash":
        raise InvalidInput("by_min", say("cook-table-is-too-little-cannot-all-be", clash=", ".join(told.clash)))
    cook = table.cook if table.cook is not None and table.cook.ended_at is None else None
    # computed before anything is written: nobody else's write waits for it
    meat = None if cook is None else _meat_of(waiter, cook, told)
    with transaction.atomic():
        changed = Table.objects.filter(pk=table.pk, updated_at=was).update(
            eat_at=told.eat_at,
            asked_json=told.asked.model_dump(mode="json"),
            told_json=told.told.model_dump(mode="json"),
            updated_at=timezone.now(),
        )
        if not changed:
            raise Conflict(say("cook-table-somebody-else-changed-this-table"))
        if cook is not None and meat is not None:
            _move_the_cook(table, cook, meat, asked.by_min)
    return told


def _meat_of(waiter: Waiter, cook: Cook, told: LaterOut) -> MeatToCook:
    by_s = (told.eat_at - cook.eat_at).total_seconds()
    return computed_by(waiter, effort_of(told.asked), meat_to_cook, told.asked, told.told, by_s)


def _move_the_cook(table: Table, cook: Cook, meat: MeatToCook, by_min: int) -> None:
    """The pieces that are not on yet follow the new plan; those that are stay as they were planned."""
    anew, events = dict(zip(meat.keys, meat.pieces, strict=True)), list(cook.events.all())
    for key, piece in table.pieces.items():
        if key in anew and "on" not in done_at(events, piece):
            piece.inputs, piece.result = anew[key].inputs, anew[key].result
            piece.save(update_fields=["inputs", "result"])
            planned_anew(piece)
    if by_min:
        record_event(cook, EventIn(client_id=uuid4(), kind="guests", late_min=by_min))
