"""What is computed for the Table place, in a process of its own: from what was asked to what is told."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from brasko.core.errors import InvalidInput
from brasko.core.fire.own import PLANNER_FIRES
from brasko.core.sides.kinds import WAYS, all_sides
from brasko.core.table.ask import MOST_DISHES, MOST_FIRES, MOST_PEOPLE
from brasko.core.table.plan import plan_table, table_effort_s
from brasko.formats.table import MealTableIn, TableOut
from brasko.formats.table_convert import table_ask_of, table_told
from brasko.web.plans.kept import kept_plans
from brasko.web.tables.schemas import NameOut, SideOut, TableReferenceOut

TO_BEGIN = timedelta(minutes=3)
"""From now until the first work of the earliest table that is offered: to read it and get up."""


def effort_of(asked: MealTableIn) -> float:
    """CPU seconds that planning is likely to take. Raises InvalidInput."""
    return table_effort_s(table_ask_of(asked))


def planned_table(asked: MealTableIn, quick: bool, now: datetime) -> TableOut:
    """A table, planned. Raises InvalidInput, with the earliest hour where its own cannot be met."""
    made = plan_table(table_ask_of(asked), quick=quick, plan=kept_plans.piece)
    told = table_told(asked, made)
    begins = asked.eat_at + timedelta(seconds=told.begins_s)
    if begins < now:
        earliest = now + TO_BEGIN - timedelta(seconds=told.begins_s)
        earliest = (earliest + timedelta(minutes=4, seconds=59)).replace(second=0, microsecond=0)
        earliest -= timedelta(minutes=earliest.minute % 5)
        raise InvalidInput(
            "table.eat_at",
            f"is too soon: the first work is {{time:{-told.begins_s:.0f}}} before.",
            suggestion=earliest.astimezone(UTC).isoformat(),
        )
    return told


def table_reference() -> TableReferenceOut:
    """What a table is put together from."""
    return TableReferenceOut(
        sides=[
            SideOut(
                key=s.key,
                name=s.name,
                group=s.group,
                each=s.each,
                ways=list(s.ways),
                least_min=s.usual_s[0] / 60.0,
                most_min=s.usual_s[1] / 60.0,
            )
            for s in all_sides().values()
        ],
        ways=[NameOut(key=key, name=name) for key, name in WAYS.items()],
        fires=[NameOut(key=key, name=name) for key, name in PLANNER_FIRES.items()],
        most_dishes=MOST_DISHES,
        most_fires=MOST_FIRES,
        most_people=MOST_PEOPLE,
    )
