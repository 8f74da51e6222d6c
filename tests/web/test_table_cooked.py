"""A meal that is cooked: one cook for its meat, its sides and its fires."""

from datetime import datetime, timedelta
from pathlib import Path
from uuid import uuid4

import pytest
from django.utils import timezone
from examples import some_of
from households import errors
from test_whole_tables import kept_at, table
from wording import worded

from brasko.core.planner.plan import planned
from brasko.core.sides.kinds import all_sides
from brasko.core.table.pieces import pieces_of
from brasko.core.table.plan import plan_table
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import spec_of
from brasko.formats.table import MealTableIn
from brasko.formats.table_convert import table_ask_of
from brasko.web.cooks.actions.record import advance
from brasko.web.cooks.lateness import late_by
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.tables.computing import meal_to_cook, planned_table
from brasko.web.tables.models import Table

EXAMPLES = Path(__file__).resolve().parents[2] / "docs" / "examples"
REAL, PRACTICE = {"practice": False}, {"practice": True, "speed": 60}


@pytest.mark.parametrize("name", some_of(["three-cuts", "late-sausage", "burger-yard", "skewers"], every=4))
def test_what_is_kept_of_a_piece_is_cooked_as_it_was_planned(name):
    """The answers that are stored give back the very wish, on the table's fire and by its method."""
    asked = MealTableIn.model_validate_json((EXAMPLES / f"{name}.json").read_text())
    told = planned_table(asked, False, asked.eat_at.replace(year=2000))
    meat = meal_to_cook(asked, told)
    pieces = pieces_of(plan_table(table_ask_of(asked)), planned)
    assert meat.keys == [p.key for p in pieces]
    for kept, piece in zip(meat.pieces, pieces, strict=True):
        assert spec_of(PieceIn.model_validate(kept.inputs)) == piece.spec


def started(who, hours: float = 2.0, how: dict | None = None, asked: dict | None = None) -> tuple[str, dict]:
    """Where a kept meal is, and its cook as it was started."""
    one, _ = kept_at(who, hours, asked)
    row = Table.objects.get(id=one.rsplit("/", 1)[1])
    Table.objects.filter(pk=row.pk).update(eat_at=timezone.now() + timedelta(hours=hours))
    answer = who.call("POST", f"{one}/start", how or REAL)
    assert answer.status_code == 201, answer.content
    return one, answer.json()


def seen(who, cook: dict) -> dict:
    return who.call("GET", f"/api/cooks/{cook['id']}").json()


def task_of(cook: dict, dish: str, key: str) -> dict:
    """A task as the cook has it: a piece's by its key, a side's by what its id says."""
    return next(
        e for e in cook["expected"] if e["dish"].startswith(dish) and key in (e["key"], *e["key"].split(":")[1:2])
    )


def mark(who, cook: dict, task: dict, **more):
    body = {"client_id": str(uuid4()), "kind": "done", "task": task["key"], "piece_id": task["piece_id"], **more}
    return who.call("POST", f"/api/cooks/{cook['id']}/events", body)


def test_everything_of_a_meal_is_a_task_of_one_cook(mara):
    """The steak's own steps, the peppers', the fire's; each is somebody's, and nothing is there twice."""
    one, cook = started(mara)
    assert cook["meal_id"] == int(one.rsplit("/", 1)[1])
    assert cook["helpers"] == [{"key": "ada", "name": "Ada"}, {"key": "bo", "name": "Bo"}]
    assert [p["name"] for p in cook["pieces"]] == ["Ribeye"]
    keys = [(e["piece_id"], e["key"]) for e in cook["expected"]]
    assert len(keys) == len(set(keys))
    assert {worded(e["dish"]) for e in cook["expected"]} == {
        "Ribeye",
        "Bell pepper, halved",
        "Gas grill, three burners",
    }
    assert {e["person"] for e in cook["expected"] if e["piece_id"] is None} == {"ada", "bo"}
    assert task_of(cook, "Ribeye", "on")["person"] == "ada"
    assert mara.call("GET", one).json()["cook_id"] == cook["id"]
    assert [line["id"] for line in mara.call("GET", "/api/cooks/running").json()] == [cook["id"]]


def test_a_side_is_marked_once_and_taken_back_as_a_piece_is(mara):
    _, cook = started(mara)
    on = task_of(cook, "Bell pepper", "on")
    made = mark(mara, cook, on)
    assert made.status_code == 201, made.content
    assert task_of(seen(mara, cook), "Bell pepper", "on")["state"] == "done"
    assert "already checked off" in worded(mark(mara, cook, on).json()["detail"])
    undo = {"client_id": str(uuid4()), "kind": "undo", "undoes": made.json()["client_id"]}
    assert mara.call("POST", f"/api/cooks/{cook['id']}/events", undo).status_code == 201
    assert task_of(seen(mara, cook), "Bell pepper", "on")["state"] != "done"


def test_a_sides_mark_says_nothing_of_the_meat(mara):
    """The lid that is open stays open, and the steak on the fire, when somebody marks the peppers."""
    _, cook = started(mara)
    mark(mara, cook, task_of(cook, "Ribeye", "on"))
    piece = cook["pieces"][0]["id"]
    lid = {"client_id": str(uuid4()), "kind": "lid", "open": True, "piece_id": piece}
    mara.call("POST", f"/api/cooks/{cook['id']}/events", lid)
    mark(mara, cook, task_of(cook, "Bell pepper", "on"))
    assert seen(mara, cook)["outlooks"][0]["lid_open"]


def test_it_is_over_when_everything_is_on_the_table(mara):
    """With one dish of meat dished up the meal goes on until the peppers are."""
    _, cook = started(mara)
    mine = [e for e in cook["expected"] if e["piece_id"] is not None]
    for task in mine:
        assert mark(mara, cook, task).status_code == 201, task
    assert seen(mara, cook)["ended_at"] is None
    assert mark(mara, cook, task_of(cook, "Bell pepper", "off")).status_code == 201
    assert seen(mara, cook)["ended_at"] is not None
    assert Cook.objects.get().pieces.get().outcome is not None


def test_what_is_no_task_of_the_meal_is_refused(mara):
    _, cook = started(mara)
    wrong = mark(mara, cook, {"key": "soup:on:0", "piece_id": None})
    assert wrong.status_code == 422
    assert set(errors(wrong)) == {"task"}


def test_a_piece_that_is_late_is_told(mara):
    """Put on a quarter of an hour after its time."""
    _, cook = started(mara)
    on_s = next(t.start_s for t in Piece.objects.get().programme.tasks if t.key == "on")
    Cook.objects.update(eat_at=timezone.now() + timedelta(seconds=-on_s - 900.0))
    row = Cook.objects.get()
    assert late_by(row)[row.pieces.get().pk] == pytest.approx(900.0, abs=5.0)
    mark(mara, cook, task_of(cook, "Ribeye", "on"))
    (outlook,) = seen(mara, cook)["outlooks"]
    assert "behind" in worded(outlook["late_words"]) or outlook["members"] == 0


def test_a_later_hour_moves_what_is_not_on_yet(mara):
    one, cook = started(mara, hours=3.0)
    before = {e["key"]: e["start_at"] for e in cook["expected"] if e["key"] in ("on",) or ":on:" in e["key"]}
    row = Table.objects.get()
    row.asked_json["eat_at"] = row.eat_at.isoformat()
    row.save()
    taken = mara.call("POST", f"{one}/later", {"by_min": 30, "at": timezone.now().isoformat(), "take": True})
    assert taken.status_code == 200, taken.content
    after = {e["key"]: e["start_at"] for e in seen(mara, cook)["expected"] if e["key"] in before}
    assert len(after) == 2
    for key, was in before.items():
        moved = datetime.fromisoformat(after[key]) - datetime.fromisoformat(was)
        assert moved.total_seconds() == pytest.approx(1800.0, abs=5.0), key
    assert [e.deed.late_min for e in Event.objects.filter(kind="guests")] == [30]


def test_what_was_never_put_on_is_not_taken_to_be_on(mara):
    """A started meal, nothing marked, the steak's time past: planned anew for later it goes on later."""
    one, _ = started(mara)
    told = next(d for d in mara.call("GET", one).json()["told"]["dishes"] if d["key"] == "ribeye")
    eat_at = timezone.now() + timedelta(seconds=-told["on_s"] - 900.0)
    row = Table.objects.get()
    row.eat_at, row.asked_json["eat_at"] = eat_at, eat_at.isoformat()
    row.save()
    Cook.objects.update(eat_at=eat_at)
    shown = mara.call("POST", f"{one}/later", {"by_min": 45, "at": timezone.now().isoformat()})
    assert shown.status_code == 200, shown.content
    assert "Ribeye" in [move["name"] for move in shown.json()["moves"]]


def test_a_practice_begins_before_its_first_task_and_runs_as_fast_as_it_is_let(mara):
    _, cook = started(mara, how=PRACTICE)
    assert cook["practice"]
    assert cook["clock"]["speed"] == 60
    (row,) = Cook.objects.all()
    open_at = [datetime.fromisoformat(e["start_at"]) for e in cook["expected"] if e["state"] != "done"]
    assert row.started_at <= min(open_at)
    assert row.pieces.get().thermometer.simulated


def test_a_practice_that_marks_itself_marks_the_sides_too(mara):
    _, cook = started(mara, how={**PRACTICE, "hands": "plan"})
    Cook.objects.update(clock_cook_at=Table.objects.get().eat_at + timedelta(minutes=5), clock_speed=1)
    advance(Cook.objects.get())
    assert {e["state"] for e in seen(mara, cook)["expected"] if e["piece_id"] is None} == {"done"}


def test_a_table_that_is_being_cooked_is_not_planned_from_under_it(mara):
    one, _ = started(mara)
    changed = mara.call("PUT", one, {**table(), "title": "Another"})
    assert changed.status_code == 409
    assert "is being cooked" in worded(changed.json()["detail"])


def test_it_is_started_once_whoever_starts_it_too_joins(mara, odell):
    one, cook = started(mara)
    joined = mara.call("POST", f"{one}/start", REAL)
    assert (joined.status_code, joined.json()["id"]) == (200, cook["id"])
    assert odell.call("POST", f"{one}/start", REAL).status_code == 404
    other = mara.call("POST", f"{one}/start", PRACTICE)
    assert other.status_code == 409, "nobody cooks for real by a practice's readings, nor the other way round"
    assert "End that cook first" in worded(other.json()["detail"])


def test_a_meal_of_sides_alone_is_cooked_by_its_tasks(mara):
    """No curve, no forecast, no line in the log; everything else as with meat."""
    sides = table(dishes=[{"key": "peppers", "side": "bell_pepper"}])
    _, cook = started(mara, asked=sides)
    assert (cook["pieces"], cook["outlooks"], cook["skies"]) == ([], [], [])
    for task in cook["expected"]:
        assert mark(mara, cook, task).status_code == 201, task
    assert seen(mara, cook)["ended_at"] is not None
    assert mara.call("GET", "/api/cooks").json() == []
    assert mara.call("GET", "/api/cooks/season").status_code == 200


def test_a_side_that_needs_a_reading_is_not_done_without_it(mara):
    """What no forecast follows ends by its figure too. Source: fsis_safe_temperatures."""
    side = next(key for key, kind in all_sides().items() if kind.done_by == "reading")
    _, cook = started(mara, asked=table(dishes=[{"key": "it", "side": side}]))
    reads = next(e for e in cook["expected"] if e["least_c"] is not None)
    off = task_of(cook, reads["dish"], "off")
    assert "waits for its reading" in worded(errors(mark(mara, cook, off))["temp_c"])
    assert set(errors(mark(mara, cook, reads))) == {"temp_c"}
    assert set(errors(mark(mara, cook, reads, temp_c=reads["least_c"] - 1.0))) == {"temp_c"}
    assert mark(mara, cook, reads, temp_c=reads["least_c"] + 0.5).status_code == 201


def test_ground_meat_of_a_meal_is_not_rested_without_its_reading(mara):
    """160 °F in the middle, read and not forecast. Source: fsis_safe_temperatures."""
    patty = {"cut": "burger_80_20", "thickness_mm": 19, "method": "direct", "crust": "light", "count": 2}
    _, cook = started(mara, asked=table(dishes=[{"key": "patties", "piece": patty}]))
    mark(mara, cook, task_of(cook, "", "on"))
    refused = mark(mara, cook, task_of(cook, "", "rest"))
    assert refused.status_code == 409
    assert "71.1 °C" in worded(refused.json()["detail"])
