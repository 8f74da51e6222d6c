"""A cook told forwards: steps go on from one another, thermometers show what they show, wrong words are answered."""

from dataclasses import replace

import numpy as np
import pytest
from ht import Nu_vertical_plate_Churchill
from wording import refusing

from brasko.core.cook.run import run_cook
from brasko.core.cook.steps import AtFire, AtRest, Cook, CookStep, Ends, InBath, InPan, OnCounter, OnIron
from brasko.core.errors import InvalidInput
from brasko.core.fire.air import PRANDTL, forced_w_m2k, natural_w_m2k, stirred_m_s
from brasko.core.fire.custom import shipped
from brasko.core.fire.grills import Spot
from brasko.core.foods.cuts import cut_named
from brasko.core.heat.geometry import graded_grid
from brasko.core.heat.simulation import Food
from brasko.core.heat.thermometer import SLANT, STEM_LENGTH, TIP_OFF, hand_reading_c
from brasko.core.uncertainty.general import general, posterior, using

STRIP = cut_named("strip")
STEAK = Food(STRIP.geometry(0.0381, 0.4), STRIP.material, 5.0)


def cook(*steps: CookStep) -> Cook:
    return Cook(STEAK, 0.125, steps)


def test_a_step_goes_on_where_the_one_before_ended():
    oven = AtFire(shipped()["oven_skillet"], air_c=121.0)
    whole = run_cook(cook(CookStep("gentle", oven, Ends(30.0))))
    halves = run_cook(cook(CookStep("one", oven, Ends(15.0)), CookStep("two", oven, Ends(15.0))))
    assert halves.steps[-1].end_s == whole.steps[-1].end_s == 1800.0
    assert halves.steps[-1].core_c == pytest.approx(whole.steps[-1].core_c, abs=0.1)
    assert halves.mass_loss_share == pytest.approx(whole.mass_loss_share, rel=0.02)
    assert np.all(np.diff(halves.time_s) > 0.0)


def test_a_pan_keeps_the_heat_that_is_left_in_it():
    """Turned over in the same pan the second side finds it cooler; a fresh pan is hot again."""
    pan = InPan(250.0, power_w=1000.0)
    same = run_cook(cook(CookStep("a", pan, Ends(3.0)), CookStep("b", pan, Ends(0.5), flip_first=True)))
    fresh = run_cook(
        cook(CookStep("a", pan, Ends(3.0)), CookStep("b", replace(pan, start_c=251.0), Ends(0.5), flip_first=True))
    )
    assert same.runs[1].metal_c[0] == pytest.approx(same.runs[0].metal_c[-1], abs=0.5)
    assert fresh.runs[1].metal_c[0] == pytest.approx(251.0)
    assert same.runs[0].metal_c.min() < 249.5


def test_a_pan_over_a_strong_fire_is_no_hotter_than_was_said():
    """A burner that gives more than the meat takes is turned down: the pan stays at its temperature."""
    strong = run_cook(cook(CookStep("a", InPan(250.0, power_w=5000.0), Ends(6.0), flip_every_s=30.0)))
    assert strong.runs[0].metal_c.max() <= 250.5
    weak = run_cook(cook(CookStep("a", InPan(250.0, power_w=600.0), Ends(6.0), flip_every_s=30.0)))
    assert weak.runs[0].metal_c[-1] < strong.runs[0].metal_c[-1] - 20.0


def test_it_ends_by_whichever_comes_first():
    told = run_cook(
        cook(
            CookStep("pan", InPan(260.0), Ends(20.0, crust="good"), flip_every_s=30.0),
            CookStep("bath", InBath(57.0), Ends(300.0, core_c=50.0)),
            CookStep("rest", AtRest("open"), Ends(5.0)),
        )
    )
    assert [s.reached for s in told.steps] == ["crust", "core", "time"]
    assert told.steps[0].crust_share >= 1.0
    assert told.steps[1].core_c == pytest.approx(50.0, abs=0.05)


def test_a_bath_warms_a_slab_as_published_tables_say():
    """25 mm from 5 °C to within half a kelvin of a stirred bath of 55 °C: about 75 min. Source: baldwin_2012, from
    memory."""
    slab = Food(STRIP.geometry(0.025, 3.0), STRIP.material, 5.0)
    told = run_cook(Cook(slab, 0.1, (CookStep("bath", InBath(55.0), Ends(300.0, core_c=54.5)),)))
    assert 63.0 <= told.steps[0].end_s / 60.0 <= 86.0


def test_a_thermometer_shows_more_than_the_coldest_point_after_fierce_heat():
    """Three to six degrees Fahrenheit, say cooks; hardly anything after gentle heat. Common practice, no source."""
    fierce = run_cook(cook(CookStep("pan", InPan(260.0), Ends(8.0), flip_every_s=60.0))).steps[-1]
    gentle = run_cook(cook(CookStep("oven", AtFire(shipped()["oven_skillet"], air_c=110.0), Ends(30.0)))).steps[-1]
    assert 1.2 <= fierce.probe_c - fierce.core_c <= 4.5
    assert 0.0 <= gentle.probe_c - gentle.core_c < fierce.probe_c - fierce.core_c


def test_a_thermometer_in_an_even_slope_is_off_by_its_stem():
    """In T = g s the mean over exp(-s/L) lies L further on: exact for a line, from above for either side up, and
    slanting into the side of a thinner piece, where less of it is upwards."""
    grid = graded_grid(replace(STEAK.geometry, thickness_m=0.07), 1.0)
    slope = np.repeat((1000.0 * grid.z_m)[:, None], len(grid.dr_m), axis=1)
    middle = 500.0 * float(grid.dz_m.sum())
    for a_down, sign in ((True, 1.0), (False, -1.0)):
        shown = hand_reading_c(grid, slope, a_down=a_down)
        assert shown == pytest.approx(middle + sign * 1000.0 * STEM_LENGTH.value, abs=0.2)
    thin = graded_grid(STEAK.geometry, 1.0)
    through = np.repeat((1000.0 * thin.z_m)[:, None], len(thin.dr_m), axis=1)
    shown = hand_reading_c(thin, through, a_down=True)
    assert shown == pytest.approx(500.0 * float(thin.dz_m.sum()) + 1000.0 * SLANT.value * STEM_LENGTH.value, abs=0.2)
    assert TIP_OFF.value < STEM_LENGTH.value


def test_hotter_air_warms_sooner_and_a_place_can_be_any_spot():
    kettle = shipped()["kettle_two_zone"]
    cores = [
        run_cook(cook(CookStep("g", AtFire(kettle, air_c=air), Ends(20.0)))).steps[-1].core_c
        for air in (107.0, 180.0, 260.0)
    ]
    assert cores == sorted(cores)
    beside = run_cook(cook(CookStep("g", AtFire(kettle, Spot(0.1, 0.0)), Ends(5.0)))).steps[-1]
    cool = run_cook(cook(CookStep("g", AtFire(kettle, Spot(-0.15, 0.0)), Ends(5.0)))).steps[-1]
    assert beside.face_a_c > cool.face_a_c


def test_wrong_cooks_are_answered_with_their_field():
    for step, field in (
        (lambda: CookStep("s", AtRest("hammock"), Ends(1.0)), "steps.0.on.rest"),
        (lambda: CookStep("s", OnCounter(20.0), Ends(1.0, crust="ebony")), "steps.0.until.crust"),
    ):
        with refusing(InvalidInput, match="known") as refused:
            run_cook(cook(step()))
        assert refused.value.field == field
    for make, field in (
        (lambda: Ends(), "until"),
        (lambda: InPan(900.0), "pan"),
        (lambda: OnIron(900.0), "iron"),
        (lambda: InBath(120.0), "bath"),
        (lambda: AtFire(shipped()["gas"], air_c=500.0), "air"),
        (lambda: Cook(STEAK, 0.1, ()), "steps"),
    ):
        with pytest.raises(InvalidInput) as refused_input:
            make()
        assert refused_input.value.field == field


def test_other_parameters_are_only_used_inside():
    plain = run_cook(cook(CookStep("plates", OnIron(180.0, both=True), Ends(4.0))))
    with using(replace(general(), contact_w_m2k=250.0)):
        worse = run_cook(cook(CookStep("plates", OnIron(180.0, both=True), Ends(4.0))))
    again = run_cook(cook(CookStep("plates", OnIron(180.0, both=True), Ends(4.0))))
    assert worse.crust_share < plain.crust_share == again.crust_share


def test_draws_of_the_parameters_go_with_their_spread():
    kept = posterior()
    drawn = kept.drawn(np.random.default_rng(3).standard_normal((4000, len(kept.parameters))))
    for parameter in kept.parameters:
        values = np.array([getattr(g, parameter.name) for g in drawn])
        assert abs(values.mean() - parameter.value) < 0.35 * parameter.sd
        assert values.std() < 1.15 * parameter.sd


@pytest.mark.parametrize("air_c", [80.0, 115.0, 240.0])
def test_the_air_of_a_chamber_is_that_of_handbooks(air_c):
    """Natural convection against `ht`; forced by Nu = 0.664 Re^½ Pr^⅓ with Re from the same air (incropera_2011)."""
    film_c = (air_c + 60.0) / 2.0
    warm = (film_c + 273.15) / 300.0
    k, nu = 0.0263 * warm**0.81, 1.589e-5 * warm**1.72
    rayleigh = 9.81 * (air_c - 60.0) * 0.1**3 * PRANDTL / ((film_c + 273.15) * nu**2)
    assert natural_w_m2k(air_c, 0.1) == pytest.approx(
        Nu_vertical_plate_Churchill(PRANDTL, rayleigh / PRANDTL) * k / 0.1, rel=0.01
    )
    assert forced_w_m2k(0.5, air_c, 0.1) == pytest.approx(
        0.664 * (0.05 / nu) ** 0.5 * PRANDTL ** (1 / 3) * k / 0.1, rel=1e-6
    )
    assert forced_w_m2k(2.0, air_c, 0.1) == pytest.approx(2.0 * forced_w_m2k(0.5, air_c, 0.1), rel=1e-6)


def test_a_chamber_stirs_itself_as_a_heated_layer_does():
    """w = (g Q H / (ρ c T A))^(1/3): eight times the heat, twice the speed. Source: deardorff_1970, from memory."""
    assert stirred_m_s(8000.0, 0.3, 0.2, 120.0) == pytest.approx(2.0 * stirred_m_s(1000.0, 0.3, 0.2, 120.0), rel=1e-9)
    assert 0.3 < stirred_m_s(1500.0, 0.3, 0.2, 120.0) < 0.6
