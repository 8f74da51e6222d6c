"""A table to take along: a calendar of everybody's work."""

from __future__ import annotations

from datetime import UTC, timedelta

from icalendar import Calendar, Event, vText

from brasko.formats.text import clean
from brasko.web.tables.models import Table
from brasko.words import rendered

NOT_CALLED = ("flip", "turn")
"""Turns are for who stands at the fire, not for a calendar."""


def calendar_of(table: Table, units: str, language: str, person: str | None = None) -> bytes:
    """The order of work as iCalendar, of everybody or of one. Source: rfc_5545."""
    told, asked = table.told, table.asked
    names = {p.key: p.name for p in asked.people}
    calendar = Calendar()
    calendar.add("prodid", "-//Brasko//table//EN")
    calendar.add("version", "2.0")
    called = table.title if person is None else f"{table.title}: {names.get(person, person)}"
    calendar.add("x-wr-calname", vText(clean(called)))
    for n, work in enumerate(told.work):
        if work.key in NOT_CALLED or person not in (None, work.person):
            continue
        event = Event()
        start = (asked.eat_at + timedelta(seconds=work.start_s)).astimezone(UTC)
        who = f" ({names.get(work.person, work.person)})" if person is None and len(names) > 1 else ""
        event.add("uid", f"table-{table.pk}-{n}@brasko")
        event.add("summary", clean(f"{rendered(work.name, units, language)}{who}"))
        event.add("description", clean(rendered(work.why, units, language)))
        event.add("dtstart", start)
        event.add("dtend", start + timedelta(seconds=max(work.lasts_s, 60.0)))
        event.add("dtstamp", table.updated_at.astimezone(UTC))
        event.add("transp", "TRANSPARENT")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
