"""From readings to a forecast: which kitchens agree with them, and when those pull and serve.

Bayes with the polynomials of `ensemble`: the most likely kitchen by Gauss-Newton steps, the spread about it by the
curvature there (Laplace's approximation). A few milliseconds for any number of readings.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import median_filter
from scipy.stats import norm, qmc

from brasko.core.forecast.ensemble import (
    LOCAL_DEGREE,
    SHAFT,
    WIDEST,
    Ensemble,
    SamplingRegion,
    SensorSurrogate,
)
from brasko.core.forecast.readings import AIR_SD, HAND_NOISE, PROBE_BIAS_SD, PROBE_NOISE, Reading
from brasko.core.planner.solve.ranges import Span
from brasko.core.uncertainty.unknowns import FIRE_SD

Floats = NDArray[np.float64]

SPREADS, MIN_SPREAD = 0.9, 0.25
NEIGHBOURS, WILD_K = 7, 4.0
"""A reading so far from the middle one of its neighbours is left out."""
BINS = 36
AVERAGED, MODEL_SD_K, CORRELATED = 12.0, 0.08, 3.0
"""No more readings than so many are taken for independent, and the model itself is off by so much."""
STEPS = 12
DRAWS = 256
PARTS = len(SHAFT) + 1
BIAS = PARTS - 1
"""The unknowns of a kitchen and its probe, and the bias of the probe."""
LOW, HIGH = 0.10, 0.90
OUTLIER = 4.0
"""A reading so many standard deviations from what the others say counts less, the further the less (Huber)."""


@dataclass(frozen=True)
class Posterior:
    """Which kitchens agree with the readings: the most likely z, and draws (draws, PARTS) about it."""

    z: Floats
    draws: Floats
    misfit_k: float
    """How far the readings lie from the most likely kitchen, root mean square [K]."""


@dataclass(frozen=True)
class Forecast:
    """When the step that is on ends, what follows, and the curve ahead. Times count from putting the food on [s].

    end_s           when the step that is on is over: the pull, for a slow phase
    done_s          when all that follows is over, the rest included
    time_s          moments of the curve ahead, with the coldest point and its range
    """

    end_s: float
    end_span_s: Span
    done_s: float
    done_span_s: Span
    peak_c: float
    peak_span_c: Span
    grey_rim_share: float
    crust_s: float
    time_s: Floats
    core_c: Floats
    core_low_c: Floats
    core_high_c: Floats
    posterior: Posterior
    readings: int
    members: int


_NORMAL = norm.ppf(qmc.Sobol(PARTS, seed=5).random(DRAWS))
"""The same draws each time: a forecast changes by its readings alone."""


def posterior_of(ensemble: Ensemble, readings: Sequence[Reading]) -> Posterior:
    """Weigh the kitchens by the readings; without any, what was known before."""
    seen = _Seen(ensemble, readings)
    low, high = _within(ensemble)
    z = np.append(ensemble.near.centre, 0.0)
    damping, cost = 1e-3, seen.cost(z)
    for _ in range(STEPS):
        away, slope = seen.residuals(z), seen.slope(z)
        normal = slope.T @ slope + np.diag(seen.before)
        step = np.linalg.solve(normal + damping * np.diag(np.diag(normal)), -(slope.T @ away + seen.before * z))
        tried = np.clip(z + np.clip(step, -1.5, 1.5), low, high)
        there = seen.cost(tried)
        if there < cost:
            moved = float(np.abs(tried - z).max())
            z, cost, damping = tried, there, damping / 4.0
            if moved < 1e-3:
                break
        else:
            damping = max(damping * 8.0, 1e-2)
    slope = seen.slope(z)
    spread = np.linalg.cholesky(np.linalg.inv(slope.T @ slope + np.diag(seen.before)))
    return Posterior(z, np.clip(z + _NORMAL @ spread.T, low, high), seen.misfit_k(z))


def region_near(found: Posterior) -> SamplingRegion:
    """The kitchens about those that readings hold likely: as wide as these differ, and a little wider."""
    spread = np.clip(SPREADS * found.draws[:, :BIAS].std(axis=0), MIN_SPREAD, 1.0)
    return SamplingRegion(np.clip(found.z[:BIAS], -WIDEST, WIDEST), spread, LOCAL_DEGREE)


def _within(ensemble: Ensemble) -> tuple[Floats, Floats]:
    """How far z may lie: where kitchens were looked at, and a little beyond."""
    near = ensemble.near
    reach = (WIDEST + 0.3) * near.spread
    return np.append(near.centre - reach, -WIDEST), np.append(near.centre + reach, WIDEST)


def forecast_of(ensemble: Ensemble, readings: Sequence[Reading]) -> Forecast:
    """The forecast after these readings, in any order."""
    found = posterior_of(ensemble, readings)
    return forecast_from(ensemble, found, len(readings))


def forecast_from(ensemble: Ensemble, found: Posterior, count: int) -> Forecast:
    """The forecast of the kitchens that a posterior holds likely."""
    body = ensemble.terms(found.draws, 4)
    middle = ensemble.terms(found.z[None], 4)
    ends = body @ ensemble.ends_of
    ends[:, :3] += ensemble.ends_sd[:3] * _NORMAL[:, [0, 1, 2]][::-1]
    best = (middle @ ensemble.ends_of)[0]
    end = ensemble.since_s + np.exp(ends[:, 0])
    done = end + np.exp(ends[:, 1])
    end_s = ensemble.since_s + math.exp(best[0])
    done_s = end_s + math.exp(best[1])
    time_s, core, low, high = _curve(ensemble, body, middle, end, end_s, done_s)
    return Forecast(
        end_s=end_s,
        end_span_s=_span(end, end_s),
        done_s=done_s,
        done_span_s=_span(done, done_s),
        peak_c=float(best[2]),
        peak_span_c=_span(ends[:, 2], float(best[2])),
        grey_rim_share=float(np.clip(best[3], 0.0, 1.0)),
        crust_s=math.exp(best[4]),
        time_s=time_s,
        core_c=core,
        core_low_c=low,
        core_high_c=high,
        posterior=found,
        readings=count,
        members=ensemble.members,
    )


def _curve(
    ensemble: Ensemble, body: Floats, middle: Floats, ends: Floats, end_s: float, done_s: float
) -> tuple[Floats, Floats, Floats, Floats]:
    time_s = np.unique(np.concatenate([np.linspace(0.0, end_s, 70), np.linspace(end_s, done_s, 50)]))

    def along(phase: Floats, tail: Floats, end: float) -> Floats:
        before = np.interp(time_s, ensemble.time_s, phase)
        joined = float(np.interp(end, ensemble.time_s, phase))
        after = np.interp(time_s - end, ensemble.tail_s, tail)
        return np.asarray(np.where(time_s <= end, before, after + joined - tail[0]))

    every = slice(None, None, 2)
    phases, tails = body[every] @ ensemble.core_of, body[every] @ ensemble.tail_of
    lines = np.array([along(p, t, e) for p, t, e in zip(phases, tails, ends[every], strict=True)])
    core = along((middle @ ensemble.core_of)[0], (middle @ ensemble.tail_of)[0], end_s)
    low, high = np.quantile(lines, [LOW, HIGH], axis=0)
    return time_s, core, np.minimum(low, core), np.maximum(high, core)


def _span(values: Floats, centre: float) -> Span:
    low, high = np.quantile(values, [LOW, HIGH])
    return Span(min(float(low), centre), max(float(high), centre))


def early_gap_k(ensemble: Ensemble, found: Posterior, readings: Sequence[Reading]) -> float:
    """How far the tip's first half lay above the likeliest kitchen, beside its second half [K]."""
    sensor = _Seen(ensemble, readings).sensors[0]
    away = -sensor.away_k(found.z)
    half = len(away) // 2
    return float(np.mean(away[:half]) - np.mean(away[half:])) if half >= 3 else 0.0


class _Seen:
    """The readings, put together in stretches, against what a kitchen would show."""

    def __init__(self, ensemble: Ensemble, readings: Sequence[Reading]) -> None:
        last = float(ensemble.time_s[-1])
        inside = [r for r in readings if 0.0 <= r.at_s <= last]
        self.ensemble = ensemble
        self.before = np.append(ensemble.known**-2.0, 1.0)
        self.sensors = [
            _Sensor(ensemble, shown, [r for r in inside if r.source == name])
            for name, shown in ensemble.sensors.items()
        ]
        hand = [r for r in inside if r.source == "hand"]
        at = np.array([r.at_s for r in hand])
        self.hand_c = np.array([r.temp_c for r in hand])
        self.hand_of = _columns(ensemble.time_s, ensemble.core_of, at)
        air = [r.temp_c for r in inside if r.source == "air" and r.at_s >= ensemble.since_s]
        self.air_z: float | None = None
        if air and ensemble.air_c is not None:
            self.air_z = (float(np.median(air)) - ensemble.air_c) / FIRE_SD.value
        self.air_sd = AIR_SD.value / FIRE_SD.value

    def _away(self, z: Floats) -> Floats:
        hand = ((self.ensemble.terms(z[None], 4) @ self.hand_of)[0] - self.hand_c) / HAND_NOISE.value
        air = [] if self.air_z is None else [(z[3] - self.air_z) / self.air_sd]
        return np.concatenate([*(s.away_k(z) / s.sd_k for s in self.sensors), hand, air])

    def residuals(self, z: Floats) -> Floats:
        """Away from the readings in standard deviations; far ones count with their root only."""
        away = self._away(z)
        far = np.abs(away) > OUTLIER
        away[far] = np.sign(away[far]) * np.sqrt(2.0 * OUTLIER * np.abs(away[far]) - OUTLIER**2)
        return away

    def slope(self, z: Floats) -> Floats:
        """How the residuals change with every part of z: (residuals, PARTS)."""
        hand = np.zeros((len(self.hand_c), PARTS))
        hand[:, :4] = (self.ensemble.slopes(z, 4) @ self.hand_of).T / HAND_NOISE.value
        rows = [*(s.slope(z) for s in self.sensors), hand]
        if self.air_z is not None:
            rows.append(np.eye(PARTS)[[3]] / self.air_sd)
        plain = np.concatenate(rows)
        away = np.abs(self._away(z))
        far = away > OUTLIER
        plain[far] *= (OUTLIER / np.sqrt(2.0 * OUTLIER * away[far] - OUTLIER**2))[:, None]
        return plain

    def cost(self, z: Floats) -> float:
        """Minus the logarithm of the posterior density, but for a constant."""
        return 0.5 * float(np.sum(self.residuals(z) ** 2) + np.sum(self.before * z**2))

    def misfit_k(self, z: Floats) -> float:
        """Root mean square distance of the probe's readings [K]; 0 without any."""
        away = np.concatenate([s.away_k(z) for s in self.sensors])
        return float(np.sqrt(np.mean(away**2))) if len(away) else 0.0


class _Sensor:
    """What one sensor of a probe read, against what kitchens would show."""

    def __init__(self, ensemble: Ensemble, shown: SensorSurrogate, readings: Sequence[Reading]) -> None:
        self.ensemble, time_s = ensemble, ensemble.time_s
        at, self.temp_c, count = _binned(readings)
        self.of, self.unknowns = _columns(time_s, shown.of, at), shown.unknowns
        fit = np.interp(at, time_s, shown.sd_k)
        self.sd_k = np.sqrt(PROBE_NOISE.value**2 / np.minimum(count, AVERAGED) + CORRELATED * (fit**2 + MODEL_SD_K**2))

    def away_k(self, z: Floats) -> Floats:
        shown = (self.ensemble.terms(z[None], self.unknowns) @ self.of)[0]
        return np.asarray(shown + PROBE_BIAS_SD.value * z[BIAS] - self.temp_c)

    def slope(self, z: Floats) -> Floats:
        found = np.zeros((len(self.temp_c), PARTS))
        found[:, : self.unknowns] = (self.ensemble.slopes(z, self.unknowns) @ self.of).T
        found[:, BIAS] = PROBE_BIAS_SD.value
        return np.asarray(found / self.sd_k[:, None])


def _columns(time_s: Floats, matrix: Floats, at: Floats) -> Floats:
    """The columns of a matrix over time at other moments, between its own."""
    if not len(at):
        return np.zeros((len(matrix), 0))
    after = np.clip(np.searchsorted(time_s, at), 1, len(time_s) - 1)
    share = (at - time_s[after - 1]) / (time_s[after] - time_s[after - 1])
    return np.asarray(matrix[:, after - 1] * (1.0 - share) + matrix[:, after] * share)


def _binned(readings: Sequence[Reading]) -> tuple[Floats, Floats, Floats]:
    """Means of at most BINS stretches of the readings: moments, temperatures, how many each."""
    ordered = sorted(readings, key=lambda r: r.at_s)
    if not ordered:
        return np.zeros(0), np.zeros(0), np.zeros(0)
    at, temp = np.array([r.at_s for r in ordered]), np.array([r.temp_c for r in ordered])
    usual = median_filter(temp, NEIGHBOURS, mode="mirror") if len(temp) > NEIGHBOURS else temp
    calm = np.abs(temp - usual) < WILD_K
    at, temp = at[calm], temp[calm]
    parts = np.array_split(np.arange(len(at)), min(BINS, len(at)))
    return (
        np.array([at[p].mean() for p in parts]),
        np.array([np.median(temp[p]) for p in parts]),
        np.array([float(len(p)) for p in parts]),
    )
