"""A meal's tasks are marked in its cook: marks become events, and a meal that was marked without a cook gets one."""

from datetime import timedelta
from uuid import uuid4

from django.db import migrations
from django.db.models import F
from django.utils import timezone

STILL_COOKED = timedelta(hours=12)
"""A meal whose hour is longer past than this is over."""
REPEATED = ("turn", "flip")


def schedule_of(table):
    """As cooks keep it: who helps, and every task with the piece whose own it is."""
    asked, told = table.asked_json, table.told_json
    names = {d["key"]: d["name"] for d in told["dishes"]} | {f["key"]: f["name"] for f in told["fires"]}
    known = {}
    if table.cook is not None:
        for piece in table.cook.pieces.all():
            if piece.position < len(table.cooked):
                tasks = {t["key"] for t in piece.result["tasks"]}
                known[table.cooked[piece.position]] = (piece.position, tasks)
    tasks, notes = [], {}
    for note in told.get("cautions", []):
        first = next((work for work in told["work"] if work["of"] == note["of"]), told["work"][0])
        notes.setdefault(first["id"], []).append(note["text"])
    for work in told["work"]:
        position, own = known.get(work["of"], (None, ()))
        if position is not None and work["key"] in REPEATED:
            continue
        key = "serve" if position is not None and work["key"] == "plate" else work["key"]
        tasks.append(
            {
                **{f: work[f] for f in ("id", "of", "person", "place", "name", "why", "start_s", "lasts_s")},
                "key": key,
                "dish": names.get(work["of"], ""),
                "notes": notes.get(work["id"], []),
                "least_c": work.get("least_c"),
                "piece": position if key in own else None,
            }
        )
    return {"helpers": [{"key": p["key"], "name": p["name"]} for p in asked["people"]], "tasks": tasks}


def forward(apps, schema_editor):
    Table, Mark = apps.get_model("tables", "Table"), apps.get_model("tables", "TableMark")
    Cook, Event = apps.get_model("cooks", "Cook"), apps.get_model("cooks", "Event")
    now = timezone.now()
    for table in Table.objects.select_related("cook").filter(cook__ended_at=None, cook__isnull=False):
        Cook.objects.filter(pk=table.cook_id).update(schedule=schedule_of(table))
        events_of(Event, Mark, table, table.cook, schedule_of(table))
    marked = Table.objects.filter(cook=None, set_aside_at=None, eat_at__gt=now - STILL_COOKED)
    for table in marked.filter(marks__isnull=False).distinct():
        began = table.marks.order_by("at").first().at
        schedule = schedule_of(table)
        cook = Cook.objects.create(
            owner_id=table.owner_id,
            title=table.title,
            eat_at=table.eat_at,
            started_at=began,
            clock_real_at=began,
            clock_cook_at=began,
            schedule=schedule,
        )
        Event.objects.create(cook=cook, client_id=uuid4(), kind="start", at=began, payload={"speed": 1})
        Table.objects.filter(pk=table.pk).update(cook=cook, cooked=[], updated_at=F("updated_at"))
        events_of(Event, Mark, table, cook, schedule)


def events_of(Event, Mark, table, cook, schedule):
    """Marks of what is no piece's own; those of pieces are events already."""
    own = {task["id"] for task in schedule["tasks"] if task["piece"] is None}
    for mark in Mark.objects.filter(table=table, work__in=own).order_by("at"):
        payload = {"task": mark.work}
        if mark.reading_c is not None:
            payload |= {"temp_c": mark.reading_c, "source": "hand"}
        Event.objects.create(
            cook=cook, client_id=uuid4(), kind="done", at=max(mark.at, cook.started_at), payload=payload
        )


class Migration(migrations.Migration):
    dependencies = [
        ("cooks", "0012_schedule"),
        ("tables", "0004_cooks"),
    ]

    operations = [
        migrations.RunPython(forward, migrations.RunPython.noop),
        migrations.DeleteModel(name="TableMark"),
    ]
