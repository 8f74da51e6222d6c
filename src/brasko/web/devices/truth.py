"""The hidden truth behind a practice probe: the same physics in a kitchen that is not quite the planned one."""

import math
import random
from dataclasses import dataclass, replace
from datetime import datetime

import numpy as np

from brasko.core.heat.simulation import simulate
from brasko.core.planner.programme import phase_of, programme_of
from brasko.core.planner.wish import Wish
from brasko.core.programme.steps import Programme, Until, shifted


@dataclass(frozen=True)
class Truth:
    """How one kitchen differs from the plan, and how its probe errs."""

    film_factor: float
    thickness_factor: float
    start_offset_k: float
    fire_offset_k: float
    probe_depth_share: float
    probe_offset_k: float
    noise_k: float
    gap_share: float


def drawn_truth(seed: int) -> Truth:
    """A truth drawn from the stated uncertainty; the same seed gives the same kitchen."""
    dice = random.Random(seed)
    return Truth(
        film_factor=math.exp(dice.gauss(0.0, 0.10)),
        thickness_factor=1.0 + dice.gauss(0.0, 0.025),
        start_offset_k=dice.gauss(0.0, 1.0),
        fire_offset_k=dice.gauss(0.0, 5.0),
        probe_depth_share=0.5 + dice.uniform(-0.04, 0.04),
        probe_offset_k=dice.gauss(0.0, 0.25),
        noise_k=0.15,
        gap_share=0.06,
    )


def true_core(wish: Wish, truth: Truth, steps: list[tuple[str, float]], pull_c: float, sear: tuple[float, float],
              upto_s: float) -> tuple[np.ndarray, np.ndarray]:  # fmt: skip
    """Times since putting it on [s] and true probe temperatures [°C], up to a moment.

    Args: steps  (programme step, when it really began [s since putting it on]), in order.
    """
    food = replace(
        wish.with_thickness(truth.thickness_factor).food,
        start_c=max(wish.start_c + truth.start_offset_k, -1.0),
        probe_depth_share=truth.probe_depth_share,
    )
    planned = {s.name: s for s in programme_of(wish, pull_c, sear)}
    programme: Programme = ()
    for n, (name, begins) in enumerate(steps):
        ends = steps[n + 1][1] if n + 1 < len(steps) else upto_s
        if ends > begins and name in planned:
            fixed = (replace(planned[name], until=Until(ends - begins)),)
            offset = truth.fire_offset_k if phase_of(name) in ("gentle", "sear") else 0.0
            programme += shifted(fixed, offset, truth.film_factor)
    if not programme:
        return np.array([0.0]), np.array([food.start_c])
    result = simulate(food, programme, every_s=5.0)
    return result.time_s, result.probe_c


def reading_of(truth: Truth, true_c: float, at: datetime, seed: int) -> float | None:
    """What the probe reports for a true temperature: offset, noise, now and then nothing. Repeatable."""
    dice = random.Random(f"{seed}-{at.timestamp():.0f}")
    if dice.random() < truth.gap_share:
        return None
    return round(true_c + truth.probe_offset_k + dice.gauss(0.0, truth.noise_k), 2)
