"""The living figures of the guide, against what they are meant to show."""

from __future__ import annotations

import numpy as np
import pytest

from brasko.core.guide.entries import all_entries
from brasko.core.guide.figures import PULL_C, carry_over, half_distance, usual_fires, wet_window
from brasko.core.heat.constants import FILM_MAX, PATTED_DRY


@pytest.fixture(scope="module")
def carried():
    return carry_over()


def test_the_middle_goes_on_climbing_after_the_pull(carried) -> None:
    """A couple of degrees to 5.6 K (10 °F) is what practice gives a steak of this size; common practice, no source."""
    assert carried.pulled_core_c == pytest.approx(PULL_C, abs=0.1)
    assert 1.0 <= carried.rested.peak_core_c - carried.pulled_core_c <= 5.6
    assert 60.0 < carried.peak_s < 900.0


def test_what_climbs_comes_from_the_outer_layers(carried) -> None:
    """No heat is made in the meat: while the middle climbs, its faces fall (energy is conserved)."""
    rested = carried.rested
    top = np.argmax(rested.core_c)
    assert rested.face_a_c[top] < rested.face_a_c[0]
    assert rested.face_b_c[top] < rested.face_b_c[0]


def test_half_the_distance_is_less_than_four_times_over_a_wide_bed() -> None:
    """A point source gives four times at half the distance (inverse square); a wide bed near by gives less, never less
    than once: view factors of parallel areas grow towards 1 (Incropera, parallel plates)."""
    halved = half_distance()
    assert 1.0 < halved.gain < 4.0
    on = ~np.isnan(halved.far.equivalent_c)
    assert np.array_equal(on, ~np.isnan(halved.near.equivalent_c))
    hottest = np.unravel_index(np.nanargmax(halved.far.equivalent_c), halved.far.equivalent_c.shape)
    assert halved.near.equivalent_c[hottest] > halved.far.equivalent_c[hottest]


def test_nearer_to_the_coals_the_edge_between_hot_and_cool_is_sharper() -> None:
    halved = half_distance()
    row = len(halved.far.y_m) // 2

    def steepest(field: np.ndarray) -> float:
        return float(np.nanmax(np.abs(np.diff(field[row]))))

    assert steepest(halved.near.equivalent_c) > steepest(halved.far.equivalent_c)


def test_the_surface_is_wet_inside_the_window_and_dry_outside() -> None:
    """Wet from about 10 to 40 min after salting; common practice, no source."""
    wet = wet_window()
    half = (PATTED_DRY.value + FILM_MAX.value) / 2.0
    inside = (wet.time_s > wet.from_s + 60.0) & (wet.time_s < wet.to_s - 60.0)
    outside = (wet.time_s < wet.from_s - 60.0) | (wet.time_s > wet.to_s + 60.0)
    assert (wet.film_kg_m2[inside] > half).all()
    assert (wet.film_kg_m2[outside] < half).all()
    assert wet.film_kg_m2[0] == pytest.approx(PATTED_DRY.value, abs=1e-3)


def test_water_on_the_surface_costs_what_boiling_it_away_takes() -> None:
    """A film of 0.13 kg/m2 takes 2257 kJ/kg (steam tables at 100 °C); over coals that give some 30 kW/m2 that is about
    ten seconds, of which what drips and what steams away off the fire is saved."""
    costs = wet_window().costs_s
    assert 1.0 < costs < 0.13 * 2257e3 / 20e3


def test_every_fire_that_is_shown_has_its_entry() -> None:
    assert set(usual_fires()) <= set(all_entries())
