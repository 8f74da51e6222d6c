"""`brasko fire`: a fire in, its heat out."""

import json

import jsonschema
import pytest
from test_simulate import brasko, schema  # noqa: F401

from brasko.core.fire.kinds import GRILLS

FIRE = {
    "format": "brasko/fire@1",
    "grill": "kettle",
    "charcoal": {"layout": "banked", "amount": 0.75, "unit": "chimneys"},
    "wanted_c": 121.0,
    "pieces": [{"key": "steak", "x_mm": 150, "y_mm": 0, "fat_share": 0.2}, {"key": "corn", "x_mm": -150, "y_mm": 0}],
    "spots": [{"x_mm": 0, "y_mm": 0}],
    "units": "us",
}


def test_a_fire_in_its_heat_out(brasko):  # noqa: F811
    jsonschema.validate(FIRE, schema("fire-1"))
    status, told, complaint = brasko("fire", FIRE)
    assert (status, complaint) == (0, "")
    jsonschema.validate(told, schema("fire-result-1"))
    assert told["settled"]["air_c"] == pytest.approx(121.0, abs=0.5)
    assert told["settled"]["balance_error"] < 1e-6
    assert 0.2 < told["setup"]["bottom_share"] < 0.6
    steak, corn = told["pieces"]
    assert steak["flux_kw_m2"] > 5 * corn["flux_kw_m2"]
    assert len(told["map"]["equivalent_c"]) == len(told["map"]["y_mm"])
    assert "{" not in json.dumps([s["why"] for s in told["steps"]])
    assert any("°F" in s["why"] for s in told["steps"])
    assert told["half_distance_gain"] < 4.0
    assert told["course"]["gauge_c"][0] < 30.0 < max(told["course"]["gauge_c"])


@pytest.mark.parametrize("key", sorted(GRILLS))
def test_every_grill_that_ships_is_told(brasko, key):  # noqa: F811
    status, told, _ = brasko("fire", {"format": "brasko/fire@1", "grill": key})
    assert status == 0
    jsonschema.validate(told, schema("fire-result-1"))
    assert told["hours"]["ready_s"] > 0


def test_a_wish_is_answered_with_a_fire_and_why(brasko):  # noqa: F811
    wished = {"gentle_low_c": 93.0, "gentle_high_c": 107.0, "sear": True, "hours": 1.0}
    status, told, _ = brasko("fire", {"format": "brasko/fire@1", "grill": {"like": "gas_4"}, "wished": wished})
    assert status == 0
    assert 92.0 <= told["advised"]["gentle_c"] <= 108.0
    assert told["advised"]["why"]
    assert told["advised"]["light_before_s"] > 0


@pytest.mark.parametrize(
    ("change", "status", "line"),
    [
        ({"grill": "ketle"}, 2, "grill is not known (got 'ketle'). Did you mean kettle"),
        ({"charcoal": {"layout": "banked", "amount": 9}}, 2, "charcoal.amount_kg is more than fits"),
        ({"bottom_share": 2}, 2, "bottom_share must be between 0 and 1"),
        ({"grill": {"like": "gas_3", "burners": [{"x_mm": 0, "power_w": -5}]}}, 2, "burner1.power_w must be between"),
        ({"grill": {"like": "kettle", "loses": 9}}, 2, "grill.loses must be between 0.3 and 3"),
        ({"spots": [{"x_mm": 900, "y_mm": 0}]}, 2, "x_mm is off the grate"),
        ({"wanted_c": 600}, 3, "wanted_c: Charcoal kettle with this fuel reaches"),
        ({"lid": True}, 2, "lid is not a known field"),
    ],
)
def test_what_is_wrong_is_named_in_one_line(brasko, change, status, line):  # noqa: F811
    got, told, complaint = brasko("fire", {**FIRE, **change})
    assert (got, told) == (status, None)
    assert line in complaint
    assert complaint.count("\n") <= 1
