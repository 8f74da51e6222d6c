"""The hidden truth behind a practice probe: the same physics in a kitchen that is not quite the planned one."""

import math
import random
from dataclasses import dataclass, replace
from datetime import datetime

import numpy as np

from brasko.core.forecast.ensemble import INSIDE_M, along, inside_m
from brasko.core.forecast.history import CookHistory
from brasko.core.heat.simulation import Food, Result, simulate
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Until, shifted

MOST_FRAMES = 720
TROUBLE_FROM_S = 720.0
"""Trouble that is wished for begins so long after putting it on."""
AIR_WANDER_K = 2.0
"""By so much the air beside the food wanders (assumed)."""


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


@dataclass(frozen=True)
class Shown:
    """What the channels of a probe would truly show over time [s since putting it on], in °C."""

    time_s: np.ndarray
    channels: dict[str, np.ndarray]

    def at(self, channel: str, since_s: float) -> float:
        """The true temperature of one channel at a moment."""
        return float(np.interp(since_s, self.time_s, self.channels[channel]))


AIR_LAG_S = 45.0
FRAME_S = 10.0
"""Air follows the fire so slowly (assumed); the truth is kept so often."""


def true_food(spec: PieceSpec, truth: Truth) -> Food:
    """The piece as it really is."""
    return replace(
        spec.food_thicker(truth.thickness_factor),
        start_c=max(spec.start_c + truth.start_offset_k, -1.0),
        probe_depth_share=truth.probe_depth_share,
    )


def truly(steps: Programme, truth: Truth) -> Programme:
    """Steps as they really go: over the fire as it really is."""
    return tuple(
        shifted((step,), truth.fire_offset_k if phase_of(step.name) in ("gentle", "sear") else 0.0, truth.film_factor)[
            0
        ]
        for step in steps
    )


def true_run(spec: PieceSpec, truth: Truth, so_far: CookHistory, upto_s: float) -> tuple[Programme, Result]:
    """A cook as it really went up to a moment, with its steps."""
    gone = max(upto_s - so_far.since_s, 1.0)
    steps = truly((*so_far.past, replace(so_far.current, until=Until(gone))), truth)
    run = simulate(true_food(spec, truth), steps, every_s=5.0, frame_s=FRAME_S, most_frames=MOST_FRAMES)
    return steps, run


def true_probe(spec: PieceSpec, truth: Truth, so_far: CookHistory, upto_s: float) -> Shown:
    """The truth behind a probe with three sensors and one for the air, up to a moment."""
    steps, result = true_run(spec, truth, so_far, upto_s)
    channels = {"tip": result.probe_c}
    for name in INSIDE_M:
        line = along(result.grid, result.frame_temp_c, truth.probe_depth_share, inside_m(name, 0.0))
        channels[name] = np.interp(result.time_s, result.frame_s, line)
    channels["air"] = _air(steps, result)
    return Shown(result.time_s, channels)


def _air(steps: Programme, result: Result) -> np.ndarray:
    """The air beside the food: that of the step it is in, after the lag of a sensor."""
    ends = np.array([s.end_s for s in result.steps])
    around = np.array([s.surroundings.top.air_c for s in steps])
    wanted = around[np.clip(np.searchsorted(ends, result.time_s), 0, len(around) - 1)]
    found, now_c = np.empty_like(wanted), float(wanted[0])
    for n, aim in enumerate(wanted):
        step_s = float(result.time_s[n] - result.time_s[n - 1]) if n else 0.0
        now_c += (float(aim) - now_c) * (1.0 - math.exp(-step_s / AIR_LAG_S))
        found[n] = now_c
    return found


def troubled(trouble: str, channel: str, since_s: float, temp_c: float, shown: Shown) -> float | None:
    """What comes of a true temperature once something goes wrong; None where nothing is sent."""
    late = since_s - TROUBLE_FROM_S
    if late < 0.0 or not trouble:
        return temp_c
    if trouble == "slipped" and channel == "tip":
        share = 1.0 - math.exp(-late / 15.0)
        return temp_c + share * (shown.at("edge", since_s) - temp_c)
    if trouble == "lid" and channel == "air":
        return temp_c - 0.5 * (temp_c - 20.0) * (1.0 - math.exp(-late / 20.0)) if late < 300.0 else temp_c
    if trouble == "dying" and channel == "air":
        return temp_c - 70.0 * (1.0 - math.exp(-late / 1000.0))
    if trouble == "battery" and late > 600.0:
        return None
    if trouble == "dropouts" and (since_s // 120.0) % 2 == 1:
        return None
    return temp_c


PIT_OFF_K, PIT_WAVE_K, PIT_WAVE_S = 4.0, 2.5, 240.0
"""A pit controller reads some way from the food, and its fan makes the pit go up and down."""
HAND_MISS_K, HAND_NOISE_K = 0.4, 0.8
SURFACE_NOISE_K = 4.0
GETS_HOT_FROM_K, GETS_HOT_S = 140.0, 200.0
"""The fire for the sear is so much cooler when the fire is opened up, and gains on it in this time."""


def pit_of(truth: Truth, shown: Shown, since_s: float) -> float:
    """What a pit controller reads."""
    wave = PIT_WAVE_K * math.sin(2.0 * math.pi * since_s / PIT_WAVE_S)
    return round(shown.at("air", since_s) + PIT_OFF_K + wave, 1)


def hand_of(shown: Shown, since_s: float, dice: random.Random) -> float:
    """The lowest a hand thermometer shows on its way through: never quite the coldest."""
    return round(shown.at("tip", since_s) + HAND_MISS_K + dice.gauss(0.0, HAND_NOISE_K), 1)


def surface_of(spec: PieceSpec, truth: Truth, so_far: CookHistory, since_s: float, dice: random.Random) -> float | None:
    """What an infrared thermometer reads of the grate or pan for the sear; None where nothing is seared."""
    zone = spec.sear_zone
    if zone is None:
        return None
    hot_c = zone.searing_c + truth.fire_offset_k
    opened_s = since_s - so_far.since_s if so_far.phase in ("wait", "sear") else 0.0
    if so_far.phase in ("gentle", "wait"):
        hot_c -= GETS_HOT_FROM_K * math.exp(-max(opened_s, 0.0) / GETS_HOT_S)
    return round(hot_c + dice.gauss(0.0, SURFACE_NOISE_K), 1)


def battery_of(trouble: str, since_s: float) -> float:
    """How full a practice probe's battery is."""
    if trouble == "battery":
        return round(max(0.14 - since_s / 40000.0, 0.0), 3)
    return round(max(0.92 - since_s / 400000.0, 0.2), 3)


def reading_of(truth: Truth, true_c: float, at: datetime, seed: int, channel: str = "tip") -> float | None:
    """What the probe reports for a true temperature: offset, noise, now and then nothing. Repeatable."""
    dice = random.Random(f"{seed}-{channel}-{at.timestamp():.0f}")
    if dice.random() < truth.gap_share:
        return None
    noise_k = truth.noise_k
    if channel == "air":
        true_c += AIR_WANDER_K * math.sin(2.0 * math.pi * at.timestamp() / 420.0)
        noise_k = 4.0 * truth.noise_k
    return round(true_c + truth.probe_offset_k + dice.gauss(0.0, noise_k), 2)
