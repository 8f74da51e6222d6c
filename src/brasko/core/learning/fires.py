"""How a household's fire differs from the one assumed, learned from its cooks.

A fire's film coefficient and the air of its gentle side are off by something that stays, and by something that is new
each time, together as wide as one kitchen is unknown (core/uncertainty/unknowns). A cook that was read tells its own,
more or less surely; what stays is filtered from cook to cook (see series).
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from brasko.core.learning.habits import HABITS, HabitKnown
from brasko.core.learning.series import CLIPPED, STAYS, known
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD

Floats = NDArray[np.float64]

MIN_INFORMATION = 1e-3
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
    habits          what else they say, by its key
    """

    film_more: float = 1.0
    air_more_k: float = 0.0
    film_spread: float = 1.0
    air_spread: float = 1.0
    film_sd: float = float(math.sqrt(STAYS.value) * FILM_SD.value)
    air_sd_k: float = float(math.sqrt(STAYS.value) * FIRE_SD.value)
    cooks: int = 0
    habits: Mapping[str, HabitKnown] = field(default_factory=dict)


USUAL = Learned()
"""Nothing is known yet: the fire as assumed."""


def fire_of(spec: PieceSpec) -> str:
    """What a wish's fire is called in the log: a key of those that ship, or the name that its cook gave it."""
    return f"{OWN}{spec.own_fire.name}" if spec.own_fire is not None else spec.fire_key


def on_its_fire(spec: PieceSpec, known: Mapping[str, Learned]) -> PieceSpec:
    """The wish on its fire as that is known; as such fires usually are where nothing is."""
    return replace(spec, **factors_of(known.get(fire_of(spec), USUAL)))


def factors_of(has: Learned) -> dict[str, Any]:
    """What is known of a fire as answers of a wish."""
    return {
        "film_more": has.film_more,
        "air_more_k": has.air_more_k,
        "film_spread": has.film_spread,
        "air_spread": has.air_spread,
        **{h.answer: has.habits[key].figure if key in has.habits else h.usual for key, h in HABITS.items()},
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
    if float(np.trace(told)) < MIN_INFORMATION:
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
    if not cooks:
        return USUAL
    has = known([(np.array(cook.z), np.array(cook.information)) for cook in cooks], 2)
    mean, sd, left = has.mean, np.sqrt(np.diag(has.covariance)), has.spread
    return Learned(
        film_more=math.exp(FILM_SD.value * float(mean[0])),
        air_more_k=FIRE_SD.value * float(mean[1]),
        film_spread=float(left[0]),
        air_spread=float(left[1]),
        film_sd=FILM_SD.value * float(sd[0]),
        air_sd_k=FIRE_SD.value * float(sd[1]),
        cooks=len(cooks),
    )
