"""The hand test: how long a palm bears a heat, and the heat that a time means."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from brasko.core.errors import require_between
from brasko.core.words import say

PAIN_THRESHOLD: tuple[tuple[float, float], ...] = (
    (1740.0, 60.0),
    (2330.0, 40.0),
    (2900.0, 30.0),
    (4730.0, 16.0),
    (6940.0, 9.0),
    (9460.0, 6.0),
    (11670.0, 4.0),
    (19870.0, 2.0),
)
"""Flux on bare skin [W/m2] and seconds until it hurts. Source: api_521, from memory."""

_FLUX, _SECONDS = np.log([f for f, _ in PAIN_THRESHOLD]), np.log([s for _, s in PAIN_THRESHOLD])
_FIRST, _LAST = (
    (_SECONDS[1] - _SECONDS[0]) / (_FLUX[1] - _FLUX[0]),
    (_SECONDS[-1] - _SECONDS[-2]) / (_FLUX[-1] - _FLUX[-2]),
)
LONGEST_S = 60.0
"""Nobody holds still longer: above this a spot is simply cool."""
PALM_ABOVE_M = 0.10
SKIN_C = 33.0
"""A palm is held so far above the grate, and is so warm (common practice, no source)."""


def hand_seconds(flux_w_m2: ArrayLike) -> NDArray[np.float64]:
    """Seconds until a palm hurts under a net heat flux [W/m2]; LONGEST_S where it is bearable.

    Straight lines between the table's points on logarithmic axes, and on past its last. Source: api_521.
    """
    flux = np.log(np.maximum(np.asarray(flux_w_m2, dtype=float), 1.0))
    seconds = np.interp(flux, _FLUX, _SECONDS)
    seconds = np.where(flux > _FLUX[-1], _SECONDS[-1] + _LAST * (flux - _FLUX[-1]), seconds)
    seconds = np.where(flux < _FLUX[0], _SECONDS[0] + _FIRST * (flux - _FLUX[0]), seconds)
    borne: NDArray[np.float64] = np.minimum(np.exp(seconds), LONGEST_S)
    return borne


def hand_flux_w_m2(seconds: float) -> float:
    """Net heat flux [W/m2] that hurts a palm after so many seconds. The inverse of hand_seconds."""
    require_between("seconds", seconds, 0.3, LONGEST_S, "s", say("hand-count-from-when-the-palm-is"))
    wanted = np.log(seconds)
    if wanted < _SECONDS[-1]:
        return float(np.exp(_FLUX[-1] + (wanted - _SECONDS[-1]) / _LAST))
    return float(np.exp(np.interp(wanted, _SECONDS[::-1], _FLUX[::-1])))
