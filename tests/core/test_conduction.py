"""The solver against analytic conduction.

Plate with convection on both faces: incropera_2011 eq. 5.42; carslaw_jaeger_1959 §3.11. Infinite cylinder:
incropera_2011 eq. 5.50. A short cylinder is the product of the two (incropera_2011 §5.6, solutions by multiplication).
"""

from itertools import pairwise

import numpy as np
import pytest
from scipy.optimize import brentq
from scipy.special import j0, j1, jn_zeros
from thermal import chamber, dry_disc

from brasko.core.foods.properties import material_constant
from brasko.core.foods.shape import Geometry
from brasko.core.heat.geometry import graded_grid
from brasko.core.heat.simulation import Food, simulate
from brasko.core.programme.steps import Side, Step, Surroundings, Until

K, RHO, C = 0.46, 1060.0, 3400.0
ALPHA = K / (RHO * C)
START, AIR = 5.0, 105.0


def plate_series(biot: float, fourier: float, x: np.ndarray, terms: int = 60) -> np.ndarray:
    """Dimensionless temperature of a plate of half-thickness 1 at positions x, 0 in the middle."""
    total = np.zeros_like(x)
    for n in range(terms):
        zeta = brentq(lambda z: z * np.tan(z) - biot, n * np.pi + 1e-9, (n + 0.5) * np.pi - 1e-9)
        factor = 4 * np.sin(zeta) / (2 * zeta + np.sin(2 * zeta))
        total += factor * np.exp(-(zeta**2) * fourier) * np.cos(zeta * x)
    return total


def cylinder_series(biot: float, fourier: float, r: np.ndarray, terms: int = 40) -> np.ndarray:
    """Dimensionless temperature of an infinite cylinder of radius 1."""
    edges = np.concatenate([[1e-9], jn_zeros(1, terms)])
    total = np.zeros_like(r)
    for low, high in pairwise(edges):
        zeta = brentq(lambda z: z * j1(z) - biot * j0(z), low, high - 1e-12)
        factor = 2 / zeta * j1(zeta) / (j0(zeta) ** 2 + j1(zeta) ** 2)
        total += factor * np.exp(-(zeta**2) * fourier) * j0(zeta * r)
    return total


def plate_cook(biot: float, seconds: float, refine: float = 1.0) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Positions from the middle (of half-thickness 1), computed and exact temperatures across a wide insulated-edge
    disc."""
    thickness = 0.038
    h = biot * K / (thickness / 2)
    side = Side(air_c=AIR, h_w_m2k=h)
    step = Step("plate", Surroundings(side, side, Side()), Until(seconds))
    result = simulate(dry_disc(thickness, 0.06, START), (step,), refine=refine)
    x = np.abs(result.grid.z_m - thickness / 2) / (thickness / 2)
    fourier = ALPHA * seconds / (thickness / 2) ** 2
    return x, result.end.temp_c[:, 0], AIR + (START - AIR) * plate_series(biot, fourier, x)


@pytest.mark.parametrize("biot", [0.1, 0.5, 2.0, 10.0, 50.0])
@pytest.mark.parametrize("seconds", [300.0, 900.0, 2700.0])
def test_plate_matches_series_solution(biot, seconds):
    """A 100 °C step: within 0.1 °C everywhere, from five minutes on."""
    x, computed, exact = plate_cook(biot, seconds)
    assert np.max(np.abs(computed - exact)) < 0.1
    middle = np.argmin(x)
    assert computed[middle] == pytest.approx(exact[middle], abs=0.1)


def test_error_falls_with_the_square_of_the_cell():
    """Halving every cell and step cuts the plate's error by about four, as a second-order scheme must."""
    errors = []
    for refine in (1.0, 2.0):
        _, computed, exact = plate_cook(5.0, 600.0, refine)
        errors.append(np.max(np.abs(computed - exact)))
    assert errors[0] / errors[1] > 3.3


@pytest.mark.parametrize(("biot", "seconds"), [(0.1, 1800.0), (1.0, 900.0), (10.0, 900.0), (50.0, 600.0)])
def test_short_cylinder_matches_product_solution(biot, seconds):
    """A compact disc heated from all sides, within 0.1 °C everywhere."""
    thickness, radius = 0.04, 0.03
    h = biot * K / (thickness / 2)
    result = simulate(dry_disc(thickness, radius, START), (chamber(AIR, h, seconds),))
    z = np.abs(result.grid.z_m - thickness / 2) / (thickness / 2)
    plate = plate_series(biot, ALPHA * seconds / (thickness / 2) ** 2, z)
    round_ = cylinder_series(h * radius / K, ALPHA * seconds / radius**2, result.grid.r_m / radius)
    exact = AIR + (START - AIR) * np.outer(plate, round_)
    assert np.max(np.abs(result.end.temp_c - exact)) < 0.1


def test_long_bar_matches_crossed_plates():
    """A bar is two crossed plates: the product of both series (incropera_2011 §5.6)."""
    thickness, width, h, seconds = 0.03, 0.08, 60.0, 900.0
    food = Food(Geometry("bar", thickness, width / 2, 0.3), material_constant(K, RHO, C), START, moisture=False)
    result = simulate(food, (chamber(AIR, h, seconds),))
    z = np.abs(result.grid.z_m - thickness / 2) / (thickness / 2)
    x = result.grid.r_m / (width / 2)
    exact = AIR + (START - AIR) * np.outer(
        plate_series(h * thickness / 2 / K, ALPHA * seconds / (thickness / 2) ** 2, z),
        plate_series(h * width / 2 / K, ALPHA * seconds / (width / 2) ** 2, x),
    )
    assert np.max(np.abs(result.end.temp_c - exact)) < 0.1


def test_contact_is_convection_from_a_solid():
    """q = h_c (T_pan - T_s) has the form of convection, so both give the same field."""
    warm = Surroundings(bottom=Side(air_c=200.0, h_w_m2k=400.0))
    pan = Surroundings(bottom=Side(contact_c=200.0, contact_w_m2k=400.0))
    fields = [
        simulate(dry_disc(0.03, 0.05, 5.0), (Step("s", around, Until(120.0)),)).end.temp_c for around in (warm, pan)
    ]
    np.testing.assert_allclose(fields[0], fields[1], atol=1e-6)


def test_radiation_settles_at_the_source():
    """A small dry disc that only sees a black source ends at the source's temperature."""
    side = Side(radiant_c=180.0, emissivity=1.0)
    step = Step("r", Surroundings(side, side, side), Until(6 * 3600.0))
    end = simulate(dry_disc(0.01, 0.02, 20.0), (step,)).end.temp_c
    np.testing.assert_allclose(end, 180.0, atol=0.3)


def test_radiant_flux_is_stefan_boltzmann():
    """First second of a black face at 20 °C under 500 °C: q = σ (T1⁴ - T2⁴), incropera_2011 eq. 1.7, within 3 %
    (the face warms meanwhile)."""
    side = Side(radiant_c=500.0, emissivity=1.0)
    food = dry_disc(0.03, 0.05, 20.0)
    result = simulate(food, (Step("r", Surroundings(bottom=side), Until(1.0)),))
    gained = float(((result.end.temp_c - 20.0) * result.grid.volume_m3).sum()) * RHO * C
    expected = 5.670374e-8 * (773.15**4 - 293.15**4) * float(result.grid.area_z_m2.sum())
    assert gained == pytest.approx(expected, rel=0.03)


def test_a_side_that_is_missing_is_insulated():
    result = simulate(dry_disc(0.03, 0.05, 20.0), (Step("nothing", Surroundings(), Until(3600.0)),))
    np.testing.assert_allclose(result.end.temp_c, 20.0, atol=1e-9)


def test_core_event_is_found_to_a_hundredth():
    result = simulate(dry_disc(0.038, 0.06, 5.0), (chamber(110.0, 30.0, 4 * 3600.0, core_c=43.3),))
    assert result.steps[0].reached == "core"
    assert result.steps[0].core_c == pytest.approx(43.3, abs=0.03)


def test_turning_swaps_the_faces():
    """Heated from below only and turned half-way, the two faces end closer than without turning."""
    around = Surroundings(bottom=Side(air_c=150.0, h_w_m2k=40.0), top=Side(air_c=20.0, h_w_m2k=5.0))
    still = simulate(dry_disc(0.03, 0.05, 5.0), (Step("s", around, Until(600.0)),))
    turned = simulate(dry_disc(0.03, 0.05, 5.0), (Step("s", around, Until(600.0), flip_every_s=300.0),))
    assert turned.flips_s == (300.0,)
    assert abs(turned.face_a_c[-1] - turned.face_b_c[-1]) < abs(still.face_a_c[-1] - still.face_b_c[-1])
    assert still.end.a_down
    assert not turned.end.a_down


def test_grid_adds_up_to_the_piece():
    for refine in (0.5, 1.0, 2.0):
        grid = graded_grid(Geometry("disc", 0.038, 0.06), refine)
        assert grid.dz_m.sum() == pytest.approx(0.038)
        assert grid.volume_m3.sum() == pytest.approx(np.pi * 0.06**2 * 0.038)
        assert grid.dz_m[0] == pytest.approx(grid.dz_m[-1])
