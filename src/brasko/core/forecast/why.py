"""Why a cook runs early or late, in words: which of the unknowns explains most of it."""

from __future__ import annotations

import math

import numpy as np

from brasko.core.forecast.ensemble import BODY, Ensemble
from brasko.core.forecast.update import Forecast
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, PROBE_SD_M, START_SD, THICKNESS_SD
from brasko.core.words import quantity, say

WORTH_SAYING_S = 90.0
"""Less than this needs no reason."""
WORTH_SAYING_M = 0.002
"""Less than this off the middle hardly shows (assumed)."""
SURE_DEPTH = 1.6
"""A probe is called off-centre when its depth is so many of its own standard deviations away."""


def why(spec: PieceSpec, ensemble: Ensemble, forecast: Forecast, planned_end_s: float) -> str:
    """One sentence with phrase tokens; "" where it runs as foreseen."""
    late = forecast.end_s - planned_end_s
    if abs(late) < WORTH_SAYING_S or not forecast.readings:
        return ""
    side = "behind" if late > 0.0 else "ahead"
    return say("why-runs", late=quantity.span(abs(late)), side=side, cause=_cause(spec, ensemble, forecast, late))


def _cause(spec: PieceSpec, ensemble: Ensemble, forecast: Forecast, late: float) -> str:
    z = forecast.posterior.z
    shares = {}
    for n, name in enumerate(BODY):
        without = z.copy()
        without[n] = 0.0
        shares[name] = forecast.end_s - ensemble.since_s - length_s(ensemble, without)
    name = max(shares, key=lambda key: shares[key] if late > 0.0 else -shares[key])
    if name == "fire":
        delta = FIRE_SD.value * float(z[3])
        zone = spec.gentle_zone
        if zone is not None and ensemble.air_c is not None:
            return say("why-the-cool-side-is-nearer", air=quantity.temp(ensemble.air_c + delta))
        return say("why-the-fire-is-than-planned", value=say("why-cooler") if delta < 0.0 else say("why-hotter"))
    if name == "thickness":
        return say(
            "why-it-cooks-like-a-piece-thick",
            thickness=quantity.length(1000.0 * spec.thickness_m * (1.0 + THICKNESS_SD.value * float(z[1]))),
        )
    if name == "start":
        start_c = max(spec.start_c + START_SD.value * float(z[2]), 0.0)
        return say("why-it-went-on-at-about", start=quantity.temp(start_c))
    percent = 100.0 * (math.exp(FILM_SD.value * float(z[0])) - 1.0)
    word = "slower" if percent < 0.0 else "faster"
    return say("why-heat-goes-into-it-than-usual", percent=quantity.number(abs(percent)), word=word)


def length_s(ensemble: Ensemble, z: np.ndarray) -> float:
    """How long the step still lasts from `since_s` in the kitchen at z [s]."""
    return float(np.exp((ensemble.terms(z[None], 4) @ ensemble.ends_of)[0, 0]))


def probe_off_m(forecast: Forecast) -> float | None:
    """How far the tip is off the middle [m], where the readings tell; None where it may be in the middle, or nearly
    is."""
    depth = np.abs(forecast.posterior.draws[:, 4])
    off = float(np.mean(depth))
    sure = float(np.std(depth))
    if abs(float(forecast.posterior.z[4])) < SURE_DEPTH * max(sure, 0.25):
        return None
    off_m = off * PROBE_SD_M.value
    return off_m if off_m >= WORTH_SAYING_M else None
