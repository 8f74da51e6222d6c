"""The Fire place and the Yard through the API."""

from datetime import UTC, datetime, timedelta

import pytest
from households import RIBEYE, errors
from wording import worded

from brasko.core.heat.vapour import boiling_c
from brasko.web.devices.weather import weather_at

KETTLE = {"grill": "kettle"}
OWN = {
    "name": "Mine",
    "setup": {"grill": {"like": "kettle"}, "charcoal": {"layout": "banked", "amount": 1.8}, "bottom_share": 0.35},
    "gentle": {"x_mm": -140, "y_mm": 0},
    "sear": {"x_mm": 150, "y_mm": 0},
}


def test_every_grill_can_be_looked_at(mara):
    reference = mara.client.get("/api/fire/reference").json()
    kinds = {g["kind"] for g in reference["grills"]}
    assert kinds == {"kettle", "kamado", "offset", "gas", "flat_top", "pellet", "brazier", "chimney", "oven"}
    for grill in reference["grills"]:
        looked = mara.call("POST", "/api/fire/look", {"setup": {"grill": grill["key"]}}).json()
        assert looked["settled"]["balance_error"] < 1e-6
        assert looked["map"]["zones"]
        told = mara.call("POST", "/api/fire/course", {"setup": {"grill": grill["key"]}}).json()
        assert told["steps"]
        assert told["hours"]["ready_s"] > 0


def test_dragged_food_is_answered_like_food_that_was_set_down(mara):
    body = {"setup": KETTLE, "pieces": [{"key": "a", "x_mm": 120, "y_mm": 20, "fat_share": 0.2}]}
    whole = mara.call("POST", "/api/fire/look", body).json()
    quick = mara.call("POST", "/api/fire/food", body).json()
    assert quick["pieces"] == whole["pieces"]
    assert "map" not in quick


def test_pans_are_read_where_they_stand(mara):
    pans = [{"key": "p", "ware": "skillet", "x_mm": 100, "y_mm": 0}]
    read = mara.call("POST", "/api/fire/food", {"setup": KETTLE, "pans": pans}).json()["pans"][0]
    assert 150 < read["settles_c"] < 400
    small = mara.call("POST", "/api/fire/food", {"setup": {"grill": "chimney"}, "pans": pans})
    assert "more than the grate has" in worded(errors(small)["width_mm"])
    odd = mara.call("POST", "/api/fire/food", {"setup": KETTLE, "pans": [{**pans[0], "ware": "wok"}]})
    assert "not known" in worded(errors(odd)["ware"])


def test_the_course_tells_smoke_fuse_and_what_a_lid_costs(mara):
    coal = {"layout": "ring", "amount": 60, "unit": "briquettes", "wood": "chunks"}
    told = mara.call("POST", "/api/fire/course", {"setup": {"grill": "kettle", "charcoal": coal}}).json()
    assert told["hours"]["smoke_s"] > 1200
    assert told["hours"]["fuse_m"] == pytest.approx(60 / 5 * 0.045)
    assert told["steadiness"]["drop_k"] > 10


def test_the_fire_can_be_looked_at_before_it_is_hot(mara):
    cold = mara.call("POST", "/api/fire/look", {"setup": {"grill": "gas_3"}, "at_s": 60}).json()["map"]
    hot = mara.call("POST", "/api/fire/look", {"setup": {"grill": "gas_3"}, "at_s": 3600}).json()["map"]
    row = len(hot["y_mm"]) // 2
    assert hot["equivalent_c"][row][6] > cold["equivalent_c"][row][6] + 40


def test_vents_and_advice_are_computed(mara):
    set_ = mara.call("POST", "/api/fire/set", {"setup": KETTLE, "wanted_c": 121}).json()
    assert 0.2 < set_["bottom_share"] < 0.6
    wished = {"gentle_low_c": 93, "gentle_high_c": 107, "sear": True}
    found = mara.call("POST", "/api/fire/advise", {"setup": {"grill": "gas_4"}, "wished": wished}).json()
    assert 92 <= found["advised"]["gentle_c"] <= 108
    too_hot = mara.call("POST", "/api/fire/set", {"setup": KETTLE, "wanted_c": 480})
    assert too_hot.status_code == 422
    assert "at the most" in worded(errors(too_hot)["wanted_c"])


@pytest.mark.parametrize(
    ("setup", "field", "said"),
    [
        ({"grill": "kettle", "charcoal": {"layout": "banked", "amount": 12}}, "amount_kg", "more than fits"),
        ({"grill": "kettle", "bottom_share": -1}, "bottom_share", "between 0 and 1"),
        ({"grill": {"like": "gas_2", "burners": [{"x_mm": 0, "power_w": -1}]}}, "power_w", "between 500"),
        ({"grill": "pellet", "set_c": 400}, "set_c", "must be between"),
        ({"grill": "gas_3", "coal_tray_kg": 9}, "coal_tray_kg", "between 0.3 and 2"),
        ({"grill": "gas_3", "smoker_box": "logs"}, "smoker_box", "is not known"),
        ({"grill": "kettle", "coal_tray_kg": 1}, "coal_tray_kg", "is for a gas grill"),
        ({"grill": "kettle", "weather": {"wind_m_s": 99}}, "wind_m_s", "between 0 and 25"),
    ],
)
def test_bad_fires_name_their_field(mara, setup, field, said):
    response = mara.call("POST", "/api/fire/look", {"setup": setup})
    assert response.status_code == 422
    assert said in errors(response)[field]


def test_shut_vents_say_when_the_fire_dies(mara):
    shut = {"grill": "kettle", "bottom_share": 0, "top_share": 0}
    settled = mara.call("POST", "/api/fire/look", {"setup": shut}).json()["settled"]
    assert settled["alight"] is False
    assert 900 < settled["dies_after_s"] < 7200


def test_weather_is_the_same_for_everybody_and_believable(mara, odell):
    one, other = (v.client.get("/api/weather").json() for v in (mara, odell))
    assert one["now"]["air_c"] == other["now"]["air_c"]
    assert len(one["hours"]) == 12
    noon, night = datetime(2026, 7, 1, 13, tzinfo=UTC), datetime(2026, 7, 1, 1, tzinfo=UTC)
    assert weather_at(noon).air_c > weather_at(night).air_c
    assert weather_at(noon).sun_w_m2 > weather_at(night).sun_w_m2 == 0.0
    year = [weather_at(datetime(2026, 1, 1, tzinfo=UTC) + timedelta(hours=7 * n)).air_c for n in range(1200)]
    assert -20 < min(year) < max(year) < 40


# --- planning with one's own fire -------------------------------------------------------------------------------------


def test_moving_a_piece_plans_anew(mara):
    """Nearer the coals the gentle part is sooner over: the same steak, another place."""

    def slow_s(x_mm: float) -> float:
        own = {**OWN, "gentle": {"x_mm": x_mm, "y_mm": 0}}
        answer = mara.call("POST", "/api/plans/preview", {"pieces": [{**RIBEYE, "own_fire": own}]})
        assert answer.status_code == 200, answer.content
        result = answer.json()["result"]
        assert result["fire"] == "own"
        assert result["grate"]["fire"]["gentle"]["x_mm"] == x_mm
        return next(s["end_s"] - s["start_s"] for s in result["steps"] if worded(s["name"]) == "gentle")

    assert slow_s(-20) < 0.85 * slow_s(-160)


def test_a_plan_on_ones_own_fire_is_kept_and_cooked(mara):
    plan = mara.plan(own_fire=OWN)
    kept = mara.client.get(f"/api/plans/{plan.id}").json()["pieces"][0]
    assert worded(kept["inputs"]["own_fire"]["name"]) == "Mine"
    assert kept["result"]["grate"]["map"]["grate"] == "main"
    cook = mara.start(plan, practice=True)
    assert cook["title"]


def test_ones_own_fire_is_set_for_the_wished_heat(mara):
    body = {"pieces": [{**RIBEYE, "own_fire": OWN, "gentle_c": 125}]}
    result = mara.call("POST", "/api/plans/preview", body).json()["result"]
    gentle = next(z for z in result["zones"] if z["role"] == "gentle")
    assert gentle["shown_c"] == pytest.approx(125, abs=6)
    refused = mara.call("POST", "/api/plans/preview", {"pieces": [{**RIBEYE, "own_fire": OWN, "gentle_c": 400}]})
    assert refused.status_code == 422
    off = {**OWN, "sear": {"x_mm": 900, "y_mm": 0}}
    assert "off the grate" in worded(
        errors(mara.call("POST", "/api/plans/preview", {"pieces": [{**RIBEYE, "own_fire": off}]}))["x_mm"]
    )


# --- the yard ---------------------------------------------------------------------------------------------------------


def test_grills_are_kept_changed_put_away_and_brought_back(mara):
    body = {"name": "Big kettle", "spec": {"like": "kettle", "width_mm": 660, "depth_mm": 660}}
    made = mara.call("POST", "/api/grills", body)
    assert made.status_code == 201
    number = made.json()["id"]
    looked = mara.call("POST", "/api/fire/look", {"setup": {"grill": made.json()["spec"]}}).json()
    assert looked["map"]["width_mm"] == 660
    body["spec"]["loses"] = 1.2
    assert mara.call("PUT", f"/api/grills/{number}", body).json()["spec"]["loses"] == 1.2
    assert mara.call("DELETE", f"/api/grills/{number}").json()["set_aside"] is True
    assert number not in {g["id"] for g in mara.client.get("/api/grills").json()}
    mara.call("POST", f"/api/grills/{number}/restore")
    assert number in {g["id"] for g in mara.client.get("/api/grills").json()}
    wrong = mara.call("POST", "/api/grills", {"name": "Odd", "spec": {"like": "kettle", "width_mm": 9}})
    assert "between 120" in worded(errors(wrong)["width_mm"])


def test_a_pan_too_wide_for_a_grill_is_named(mara):
    pan = {"name": "Plank", "like": "griddle", "width_mm": 700, "depth_mm": 340, "heat_j_k": 2900}
    assert mara.call("POST", "/api/pans", pan).json()["too_wide_for"] == [mara.grill.name]
    bad = mara.call("POST", "/api/pans", {**pan, "like": "wok"})
    assert "not known" in worded(errors(bad)["like"])
    light = mara.call("POST", "/api/pans", {**pan, "heat_j_k": 20})
    assert "weighs between" in worded(errors(light)["heat_j_k"])
    number = mara.client.get("/api/pans").json()[0]["id"]
    assert mara.call("PUT", f"/api/pans/{number}", {**pan, "width_mm": 300}).json()["too_wide_for"] == []
    mara.call("DELETE", f"/api/pans/{number}")
    assert mara.client.get("/api/pans").json() == []
    mara.call("POST", f"/api/pans/{number}/restore")
    assert len(mara.client.get("/api/pans").json()) == 1


def test_fires_are_kept_changed_put_away_and_brought_back(mara):
    number = mara.call("POST", "/api/fires", OWN).json()["id"]
    mara.call("PUT", f"/api/fires/{number}", {**OWN, "name": "Ours"})
    assert worded(mara.client.get("/api/fires").json()[0]["fire"]["name"]) == "Ours"
    mara.call("DELETE", f"/api/fires/{number}")
    assert mara.client.get("/api/fires").json() == []
    mara.call("POST", f"/api/fires/{number}/restore")
    assert len(mara.client.get("/api/fires").json()) == 1


def test_checks_correct_the_readings_that_follow(mara):
    """Half a degree too warm in ice, and in water that boils at 1500 m: readings are put right, and kept as sent
    too."""
    paired = mara.call("POST", "/api/thermometers", {"name": "Pen"}).json()
    number = paired["thermometer"]["id"]
    mara.call("POST", f"/api/thermometers/{number}/checks", {"kind": "ice", "read_c": 0.5})
    boiling = {"kind": "boiling", "read_c": boiling_c(1500) + 0.5, "altitude_m": 1500}
    checked = mara.call("POST", f"/api/thermometers/{number}/checks", boiling).json()
    assert checked["offset_k"] == pytest.approx(-0.5, abs=0.01)
    assert checked["checks"][1]["true_c"] == pytest.approx(95.0, abs=0.1)
    cook = mara.start(mara.plan(), practice=False, thermometer_id=number)
    at = cook["started_at"]
    sent = {"readings": [{"sequence": 1, "at": at, "temp_c": 50.0}]}
    token = {"Authorization": f"Bearer {paired['token']}"}
    assert mara.call("POST", "/api/device/readings", sent, **token).json()["accepted"] == [1]
    assert mara.call("POST", "/api/device/readings", sent, **token).json()["duplicate"] == [1]
    from brasko.web.cooks.models import Reading

    kept = Reading.objects.get(thermometer_id=number)
    assert (kept.raw_c, kept.temp_c) == (50.0, pytest.approx(49.5, abs=0.05))
    back = mara.call("DELETE", f"/api/thermometers/{number}/checks/{checked['checks'][1]['id']}").json()
    assert back["slope"] == 0.0


def test_a_wild_check_changes_nothing(mara):
    number = mara.call("POST", "/api/thermometers", {"name": "Pen"}).json()["thermometer"]["id"]
    wild = mara.call("POST", f"/api/thermometers/{number}/checks", {"kind": "ice", "read_c": 9.0})
    assert wild.status_code == 422
    assert "no correction" in worded(errors(wild)["read_c"])
    assert mara.client.get("/api/thermometers").json()[0]["checks"] == []
    true = mara.client.get("/api/yard/true?altitude_m=1500").json()
    assert true["boiling_c"] == pytest.approx(95.0, abs=0.1)
    assert "between -430 and 5000" in worded(errors(mara.client.get("/api/yard/true?altitude_m=9000"))["altitude_m"])


def test_a_grill_that_is_put_away_is_not_planned_on(mara):
    """What is planned first is on a grill that the household has in use."""

    def first_fire():
        return mara.call("POST", "/api/plans/pick", {"cut": "ribeye", "thickness_mm": 38}).json()["piece"]["fire"]

    kettles = mara.client.get("/api/grills").json()
    mara.call("POST", "/api/grills", {"name": "Gas", "spec": {"like": "gas_3"}})
    assert first_fire().startswith("kettle")
    for kettle in kettles:
        mara.call("DELETE", f"/api/grills/{kettle['id']}")
    assert first_fire().startswith("gas")
