"""Cooks: started, marked, undone, followed, ended, rated, compared; records that cannot be changed."""

from datetime import timedelta
from uuid import uuid4

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from households import RIBEYE, csv_of, errors
from wording import worded

from brasko.web.cooks import shown
from brasko.web.cooks.actions.record import advance
from brasko.web.cooks.models import Cook, Event, Reading
from brasko.web.devices.actions import take_readings
from brasko.web.yard.models import Thermometer


def wind_to(cook: Cook, task: str, later_s: float = 1.0) -> Cook:
    """Set a practice clock to just after a task's planned time."""
    cook = Cook.objects.get(id=cook.id)
    planned = next(t["start_s"] for t in cook.pieces.all()[0].result["tasks"] if t["key"] == task)
    cook.clock_real_at, cook.clock_cook_at = timezone.now(), cook.moment(planned + later_s)
    cook.save()
    return cook


def test_a_practice_cook_begins_just_before_its_first_task(mara):
    cook = mara.start(practice=True, speed=10)
    first = cook["expected"][0]
    gap = parse_datetime(first["start_at"]) - parse_datetime(cook["clock"]["cook_at"])
    assert gap == timedelta(seconds=60)
    assert first["state"] == "next"
    assert worded(cook["pieces"][0]["thermometer"]) == "Practice probe 1"


def test_a_practice_does_not_wait_out_the_night_the_salt_needs(mara):
    cook = mara.start(mara.plan(hours=24.0, salt="overnight"), practice=True, speed=60)
    salted, *following = cook["expected"]
    assert (salted["key"], salted["state"]) == ("season", "done")
    begins = parse_datetime(cook["clock"]["cook_at"])
    assert begins - parse_datetime(salted["start_at"]) > timedelta(hours=10)
    assert timedelta() < parse_datetime(following[0]["start_at"]) - begins <= timedelta(minutes=2)


def test_the_clock_runs_at_its_speed(mara):
    cook = Cook.objects.get(id=mara.start(practice=True, speed=60)["id"])
    real = cook.clock_real_at
    assert cook.now(real + timedelta(seconds=10)) - cook.now(real) == timedelta(seconds=600)
    mara.call("PUT", f"/api/cooks/{cook.id}/speed", {"speed": 1})
    slower = Cook.objects.get(id=cook.id)
    assert slower.now(slower.clock_real_at) >= cook.now(slower.clock_real_at) - timedelta(seconds=1)
    assert slower.events.filter(kind="clock").count() == 1


def test_a_real_cook_keeps_to_the_wall_clock(mara):
    plan = mara.plan()
    assert mara.call("POST", f"/api/plans/{plan.id}/start", {"practice": False, "speed": 60}).status_code == 409
    assert mara.call("POST", f"/api/plans/{plan.id}/start", {"practice": False, "hands": "plan"}).status_code == 409
    cook = mara.start(plan, practice=False)
    assert mara.call("PUT", f"/api/cooks/{cook['id']}/speed", {"speed": 10}).status_code == 409
    assert mara.call("PUT", f"/api/cooks/{cook['id']}/hands", {"hands": "plan"}).status_code == 409


def test_a_probe_goes_into_one_piece_and_must_be_paired(mara):
    plan = mara.plan()
    probe = mara.call("POST", "/api/thermometers", {"name": "Old faithful"}).json()["thermometer"]["id"]
    start = f"/api/plans/{plan.id}/start"
    made = mara.call("POST", start, {"practice": False, "thermometers": {"0": probe}})
    assert made.status_code == 201
    mara.call("POST", f"/api/cooks/{made.json()['id']}/finish")
    mara.call("DELETE", f"/api/thermometers/{probe}")
    gone = mara.call("POST", start, {"practice": False, "thermometers": {"0": probe}})
    assert gone.status_code == 409
    assert "Pair it again" in worded(errors(gone)["thermometers"])


def test_a_probe_is_not_in_two_pieces_at_once(mara):
    two = {"eat_at": (timezone.now() + timedelta(hours=6)).isoformat(), "pieces": [RIBEYE, RIBEYE]}
    plan = mara.call("POST", "/api/plans", two).json()["id"]
    probe = mara.call("POST", "/api/thermometers", {"name": "Old faithful"}).json()["thermometer"]["id"]
    both = mara.call("POST", f"/api/plans/{plan}/start", {"practice": False, "thermometers": {"0": probe, "1": probe}})
    assert both.status_code == 409
    assert "two pieces at once" in worded(errors(both)["thermometers"])


def test_a_mark_counts_once_however_often_it_is_sent(mara):
    cook = mara.start(practice=True)
    same = str(uuid4())
    ids = {mara.mark(cook["id"], "season", client_id=same).json()["id"] for _ in range(3)}
    assert len(ids) == 1
    assert "already checked off" in worded(errors(mara.mark(cook["id"], "season"))["task"])


@pytest.mark.parametrize(
    ("body", "field", "said"),
    [
        ({"task": "dance"}, "task", "must be one of season, light"),
        ({"task": "season", "piece_id": 999}, "piece_id", "is not a piece of this cook"),
        ({"task": "season", "at": "2199-01-01T00:00:00Z"}, "at", "is in the cook's future"),
        ({"task": "season", "at": "2001-01-01T00:00:00Z"}, "at", "is before the cook started"),
        ({"kind": "note", "text": " "}, "text", "is empty"),
        ({"kind": "undo"}, "undoes", "is required"),
        ({"kind": "undo", "undoes": str(uuid4())}, "undoes", "isn't an event of this cook"),
        ({"kind": "explode"}, "kind", "Input should be"),
        ({"client_id": "seven"}, "client_id", "must be a UUID"),
    ],
)
def test_bad_marks_change_nothing(mara, body, field, said):
    cook = mara.start(practice=True)
    before = Event.objects.count()
    answer = mara.call("POST", f"/api/cooks/{cook['id']}/events", {"client_id": str(uuid4()), "kind": "done", **body})
    assert answer.status_code == 422
    assert said in errors(answer)[field]
    assert Event.objects.count() == before


def test_a_mark_can_be_taken_back(mara):
    cook = mara.start(practice=True)
    made = mara.mark(cook["id"], "season").json()
    undo = {"client_id": str(uuid4()), "kind": "undo", "undoes": made["client_id"]}
    assert mara.call("POST", f"/api/cooks/{cook['id']}/events", undo).status_code == 201
    states = {e["key"]: e["state"] for e in mara.client.get(f"/api/cooks/{cook['id']}").json()["expected"]}
    assert states["season"] != "done"
    assert mara.mark(cook["id"], "season").status_code == 201


def test_steps_mark_themselves_when_asked_to(mara):
    cook = Cook.objects.get(id=mara.start(practice=True, hands="plan")["id"])
    assert advance(cook) == 0
    cook = wind_to(cook, "on")
    assert advance(cook) == 6
    assert {e["key"] for e in mara.client.get(f"/api/cooks/{cook.id}").json()["expected"] if e["state"] == "done"} == {
        "season",
        "light",
        "bank",
        "preheat",
        "oil",
        "on",
    }
    assert advance(Cook.objects.get(id=cook.id)) == 0


def test_a_cook_ends_when_it_is_served_and_can_be_rated(mara):
    cook = Cook.objects.get(id=mara.start(practice=True, hands="plan")["id"])
    cook = wind_to(cook, "serve", 120.0)
    advance(cook)
    done = mara.client.get(f"/api/cooks/{cook.id}").json()
    assert done["ended_at"] is not None
    outcome = done["pieces"][0]["outcome"]
    assert outcome["slow_measured_s"] == pytest.approx(outcome["slow_foreseen_s"], abs=2.0)
    assert mara.mark(cook.id, "season").status_code == 409
    rating = {"stars": 4, "doneness": "right", "crust": "thin", "note": "Hotter next time."}
    told = mara.call("PUT", f"/api/cooks/{cook.id}/rating", rating).json()["rating"]
    assert told.pop("version")
    assert told == {**rating, "rim": "", "tenderness": "", "smoke": "", "eaters": [], "photo": False}
    assert mara.call("PUT", f"/api/cooks/{cook.id}/rating", {"stars": 9}).status_code == 422
    line = mara.client.get("/api/cooks?running=false").json()[0]
    assert line["stars"] == 4
    assert mara.client.get("/api/cooks?running=true").json() == []


def test_a_cook_can_be_ended_early(mara):
    cook = mara.start(practice=True)
    ended = mara.call("POST", f"/api/cooks/{cook['id']}/finish").json()
    assert ended["ended_at"] is not None
    assert ended["pieces"][0]["outcome"] is None
    assert mara.call("POST", f"/api/cooks/{cook['id']}/finish").json()["ended_at"] == ended["ended_at"]


def with_readings(mara) -> Cook:
    cook = wind_to(Cook.objects.get(id=mara.start(practice=True, hands="plan")["id"]), "on", 900.0)
    advance(cook)
    on_at = next(e.at for e in cook.events.all() if e.payload.get("task") == "on")
    rows = [
        {"sequence": n, "at": (on_at + timedelta(seconds=10 * n)).isoformat(), "temp_c": 4 + n / 10} for n in range(60)
    ]
    take_readings(Thermometer.objects.get(owner=mara.user, kind="probe"), rows)
    return cook


def test_updates_go_on_from_a_cursor(mara):
    cook = with_readings(mara)
    whole = mara.client.get(f"/api/cooks/{cook.id}").json()
    assert len(whole["readings"]) == 60
    none = mara.client.get(f"/api/cooks/{cook.id}/updates?after={whole['cursor']}").json()
    assert none["readings"] == []
    assert none["events"] == []
    assert none["cursor"] == whole["cursor"]
    everything = mara.client.get(f"/api/cooks/{cook.id}/updates?after=nonsense").json()
    assert [r["id"] for r in everything["readings"]] == sorted(r["id"] for r in whole["readings"])


def lines_of_csv(mara, cook: Cook) -> list[str]:
    return csv_of(mara, cook.pk).strip().splitlines()


def test_readings_come_out_part_by_part_in_their_order(mara, monkeypatch):
    monkeypatch.setattr(shown, "BATCH", 7)
    cook = with_readings(mara)
    at = [line.split(",")[3] for line in lines_of_csv(mara, cook)[1:]]
    assert at == sorted(at)
    assert len(at) == 60


def test_reading_a_csv_loads_no_plan(mara):
    """A plan is 160 kB: it is not read for every line."""
    cook = with_readings(mara)
    with CaptureQueriesContext(connection) as asked:
        lines_of_csv(mara, cook)
    assert not [q for q in asked.captured_queries if "result" in q["sql"] or "inputs" in q["sql"]]


def test_a_cook_is_shown_with_as_many_readings_as_a_line_has_points(mara, monkeypatch):
    monkeypatch.setattr(shown, "MAX_SHOWN", 12)
    cook = with_readings(mara)
    every = mara.client.get(f"/api/cooks/{cook.id}?readings=all").json()
    some = mara.client.get(f"/api/cooks/{cook.id}").json()
    assert len(every["readings"]) == 60
    assert 10 <= len(some["readings"]) <= 16
    assert some["cursor"] == every["cursor"]
    temps, all_temps = [r["temp_c"] for r in some["readings"]], [r["temp_c"] for r in every["readings"]]
    assert (min(temps), max(temps)) == (min(all_temps), max(all_temps))
    assert some["readings"] == [r for r in every["readings"] if r in some["readings"]]


def test_two_phones_that_start_a_plan_cook_one_cook(mara):
    plan = mara.plan()
    first, second = (mara.call("POST", f"/api/plans/{plan.id}/start", {"practice": False}) for _ in range(2))
    assert (first.status_code, second.status_code) == (201, 200)
    assert first.json()["id"] == second.json()["id"]
    assert Cook.objects.count() == 1


def test_readings_go_out_as_csv(mara):
    cook = with_readings(mara)
    lines = lines_of_csv(mara, cook)
    assert lines[0] == "piece,thermometer,channel,at,temp_c"
    assert len(lines) == 61
    assert worded(lines[1]).startswith("Ribeye,Practice probe 1,tip,20")


def test_a_thermometer_called_like_a_formula_goes_out_as_words(mara):
    cook = with_readings(mara)
    Thermometer.objects.filter(owner=mara.user).update(name="=1+1")
    lines = lines_of_csv(mara, cook)
    assert ",'=1+1,tip," in lines[1]


@pytest.mark.parametrize("table", ["cooks_event", "cooks_reading"])
def test_records_cannot_be_changed(mara, table):
    cook = with_readings(mara)
    with pytest.raises(IntegrityError, match="append-only"), transaction.atomic(), connection.cursor() as cursor:
        cursor.execute(f"UPDATE {table} SET at = '2001-01-01' WHERE cook_id = {cook.id}")
    for model in (Event, Reading):
        with pytest.raises(TypeError, match="append-only"):
            model.objects.first().save()
