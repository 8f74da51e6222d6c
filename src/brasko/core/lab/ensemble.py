"""The same cook in kitchens that differ from the one assumed, and what matters most in them."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy.stats import norm, qmc

from brasko.core.heat.simulation import Food, Result, simulate
from brasko.core.lab.run import COARSE, Run
from brasko.core.planner.spec.options import crust_dose_s
from brasko.core.programme.steps import Step
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, PROBE_SD_M, START_SD, THICKNESS_SD
from brasko.core.words import say

Floats = NDArray[np.float64]

SHOWN_SD_K = Sourced(0.6, "K", "", "assumed")
"""How far a thermometer is off what it touches: a degree Fahrenheit or so."""


@dataclass(frozen=True)
class Unknown:
    """Something that differs from cook to cook, in words."""

    key: str
    words: str


UNKNOWNS: tuple[Unknown, ...] = (
    Unknown("film", say("lab-how-well-heat-goes-in")),
    Unknown("thickness", say("lab-how-thick-it-really-is")),
    Unknown("start", say("lab-how-cold-it-goes-on")),
    Unknown("fire", say("lab-how-hot-the-fire-is")),
    Unknown("probe", say("lab-where-the-tip-sits")),
    Unknown("shown", say("lab-what-the-thermometer-shows")),
)
"""In the order of the columns of what is drawn, in standard deviations."""


def kitchen(run: Run, z: Sequence[float] | Floats) -> Result:
    """A cook in one kitchen, by its standard deviations from the one assumed in the order of UNKNOWNS."""
    film, thicker, start, fire, probe, shown = (float(value) for value in z)
    geometry = run.food.geometry
    factor = 1.0 + THICKNESS_SD.value * thicker
    off_centre = PROBE_SD_M.value / geometry.thickness_m * probe
    food: Food = replace(
        run.food,
        geometry=replace(geometry, thickness_m=factor * geometry.thickness_m),
        start_c=max(run.food.start_c + START_SD.value * start, -1.0),
        probe_depth_share=0.5 + math.copysign(min(abs(off_centre), 0.4), off_centre),
    )
    programme = run.over(FIRE_SD.value * run.air_spread * fire, math.exp(FILM_SD.value * run.film_spread * film))
    read = tuple(_by_probe(step, SHOWN_SD_K.value * shown) for step in programme)
    return simulate(food, read, every_s=20.0, refine=COARSE)


def _by_probe(step: Step, off_k: float) -> Step:
    """The step ended by a thermometer that is off by so much, wherever its tip is."""
    until = step.until
    pull_c = until.probe_c if until.core_c is None else until.core_c
    return step if pull_c is None else replace(step, until=replace(until, core_c=None, probe_c=pull_c - off_k))


def in_kitchens(run: Run, members: int, seed: int = 7) -> list[Result]:
    """The cook in so many kitchens, drawn quasi-randomly (Sobol)."""
    power = math.ceil(math.log2(members))
    draws = norm.ppf(qmc.Sobol(len(UNKNOWNS), seed=seed).random_base2(power)[:members])
    return [kitchen(run, z) for z in draws]


OUTCOMES: Mapping[str, Callable[[Result], float]] = {
    "minutes": lambda result: result.duration_s,
    "peak": lambda result: result.peak_core_c,
    "rim": lambda result: result.grey_rim_share,
    "crust": lambda result: float(min(result.end.browning_s)) / crust_dose_s("good"),
    "loss": lambda result: result.mass_loss_share,
}
"""What is asked of every kitchen, by key: SI units and shares."""


def outcomes(run: Run, z: Floats) -> Floats:
    """OUTCOMES (rows, n) of kitchens (rows, unknowns)."""
    return np.array([[of(found) for of in OUTCOMES.values()] for found in (kitchen(run, row) for row in z)])


@dataclass(frozen=True)
class Matters:
    """How much of the variance of one outcome each unknown makes, in the order of UNKNOWNS.

    alone, whole    by itself, and with everything it acts on together with others (Sobol's first-order and total)
    unsure          half of the 95 % interval of whole
    sd              of the outcome between kitchens
    """

    outcome: str
    alone: tuple[float, ...]
    whole: tuple[float, ...]
    unsure: tuple[float, ...]
    sd: float


MIN_RUNS, MAX_RUNS = 64, 4096
"""Fewer say nothing; more are no surer than what they are about."""


def drawn(runs: int, seed: int = 11) -> Floats:
    """Kitchens to run for a Sobol analysis, about as many as runs: (rows, unknowns)."""
    from SALib.sample import sobol

    base = 2 ** max(int(math.log2(runs / (len(UNKNOWNS) + 2))), 3)
    return np.asarray(sobol.sample(_problem(), base, calc_second_order=False, seed=seed), dtype=float)


def matters(found: Floats, seed: int = 11) -> tuple[Matters, ...]:
    """What matters most for each outcome, from those of every kitchen that was drawn (rows, outcomes).

    Raises ValueError where the rows are not those of drawn.
    Checked: tests/core/test_lab.py::test_variance_is_shared_out_as_a_sum_of_normals_has_it.
    """
    from SALib.analyze import sobol

    told = []
    for n, outcome in enumerate(OUTCOMES):
        column = found[:, n]
        if float(np.std(column)) < 1e-9:
            zeros = (0.0,) * len(UNKNOWNS)
            told.append(Matters(outcome, zeros, zeros, zeros, 0.0))
            continue
        by = sobol.analyze(_problem(), column, calc_second_order=False, seed=seed)
        told.append(
            Matters(
                outcome,
                tuple(np.clip(by["S1"], 0.0, 1.0).tolist()),
                tuple(np.clip(by["ST"], 0.0, 1.0).tolist()),
                tuple(by["ST_conf"].tolist()),
                float(np.std(column)),
            )
        )
    return tuple(told)


def _problem() -> dict[str, object]:
    names = [unknown.key for unknown in UNKNOWNS]
    return {"num_vars": len(names), "names": names, "bounds": [[0.0, 1.0]] * len(names), "dists": ["norm"] * len(names)}
