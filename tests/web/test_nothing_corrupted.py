"""What would spoil or lose records: wrong checks, races, a clock set back, absurd figures, files, a store that fails.

Cases of our own, each once seen to go wrong; no outside source.
"""

import csv
import os
import threading
from collections.abc import Callable
from datetime import timedelta
from functools import partial
from io import BytesIO, StringIO
from uuid import uuid4

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, OperationalError, connection, transaction
from django.test import Client
from django.utils import timezone
from households import Visitor, csv_of, errors
from PIL import Image
from wording import worded

from brasko.web.common.problem import store_trouble
from brasko.web.cooks import clock
from brasko.web.cooks.actions.rate import rate
from brasko.web.cooks.actions.record import finish, record_event, set_hands
from brasko.web.cooks.models import Cook, Reading
from brasko.web.cooks.schemas import EventIn, RatingIn
from brasko.web.devices.actions import take_readings
from brasko.web.yard.models import Thermometer

# --- checks of thermometers ------------------------------------------------------------------------------------------


@pytest.fixture
def paired(mara) -> Thermometer:
    return Thermometer.objects.get(
        id=mara.call("POST", "/api/thermometers", {"name": "Old one"}).json()["thermometer"]["id"]
    )


def check(mara, thermometer, kind, read_c, how="checks"):
    path = f"/api/thermometers/{thermometer.id}/{how}"
    return mara.call("POST", path, {"kind": kind, "read_c": read_c, "altitude_m": 0.0})


@pytest.mark.parametrize(("ice_c", "boiling_c"), [(0.4, 1.0), (0.4, 0.4), (4.0, 96.5), (-4.5, 103.0)])
def test_checks_that_do_not_fit_one_another_change_nothing(mara, paired, ice_c, boiling_c):
    """A slope of 165 once turned 50 °C into 8264 °C."""
    assert check(mara, paired, "ice", ice_c).status_code == 201
    before = Thermometer.objects.get(id=paired.id)
    assert check(mara, paired, "boiling", boiling_c).status_code == 422
    after = Thermometer.objects.get(id=paired.id)
    assert (after.offset_k, after.slope) == (before.offset_k, before.slope)
    assert after.checks.count() == 1


def test_a_correction_is_shown_before_it_is_kept(mara, paired):
    told = check(mara, paired, "ice", 1.0, "checks/try").json()
    assert told["right_c"] == pytest.approx([c - 1.0 for c in told["read_c"]])
    assert not Thermometer.objects.get(id=paired.id).checks.exists()
    assert check(mara, paired, "boiling", 1.0, "checks/try").status_code == 422


def test_a_wrong_correction_is_undone_and_its_readings_put_right(mara, paired):
    made = check(mara, paired, "ice", 4.0).json()["checks"][0]
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired.id)["id"])
    rows = [
        {"sequence": n, "at": (cook.started_at + timedelta(seconds=n)).isoformat(), "temp_c": 20.0 + n}
        for n in range(5)
    ]
    take_readings(Thermometer.objects.get(id=paired.id), rows)
    assert cook.readings.first().temp_c == pytest.approx(16.0)
    mara.call("DELETE", f"/api/thermometers/{paired.id}/checks/{made['id']}")
    told = mara.call("POST", f"/api/thermometers/{paired.id}/put-right", {"since": made["at"]}).json()
    assert told == {"readings": 5, "cooks": [cook.id]}
    assert (
        [r.temp_c for r in cook.readings.all()]
        == [r.raw_c for r in cook.readings.all()]
        == [20.0, 21.0, 22.0, 23.0, 24.0]
    )
    again = mara.call("POST", f"/api/thermometers/{paired.id}/put-right", {"since": made["at"]}).json()
    assert again["readings"] == 0


def test_the_database_lets_nothing_else_of_a_reading_change(mara, paired):
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired.id)["id"])
    row = {"sequence": 1, "at": cook.started_at.isoformat(), "temp_c": 20.0}
    take_readings(paired, [row])
    for column, value in (("raw_c", 9.0), ("sequence", 7), ("source", "air")):
        with pytest.raises(IntegrityError, match="append-only"), transaction.atomic(), connection.cursor() as cursor:
            cursor.execute(f"UPDATE cooks_reading SET {column} = %s", [value])


# --- many at once ----------------------------------------------------------------------------------------------------


def at_once(*works: Callable[[], object]) -> list[object]:
    """Run all at the same time, each on a connection of its own; what each gave or raised."""
    found: list[object] = [None] * len(works)
    together = threading.Barrier(len(works))

    def run(n: int) -> None:
        together.wait()
        try:
            found[n] = works[n]()
        except Exception as exc:
            found[n] = exc
        finally:
            connection.close()

    threads = [threading.Thread(target=run, args=(n,)) for n in range(len(works))]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return found


RACES = int(os.environ.get("BRASKO_RACES", "12"))
"""Each race so often; a hundred times in `make reliability`."""


@pytest.mark.django_db(transaction=True)
def test_a_verdict_never_undoes_an_end():
    visitor = Visitor("ingrid")
    plan = visitor.plan()
    for _ in range(RACES):
        stale = Cook.objects.get(id=visitor.start(plan, practice=True)["id"])
        other = Cook.objects.get(id=stale.id)
        at_once(partial(finish, stale), partial(rate, other, RatingIn(stars=4)), partial(set_hands, stale, "plan"))
        kept = Cook.objects.get(id=stale.id)
        assert (kept.ended_at is not None, kept.stars, kept.hands) == (True, 4, "plan")
        assert kept.events.filter(kind="finish").count() == 1


@pytest.mark.django_db(transaction=True)
def test_two_ends_and_two_marks_are_one():
    visitor = Visitor("ingrid")
    plan = visitor.plan()
    for _ in range(RACES):
        cook = Cook.objects.get(id=visitor.start(plan, practice=True)["id"])
        marks = [EventIn(client_id=uuid4(), kind="done", task="light") for _ in range(2)]
        at_once(*(partial(record_event, cook, mark) for mark in marks))
        assert cook.events.filter(kind="done", payload__task="light").count() == 1
        same = EventIn(client_id=uuid4(), kind="note", text="once")
        made = at_once(*[partial(record_event, cook, same)] * 3)
        assert len({e.id for e in made}) == 1, made
        at_once(partial(finish, cook), partial(finish, cook))
        assert cook.events.filter(kind="finish").count() == 1


@pytest.mark.django_db(transaction=True)
def test_one_name_is_taken_once_and_nobody_gets_a_500():
    body = {"username": "twice", "password": "charcoal-and-oak", "household": "Two"}

    def sign_up() -> int:
        return Client().post("/api/accounts", body, content_type="application/json").status_code

    assert sorted(at_once(sign_up, sign_up, sign_up)) == [201, 422, 422]


# --- a clock set back ------------------------------------------------------------------------------------------------


def test_a_clock_set_back_loses_nothing_and_keeps_the_order(mara, paired, monkeypatch):
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired.id)["id"])
    wall = timezone.now()

    def row(n: int, at) -> dict:
        return {"sequence": n, "at": at.isoformat(), "temp_c": 20.0 + n}

    def set_to(moment) -> None:
        monkeypatch.setattr(timezone, "now", lambda: moment)

    set_to(wall + timedelta(minutes=10))
    assert mara.mark(cook.id, "light").status_code == 201
    take_readings(paired, [row(1, timezone.now())])
    set_to(wall - timedelta(minutes=50))
    assert take_readings(paired, [row(2, timezone.now())]).accepted == [2]
    assert mara.mark(cook.id, "bank").status_code == 201
    set_to(wall - timedelta(minutes=49))
    assert take_readings(paired, [row(3, timezone.now())]).accepted == [3]
    at = [r.at for r in Reading.objects.order_by("sequence")]
    assert at == sorted(at)
    assert at[2] - at[1] == pytest.approx(timedelta(minutes=1), abs=timedelta(seconds=3))
    marks = [e.at for e in cook.events.filter(kind="done").order_by("id")]
    assert marks == sorted(marks)
    assert cook.events.filter(kind="clock", payload__has_key="set_back_s").count() == 1, "told once"
    ended = finish(Cook.objects.get(id=cook.id))
    assert ended.ended_at >= max([*at, *marks, ended.started_at])


def test_an_end_is_never_before_the_beginning(mara):
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    assert finish(cook, cook.started_at - timedelta(hours=1)).ended_at == cook.started_at


def test_a_device_with_a_clock_of_its_own_is_believed(mara, paired, monkeypatch):
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired.id)["id"])
    wall = timezone.now()
    Cook.objects.filter(id=cook.id).update(heard_at=wall + timedelta(minutes=30))
    cook = clock.kept_steady(Cook.objects.get(id=cook.id))
    right = cook.now()
    assert right - wall > timedelta(minutes=29)
    take_readings(paired, [{"sequence": 1, "at": right.isoformat(), "temp_c": 20.0}])
    assert Reading.objects.get().at == right


# --- absurd figures --------------------------------------------------------------------------------------------------


def test_one_absurd_reading_never_fails_its_batch(mara, paired):
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired.id)["id"])
    at = cook.started_at.isoformat()
    rows = [
        {"sequence": 1, "at": at, "temp_c": 20.0},
        {"sequence": 2, "at": at, "temp_c": 10**400},
        {"sequence": 10**400, "at": at, "temp_c": 1.0},
        {"sequence": 3, "at": at, "temp_c": 21.0, "battery": 10**400},
        {"sequence": 4, "at": at, "temp_c": 22.0},
    ]
    told = take_readings(paired, rows)
    assert told.accepted == [1, 4]
    assert [r.index for r in told.refused] == [1, 2, 3]
    assert all(len(r.message) < 300 for r in told.refused)


@pytest.mark.parametrize(
    ("method", "path", "body"),
    [
        ("POST", "/api/plans/preview", {"pieces": [{"cut": "ribeye", "thickness_mm": 1e308}]}),
        ("POST", "/api/plans/preview", {"pieces": [{"cut": "ribeye", "thickness_mm": 38, "count": 10**400}]}),
        (
            "POST",
            "/api/plans",
            {"eat_at": "9999-12-31T23:59:59-14:00", "pieces": [{"cut": "ribeye", "thickness_mm": 38}]},
        ),
        (
            "POST",
            "/api/plans",
            {"eat_at": "0001-01-01T00:00:00+14:00", "pieces": [{"cut": "ribeye", "thickness_mm": 38}]},
        ),
        ("POST", "/api/plans/preview", {"pieces": [{"cut": "q" * 1_000_000, "thickness_mm": 38}]}),
        (
            "POST",
            "/api/fire/look",
            {"setup": {"grill": {"like": "kettle"}}, "pieces": [{"x_mm": 1e308, "y_mm": -1e308}]},
        ),
    ],
)
def test_what_is_out_of_all_bounds_is_told_in_a_line(mara, method, path, body):
    answer = mara.call(method, path, body)
    assert answer.status_code == 422
    assert len(answer.content) < 4000


def test_thousands_of_digits_and_odd_cursors_are_answered(mara):
    cook = mara.start(practice=True)
    digits = '{"pieces": [{"cut": "ribeye", "thickness_mm": ' + "9" * 5000 + "}]}"
    assert mara.client.post("/api/plans/preview", digits, content_type="application/json").status_code in (400, 422)
    for cursor in ("1-²", "9" * 5000 + "-1", "-", "a-b"):
        assert mara.client.get(f"/api/cooks/{cook['id']}/updates", {"after": cursor}).status_code == 200
    answer = mara.client.post("/api/plans/preview", {"pieces": "x"})
    assert answer.status_code in (400, 415, 422)


def test_thick_pieces_are_kept_as_they_are_previewed(mara):
    piece = {"cut": "pork_shoulder", "thickness_mm": 148.0, "method": "low_and_slow", "crust": "none"}
    assert mara.call("POST", "/api/plans/preview", {"pieces": [piece]}).status_code == 200
    wanted = {"eat_at": (timezone.now() + timedelta(hours=30)).isoformat(), "pieces": [piece]}
    assert mara.call("POST", "/api/plans", wanted).status_code == 201


# --- files -----------------------------------------------------------------------------------------------------------


def send(mara, cook: Cook, text: str | bytes, **form):
    piece = cook.pieces.all()[0]
    data = text.encode() if isinstance(text, str) else text
    path = f"/api/cooks/{cook.id}/pieces/{piece.id}/file"
    return mara.client.post(path, {"file": SimpleUploadedFile("r.csv", data, "text/csv"), **form})


def test_a_cooks_own_csv_read_again_is_known_and_pieces_are_honoured(mara):
    plan = mara.plan()
    first = plan.pieces.all()[0]
    first.pk, first.position = None, 1
    first.save()
    cook = Cook.objects.get(id=mara.start(plan, practice=True)["id"])
    for n, piece in enumerate(cook.pieces.all()):
        at = cook.started_at + timedelta(seconds=10.25 + n)
        Reading(
            cook=cook, piece=piece, thermometer=piece.thermometer, source="tip", sequence=n, at=at, temp_c=20.123 + n
        ).save()
    text = csv_of(mara, cook.id)
    assert [row["piece"] for row in csv.DictReader(StringIO(text))] == ["1", "2"], "alike in name, told apart by number"
    told = send(mara, cook, text).json()
    assert (len(told["accepted"]), len(told["duplicate"]), told["refused"]) == (0, 2, [])
    other = text.replace("20.123", "31.0").replace("21.123", "32.0").replace("10.25", "11.25")
    assert send(mara, cook, other.replace(":", ":", 1)).status_code == 200
    assert Reading.objects.filter(piece__position=1).exists()
    assert "piece must be one of 1, 2" in worded(
        errors(send(mara, cook, text.replace(",tip,", ",tip,").replace("\n2,", "\nNobody,")))["file"]
    )


@pytest.mark.parametrize(
    "text",
    [
        "at,temp_c\n2030-01-01T00:00:00Z," + "9" * 200_000,
        "at,temp_c\n9999-12-31T23:59:59-14:00,20",
        "at,temp_c\n0001-01-01T00:00:00+14:00,20",
        "at,temp_c\n2030-01-01T00:00:00Z,1\x00",
        "at,temp_c\n",
        "",
        "at;temp_c\n",
    ],
)
def test_files_that_are_none_are_refused(mara, text):
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    assert "file" in errors(send(mara, cook, text))


def test_lining_up_with_the_fire_never_overflows(mara):
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    mara.mark(cook.id, "on", at=cook.now().isoformat())
    rows = "at,temp_c\n1970-01-03T00:00:00Z,20\n2199-12-31T00:00:00Z,21\n"
    assert send(mara, cook, rows, from_on="true").status_code in (200, 422)


def picture(kind: str, size: tuple[int, int]) -> bytes:
    out = BytesIO()
    Image.new("1" if kind == "PNG" else "RGB", size).save(out, kind)
    return out.getvalue()


@pytest.mark.parametrize(
    "data",
    [
        picture("PNG", (20_000, 20_000)),
        picture("GIF", (30, 30)),
        b"\x00\x00\x00\x20ftypavif" + b"\x00" * 40,
        picture("PNG", (400, 400))[:60],
    ],
    ids=["a bomb", "no listed format", "a broken AVIF", "cut off"],
)
def test_pictures_that_are_none_are_refused(mara, data):
    """A file of 21 kB once took a gigabyte to unpack."""
    cook = mara.start(practice=True)
    answer = mara.client.post(f"/api/cooks/{cook['id']}/photo", {"photo": SimpleUploadedFile("a.png", data)})
    assert "photo" in errors(answer)


# --- a store that fails, and accounts --------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("said", "status", "kind"),
    [
        ("database or disk is full", 507, "disk-full"),
        ("attempt to write a readonly database", 503, "read-only"),
        ("no such table: cooks_cook", 503, "unmigrated"),
        ("database is locked", 503, "busy"),
        ("malformed", 503, "store"),
    ],
)
def test_a_store_that_fails_is_told_as_what_it_is(said, status, kind):
    answer = store_trouble(OperationalError(said))
    assert (answer.status_code, answer.headers.get("Retry-After")) == (status, "2" if kind == "busy" else None)
    assert f"urn:brasko:{kind}".encode() in answer.content
    assert (b"again" in answer.content) == (kind in ("busy", "disk-full"))


def test_the_demo_opens_no_account_that_it_did_not_make(db, settings):
    settings.DEMO = True
    visitor = Visitor("demo")
    answer = Client().post("/api/session/demo")
    assert answer.status_code == 404
    assert visitor.user.username == "demo"
