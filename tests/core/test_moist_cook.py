"""A whole moist cook: balances, bounds, and what physics says about directions."""

from dataclasses import replace

import numpy as np
import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from thermal import chamber, kettle

from brasko.core.foods.cuts import cut_named
from brasko.core.foods.shape import piece
from brasko.core.heat.simulation import Food, simulate
from brasko.core.planner.solve.invert import solve_piece
from brasko.core.planner.solve.programme import programme_of
from brasko.core.planner.solve.rendered_fat import fat_lost_share
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Side, Step, Surroundings, Until

CUT = cut_named("ribeye")


def steak(thickness_m: float = 0.038, mass_kg: float = 0.45, start_c: float = 4.0) -> Food:
    return Food(piece(thickness_m, mass_kg, CUT.material.density_kg_m3), CUT.material, start_c)


def test_energy_and_water_books_close():
    """Both balances below 1e-9 over a cook with drying, boiling, flips and a rest (rounding of double precision
    over some thousand steps; the requirement is 1e-6)."""
    spec = PieceSpec("ribeye", 0.0381, 0.45, 57.0)
    result = simulate(spec.food, programme_of(spec, 46.0, (240.0, 30.0)))
    assert result.balance.energy_relative_error < 1e-9
    assert result.balance.water_relative_error < 1e-12


@pytest.mark.parametrize("moisture", [True, False])
def test_halving_the_grid_hardly_moves_the_core(moisture):
    """An hour of gentle heat: under 0.2 °C between the default grid and one of half the cell size."""
    food = replace(steak(), moisture=moisture)
    side = Side(air_c=107.0, h_w_m2k=20.0, radiant_c=107.0)
    step = Step("hour", Surroundings(side, side, side), Until(3600.0))
    coarse, fine = (simulate(food, (step,), every_s=60.0, refine=refine).core_c[-1] for refine in (1.0, 2.0))
    assert coarse == pytest.approx(fine, abs=0.2)


def test_a_wet_surface_stays_below_boiling_until_it_is_dry():
    result = simulate(steak(), (Step("s", kettle().sear.surroundings, Until(2.0)),))
    assert result.face_a_c.max() < 101.0


def test_a_long_sear_grows_a_crust_hotter_than_boiling():
    result = simulate(steak(), (Step("s", kettle().sear.surroundings, Until(240.0)),))
    assert result.face_a_c.max() > 150.0
    inside = result.end.temp_c[len(result.grid.dz_m) // 2]
    assert inside.min() < 40.0


def test_water_inside_holds_the_boiling_point():
    """Cells that still hold water never pass 100 °C."""
    result = simulate(steak(), (Step("s", kettle().sear.surroundings, Until(300.0)),))
    wet = result.end.water_kg > 1e-6 * CUT.material.water_kg_m3 * result.grid.volume_m3
    assert result.end.temp_c[wet].max() <= 100.0 + 1e-6


def test_evaporation_cools_a_wet_surface_below_the_air():
    """In air of 107 °C the moist surface lags a dry one: evaporation takes heat (Incropera ch. 6.7)."""
    moist = simulate(steak(), (chamber(107.0, 15.0, 1200.0),))
    dry = simulate(Food(steak().geometry, CUT.material, 4.0, moisture=False), (chamber(107.0, 15.0, 1200.0),))
    assert moist.face_a_c[-1] < dry.face_a_c[-1] - 5.0
    assert 0.01 < moist.mass_loss_share < 0.15


def test_lethality_follows_appendix_a():
    """Held at 130 °F for 112 min: 6.5 log10 of Salmonella; at 140 °F for 12 min the same (fsis_appendix_a,
    from memory). Start at temperature, so that no heating counts; 1 % for the curve fit of the second pair."""
    for fahrenheit, minutes, close in ((130.0, 112.0, 0.01), (140.0, 12.0, 0.08)):
        temp = (fahrenheit - 32) / 1.8
        food = Food(piece(0.02, 0.2, CUT.material.density_kg_m3), CUT.material, temp, moisture=False)
        result = simulate(food, (chamber(temp, 500.0, minutes * 60.0),))
        assert result.salmonella_log10_core == pytest.approx(6.5, rel=close)


@examples(20)
@given(
    thickness=st.floats(0.012, 0.06),
    air=st.floats(95.0, 200.0),
    h=st.floats(10.0, 40.0),
    start=st.floats(0.0, 15.0),
)
def test_hotter_is_never_later_and_thicker_never_sooner(thickness, air, h, start):
    """Direction of heat: a hotter chamber or a thinner piece reaches 28 °C no later (2 s for the step size).

    28 °C lies below every wet bulb drawn here, so that no stall hides the direction."""

    def minutes(thick: float, temp: float) -> float:
        food = steak(thick, 0.45 * thick / 0.038, start)
        return simulate(food, (chamber(temp, h, 6 * 3600.0, core_c=28.0),), refine=0.5, every_s=60.0).duration_s

    base = minutes(thickness, air)
    assert minutes(thickness, air + 15.0) <= base + 2.0
    assert minutes(thickness * 1.1, air) >= base - 2.0


@examples(25)
@given(
    bottom=st.floats(20.0, 900.0),
    view=st.floats(0.0, 1.0),
    h=st.floats(0.0, 100.0),
    contact=st.floats(0.0, 600.0),
    pan=st.floats(20.0, 350.0),
    seconds=st.floats(1.0, 600.0),
    flip=st.floats(5.0, 300.0),
)
def test_nothing_leaves_physical_bounds(bottom, view, h, contact, pan, seconds, flip):
    """Between the coldest and the hottest thing in the scene, no mass gained but a breath of dew, books closed."""
    side = Side(
        air_c=min(bottom, 400.0), h_w_m2k=h, radiant_c=bottom, view_factor=view, contact_c=pan, contact_w_m2k=contact
    )
    around = Surroundings(bottom=side, top=Side(air_c=25.0, h_w_m2k=8.0), edge=Side(air_c=60.0, h_w_m2k=8.0))
    result = simulate(steak(), (Step("s", around, Until(seconds), flip_every_s=flip),), refine=0.5)
    assert np.isfinite(result.end.temp_c).all()
    assert result.end.temp_c.min() > 0.0
    assert result.end.temp_c.max() <= max(bottom, pan, 60.0, 25.0) + 1.0
    assert -0.001 < result.mass_loss_share < 0.63
    assert result.balance.energy_relative_error < 1e-6
    assert (result.end.water_kg >= 0.0).all()


def test_flipping_often_cooks_sooner():
    """Direction only: between a hot and a cool side, frequent flips bring the coldest point up sooner than none.

    thiffeault_2022 gives up to about 29 % against a single flip in its own set-up; that figure is not checked here."""
    from thermal import dry_disc

    around = Surroundings(bottom=Side(contact_c=200.0, contact_w_m2k=900.0), top=Side(air_c=25.0, h_w_m2k=60.0))
    times = {}
    for flip in (40.0, 1e5):
        food = dry_disc(0.01, 0.1, 5.0, k=0.40, rho=1000.0, c=3500.0)
        once = Step("s", around, Until(3600.0, core_c=70.0), flip_every_s=flip)
        times[flip] = simulate(food, (once,), every_s=5.0).duration_s
    assert times[40.0] < 0.9 * times[1e5]


@pytest.mark.parametrize(
    ("spec", "low", "high"),
    [
        (PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light"), 0.22, 0.42),
        (PieceSpec("burger_70_30", 0.019, 0.17, 71.5, method="direct", crust="light"), 0.22, 0.42),
        (PieceSpec("pork_shoulder", 0.13, 2.8, 93.0, method="low_and_slow", crust="none"), 0.35, 0.60),
        (PieceSpec("ribeye", 0.0381, 0.45, 54.5), 0.0, 0.12),
    ],
)
def test_fat_runs_out_of_patties_and_of_long_cooks(spec, low, high):
    """Patties lose a quarter to two fifths of their fat, a shoulder about half, a steak hardly any. From memory (yield
    tables)."""
    lost = fat_lost_share(spec.the_cut, solve_piece(spec, every_s=20.0, frame_s=60.0, quick=True).result)
    assert low <= lost / spec.the_cut.composition.fraction("fat") <= high


def test_drip_is_a_quarter_to_a_half_of_what_a_roast_loses():
    """In an oven at 175 °C to 60 °C. From memory (roasting studies): the rest goes as steam."""
    roast = PieceSpec(
        "beef_roast", 0.089, 1.5, 60.0, method="low_and_slow", fire="oven_skillet", gentle_c=175.0, crust="none"
    )
    result = solve_piece(roast, quick=True).result
    assert 0.2 <= result.drip_share / result.mass_loss_share <= 0.5


def test_juice_from_deep_down_takes_longer_to_seep_out():
    """Darcy's flow: of two pieces that are alike warm for as long, the thicker has lost the smaller share."""
    warm = Side(air_c=70.0, h_w_m2k=2000.0, vapour_open=False)
    step = (Step("bath", Surroundings(warm, warm, warm), Until(3600.0)),)
    lost = [
        simulate(replace(steak(thickness), start_c=70.0), step).mass_loss_share for thickness in (0.012, 0.036, 0.072)
    ]
    assert lost == sorted(lost, reverse=True)
    assert lost[0] > 1.03 * lost[2]


def test_under_a_skin_juice_runs_off_and_the_outside_gets_hot():
    """A flat bird at 390 °F is done in an hour or a little more, its skin brown. Common practice, no source."""
    bird = PieceSpec("chicken_spatchcock", 0.048, 1.7, 74.5, fire="gas", gentle_c=200.0, crust="light")
    result = solve_piece(bird, quick=True).result
    rest = result.steps[-1]
    assert 40.0 < rest.start_s / 60.0 < 85.0
    assert float(result.face_a_c.max()) > 100.0
