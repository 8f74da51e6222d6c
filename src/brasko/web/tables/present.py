"""A kept meal, as the API tells it."""

from __future__ import annotations

from brasko.web.tables.household import is_current
from brasko.web.tables.models import Table
from brasko.web.tables.schemas import KeptTableOut


def kept_schema(table: Table) -> KeptTableOut:
    """A kept table."""
    return KeptTableOut(
        id=table.pk,
        version=table.version,
        title=table.title,
        eat_at=table.eat_at,
        set_aside=table.set_aside_at is not None,
        cook_id=table.cook_id if table.cook is not None and table.cook.ended_at is None else None,
        current=is_current(table),
        asked=table.asked,
        told=table.told,
    )
