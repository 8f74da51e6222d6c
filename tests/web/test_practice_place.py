"""The Practice place: a drill begun, told, scored, explained, and taken up again; rounds of feel."""

from datetime import timedelta

import pytest
from django.utils import timezone

from brasko.core.practice.drills import DRILLS
from brasko.core.practice.feel import round_of
from brasko.web.cooks.models import Cook
from brasko.web.practice.models import Attempt
from brasko.words import rendered


def begun(visitor, key="first_fire", speed=60) -> Cook:
    made = visitor.call("POST", f"/api/practice/drills/{key}/start", {"speed": speed})
    assert made.status_code == 201, made.content
    return Cook.objects.get(id=made.json()["cook_id"])


def cooked(visitor, key="first_fire", late_s=0.0) -> Cook:
    """A drill carried out by its plan, pulled so late, and ended; in the past, so that it is over."""
    cook = begun(visitor, key)
    lasts = timedelta(hours=8)
    Cook.objects.filter(id=cook.id).update(
        started_at=cook.started_at - lasts, clock_cook_at=cook.clock_cook_at + lasts, eat_at=cook.eat_at
    )
    end = cook.eat_at
    for piece in cook.pieces.all():
        later = 0.0
        for task in sorted(piece.programme.tasks, key=lambda t: t.start_s):
            if task.step == piece.programme.slow_step:
                visitor.mark(cook.id, task.key, piece_id=piece.id, at=cook.moment(task.start_s).isoformat())
                later = late_s
                continue
            at = cook.moment(task.start_s + (later if task.start_s > piece.programme.on_s else 0.0))
            visitor.mark(cook.id, task.key, piece_id=piece.id, at=at.isoformat())
            end = max(end, at)
    visitor.call("POST", f"/api/cooks/{cook.id}/finish")
    return Cook.objects.get(id=cook.id)


def test_every_drill_is_offered_and_none_was_tried(mara):
    told = mara.client.get("/api/practice").json()
    assert [d["key"] for d in told["drills"]] == [d.key for d in DRILLS]
    assert all(d["best"] is None and d["attempts"] == [] for d in told["drills"])
    assert len(told["feel"]) == 4


def test_a_drill_is_a_practice_with_a_story_that_tells_nothing_beforehand(mara):
    cook = begun(mara, "late_guests")
    assert cook.practice
    assert cook.drill == "late_guests"
    story = mara.client.get(f"/api/practice/cooks/{cook.id}/story").json()
    assert "phone rings" in rendered(story["story"])
    assert story["said"] == []
    assert mara.client.get("/api/practice").json()["drills"][8]["running"] == cook.id
    piece = cook.pieces.get()
    mara.mark(cook.id, "on", piece_id=piece.id)
    Cook.objects.filter(id=cook.id).update(clock_cook_at=cook.clock_cook_at + timedelta(minutes=25))
    said = mara.client.get(f"/api/practice/cooks/{cook.id}/story").json()["said"]
    assert "forty minutes" in rendered(said[0]["words"])


def test_one_that_is_no_drill_has_no_story_and_no_debrief(mara):
    cook = mara.start(practice=True)
    assert mara.client.get(f"/api/practice/cooks/{cook['id']}/story").json()["drill"] == ""
    assert mara.client.get(f"/api/practice/cooks/{cook['id']}/debrief").status_code == 409


def test_running_behind_begins_late(mara):
    cook = begun(mara, "behind")
    first = min(t.start_s for t in cook.pieces.get().programme.tasks)
    assert cook.now() - cook.moment(first) > timedelta(minutes=10)


def test_a_drill_that_was_followed_is_worth_much_and_one_that_was_not_less(mara):
    good = cooked(mara)
    told = mara.client.get(f"/api/practice/cooks/{good.id}/debrief").json()
    assert told["points"] >= 75
    piece = told["pieces"][0]
    assert {p["key"] for p in piece["parts"]} == {"finish", "time", "rim", "crust", "readings"}
    assert {h["key"] for h in piece["hands"]} == {"plan", "knew"}
    assert len(piece["core_c"]) == len(piece["time_s"]) > 20
    bad = cooked(mara, late_s=1500.0)
    worse = mara.client.get(f"/api/practice/cooks/{bad.id}/debrief").json()
    assert worse["points"] < told["points"] - 15
    assert worse["best"] == told["points"]
    assert worse["pieces"][0]["moments"][0]["cost_k"] > 3.0
    assert Attempt.objects.count() == 2
    mara.client.get(f"/api/practice/cooks/{good.id}/debrief")
    assert Attempt.objects.count() == 2, "looked at again it is no other attempt"
    assert mara.client.get("/api/practice").json()["drills"][0]["attempts"] == [told["points"], worse["points"]]


def test_a_drill_that_is_on_or_never_went_on_is_not_scored(mara):
    cook = begun(mara)
    assert mara.client.get(f"/api/practice/cooks/{cook.id}/debrief").status_code == 409
    mara.call("POST", f"/api/cooks/{cook.id}/finish")
    assert mara.client.get(f"/api/practice/cooks/{cook.id}/debrief").status_code == 409


def test_a_drill_is_taken_up_again_from_a_moment_in_the_same_kitchen(mara):
    cook = cooked(mara, late_s=900.0)
    piece = cook.pieces.get()
    on_at = next(e.at for e in cook.events.all() if e.payload.get("task") == "on")
    at = on_at + timedelta(minutes=20)
    body = {"at": at.isoformat(), "speed": 10}
    made = mara.call("POST", f"/api/practice/cooks/{cook.id}/again", body).json()
    other = Cook.objects.get(id=made["cook_id"])
    assert other.ended_at is None
    assert other.drill == cook.drill
    assert abs(other.now() - at) < timedelta(minutes=5)
    assert other.pieces.get().truth_of == piece.id
    assert {e.payload.get("task") for e in other.events.all()} >= {"on", "light"}
    assert "sear" not in {e.payload.get("task") for e in other.events.all()}
    assert mara.client.get(f"/api/cooks/{other.id}").json()["outlooks"][0]["phase"] == "gentle"
    twice = mara.call("POST", f"/api/practice/cooks/{cook.id}/again", body)
    assert twice.status_code == 201


@pytest.mark.parametrize("days", [-400, 400])
def test_no_drill_is_taken_up_outside_of_itself(mara, days):
    cook = cooked(mara)
    at = (timezone.now() + timedelta(days=days)).isoformat()
    assert mara.call("POST", f"/api/practice/cooks/{cook.id}/again", {"at": at}).status_code == 422


def test_a_drill_begun_again_ends_the_one_before(mara):
    first, second = begun(mara), begun(mara)
    first.refresh_from_db()
    assert first.ended_at is not None
    assert second.ended_at is None


def test_an_unknown_drill_is_answered_with_those_there_are(mara):
    refused = mara.call("POST", "/api/practice/drills/firewalking/start", {})
    assert refused.status_code == 422
    assert "first_fire" in refused.content.decode()


def test_the_hub_is_told_of_the_drill_and_whose_kitchen_it_is(mara):
    from brasko.web.yard.stand_ins import hub_key

    cook = begun(mara, "dying")
    headers = {"authorization": f"Bearer {hub_key()}"}
    (scene,) = mara.client.post("/api/device/scenes", headers=headers).json()
    assert scene["drill"] == "dying"
    assert scene["pieces"][0]["seed"] == cook.pieces.get().id


def test_a_round_of_feel_is_asked_without_its_answers_and_scored(mara):
    asked = mara.client.get("/api/practice/feel/hand").json()
    assert "right" not in str(asked["questions"][0])
    right = [q.right for q in round_of("hand", asked["seed"])]
    told = mara.call("POST", "/api/practice/feel/hand", {"seed": asked["seed"], "answers": right}).json()
    assert told["right"] == told["of"] == 8
    none = mara.call("POST", "/api/practice/feel/hand", {"seed": asked["seed"], "answers": []}).json()
    assert none["right"] == 0
    line = next(f for f in mara.client.get("/api/practice").json()["feel"] if f["kind"] == "hand")
    assert line["rounds"] == [8, 0]
    assert mara.client.get("/api/practice/feel/taste").status_code == 422
