"""What a pitmaster knows of air, salt, height and fuel. Common practice and plain physics, no source."""

from dataclasses import replace

import numpy as np
import pytest
from plans import solve_piece
from wording import refusing

from brasko.core.cook.run import run_cook
from brasko.core.cook.steps import AtFire, Cook, CookStep, Ends
from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.air import food_gives_kg_s
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.custom import shipped
from brasko.core.fire.grate import hand_field
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setting import set_for
from brasko.core.fire.setup import usual_setup, with_vents
from brasko.core.foods.cuts import cut_named
from brasko.core.heat.simulation import Food
from brasko.core.planner.spec.piece import PieceSpec

STRIP = PieceSpec("strip", 0.0381, 0.41, 54.4)
FILET = Food(cut_named("filet").geometry(0.044, 0.25), cut_named("filet").material, 5.0)


def minutes_to(core_c: float, fire: str, air_c: float, food: Food = FILET) -> float:
    step = CookStep("gentle", AtFire(shipped()[fire], air_c=air_c), Ends(600.0, core_c=core_c))
    return run_cook(Cook(food, 0.1, (step,))).steps[0].end_s / 60.0


@pytest.mark.parametrize("fire", ["kamado", "kettle_two_zone", "gas", "pellet", "offset", "oven_skillet"])
def test_hotter_air_is_never_slower(fire):
    """A piece gives the chamber no more water than it evaporates: in a kamado at 190 °F no steam condenses on it."""
    taken = [minutes_to(54.0, fire, air_c) for air_c in np.arange(88.0, 149.0, 6.0)]
    assert np.all(np.diff(taken) < 0.02 * np.array(taken[1:]))
    assert taken[0] > 1.4 * taken[-1]


def test_a_filet_gives_a_kamado_as_much_water_as_it_loses():
    """8 to 16 g an hour (a trial's own weighing of the model, assumed); a shoulder many times that."""
    filet = 3600.0e3 * food_gives_kg_s(10.0, 110.0, 0.027)
    assert 6.0 <= filet <= 16.0
    assert food_gives_kg_s(10.0, 110.0, 0.19) == pytest.approx(food_gives_kg_s(10.0, 110.0, 0.027) * 0.19 / 0.027)
    assert food_gives_kg_s(10.0, 55.0, 0.027) == 0.0


def test_salted_the_night_before_it_dries_and_browns_sooner():
    fresh, salted = (solve_piece(replace(STRIP, salt=salt)) for salt in ("just_before", "overnight"))
    assert salted.result.steps[0].end_s < 0.99 * fresh.result.steps[0].end_s
    assert salted.sear_s < fresh.sear_s
    assert salted.result.mass_loss_share < fresh.result.mass_loss_share


def test_in_thin_air_it_takes_longer_and_what_boils_away_first_is_refused():
    low, high = (solve_piece(replace(STRIP, altitude_m=height)) for height in (0.0, 2500.0))
    assert 1.02 < high.result.steps[0].end_s / low.result.steps[0].end_s < 1.3
    shoulder = PieceSpec(
        "pork_shoulder", 0.13, 2.8, 91.0, method="low_and_slow", fire="offset", crust="none", altitude_m=3000.0
    )
    # water boils at 90 °C there
    with refusing(Infeasible, match="the middle"):
        solve_piece(shoulder)
    with refusing(InvalidInput, match="up to about 5,000 m"):
        replace(STRIP, altitude_m=9000.0)


def test_a_gas_row_that_is_hot_already_is_ready_for_the_sear_at_once():
    """Hotter gentle air never makes the wait for the burner longer (common practice, no source)."""
    gas = replace(STRIP, fire="gas")
    waits = [replace(gas, gentle_c=air_c).wait_s for air_c in (121.0, 127.0, 132.0, 150.0, 200.0)]
    assert waits == sorted(waits, reverse=True)
    assert waits[-1] <= 300.0


@pytest.mark.parametrize("layout", ["banked", "level", "half"])
def test_more_coals_are_hotter_under_the_lid_and_over_an_open_bed(layout):
    setup = with_vents(replace(usual_setup(GRILLS["kettle"]), drip_pan=False), 1.0, 1.0)
    air, palm = [], []
    for kg in (0.8, 1.2, 1.8, 2.4):
        laid = replace(setup, charcoal=Charcoal(layout, kg))
        air.append(steady_state(laid).gas_c)
        opened = replace(laid, lid_open=True)
        over = np.array([0.0 if layout == "level" else 0.12]), np.zeros(1)
        palm.append(float(hand_field(opened, steady_state(opened), opened.grill.grates[0], *over)[0]))
    assert np.all(np.diff(air) >= -1e-6)
    assert air[0] < air[-1] - 20.0
    assert np.all(np.diff(palm) < 0.0)


@pytest.mark.parametrize(
    ("grill", "air_c", "low", "high"),
    [("pellet", 107.0, 0.22, 0.50), ("pellet", 232.0, 0.65, 1.3), ("kamado", 110.0, 0.10, 0.27)],
)
def test_a_fire_burns_as_much_as_is_taught(grill, air_c, low, high):
    """Pellets half a pound to a pound an hour at 225 °F, twice that and more at 450 °F; 4 kg of lump 15 to 30 hours
    (common practice, no source)."""
    assert low <= hours_of(set_for(usual_setup(GRILLS[grill]), air_c)).fuel_kg_h <= high
