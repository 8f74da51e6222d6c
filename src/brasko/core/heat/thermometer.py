"""What a thermometer shows: more than the coldest point, for its stem leads heat in and nobody hits the middle
quite."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brasko.core.heat.geometry import Grid
from brasko.core.sourced import Sourced

STEM_LENGTH = Sourced(0.0025, "m", "", "assumed")
"""How far along a thin steel stem its tip still feels: a fin of 15 W/mK, 1.5 mm thick in its wall's worth of metal, in
meat."""
TIP_OFF = Sourced(0.001, "m", "", "assumed")
"""How far above or below the middle a careful hand puts the tip."""
SLANT = Sourced(0.6, "-", "", "assumed")
"""A hand goes into the side of a piece slanting, by some thirty-five degrees: so much of the way along the stem is
upwards."""
FROM_ABOVE_FROM_M = Sourced(0.06, "m", "", "common practice")
"""A thinner piece is probed from its side, a thicker one from above."""


def hand_reading_c(grid: Grid, temp_c: NDArray[np.float64], *, a_down: bool) -> float:
    """What a hand thermometer shows that is put into the middle of the piece [°C].

    Its stem takes on the temperatures along it, exp(-s / STEM_LENGTH) of each by the distance from the tip; the tip is
    TIP_OFF above or below the middle. temp_c (nz, nr).  Source: a fin in a medium, incropera_2011, ch. 3.6.
    Checked: tests/core/test_cook_forwards.py.
    """
    if float(grid.dz_m.sum()) >= FROM_ABOVE_FROM_M.value:
        return _along_the_stem(grid, temp_c, 1.0, a_down=a_down)
    return _along_the_stem(grid, temp_c, SLANT.value, a_down=a_down)


def _along_the_stem(grid: Grid, temp_c: NDArray[np.float64], upwards: float, *, a_down: bool) -> float:
    """Mean over the stem, which rises by this share of its way and goes outwards by the rest."""
    z, r, half, middle = grid.z_m, grid.r_m, float(grid.dz_m.sum()) / 2.0, grid.middle_column
    along = np.linspace(0.0, 6.0, 61)
    weight = np.exp(-along)
    way, up = along * STEM_LENGTH.value, 1.0 if a_down else -1.0
    column = np.clip(np.searchsorted(r, r[middle] + way * np.sqrt(1.0 - upwards**2)), middle, len(r) - 1)
    shown = []
    for off in (-TIP_OFF.value, TIP_OFF.value):
        heights = half + off + up * upwards * way
        stem = np.array([np.interp(at, z, temp_c[:, n]) for at, n in zip(heights, column, strict=True)])
        shown.append(float(np.sum(weight * stem) / weight.sum()))
    return sum(shown) / 2.0
