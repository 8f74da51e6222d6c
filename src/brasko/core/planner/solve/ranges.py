"""Honest ranges: an ensemble over what a cook cannot know exactly."""

from __future__ import annotations

import math
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import partial
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.stats import norm, qmc

from brasko.core.heat.simulation import Result, StepEnd, simulate
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import SEARCH_REFINE, phase_of, programme_of
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Step, shifted
from brasko.core.uncertainty.general import General, posterior, using
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, PROBE_SD_M, START_SD, THICKNESS_SD

Floats = NDArray[np.float64]

KITCHEN = 5
"""Unknowns of the kitchen; the general parameters of the model come after them."""
MEMBERS = 32
LOW, HIGH = 10.0, 90.0
UNBIASED: Literal["weibull"] = "weibull"
"""Plotting position p (n + 1): a new draw lies below the percentile of a small sample as often as it says."""


@dataclass(frozen=True)
class Span:
    """Eight in ten cooks are expected between low and high."""

    low: float
    high: float


@dataclass(frozen=True)
class Ranges:
    """Ranges of one plan. Times count from putting the food on; curve bands go with the plan's core curve.

    step_end_s, step_core_c     when each step ends, and the coldest point then
    """

    step_end_s: dict[str, Span]
    step_core_c: dict[str, Span]
    peak_core_c: Span
    grey_rim_share: Span
    mass_loss_share: Span
    time_s: Floats
    core_low_c: Floats
    core_high_c: Floats


def ensemble_ranges(spec: PieceSpec, solution: Solution, members: int = MEMBERS, seed: int = 7) -> Ranges:
    """Run the plan in `members` kitchens that differ from the one assumed, drawn quasi-randomly."""
    unknowns = KITCHEN + len(posterior().parameters)
    draws = norm.ppf(qmc.Sobol(unknowns, seed=seed).random_base2(math.ceil(math.log2(members)))[:members])
    planned, values = _as_planned(spec, solution), posterior().drawn(draws[:, KITCHEN:])
    with ThreadPoolExecutor(2) as pool:
        runs = list(pool.map(partial(_carried_out, spec, planned), draws, values))
    nominal = kitchen(spec, solution, np.zeros(unknowns))
    known = solution.result
    names = [s.name for s in known.steps]
    time_s = known.time_s
    curves = np.array([np.interp(time_s, run.time_s, run.core_c) for run in runs])
    base = np.interp(time_s, nominal.time_s, nominal.core_c)
    low, high = np.percentile(curves, [LOW, HIGH], axis=0, method=UNBIASED)
    return Ranges(
        step_end_s={
            n: _span([ended(r, n).end_s - ended(nominal, n).end_s for r in runs], ended(known, n).end_s) for n in names
        },
        step_core_c={
            n: _span([ended(r, n).core_c - ended(nominal, n).core_c for r in runs], ended(known, n).core_c)
            for n in names
        },
        peak_core_c=_span([r.peak_core_c - nominal.peak_core_c for r in runs], known.peak_core_c),
        grey_rim_share=_span([r.grey_rim_share - nominal.grey_rim_share for r in runs], known.grey_rim_share),
        mass_loss_share=_span([r.mass_loss_share - nominal.mass_loss_share for r in runs], known.mass_loss_share),
        time_s=time_s,
        core_low_c=known.core_c + np.minimum(low - base, 0.0),
        core_high_c=known.core_c + np.maximum(high - base, 0.0),
    )


def kitchen(spec: PieceSpec, solution: Solution, draw: Floats) -> Result:
    """The plan carried out in one kitchen: film, thickness, start, fire and probe differ by `draw` standard deviations,
    and so do the general parameters of the model, together as calibration left them.

    The cook pulls by the probe, wherever its tip is.
    """
    return _carried_out(spec, _as_planned(spec, solution), draw, posterior().drawn(draw[KITCHEN:])[0])


def _as_planned(spec: PieceSpec, solution: Solution) -> Programme:
    programme = programme_of(replace(spec, rest_s=solution.rest_s), solution.pull_c, solution.sear)
    return tuple(_by_probe(step) for step in programme)


def _carried_out(spec: PieceSpec, planned: Programme, draw: Floats, values: General) -> Result:
    unsure = spec.gentle_heat
    film = math.exp(FILM_SD.value * unsure.film_spread * float(draw[0]))
    delta = {
        "gentle": FIRE_SD.value * unsure.air_spread * float(draw[3]),
        "sear": FIRE_SD.value * spec.air_spread * float(draw[3]),
    }
    start_c = max(spec.start_c + START_SD.value * float(draw[2]), -1.0)
    off_centre = min(abs(PROBE_SD_M.value / spec.thickness_m * float(draw[4])), 0.4)
    food = replace(
        spec.food_thicker(1.0 + THICKNESS_SD.value * float(draw[1])),
        start_c=start_c,
        probe_depth_share=0.5 + math.copysign(off_centre, float(draw[4])),
    )
    programme = tuple(shifted((step,), delta.get(phase_of(step.name), 0.0), film)[0] for step in planned)
    with using(values):
        start = tempered_start(spec, food, SEARCH_REFINE)
        return simulate(food, programme, every_s=20.0, refine=SEARCH_REFINE, start=start)


def _by_probe(step: Step) -> Step:
    pull_c = step.until.probe_c if step.until.core_c is None else step.until.core_c
    return replace(step, until=replace(step.until, core_c=None, probe_c=pull_c))


def ended(run: Result, name: str) -> StepEnd:
    """How the step with this name went."""
    return next(s for s in run.steps if s.name == name)


def _span(offsets: list[float], centre: float) -> Span:
    low, high = np.percentile(offsets, [LOW, HIGH], method=UNBIASED)
    return Span(centre + min(float(low), 0.0), centre + max(float(high), 0.0))
