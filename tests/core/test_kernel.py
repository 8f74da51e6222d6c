"""The parts of the compiled kernel, each against an independent answer."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from brasko.core.foods.cuts import cut_named
from brasko.core.heat import constants as known
from brasko.core.heat import kernel, simulation
from brasko.core.heat.vapour import saturation_density_kg_m3, saturation_table
from brasko.core.programme.steps import Side

MATERIAL = simulation._material_vector(cut_named("ribeye").material)
CONSTANTS = simulation._constants_vector(True)
TABLE = saturation_table()


def super_step(stages: int, rate: float) -> float:
    """Growth of y' = rate * y over one super-step of length 1, by the kernel's own coefficients."""
    coefficients = np.zeros((4, kernel.MAX_STAGES + 1))
    omega = np.zeros(kernel.MAX_STAGES)
    mu, nu, mu_t, gamma_t = coefficients
    kernel.stage_weights(stages, mu, nu, mu_t, gamma_t, omega)
    values, first = [1.0], rate
    values.append(1.0 + mu_t[1] * first)
    for j in range(2, stages + 1):
        slope = rate * values[-1]
        new = mu[j] * values[-1] + nu[j] * values[-2] + (1 - mu[j] - nu[j]) * 1.0 + mu_t[j] * slope + gamma_t[j] * first
        values.append(new)
    summed = 1.0 + sum(omega[s] * rate * values[s] for s in range(stages))
    assert summed == pytest.approx(values[-1], rel=1e-12), "the weights book exactly what the stages do"
    return values[-1]


@pytest.mark.parametrize("stages", [3, 5, 9, 13])
def test_super_steps_are_of_second_order(stages):
    """meyer_rkl2_2014: the stability polynomial agrees with exp(z) through z²; the error is of order z³."""
    errors = [abs(super_step(stages, -z) - np.exp(-z)) for z in (0.02, 0.01)]
    assert errors[0] / errors[1] == pytest.approx(8.0, rel=0.1)


@pytest.mark.parametrize("stages", [3, 5, 9, 13])
def test_super_steps_are_stable_to_their_limit(stages):
    """meyer_rkl2_2014 eq. 16: stable for |z| <= (s² + s - 2) / 2."""
    limit = (stages**2 + stages - 2) / 2
    for z in np.linspace(0.0, limit, 200):
        assert abs(super_step(stages, -z)) <= 1.0 + 1e-12


@given(rate=st.floats(0.1, 10.0), tau=st.floats(0.01, 30.0))
def test_enough_stages_are_taken(rate, tau):
    stages = kernel.stages_for(tau, rate)
    assert stages % 2 == 1
    assert stages == kernel.MAX_STAGES or tau <= 2.0 / rate * (stages**2 + stages - 2) / 4


@given(temp=st.floats(-5.0, 220.0), dried=st.floats(0.0, 1.0), off=st.floats(-3.0, 3.0))
def test_temperature_is_read_back_from_enthalpy(temp, dried, off):
    """The inverse of H(T), from a guess a super-step away; 1e-3 °C is far below what a probe resolves."""
    volume = 1e-6
    water = volume * MATERIAL[kernel.RHO_W] * (1 - dried)
    enthalpy = volume * kernel.dry_heat(MATERIAL, temp) + water * kernel.liquid_heat(MATERIAL, temp)
    assert kernel.temperature_of(MATERIAL, enthalpy, volume, water, temp + off) == pytest.approx(temp, abs=1e-3)


def exact_surface(side: np.ndarray, cell_c: float, resistance: float, activity: float, vapour_r: float) -> float:
    """Surface temperature by bisection on the balance written out, with saturation from its own formula."""
    sigma_f = side[kernel.RAD_COEFF]

    def balance(ts: float) -> float:
        q = side[kernel.H] * (side[kernel.AIR] - ts) + side[kernel.RAD_SOURCE] - sigma_f * (ts + 273.15) ** 4
        q += side[kernel.CONTACT_H] * (side[kernel.CONTACT_C] - ts)
        at = min(ts, 100.0)
        latent = known.LATENT_AT_0C.value + known.LATENT_SLOPE.value * at
        m = 0.0
        if side[kernel.MASS_H] > 0:
            wet = activity * float(saturation_density_kg_m3(np.array([at]))[0])
            m = max(0.0, (wet - side[kernel.VAPOUR]) / (1 / side[kernel.MASS_H] + vapour_r))
        return q - latent * m - (ts - cell_c) / resistance

    return brentq(balance, -50.0, 1500.0, xtol=1e-9)


@given(
    air=st.floats(20.0, 400.0),
    h=st.floats(2.0, 60.0),
    radiant=st.floats(20.0, 800.0),
    contact=st.floats(0.0, 500.0),
    cell=st.floats(2.0, 99.0),
    activity=st.floats(0.05, 1.0),
)
def test_surface_balance_matches_bisection(air, h, radiant, contact, cell, activity):
    side = np.array(
        simulation._side_row(
            Side(air_c=air, h_w_m2k=h, radiant_c=radiant, contact_c=250.0, contact_w_m2k=contact), True
        )
    )
    resistance, vapour_r = 0.00025 / 0.45, 5.0
    net, mass, surface_c, latent, slope, mass_slope = kernel.surface(
        cell, resistance, vapour_r, activity, 1.0, side, CONSTANTS, TABLE, cell
    )
    assert surface_c == pytest.approx(exact_surface(side, cell, resistance, activity, vapour_r), abs=0.02)
    assert net == pytest.approx((surface_c - cell) / resistance, abs=0.01 / resistance)
    assert mass >= 0.0
    assert latent > 2.2e6
    assert slope <= 0.0
    assert mass_slope >= 0.0


def test_surface_balance_slopes_match_differences():
    """What the super-step holds fixed: d(net)/dT_cell and d(vapour)/dT_cell, by central differences."""
    side = np.array(simulation._side_row(Side(air_c=110.0, h_w_m2k=15.0, radiant_c=110.0), True))

    def at(cell: float) -> tuple:
        return kernel.surface(cell, 5e-4, 3.0, 0.9, 1.0, side, CONSTANTS, TABLE, cell)

    here, low, high = at(45.0), at(44.5), at(45.5)
    assert here[4] == pytest.approx(high[0] - low[0], rel=0.05)
    assert here[5] == pytest.approx(high[1] - low[1], rel=0.05)


def test_a_drying_cell_resists_more_and_more():
    """From wet to just dry the way to the wet part grows; only heat taken up in the middle of a dry cell has it shorter."""
    shares = np.linspace(0.0, 0.999, 60)
    pairs = np.array([kernel.crust_resistances(s, 5e-4, 0.46, 0.08, 2.6e-6) for s in shares])
    assert (np.diff(pairs[:, 0]) > 0).all()
    assert (np.diff(pairs[:, 1]) > 0).all()
    assert pairs[0, 0] == pytest.approx(2.5e-4 / 0.46)
    assert kernel.crust_resistances(1.0, 5e-4, 0.46, 0.08, 2.6e-6)[0] == pytest.approx(2.5e-4 / 0.08)


def test_hot_meat_holds_less_water():
    """c_eq(T) falls from 0.745 to 0.400 of the lean mass (vandersman_2007, feyissa_2013, from memory); here scaled to
    the cut's own raw water, so that cold meat holds exactly what it has."""
    holding = kernel.water_holding(MATERIAL)
    raw = MATERIAL[kernel.RHO_W] / MATERIAL[kernel.RHO_S]
    assert (np.diff(holding) <= 0).all()
    assert holding[0] == pytest.approx(raw, rel=0.02)
    share = holding / (1 + holding)
    assert share[-1] / (raw / (1 + raw)) == pytest.approx(0.400 / 0.745, rel=1e-3)
    half_way = share[52 - 38] / (raw / (1 + raw))
    assert half_way == pytest.approx((0.745 - 0.345 / 31) / 0.745, rel=1e-3)
