"""Whole tables: planned while they change, kept, taken along, set aside and brought back."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.formats.table import MealTableIn, TableOut
from brasko.web.accounts.auth import CookRequest, signed_in
from brasko.web.common.versions import unchanged
from brasko.web.cooks.convert import cook_out
from brasko.web.cooks.schemas import CookOut, StartIn
from brasko.web.machine.answers import computed_answer
from brasko.web.machine.quotas import waiter_of
from brasko.web.machine.store import in_store
from brasko.web.tables.actions.eat_later import eat_later
from brasko.web.tables.actions.save_table import save_table
from brasko.web.tables.actions.start_table import start_table
from brasko.web.tables.actions.take_along import calendar_of
from brasko.web.tables.computing import effort_of, previewed_table, table_reference
from brasko.web.tables.household import with_household_altitude
from brasko.web.tables.models import Table
from brasko.web.tables.present import kept_schema
from brasko.web.tables.schemas import (
    KeptTableOut,
    LaterIn,
    LaterOut,
    TableAskIn,
    TableLine,
    TableReferenceOut,
)

router = Router(tags=["tables"])


def _mine(request: CookRequest, table_id: int) -> Table:
    return get_object_or_404(Table.objects.select_related("cook", "owner"), id=table_id, owner=request.user)


@router.get("tables/reference", response=TableReferenceOut, operation_id="get_table_reference")
def get_table_reference(request: CookRequest) -> TableReferenceOut:
    return table_reference()


@router.post("tables/preview", response=TableOut, auth=signed_in, operation_id="preview_table")
async def preview_table(request: CookRequest, payload: TableAskIn) -> HttpResponse:
    """Plan a table without keeping it: quick by the rule, else by the solver."""
    effort = effort_of(payload.table)
    table = await in_store(with_household_altitude, request.user, payload.table)
    payload = payload.model_copy(update={"table": table})
    return await computed_answer(request, effort, previewed_table, payload, timezone.now())


@router.get("tables", response=list[TableLine], operation_id="list_tables")
def list_tables(request: CookRequest) -> list[TableLine]:
    tables = Table.objects.filter(owner=request.user, set_aside_at=None)
    return [TableLine(id=t.pk, title=t.title, eat_at=t.eat_at, dishes=[d.name for d in t.told.dishes]) for t in tables]


@router.post("tables", response={201: KeptTableOut}, operation_id="create_table")
def create_table(request: CookRequest, payload: MealTableIn) -> Status[KeptTableOut]:
    """Plan a table and keep it (brasko/meal@2)."""
    return Status(201, kept_schema(save_table(waiter_of(request), request.user, payload)))


@router.get("tables/{int:table_id}", response=KeptTableOut, operation_id="get_table")
def get_table(request: CookRequest, table_id: int) -> KeptTableOut:
    return kept_schema(_mine(request, table_id))


@router.put("tables/{int:table_id}", response=KeptTableOut, operation_id="update_table")
def update_table(request: CookRequest, table_id: int, payload: MealTableIn) -> KeptTableOut:
    def seen(table: Table) -> None:
        unchanged(request, table.version, lambda: kept_schema(table))

    table = _mine(request, table_id)
    return kept_schema(save_table(waiter_of(request), request.user, payload, table, may_write=seen))


@router.get("tables/{int:table_id}/table.json", response=MealTableIn, operation_id="export_table")
def export_table(request: CookRequest, table_id: int) -> MealTableIn:
    """The table as brasko/meal@2."""
    table = _mine(request, table_id)
    return table.asked.model_copy(update={"model_version": table.model_version, "title": table.title})


@router.get("tables/{int:table_id}/table.ics", operation_id="export_table_calendar", include_in_schema=False)
def export_table_calendar(request: CookRequest, table_id: int, person: str | None = None) -> HttpResponse:
    """The order of work as iCalendar; of one person where one is named."""
    table = _mine(request, table_id)
    home = request.user.household
    body = calendar_of(table, home.units, home.language, person)
    response = HttpResponse(body, content_type="text/calendar; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="table-{table.pk}.ics"'
    return response


@router.post("tables/{int:table_id}/start", response={201: CookOut, 200: CookOut}, operation_id="start_table")
def start_table_cook(request: CookRequest, table_id: int, payload: StartIn) -> Status[CookOut]:
    """Start the cook of a meal, for real or as a practice (201), or join its running cook (200)."""
    cook, is_new = start_table(waiter_of(request), request.user, _mine(request, table_id), payload)
    return Status(201 if is_new else 200, cook_out(cook))


@router.post("tables/{int:table_id}/later", response=LaterOut, operation_id="eat_table_later")
def eat_table_later(request: CookRequest, table_id: int, payload: LaterIn) -> LaterOut:
    """What comes of eating later: shown first, kept where it is to be taken."""
    return eat_later(waiter_of(request), _mine(request, table_id), payload)


@router.delete("tables/{int:table_id}", response=KeptTableOut, operation_id="set_table_aside")
def set_table_aside(request: CookRequest, table_id: int) -> KeptTableOut:
    """Take a table off the list. It can be brought back."""
    table = _mine(request, table_id)
    table.set_aside_at = table.set_aside_at or timezone.now()
    table.save(update_fields=["set_aside_at"])
    return kept_schema(table)


@router.post("tables/{int:table_id}/restore", response=KeptTableOut, operation_id="bring_table_back")
def bring_table_back(request: CookRequest, table_id: int) -> KeptTableOut:
    table = _mine(request, table_id)
    table.set_aside_at = None
    table.save(update_fields=["set_aside_at"])
    return kept_schema(table)
