"""The parts of the compiled kernel, each against an independent answer."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.optimize import brentq

from brasko.core.foods.cuts import cut_named
from brasko.core.heat import constants as known
from brasko.core.heat import vectors
from brasko.core.heat.kernel import cells, columns, skin, stepping, water
from brasko.core.heat.vapour import saturation_pressure_pa, saturation_table
from brasko.core.programme.steps import Side
from brasko.core.uncertainty.general import general

MATERIAL = vectors.material_vector(cut_named("ribeye").material)
CONSTANTS = vectors.constants_vector(True)
TABLE = saturation_table()


def super_step(stages: int, rate: float) -> float:
    """Growth of y' = rate * y over one super-step of length 1, by the kernel's own coefficients."""
    coefficients = np.zeros((4, stepping.MAX_STAGES + 1))
    omega = np.zeros(stepping.MAX_STAGES)
    mu, nu, mu_t, gamma_t = coefficients
    stepping.stage_weights(stages, mu, nu, mu_t, gamma_t, omega)
    values, first = [1.0], rate
    values.append(1.0 + mu_t[1] * first)
    for j in range(2, stages + 1):
        slope = rate * values[-1]
        new = mu[j] * values[-1] + nu[j] * values[-2] + (1 - mu[j] - nu[j]) * 1.0 + mu_t[j] * slope + gamma_t[j] * first
        values.append(new)
    summed = 1.0 + sum(omega[s] * rate * values[s] for s in range(stages))
    assert summed == pytest.approx(values[-1], abs=1e-10), "the weights book what the stages do, to rounding"
    return values[-1]


@pytest.mark.parametrize("stages", [3, 5, 9, 13, 25, 41])
def test_super_steps_are_of_second_order(stages):
    """meyer_rkl2_2014: the stability polynomial agrees with exp(z) through z²; the error is of order z³."""
    errors = [abs(super_step(stages, -z) - np.exp(-z)) for z in (0.02, 0.01)]
    assert errors[0] / errors[1] == pytest.approx(8.0, rel=0.1)


@pytest.mark.parametrize("stages", [3, 5, 9, 13, 25, 41])
def test_super_steps_are_stable_to_their_limit(stages):
    """meyer_rkl2_2014 eq. 16: stable for |z| <= (s² + s - 2) / 2."""
    limit = (stages**2 + stages - 2) / 2
    for z in np.linspace(0.0, limit, 200):
        assert abs(super_step(stages, -z)) <= 1.0 + 1e-12


@given(rate=st.floats(0.1, 10.0), tau=st.floats(0.01, 30.0))
def test_enough_stages_are_taken(rate, tau):
    stages = stepping.stages_for(tau, rate)
    assert stages % 2 == 1
    assert stages == stepping.MAX_STAGES or tau <= 2.0 / rate * (stages**2 + stages - 2) / 4


@given(temp=st.floats(-5.0, 220.0), dried=st.floats(0.0, 1.0), off=st.floats(-3.0, 3.0))
def test_temperature_is_read_back_from_enthalpy(temp, dried, off):
    """The inverse of H(T), from a guess a super-step away; 1e-3 °C is far below what a probe resolves."""
    volume = 1e-6
    water = volume * MATERIAL[columns.RHO_W] * (1 - dried)
    enthalpy = volume * cells.dry_heat(MATERIAL, temp) + water * cells.liquid_heat(MATERIAL, temp)
    assert cells.temperature_of(MATERIAL, enthalpy, volume, water, temp + off) == pytest.approx(temp, abs=1e-3)


def exact_surface(
    side: np.ndarray, cell_c: float, resistance: float, wet: float, film: float, creeping: float
) -> float:
    """Surface temperature by bisection on the balance written out, with saturation from its own formula."""
    sigma_f = side[columns.RAD_COEFF]

    def balance(ts: float) -> float:
        q = side[columns.H] * (side[columns.AIR] - ts) + side[columns.RAD_SOURCE] - sigma_f * (ts + 273.15) ** 4
        q += side[columns.CONTACT_H] * (side[columns.CONTACT_C] - ts)
        at = min(ts, 100.0)
        latent = known.LATENT_AT_0C.value + known.LATENT_SLOPE.value * at
        saturated = float(saturation_pressure_pa(np.array([at]))[0])
        film_k, total = (ts + side[columns.AIR]) / 2 + 273.15, 101325.0
        stefan = total / (total - (saturated + side[columns.VAPOUR]) / 2)
        demand = side[columns.MASS_H] * stefan / (461.526 * film_k) * (saturated - side[columns.VAPOUR])
        vapour = demand if demand < 0 else min(wet * demand, film) + min((1.0 - wet) * demand, creeping)
        return q - latent * vapour - (ts - cell_c) / resistance

    return brentq(balance, -50.0, 1500.0, xtol=1e-9)


@given(
    air=st.floats(20.0, 400.0),
    h=st.floats(2.0, 60.0),
    radiant=st.floats(20.0, 800.0),
    contact=st.floats(0.0, 500.0),
    cell=st.floats(2.0, 99.0),
    wet=st.floats(0.0, 1.0),
    film=st.floats(0.0, 1e-2),
    creeping=st.floats(0.0, 1e-3),
)
def test_surface_balance_matches_bisection(air, h, radiant, contact, cell, wet, film, creeping):
    side = np.array(
        vectors.side_row(Side(air_c=air, h_w_m2k=h, radiant_c=radiant, contact_c=250.0, contact_w_m2k=contact), 1.0)
    )
    resistance = 0.00025 / 0.45
    net, mass, surface_c, latent, slope, mass_slope, follow, share = skin.surface(
        cell, resistance, wet, film, creeping, side, side[columns.CONTACT_H], CONSTANTS, TABLE, cell
    )
    assert surface_c == pytest.approx(exact_surface(side, cell, resistance, wet, film, creeping), abs=0.03)
    assert net == pytest.approx((surface_c - cell) / resistance, abs=0.01 / resistance)
    assert mass <= film + creeping + 1e-12
    assert mass >= 0.0 or surface_c < 25.0, "vapour condenses on what is colder than its dew point only"
    assert 0.0 <= share <= 1.0
    assert latent > 2.2e6
    assert slope <= 0.0
    assert mass_slope >= 0.0
    assert 0.0 < follow <= 1.0


def test_surface_balance_slopes_match_differences():
    """What the super-step holds fixed: how net heat, vapour and surface follow the cell, by central differences."""
    side = np.array(vectors.side_row(Side(air_c=110.0, h_w_m2k=15.0, radiant_c=110.0), 1.0))

    def at(cell: float) -> tuple:
        return skin.surface(cell, 5e-4, 1.0, 1.0, 0.0, side, 0.0, CONSTANTS, TABLE, cell)

    here, low, high = at(45.0), at(44.5), at(45.5)
    assert here[4] == pytest.approx(high[0] - low[0], rel=0.05)
    assert here[5] == pytest.approx(high[1] - low[1], rel=0.05)
    assert here[6] == pytest.approx(high[2] - low[2], rel=0.01)


def test_a_boiling_cell_resists_more_the_drier_it_is():
    """From wet to just dry the crust grows; only heat taken up in the middle of a wholly dry cell has it shorter."""
    shares = np.linspace(0.0, 0.999, 60)
    spread = [2.5e-4 / cells.conductivity(MATERIAL, 100.0, share) for share in (*shares, 1.0)]
    resists = [
        skin.skin_resistance(100.0, share, 5e-4, half, MATERIAL, CONSTANTS, False)
        for share, half in zip(shares, spread, strict=False)
    ]
    assert (np.diff(resists) > 0).all()
    k_wet, k_dry = (cells.conductivity(MATERIAL, 100.0, dry) for dry in (0.0, 1.0))
    assert resists[0] == pytest.approx(2.5e-4 / k_wet)
    assert resists[-1] == pytest.approx(5e-4 / k_dry, rel=0.01)
    assert skin.skin_resistance(100.0, 1.0, 5e-4, spread[-1], MATERIAL, CONSTANTS, False) == pytest.approx(
        2.5e-4 / k_dry
    )


def test_water_creeps_up_by_ficks_law():
    """Over half a cell of 0.5 mm, towards a surface at its least moisture, by the integral of a diffusivity that falls
    with the square of the water there is: j = ∫ D dc / (d / 2), here by quadrature."""
    volume, area, d = 5e-7, 1e-3, 5e-4
    wet = MATERIAL[columns.RHO_W]
    least = known.MIN_MOISTURE.value * MATERIAL[columns.RHO_S]
    spare = quad(lambda content: (content / wet) ** 2, least, wet)[0]
    expected = general().creeps_m2_s * spare / (d / 2)
    assert skin.creeping_supply(wet * volume, volume, area, d, MATERIAL, CONSTANTS, 1.0) == pytest.approx(expected)
    assert skin.creeping_supply(0.0, volume, area, d, MATERIAL, CONSTANTS, 1.0) == 0.0


def test_hot_meat_holds_less_water():
    """c_eq(T) falls by holding_loss about holding_mid_c (the form of vandersman_2007 and feyissa_2013, the fall of bag
    losses, from memory), scaled to the cut's own raw water, so that cold meat holds exactly what it has."""
    holding, g = water.water_holding(MATERIAL, CONSTANTS), general()
    raw = MATERIAL[columns.RHO_W] / MATERIAL[columns.RHO_S]
    assert (np.diff(holding) <= 0).all()
    assert holding[0] == pytest.approx(raw, rel=0.02)
    share = holding / (1 + holding)
    assert share[-1] / (raw / (1 + raw)) == pytest.approx(1.0 - g.holding_loss, rel=1e-3)
    temps = water.HOLDING_FROM_C + np.arange(len(holding))
    half_way = float(np.interp(g.holding_mid_c, temps, share)) / (raw / (1 + raw))
    assert half_way == pytest.approx(1.0 - g.holding_loss / 2.0, rel=2e-3)


def test_the_core_is_what_has_been_heated_least():
    """While a piece warms, its coldest point; when its faces have cooled below the middle, still the middle."""
    warming = np.array([[60.0], [40.0], [30.0], [45.0]])
    assert cells.core_of(warming, warming, 0, 1, 0) == 30.0
    resting = np.array([[35.0], [50.0], [52.0], [33.0]])
    peak = np.array([[180.0], [70.0], [52.0], [150.0]])
    assert cells.core_of(resting, peak, 0, 1, 0) == 52.0


# --- juice on its way out
# -----------------------------------------------------------------------------------------------


def seeped(temp_c: float, tau: float, depth_share: float = 1.0) -> tuple[float, float]:
    """(juice that leaves one cell [kg], what is above its holding capacity [kg]) by the kernel."""
    holding, pace = water.water_holding(MATERIAL, CONSTANTS), water.squeezing_pace(CONSTANTS)
    solids = 1e-3
    held = MATERIAL[columns.RHO_W] / MATERIAL[columns.RHO_S] * solids
    lost = np.zeros(1)
    water.seeping(
        np.array([temp_c]), np.array([held]), np.array([solids]), np.array([depth_share]), holding, pace, tau, lost
    )
    capacity = solids * float(np.interp(temp_c, water.HOLDING_FROM_C + np.arange(len(holding)), holding))
    return float(lost[0]), held - capacity


@given(temp_c=st.floats(45.0, 99.0), tau=st.floats(0.1, 60.0), depth_share=st.floats(0.05, 1.0))
def test_juice_leaves_by_first_order(temp_c, tau, depth_share):
    """excess (1 - exp(-k t)), k by its e-fold per SQUEEZE_PER_K: what the rational form and the table make of it."""
    g = general()
    k = np.exp((temp_c - known.SQUEEZE_AT_C.value) / known.SQUEEZE_PER_K.value) / g.squeeze_s * depth_share
    lost, excess = seeped(temp_c, tau, depth_share)
    assert lost == pytest.approx(excess * -np.expm1(-k * tau), rel=3e-3, abs=1e-15)


def test_cold_meat_keeps_its_juice_and_no_step_takes_more_than_there_is():
    assert seeped(25.0, 3600.0)[0] == 0.0
    lost, excess = seeped(99.0, 1e6)
    assert 0.0 < lost <= excess


def test_juice_from_twenty_millimetres_seeps_half_as_fast():
    """Darcy: the way out goes with the square of the depth; SEEPS_AS_FAST_M is where that halves the pace (assumed)."""
    still = np.zeros((columns.STILL_ROWS, 3))
    still[columns.S_DEPTH] = 0.0, known.SEEPS_AS_FAST_M.value, 3.0 * known.SEEPS_AS_FAST_M.value
    water.slowed_by_depth(still, CONSTANTS)
    assert still[columns.S_DEPTH] == pytest.approx([1.0, 0.5, 0.1])


def drip_of(juice_kg: float, *, passes: float = 1.0, tau: float = 10.0) -> tuple[float, float]:
    """(what ran off, what stays on the faces) of so much juice out of the lower face, whose film has room for it."""
    nz = 4
    dz, area = np.full(nz, 0.005), np.array([1e-4, 2e-4, 3e-4])
    face_r = np.sqrt(np.cumsum([0.0, *area]) / np.pi) * 2.0 * np.pi
    sides = np.zeros((3, columns.SIDE_COLUMNS))
    sides[:, columns.MASS_H] = 0.01
    film, ts = np.zeros((3, nz)), np.full((3, nz), 60.0)
    juice, tally = np.array([juice_kg, 0.0, 0.0]), np.zeros(columns.TALLY_SIZE)
    constants = vectors.constants_vector(True, skin_passes=passes)
    water.wetted(juice, film, ts, 0, sides, dz, area, face_r, constants, 0, tau, tally)
    return float(tally[columns.W_DRIP]), float(film.sum())


@pytest.mark.parametrize("passes", [1.0, 0.5, 0.25, 0.0])
def test_what_a_skin_holds_back_runs_off(passes):
    """Slow juice clings, but for what gets through no skin."""
    ran, stayed = drip_of(1e-9, passes=passes)
    assert stayed == pytest.approx(passes * 1e-9, rel=0.01)
    assert ran + stayed == pytest.approx(1e-9)


def test_half_of_the_juice_runs_off_where_it_comes_at_the_pace_of_clinging():
    """And the more the faster: water is conserved, films and drip together hold the juice."""
    pace, area, tau = general().clings_kg_m2s, 6e-4, 10.0
    shares = []
    for times in (0.01, 0.3, 1.0, 3.0):
        juice = times * pace * area * tau
        ran, stayed = drip_of(juice, tau=tau)
        assert ran + stayed == pytest.approx(juice)
        shares.append(ran / juice)
    assert shares == sorted(shares)
    assert shares[2] == pytest.approx(0.5)
