"""What a finished slow phase taught: which of the unknowns the readings pin down, and how much longer each made it."""

from __future__ import annotations

import math

import numpy as np

from brasko.core.forecast.ensemble import BODY, Ensemble
from brasko.core.forecast.update import Forecast
from brasko.core.forecast.why import WORTH_SAYING_S, length_s
from brasko.core.planner.wish import Wish
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, START_SD, THICKNESS_SD

PINNED = 0.75
"""An unknown is known from the readings where they leave less than this of what was not known before (assumed)."""
SURE = 1.3
"""It differs from the plan where it lies so many of its own standard deviations away (assumed)."""
FLOOR = 0.35
"""No unknown is known better than that: so many standard deviations of the fire are what a sensor of the air
is off (assumed)."""
MOST = 2
"""More lessons than this nobody keeps in mind."""


def learned(wish: Wish, ensemble: Ensemble, forecast: Forecast) -> tuple[str, ...]:
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
            found.append((abs(longer_s), _lesson(wish, ensemble, name, float(z[n]), longer_s)))
    return tuple(said for _, said in sorted(found, reverse=True)[:MOST])


def _lesson(wish: Wish, ensemble: Ensemble, name: str, z: float, longer_s: float) -> str:
    took = f"That made it {{time:{abs(longer_s):.0f}}} {'longer' if longer_s > 0.0 else 'shorter'}."
    if name == "fire" and ensemble.air_c is not None:
        delta = FIRE_SD.value * z
        way = "hotter" if delta < 0.0 else "cooler"
        return (
            f"The air about it was nearer {{temp:{ensemble.air_c + delta:.0f}}} than "
            f"{{temp:{ensemble.air_c:.0f}}}. {took} "
            f"Next time set the fire {{rise:{abs(delta):.0f}}} {way}, or plan with what it gives."
        )
    if name == "fire":
        return f"The fire was {'cooler' if z < 0.0 else 'hotter'} than planned. {took}"
    if name == "thickness":
        mm = 1000.0 * wish.thickness_m
        like = mm * (1.0 + THICKNESS_SD.value * z)
        return (
            f"It cooked like a piece {{len:{like:.1f}}} thick, not {{len:{mm:.1f}}}. {took} Measure where it is "
            f"thickest."
        )
    if name == "start":
        began_c = max(wish.start_c + START_SD.value * z, 0.0)
        return (
            f"It went on at about {{temp:{began_c:.0f}}}, not {{temp:{wish.start_c:.0f}}}. {took} Take its "
            f"temperature first."
        )
    percent = 100.0 * (math.exp(FILM_SD.value * z) - 1.0)
    word, of = (
        ("slower", "Still air or a crowded grate does that")
        if percent < 0.0
        else ("faster", "Wind or a strong draught does that")
    )
    return f"Heat went into it {abs(percent):.0f} % {word} than usual over this fire. {took} {of}."
