"""The fire's sums against independent ones: a reference integrator, root finders, rays, and formulas written out by
hand."""

import math
from dataclasses import replace

import numpy as np
import pytest
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

from brasko.core.fire import chamber, fuels
from brasko.core.fire.coals import Charcoal, coal_face_c
from brasko.core.fire.grate import FOOD_C, emitters_of, grate_map, heat_at, screens_of
from brasko.core.fire.grills import COOKWARE, Spot
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.kinds.gas import gas_grill
from brasko.core.fire.kinds.kind import GAS_HEAT
from brasko.core.fire.kinds.offset import CHAMBER_LOSES_W_MK
from brasko.core.fire.metal import METAL_EMISSIVITY
from brasko.core.fire.pans import pan_on
from brasko.core.fire.placing import Placed, local_exposure
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.fire.simulation import Change, simulate_fire
from brasko.core.fire.weather import Weather
from brasko.core.uncertainty.general import general

SIGMA = 5.670374e-8
STILL = Weather(20.0, 0.0)
KETTLE = replace(usual_setup(GRILLS["kettle"]), weather=STILL)


# --- over time --------------------------------------------------------------------------------------------------------


def integrated_gas(setup: FireSetup, seconds: float) -> tuple[np.ndarray, np.ndarray]:
    """Gas and walls of a gas grill by SciPy's LSODA at tight tolerance, the equations written out anew."""
    body, air = setup.grill.body, setup.weather.air_c
    power = sum(b.power_w * k for b, k in zip(setup.grill.burners, setup.knobs, strict=True) if b.kind != "side")
    carried = power / (0.2314 * 13.1e6) * 3.0 * 1030.0
    fall = setup.weather.rain_mm_h / 3600.0 * body.area_m2

    def rates(_: float, state: np.ndarray) -> list[float]:
        gas, wall = state
        grown = 1.0 + 0.0015 * max(gas - air, 0.0)
        to_wall = body.inner_w_k * grown * (gas - wall)
        out = body.outer_w_k * grown * (wall - air)
        out += fall * (4190.0 + 0.5 * 2.26e6 / (100.0 - air)) * (min(wall, 100.0) - air)
        return [(power - to_wall - carried * (gas - air)) / GAS_HEAT.value, (to_wall - out) / body.heat_j_k]

    at = np.arange(0.0, seconds, 120.0)
    found = solve_ivp(rates, (0.0, seconds), [air, air], method="LSODA", t_eval=at, rtol=1e-9, atol=1e-9)
    return at, found.y


@pytest.mark.parametrize("rain_mm_h", [0.0, 6.0])
@pytest.mark.parametrize("knobs", [(1.0, 1.0, 1.0), (0.3, 0.3, 0.3), (1.0, 0.0, 0.0)])
def test_the_course_of_gas_follows_a_reference_integrator(knobs, rain_mm_h):
    """Steps of two seconds against LSODA: within 1.5 K over the first hour, where the gas rises two kelvin a second."""
    setup = FireSetup(gas_grill(3, side=False), knobs=knobs, weather=replace(STILL, rain_mm_h=rain_mm_h))
    at, (gas, wall) = integrated_gas(setup, 3600.0)
    run = simulate_fire([Change(0.0, setup)], 1.0)
    where = np.searchsorted(run.time_s, at)
    assert np.max(np.abs(run.gauge_c[where] - gas)) < 1.5
    assert np.max(np.abs(run.wall_c[where] - wall)) < 0.5


@pytest.mark.parametrize("rain_mm_h", [0.0, 4.0])
@pytest.mark.parametrize("key", ["kettle", "kamado", "gas_4"])
def test_a_course_ends_where_the_settled_state_is(key, rain_mm_h):
    """Two ways to one temperature: hours of steps, and one root. A kettle's coals must still be plenty."""
    setup = replace(usual_setup(GRILLS[key]), weather=replace(STILL, rain_mm_h=rain_mm_h))
    if key == "kettle":
        setup = replace(setup, charcoal=Charcoal("level", 5.0))
    run = simulate_fire([Change(0.0, setup)], 8.0 if key == "kamado" else 3.0, lit=True)
    assert run.gauge_c[-1] == pytest.approx(chamber.steady_state(setup).gas_c, abs=2.0)


def test_an_open_bed_burns_away_as_an_exponential():
    """With all the air it wants a bed loses a fixed share of what glows in each moment: m = m0 exp(-t / 3600 s)."""
    setup = usual_setup(GRILLS["brazier"])
    run = simulate_fire([Change(0.0, setup)], 2.0, lit=True)
    glowing = run.lit_kg[0] * np.exp(-run.time_s * fuels.COAL_PACE.value)
    later = run.time_s > 0
    assert np.all(run.lit_kg[later] >= 0.98 * glowing[later]), "what was not lit at first catches and adds to it"
    assert run.fuel_kg[-1] == pytest.approx(setup.charcoal.mass_kg * math.exp(-7200.0 / 3600.0), rel=0.12)


def test_fuel_that_is_gone_has_given_its_heat():
    """The heat of an open fire over hours is the heat of the charcoal that went, by the heating value."""
    setup = usual_setup(GRILLS["brazier"])
    run = simulate_fire([Change(0.0, setup)], 4.0, lit=True)
    given = np.trapezoid(run.power_w, run.time_s)
    assert given == pytest.approx((run.fuel_kg[0] - run.fuel_kg[-1]) * 25.0e6, rel=0.01)


def test_added_coals_add_their_mass_and_then_their_heat():
    setup = replace(KETTLE, lid_open=True)
    alone = simulate_fire([Change(0.0, setup)], 1.5, lit=True)
    fed = simulate_fire([Change(0.0, setup), Change(1800.0, setup, add_lit_kg=1.0)], 1.5, lit=True)
    at = int(np.searchsorted(fed.time_s, 1840.0))
    assert fed.fuel_kg[at] - alone.fuel_kg[at] == pytest.approx(1.0, abs=0.02)
    assert fed.power_w[at] - alone.power_w[at] == pytest.approx(1.0 * 25.0e6 / 3600.0, rel=0.05)


# --- settled ----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("power", "area"), [(2000.0, 0.05), (9000.0, 0.07), (17000.0, 0.03)])
def test_the_coals_face_is_the_root_of_its_balance(power, area):
    carries = 1150.0 / (13.1e6 * 0.2314 * 0.39)
    by_root = brentq(
        lambda t: (
            power * (1 - carries * (t - 20.0))
            - (1.0 + general().bed_loses) * 0.9 * SIGMA * area * ((t + 273.15) ** 4 - 293.15**4)
        ),
        20.0,
        2000.0,
    )
    assert float(coal_face_c(power, area, 20.0)) == pytest.approx(by_root, abs=0.01)


@pytest.mark.parametrize("knobs", [(1.0, 0.3, 0.3), (0.0, 0.0, 1.0), (0.7, 0.7, 0.7)])
def test_every_gas_zone_closes_its_own_balance(knobs):
    """Each zone's burner pays for what leaves there and for what crosses to its neighbours."""
    setup = FireSetup(gas_grill(3, side=False), knobs=knobs, weather=STILL)
    state = chamber.steady_state(setup)
    zones, body = np.array(state.zones_c), setup.grill.body
    grown = 1.0 + 0.0015 * (zones.mean() - 20.0)
    inner, outer = body.inner_w_k * grown, body.outer_w_k * grown
    leaves = (inner * outer / (inner + outer) + state.flow_kg_s * 1030.0) / 3.0
    cross = chamber.CROSS_FLOW_W_K.value
    for i, knob in enumerate(knobs):
        away = leaves * (zones[i] - 20.0) + sum(cross * (zones[i] - zones[j]) for j in (i - 1, i + 1) if 0 <= j < 3)
        assert away == pytest.approx(3500.0 * knob, abs=0.5)


def test_the_sun_warms_and_is_on_the_books():
    bright, dull = (chamber.steady_state(replace(KETTLE, weather=Weather(20.0, 0.0, sun))) for sun in (900.0, 0.0))
    assert bright.wall_c > dull.wall_c + 1.0
    assert bright.balance.sun_w == pytest.approx(0.8 * 0.26 * 900.0)
    assert bright.balance.relative_error < 1e-6


def test_rain_takes_what_it_needs_to_be_warmed_and_to_evaporate():
    """A millimetre is a kilogram on each square metre (the definition); warming it from 20 to 100 °C takes 335 kJ,
    evaporating the half that stays 1130 kJ (incropera_2011, table A.6, from memory): 0.41 kWh in all, and no more
    however hot the lid is."""
    hot = FireSetup(gas_grill(3, side=False), knobs=(1.0, 1.0, 1.0), weather=replace(STILL, rain_mm_h=1.0))
    state, body = chamber.steady_state(hot), hot.grill.body
    assert state.wall_c > 150.0
    _, outer = chamber.shell_w_k(body, state.gas_c, hot.weather)
    _, dry = chamber.shell_w_k(body, state.gas_c, STILL)
    assert (outer - dry) * (state.wall_c - 20.0) == pytest.approx(body.area_m2 * 407.0, rel=0.01)
    assert state.balance.relative_error < 1e-6


def test_thin_air_is_not_modelled_but_cold_air_is_denser():
    """At one vent and one rise, cold air brings more oxygen: density goes with 1/T."""
    body = KETTLE.grill.body
    cold = chamber.draught_kg_s(body, 0.5, 0.5, 80.0, Weather(-20.0, 0.0))
    warm = chamber.draught_kg_s(body, 0.5, 0.5, 140.0, Weather(40.0, 0.0))
    assert cold > 1.15 * warm


def test_an_offsets_gradient_is_that_of_a_cooled_stream():
    """incropera_2011 ch. 8, a stream cooled by its wall: the rise falls as exp(-x UP / mc)."""
    offset = replace(usual_setup(GRILLS["offset"]), weather=STILL)
    state = chamber.steady_state(offset)
    x = np.array([-0.3, 0.0, 0.3])
    heat = heat_at(offset, state, offset.grill.grates[0], x, np.zeros(3))
    rise = heat.air_c - 20.0
    reach = state.flow_kg_s * 1030.0 / CHAMBER_LOSES_W_MK.value
    assert rise[1] / rise[0] == pytest.approx(math.exp(-0.3 / reach))
    assert rise[2] / rise[1] == pytest.approx(math.exp(-0.3 / reach))


# --- over the grate ---------------------------------------------------------------------------------------------------


def by_rays(setup: FireSetup, x: float, y: float, rays: int = 60_000) -> float:
    """Share of the view straight down that glows, by rays thrown at the whole scene, screens and all."""
    state, grate = chamber.steady_state(setup), setup.grill.grates[0]
    random = np.random.default_rng(11)
    radius, angle = np.sqrt(random.random(rays)), 2 * np.pi * random.random(rays)
    slope = radius / np.sqrt(1 - radius**2)
    dx, dy = slope * np.cos(angle), slope * np.sin(angle)

    def hits(box) -> np.ndarray:
        px, py = x + dx * box.gap_m, y + dy * box.gap_m
        return (px > box.left_m) & (px < box.right_m) & (py > box.front_m) & (py < box.back_m)

    lit = np.zeros(rays)
    for emitter in emitters_of(setup, state, grate):
        met = np.zeros(rays, dtype=bool)
        for strip in emitter.strips:
            met |= hits(strip)
        for screen in screens_of(setup, grate):
            met &= ~hits(screen) | (screen.gap_m >= emitter.strips[0].gap_m)
        lit = np.where(met, emitter.cover, lit)
    return float(lit.mean())


@pytest.mark.parametrize("layout", ["level", "half", "third", "banked", "centre", "ring"])
@pytest.mark.parametrize(("x", "y"), [(0.15, 0.0), (-0.1, 0.08), (0.0, -0.2)])
def test_each_layout_is_seen_as_rays_see_it(layout, x, y):
    """Four standard errors of 60,000 rays: 0.008."""
    setup = replace(KETTLE, charcoal=Charcoal(layout, 1.4))
    spot = np.array([x]), np.array([y])
    heat = heat_at(setup, chamber.steady_state(setup), setup.grill.grates[0], *spot)
    assert float(heat.fire_view[0]) == pytest.approx(by_rays(setup, x, y), abs=0.008)


@pytest.mark.parametrize("key", ["gas_3", "brazier", "chimney"])
def test_each_grill_is_seen_as_rays_see_it(key):
    setup = usual_setup(GRILLS[key])
    heat = heat_at(setup, chamber.steady_state(setup), setup.grill.grates[0], np.array([0.05]), np.array([0.02]))
    assert float(heat.fire_view[0]) == pytest.approx(by_rays(setup, 0.05, 0.02), abs=0.008)


def test_equivalent_temperature_is_the_root_of_its_definition():
    heat = heat_at(KETTLE, chamber.steady_state(KETTLE), KETTLE.grill.grates[0], np.linspace(-0.2, 0.2, 9), np.zeros(9))
    for h, flux, told in zip(heat.film_w_m2k, heat.flux_w_m2(), heat.equivalent_c, strict=True):
        root = brentq(
            lambda t, h=h, flux=flux: (
                h * (t - FOOD_C) + 0.9 * SIGMA * ((t + 273.15) ** 4 - (FOOD_C + 273.15) ** 4) - flux
            ),
            0.0,
            1500.0,
        )
        assert told == pytest.approx(root, abs=0.01)


def test_the_map_and_the_food_agree():
    """A small piece feels what the map says at its middle."""
    shown = grate_map(KETTLE)
    for i in (8, 18, 28):
        x, y = float(shown.x_m[i]), 0.0
        felt = local_exposure(KETTLE, shown.state, Placed("crumb", x, y, 0.01, 0.01, 0.01))
        assert felt.equivalent_c == pytest.approx(shown.equivalent_c[len(shown.y_m) // 2, i], abs=3.0)


def test_a_pan_heats_as_its_balance_says():
    """The settled pan and its time against the whole balance, integrated."""
    ware, at = COOKWARE["skillet"], Spot(0.13, 0.0)
    told = pan_on(KETTLE, ware, at)
    state = chamber.steady_state(KETTLE)
    spots = np.array(
        [(at.x_m + u * 0.13, v * 0.13) for u in np.linspace(-0.8, 0.8, 5) for v in np.linspace(-0.8, 0.8, 5)]
    )
    heat = heat_at(KETTLE, state, KETTLE.grill.grates[0], spots[:, 0], spots[:, 1])
    area, film, e = math.pi / 4 * 0.26**2, float(heat.film_w_m2k.mean()), METAL_EMISSIVITY.value

    def rate(_: float, t: np.ndarray) -> np.ndarray:
        glow = SIGMA * (t + 273.15) ** 4
        below = film * (heat.air_c.mean() - t) + e * (heat.below_w_m2.mean() - glow)
        above = film / 2 * (state.gas_c - t) + e * (SIGMA * (heat.lid_c + 273.15) ** 4 - glow)
        return area * (below + above) / ware.heat_j_k

    run = solve_ivp(rate, (0.0, 7200.0), [20.0], rtol=1e-8, dense_output=True)
    assert run.y[0, -1] == pytest.approx(told.settles_c, abs=0.5)
    near = 20.0 + 0.95 * (told.settles_c - 20.0)
    reached = brentq(lambda t: float(run.sol(t)[0]) - near, 1.0, 7000.0)
    assert told.ready_s == pytest.approx(reached, rel=0.25), "the time is that of the balance made linear"


def test_wider_pieces_average_over_their_face():
    state = chamber.steady_state(KETTLE)
    small, wide = (local_exposure(KETTLE, state, Placed("a", 0.06, 0.0, w, w)) for w in (0.04, 0.24))
    assert abs(wide.equivalent_c - small.equivalent_c) > 5.0
