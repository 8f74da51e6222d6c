"""Beside the fire: what is done and read there, and what is told of it."""

from datetime import timedelta
from io import BytesIO
from uuid import uuid4

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils.dateparse import parse_datetime
from households import errors
from PIL import Image
from wording import worded

from brasko.core.fire.weather_effects import shift_of
from brasko.core.forecast.history import Began, cook_history
from brasko.core.practice.truth import drawn_truth, true_probe
from brasko.core.words import quantity
from brasko.web.cooks.forecaster import watching, wish_for
from brasko.web.cooks.history import fire_under, story_of
from brasko.web.cooks.models import Cook, Event, Photo
from brasko.web.devices.actions import take_readings
from brasko.web.yard.models import Thermometer


def on_the_fire(mara, for_s: float = 900.0) -> Cook:
    """A practice cook that went on so long ago, its probe having read since."""
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    planned = next(t["start_s"] for t in cook.pieces.get().result["tasks"] if t["key"] == "on")
    cook.clock_cook_at = cook.moment(planned + for_s)
    cook.save()
    mara.mark(cook.id, "on", at=cook.moment(planned).isoformat())
    return Cook.objects.get(id=cook.id)


def read_by_probe(cook: Cook, seed: int, upto_s: float, every_s: float = 15.0) -> None:
    piece = cook.pieces.get()
    result = piece.result
    on_at = story_of(piece, cook.events.all()).on_at
    so_far = cook_history(
        wish_for(piece), result["pull_c"], (result["sear_s"], result["flip_every_s"]), [Began("gentle", 0.0)]
    )
    shown = true_probe(wish_for(piece), drawn_truth(seed), so_far, upto_s)
    rows = [
        {
            "sequence": n * 4 + k,
            "at": (on_at + timedelta(seconds=n * every_s)).isoformat(),
            "temp_c": round(shown.at(c, n * every_s), 2),
            "channel": c,
        }
        for n in range(1, int(upto_s / every_s))
        for k, c in enumerate(("tip", "shaft", "edge", "air"))
    ]
    take_readings(Thermometer.objects.get(id=piece.thermometer_id), rows)


def act(mara, cook: Cook, kind: str, **more):
    return mara.call("POST", f"/api/cooks/{cook.id}/events", {"client_id": str(uuid4()), "kind": kind, **more})


def look(mara, cook: Cook) -> dict:
    return mara.client.get(f"/api/cooks/{cook.id}").json()


def test_before_the_kitchens_are_there_the_plan_stands(mara):
    cook = on_the_fire(mara)
    (seen,) = look(mara, cook)["outlooks"]
    assert seen["end"] is None
    assert seen["phase"] == "gentle"


def test_readings_give_a_forecast_that_moves_what_follows_and_survives_a_restart(mara, settings):
    settings.FORECASTS = "at once"
    cook = on_the_fire(mara)
    read_by_probe(cook, seed=5, upto_s=900.0)
    told = look(mara, cook)
    (seen,) = told["outlooks"]
    pull = next(e for e in told["expected"] if e["key"] == "wait")
    serve = next(e for e in told["expected"] if e["key"] == "serve")
    assert pull["start_at"][:19] == seen["end"]["at"][:19]
    assert seen["end"]["low"] < seen["end"]["at"] < seen["end"]["high"]
    assert abs((parse_datetime(seen["done"]["at"]) - parse_datetime(serve["start_at"])).total_seconds()) < 60.0
    assert seen["peak"]["low"] <= seen["peak"]["c"] <= seen["peak"]["high"]
    assert len(seen["ahead"]["time_s"]) == len(seen["ahead"]["core_low_c"]) > 80
    assert seen["readings"] > 200
    closer = look(mara, cook)["outlooks"][0]["end"]["at"]
    watching.forget()
    look(mara, cook)
    again = look(mara, cook)["outlooks"][0]["end"]["at"]
    assert abs((parse_datetime(closer) - parse_datetime(again)).total_seconds()) < 45.0


def test_a_slipped_probe_is_named_and_not_believed(mara, settings):
    settings.FORECASTS = "at once"
    cook = on_the_fire(mara, 960.0)
    read_by_probe(cook, seed=5, upto_s=800.0)
    look(mara, cook)
    before = parse_datetime(look(mara, cook)["outlooks"][0]["end"]["at"])
    piece = cook.pieces.get()
    on_at = story_of(piece, cook.events.all()).on_at
    wild = [
        {"sequence": 10_000 + n, "at": (on_at + timedelta(seconds=800 + 10 * n)).isoformat(), "temp_c": 60.0}
        for n in range(15)
    ]
    take_readings(Thermometer.objects.get(id=piece.thermometer_id), wild)
    look(mara, cook)
    told = look(mara, cook)["outlooks"][0]
    assert "slipped" in {f["key"] for f in told["faults"]}
    assert abs((parse_datetime(told["end"]["at"]) - before).total_seconds()) < 120.0


def test_what_is_done_at_the_fire_is_kept_and_can_be_taken_back(mara):
    cook = on_the_fire(mara)
    for kind, body in (
        ("flip", {}),
        ("turn", {}),
        ("move", {"place": "hot"}),
        ("move", {"place": "back"}),
        ("lid", {"open": True}),
        ("vent", {"delta_k": 14.0}),
        ("vent", {"open": True}),
        ("vent", {"air_c": 120.0}),
        ("weather", {"rain": "steady", "wind": "breeze"}),
        ("pause", {"on": True}),
        ("reading", {"temp_c": 21.5}),
        ("flare", {}),
        ("smoke", {}),
        ("pull", {"pull_c": 42.0}),
        ("pull", {"sear_more_s": 30.0}),
        ("move", {"place": "high"}),
        ("move", {"place": "back"}),
        ("pause", {"on": True}),
        ("pull", {"pull_c": 40.0}),
        ("guests", {"late_min": 20}),
    ):
        made = act(mara, cook, kind, **body)
        assert made.status_code == 201, (kind, made.content)
    told = look(mara, cook)
    (seen,) = told["outlooks"]
    assert (seen["lid_open"], seen["aside"], seen["pull_c"]) == (True, "off", 40.0)
    assert parse_datetime(told["table_at"]) - parse_datetime(told["eat_at"]) == timedelta(minutes=20)
    for event in Event.objects.filter(cook=cook, kind__in=["lid", "pause", "pull", "guests"]):
        assert act(mara, cook, "undo", undoes=str(event.client_id)).status_code == 201
    told = look(mara, cook)
    (seen,) = told["outlooks"]
    assert (seen["lid_open"], seen["aside"]) == (False, "")
    assert told["table_at"] == told["eat_at"]


@pytest.mark.parametrize(
    ("kind", "body", "field", "said"),
    [
        ("move", {}, "place", "is needed"),
        ("lid", {}, "open", "is needed"),
        ("pause", {}, "on", "is needed"),
        ("reading", {}, "temp_c", "is needed"),
        ("reading", {"temp_c": 180.0}, "temp_c", "Meat is never that hot"),
        ("vent", {"air_c": 900.0}, "air_c", "must be between 40 and 500"),
        ("pull", {}, "pull_c", "is needed"),
        ("weather", {"rain": "heavy"}, "wind", "is needed"),
        ("weather", {"rain": "drizzle", "wind": "still"}, "rain", "'none', 'light', 'steady' or 'heavy'"),
        ("pull", {"hold_more_s": 99999}, "hold_more_s", "less than or equal to 10800"),
        ("pull", {"hold_more_s": 8000}, "hold_more_s", "at most 120 min"),
        ("guests", {"late_min": 900}, "late_min", "must be between -120 and 180"),
    ],
)
def test_what_makes_no_sense_is_answered_by_its_field(mara, kind, body, field, said):
    cook = on_the_fire(mara)
    answer = act(mara, cook, kind, **body)
    assert answer.status_code == 422
    assert said in errors(answer)[field]


def test_rain_is_taken_over_until_it_is_over(mara):
    """What is told of the weather is what the fire settles at, and the last one told counts."""
    cook = on_the_fire(mara)
    piece = cook.pieces.get()
    steady = shift_of(fire_under(piece), "steady", "still").shift_k
    assert steady < -5.0
    for rain, wind in (("steady", "still"), ("heavy", "breeze"), ("none", "still")):
        assert act(mara, cook, "weather", rain=rain, wind=wind).status_code == 201
    changes = story_of(piece, cook.events.all()).changes
    heavy = shift_of(fire_under(piece), "heavy", "breeze").shift_k
    assert [c.delta_k for c in changes] == pytest.approx([steady, heavy - steady, -heavy])
    assert sum(c.delta_k for c in changes) == pytest.approx(0.0)
    weather_effects = {(s["rain"], s["wind"]): s["words"] for s in look(mara, cook)["skies"]}
    assert len(weather_effects) == 12
    assert worded(f"{quantity.rise(-steady)} lower") in worded(weather_effects["steady", "still"])


def test_nothing_is_moved_before_it_is_on(mara):
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    assert act(mara, cook, "move", place="hot").status_code == 409
    piece = cook.pieces.get().id
    assert mara.client.get(f"/api/cooks/{cook.id}/pieces/{piece}/corrections").status_code == 409
    assert mara.call("POST", f"/api/cooks/{cook.id}/pieces/{piece}/surface", {"temp_c": 200}).status_code == 409


def test_corrections_come_with_their_effect(mara):
    cook = on_the_fire(mara)
    act(mara, cook, "guests", late_min=40)
    told = mara.client.get(f"/api/cooks/{cook.id}/pieces/{cook.pieces.get().id}/corrections").json()
    keys = [o["key"] for o in told["options"]]
    assert keys[0] == "as_is"
    assert {"fire_+14", "fire_-14", "hot", "pull_early", "hold"} <= set(keys)
    assert told["late_s"] < -600.0
    assert all(o["words"] for o in told["options"])
    cool = mara.call("POST", f"/api/cooks/{cook.id}/pieces/{cook.pieces.get().id}/surface", {"temp_c": 205}).json()
    assert "Wait for" in worded(cool["words"])


def test_a_hold_that_is_chosen_keeps_the_table(mara):
    cook = on_the_fire(mara)
    act(mara, cook, "guests", late_min=40)
    path = f"/api/cooks/{cook.id}/pieces/{cook.pieces.get().id}/corrections"
    told = mara.client.get(path).json()
    hold = next(o for o in told["options"] if o["key"] == "hold")["event"]
    before = {e["key"]: parse_datetime(e["start_at"]) for e in look(mara, cook)["expected"]}
    assert act(mara, cook, **hold).status_code == 201
    after = {e["key"]: parse_datetime(e["start_at"]) for e in look(mara, cook)["expected"]}
    assert after["wait"] == before["wait"]
    (wait,) = [e for e in look(mara, cook)["expected"] if e["key"] == "wait"]
    assert "no warmer" in worded(wait["why"])
    for later in ("convert", "sear", "rest", "serve"):
        assert (after[later] - before[later]).total_seconds() == pytest.approx(hold["hold_more_s"], abs=1.0)
    assert abs(mara.client.get(path).json()["late_s"]) < 60.0
    act(mara, cook, "pull", pull_c=44.0)
    story = story_of(cook.pieces.get(), cook.events.all())
    assert (story.pull_c, story.hold_s) == (44.0, pytest.approx(hold["hold_more_s"]))


def test_a_forecast_of_one_step_is_not_taken_for_that_of_the_next(mara, settings):
    settings.FORECASTS = "at once"
    cook = on_the_fire(mara)
    look(mara, cook)
    settings.FORECASTS = "never"
    mara.mark(cook.id, "wait", at=cook.now().isoformat())
    told = look(mara, cook)
    tasks = {t["key"]: t["start_s"] for t in cook.pieces.get().result["tasks"]}
    pulled, sear = ({e["key"]: e for e in told["expected"]}[key]["start_at"] for key in ("wait", "sear"))
    waited = (parse_datetime(sear) - parse_datetime(pulled)).total_seconds()
    assert waited == pytest.approx(tasks["sear"] - tasks["wait"], abs=1.0)
    assert told["outlooks"][0]["end"] is None


def test_a_rest_tells_when_to_slice(mara, settings):
    settings.FORECASTS = "at once"
    cook = on_the_fire(mara)
    result = cook.pieces.get().result
    for task in result["tasks"]:
        if task["key"] in ("wait", "sear", "rest"):
            cook.clock_cook_at = cook.moment(task["start_s"] + 1.0)
            cook.save()
            mara.mark(cook.id, task["key"], at=cook.moment(task["start_s"]).isoformat())
            cook = Cook.objects.get(id=cook.id)
    early = look(mara, cook)["outlooks"][0]
    assert early["phase"] == "rest"
    assert early["slice_now"] is False
    assert parse_datetime(early["peak_at"]) > cook.now()
    cook.clock_cook_at = parse_datetime(early["peak_at"]) + timedelta(seconds=200)
    cook.save()
    assert look(mara, cook)["outlooks"][0]["slice_now"] is True


def test_the_log_tells_what_the_readings_taught(mara, settings):
    settings.FORECASTS = "at once"
    cook = on_the_fire(mara, 7200.0)
    seed = next(n for n in range(100) if abs(drawn_truth(n).fire_offset_k) > 9.0)
    piece = cook.pieces.get()
    slow_s = (piece.result["steps"][0]["end_s"] - piece.result["steps"][0]["start_s"]) * 1.05
    read_by_probe(cook, seed, slow_s, every_s=30.0)
    on_at = story_of(piece, cook.events.all()).on_at
    mara.mark(cook.id, "wait", at=(on_at + timedelta(seconds=slow_s)).isoformat())
    mara.call("POST", f"/api/cooks/{cook.id}/finish")
    lessons = cook.pieces.get().outcome["lessons"]
    assert any("That made it" in worded(lesson) for lesson in lessons), lessons
    assert not any("or the piece" in worded(lesson) for lesson in lessons)


def picture(place: bool = True) -> bytes:
    image = Image.new("RGB", (2400, 1800), (120, 60, 40))
    exif = Image.Exif()
    if place:
        exif[0x8825] = {1: "N", 2: (51.0, 30.0, 0.0)}
    out = BytesIO()
    image.save(out, "JPEG", exif=exif)
    return out.getvalue()


def test_a_photo_is_made_small_and_loses_its_place(mara):
    cook = on_the_fire(mara)
    assert 0x8825 in Image.open(BytesIO(picture())).getexif()
    kept = mara.client.post(
        f"/api/cooks/{cook.id}/photo", {"photo": SimpleUploadedFile("a.jpg", picture(), "image/jpeg")}
    )
    assert kept.json()["rating"]["photo"] is True
    shown = Image.open(BytesIO(mara.client.get(f"/api/cooks/{cook.id}/photo.jpg").content))
    assert max(shown.size) == 1600
    assert len(shown.getexif()) == 0
    assert mara.call("DELETE", f"/api/cooks/{cook.id}/photo").json()["rating"]["photo"] is False
    assert not Photo.objects.exists()


def test_what_is_no_photo_is_refused(mara):
    cook = on_the_fire(mara)
    answer = mara.client.post(f"/api/cooks/{cook.id}/photo", {"photo": SimpleUploadedFile("a.jpg", b"no picture")})
    assert answer.status_code == 422
    assert "isn't a picture" in worded(errors(answer)["photo"])
