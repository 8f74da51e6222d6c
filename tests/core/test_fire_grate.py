"""The grate: hand test, zones, food on it, advice, thermometers."""

from dataclasses import replace

import numpy as np
import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from iapws import IAPWS95
from wording import refusing, worded

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire import chamber
from brasko.core.fire.advisor import advised
from brasko.core.fire.air import film_w_m2k
from brasko.core.fire.altitude import Check, corrected_c, correction
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.custom import fire_of, opened_for_sear
from brasko.core.fire.grate import FOOD_C, at_time, grate_map, half_distance_gain, heat_at
from brasko.core.fire.grills import COOKWARE, Grate, Spot
from brasko.core.fire.hand import PAIN_THRESHOLD, hand_flux_w_m2, hand_seconds
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.pans import pan_on
from brasko.core.fire.placing import Placed, laid, spot
from brasko.core.fire.request import FireRequest
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.stability import steadiness_of
from brasko.core.fire.weather import Weather
from brasko.core.heat.vapour import boiling_c, pressure_pa
from brasko.core.units import celsius

KETTLE = usual_setup(GRILLS["kettle"])
SIGMA = 5.670374e-8


def test_hand_test_reads_the_pain_thresholds():
    """api_521, from memory: every pair of the table, and straight lines between on logarithmic axes."""
    for flux, seconds in PAIN_THRESHOLD:
        assert float(hand_seconds(flux)) == pytest.approx(seconds)
        assert hand_flux_w_m2(seconds) == pytest.approx(flux)
    between = float(hand_seconds(np.sqrt(4730.0 * 6940.0)))
    assert between == pytest.approx(np.sqrt(16.0 * 9.0))
    with refusing(InvalidInput, match=r"seconds must be between 0\.3 and 60 s"):
        hand_flux_w_m2(0.0)


@examples(50)
@given(st.floats(0.5, 59.0))
def test_hand_test_goes_both_ways(seconds):
    assert float(hand_seconds(hand_flux_w_m2(seconds))) == pytest.approx(seconds, rel=1e-6)


def test_one_second_means_searing_heat():
    """About one second is searing heat (common practice, no source): more than a black source of 400 °C gives."""
    assert hand_flux_w_m2(1.0) > SIGMA * (400 + 273.15) ** 4


def test_equivalent_temperature_is_that_of_an_even_oven():
    """In an oven, where air and walls are at one temperature, it is that temperature."""
    oven = usual_setup(GRILLS["oven"])
    state = replace(chamber.steady_state(oven), wall_c=135.0, gas_c=135.0)
    heat = heat_at(oven, state, oven.grill.grates[0], np.array([0.0]), np.array([0.0]))
    assert float(heat.equivalent_c[0]) == pytest.approx(135.0, abs=0.01)
    by_hand = film_w_m2k(oven, state) * (135.0 - FOOD_C) + 0.9 * SIGMA * (408.15**4 - 333.15**4)
    assert float(heat.flux_w_m2()[0]) == pytest.approx(by_hand, rel=1e-6)


def test_a_level_bed_is_even_and_a_bank_is_not():
    level = grate_map(replace(KETTLE, charcoal=Charcoal("level", 2.4), lid_open=True, drip_pan=False))
    banked = grate_map(KETTLE)
    middle = np.abs(level.x_m) < 0.15
    row = level.equivalent_c[len(level.y_m) // 2]
    assert row[middle].max() / row[middle].min() < 1.5
    assert banked.refuge_share > 0.3
    assert level.refuge_share == 0.0
    names = [z.key for z in banked.zones]
    assert "gentle" in names
    assert names[0] in ("sear", "hot")
    assert sum(z.share for z in banked.zones) == pytest.approx(1.0, abs=0.06)


def test_left_and_right_are_mirror_images():
    right, left = grate_map(KETTLE), grate_map(replace(KETTLE, charcoal=replace(KETTLE.charcoal, side="left")))
    assert np.allclose(right.equivalent_c, left.equivalent_c[:, ::-1], equal_nan=True)


def test_a_real_bed_gains_far_less_than_four_from_half_the_distance():
    """A point source would gain four times; a bed as wide as the grate hardly gains (view factors, computed)."""
    wide = replace(KETTLE, charcoal=Charcoal("level", 2.4), drip_pan=False, lid_open=True)
    pile = replace(wide, charcoal=Charcoal("centre", 0.3))
    assert 1.0 < half_distance_gain(wide) < 1.4
    assert half_distance_gain(wide) < half_distance_gain(pile) < 4.0


def test_a_deflector_hides_the_coals():
    kamado = usual_setup(GRILLS["kamado"])
    shielded = grate_map(kamado)
    direct = grate_map(replace(kamado, deflector=False))
    centre = len(shielded.y_m) // 2, len(shielded.x_m) // 2
    assert direct.equivalent_c[centre] > shielded.equivalent_c[centre] + 40.0


def test_an_offset_is_hotter_near_the_firebox_and_on_the_top_shelf():
    """The side near the firebox and the top of the chamber are hotter (common practice, no source)."""
    offset = usual_setup(GRILLS["offset"])
    lower, upper = grate_map(offset), grate_map(offset, "upper")
    row = lower.air_c[len(lower.y_m) // 2]
    assert row[5] > row[-6] + 30.0
    assert np.nanmean(upper.air_c) > np.nanmean(lower.air_c) + 3.0


def test_another_state_of_the_fire_gives_another_map():
    state = chamber.steady_state(KETTLE)
    faded = at_time(KETTLE, state, 60.0, 45.0, 0.2 * state.power_w)
    assert np.nanmax(grate_map(KETTLE, state=faded).equivalent_c) < np.nanmax(grate_map(KETTLE).equivalent_c)


# --- food on it -------------------------------------------------------------------------------------------------------


def steak(key: str, x: float, y: float = 0.0, fat: float = 0.2, grate: str | None = None) -> Placed:
    return Placed(key, x, y, 0.12, 0.12, 0.038, fat, grate)


def test_a_piece_feels_the_place_it_lies_at():
    table = laid(KETTLE, [steak("cool", -0.15), steak("hot", 0.15)])
    cool, hot = table.felt
    assert hot.equivalent_c > cool.equivalent_c + 150.0
    assert (cool.zone.role, hot.zone.role) == ("gentle", "sear")
    assert cool.flare.risk == "none"
    assert hot.flare.risk == "high"
    assert "Never water" in worded(hot.flare.words)
    assert not table.warnings


def test_the_zone_of_a_piece_carries_the_flux_of_its_place():
    """The zone that the heat core cooks in and the grate's own flux are two ways to one number, to a tenth."""
    for x in (-0.15, 0.05, 0.15):
        felt = laid(KETTLE, [steak("a", x)]).felt[0]
        bottom = replace(felt.zone, rods=None).surroundings.bottom
        flux = bottom.h_w_m2k * (bottom.air_c - FOOD_C)
        flux += 0.9 * SIGMA * ((bottom.radiant_c + 273.15) ** 4 - (FOOD_C + 273.15) ** 4)
        assert flux == pytest.approx(felt.flux_w_m2, rel=0.1)


def test_food_cools_the_chamber_and_neighbours_shade_edges():
    alone = laid(KETTLE, [steak("a", -0.15)])
    crowd = laid(KETTLE, [steak("a", -0.15), steak("b", -0.15, 0.125), steak("c", -0.15, -0.125), steak("d", -0.02)])
    assert crowd.map.state.gas_c < alone.map.state.gas_c < chamber.steady_state(KETTLE).gas_c
    assert crowd.felt[0].zone.neighbours > alone.felt[0].zone.neighbours == 0.0


def test_food_below_shades_food_above():
    grill = usual_setup(GRILLS["gas_3"])
    above = steak("above", 0.19, grate="upper")
    free = laid(grill, [above]).felt[0]
    shaded = laid(grill, [above, Placed("roast", 0.19, 0.0, 0.3, 0.3, 0.08)]).felt[0]
    assert shaded.zone.coal_view < 0.5 * free.zone.coal_view


def test_crowding_overlap_rim_and_missing_refuge_are_said():
    pieces = [steak(f"{i}{j}", 0.115 * i, 0.115 * j, 0.3) for i in (-1, 0, 1) for j in (-1, 0, 1)]
    level = replace(KETTLE, charcoal=Charcoal("level", 2.4), drip_pan=False)
    said = {w.key for w in laid(level, [*pieces, steak("rim", 0.26), steak("extra", 0.01)]).warnings}
    assert {"touching", "off_grate", "no_refuge"} <= said
    packed = [Placed(f"{i}{j}", 0.13 * i, 0.13 * j, 0.128, 0.128) for i in (-1, 0, 1) for j in (-1, 0, 1)]
    packed += [Placed("w", -0.2, 0.0, 0.1, 0.5), Placed("e", 0.2, 0.0, 0.1, 0.5)]
    assert "crowded" in {w.key for w in laid(level, packed).warnings}
    assert laid(KETTLE, [steak("one", -0.15)]).warnings == ()


@pytest.mark.parametrize(("grill", "how"), [("kettle", "Bank the coals"), ("gas_3", "burner"), ("pellet", "lower")])
def test_a_refuge_is_made_as_that_kind_of_grill_makes_one(grill, how):
    """Common practice, no source."""
    hot = opened_for_sear(usual_setup(GRILLS[grill]))
    if hot.charcoal is not None:
        hot = replace(hot, charcoal=Charcoal("level", 2.4), drip_pan=False)
    told = [w for w in laid(hot, [steak("fat", 0.1, 0.0, 0.3)]).warnings if w.key == "no_refuge"]
    assert len(told) == 1
    assert how in worded(told[0].text)


def test_the_map_of_a_plate_is_how_hot_the_plate_is():
    """As pan_on has it for as much of the plate as one burner heats."""
    setup = usual_setup(GRILLS["flat_top_3"])
    found, plate = grate_map(setup), setup.grill.kind.plate(setup.grill)
    for x_m in (-0.22, 0.0, 0.22):
        here = found.equivalent_c[len(found.y_m) // 2, int(np.argmin(np.abs(found.x_m - x_m)))]
        assert here == pytest.approx(pan_on(setup, plate, Spot(x_m, 0.0)).settles_c, abs=25.0)


def test_a_long_piece_across_the_zones_is_called_uneven():
    assert "uneven" in {w.key for w in laid(KETTLE, [Placed("fish", 0.02, 0.0, 0.4, 0.12, 0.03)]).warnings}


def test_a_spot_reads_and_off_the_grate_is_refused():
    here = spot(KETTLE, 0.15, 0.0)
    assert here["equivalent_c"] > 250.0
    assert here["hand_s"] < 20.0
    with refusing(InvalidInput, match=r"x_mm is off the grate \(400, 0 mm"):
        spot(KETTLE, 0.4, 0.0)


def test_a_pan_wider_than_the_grate_is_refused():
    with refusing(InvalidInput, match="more than the grate has: Steel griddle"):
        COOKWARE["griddle"].fitting(Grate("g", "Small", "round", 0.3, 0.3, 0.2))
    assert COOKWARE["skillet"].fitting(GRILLS["kettle"].grates[0]).key == "skillet"


def test_a_pan_settles_where_its_heat_balance_closes():
    """In an even oven that is the oven's heat; over coals it is hotter than beside them, and iron takes minutes."""
    oven = usual_setup(GRILLS["oven"])
    even = replace(chamber.steady_state(oven), wall_c=135.0, gas_c=135.0)
    assert pan_on(oven, COOKWARE["skillet"], Spot(0.0, 0.0), even).settles_c == pytest.approx(135.0, abs=0.1)
    over, beside = (pan_on(KETTLE, COOKWARE["skillet"], Spot(x, 0.0)) for x in (0.13, -0.13))
    assert over.settles_c > beside.settles_c + 60.0
    assert 3 * 60 < over.ready_s < 30 * 60
    with refusing(InvalidInput, match="more than the grate has"):
        pan_on(usual_setup(GRILLS["chimney"]), COOKWARE["griddle"], Spot(0.0, 0.0))


def test_a_heavier_pan_is_later():
    """Lumped capacitance (incropera_2011 ch. 5): the time is in proportion to the heat it holds."""
    light, heavy = (pan_on(KETTLE, replace(COOKWARE["skillet"], heat_j_k=c), Spot(0.13, 0.0)) for c in (500.0, 1000.0))
    assert heavy.ready_s == pytest.approx(2.0 * light.ready_s)
    assert heavy.settles_c == pytest.approx(light.settles_c)


def test_a_lid_costs_heat_and_clay_comes_down_late():
    """If you are looking you are not cooking; a kamado comes down slowly (common practice, no source)."""
    kettle, kamado = steadiness_of(KETTLE), steadiness_of(usual_setup(GRILLS["kamado"]))
    assert kettle.drop_k > 20.0
    assert kettle.back_s > 60.0
    assert kamado.down_s > 2.0 * kettle.down_s
    assert steadiness_of(usual_setup(GRILLS["brazier"])).drop_k is None


@pytest.mark.parametrize("key", sorted(GRILLS))
@examples(4)
@given(st.floats(-0.8, 0.8), st.floats(-0.8, 0.8), st.booleans())
def test_food_anywhere_on_any_grill_feels_something_sensible(key, u, v, lid_open):
    """Nothing leaves physical bounds: between the air outside and the fire, finite, a palm bears it for some time."""
    setup = usual_setup(GRILLS[key])
    setup = replace(setup, lid_open=lid_open and setup.grill.body is not None)
    grate = setup.grill.grates[0]
    felt = laid(setup, [Placed("a", u * grate.width_m / 2, v * grate.depth_m / 2, 0.1, 0.1)]).felt[0]
    assert setup.weather.air_c - 1.0 <= felt.equivalent_c < 1000.0
    assert 0.2 < felt.hand_s <= 60.0
    assert felt.zone.surroundings.bottom.radiant_c >= setup.weather.air_c - 1.0
    assert 0.0 <= felt.zone.coal_view <= 0.95


def test_the_planners_fire_has_both_places():
    own = fire_of(KETTLE, "Mine", (0.12, 0.12, 0.038), Spot(-0.14, 0.0), Spot(0.15, 0.0))
    assert own.gentle.air_c < 150.0
    assert own.sear.rods is not None
    assert own.sear.coal_c > 500.0
    assert own.convert_s >= 240.0
    with refusing(InvalidInput, match="off the grate"):
        fire_of(KETTLE, "Mine", (0.12, 0.12, 0.038), Spot(-0.5, 0.0), Spot(0.15, 0.0))


# --- advice -----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("key", ["kettle", "kamado", "gas_3", "gas_4"])
def test_advice_gives_what_was_wished(key):
    """200-225 °F on one side, a searing spot on the other."""
    found = advised(GRILLS[key], FireRequest(celsius(200.0), celsius(225.0), sear=True, hours=1.0))
    assert celsius(198.0) <= found.gentle_c <= celsius(227.0)
    assert found.sear_c >= celsius(550.0)
    assert found.hours.usable_s >= 3600.0
    assert found.why
    assert 5 * 60 < found.light_before_s < 2 * 3600.0


def test_long_and_gentle_is_a_fuse():
    found = advised(GRILLS["kettle"], FireRequest(celsius(225.0), celsius(275.0), hours=6.0))
    assert found.setup.charcoal.layout == "ring"
    assert found.hours.usable_s >= 6 * 3600.0


def test_advice_for_what_a_grill_cannot_do_says_so():
    with refusing(Infeasible, match="sears too slowly") as caught:
        advised(GRILLS["pellet"], FireRequest(107.0, 121.0, sear=True))
    assert any("skillet" in worded(r.text) for r in caught.value.remedies)
    with refusing(Infeasible, match="no lid"):
        advised(GRILLS["brazier"], FireRequest(107.0, 121.0))
    with refusing(InvalidInput, match="above gentle_low_c"):
        FireRequest(121.0, 107.0)
    with refusing(InvalidInput, match="at least one zone"):
        FireRequest()


# --- thermometers -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("altitude_m", [0.0, 500.0, 1600.0, 3000.0])
def test_boiling_point_is_that_of_the_scientific_formulation(altitude_m):
    """iapws_if97 against the other standard, IAPWS-95, as the reference library has it, at the same pressure."""
    reference = IAPWS95(P=pressure_pa(altitude_m) / 1e6, x=0.0).T - 273.15
    assert boiling_c(altitude_m) == pytest.approx(reference, abs=0.02)


def test_pressure_is_the_standard_atmosphere():
    """icao_1993, from memory: 89 875 Pa at 1000 m, 70 109 Pa at 3000 m."""
    assert pressure_pa(1000.0) == pytest.approx(89875.0, rel=1e-3)
    assert pressure_pa(3000.0) == pytest.approx(70109.0, rel=1e-3)


def test_two_checks_draw_a_line_and_one_shifts():
    checks = (Check("ice", 0.6), Check("boiling", 99.4))
    offset, slope = correction(checks)
    assert corrected_c(0.6, offset, slope) == pytest.approx(0.0, abs=1e-9)
    assert corrected_c(99.4, offset, slope) == pytest.approx(boiling_c(0.0))
    assert correction((Check("ice", 0.6),)) == (-0.6, 0.0)
    assert correction(()) == (0.0, 0.0)
    high = correction((Check("boiling", 95.0, 1500.0),))
    assert abs(high[0]) < 0.05, "water boils at about 95 °C at 1500 m"


def test_a_wild_check_is_no_correction():
    with refusing(InvalidInput, match="repair or replace"):
        correction((Check("ice", 8.0),))


def test_weather_out_of_range_is_refused():
    with refusing(InvalidInput, match=r"weather\.wind_m_s must be between 0 and 25"):
        Weather(20.0, 40.0)
