"""Living figures of the guide, computed: carry-over in a resting steak, half the distance to the coals, and the hour
in which salted meat is wet."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from brasko.core.fire.grate import GrateMap, grate_map, half_distance_gain, heat_at
from brasko.core.fire.kinds import grill_named
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.heat.constants import FILM_MAX, PATTED_DRY
from brasko.core.heat.simulation import Result, simulate
from brasko.core.planner.schedule.beforehand import DRY_AFTER_S, WET_FROM_S
from brasko.core.planner.solve.programme import programme_of
from brasko.core.planner.spec.piece import PieceSpec

Floats = NDArray[np.float64]

EXAMPLE = PieceSpec(cut="ribeye", method="sear_then_low", thickness_m=0.038, mass_kg=0.45, finish_c=55.0, rest="foil")
"""The steak of the figures."""
PULL_C = 50.0
"""It is pulled at so much (assumed, to look at)."""
EVERY_S, FRAME_S = 10.0, 20.0
"""Curves are kept so often, and pictures of the inside."""
WET_POINTS, SHOWN_S = 37, 5400.0
"""The wet window is drawn at so many moments of so long (to look at)."""


FIRES = {
    "fire:kettle": "kettle",
    "fire:kamado": "kamado",
    "fire:gas": "gas_3",
    "fire:pellet": "pellet",
    "fire:offset": "offset",
    "fire:chimney": "chimney",
}
"""Which grill stands for which entry."""


def usual_fires() -> dict[str, tuple[FireSetup, GrateMap]]:
    """The usual fire of each kind, settled, by the entry that tells of it.

    Checked: test_figures.test_every_fire_that_is_shown_has_its_entry
    """
    setups = {entry: usual_setup(grill_named(grill)) for entry, grill in FIRES.items()}
    return {entry: (setup, grate_map(setup)) for entry, setup in setups.items()}


@dataclass(frozen=True)
class CarryOver:
    """A steak from the moment it is pulled, and how warm its middle is then [°C]."""

    rested: Result
    pulled_core_c: float

    @property
    def peak_s(self) -> float:
        """How long after the pull the middle is hottest."""
        return float(self.rested.time_s[np.argmax(self.rested.core_c)])


def carry_over() -> CarryOver:
    """A thick steak that is seared, finished gently, pulled and rested under loose foil.

    Checked: test_figures.test_the_middle_goes_on_climbing_after_the_pull
    """
    *heated, rest = programme_of(EXAMPLE, PULL_C)
    pulled = simulate(EXAMPLE.food, tuple(heated), every_s=EVERY_S)
    rested = simulate(EXAMPLE.food, (rest,), every_s=EVERY_S, frame_s=FRAME_S, start=pulled.end)
    return CarryOver(rested, pulled.steps[-1].core_c)


@dataclass(frozen=True)
class HalfDistance:
    """The same fire felt at the grate and half as far above the coals.

    gain is how many times as much of the fire a spot over its middle sees; gap_m from the coals to the grate.
    """

    setup: FireSetup
    far: GrateMap
    near: GrateMap
    gap_m: float
    gain: float


def half_distance() -> HalfDistance:
    """Coals banked in a kettle, lid open, with the grate where it is and at half its height over them.

    Checked: test_figures.test_half_the_distance_is_less_than_four_times_over_a_wide_bed
    """
    setup = replace(usual_setup(grill_named("kettle")), lid_open=True)
    bed = setup.bed
    assert bed is not None
    far = grate_map(setup)
    xs, ys = np.meshgrid(far.x_m, far.y_m)
    heat = heat_at(setup, far.state, far.grate, xs, ys, lower_m=bed.gap_m / 2.0)
    near = replace(far, equivalent_c=np.where(np.isnan(far.equivalent_c), np.nan, heat.equivalent_c), zones=())
    return HalfDistance(setup, replace(far, zones=()), near, bed.gap_m, half_distance_gain(setup))


@dataclass(frozen=True)
class WetWindow:
    """Water on a face so long after salting [kg/m2]; wet between from_s and to_s; a crust takes costs_s longer."""

    time_s: Floats
    film_kg_m2: Floats
    from_s: float
    to_s: float
    costs_s: float


def wet_window() -> WetWindow:
    """Salt draws juice out and takes it in again. When it does is common practice, no source; that the film rises as
    fast as it goes is assumed; what it costs over hot coals is computed.

    Checked: test_figures.test_the_surface_is_wet_inside_the_window_and_dry_outside
    """
    time = np.linspace(0.0, SHOWN_S, WET_POINTS)
    most_s = np.sqrt(WET_FROM_S * DRY_AFTER_S)
    # none of it at once, half of it at either end of the window
    folds = np.log(np.maximum(time, 1.0) / most_s) / np.log(DRY_AFTER_S / most_s)
    share = np.exp(-np.log(2.0) * folds**2)
    film = PATTED_DRY.value + (FILM_MAX.value - PATTED_DRY.value) * share
    # turned often, so that no side more or less hides what the water costs
    sear = programme_of(replace(EXAMPLE, flip_every_s=15.0), PULL_C)[:1]

    def sears_s(film_kg_m2: float) -> float:
        return simulate(replace(EXAMPLE.food, film_kg_m2=film_kg_m2), sear, every_s=EVERY_S).duration_s

    costs = sears_s(FILM_MAX.value) - sears_s(PATTED_DRY.value)
    return WetWindow(time, film, WET_FROM_S, DRY_AFTER_S, costs)
