"""What stays of something that is told again and again, each time with something new about it.

z = what stays + what is new, both normal, of variance 1 together before anything is known. A telling gives z, more or
less surely; what stays is filtered from one to the next (Kalman). A telling that does not fit the others counts the
less the further it is off, and what was learned fades slowly towards what is usual, so that a thing that has changed
is learned anew.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brasko.core.sourced import Sourced

Floats = NDArray[np.float64]

STAYS = Sourced(0.75, "-", "", "assumed")
"""Share of the variance between kitchens that is the thing's own; the rest is new each time."""
FADES = Sourced(0.985, "-", "", "assumed")
"""What is left of what was learned from one telling to the next."""
HEAVY = 4.0
"""Degrees of freedom of Student's t: a telling that does not fit the others counts less, the further off the less
(Lange, Little and Taylor 1989)."""
CLIPPED = 2.5
"""Nothing is believed to be further off than that: kitchens were not looked at beyond."""


@dataclass(frozen=True)
class Known:
    """What is known together: the mean of what stays (n,), its covariance (n, n), and the spread of the next one
    (n,)."""

    mean: Floats
    covariance: Floats
    spread: Floats


def known(told: Sequence[tuple[Floats, Floats]], n: int) -> Known:
    """What tellings say together, the oldest first: each its z (n,) and the precision of it alone (n, n).

    Checked: tests/core/test_learning.py::test_what_stays_is_found_and_what_changes_is_left_as_spread.
    """
    stays, own = STAYS.value, 1.0 - STAYS.value
    mean, cov = np.zeros(n), stays * np.eye(n)
    for z, information in told:
        mean = FADES.value * mean
        cov = FADES.value**2 * cov + (1.0 - FADES.value**2) * stays * np.eye(n)
        # the readings' own spread and what is new each time, as precision about what stays
        precision = information @ np.linalg.inv(np.eye(n) + own * information)
        away = z - mean
        # precision of the innovation, by Woodbury: a direction that no reading told of counts nothing
        innovation = precision - precision @ np.linalg.inv(np.linalg.inv(cov) + precision) @ precision
        off = max(float(away @ innovation @ away), 0.0)
        weight = min((HEAVY + n) / (HEAVY + off), 1.0)
        cov = np.asarray(np.linalg.inv(np.linalg.inv(cov) + weight * precision), dtype=np.float64)
        mean = mean + cov @ (weight * precision @ away)
    return Known(mean, cov, np.sqrt(np.diag(cov) + own))
