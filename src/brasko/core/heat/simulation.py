"""Simulate a programme on a piece of food: the door between plain dataclasses and the compiled kernel."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import InvalidInput, require_between
from brasko.core.foods.properties import Material
from brasko.core.foods.shape import Geometry
from brasko.core.heat import constants as known
from brasko.core.heat import vapour
from brasko.core.heat.geometry import Grid, graded_grid
from brasko.core.heat.kernel import columns as kernel
from brasko.core.heat.kernel.loop import Begins, Body, Kept, Looks, run
from brasko.core.heat.thermometer import NO_STEM, stem_of
from brasko.core.heat.vapour import HIGHEST_M, LOWEST_M, pressure_pa
from brasko.core.heat.vectors import constants_vector, material_vector, step_row
from brasko.core.programme.steps import Programme
from brasko.core.uncertainty.general import general
from brasko.core.words import say

Floats = NDArray[np.float64]

MODEL_VERSION = "9"
"""Raised whenever the same input may give another answer; kept with every plan."""

_TABLE = vapour.saturation_table()
"""Water vapour at saturation, tabulated once."""
_REASONS = {
    kernel.ENDED_TIME: "time",
    kernel.ENDED_CORE: "core",
    kernel.ENDED_CRUST: "crust",
    kernel.ENDED_PEAK: "peak",
    kernel.ENDED_PROBE: "probe",
}
"""Why a step ended, as the kernel counts it."""
MAX_FRAMES = 160
MAX_FLIPS = 4000
"""No more pictures, and no more flips, are kept of one run."""


@dataclass(frozen=True)
class Food:
    """A piece of food before the cook.

    moisture            False keeps the water where it is: no evaporation, boiling or drip
    film_kg_m2          water on the surface: about 0.02 patted dry, 0.1 and more wet
    dried_kg_m2         water that its outermost layer has lost to the air of a fridge
    skin_passes         share of the vapour that skin or a casing lets through
    probe_depth_share   how far a probe's tip lies from face a, as a share of the thickness
    probe_by_hand       the probe is a thermometer whose stem leads heat to its tip; False feels at a point
    altitude_m          above the sea: water boils sooner in thin air, and dries faster
    core_is_read        the core is what a thermometer put into the middle by hand shows; False takes the coldest point
    """

    geometry: Geometry
    material: Material
    start_c: float
    moisture: bool = True
    film_kg_m2: float = known.PATTED_DRY.value
    dried_kg_m2: float = 0.0
    probe_depth_share: float = 0.5
    skin_passes: float = 1.0
    probe_by_hand: bool = False
    core_is_read: bool = False
    altitude_m: float = 0.0

    def __post_init__(self) -> None:
        require_between("start_c", self.start_c, -5.0, 150.0, "°C")
        require_between("film_kg_m2", self.film_kg_m2, 0.0, known.FILM_MAX.value, "kg/m2")
        require_between("altitude_m", self.altitude_m, LOWEST_M, HIGHEST_M, "m")
        require_between("dried_kg_m2", self.dried_kg_m2, 0.0, known.MAX_DRIED.value, "kg/m2")
        require_between("skin_passes", self.skin_passes, 0.0, 1.0, "")
        require_between("probe_depth_share", self.probe_depth_share, 0.0, 1.0, "")


@dataclass(frozen=True)
class State:
    """Everything needed to go on from a moment: fields over (nz, nr), browning per face, which face is down.

    gone_kg     what left the cells as vapour and was not made good since: it leaves a crust
    grey_s, char_s  seconds at the reference temperatures that take as much red of each cell, that char each face as
                    much
    film_kg     water on the faces (a, b, edge; cell), raw juice or what was squeezed out
    marks_s     browning under the rods of a grate, (face, angle); metal_c  what it lies on, None before any metal
    """

    temp_c: Floats
    water_kg: Floats
    peak_c: Floats
    browning_s: Floats
    a_down: bool
    film_kg: Floats
    gone_kg: Floats
    grey_s: Floats
    char_s: Floats
    marks_s: Floats = field(default_factory=lambda: np.zeros((2, kernel.MARKS)))
    metal_c: float | None = None


@dataclass(frozen=True)
class Mark:
    """One set of stripes: which face, the angle the piece was turned to, and the browning under the rods [s]."""

    face: Literal["a", "b"]
    turn_deg: float
    browning_s: float


MARKS_SHOW = 1.25
"""Rod marks stand out from this share of the face's own browning on (assumed: a third of a doubling)."""


@dataclass(frozen=True)
class StepEnd:
    """How a step went: when it ended, which of its conditions ended it, and at that moment the core, the coldest point,
    and the highest that the part heated least has been."""

    name: str
    start_s: float
    end_s: float
    core_c: float
    reached: str
    coldest_c: float
    least_peak_c: float


@dataclass(frozen=True)
class Balance:
    """What the books say: the errors are rounding when the scheme is right. metal is 0 where none is used."""

    energy_relative_error: float
    water_relative_error: float
    metal_relative_error: float = 0.0


@dataclass(frozen=True)
class Result:
    """A simulated cook. Curves are sampled at time_s; frames hold fields over (frame, nz, nr); frame_colour_c
    is the temperature that meat looks as if it had been at: less than its hottest where that was only for a moment."""

    grid: Grid
    time_s: Floats
    core_c: Floats
    coldest_c: Floats
    face_a_c: Floats
    face_b_c: Floats
    probe_c: Floats
    browning_a_s: Floats
    browning_b_s: Floats
    metal_c: Floats
    frame_s: Floats
    frame_temp_c: Floats = field(repr=False)
    frame_colour_c: Floats = field(repr=False)
    steps: tuple[StepEnd, ...]
    flips_s: tuple[float, ...]
    marks: tuple[Mark, ...]
    end: State = field(repr=False)
    peak_core_c: float
    grey_rim_share: float
    mass_loss_share: float
    evaporated_share: float
    drip_share: float
    salmonella_log10_core: float
    salmonella_log10_surface: float
    balance: Balance

    @property
    def marks_words(self) -> str:
        """What the rods of the grate left on the faces, in words; empty where there were none."""
        if not self.marks:
            return ""
        faces = dict(zip("ab", self.end.browning_s, strict=True))
        strongest = max(mark.browning_s / max(float(faces[mark.face]), 1.0) for mark in self.marks)
        return (
            say("simulation-rod-marks-show")
            if strongest >= MARKS_SHOW
            else say("simulation-rod-marks-fade-into-the-crust")
        )

    @property
    def duration_s(self) -> float:
        """Seconds from the start of the first step to the end of the last."""
        return self.steps[-1].end_s


def initial_state(food: Food, grid: Grid) -> State:
    """A piece at one temperature, raw, with face a down."""
    shape = (len(grid.dz_m), len(grid.dr_m))
    temp = np.full(shape, food.start_c)
    water = _first_water(food, grid)
    return State(
        temp,
        water,
        temp.copy(),
        np.zeros(2),
        True,
        _first_film(food, grid),
        np.zeros(shape),
        np.zeros(shape),
        np.zeros(2),
    )


def simulate(
    food: Food,
    programme: Programme,
    *,
    every_s: float = 10.0,
    frame_s: float | None = None,
    refine: float = 1.0,
    start: State | None = None,
    most_frames: int = MAX_FRAMES,
) -> Result:
    """Run a programme on a food.

    Args: every_s  spacing of the curves [s];  frame_s  spacing of stored fields, None stores only the ends of the
          run's buffer;  refine  2 halves every cell;  start  a state to go on from (on the same grid);
          most_frames  no more fields are kept: they lie the further apart.
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
    frames = min(int(longest / spacing) + 2, most_frames)
    spacing = max(spacing, longest / (most_frames - 2))
    shape = state.temp_c.shape
    temp, water = state.temp_c.copy(), state.water_kg.copy()
    peak, dose, marks = state.peak_c.copy(), state.browning_s.copy(), state.marks_s.copy()
    film, gone, grey, char = state.film_kg.copy(), state.gone_kg.copy(), state.grey_s.copy(), state.char_s.copy()
    samples = np.zeros((int(longest / every_s) + 3, kernel.SAMPLE_COLUMNS))
    frame_temp, frame_colour = np.zeros((frames, *shape)), np.zeros((frames, *shape))
    frame_times, flips = np.zeros(frames), np.zeros(MAX_FLIPS)
    step_ends, tally = np.zeros((len(programme), 5)), np.zeros(kernel.TALLY_SIZE)
    probe = stem_of(food.geometry, refine, food.probe_depth_share, food.probe_by_hand)
    middle = stem_of(food.geometry, refine, 0.5, True) if food.core_is_read else NO_STEM
    metal_before = _metal_before(programme, state)
    angles = _angles(programme)
    thin = pressure_pa(food.altitude_m) / pressure_pa(0.0)
    n, nf, nflip, a_down, metal_c = run(
        Body(
            dz=grid.dz_m,
            dr=grid.dr_m,
            area_z=grid.area_z_m2,
            face_r=grid.face_r_m,
            bone=grid.bone_columns,
            inner=grid.inner_columns,
        ),
        material_vector(food.material),
        constants_vector(food.moisture, refine, food.skin_passes, food.altitude_m),
        _TABLE,
        np.array([step_row(s, food.skin_passes if food.moisture else 0.0, angles, thin) for s in programme]),
        Looks(every_s, spacing, probe, middle, grid.middle_column),
        Begins(
            t=temp,
            w=water,
            w0=_raw_water(food, grid),
            film=film,
            a_down=state.a_down,
            metal_c=metal_before,
            gone=gone,
            peak=peak,
            grey=grey,
            dose=dose,
            char=char,
            marks=marks,
        ),
        Kept(samples, frame_temp, frame_colour, frame_times, flips, step_ends, tally),
    )
    starts = [0.0, *(float(row[0]) for row in step_ends[:-1])]
    steps = tuple(
        StepEnd(s.name, begun, float(row[0]), float(row[1]), _REASONS[int(row[2])], float(row[3]), float(row[4]))
        for s, begun, row in zip(programme, starts, step_ends, strict=True)
    )
    has_metal = any(s.metal is not None for s in programme)
    volume = grid.volume_m3
    mass_kg = food.material.density_kg_m3 * float(volume.sum())
    end = State(
        temp,
        water,
        peak,
        dose,
        bool(a_down),
        film,
        gone,
        grey,
        char,
        marks,
        float(metal_c) if has_metal else state.metal_c,
    )
    return Result(
        grid=grid,
        time_s=samples[:n, kernel.T_S],
        core_c=samples[:n, kernel.T_CORE],
        coldest_c=samples[:n, kernel.T_COLDEST],
        face_a_c=samples[:n, kernel.T_FACE_A],
        face_b_c=samples[:n, kernel.T_FACE_B],
        probe_c=samples[:n, kernel.T_PROBE],
        browning_a_s=samples[:n, kernel.DOSE_A],
        browning_b_s=samples[:n, kernel.DOSE_B],
        metal_c=samples[:n, kernel.T_METAL] if has_metal else np.full(n, np.nan),
        frame_s=frame_times[:nf],
        frame_temp_c=frame_temp[:nf],
        frame_colour_c=frame_colour[:nf],
        steps=steps,
        flips_s=tuple(float(f) for f in flips[:nflip]),
        marks=_marks(marks, angles),
        end=end,
        peak_core_c=float(tally[kernel.PEAK_CORE]),
        grey_rim_share=grey_rim_share(food, grid, end),
        mass_loss_share=float(tally[kernel.W_EVAP] + tally[kernel.W_DRIP]) / mass_kg,
        evaporated_share=float(tally[kernel.W_EVAP]) / mass_kg,
        drip_share=float(tally[kernel.W_DRIP]) / mass_kg,
        salmonella_log10_core=float(tally[kernel.LOG_CORE]),
        salmonella_log10_surface=float(tally[kernel.LOG_SURFACE]),
        balance=_balance(tally, _metal_gain(programme, metal_before, float(metal_c))),
    )


def grey_rim_share(food: Food, grid: Grid, state: State) -> float:
    """Share of the thickness, through the middle, that has lost its red and is no crust."""
    fine = np.linspace(0.0, float(grid.dz_m.sum()), 401)
    column = grid.middle_column
    red = np.log(np.maximum(state.grey_s[:, column], 1e-12))
    grey = np.interp(fine, grid.z_m, red) >= np.log(general().grey_s)
    raw = _raw_water(food, grid)[:, column]
    dried = np.interp(fine, grid.z_m, 1.0 - state.water_kg[:, column] / np.maximum(raw, 1e-12))
    return float(np.mean(grey & (dried < known.CRUST_DRIED.value)))


def char_share(state: State) -> float:
    """How much of the more charred face has turned to char, 0 to 1."""
    return 1.0 - math.exp(-float(max(state.char_s)) / known.CHAR_SECONDS.value)


def _raw_water(food: Food, grid: Grid) -> Floats:
    water: Floats = grid.volume_m3 * food.material.water_kg_m3
    water[:, : grid.bone_columns] = 0.0
    return water


def _first_water(food: Food, grid: Grid) -> Floats:
    """Water as the cook begins: the raw piece's, but for what the air of a fridge has taken from its outside."""
    raw = _raw_water(food, grid)
    if not food.moisture or food.dried_kg_m2 <= 0.0:
        return raw
    up, out = np.cumsum(grid.dz_m), np.cumsum(grid.dr_m)
    from_face = np.minimum(up, up[-1] - up + grid.dz_m) - grid.dz_m / 2.0
    depth = np.minimum.outer(from_face, out[-1] - out + grid.dr_m / 2.0)
    layer = known.DRIED_LAYER.value
    share = food.dried_kg_m2 / (food.material.water_kg_m3 * layer)
    return np.asarray(raw * (1.0 - share * np.exp(-depth / layer)))


def _first_film(food: Food, grid: Grid) -> Floats:
    film = np.zeros((3, max(len(grid.dz_m), len(grid.dr_m))))
    if food.moisture:
        bone, columns = grid.bone_columns, len(grid.dr_m)
        film[:2, bone:columns] = food.film_kg_m2 * grid.area_z_m2[bone:]
        film[2, : len(grid.dz_m)] = food.film_kg_m2 * grid.face_r_m[-1] * grid.dz_m
    return film


def _metal_before(programme: Programme, state: State) -> float:
    """The metal's temperature as the programme begins."""
    first = next((s.metal for s in programme if s.metal is not None), None)
    if first is None:
        return 20.0
    if first.start_c is None and state.metal_c is None:
        raise InvalidInput("metal.start_c", say("simulation-is-needed-no-step-before-says"))
    return float(first.start_c if first.start_c is not None else state.metal_c or 0.0)


def _metal_gain(programme: Programme, before_c: float, after_c: float) -> float | None:
    """Heat the metal holds more at the end than at the start [J]; None where pieces of metal were changed."""
    metals = [s.metal for s in programme if s.metal is not None]
    if not metals or any(m.heat_j_k != metals[0].heat_j_k or m.start_c is not None for m in metals[1:]):
        return None
    return metals[0].heat_j_k * (after_c - before_c)


def _angles(programme: Programme) -> tuple[float, ...]:
    """The different angles to the rods, from 0 to 180°, in the order they come."""
    found = tuple(dict.fromkeys(step.turn_deg % 180.0 for step in programme))
    if len(found) > kernel.MARKS:
        raise InvalidInput(
            "turn_deg", say("simulation-can-take-at-most-different-angles", marks=kernel.MARKS, found=len(found))
        )
    return found


def _marks(marks_s: Floats, angles: tuple[float, ...]) -> tuple[Mark, ...]:
    return tuple(
        Mark("a" if face == 0 else "b", angle, float(marks_s[face, n]))
        for face in range(2)
        for n, angle in enumerate(angles)
        if marks_s[face, n] > 0.0
    )


def _balance(tally: Floats, metal_gain_j: float | None) -> Balance:
    gained = tally[kernel.E_END] - tally[kernel.E_START]
    booked = tally[kernel.E_IN] - tally[kernel.E_LATENT] - tally[kernel.E_LIQUID]
    scale = max(tally[kernel.E_ABS], abs(tally[kernel.E_START]), 1.0)
    lost = tally[kernel.W_START] - tally[kernel.W_END] - tally[kernel.W_EVAP] - tally[kernel.W_DRIP]
    metal = 0.0
    if metal_gain_j is not None:
        crossed = tally[kernel.METAL_IN] - tally[kernel.METAL_OUT] - tally[kernel.METAL_GIVEN]
        metal = abs(metal_gain_j - crossed) / max(abs(tally[kernel.METAL_GIVEN]), abs(metal_gain_j), 1.0)
    return Balance(
        float(abs(gained - booked) / scale), float(abs(lost) / max(tally[kernel.W_START], 1e-12)), float(metal)
    )
