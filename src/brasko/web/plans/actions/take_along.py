"""A plan to take along: a calendar, and a file that gives back the same plan."""

from datetime import UTC, datetime, timedelta

from django.utils import timezone
from icalendar import Alarm, Calendar, Event, vText

from brasko.formats.meal import MEAL_FORMAT, MealIn, TableIn
from brasko.formats.text import clean
from brasko.web.plans.models import Plan
from brasko.words import rendered

NOT_CALLED = ("sear_turned", "sear_over", "sear_over_turned")
"""Turns seconds apart are for the cook's own view, not for a calendar."""
AHEAD = timedelta(minutes=2)
"""A calendar calls so long before."""


def calendar_of(plan: Plan, units: str, language: str) -> bytes:
    """The order of the work as iCalendar, each task an event that calls two minutes ahead. Source: rfc_5545."""
    calendar = Calendar()
    calendar.add("prodid", "-//Brasko//plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", vText(clean(plan.title)))
    many = plan.pieces.count() > 1
    names = [piece.programme.cut_name for piece in plan.pieces.all()]
    for task in plan.order:
        key = task["key"].split(":", 1)[-1]
        if key in NOT_CALLED:
            continue
        event = Event()
        of = f" ({names[task['piece']]})" if many and task["piece"] is not None else ""
        event.add("uid", f"plan-{plan.id}-{task['key'].replace(':', '-')}@brasko")
        name = clean(rendered(f"{task['name']}{of}", units, language))
        event.add("summary", name)
        event.add("description", clean(rendered(task["why"], units, language)))
        event.add("dtstart", _moment(plan.eat_at, task["start_s"]))
        event.add("dtend", _moment(plan.eat_at, max(task["end_s"], task["start_s"] + 60.0)))
        event.add("dtstamp", plan.updated_at.astimezone(UTC))
        event.add("transp", "TRANSPARENT")
        if key != "shop":
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", name)
            alarm.add("trigger", -AHEAD)
            event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _moment(eat_at: datetime, seconds: float) -> datetime:
    return (eat_at + timedelta(seconds=round(seconds))).astimezone(UTC)


def meal_of(plan: Plan) -> MealIn:
    """The plan as brasko/meal@1."""
    pieces = list(plan.pieces.all())
    return MealIn(
        format=MEAL_FORMAT,
        model_version=pieces[0].model_version,
        title=plan.title,
        eat_at=plan.eat_at,
        table=TableIn(**plan.table),
        pieces=[piece.asked for piece in pieces],
    )


def hour_to_come(eat_at: datetime, lead_s: float, now: datetime | None = None) -> datetime:
    """The same hour on the first day on which the plan can still be made."""
    now = now or timezone.now()
    while eat_at < now + timedelta(seconds=lead_s + 300.0):
        eat_at += timedelta(days=1)
    return eat_at
