"""How an eater likes a cut, learned from what they said of what they ate.

Who eats has a finish that is right for them; what is further from it than a little is under or over. Each verdict
narrows down where it lies, over a grid of finishes (an ordered probit model, McCullagh 1980, with fixed thresholds).
Crust goes the same way, on the logarithm of its share of a good one.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.special import ndtr

from brasko.core.sourced import Sourced

Side = Literal["less", "right", "more"]
"""It was less than is liked, as liked, or more."""


@dataclass(frozen=True)
class Liking:
    """What an eater is asked about, and how finely they tell.

    prior   how far eaters are from what is usual, one standard deviation
    right   so far from the liking it still is right
    tells   how finely it is told apart, one standard deviation
    """

    prior: Sourced
    right: Sourced
    tells: Sourced


FINISH = Liking(Sourced(3.0, "K", "", "assumed"), Sourced(2.0, "K", "", "assumed"), Sourced(1.5, "K", "", "assumed"))
"""The middle as it was eaten."""
CRUST = Liking(Sourced(0.5, "-", "", "assumed"), Sourced(0.35, "-", "", "assumed"), Sourced(0.25, "-", "", "assumed"))
"""The logarithm of the crust's browning dose."""
REACH = 4.0
"""So many standard deviations of the prior are looked at."""
POINTS = 401
"""Places of the grid."""
LEAST = 2
"""One verdict is a mood: so many are needed before anything is planned by it (assumed)."""


@dataclass(frozen=True)
class Liked:
    """What an eater likes: the likeliest, one standard deviation, and from how many verdicts."""

    at: float
    sd: float
    verdicts: int


def liked(liking: Liking, usual: float, verdicts: Sequence[tuple[float, Side]]) -> Liked:
    """What is liked, from what was eaten and what was said of it, about what is usual.

    Checked: tests/core/test_tastes.py::test_a_liking_is_where_the_whole_posterior_has_it.
    """
    reach = REACH * liking.prior.value
    grid = np.linspace(usual - reach, usual + reach, POINTS)
    log = -0.5 * ((grid - usual) / liking.prior.value) ** 2
    for ate, said in verdicts:
        over = ndtr((ate - grid - liking.right.value) / liking.tells.value)
        under = ndtr((grid - liking.right.value - ate) / liking.tells.value)
        chance = {"more": over, "less": under, "right": 1.0 - over - under}[said]
        log = log + np.log(np.maximum(chance, 1e-9))
    weight = np.exp(log - log.max())
    weight /= weight.sum()
    at = float(weight @ grid)
    return Liked(at, math.sqrt(float(weight @ (grid - at) ** 2)), len(verdicts))
