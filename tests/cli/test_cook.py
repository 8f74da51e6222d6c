"""`brasko cook`: a cook in a cook's own words, forwards; one line for wrong input."""

import copy
import json

import jsonschema
import pytest
from test_simulate import FORMATS, brasko, schema  # noqa: F401

COOK = {
    "format": "brasko/cook@1",
    "piece": {"cut": "strip", "thickness": "1.5 in", "weight": "0.9 lb", "start": "40 F", "surface": "patted dry"},
    "steps": [
        {
            "name": "gentle",
            "on": {"fire": "kamado", "place": "gentle", "air": "237 F"},
            "until": {"core": "110 F", "minutes": 170},
            "flip_every_s": None,
        },
        {"name": "wait", "on": {"rest": "open"}, "until": {"minutes": 6.5}},
        {
            "name": "sear",
            "on": {"fire": "kamado", "place": "sear", "lid": "open"},
            "until": {"crust": "good", "minutes": 15},
            "flip_every_s": 30,
        },
        {"name": "rest", "on": {"rest": "foil"}, "until": {"minutes": 10}},
    ],
    "every_s": 10,
}


def test_a_steak_low_and_then_seared(brasko):  # noqa: F811
    """The times of a kamado by common practice, no source: half an hour to an hour, then 1.5 to 4 min of sear."""
    jsonschema.validate(COOK, schema("cook-1"))
    status, told, _ = brasko("cook", COOK)
    assert status == 0
    jsonschema.validate(told, schema("cook-result-1"))
    gentle, wait, sear, rest = told["steps"]
    assert [s["reached"] for s in told["steps"]] == ["core", "time", "crust", "time"]
    assert 25 * 60 < gentle["end_s"] < 60 * 60
    assert gentle["core_c"] == pytest.approx((110 - 32) / 1.8, abs=0.1)
    assert 80 < sear["end_s"] - sear["start_s"] < 300
    assert sear["crust_share"] >= 1.0
    assert rest["end_s"] - rest["start_s"] == pytest.approx(600)
    assert wait["probe_c"] > 0
    assert told["peak_core_c"] == pytest.approx(max(told["core_c"]), abs=0.3)
    assert 0.05 < told["mass_loss_share"] < 0.2
    assert len(told["time_s"]) == len(told["core_c"]) == len(told["face_a_c"]) == len(told["face_b_c"])


def changed(step: dict) -> dict:
    cook = copy.deepcopy(COOK)
    cook["steps"] = [{"name": "only", "until": {"minutes": 3}, **step}]
    return cook


@pytest.mark.parametrize(
    "on",
    [
        {"pan": "500 F", "power_w": 1300},
        {"pan": "260 C"},
        {"iron": "400 F"},
        {"plates": "163 C"},
        {"bath": "131 F", "of": "fat"},
        {"bath": "131 F"},
        {"rest": "paper"},
        {"counter": "70 F"},
        {"fire": "gas"},
        {"fire": "Pellet grill", "place": "sear", "air": "500 F"},
        {"fire": "chimney", "place": "sear"},
        {"fire": "kettle_ring"},
        {"fire": "offset", "air": "243 F"},
        {"fire": "oven_skillet", "air": "550 F"},
        {"fire": "kettle_two_zone", "place": {"x_mm": 100}},
        {
            "fire": {
                "format": "brasko/fire@1",
                "grill": "kettle",
                "charcoal": {"layout": "half", "amount": 1, "unit": "chimneys", "fuel": "briquettes"},
            },
            "place": "sear",
        },
        {"fire": {"format": "brasko/fire@1", "grill": "kamado"}, "place": {"x_mm": 0, "y_mm": 50}},
    ],
)
def test_every_place_that_can_be_told(brasko, on):  # noqa: F811
    jsonschema.validate(changed({"on": on}), schema("cook-1"))
    status, told, line = brasko("cook", changed({"on": on}))
    assert status == 0, line
    assert told["steps"][0]["end_s"] == pytest.approx(180.0)


@pytest.mark.parametrize(
    ("step", "line"),
    [
        ({"on": {"fire": "bonfire"}}, "steps.0.on.fire is not known (got 'bonfire')"),
        ({"on": {"fire": "kettel"}}, "steps.0.on.fire is not known (got 'kettel'). "),
        ({"on": {"rest": "hammock"}}, "steps.0.on.rest is not known"),
        ({"on": {"pan": "hot"}}, "steps.0.on.pan is not understood (got 'hot')"),
        ({"on": {"pan": "900 C"}}, "steps.0.on.pan must be between"),
        ({"on": {"pan": "260 C", "iron": "260 C"}}, "steps.0.on needs exactly one of"),
        ({"on": {"pan": "260 C", "lid": "open"}}, "steps.0.on.lid belongs to fire only"),
        ({"on": {"fire": "gas", "air": "700 F"}}, "steps.0.on.air must be between"),
        ({"on": {"fire": "oven_skillet", "place": "sear"}}, "steps.0.on.fire has no searing side"),
        ({"on": {"rest": "open"}, "until": {}}, "steps.0.until needs at least one of"),
        ({"on": {"rest": "open"}, "until": {"crust": "ebony", "minutes": 1}}, "steps.0.until.crust is not known"),
        ({"on": {"fire": "gas", "place": {"x_mm": 4000}}}, "steps.0.on.gentle.x_mm puts the food off the grate"),
    ],
)
def test_wrong_input_is_one_line_with_its_field(brasko, step, line):  # noqa: F811
    status, told, complaint = brasko("cook", changed(step))
    assert (status, told) == (2, None)
    assert complaint.startswith("brasko: " + line), complaint
    assert complaint.count("\n") == 1


def test_a_wrong_piece_is_named(brasko):  # noqa: F811
    for piece, line in (
        ({"cut": "ribbye"}, "piece.cut is not known (got 'ribbye'). Did you mean ribeye"),
        ({"thickness": "1 mm"}, "piece.thickness must be between"),
        ({"weight": "0 g"}, "piece.weight must be between"),
        ({"start": "400 F"}, "piece.start must be between"),
        ({"surface": "sticky"}, "piece.surface must be"),
    ):
        status, _, complaint = brasko("cook", {**COOK, "piece": {**COOK["piece"], **piece}})
        assert status == 2
        assert complaint.startswith("brasko: " + line), complaint


def test_help_is_quick_to_say():
    """Nothing of the core is imported before it is asked for."""
    import subprocess
    import sys

    said = subprocess.run(
        [sys.executable, "-X", "importtime", "-m", "brasko.cli.main", "--help"],
        capture_output=True,
        text=True,
        check=True,
    )
    assert "cook" in said.stdout
    assert "numba" not in said.stderr
    assert "pydantic" not in said.stderr
    assert json.loads((FORMATS / "cook-1.schema.json").read_text())["title"] == "CookIn"
