"""The published fire format: there and back, the same on the command line and over the web, for every grill and
layout."""

import json
from dataclasses import replace
from pathlib import Path

import jsonschema
import pytest
from households import errors
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.coals import LAYOUTS
from brasko.core.fire.custom import shipped
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.warm import warm_fire
from brasko.formats.fire import BurnerIn, FireIn, GrillIn, OwnFireIn, SetupIn
from brasko.formats.fire_convert import (
    course_schema,
    fire_of_words,
    grill_of,
    hours_schema,
    own_of,
    said_setup,
    setup_of,
    spot_schema,
)

FORMATS = Path(__file__).resolve().parents[2] / "docs" / "formats"


@pytest.mark.parametrize("key", sorted(GRILLS))
def test_a_setup_said_and_read_again_is_the_same(key):
    setup = usual_setup(GRILLS[key])
    said = said_setup(setup)
    again = setup_of(SetupIn.model_validate(json.loads(said.model_dump_json())))
    assert again == setup
    assert steady_state(again) == steady_state(setup)


@pytest.mark.parametrize(
    "own",
    [
        GrillIn(like="kettle", width_mm=470, depth_mm=470, loses=1.3, draws=0.8),
        GrillIn(like="kamado", height_mm=300, draws=1.1),
        GrillIn(
            like="gas_3", burners=[BurnerIn(x_mm=-150, power_w=3000), BurnerIn(x_mm=150, kind="sear", name="Rear")]
        ),
        GrillIn(like="offset", loses=1.5),
    ],
    ids=lambda own: own.like,
)
def test_a_grill_of_ones_own_is_said_and_read_again(own):
    setup = usual_setup(grill_of(own))
    again = setup_of(SetupIn.model_validate(json.loads(said_setup(setup).model_dump_json())))
    assert steady_state(again).gas_c == pytest.approx(steady_state(setup).gas_c, abs=1e-6)
    assert [b.name for b in again.grill.burners] == [b.name for b in setup.grill.burners]
    assert again.grill.grates[0].width_m == pytest.approx(setup.grill.grates[0].width_m)


def test_a_grill_that_no_file_can_describe_is_refused():
    grill = GRILLS["kettle"]
    odd = replace(grill, body=replace(grill.body, heat_j_k=2.0 * grill.body.heat_j_k))
    with refusing(InvalidInput, match="A file can't describe the grill"):
        said_setup(usual_setup(odd))


def test_a_tray_and_a_box_are_said_and_read_again():
    setup = replace(usual_setup(GRILLS["gas_3"]), smoker_box="chunks", coal_tray_kg=1.2)
    said = said_setup(setup)
    assert (said.smoker_box, said.coal_tray_kg) == ("chunks", 1.2)
    assert setup_of(SetupIn.model_validate(json.loads(said.model_dump_json()))) == setup


def test_shipped_fires_can_be_sent_as_ones_own():
    for own in shipped().values():
        gentle, sear = spot_schema(own.gentle), spot_schema(own.sear)
        said = OwnFireIn(name=own.name, setup=said_setup(own.setup), gentle=gentle, sear=sear)
        again = own_of(OwnFireIn.model_validate(json.loads(said.model_dump_json())))
        assert again == replace(own, words=None, key="own")


@pytest.mark.parametrize("layout", sorted(LAYOUTS))
def test_every_layout_is_told_by_the_schema(layout):
    asked = {
        "format": "brasko/fire@1",
        "grill": "kettle",
        "charcoal": {"layout": layout, "amount": 60, "unit": "briquettes"},
    }
    jsonschema.validate(asked, json.loads((FORMATS / "fire-1.schema.json").read_text()))
    told = fire_of_words(FireIn.model_validate(asked))
    jsonschema.validate(
        json.loads(told.model_dump_json()), json.loads((FORMATS / "fire-result-1.schema.json").read_text())
    )
    assert told.setup.charcoal_kg == pytest.approx(1.5)
    assert any(worded(box.name) == "coals" for box in told.map.fire)
    assert any(worded(box.name) == "unlit" for box in told.map.fire) == (layout == "ring")


def test_the_web_and_the_command_line_say_the_same(mara):
    setup = {
        "grill": {"like": "gas_3", "loses": 1.3},
        "knobs": [0.2, 0.6, 1.0, 0.0],
        "weather": {"air_c": 5, "wind_m_s": 4},
    }
    web = mara.call("POST", "/api/fire/look", {"setup": setup}).json()
    line = json.loads(fire_of_words(FireIn.model_validate({"format": "brasko/fire@1", **setup})).model_dump_json())
    assert web["settled"] == line["settled"]
    assert web["map"] == line["map"]
    course = mara.call("POST", "/api/fire/course", {"setup": setup, "hours": 2}).json()
    assert course["hours"] == line["hours"]
    assert course["steps"] == line["steps"]


def test_a_leaky_grill_settles_lower_and_a_big_one_is_bigger():
    tight, leaky = (steady_state(setup_of(SetupIn(grill={"like": "kettle", "loses": f}))).gas_c for f in (0.8, 1.5))
    assert leaky < tight - 10.0
    drawing = steady_state(setup_of(SetupIn(grill={"like": "kettle", "draws": 1.3}))).gas_c
    assert drawing > steady_state(setup_of(SetupIn(grill="kettle"))).gas_c
    big = setup_of(SetupIn(grill={"like": "gas_4", "width_mm": 1000, "depth_mm": 500, "height_mm": 120})).grill
    assert (big.grates[0].width_m, big.grates[0].height_m) == (1.0, 0.12)


def test_burners_of_ones_own_are_taken(mara):
    burners = [{"x_mm": x, "power_w": 4000} for x in (-150, 150)] + [
        {"x_mm": 150, "power_w": 4500, "kind": "sear", "width_mm": 180}
    ]
    setup = {"grill": {"like": "gas_2", "width_mm": 560, "burners": burners}, "knobs": [0.3, 1.0, 1.0]}
    looked = mara.call("POST", "/api/fire/look", {"setup": setup}).json()
    assert {worded(b["name"]) for b in looked["map"]["fire"]} == {"Burner 1", "Burner 2", "Burner 3"}
    hottest = max((z["equivalent_c"], z["x_mm"]) for z in looked["map"]["zones"])
    assert hottest[1] > 0
    short = mara.call("POST", "/api/fire/look", {"setup": {**setup, "knobs": [1.0]}})
    assert "one setting for each of the 3 burners" in worded(errors(short)["knobs"])


def test_the_told_course_is_short_and_its_hours_add_up():
    setup = usual_setup(GRILLS["kettle"])
    told = course_schema(setup, 10.0)
    assert len(told.time_s) <= 420
    assert worded(told.changes[0].bottom_words) == "all the way"
    assert worded(told.changes[-1].bottom_words) == "a third"
    hours = hours_schema(setup)
    burnt = hours.fuel_kg_h * hours.usable_s / 3600.0
    assert burnt < setup.charcoal.mass_kg


def test_the_loop_is_warm_before_the_first_request():
    assert warm_fire() > 20.0
