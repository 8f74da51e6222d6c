"""Draught, oxygen, balance: what a closed fire settles at, and what it does over time."""

from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from wording import refusing, worded

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire import chamber, custom, fuels, setting
from brasko.core.fire.burn_time import goes_out_s, hours_of
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.coals import Charcoal, bed_of, coal_face_c, disc_strips, ring_most_m
from brasko.core.fire.fuels import coal_mass_kg
from brasko.core.fire.grills import Burner, with_size
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.kinds.gas import gas_grill
from brasko.core.fire.setup import FireSetup, at_most, usual_setup, with_vents
from brasko.core.fire.simulation import Change, brought_up, come_down_s, simulate_fire
from brasko.core.fire.weather import Weather
from brasko.core.uncertainty.general import general
from brasko.core.units import celsius, fahrenheit

KETTLE, KAMADO = usual_setup(GRILLS["kettle"]), usual_setup(GRILLS["kamado"])


@pytest.mark.parametrize("key", sorted(GRILLS))
def test_energy_balance_of_every_grill_closes(key):
    """What burns and shines in equals what leaves by flue, shell and food."""
    setup = usual_setup(GRILLS[key], Weather(12.0, 4.0, 500.0, rain_mm_h=2.0))
    assert chamber.steady_state(setup, 60.0 if GRILLS[key].body else 0.0).balance.relative_error < 1e-6


@pytest.mark.parametrize("key", sorted(GRILLS))
def test_energy_balance_closes_over_time(key):
    setup = usual_setup(GRILLS[key])
    run = simulate_fire(
        [Change(0.0, setup), Change(1800.0, replace(setup, lid_open=True)), Change(2400.0, setup)], 3.0, lit=True
    )
    assert run.balance_error < 1e-9
    assert np.all(np.isfinite(run.gauge_c))


def test_oxygen_limited_power_is_huggetts():
    """huggett_1980: 13.1 MJ per kilogram of oxygen, which is about 3.0 MJ per kilogram of air (the usual rounding)."""
    assert chamber.oxygen_power_w(1.0) == pytest.approx(3.03e6, rel=0.01)
    state = chamber.steady_state(KETTLE)
    assert state.limited_by == "air"
    oxygen = state.flow_kg_s * 0.2314
    assert state.power_w / oxygen == pytest.approx(13.1e6 * KETTLE.grill.body.used_share)


def test_draught_is_the_stack_formula():
    """Q = C_d A √(2 g H ΔT / T), the formula of the handbooks, with one opening far the narrower and no wind."""
    body = replace(KETTLE.grill.body, bottom_m2=1e-3, top_m2=1.0e-1, leak_m2=0.0)
    calm = Weather(20.0, 0.0)
    by_hand = 0.62 * 1e-3 * np.sqrt(2 * 9.81 * body.column_m * 100.0 / 393.15) * 353.0 / 293.15
    assert chamber.draught_kg_s(body, 1.0, 1.0, 120.0, calm) == pytest.approx(by_hand, rel=1e-3)


@examples(30)
@given(st.floats(0.05, 1.0), st.floats(0.05, 1.0))
def test_wider_vents_are_never_cooler(a, b):
    low, high = sorted((a, b))
    assert (
        chamber.steady_state(with_vents(KETTLE, low, low)).gas_c
        <= chamber.steady_state(with_vents(KETTLE, high, high)).gas_c + 1e-6
    )


@pytest.mark.parametrize(
    ("key", "wanted"),
    [
        ("kettle", 110.0),
        ("kettle", 150.0),
        ("kamado", 107.0),
        ("kamado", 240.0),
        ("gas_3", 180.0),
        ("pellet", 121.0),
        ("offset", 130.0),
    ],
)
def test_settings_for_a_temperature_give_it(key, wanted):
    """Vents, knobs or controller both ways."""
    setup = setting.set_for(usual_setup(GRILLS[key]), wanted)
    assert chamber.steady_state(setup).gas_c == pytest.approx(wanted, abs=0.7)


def test_a_target_above_the_grill_says_the_highest_and_how_to_gain():
    with refusing(Infeasible, match=r"reaches \{temp:[\d.]+\} at the most") as caught:
        setting.set_for(KETTLE, 500.0)
    assert caught.value.field == "wanted_c"
    assert float(caught.value.nearest["wanted_c"]) == pytest.approx(setting.highest_c(KETTLE) - 3.0, abs=0.1)
    ring = replace(KETTLE, charcoal=Charcoal("ring", 1.8))
    with pytest.raises(Infeasible) as caught:
        setting.set_for(ring, 200.0)
    assert any("level layer" in worded(r.text) for r in caught.value.remedies)
    windy = replace(KETTLE, weather=Weather(0.0, 9.0))
    with pytest.raises(Infeasible) as caught:
        setting.set_for(windy, 300.0)
    assert any("shelter" in worded(r.text) for r in caught.value.remedies)


def test_shut_vents_let_the_fire_die_and_say_when():
    shut = with_vents(KETTLE, 0.0, 0.0)
    assert not chamber.steady_state(shut).alight
    dies = goes_out_s(shut)
    assert dies is not None
    assert 15 * 60 < dies < 120 * 60, "a kettle is out within an hour or two (common practice, no source)"
    assert goes_out_s(KETTLE) is None


def test_a_burner_of_negative_power_is_refused():
    with refusing(InvalidInput, match=r"left\.power_w must be between 500 and 12000 W \(got -3000\)"):
        Burner("left", "Left", 0.0, 0.0, 0.1, 0.4, -3000.0)


def test_more_coals_than_fit_are_refused_with_what_fits():
    with refusing(InvalidInput, match=r"more than fits.*at most \{mass:[\d.]+\}") as caught:
        FireSetup(GRILLS["kettle"], Charcoal("banked", 9.0))
    most = float(caught.value.suggestion)
    assert FireSetup(GRILLS["kettle"], Charcoal("banked", most - 0.02)).bed is not None
    with refusing(InvalidInput, match="fuse round the edge"):
        FireSetup(GRILLS["kettle"], Charcoal("ring", 9.0))


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"bottom_share": 1.4}, "bottom_share must be between 0 and 1"),
        ({"charcoal": None}, "charcoal is missing"),
        ({"deflector": True}, "deflector is not something"),
    ],
)
def test_a_wrong_setup_names_its_field(change, said):
    with refusing(InvalidInput, match=said):
        replace(KETTLE, **change)


def test_a_gas_grill_needs_a_knob_for_each_burner_and_two_to_six_of_them():
    with refusing(InvalidInput, match=r"one setting for each of the 3 burners \(got 2\)"):
        FireSetup(gas_grill(3, side=False), knobs=(1.0, 0.5))
    with refusing(InvalidInput, match=r"between 2 and 6 \(got 7\)"):
        gas_grill(7)


def test_a_controller_keeps_to_its_range():
    with refusing(InvalidInput, match="set_c must be between") as caught:
        FireSetup(GRILLS["pellet"], set_c=320.0)
    assert caught.value.suggestion == "260.0"


def test_gas_falls_from_the_high_burner_to_the_low_end():
    """One burner high and the others low gives a hot-to-cool row (common practice, no source)."""
    zones = chamber.steady_state(FireSetup(gas_grill(4), knobs=(0.3, 0.3, 0.3, 1.0))).zones_c
    assert all(b > a for a, b in pairwise(zones))
    off = chamber.steady_state(FireSetup(gas_grill(4), knobs=(0.0, 0.0, 0.0, 1.0))).zones_c
    assert off[0] < zones[0] - 40.0, "the side that is off is indirect"


def test_wind_and_cold_cost_heat_and_fuel():
    calm, rough = Weather(20.0, 0.0), Weather(-5.0, 8.0)
    fixed = usual_setup(GRILLS["pellet"])
    assert (
        chamber.steady_state(replace(fixed, weather=rough)).power_w
        > 1.5 * chamber.steady_state(replace(fixed, weather=calm)).power_w
    )
    assert hours_of(replace(fixed, weather=rough)).fuel_kg_h > hours_of(replace(fixed, weather=calm)).fuel_kg_h
    assert Weather(33.0).fridge_clock_s == 3600.0
    assert Weather(30.0).fridge_clock_s == 7200.0


def test_a_pellet_controller_stays_in_its_band_after_start_up():
    """Relay control: the gauge swings about the set point by the band and the lag of the gas, no more."""
    setup = replace(usual_setup(GRILLS["pellet"]), set_c=121.0)
    run = simulate_fire([Change(0.0, setup)], 3.0)
    late = run.gauge_c[run.time_s > 3600.0]
    assert abs(late.mean() - 121.0) < 4.0
    assert late.max() - late.min() < 6 * setup.grill.controller.band_k
    assert run.power_w[0] < setup.grill.controller.low_w, "the fire pot has yet to catch"


def test_an_open_lid_cools_the_chamber_and_feeds_the_coals():
    shut = brought_up(KAMADO)
    opened = simulate_fire(
        [*(c for c in shut if c.at_s < 3600), Change(3600.0, replace(KAMADO, lid_open=True)), Change(4200.0, KAMADO)],
        2.0,
    )
    left = simulate_fire(shut, 2.0)
    soon, at = np.searchsorted(opened.time_s, (3680.0, 4200.0))
    assert opened.gauge_c[soon] < left.gauge_c[soon] - 30.0
    assert opened.lit_kg[at] > 1.2 * left.lit_kg[at]


def test_a_kamado_heats_soon_and_cools_late():
    """It comes down slowly: the walls hold the heat (common practice, no source)."""
    hot = setting.set_for(replace(KAMADO, deflector=False), 300.0)
    cool = setting.set_for(KAMADO, 110.0)
    down = come_down_s(hot, cool, 115.0)
    assert down is None or down > 45 * 60


def test_brought_up_closes_the_vents_in_steps_without_overshoot():
    """Vents wide at first, then narrower as the walls warm; the gauge never runs more than a tenth past the wish."""
    setup = setting.set_for(KAMADO, 120.0)
    stages = brought_up(setup)
    opened = [c.setup.bottom_share for c in stages]
    assert opened == sorted(opened, reverse=True)
    run = simulate_fire(stages, 3.0)
    assert run.gauge_c.max() < 120.0 + 0.1 * 100.0
    careless = simulate_fire([Change(0.0, at_most(setup)), Change(900.0, setup)], 3.0)
    assert careless.gauge_c.max() > 200.0, "left wide for a quarter of an hour it overshoots"


def test_coal_face_balances_and_grows_with_power():
    """At no power the air's temperature; hotter with more; never past where the air carries everything away."""
    faces = coal_face_c([0.0, 1e3, 1e4, 1e6], 0.05, 20.0)
    assert faces[0] == pytest.approx(20.0, abs=0.1)
    assert np.all(np.diff(faces) > 0)
    adiabatic = 20.0 + fuels.OXYGEN_HEAT.value * fuels.OXYGEN_SHARE.value * fuels.COAL_USED.value / 1150.0
    assert faces[-1] < adiabatic
    radiated = (
        (1.0 + general().bed_loses)
        * fuels.COAL_EMISSIVITY.value
        * 5.670374e-8
        * 0.05
        * ((faces[2] + 273.15) ** 4 - 293.15**4)
    )
    assert radiated == pytest.approx(1e4 * (1 - (faces[2] - 20.0) / (adiabatic - 20.0)), rel=1e-3)


def test_strips_have_the_area_of_their_disc():
    assert sum((r - left) * (b - f) for left, r, f, b in disc_strips(0.2)) == pytest.approx(np.pi * 0.04)
    half = FireSetup(GRILLS["kettle"], Charcoal("half", 2.0)).bed
    assert sum(s.area_m2 for s in half.strips) == pytest.approx(half.area_m2, rel=1e-6)


def test_amounts_convert_and_rings_reckon_their_hours():
    assert coal_mass_kg("briquettes", 1.0, "chimneys") == pytest.approx(coal_mass_kg("briquettes", 96, "briquettes"))
    with refusing(InvalidInput, match=r"charcoal\.unit|unit"):
        coal_mass_kg("briquettes", 1.0, "buckets")
    ring = replace(KETTLE, charcoal=Charcoal("ring", 1.2))
    longer = replace(KETTLE, charcoal=Charcoal("ring", 2.4))
    assert hours_of(longer).usable_s == pytest.approx(2 * hours_of(ring).usable_s, rel=1e-6)
    assert bed_of(KETTLE.grill, longer.charcoal).length_m < ring_most_m(KETTLE.grill)


def test_another_size_takes_everything_along():
    big = with_size(GRILLS["gas_3"], 1.0, 0.5, 0.12)
    assert big.grates[0].width_m == 1.0
    assert all(abs(b.x_m) + b.width_m / 2 <= 0.55 for b in big.burners if b.kind == "main")
    with refusing(InvalidInput, match="no room for the deflector"):
        with_size(GRILLS["kamado"], 0.46, 0.46, 0.11)


def test_a_lidded_kettle_wide_open_passes_500_fahrenheit_and_a_fuse_does_not():
    """Indirect at 400 to 550 °F is done in kettles; a fuse burns at its own pace. Common practice, no source."""
    wide = with_vents(replace(KETTLE, charcoal=Charcoal("banked", 2.2)), 1.0, 1.0)
    fuse = replace(wide, charcoal=Charcoal("ring", 1.9))
    assert 500.0 < fahrenheit(steady_state(wide).gas_c) < 600.0
    assert fahrenheit(steady_state(fuse).gas_c) < 330.0
    assert fahrenheit(steady_state(setting.set_for(KETTLE, celsius(500.0))).gas_c) == pytest.approx(500.0, abs=3.0)


GAS = replace(usual_setup(GRILLS["gas_3"]), knobs=(0.0, 0.0, 0.0, 0.0))


def test_coals_in_a_gas_grill_are_the_hot_end_and_their_books_close():
    """Half a chimney burns for about an hour and a half and shines as coals do; the far end stays gentle. Common
    practice, no source."""
    tray = replace(GAS, coal_tray_kg=1.2)
    state = steady_state(tray)
    assert state.zones_c[0] < state.zones_c[1] < state.zones_c[2]
    assert state.balance.relative_error < 1e-9
    assert 45 * 60 < hours_of(tray).usable_s < 120 * 60
    (coals,) = tray.grill.kind.emitters(tray, state, tray.grill.grates[0])
    (flame,) = GAS.grill.kind.emitters(replace(GAS, knobs=(0.0, 0.0, 1.0, 0.0)), state, GAS.grill.grates[0])
    assert coals.temp_c > flame.temp_c + 100.0
    assert any("maker" in worded(p.why) for p in custom.preparations_of(tray))


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"coal_tray_kg": 0.1}, "coal_tray_kg"),
        ({"coal_tray_kg": 5.0}, "coal_tray_kg"),
        ({"coal_tray_kg": -1.0}, "coal_tray_kg"),
        ({"smoker_box": "logs"}, "smoker_box"),
    ],
)
def test_wrong_trays_and_boxes_name_their_field(change, field):
    with pytest.raises(InvalidInput) as caught:
        replace(GAS, **change)
    assert caught.value.field == field


def test_trays_and_boxes_are_for_gas_grills():
    with refusing(InvalidInput, match="for a gas grill"):
        replace(KETTLE, smoker_box="chips")
