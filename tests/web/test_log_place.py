"""The log as a place: cooks from elsewhere, a season, cooks beside one another, next time."""

from datetime import timedelta

import pytest
from django.utils import timezone
from households import RIBEYE, errors
from test_taught import finished

from brasko.web.cooks.models import Cook, Reading
from brasko.web.yard.models import Teaching
from brasko.words import rendered

LOW = {**RIBEYE, "method": "low_then_sear", "fire": "kettle_two_zone"}


def file_of(minutes=50, every_s=30, fahrenheit=True, on_row=0):
    """A gentle cook as a device may keep it, in its own units and headings."""
    began = timezone.now() - timedelta(hours=5)
    lines = ["When,Food,Pit temp"]
    for n in range(int(minutes * 60 / every_s)):
        at = began + timedelta(seconds=n * every_s)
        core = 4.0 + (50.0 - 4.0) * max(n - on_row, 0) / (minutes * 60 / every_s)
        figures = [c * 1.8 + 32.0 if fahrenheit else c for c in (core, 118.0)]
        lines.append(f"{at:%Y-%m-%d %H:%M:%S},{figures[0]:.1f},{figures[1]:.1f}")
    return "\n".join(lines)


def elsewhere(text, **more):
    columns = [
        {"index": 0, "role": "time"},
        {"index": 1, "role": "tip", "unit": "F"},
        {"index": 2, "role": "air", "unit": "F"},
    ]
    asked = {"title": "On the old grill", "piece": LOW, "text": text, "columns": columns, "time": "moment", **more}
    return {k: v for k, v in asked.items() if v is not None}


def test_a_file_is_looked_at_and_guessed(mara):
    told = mara.call("POST", "/api/cooks/from-elsewhere/look", {"text": file_of()}).json()
    assert [(c["name"], c["role"], c["unit"]) for c in told["columns"]] == [
        ("When", "time", None),
        ("Food", "tip", "F"),
        ("Pit temp", "pit", "F"),
    ]
    assert told["rows"] == 100


def test_a_cook_from_elsewhere_is_one_of_our_own(mara, settings):
    settings.FORECASTS = "at once"
    made = mara.call("POST", "/api/cooks/from-elsewhere", elsewhere(file_of(), off_min=45))
    assert made.status_code == 201, made.content
    told = made.json()
    assert told["ended_at"]
    assert not told["practice"]
    outcome = told["pieces"][0]["outcome"]
    assert outcome["slow_measured_s"] == pytest.approx(45 * 60.0)
    assert outcome["peak_measured_c"] == pytest.approx(49.5, abs=0.5)
    assert Reading.objects.filter(cook_id=told["id"], source="tip").count() == 100
    assert [c["id"] for c in mara.client.get("/api/cooks").json()] == [told["id"]]
    assert Teaching.objects.filter(owner=mara.user).count() == 1, "it is fitted like our own"


def test_where_nobody_says_when_it_came_off_the_pull_does(mara):
    told = mara.call("POST", "/api/cooks/from-elsewhere", elsewhere(file_of(minutes=80))).json()
    slow_s = told["pieces"][0]["outcome"]["slow_measured_s"]
    pull_c = told["pieces"][0]["result"]["pull_c"]
    assert slow_s is None or slow_s == pytest.approx((pull_c - 4.0) / 46.0 * 80 * 60, abs=60.0)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"text": "nothing"}, "text"),
        ({"columns": [{"index": 0, "role": "time"}]}, "columns"),
        ({"columns": [{"index": 1, "role": "tip"}, {"index": 2, "role": "tip"}]}, "role"),
        ({"columns": [{"index": 1, "role": "tip"}]}, "every_s"),
        ({"time": "seconds"}, "time"),
        ({"on_min": 500}, "on_min"),
        ({"on_min": 10, "off_min": 5}, "off_min"),
        ({"off_min": 500}, "off_min"),
        ({"began_at": "2199-01-01T00:00:00Z"}, "began_at"),
        ({"piece": {**LOW, "thickness_mm": 900}}, "thickness_mm"),
    ],
)
def test_what_is_wrong_with_a_file_is_told_at_its_field_and_nothing_is_kept(mara, change, field):
    refused = mara.call("POST", "/api/cooks/from-elsewhere", {**elsewhere(file_of()), **change})
    assert refused.status_code == 422
    assert field in errors(refused)
    assert not Cook.objects.exists()


def test_a_season_is_of_real_cooks_that_are_over(mara):
    assert mara.client.get("/api/cooks/season").json()["cooks"] == 0
    finished(mara)
    finished(mara, practice=True)
    told = mara.client.get("/api/cooks/season").json()
    assert told["cooks"] == 1
    assert told["cuts"] == [{"cut": "Ribeye", "cooks": 1}]
    assert told["gap_k"] > 0.0


def test_cooks_are_told_apart_from_the_first(mara):
    one = mara.call("POST", "/api/cooks/from-elsewhere", elsewhere(file_of(), off_min=45)).json()
    thick = {**LOW, "thickness_mm": 45}
    two = mara.call("POST", "/api/cooks/from-elsewhere", elsewhere(file_of(minutes=60), off_min=55, piece=thick)).json()
    (told,) = mara.client.get(f"/api/cooks/differences?of={one['id']}&of={two['id']}").json()
    said = rendered(told["words"])
    assert told["cook_id"] == two["id"]
    assert "thickness 45 mm, not 38 mm" in said
    assert "10 min longer" in said


def test_another_households_cook_is_not_laid_beside_ones_own(mara, odell):
    mine, theirs = finished(mara), finished(odell)
    assert mara.client.get(f"/api/cooks/differences?of={mine.id}&of={theirs.id}").status_code == 404


@pytest.mark.parametrize("of", ["", "of=99999999999999999999", "of=1&of=2&of=3&of=4&of=5", "of=x"])
def test_what_are_no_cooks_cannot_be_told_apart(mara, of):
    assert mara.client.get(f"/api/cooks/differences?{of}").status_code == 422


def test_a_verdict_becomes_the_next_plans_change(mara):
    cook = finished(mara)
    told = mara.call("PUT", f"/api/cooks/{cook.id}/rating", {"stars": 3, "doneness": "over", "crust": "thin"}).json()
    changes = {c["key"]: c for c in told["next_time"]}
    assert set(changes) == {"finish", "crust"}
    was = told["pieces"][0]["inputs"]
    assert changes["finish"]["piece"]["finish_c"] == pytest.approx(was["finish_c"] - 1.7)
    assert changes["crust"]["piece"]["crust"] == "good"
    preview = mara.call("POST", "/api/plans/preview", {"pieces": [changes["finish"]["piece"]], "quick": True})
    assert preview.status_code == 200


def test_a_line_of_the_log_says_what_it_can_be_found_by(mara):
    cook = finished(mara)
    line = next(c for c in mara.client.get("/api/cooks").json() if c["id"] == cook.id)
    assert rendered(line["fire"]) == "Charcoal kettle, two zones"
    assert line["method"]
    assert line["cut_key"] == "ribeye"
    assert line["weather"] == ""
    again = mara.call("POST", "/api/plans/preview", {"pieces": [line["again"]], "quick": True})
    assert again.status_code == 200


def test_a_line_shows_the_core_thinned_and_follows_what_is_read_since(mara):
    cook = mara.start()
    row = Cook.objects.get(id=cook["id"])
    probe = mara.call("POST", "/api/thermometers", {"name": "Mine"}).json()["thermometer"]["id"]

    def read(first: int, last: int) -> None:
        Reading.objects.bulk_create(
            Reading(
                cook=row, piece=row.pieces.get(), thermometer_id=probe, sequence=n, temp_c=float(n),
                at=row.started_at + timedelta(seconds=n),
            )
            for n in range(first, last)
        )  # fmt: skip

    def spark() -> list[float]:
        return mara.client.get("/api/cooks").json()[0]["spark_c"]

    assert spark() == []
    read(0, 80)
    assert spark() == [float(n) for n in range(0, 80, 2)]
    mara.call("POST", f"/api/cooks/{row.id}/finish")
    assert spark() == spark()
    assert row.pieces.get().spark["temps_c"] == spark()
    read(80, 160)
    assert spark() == [float(n) for n in range(0, 160, 4)]


def test_the_list_asks_the_store_as_often_for_many_cooks_as_for_few(mara, django_assert_max_num_queries):
    plan = mara.plan()
    for _ in range(3):
        mara.call("POST", f"/api/cooks/{mara.start(plan)['id']}/finish")
    mara.client.get("/api/cooks")
    with django_assert_max_num_queries(14):
        assert len(mara.client.get("/api/cooks").json()) == 3
