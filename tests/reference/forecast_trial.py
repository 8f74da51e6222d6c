"""Simulated cooks whose truth differs from the plan: how well the forecast and the fault rules do.

The truth is the heat core on its usual grid; what differs is drawn evenly from the bounds that are stated. It is no
check against a published figure, but of the forecast against what it claims.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cache

import numpy as np

from brasko.core.forecast.ensemble import Ensemble, along, ensemble, inside_m
from brasko.core.forecast.faults import faults
from brasko.core.forecast.history import Began, CookHistory, cook_history
from brasko.core.forecast.readings import Reading
from brasko.core.forecast.update import forecast_of, region_near
from brasko.core.heat.simulation import Result, simulate
from brasko.core.heat.thermometer import readings_c
from brasko.core.planner.solve.invert import Solution, solve_piece
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, shifted

FILM, THICKNESS, START_K, FIRE_K, PROBE_M = 0.30, 0.10, 5.0, 20.0, 0.004
"""Bounds of the truth about the plan, evenly likely between."""
NOISE_K, OFFSET_K, MISSING, EVERY_S = 0.25, 0.3, 0.05, 10.0
AIR_NOISE_K, AIR_OFFSET_K, WANDER_K = 1.0, 3.0, 3.0

SCENES = (
    PieceSpec("strip", 0.032, 0.34, 54.0),
    PieceSpec("strip", 0.038, 0.40, 54.0),
    PieceSpec("ribeye", 0.045, 0.55, 55.0),
    PieceSpec("filet", 0.050, 0.26, 52.0),
    PieceSpec("strip", 0.038, 0.40, 54.0, method="sear_then_low"),
)


@dataclass(frozen=True)
class Truth:
    """One kitchen: z-like shares of the bounds in [-1, 1], and the seed of its noise."""

    film: float
    thickness: float
    start: float
    fire: float
    probe: float
    mark: float
    seed: int


@dataclass(frozen=True)
class Judged:
    """One forecast after a third of the gentle phase."""

    error_s: float
    allowed_s: float
    inside: bool


def truths(count: int, seed: int = 20) -> list[Truth]:
    dice = np.random.default_rng(seed)
    return [Truth(*dice.uniform(-1.0, 1.0, 6), seed=int(dice.integers(1 << 30))) for _ in range(count)]


@cache
def scene(n: int) -> tuple[PieceSpec, Solution, CookHistory, Ensemble]:
    spec = SCENES[n]
    solution = solve_piece(spec)
    began = [Began("gentle", 0.0)]
    if spec.method == "sear_then_low":
        began = [Began("sear", 0.0), Began("gentle", solution.sear_s)]
    so_far = cook_history(spec, solution.pull_c, solution.sear, began)
    return spec, solution, so_far, ensemble(spec, so_far)


def real_cook(n: int, truth: Truth) -> tuple[Result, float]:
    """The truth, up to the pull; and the probe's share of the thickness."""
    spec, _, so_far, _ = scene(n)
    factor = 1.0 + THICKNESS * truth.thickness
    share = 0.5 + PROBE_M * truth.probe / (spec.thickness_m * factor)
    start = max(spec.start_c + START_K * truth.start, -1.0)
    food = replace(spec.with_thickness(factor).food, start_c=start, probe_depth_share=share)
    current = replace(so_far.current, until=replace(so_far.current.until, max_s=3.0 * 3600.0))
    film, delta = 1.0 + FILM * truth.film, FIRE_K * truth.fire
    steps: Programme = tuple(shifted((step,), delta, film)[0] for step in (*so_far.past, current))
    return simulate(food, steps, every_s=EVERY_S, frame_s=15.0, most_frames=720), share


def readings_of(
    n: int, truth: Truth, real: Result, share: float, upto_s: float, channels: tuple[str, ...]
) -> list[Reading]:
    so_far = scene(n)[2]
    dice = np.random.default_rng(truth.seed)
    at = np.arange(EVERY_S, upto_s, EVERY_S)
    at = at[dice.random(len(at)) > MISSING]
    offset = dice.normal(0.0, OFFSET_K)
    found = []
    for channel in channels:
        if channel == "air":
            base = so_far.current.surroundings.top.air_c + FIRE_K * truth.fire + dice.normal(0.0, AIR_OFFSET_K)
            wave = WANDER_K * np.sin(2.0 * math.pi * at / dice.uniform(300.0, 700.0) + dice.uniform(0.0, 6.0))
            values = base + wave + dice.normal(0.0, AIR_NOISE_K, len(at))
        elif channel == "tip":
            values = np.interp(at, real.time_s, real.probe_c) + offset + dice.normal(0.0, NOISE_K, len(at))
        else:
            place = inside_m(channel, math.sqrt(3.0) * truth.mark)
            line = along(real.grid, real.frame_temp_c, share, place)
            values = np.interp(at, real.frame_s, line) + offset + dice.normal(0.0, NOISE_K, len(at))
        found += [Reading(float(t), float(v), channel) for t, v in zip(at, values, strict=True)]  # type: ignore[arg-type]
    return found


def judged(n: int, truth: Truth, channels: tuple[str, ...]) -> Judged:
    """The forecast after a third of the gentle phase against when the middle really was at the pull."""
    spec, _, so_far, known = scene(n)
    real, share = real_cook(n, truth)
    pull_s = real.duration_s
    third = so_far.since_s + (pull_s - so_far.since_s) / 3.0
    seen = readings_of(n, truth, real, share, third, channels)
    first = forecast_of(known, seen)
    close = forecast_of(ensemble(spec, so_far, region_near(first.posterior)), seen)
    inside = close.end_span_s.low <= pull_s <= close.end_span_s.high
    return Judged(close.end_s - pull_s, max(120.0, 0.05 * pull_s), inside)


@dataclass(frozen=True)
class Alarm:
    """What was injected, and what the rules said: after how long the right name came, whether a wrong one did."""

    injected: str
    named_after_s: float | None
    false_alarms: frozenset[str]


def alarmed(n: int, truth: Truth, injected: str) -> Alarm:
    """Go through a gentle phase, reading by reading, with or without a fault."""
    _, _, so_far, _ = scene(n)
    real, share = real_cook(n, truth)
    dice = np.random.default_rng(truth.seed + 1)
    end = real.duration_s
    begins = so_far.since_s + dice.uniform(0.25, 0.8) * (end - so_far.since_s)
    seen = readings_of(n, truth, real, share, end, ("tip", "air"))
    seen = [_faulty(r, injected, begins, real, dice_seed=truth.seed, n=n) for r in sorted(seen, key=lambda r: r.at_s)]
    named: float | None = None
    false: set[str] = set()
    for now in np.arange(so_far.since_s + 240.0, min(end, begins + 240.0) if injected != "none" else end, 20.0):
        found = {
            f.key
            for f in faults([r for r in seen if now - 1800.0 < r.at_s <= now], float(now), phase_since_s=so_far.since_s)
        }
        found &= {"slipped", "lid", "dying", "flare", "stall", "silent"}
        if injected in found and now >= begins and named is None:
            named = float(now) - begins
        if found - {injected} and (now < begins or injected == "none"):
            false |= found - {injected}
        if named is not None:
            break
    return Alarm(injected, named, frozenset(false))


def _faulty(reading: Reading, injected: str, begins: float, real: Result, dice_seed: int, n: int) -> Reading:
    since = reading.at_s - begins
    if since < 0.0 or injected == "none":
        return reading
    dice = np.random.default_rng(dice_seed + 2)
    if injected == "slipped" and reading.source == "tip":
        to = dice.uniform(0.03, 0.2)
        lies = np.full(len(real.frame_s), True)
        elsewhere = float(np.interp(reading.at_s, real.frame_s, readings_c(real.grid, real.frame_temp_c, to, lies)))
        if dice.random() < 0.5:
            elsewhere = scene(n)[2].current.surroundings.top.air_c - 20.0
        settled = 1.0 - math.exp(-since / 15.0)
        return replace(reading, temp_c=reading.temp_c + settled * (elsewhere - reading.temp_c))
    if injected == "lid" and reading.source == "air":
        open_for = dice.uniform(60.0, 180.0)
        yard = 20.0 + 0.45 * (reading.temp_c - 20.0)
        share = 1.0 - math.exp(-since / 20.0) if since < open_for else math.exp(-(since - open_for) / 60.0)
        return replace(reading, temp_c=reading.temp_c + share * (yard - reading.temp_c))
    if injected == "dying" and reading.source == "air":
        return replace(reading, temp_c=reading.temp_c - 70.0 * (1.0 - math.exp(-since / dice.uniform(800.0, 1400.0))))
    return reading
