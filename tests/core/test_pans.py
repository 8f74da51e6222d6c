"""Pans over fires and burners of every strength. Common practice, no source, unless said."""

from dataclasses import replace

import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import planned, solve_piece
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.fire import custom, fires
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.grills import COOKWARE, Spot
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.pans import as_metal, pan_on
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.units import fahrenheit

STEAK = PieceSpec("strip", 0.025, 0.30, 54.5, method="skillet", crust="golden")
SKILLET = COOKWARE["skillet"]


@pytest.mark.parametrize("fire", METHODS["skillet"].fires)
def test_a_steak_is_planned_in_a_pan_on_every_fire_that_is_offered(fire):
    zone = replace(STEAK, fire=fire).sear_zone
    assert zone is not None
    assert zone.pan is not None
    result = solve_piece(replace(STEAK, fire=fire), quick=True).result
    assert abs(result.peak_core_c - 54.5) < 1.0


def test_a_pan_over_coals_is_as_hot_as_one_on_high_and_is_kept_so():
    """Over a full bed a skillet passes 500 °F: it is moved aside there, and stays hot with meat in it."""
    pan = custom.planner_fire(custom.shipped()["kettle_two_zone"], STEAK.geometry, 0.1).zone("pan").pan
    assert pan is not None
    assert pan.start_c == 250.0
    assert pan.power_w > pan.loss_w_k * (250.0 - pan.around_c)


def test_a_pan_that_a_weak_fire_heats_stands_where_its_balance_is():
    """At its settled temperature a pan gains as much as it loses: the two ways to compute it agree."""
    setup = replace(usual_setup(GRILLS["pellet"]), set_c=150.0)
    metal = as_metal(setup, SKILLET, Spot(0.0, 0.0))
    assert metal.start_c == pytest.approx(pan_on(setup, SKILLET, Spot(0.0, 0.0)).settles_c, abs=0.1)
    assert metal.power_w == pytest.approx(metal.loss_w_k * (metal.start_c - metal.around_c), rel=1e-6)


def test_a_chimney_carries_no_skillet_and_says_nothing_of_one():
    assert not custom.planner_fire(custom.shipped()["chimney"], STEAK.geometry, 0.1).has("pan")


def test_the_stronger_the_burner_the_sooner_and_the_browner():
    made = [
        solve_piece(replace(STEAK, fire=f, crust="none"), quick=True).result
        for f in ("burner_low", "burner_medium", "burner_skillet")
    ]
    browned = [float(min(r.end.browning_s)) for r in made]
    took = [r.steps[0].end_s for r in made]
    assert browned == sorted(browned)
    assert took == sorted(took, reverse=True)


def test_pans_in_the_kitchen_are_as_hot_as_cooks_have_them():
    """Medium about 400 °F, high about 480 °F; what was in a 500 °F oven has 500 °F; a griddle is slower and heavier."""
    shown = {key: fahrenheit(f.zone("pan").shown_c) for key, f in fires.KITCHEN.items()}
    assert 380 < shown["burner_medium"] < 420 < shown["griddle"] < shown["burner_skillet"] < shown["oven_pan"] == 500
    assert fires.GRIDDLE.heat_j_k > 2.0 * fires.SKILLET.heat_j_k
    assert "glove" in worded(fires.KITCHEN["oven_pan"].preparations[0].why)


@pytest.mark.parametrize("key", sorted(fires.KITCHEN))
def test_each_pan_is_hot_before_the_meat_arrives(key):
    """A cool pan loses its heat to the meat: heating it ends as the food goes on. Common practice, no source."""
    plan = planned(replace(STEAK, fire=key), quick=True)
    heat, on = (next(t for t in plan.tasks if t.key == k) for k in ("heat_pan", "on"))
    assert heat.end_s == pytest.approx(on.start_s)
    assert heat.end_s - heat.start_s >= 6 * 60.0 - 1e-6
    assert "grate" not in {t.key for t in plan.tasks}


@pytest.mark.parametrize("sear_fire", sorted(fires.KITCHEN))
def test_each_pan_sears_what_was_gentle_elsewhere(sear_fire):
    spec = PieceSpec("ribeye", 0.0381, 0.45, 54.5, fire="pellet", sear_fire=sear_fire, crust="golden")
    plan = planned(spec, quick=True)
    assert plan.spec.sears_elsewhere
    assert plan.spec.in_pan
    assert abs(plan.solution.result.peak_core_c - 54.5) < 1.0


@pytest.mark.parametrize("burners", [2, 3, 4, 5, 6])
def test_a_tray_stands_in_for_the_last_main_burner_of_every_row(burners):
    setup = usual_setup(GRILLS[f"gas_{burners}"])
    tray = replace(setup, coal_tray_kg=1.0)
    at = tray.grill.kind.tray_burner(tray)
    assert at is not None
    mains = [n for n, b in enumerate(setup.grill.burners) if b.kind == "main"]
    assert at == mains[-1]
    assert setup.grill.kind.tray_burner(setup) is None
    powers = tray.grill.kind.burners_w(tray)
    before = setup.grill.kind.burners_w(setup)
    assert [p for n, p in enumerate(powers) if n != at] == [p for n, p in enumerate(before) if n != at]
    knob_up = replace(tray, knobs=tuple(1.0 if n == at else k for n, k in enumerate(tray.knobs)))
    assert knob_up.grill.kind.burners_w(knob_up) == powers
    hot = steady_state(tray).zones_c
    assert hot[-1] == max(hot)


@given(kg=st.floats(0.3, 2.0), knob=st.floats(0.0, 1.0))
@examples(25)
def test_books_close_with_coals_and_gas_together(kg, knob):
    setup = replace(usual_setup(GRILLS["gas_3"]), knobs=(knob, knob, 0.0, 0.0), coal_tray_kg=kg)
    state = steady_state(setup)
    assert state.balance.relative_error < 1e-9
    assert state.power_w == pytest.approx(sum(setup.grill.kind.burners_w(setup)))
    assert hours_of(setup).usable_s > 0.0


def test_coals_in_a_gas_grill_bring_the_cautions_of_coals():
    """Carbon monoxide and hot ash are a tray's as they are a kettle's. Common practice, no source."""
    gas = custom.shipped()["gas"]
    tray = replace(gas, setup=replace(gas.setup, coal_tray_kg=1.0))
    assert not custom.planner_fire(gas, STEAK.geometry, 0.1).charcoal
    found = custom.planner_fire(tray, STEAK.geometry, 0.1)
    assert found.charcoal
    assert found.gas


def test_a_flat_top_heats_its_plate_as_cooks_have_it():
    """About 300 °F on low, 500 °F and more on high, a quarter of an hour to get there. Common practice, no source."""
    grill = GRILLS["flat_top_3"]
    plate = grill.kind.plate(grill)
    low, high = (pan_on(FireSetup(grill, knobs=(k,) * 3), plate, Spot(0.0, 0.0)) for k in (0.3, 1.0))
    assert fahrenheit(low.settles_c) == pytest.approx(300.0, abs=30.0)
    assert 490.0 < fahrenheit(high.settles_c) < 600.0
    assert 8.0 < high.ready_s / 60.0 < 20.0
    one_end = replace(FireSetup(grill, knobs=(0.3, 0.8, 1.0)))
    ends = [pan_on(one_end, plate, Spot(x, 0.0)).settles_c for x in (-0.22, 0.22)]
    assert ends[0] < ends[1] - 60.0


def test_a_flat_top_has_no_gentle_side_and_no_room_for_wood():
    with refusing(InvalidInput, match="no gentle side, no lid and no grate"):
        PieceSpec("ribeye", 0.038, 0.45, 55.0, method="low_then_sear", fire="flat_top")
    with refusing(InvalidInput, match="has no room in flat-top griddle"):
        FireSetup(GRILLS["flat_top_2"], knobs=(0.5, 0.5), smoker_box="chips")
    seared = planned(
        PieceSpec("ribeye", 0.038, 0.45, 55.0, method="low_then_sear", fire="kamado", sear_fire="flat_top"), quick=True
    )
    assert seared.spec.in_pan
    assert not any(
        c.key == "bristles"
        for c in planned(
            PieceSpec("burger_80_20", 0.012, 0.11, 72.0, method="skillet", fire="flat_top", crust="good"), quick=True
        ).cautions
    )


@pytest.mark.parametrize(
    ("grill", "said"),
    [
        ("kettle", "carbon monoxide"),
        ("kamado", "or it flashes"),
        ("gas_3", "licensed fitter"),
        ("pellet", "burning grease"),
        ("oven", "lid at hand"),
        ("flat_top_3", "hot to its rim"),
    ],
)
def test_each_fire_says_what_to_take_care_of(grill, said):
    """Common practice, no source; local codes come first wherever this is shown."""
    setup = usual_setup(GRILLS[grill])
    assert said in worded(" ".join(setup.grill.kind.dangers(setup)))
    if grill == "gas_3":
        assert "carbon monoxide" not in worded(" ".join(setup.grill.kind.dangers(setup)))
        assert "carbon monoxide" in worded(" ".join(setup.grill.kind.dangers(replace(setup, coal_tray_kg=1.0))))
