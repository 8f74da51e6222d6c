"""Honest ranges: an ensemble over what a cook cannot know exactly."""

from __future__ import annotations

import math
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy.stats import norm, qmc

from brasko.core.heat.geometry import piece
from brasko.core.heat.simulation import Result, State, simulate
from brasko.core.planner.invert import SEARCH_REFINE, Solution, tempered_start
from brasko.core.planner.wish import Wish, programme_of
from brasko.core.programme.steps import shifted
from brasko.core.sourced import Sourced

Floats = NDArray[np.float64]

FILM_SD = Sourced(0.15, "-", "", "assumed")
THICKNESS_SD = Sourced(0.04, "-", "", "assumed")
START_SD = Sourced(1.5, "K", "", "assumed")
FIRE_SD = Sourced(8.0, "K", "", "assumed")
MEMBERS = 16
LOW, HIGH = 10.0, 90.0


@dataclass(frozen=True)
class Span:
    """Eight in ten cooks are expected between low and high."""

    low: float
    high: float


@dataclass(frozen=True)
class Ranges:
    """Ranges of one plan. Times count from putting the food on; curve bands are offsets from the plan's core curve."""

    step_end_s: dict[str, Span]
    peak_core_c: Span
    time_s: Floats
    core_low_c: Floats
    core_high_c: Floats


def ensemble_ranges(wish: Wish, solution: Solution, members: int = MEMBERS, seed: int = 7) -> Ranges:
    """Run the plan in `members` kitchens that differ from the one assumed, drawn quasi-randomly."""
    unit = qmc.Sobol(d=4, seed=seed).random_base2(max(1, math.ceil(math.log2(members))))[:members]
    draws = norm.ppf(np.clip(unit, 0.01, 0.99))
    with ThreadPoolExecutor(2) as pool:
        runs = list(pool.map(lambda d: _member(wish, solution, d), draws))
    nominal = _member(wish, solution, np.zeros(4))
    spans = {
        step.name: _span([_end(run, step.name) - _end(nominal, step.name) for run in runs], step.end_s)
        for step in solution.result.steps
    }
    peak = _span([run.peak_core_c - nominal.peak_core_c for run in runs], solution.result.peak_core_c)
    time_s = solution.result.time_s
    curves = np.array([np.interp(time_s, run.time_s, run.core_c) for run in runs])
    base = np.interp(time_s, nominal.time_s, nominal.core_c)
    low, high = np.percentile(curves, [LOW, HIGH], axis=0)
    core = solution.result.core_c
    return Ranges(spans, peak, time_s, core + np.minimum(low - base, 0.0), core + np.maximum(high - base, 0.0))


def _member(wish: Wish, solution: Solution, draw: Floats) -> Result:
    film = math.exp(FILM_SD.value * float(draw[0]))
    factor = 1.0 + THICKNESS_SD.value * float(draw[1])
    varied = replace(wish, start_c=max(wish.start_c + START_SD.value * float(draw[2]), -1.0))
    food = replace(
        varied.food,
        geometry=piece(wish.thickness_m * factor, wish.mass_kg * factor, wish.the_cut.material.density_kg_m3),
    )
    sear = None if wish.method == "direct" else (solution.sear_s, solution.flip_every_s)
    programme = shifted(programme_of(varied, solution.pull_c, sear), 0.0, film)
    delta = FIRE_SD.value * float(draw[3])
    heated = tuple(
        replace(s, surroundings=s.surroundings.shifted(delta, 1.0)) if s.name in ("gentle", "sear") else s
        for s in programme
    )
    start: State | None = tempered_start(varied, food, SEARCH_REFINE)
    return simulate(food, heated, every_s=20.0, refine=SEARCH_REFINE, start=start)


def _end(run: Result, name: str) -> float:
    return next(s.end_s for s in run.steps if s.name == name)


def _span(offsets: list[float], centre: float) -> Span:
    low, high = np.percentile(offsets, [LOW, HIGH])
    return Span(centre + min(float(low), 0.0), centre + max(float(high), 0.0))
