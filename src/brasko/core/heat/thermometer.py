"""What a thermometer shows: more than the coldest point, for its stem leads heat in from the warmer meat above it."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brasko.core.heat.geometry import Grid
from brasko.core.sourced import Sourced

STEM_LENGTH = Sourced(0.0025, "m", "", "assumed")
"""How far up a thin steel stem its tip still feels: a fin of 15 W/mK, 1.5 mm thick in its wall's worth of metal, in meat."""
TIP_OFF = Sourced(0.001, "m", "", "assumed")
"""How far from the middle a careful hand puts the tip."""


def hand_reading_c(grid: Grid, temp_c: NDArray[np.float64], *, a_down: bool) -> float:
    """What a hand thermometer shows that is put from above into the middle of the piece [°C].

    Its stem takes on the temperatures along it, exp(-s / STEM_LENGTH) of each by the distance from the tip; the tip is
    TIP_OFF above or below the middle. temp_c (nz, nr).  Source: a fin in a medium, incropera_2011, ch. 3.6.
    Checked: tests/core/test_cook_forwards.py.
    """
    column, z, half = temp_c[:, grid.middle_column], grid.z_m, float(grid.dz_m.sum()) / 2.0
    if a_down:
        heights, through = z, column
    else:
        heights, through = 2.0 * half - z[::-1], column[::-1]
    along = np.linspace(0.0, 6.0, 61)
    weight = np.exp(-along)
    shown = [
        float(np.sum(weight * np.interp(half + off + along * STEM_LENGTH.value, heights, through)) / weight.sum())
        for off in (-TIP_OFF.value, TIP_OFF.value)
    ]
    return sum(shown) / 2.0
