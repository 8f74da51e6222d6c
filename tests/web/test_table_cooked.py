"""A whole table on the way: its meat is a cook with readings and forecasts, its sides go by their marks."""

from datetime import timedelta
from pathlib import Path

import pytest
from django.utils import timezone
from examples import some_of
from households import errors
from test_whole_tables import kept_at, table
from wording import worded

from brasko.core.planner.plan import planned
from brasko.core.table.pieces import pieces_of
from brasko.core.table.plan import plan_table
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import spec_of
from brasko.formats.table import MealTableIn
from brasko.formats.table_convert import table_ask_of
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.tables.computing import meat_to_cook, planned_table
from brasko.web.tables.models import Table

EXAMPLES = Path(__file__).resolve().parents[2] / "docs" / "examples"
REAL, PRACTICE = {"practice": False}, {"practice": True, "speed": 60}


@pytest.mark.parametrize("name", some_of(["three-cuts", "late-sausage", "burger-yard", "skewers"], every=4))
def test_what_is_kept_of_a_piece_is_cooked_as_it_was_planned(name):
    """The answers that are stored give back the very wish, on the table's fire and by its method."""
    asked = MealTableIn.model_validate_json((EXAMPLES / f"{name}.json").read_text())
    told = planned_table(asked, False, asked.eat_at.replace(year=2000))
    meat = meat_to_cook(asked, told)
    pieces = pieces_of(plan_table(table_ask_of(asked)), planned)
    assert meat.keys == [p.key for p in pieces]
    for kept, piece in zip(meat.pieces, pieces, strict=True):
        assert spec_of(PieceIn.model_validate(kept.inputs)) == piece.spec


def started(who, hours: float = 2.0, how: dict | None = None) -> tuple[str, dict]:
    one, _ = kept_at(who, hours)
    row = Table.objects.get(id=one.rsplit("/", 1)[1])
    Table.objects.filter(pk=row.pk).update(eat_at=timezone.now() + timedelta(hours=hours))
    answer = who.call("POST", f"{one}/start", how or REAL)
    assert answer.status_code == 201, answer.content
    return one, answer.json()


def work_of(now: dict, dish: str, key: str) -> dict:
    return next(w for w in now["table"]["told"]["work"] if (w["of"], w["key"]) == (dish, key))


def test_its_meat_is_a_cook_whose_marks_are_the_table_s(mara):
    one, now = started(mara)
    assert [p["dish"] for p in now["pieces"]] == ["ribeye"]
    assert now["pieces"][0]["outlook"] is None
    on = work_of(now, "ribeye", "on")["id"]
    after = mara.call("POST", f"{one}/marks", {"work": on}).json()
    assert on in after["done"]
    (piece,) = Piece.objects.all()
    assert [e.deed.task for e in Event.objects.filter(piece=piece, kind="done")] == ["on"]
    assert after["pieces"][0]["outlook"]["readings"] >= 0
    back = mara.call("POST", f"{one}/marks", {"work": on, "done": False}).json()
    assert on not in back["done"]
    assert back["pieces"][0]["outlook"] is None


def test_its_cook_leads_back_to_all_its_dishes(mara):
    one, now = started(mara)
    plain = mara.start(practice=True)
    lines = {line["id"]: line["meal_id"] for line in mara.call("GET", "/api/cooks").json()}
    assert lines == {now["cook_id"]: int(one.rsplit("/", 1)[1]), plain["id"]: None}
    assert mara.call("GET", f"/api/cooks/{now['cook_id']}").json()["meal_id"] == int(one.rsplit("/", 1)[1])


def test_what_is_marked_beside_the_fire_is_done_on_the_table(mara):
    one, now = started(mara)
    (piece,) = Piece.objects.all()
    body = {"client_id": "5f0c2a34-7e0b-4c44-9d4f-111111111111", "kind": "done", "task": "on", "piece_id": piece.pk}
    assert mara.call("POST", f"/api/cooks/{now['cook_id']}/events", body).status_code == 201
    assert work_of(now, "ribeye", "on")["id"] in mara.call("GET", f"{one}/now").json()["done"]


def test_it_is_over_when_its_meat_is_dished_up(mara):
    """Everything of the steak marked in its order: its cook ends, and the table says so."""
    one, now = started(mara)
    for work in (w for w in now["table"]["told"]["work"] if w["of"] == "ribeye"):
        marked = mara.call("POST", f"{one}/marks", {"work": work["id"], "reading_c": 60.0})
        assert marked.status_code == 200, (work["key"], marked.content)
    assert marked.json()["ended_at"] is not None
    assert marked.json()["pieces"][0]["late_s"] == 0.0
    assert Cook.objects.get().ended_at is not None


def test_a_side_goes_by_its_marks(mara):
    one, now = started(mara)
    on = work_of(now, "peppers", "on")["id"]
    assert on in mara.call("POST", f"{one}/marks", {"work": on}).json()["done"]
    assert not Event.objects.filter(kind="done").exists()


def test_a_piece_that_is_late_is_told_and_moves_the_rest(mara):
    """Not on a quarter of an hour after its time: the table says so, and planned anew for a later hour it is not
    behind."""
    one, now = started(mara)
    told = next(d for d in now["table"]["told"]["dishes"] if d["key"] == "ribeye")
    late = timedelta(seconds=-told["on_s"] - 900.0)
    Table.objects.update(eat_at=timezone.now() + late)
    Cook.objects.update(eat_at=timezone.now() + late)
    seen = mara.call("GET", f"{one}/now").json()["pieces"][0]
    assert seen["late_s"] == pytest.approx(900.0, abs=5.0)
    assert "behind" in worded(seen["late_words"])


def test_a_later_hour_moves_what_is_not_on_yet(mara):
    one, _ = started(mara, hours=3.0)
    (piece,) = Piece.objects.all()
    before = next(t.start_s for t in piece.programme.tasks if t.key == "on")
    row = Table.objects.get()
    row.asked_json["eat_at"] = row.eat_at.isoformat()
    row.save()
    taken = mara.call("POST", f"{one}/later", {"by_min": 30, "at": timezone.now().isoformat(), "take": True})
    assert taken.status_code == 200, taken.content
    (piece,) = Piece.objects.all()
    assert next(t.start_s for t in piece.programme.tasks if t.key == "on") - before == pytest.approx(1800.0, abs=5.0)
    after = mara.call("GET", f"{one}/now").json()
    assert after["pieces"][0]["late_s"] == 0.0
    assert [e.deed.late_min for e in Event.objects.filter(kind="guests")] == [30]


def test_what_was_never_put_on_is_not_taken_to_be_on(mara):
    """A started table, nothing marked, the steak's time past: planned anew for later it goes on later."""
    one, now = started(mara)
    told = next(d for d in now["table"]["told"]["dishes"] if d["key"] == "ribeye")
    eat_at = timezone.now() + timedelta(seconds=-told["on_s"] - 900.0)
    row = Table.objects.get()
    row.eat_at, row.asked_json["eat_at"] = eat_at, eat_at.isoformat()
    row.save()
    Cook.objects.update(eat_at=eat_at)
    shown = mara.call("POST", f"{one}/later", {"by_min": 45, "at": timezone.now().isoformat()})
    assert shown.status_code == 200, shown.content
    assert "Ribeye" in [move["name"] for move in shown.json()["moves"]]


def test_a_practice_begins_before_its_first_work_and_runs_as_fast_as_it_is_let(mara):
    _, now = started(mara, how=PRACTICE)
    assert now["practice"]
    assert now["clock"]["speed"] == 60
    (cook,) = Cook.objects.all()
    first = min(w["start_s"] for w in now["table"]["told"]["work"])
    assert cook.seconds(cook.started_at) <= first
    assert cook.pieces.get().thermometer.simulated


def test_a_practice_that_marks_itself_marks_the_sides_too(mara):
    one, now = started(mara, how={**PRACTICE, "hands": "plan"})
    Cook.objects.update(clock_cook_at=Table.objects.get().eat_at, clock_speed=1)
    done = set(mara.call("GET", f"{one}/now").json()["done"])
    assert {w["id"] for w in now["table"]["told"]["work"] if w["of"] == "peppers"} <= done


def test_a_table_that_is_being_cooked_is_not_planned_from_under_it(mara):
    one, _ = started(mara)
    changed = mara.call("PUT", one, {**table(), "title": "Another"})
    assert changed.status_code == 409
    assert "is being cooked" in worded(changed.json()["detail"])


def test_it_is_started_once_and_by_nobody_else(mara, odell):
    one, _ = started(mara)
    assert mara.call("POST", f"{one}/start", REAL).status_code == 409
    assert odell.call("POST", f"{one}/start", REAL).status_code == 404


def test_a_table_of_sides_alone_has_nothing_to_foresee(mara):
    kept = mara.call("POST", "/api/tables", table(dishes=[{"key": "peppers", "side": "bell_pepper"}])).json()
    answer = mara.call("POST", f"/api/tables/{kept['id']}/start", REAL)
    assert answer.status_code == 409
    assert "no meat" in worded(answer.json()["detail"])
    assert errors(answer) == {}
