"""Whole tables over the API: planned, kept, taken along, set aside, and nobody else's business."""

from datetime import timedelta

import pytest
from django.utils import timezone
from households import errors
from icalendar import Calendar
from wording import worded

from brasko.web.tables.models import Table


def table(hours: float = 8.0, **more) -> dict:
    return {
        "format": "brasko/meal@2",
        "title": "Tonight",
        "eat_at": (timezone.now() + timedelta(hours=hours)).isoformat(),
        "eaters": 2,
        "people": [{"key": "ada", "name": "Ada"}, {"key": "bo", "name": "Bo", "may": ["kitchen"]}],
        "fires": [{"key": "row", "fire": "gas"}],
        "dishes": [
            {"key": "ribeye", "piece": {"cut": "ribeye", "thickness_mm": 38, "count": 2}},
            {"key": "peppers", "side": "bell_pepper"},
        ],
        **more,
    }


def preview(who, asked: dict, quick: bool = False):
    return who.call("POST", "/api/tables/preview", {"table": asked, "quick": quick})


def test_a_table_is_planned_by_the_rule_at_once_and_by_the_solver(mara):
    first, best = (preview(mara, table(), quick).json() for quick in (True, False))
    assert (first["status"], best["status"]) == ("rule", "optimal")
    assert {d["key"]: d["left_out"] for d in best["dishes"]} == {"ribeye": False, "peppers": False}
    assert {w["person"] for w in best["work"]} == {"ada", "bo"}
    assert all(w["person"] == "ada" for w in best["work"] if w["place"]), "Bo stays in the kitchen"
    assert best["begins_s"] < min(d["on_s"] for d in best["dishes"])


def test_what_is_held_is_kept_and_the_rest_planned_round_it(mara):
    asked = table()
    asked["dishes"][1]["pin"] = {"wait_min": 5}
    peppers = preview(mara, asked).json()["dishes"][1]
    assert peppers["wait_s"] == 300.0


@pytest.mark.parametrize(
    ("more", "field", "words"),
    [
        ({"people": []}, "people", "Someone has to cook"),
        ({"dishes": [{"key": "a", "side": "corn"}]}, "side", "is not known"),
        ({"dishes": [{"key": f"d{n}", "side": "bun"} for n in range(40)]}, "dishes", "12 at the most"),
        ({"dishes": [{"key": "a", "side": "asparagus", "way": "pot"}]}, "way", "It goes on the grate"),
        ({"dishes": [{"key": "a", "side": "corn_bare", "count": 100}]}, "0", "wider than every place"),
        ({"fires": [{"key": "hob", "fire": "burner_low"}]}, "1", "be cooked on any grill"),
        ({"hours": 0.2}, "eat_at", "is too soon"),
    ],
    ids=["nobody", "no such side", "too many", "no such way", "too wide", "no fire for it", "an hour too near"],
)
def test_what_is_wrong_is_told_where_it_is(mara, more, field, words):
    response = preview(mara, table(**more))
    assert response.status_code == 422
    assert words in errors(response)[field]


def test_an_hour_too_near_comes_with_the_earliest_that_can_be_met(mara):
    response = preview(mara, table(hours=0.2))
    (error,) = response.json()["errors"]
    assert preview(mara, {**table(), "eat_at": error["suggestion"]}).status_code == 200


def test_a_table_is_kept_changed_taken_along_and_set_aside(mara):
    kept = mara.call("POST", "/api/tables", table())
    assert kept.status_code == 201
    one = f"/api/tables/{kept.json()['id']}"
    assert mara.call("GET", one).json()["told"]["status"] == "optimal"
    file = mara.call("GET", f"{one}/table.json").json()
    assert file["format"] == "brasko/meal@2"
    assert mara.call("POST", "/api/tables", file).status_code == 201, "a file gives the same table"
    events = Calendar.from_ical(mara.call("GET", f"{one}/table.ics").content).walk("VEVENT")
    hers = Calendar.from_ical(mara.call("GET", f"{one}/table.ics?person=ada").content).walk("VEVENT")
    assert 0 < len(hers) < len(events)
    changed = mara.call("PUT", one, {**table(), "title": "Later"})
    assert worded(changed.json()["title"]) == "Later"
    assert mara.call("DELETE", one).json()["set_aside"]
    assert len(mara.call("GET", "/api/tables").json()) == 1
    assert not mara.call("POST", f"{one}/restore").json()["set_aside"]


def test_what_it_was_planned_by_may_change_afterwards(mara):
    """So long as nothing did, what was kept with it is shown as it is."""
    one = f"/api/tables/{mara.call('POST', '/api/tables', table()).json()['id']}"
    assert mara.call("GET", one).json()["current"]
    mara.call("PATCH", "/api/preferences", {"altitude_m": 2000.0})
    assert not mara.call("GET", one).json()["current"]
    mara.call("PATCH", "/api/preferences", {"altitude_m": 0.0})
    Table.objects.update(model_version="0")
    assert not mara.call("GET", one).json()["current"]


def test_a_table_that_cannot_be_had_is_told_and_not_kept(mara):
    dishes = [{"key": f"p{n}", "side": "potato_half", "count": 7, "pin": {"wait_min": 0}} for n in range(4)]
    response = mara.call("POST", "/api/tables", table(dishes=dishes))
    assert response.status_code == 422
    assert "can't all be ready" in worded(errors(response)["dishes"])
    assert not Table.objects.exists()


def test_nobody_else_sees_a_table(mara, odell):
    kept = mara.call("POST", "/api/tables", table()).json()["id"]
    for method, path in (
        ("GET", ""),
        ("PUT", ""),
        ("DELETE", ""),
        ("GET", "/table.json"),
        ("GET", "/table.ics"),
        ("POST", "/restore"),
    ):
        bodies = {"": table(), "/later": {"by_min": 5, "at": timezone.now().isoformat()}}
        body = bodies.get(path) if method != "GET" else None
        assert odell.call(method, f"/api/tables/{kept}{path}", body).status_code == 404
    assert odell.call("GET", "/api/tables").json() == []


def test_the_reference_names_every_side_way_and_fire(mara):
    told = mara.call("GET", "/api/tables/reference").json()
    assert len(told["sides"]) >= 25
    ways = {w["key"] for w in told["ways"]}
    assert all(set(side["ways"]) <= ways for side in told["sides"])
    assert "kettle_two_zone" in {f["key"] for f in told["fires"]}


def kept_at(who, hours: float, asked: dict | None = None) -> tuple[str, dict]:
    """A kept table whose hour is so far off."""
    made = who.call("POST", "/api/tables", asked or table()).json()
    one = Table.objects.get(id=made["id"])
    one.asked_json["eat_at"] = (timezone.now() + timedelta(hours=hours)).isoformat()
    one.save()
    return f"/api/tables/{one.pk}", made["told"]


def test_a_later_hour_is_shown_before_it_is_taken(mara):
    """The steak is on; the peppers are not. Eaten a quarter of an hour later only the peppers move."""
    one, told = kept_at(mara, 0.5)
    assert {d["key"]: d["on_s"] < -1800 for d in told["dishes"]} == {"ribeye": True, "peppers": False}
    asked = {"by_min": 15, "at": timezone.now().isoformat()}
    shown = mara.call("POST", f"{one}/later", asked).json()
    assert [m["name"] for m in shown["moves"]] == ["Bell pepper, halved"]
    before = mara.call("GET", one).json()["asked"]["eat_at"]
    taken = mara.call("POST", f"{one}/later", {**asked, "take": True}).json()
    assert taken["told"]["dishes"] == shown["told"]["dishes"], "what was shown is what is taken"
    after = mara.call("GET", one).json()
    assert before < after["asked"]["eat_at"] == shown["eat_at"]
    assert after["asked"]["dishes"][0]["pin"]["wait_min"] >= 15
    again = mara.call("POST", f"{one}/later", {**asked, "by_min": 5}).json()
    assert again["told"]["dishes"][0]["on_s"] == pytest.approx(after["told"]["dishes"][0]["on_s"] - 300)


def test_a_later_hour_from_another_time_than_now_is_refused(mara):
    one, _ = kept_at(mara, 2.0)
    early = (timezone.now() - timedelta(hours=1)).isoformat()
    assert "isn't now" in worded(errors(mara.call("POST", f"{one}/later", {"by_min": 5, "at": early}))["at"])


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"eaters": 0}, "must be between 1 and 60"),
        ({"eaters": 10**400}, "less than or equal"),
        ({"eaters": "many"}, "whole number"),
        ({"eat_at": "tomorrow"}, "date and time"),
        ({"eat_at": "9999-12-31T19:00:00Z"}, "between the years"),
        ({"format": "brasko/meal@1"}, "brasko/meal@2"),
        ({"soup": True}, "not known here"),
        ({"people": [{"key": "a", "name": "A"}, {"key": "a", "name": "B"}]}, "twice"),
        ({"people": [{"key": "a", "name": "A", "may": ["kitchen"]}]}, "nobody who can work at the fire"),
        ({"people": [{"key": "a", "name": "A", "may": ["sing"]}]}, "fire"),
        ({"fires": []}, "at least one fire"),
        ({"fires": [{"key": "x"}]}, "is not known"),
        ({"dishes": [{"key": "a"}]}, "a dish is one of them"),
        ({"dishes": [{"key": "a", "side": "bun", "course_min": 1e308}]}, "less than or equal"),
        ({"dishes": [{"key": "a", "side": "bun", "course_min": -5}]}, "must be between 0 and 180"),
        ({"dishes": [{"key": "a", "side": "bun", "fires": ["moon"]}]}, "is not known"),
        ({"dishes": [{"key": "a", "side": "bun", "pin": {"person": "zoe"}}]}, "is not known"),
        ({"dishes": [{"key": "a", "piece": {"cut": "ribeye", "thickness_mm": 1e9}}]}, "less than or equal"),
        ({"dishes": [{"key": "a", "piece": {"cut": "ribeye", "thickness_mm": 900}}]}, "must be between"),
    ],
)
def test_whatever_is_sent_is_answered_and_never_fails(mara, change, words):
    response = preview(mara, {**table(), **change})
    assert response.status_code == 422, response.content
    assert words in " ".join(errors(response).values())


def test_a_way_that_is_held_but_is_none_of_the_dish_leaves_it_out_and_says_so(mara):
    asked = table()
    asked["dishes"][1]["pin"] = {"variant": "open@moon"}
    told = preview(mara, asked).json()
    assert told["status"] == "clash"
    assert told["clash"] == ["Bell pepper, halved"]
    assert any("Unpin what is pinned" in worded(each) for each in told["helps"])
    assert [d["left_out"] for d in told["dishes"]] == [False, True]


def test_a_wait_longer_than_a_dish_may_is_as_long_as_it_may(mara):
    asked = table()
    asked["dishes"][1]["pin"] = {"wait_min": 600}
    peppers = preview(mara, asked).json()["dishes"][1]
    assert peppers["wait_s"] == pytest.approx(peppers["most_wait_s"], abs=5.0)


def test_a_fire_of_the_cooks_own_is_one_of_the_tables(mara):
    own = mara.call("GET", "/api/reference").json()["grates"][0]["grate"]["fire"]
    told = preview(mara, table(fires=[{"key": "mine", "own_fire": {**own, "name": "Under the tree"}}]))
    assert told.status_code == 200, told.content
    assert [f["name"] for f in told.json()["fires"]] == ["Under the tree"]


def test_those_who_come_later_are_cooked_for_again(mara):
    dishes = [
        {"key": "ribeye", "piece": {"cut": "ribeye", "thickness_mm": 38, "count": 4}},
        {"key": "bread", "side": "bun"},
    ]
    told = preview(mara, table(eaters=4, sittings=[{"eaters": 1, "after_min": 40}], dishes=dishes)).json()
    assert told["status"] in ("optimal", "feasible")
    assert {d["key"]: d["serve_s"] for d in told["dishes"]} == {
        "ribeye": 0,
        "ribeye.s1": 2400,
        "bread": 0,
        "bread.s1": 2400,
    }
    one = {"key": "bird", "piece": {"cut": "chicken_spatchcock", "thickness_mm": 50}}
    told = preview(mara, table(eaters=4, sittings=[{"eaters": 1, "after_min": 40}], dishes=[one])).json()
    assert "is for all alike" in worded(" ".join(told["reasons"]))
    wrong = preview(mara, table(eaters=2, sittings=[{"eaters": 1, "after_min": 1}]))
    assert "eat with the others" in worded(errors(wrong)["after_min"])
