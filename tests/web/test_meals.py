"""Meals over the API: several pieces, anchors, picks, other ways, amounts, holding, and what is taken along."""

import json
from datetime import datetime, timedelta

import pytest
from django.utils import timezone
from examples import examples
from households import RIBEYE, errors
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar
from wording import worded

from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import FINISHES, MARKS, RUBS, SALTS
from brasko.core.words import BEGIN
from brasko.formats.meal import MealIn, PieceIn, TableIn
from brasko.web.plans.actions.take_along import hour_to_come
from brasko.web.plans.models import Plan
from brasko.words import rendered

BURGER = {
    "cut": "burger_80_20",
    "thickness_mm": 19,
    "method": "direct",
    "crust": "none",
    "salt": "just_before",
    "count": 4,
}
TWO = [RIBEYE, BURGER]


def in_hours(hours: float) -> datetime:
    return timezone.now() + timedelta(hours=hours)


def test_preview_of_two_pieces_tells_one_in_full_and_the_order_of_both(mara):
    answer = mara.call("POST", "/api/plans/preview", {"pieces": TWO, "focus": 1, "quick": True}).json()
    assert worded(answer["result"]["cut_name"]) == "Burger patty, 80/20"
    assert [o["cut_name"] for o in answer["others"]] == ["Ribeye"]
    assert len(answer["others"][0]["time_s"]) == len(answer["others"][0]["core_c"]) < 200
    keys = [t["key"] for t in answer["order"]]
    assert {"0:on", "1:on", "0:convert"} <= set(keys)
    assert keys.count("0:light") == 1
    assert "1:light" not in keys
    assert [t["start_s"] for t in answer["order"]] == sorted(t["start_s"] for t in answer["order"])
    assert any(t["critical"] for t in answer["order"])
    assert {c["place"] for c in answer["cautions"]} <= set(keys) | {"finish"}
    wrong = mara.call("POST", "/api/plans/preview", {"pieces": TWO, "focus": 5})
    assert "must be one of the 2 pieces" in worded(errors(wrong)["focus"])


def test_an_error_says_which_piece_it_is_of(mara):
    answer = mara.call("POST", "/api/plans/preview", {"pieces": [RIBEYE, {**BURGER, "finish_c": 55}]})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "pieces.1.finish_c"
    hopeless = mara.call(
        "POST", "/api/plans/preview", {"pieces": [RIBEYE, {"cut": "strip", "thickness_mm": 6, "finish_c": 50}]}
    )
    assert hopeless.json()["errors"][0]["field"].startswith("pieces.1.")


@pytest.mark.parametrize(("what", "key"), [("light", "light"), ("on", "on")])
def test_any_hour_may_be_the_fixed_one(mara, what, key):
    at = in_hours(30).replace(microsecond=0)
    answer = mara.call(
        "POST",
        "/api/plans/preview",
        {"pieces": [RIBEYE], "quick": True, "anchor": {"what": what, "at": at.isoformat()}},
    ).json()
    eat = datetime.fromisoformat(answer["eat_at"])
    task = next(t for t in answer["order"] if t["key"] == f"0:{key}")
    assert abs((eat + timedelta(seconds=task["start_s"]) - at).total_seconds()) < 1.0
    past = mara.call(
        "POST",
        "/api/plans/preview",
        {"pieces": [RIBEYE], "quick": True, "anchor": {"what": what, "at": in_hours(-3).isoformat()}},
    )
    assert "eat_at" in errors(past)


def test_what_is_picked_for_the_hour_that_is_offered_can_be_met(mara):
    def asked(at):
        wanted = {"cut": "ribeye", "thickness_mm": 38, "eat_at": at}
        piece = mara.call("POST", "/api/plans/pick", wanted).json()["piece"]
        return mara.call(
            "POST", "/api/plans/preview", {"pieces": [piece], "anchor": {"what": "eat", "at": at}, "ranges": True}
        )

    refused = asked(in_hours(0.1).isoformat())
    assert refused.status_code == 422
    offered = next(e["suggestion"] for e in refused.json()["errors"] if e["field"] == "eat_at")
    assert asked(offered).status_code == 200


def test_a_pick_uses_the_household_s_grill_and_can_be_planned(mara):
    pick = mara.call(
        "POST", "/api/plans/pick", {"cut": "strip", "thickness_mm": 38, "eat_at": in_hours(8).isoformat()}
    ).json()
    assert pick["piece"]["method"] == "low_then_sear"
    assert pick["piece"]["fire"] == "kettle_two_zone"
    assert "Strip steak" in worded(pick["why"])
    mara.grill.spec = {"like": "gas_3"}
    mara.grill.save()
    gas = mara.call("POST", "/api/plans/pick", {"cut": "strip", "thickness_mm": 38}).json()
    assert gas["piece"]["fire"] == "gas"
    planned = mara.call("POST", "/api/plans/preview", {"pieces": [gas["piece"]], "quick": True})
    assert planned.status_code == 200
    assert "Did you mean" in worded(
        errors(mara.call("POST", "/api/plans/pick", {"cut": "stripp", "thickness_mm": 38}))["cut"]
    )


def test_other_ways_come_with_figures_and_can_be_taken(mara):
    told = mara.call("POST", "/api/plans/choices", {"pieces": [RIBEYE]}).json()
    assert told["mine"]["piece"]["method"] == "low_then_sear"
    assert len(told["others"]) == 2
    for other in told["others"]:
        assert worded(other["trade_off"]).startswith("Gains")
        assert mara.call("POST", "/api/plans/preview", {"pieces": [other["piece"]], "quick": True}).status_code == 200
    assert {r["method"] for r in told["refused"]} >= {"low_and_slow"}


def test_where_cooks_disagree_every_answer_is_computed_and_can_be_taken(mara):
    keys = [q["key"] for q in mara.call("POST", "/api/plans/choices", {"pieces": [RIBEYE]}).json()["questions"]]
    assert {"flips", "temper", "marks", "lid", "rest", "rest_for", "sear_for", "gentle", "rub"} == set(keys)
    told = mara.call("POST", "/api/plans/school", {"piece": RIBEYE, "key": "temper"}).json()
    assert [v["change"] for v in told["variants"]] == [{}, {"temper_min": 30.0}, {"temper_min": 60.0}]
    taken = mara.call(
        "POST", "/api/plans/preview", {"pieces": [{**RIBEYE, **told["variants"][1]["change"]}], "quick": True}
    ).json()
    assert "temper" in {t["key"] for t in taken["result"]["tasks"]}
    assert "school" in errors(mara.call("POST", "/api/plans/school", {"piece": RIBEYE, "key": "colour"}))


def test_details_weigh_share_and_hold(mara):
    table = {
        "eaters": 5,
        "price_kg": 20,
        "salt_kind": "table",
        "wishes": [{"name": "Ann", "finish_c": 52}, {"name": "Bo", "finish_c": 66}],
    }
    told = mara.call("POST", "/api/plans/details", {"pieces": TWO, "table": table, "late_min": 20}).json()
    steak, burger = told["pieces"]
    assert steak["amounts"]["cost"] == pytest.approx(0.02 * 451, rel=0.02)
    assert told["cost"] == pytest.approx(steak["amounts"]["cost"] + burger["amounts"]["cost"])
    assert burger["patty"]["cooked_width_m"] < burger["patty"]["width_m"]
    assert steak["patty"] is None
    assert [p["eater"] for p in steak["parts"]] == ["Ann", "Bo"]
    assert {h["key"] for h in steak["holdings"]} == {"later", "foil", "warm", "wait"}
    assert "tsp" in steak["amounts"]["salt_spoons"]
    bad = mara.call("POST", "/api/plans/details", {"pieces": [RIBEYE], "table": {"salt_kind": "pink"}})
    assert "salt_kind" in errors(bad)
    assert "late_min" in errors(mara.call("POST", "/api/plans/details", {"pieces": [RIBEYE], "late_min": 999}))
    assert "eaters" in errors(mara.call("POST", "/api/plans/details", {"pieces": [RIBEYE], "table": {"eaters": 0}}))


def test_a_burger_is_shaped_for_its_bun(mara):
    made = mara.call("POST", "/api/plans/burger", {"bun_mm": 110, "patties": 6}).json()
    assert made["patty"]["cooked_width_m"] == pytest.approx(0.110, abs=0.003)
    assert made["lean_g"] + made["rich_g"] == pytest.approx(6000 * made["patty"]["mass_kg"])
    assert made["piece"]["count"] == 6
    assert mara.call("POST", "/api/plans/preview", {"pieces": [made["piece"]], "quick": True}).status_code == 200
    assert "must be between the two meats" in worded(
        errors(mara.call("POST", "/api/plans/burger", {"fat_share": 0.33}))["fat_share"]
    )


# --- taken along -----------------------------------------------------------------------------------------------------


def test_what_is_exported_and_imported_is_the_same_plan(mara, odell):
    kept = mara.call(
        "POST",
        "/api/plans",
        {"eat_at": in_hours(40).isoformat(), "pieces": TWO, "table": {"eaters": 3}, "title": "Friday"},
    ).json()
    said = mara.client.get(f"/api/plans/{kept['id']}/plan.json").json()
    assert said["format"] == "brasko/meal@1"
    taken = odell.call("POST", "/api/plans/import", said)
    assert taken.status_code == 201
    again = taken.json()
    for field in ("title", "eat_at", "table", "order", "notes", "pieces"):
        assert again[field] == kept[field], field
    assert odell.client.get(f"/api/plans/{again['id']}/plan.json").json() == said


def test_a_file_that_is_no_plan_is_refused_with_its_field(mara):
    good = {"format": "brasko/meal@1", "eat_at": in_hours(30).isoformat(), "pieces": [RIBEYE]}
    for change, field, words in (
        ({"format": "other@1"}, "format", "brasko/meal@1"),
        ({"pieces": []}, "pieces", "at least 1"),
        ({"pieces": [{**RIBEYE, "cut": "ribye"}]}, "cut", "Did you mean ribeye"),
        ({"colour": 1}, "body", "has a field that is not known"),
    ):
        answer = mara.call("POST", "/api/plans/import", {**good, **change})
        assert answer.status_code == 422
        assert words in errors(answer)[field]
    assert not Plan.objects.exists()
    old = mara.call("POST", "/api/plans/import", {**good, "eat_at": "2020-05-01T19:00:00+00:00"}).json()
    assert datetime.fromisoformat(old["eat_at"]) > timezone.now()


@examples(60)
@given(
    st.builds(
        PieceIn,
        cut=st.sampled_from(["ribeye", "skirt"]),
        thickness_mm=st.floats(6, 150),
        mass_g=st.none() | st.floats(50, 5000),
        finish_c=st.none() | st.floats(40, 98),
        start_c=st.floats(-1, 40),
        method=st.sampled_from(list(METHODS)),
        salt=st.sampled_from(list(SALTS)),
        marks=st.sampled_from(list(MARKS)),
        rub=st.sampled_from(list(RUBS)),
        finishing=st.sampled_from(list(FINISHES)),
        frozen=st.booleans(),
        pull_offset=st.none() | st.floats(0, 40),
        count=st.integers(1, 24),
    ),
    st.builds(TableIn, eaters=st.integers(1, 60), price_kg=st.none() | st.floats(0, 100)),
    st.text(max_size=120),
)
def test_a_meal_is_read_as_it_was_written(piece, table, title):
    meal = MealIn(format="brasko/meal@1", title=title, eat_at=in_hours(3), table=table, pieces=[piece])
    assert MealIn.model_validate_json(meal.model_dump_json()) == meal


def test_the_calendar_is_in_the_households_language(mara):
    kept = mara.call("POST", "/api/plans", {"eat_at": in_hours(30).isoformat(), "pieces": [RIBEYE]}).json()
    mara.call("PATCH", "/api/preferences", {"language": "de", "units": "metric"})
    said = mara.client.get(f"/api/plans/{kept['id']}/plan.ics").content.decode().replace("\r\n ", "")
    assert "SUMMARY:Aufschneiden und servieren" in said
    assert "1\\,2 % des Gewichts" in said
    assert BEGIN not in said


def test_the_calendar_has_every_task_at_its_time(mara):
    kept = mara.call(
        "POST", "/api/plans", {"eat_at": in_hours(40).replace(second=0, microsecond=0).isoformat(), "pieces": TWO}
    ).json()
    answer = mara.client.get(f"/api/plans/{kept['id']}/plan.ics")
    assert answer["Content-Type"].startswith("text/calendar")
    events = Calendar.from_ical(answer.content).walk("VEVENT")
    eat = datetime.fromisoformat(kept["eat_at"])
    assert len(events) == len(kept["order"])
    by_id = {str(e["uid"]): e for e in events}
    assert len(by_id) == len(events)
    for task in kept["order"]:
        event = by_id[f"plan-{kept['id']}-{task['key'].replace(':', '-')}@brasko"]
        assert abs((event["dtstart"].dt - eat).total_seconds() - task["start_s"]) <= 1.0
        assert str(event["summary"]).startswith(rendered(task["name"]))
        assert "{" not in str(event["description"])
        assert len(event.walk("VALARM")) == (0 if task["key"].endswith("shop") else 1)


def test_a_plan_once_more_and_again_from_the_past(mara):
    plan = mara.plan(hours=30)
    again = mara.call("POST", f"/api/plans/{plan.id}/duplicate").json()
    assert worded(again["title"]).endswith(", again")
    assert again["pieces"] == mara.client.get(f"/api/plans/{plan.id}").json()["pieces"]
    assert datetime.fromisoformat(again["eat_at"]) > plan.eat_at
    assert mara.client.get("/api/plans/past").json() == []
    mara.call("DELETE", f"/api/plans/{plan.id}")
    assert [p["id"] for p in mara.client.get("/api/plans/past").json()] == [plan.id]


def test_the_same_hour_on_the_first_day_that_will_do():
    now = timezone.now()
    assert hour_to_come(now + timedelta(hours=5), 3600.0, now) == now + timedelta(hours=5)
    assert hour_to_come(now + timedelta(minutes=30), 3600.0, now) == now + timedelta(days=1, minutes=30)


def test_a_cook_of_a_plan_with_two_pieces_leaves_the_shopping_out(mara):
    kept = mara.call("POST", "/api/plans", {"eat_at": in_hours(10).isoformat(), "pieces": TWO}).json()
    cook = mara.call("POST", f"/api/plans/{kept['id']}/start", {"practice": True}).json()
    keys = [(e["piece_id"], e["key"]) for e in cook["expected"]]
    assert "shop" not in {key for _, key in keys}
    assert len([1 for _, key in keys if key == "light"]) == 1
    assert len([1 for _, key in keys if key == "on"]) == 2


def test_the_guide_is_told_whole(mara):
    guide = mara.client.get("/api/guide").json()
    kinds = {k["key"] for k in guide["kinds"]}
    assert {e["kind"] for e in guide["entries"]} == kinds
    assert json.dumps(guide).count("brasko") == 0
    assert len(guide["entries"]) > 90
