"""Simulate a programme on a piece of food: the door between plain dataclasses and the compiled kernel."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import require_between
from brasko.core.foods.properties import Material
from brasko.core.heat import constants as known
from brasko.core.heat import kernel, vapour
from brasko.core.heat.geometry import Geometry, Grid, graded_grid
from brasko.core.programme.steps import Programme, Side, Step

Floats = NDArray[np.float64]

MODEL_VERSION = "1"
"""Raised whenever the same input may give another answer; kept with every plan."""

_TABLE = vapour.saturation_table()
_REASONS = {
    kernel.ENDED_TIME: "time",
    kernel.ENDED_CORE: "core",
    kernel.ENDED_CRUST: "crust",
    kernel.ENDED_PEAK: "peak",
}
MAX_FRAMES = 160
MAX_FLIPS = 4000


@dataclass(frozen=True)
class Food:
    """A piece of food before the cook.

    probe_depth_share   how far a probe's tip lies from face a, as a share of the thickness
    """

    geometry: Geometry
    material: Material
    start_c: float
    moisture: bool = True
    probe_depth_share: float = 0.5

    def __post_init__(self) -> None:
        require_between("start_c", self.start_c, -5.0, 150.0, "°C")
        require_between("probe_depth_share", self.probe_depth_share, 0.0, 1.0, "")


@dataclass(frozen=True)
class State:
    """Everything needed to go on from a moment: fields over (nz, nr), browning per face, which face is down."""

    temp_c: Floats
    water_kg: Floats
    peak_c: Floats
    browning_s: Floats
    a_down: bool


@dataclass(frozen=True)
class StepEnd:
    """How a step went: when it ended, the core then, and which of its conditions ended it."""

    name: str
    start_s: float
    end_s: float
    core_c: float
    reached: str


@dataclass(frozen=True)
class Balance:
    """What the books say: both errors are rounding when the scheme is right."""

    energy_relative_error: float
    water_relative_error: float


@dataclass(frozen=True)
class Result:
    """A simulated cook. Curves are sampled at time_s; frames hold fields over (frame, nz, nr)."""

    grid: Grid
    time_s: Floats
    core_c: Floats
    face_a_c: Floats
    face_b_c: Floats
    probe_c: Floats
    browning_a_s: Floats
    browning_b_s: Floats
    frame_s: Floats
    frame_temp_c: Floats = field(repr=False)
    frame_peak_c: Floats = field(repr=False)
    steps: tuple[StepEnd, ...]
    flips_s: tuple[float, ...]
    end: State = field(repr=False)
    peak_core_c: float
    grey_rim_share: float
    mass_loss_share: float
    salmonella_log10_core: float
    salmonella_log10_surface: float
    balance: Balance

    @property
    def duration_s(self) -> float:
        """Seconds from the start of the first step to the end of the last."""
        return self.steps[-1].end_s


def initial_state(food: Food, grid: Grid) -> State:
    """A piece at one temperature, raw, with face a down."""
    shape = (len(grid.dz_m), len(grid.dr_m))
    temp = np.full(shape, food.start_c)
    water = grid.volume_m3 * food.material.water_kg_m3 if food.moisture else np.zeros(shape)
    return State(temp, water, temp.copy(), np.zeros(2), True)


def simulate(
    food: Food,
    programme: Programme,
    *,
    every_s: float = 10.0,
    frame_s: float | None = None,
    refine: float = 1.0,
    start: State | None = None,
) -> Result:
    """Run a programme on a food.

    Args: every_s  spacing of the curves [s];  frame_s  spacing of stored fields, None stores only the ends of the
          run's buffer;  refine  2 halves every cell;  start  a state to go on from (on the same grid).
    Returns: Result.   Raises: InvalidInput with the field's name.
    Checked: against series solutions of the plate and finite cylinder in tests/core/test_conduction.py.
    """
    require_between("every_s", every_s, 0.1, 3600.0, "s")
    if not programme:
        require_between("steps", 0, 1, 100, "steps")
    grid = graded_grid(food.geometry, refine)
    state = start or initial_state(food, grid)
    longest = sum(step.until.max_s for step in programme)
    spacing = frame_s if frame_s is not None else max(longest, 1.0)
    frames = min(int(longest / spacing) + 2, MAX_FRAMES)
    spacing = max(spacing, longest / (MAX_FRAMES - 2))
    shape = state.temp_c.shape
    temp, water = state.temp_c.copy(), state.water_kg.copy()
    peak, dose = state.peak_c.copy(), state.browning_s.copy()
    raw_water = grid.volume_m3 * food.material.water_kg_m3 if food.moisture else np.zeros(shape)
    samples = np.zeros((int(longest / every_s) + 2, 7))
    frame_temp, frame_peak = np.zeros((frames, *shape)), np.zeros((frames, *shape))
    frame_times, flips = np.zeros(frames), np.zeros(MAX_FLIPS)
    step_ends, tally = np.zeros((len(programme), 3)), np.zeros(kernel.TALLY_SIZE)
    probe_i, probe_fraction = _probe_place(grid, food.probe_depth_share)
    n, nf, nflip, a_down = kernel.run(
        grid.dz_m, grid.dr_m, grid.area_z_m2, grid.face_r_m, _material_vector(food.material),
        _constants_vector(food.moisture), _TABLE, np.array([_step_row(s, food.moisture) for s in programme]),
        every_s, spacing, probe_i, probe_fraction, 0, temp, water, raw_water, state.a_down, peak, dose, samples,
        frame_temp, frame_peak, frame_times, flips, step_ends, tally,
    )  # fmt: skip
    starts = [0.0, *(float(row[0]) for row in step_ends[:-1])]
    steps = tuple(
        StepEnd(s.name, begun, float(row[0]), float(row[1]), _REASONS[int(row[2])])
        for s, begun, row in zip(programme, starts, step_ends, strict=True)
    )
    volume = grid.volume_m3
    mass_kg = food.material.density_kg_m3 * float(volume.sum())
    return Result(
        grid=grid,
        time_s=samples[:n, 0],
        core_c=samples[:n, 1],
        face_a_c=samples[:n, 2],
        face_b_c=samples[:n, 3],
        probe_c=samples[:n, 4],
        browning_a_s=samples[:n, 5],
        browning_b_s=samples[:n, 6],
        frame_s=frame_times[:nf],
        frame_temp_c=frame_temp[:nf],
        frame_peak_c=frame_peak[:nf],
        steps=steps,
        flips_s=tuple(float(f) for f in flips[:nflip]),
        end=State(temp, water, peak, dose, bool(a_down)),
        peak_core_c=float(tally[kernel.PEAK_CORE]),
        grey_rim_share=grey_rim_share(grid, peak),
        mass_loss_share=float(raw_water.sum() - water.sum()) / mass_kg,
        salmonella_log10_core=float(tally[kernel.LOG_CORE]),
        salmonella_log10_surface=float(tally[kernel.LOG_SURFACE]),
        balance=_balance(tally),
    )


def grey_rim_share(grid: Grid, peak_c: Floats) -> float:
    """Share of the thickness, through the middle, that has been hot enough to lose its red (GREY_C)."""
    fine = np.linspace(0.0, float(grid.dz_m.sum()), 401)
    return float(np.mean(np.interp(fine, grid.z_m, peak_c[:, 0]) >= known.GREY_C.value))


def _balance(tally: Floats) -> Balance:
    gained = tally[kernel.E_END] - tally[kernel.E_START]
    booked = tally[kernel.E_IN] - tally[kernel.E_LATENT] - tally[kernel.E_LIQUID]
    scale = max(tally[kernel.E_ABS], abs(tally[kernel.E_START]), 1.0)
    lost = tally[kernel.W_START] - tally[kernel.W_END] - tally[kernel.W_EVAP] - tally[kernel.W_DRIP]
    return Balance(float(abs(gained - booked) / scale), float(abs(lost) / max(tally[kernel.W_START], 1e-12)))


def _probe_place(grid: Grid, depth_share: float) -> tuple[int, float]:
    z = grid.z_m
    depth = depth_share * float(grid.dz_m.sum())
    i = int(np.clip(np.searchsorted(z, depth) - 1, 0, len(z) - 2))
    return i, float(np.clip((depth - z[i]) / (z[i + 1] - z[i]), 0.0, 1.0))


def _material_vector(m: Material) -> Floats:
    return np.array([*m.heat_dry, *m.heat_water, *m.k_wet, *m.k_dry, m.water_kg_m3, m.solids_kg_m3])


def _constants_vector(moisture: bool) -> Floats:
    d_reference = known.FSIS_SECONDS_AT_REFERENCE.value / known.FSIS_LOG10.value
    return np.array(
        [
            known.LATENT_AT_0C.value,
            known.LATENT_SLOPE.value,
            known.BOILING_C.value,
            known.CRUST_VAPOUR_DIFFUSIVITY.value,
            known.WATER_DIFFUSIVITY.value,
            known.SORPTION_X.value,
            known.SORPTION_EXPONENT.value,
            known.DRIP_TIME.value,
            known.BROWNING_REFERENCE_C.value,
            known.BROWNING_DOUBLING_K.value,
            d_reference,
            known.FSIS_REFERENCE_C.value,
            known.SALMONELLA_Z_K.value,
            1.0 if moisture else 0.0,
            vapour.TABLE_START_C,
            vapour.TABLE_STEP_C,
            known.LONGEST_STEP.value,
            known.CHAR_C.value,
        ]
    )


def _side_row(side: Side, moisture: bool) -> list[float]:
    coefficient = known.STEFAN_BOLTZMANN.value * side.view_factor * side.emissivity
    source = 0.0
    if side.radiant_c is None:
        coefficient = 0.0
    else:
        source = coefficient * (side.radiant_c + 273.15) ** 4
    film_k = 273.15 + 0.5 * (min(side.air_c, 300.0) + 60.0)
    air_heat = 353.0 / film_k * 1007.0
    mass_h = side.h_w_m2k / (air_heat * known.LEWIS_FACTOR.value) if moisture else 0.0
    contact = 0.0 if side.contact_c is None else side.contact_w_m2k
    return [side.air_c, side.h_w_m2k, source, coefficient, side.contact_c or 0.0, contact, side.vapour_kg_m3, mass_h]


def _step_row(step: Step, moisture: bool) -> list[float]:
    around = step.surroundings
    off = kernel.OFF
    return [
        *_side_row(around.bottom, moisture),
        *_side_row(around.top, moisture),
        *_side_row(around.edge, moisture),
        off if step.until.core_c is None else step.until.core_c,
        step.until.max_s,
        math.inf if step.until.crust_s is None else step.until.crust_s,
        off if step.until.fallen_k is None else step.until.fallen_k,
        off if step.flip_every_s is None else step.flip_every_s,
        math.inf if step.flip_at_crust_s is None else step.flip_at_crust_s,
    ]
