"""What a finished slow phase taught: which of the unknowns the readings pin down, and how much longer each made it."""

from __future__ import annotations

import math

import numpy as np

from brasko.core.forecast.ensemble import BODY, Ensemble
from brasko.core.forecast.update import Forecast
from brasko.core.forecast.why import WORTH_SAYING_S, length_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, START_SD, THICKNESS_SD
from brasko.core.words import quantity, say

PINNED = 0.75
"""An unknown is known from the readings where they leave less than this of what was not known before (assumed)."""
SURE = 1.3
"""It differs from the plan where it lies so many of its own standard deviations away (assumed)."""
FLOOR = 0.35
"""No unknown is known better than that: so many standard deviations of the fire are what a sensor of the air
is off (assumed)."""
MAX = 2
"""More lessons than this nobody keeps in mind."""


def learned(spec: PieceSpec, ensemble: Ensemble, forecast: Forecast) -> tuple[str, ...]:
    """Lessons of a slow phase, the weightiest first, with phrase tokens. Empty where the readings tell none."""
    z, sd = forecast.posterior.z, forecast.posterior.draws.std(axis=0)
    found = []
    for n, name in enumerate(BODY):
        if sd[n] > PINNED or abs(float(z[n])) < SURE * max(float(sd[n]), FLOOR):
            continue
        without = np.array(z)
        without[n] = 0.0
        longer_s = length_s(ensemble, z) - length_s(ensemble, without)
        if abs(longer_s) >= WORTH_SAYING_S:
            found.append((abs(longer_s), _lesson(spec, ensemble, name, float(z[n]), longer_s)))
    return tuple(said for _, said in sorted(found, reverse=True)[:MAX])


def _lesson(spec: PieceSpec, ensemble: Ensemble, name: str, z: float, longer_s: float) -> str:
    took = say(
        "lessons-that-made-it",
        longer=quantity.span(abs(longer_s)),
        value=say("lessons-longer") if longer_s > 0.0 else say("lessons-shorter"),
    )
    if name == "fire" and ensemble.air_c is not None:
        delta = FIRE_SD.value * z
        way = "hotter" if delta < 0.0 else "cooler"
        return say(
            "lessons-the-air-about-it-was-nearer",
            air=quantity.temp(ensemble.air_c + delta),
            air2=quantity.temp(ensemble.air_c),
            took=took,
            delta=quantity.rise(abs(delta)),
            way=way,
        )
    if name == "fire":
        return say(
            "lessons-the-fire-was-than-planned",
            value=say("lessons-cooler") if z < 0.0 else say("lessons-hotter"),
            took=took,
        )
    if name == "thickness":
        mm = 1000.0 * spec.thickness_m
        like = mm * (1.0 + THICKNESS_SD.value * z)
        return say(
            "lessons-it-cooked-like-a-piece-thick", like=quantity.length(like), mm=quantity.length(mm), took=took
        )
    if name == "start":
        began_c = max(spec.start_c + START_SD.value * z, 0.0)
        return say(
            "lessons-it-went-on-at-about-not",
            began=quantity.temp(began_c),
            start=quantity.temp(spec.start_c),
            took=took,
        )
    percent = 100.0 * (math.exp(FILM_SD.value * z) - 1.0)
    word, of = (
        ("slower", say("lessons-still-air-or-a-crowded-grate"))
        if percent < 0.0
        else ("faster", say("lessons-wind-or-a-strong-draught-does"))
    )
    return say(
        "lessons-heat-went-into-it-than-usual", percent=quantity.number(abs(percent)), word=word, took=took, of=of
    )
