"""How a household's fire differs from the one assumed, learned from its cooks.

A fire's film coefficient and the air of its gentle side are off by something that stays, and by something that is new
each time: z = fire + cook, both normal, together as wide as one kitchen is unknown (core/uncertainty/unknowns). A cook
that was read tells its own z, more or less surely; what stays is filtered from cook to cook (Kalman). A cook that
does not fit the others counts the less the further it is off, and what was learned fades slowly towards what is
usual, so that a fire that has changed is learned anew.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from brasko.core.planner.wish import Wish
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD

Floats = NDArray[np.float64]

STAYS = Sourced(0.75, "-", "", "assumed")
"""Share of the variance between kitchens that is the fire's own; the rest is new with every cook."""
FADES = Sourced(0.985, "-", "", "assumed")
"""What is left of what was learned from one cook to the next."""
HEAVY = 4.0
"""Degrees of freedom of Student's t: a cook that does not fit the others counts less, the further off the less (Lange,
Little and Taylor 1989)."""
CLIPPED = 2.5
"""No cook is believed to be further off than that: kitchens were not looked at beyond."""
LEAST_INFORMATION = 1e-3
"""Less than this a cook tells nothing, in units of what was known before."""


OWN = "own:"
"""Before the name of a fire that its cook has built."""


@dataclass(frozen=True)
class Taught:
    """What one cook said of its fire: the likeliest film and air, and how surely, as information.

    z               (film, air of the gentle side) away from the fire assumed, in FILM_SD and FIRE_SD
    information     (2, 2) precision of the readings alone, without what was known before
    """

    z: tuple[float, float]
    information: tuple[tuple[float, float], tuple[float, float]]


@dataclass(frozen=True)
class Learned:
    """What is known of a fire: its likeliest factors and how far the next cook may be off them.

    film_more       factor on its film coefficients
    air_more_k      air of its gentle side above the fire assumed [K]
    film_spread, air_spread
                    what is left of the usual spread for the next cook, 1 where nothing was learned
    film_sd, air_sd_k
                    how surely the factors themselves are known
    cooks           that say so
    """

    film_more: float = 1.0
    air_more_k: float = 0.0
    film_spread: float = 1.0
    air_spread: float = 1.0
    film_sd: float = float(math.sqrt(STAYS.value) * FILM_SD.value)
    air_sd_k: float = float(math.sqrt(STAYS.value) * FIRE_SD.value)
    cooks: int = 0


USUAL = Learned()
"""Nothing is known yet: the fire as assumed."""


def fire_of(wish: Wish) -> str:
    """What a wish's fire is called in the log: a key of those that ship, or the name that its cook gave it."""
    return f"{OWN}{wish.own_fire.name}" if wish.own_fire is not None else wish.fire_key


def on_its_fire(wish: Wish, known: Mapping[str, Learned]) -> Wish:
    """The wish on its fire as that is known; as such fires usually are where nothing is."""
    return replace(wish, **factors_of(known.get(fire_of(wish), USUAL)))


def factors_of(has: Learned) -> dict[str, Any]:
    """What is known of a fire as answers of a wish."""
    return {
        "film_more": has.film_more,
        "air_more_k": has.air_more_k,
        "film_spread": has.film_spread,
        "air_spread": has.air_spread,
    }


def taught(
    z: Floats, covariance: Floats, film_more: float, air_more_k: float, film_spread: float, air_spread: float
) -> Taught | None:
    """What a cook's readings said, from its posterior of (film, fire) about the fire that it was planned on, which was
    known as spread says. None where the readings told nothing."""
    before = np.diag([film_spread**-2, air_spread**-2])
    after = np.linalg.inv(covariance)
    values, vectors = np.linalg.eigh(after - before)
    told = vectors @ np.diag(np.maximum(values, 0.0)) @ vectors.T
    if float(np.trace(told)) < LEAST_INFORMATION:
        return None
    # where the readings alone have it: the posterior is pulled towards what was known before
    alone = np.linalg.pinv(told, rcond=1e-6) @ after @ z
    planned = np.array([math.log(film_more) / FILM_SD.value, air_more_k / FIRE_SD.value])
    film, air = np.clip(alone + planned, -CLIPPED, CLIPPED)
    (a, b), (_, d) = told
    return Taught((float(film), float(air)), ((float(a), float(b)), (float(b), float(d))))


def learned(cooks: Sequence[Taught]) -> Learned:
    """What the cooks say together, the oldest first.

    Checked: tests/core/test_learning.py::test_what_stays_is_found_and_what_changes_is_left_as_spread.
    """
    stays, own = STAYS.value, 1.0 - STAYS.value
    if not cooks:
        return USUAL
    mean, cov = np.zeros(2), stays * np.eye(2)
    for cook in cooks:
        mean = FADES.value * mean
        cov = FADES.value**2 * cov + (1.0 - FADES.value**2) * stays * np.eye(2)
        told = np.array(cook.information)
        # the readings' own spread and what is new with every cook, as precision about what stays
        spread = told @ np.linalg.inv(np.eye(2) + own * told)
        away = np.array(cook.z) - mean
        # precision of the innovation, by Woodbury: a direction that no reading told of counts nothing
        innovation = spread - spread @ np.linalg.inv(np.linalg.inv(cov) + spread) @ spread
        off = max(float(away @ innovation @ away), 0.0)
        weight = min((HEAVY + len(away)) / (HEAVY + off), 1.0)
        gain = np.linalg.inv(np.linalg.inv(cov) + weight * spread)
        mean = mean + gain @ (weight * spread @ away)
        cov = gain
    sd = np.sqrt(np.diag(cov))
    left = np.sqrt(np.diag(cov) + own)
    return Learned(
        film_more=math.exp(FILM_SD.value * float(mean[0])),
        air_more_k=FIRE_SD.value * float(mean[1]),
        film_spread=float(left[0]),
        air_spread=float(left[1]),
        film_sd=FILM_SD.value * float(sd[0]),
        air_sd_k=FIRE_SD.value * float(sd[1]),
        cooks=len(cooks),
    )
