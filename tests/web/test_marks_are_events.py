"""Meals that were being cooked when their marks became events of their cook."""

from datetime import timedelta

import pytest
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

BEFORE = [("tables", "0004_cooks"), ("cooks", "0011_spark")]
AFTER = [("tables", "0005_marks_are_events")]
WORK = {"person": "ada", "place": "row", "name": "Put the corn on", "why": "", "start_s": -900.0, "lasts_s": 20.0}
TOLD = {
    "dishes": [{"key": "ribeye", "name": "Ribeye"}, {"key": "corn", "name": "Corn"}],
    "fires": [{"key": "row", "name": "Gas"}],
    "work": [
        {**WORK, "id": "row:light:0", "key": "light", "of": "row", "start_s": -3000.0},
        {**WORK, "id": "ribeye:on:0", "key": "on", "of": "ribeye"},
        {**WORK, "id": "ribeye:flip:0", "key": "flip", "of": "ribeye"},
        {**WORK, "id": "ribeye:plate:0", "key": "plate", "of": "ribeye", "start_s": -30.0},
        {**WORK, "id": "corn:on:0", "key": "on", "of": "corn"},
    ],
    "cautions": [{"of": "row", "text": "Lid up before you light it."}],
}
ASKED = {"people": [{"key": "ada", "name": "Ada"}]}


def migrated(to):
    executor = MigrationExecutor(connection)
    executor.migrate(to)
    return executor.loader.project_state(to).apps


@pytest.fixture
def before(transactional_db):
    yield migrated(BEFORE)
    executor = MigrationExecutor(connection)
    executor.migrate(executor.loader.graph.leaf_nodes())


def meal(apps, **more):
    user, _ = apps.get_model("auth", "User").objects.get_or_create(username="ada")
    hour = timezone.now() + timedelta(hours=1)
    return apps.get_model("tables", "Table").objects.create(
        owner=user, title="Tonight", eat_at=hour, asked_json=ASKED, told_json=TOLD, model_version="1", **more
    )


def cook_of(apps, table_owner):
    now = timezone.now()
    cook = apps.get_model("cooks", "Cook").objects.create(
        owner=table_owner, title="Tonight", eat_at=now, started_at=now, clock_real_at=now, clock_cook_at=now
    )
    result = {"tasks": [{"key": "on"}, {"key": "serve"}]}
    apps.get_model("cooks", "Piece").objects.create(
        cook=cook, position=0, name="Ribeye", cut="ribeye", inputs={}, result=result, model_version="1"
    )
    return cook


def test_a_meal_that_is_cooked_keeps_its_marks_as_events(before):
    table = meal(before)
    table.cook, table.cooked = cook_of(before, table.owner), ["ribeye"]
    table.save()
    table.marks.create(work="row:light:0")
    table.marks.create(work="corn:on:0")
    table.marks.create(work="ribeye:on:0")
    apps = migrated(AFTER)
    cook = apps.get_model("cooks", "Cook").objects.get()
    assert [h["name"] for h in cook.schedule["helpers"]] == ["Ada"]
    told = {task["id"]: (task["key"], task["piece"], task["dish"]) for task in cook.schedule["tasks"]}
    assert told == {
        "row:light:0": ("light", None, "Gas"),
        "ribeye:on:0": ("on", 0, "Ribeye"),
        "ribeye:plate:0": ("serve", 0, "Ribeye"),
        "corn:on:0": ("on", None, "Corn"),
    }
    assert cook.schedule["tasks"][0]["notes"] == ["Lid up before you light it."]
    done = [e.payload["task"] for e in cook.events.filter(kind="done")]
    assert done == ["row:light:0", "corn:on:0"], "the piece's own are events already"


def test_a_meal_that_was_marked_without_a_cook_gets_one(before):
    table = meal(before)
    table.marks.create(work="ribeye:on:0", reading_c=20.0)
    apps = migrated(AFTER)
    cook = apps.get_model("cooks", "Cook").objects.get()
    assert apps.get_model("tables", "Table").objects.get().cook_id == cook.pk
    assert [e.kind for e in cook.events.order_by("id")] == ["start", "done"]
    assert cook.events.get(kind="done").payload == {"task": "ribeye:on:0", "temp_c": 20.0, "source": "hand"}


def test_what_is_long_past_and_what_nobody_marked_stays_as_it_is(before):
    meal(before)
    old = meal(before, set_aside_at=timezone.now())
    old.marks.create(work="corn:on:0")
    apps = migrated(AFTER)
    assert not apps.get_model("cooks", "Cook").objects.exists()
