"""Simulated households: hidden fires that differ from the one assumed, a few cooks over each, and what is learned.

A part of what a fire hides stays, the rest is new with every cook, in the shares that learning assumes (STAYS). Pieces
are measured: thickness is known to 3 %, temperature to 2 °C. It is no check against a published figure, but of
learning against what it claims.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from forecast_trial import SCENES, START_K, THICKNESS, Truth, readings_of, real_cook, scene

from brasko.core.forecast.ensemble import Ensemble, ensemble
from brasko.core.forecast.history import Began, cook_history
from brasko.core.forecast.update import forecast_of, region_near
from brasko.core.learning.fires import USUAL, Learned, Taught, learned, taught
from brasko.core.learning.series import STAYS
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD

CHANNELS = (("tip", "shaft", "edge", "air"), ("tip", "air"), ("tip",))
MEASURED, WARMTH_K = 0.03, 2.0
LOW, HIGH = 10.0, 90.0
DRAWS = 400


@dataclass(frozen=True)
class Cooked:
    """One cook of a household: how far off the pull was foreseen before it began, without and with what was learned."""

    usual_s: float
    learned_s: float
    length_s: float
    inside: bool


def fires(count: int, cooks: int, wild: int | None = None, seed: int = 44) -> list[list[Truth]]:
    """Truths of each fire's cooks; the wild one is of another world."""
    dice = np.random.default_rng(seed)
    found = []
    for _ in range(count):
        own = dice.uniform(-1.0, 1.0, 2)
        some = []
        for n in range(cooks):
            film, fire = math.sqrt(STAYS.value) * own + math.sqrt(1.0 - STAYS.value) * dice.uniform(-1.0, 1.0, 2)
            if n == wild:
                film, fire = -0.9 * np.sign(own[0]), -1.6 * np.sign(own[1])
            thick, start = dice.uniform(-1.0, 1.0, 2) * (MEASURED / THICKNESS, WARMTH_K / START_K)
            probe, mark = dice.uniform(-1.0, 1.0, 2)
            seeded = int(dice.integers(1 << 30))
            some.append(Truth(float(film), float(thick), float(start), float(fire), float(probe), float(mark), seeded))
        found.append(some)
    return found


def household(numbered: tuple[int, Sequence[Truth]]) -> list[Cooked]:
    """Cook after cook over one fire, each foreseen by what those before it taught."""
    number, truths = numbered
    told: list[Taught] = []
    found = []
    for n, truth in enumerate(truths):
        which = (number + n) % len(SCENES)
        known = scene(which)[3]
        real, share = real_cook(which, truth)
        gentle_s = real.duration_s - known.since_s
        has = learned(told)
        low, middle, high = _foreseen(known, has)
        usual = _foreseen(known, USUAL)[1]
        found.append(Cooked(usual - gentle_s, middle - gentle_s, gentle_s, low <= gentle_s <= high))
        seen = readings_of(which, truth, real, share, real.duration_s, CHANNELS[(number + n) % len(CHANNELS)])
        said = _taught(known, forecast_of(known, seen).posterior.draws)
        if said is not None:
            told.append(said)
    return found


def _taught(known: Ensemble, draws: np.ndarray) -> Taught | None:
    two = draws[:, [0, 3]]
    return taught(two.mean(axis=0), np.cov(two.T), 1.0, 0.0, *known.known[[0, 3]])


def _foreseen(known: Ensemble, has: Learned) -> tuple[float, float, float]:
    """Low, middle and high of the gentle part's length [s], before any reading."""
    dice = np.random.default_rng(3)
    z = dice.normal(size=(DRAWS, 4)) * [has.film_spread, MEASURED / THICKNESS, WARMTH_K / START_K, has.air_spread]
    middle = np.array([math.log(has.film_more) / FILM_SD.value, 0.0, 0.0, has.air_more_k / FIRE_SD.value])
    lengths = np.exp((known.terms(np.clip(z + middle, -2.4, 2.4), 4) @ known.ends_of)[:, 0])
    low, high = np.percentile(lengths, [LOW, HIGH])
    return float(low), float(np.exp((known.terms(middle[None], 4) @ known.ends_of)[0, 0])), float(high)


@dataclass(frozen=True)
class Foreseen:
    """A forecast after a third of the gentle part, without and with what was learned: off by [s], of allowed [s]."""

    usual_s: float
    learned_s: float
    allowed_s: float


def last_cook(channels: tuple[str, ...], numbered: tuple[int, Sequence[Truth]]) -> Foreseen:
    """The last of a household's cooks, read by these channels only, foreseen after a third."""
    number, truths = numbered
    told = []
    for n, truth in enumerate(truths[:-1]):
        which = (number + n) % len(SCENES)
        known = scene(which)[3]
        real, share = real_cook(which, truth)
        seen = readings_of(which, truth, real, share, real.duration_s, CHANNELS[(number + n) % len(CHANNELS)])
        said = _taught(known, forecast_of(known, seen).posterior.draws)
        told += [] if said is None else [said]
    which, truth = (number + len(truths) - 1) % len(SCENES), truths[-1]
    so_far = scene(which)[2]
    real, share = real_cook(which, truth)
    pull_s = real.duration_s
    third = so_far.since_s + (pull_s - so_far.since_s) / 3.0
    seen = readings_of(which, truth, real, share, third, channels)
    off = [_end_s(which, has, seen) - pull_s for has in (USUAL, learned(told))]
    return Foreseen(off[0], off[1], max(120.0, 0.05 * pull_s))


def _end_s(which: int, has: Learned, seen: Sequence[object]) -> float:
    spec, solution, _, _ = scene(which)
    asked = replace(
        spec,
        film_more=has.film_more,
        air_more_k=has.air_more_k,
        film_spread=has.film_spread,
        air_spread=has.air_spread,
    )
    began = [Began("gentle", 0.0)]
    if spec.method == "sear_then_low":
        began = [Began("sear", 0.0), Began("gentle", solution.sear_s)]
    so_far = cook_history(asked, solution.pull_c, solution.sear, began)
    first = forecast_of(ensemble(asked, so_far), seen)  # type: ignore[arg-type]
    return forecast_of(ensemble(asked, so_far, region_near(first.posterior)), seen).end_s  # type: ignore[arg-type]
