"""What a thermometer shows: more than the coldest point, for its stem leads heat in and nobody hits the middle
quite."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from brasko.core.foods.shape import Geometry
from brasko.core.heat.geometry import Grid, graded_grid
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


ALONG = np.linspace(0.0, 6.0, 61)
FELT = np.exp(-ALONG) / np.exp(-ALONG).sum()
"""Places along a stem, in parts of STEM_LENGTH, and how much each is felt."""
Stem = tuple[NDArray[np.int64], NDArray[np.int64], NDArray[np.float64]]
"""Rows, columns and weights of the cells that a thermometer feels, each (2, n): first as it lies with face b down."""

NO_STEM: Stem = (np.zeros((2, 0), np.int64), np.zeros((2, 0), np.int64), np.zeros((2, 0)))


@lru_cache(maxsize=256)
def stem_of(geometry: Geometry, refine: float, depth_share: float, by_hand: bool) -> Stem:
    """What a thermometer feels whose tip is so far from face a, on the grid of this geometry.

    A point; or a hand thermometer, whose stem takes on the temperatures along it, exp(-s / STEM_LENGTH) of each by the
    distance s from the tip, and whose tip is TIP_OFF above or below where it should be.
    Source: a fin in a medium, incropera_2011, ch. 3.6.
    """
    grid = graded_grid(geometry, refine)
    sides = [_weights(grid, depth_share, by_hand, a_down=a_down) for a_down in (False, True)]
    felt = [np.argwhere(side > 0.0) for side in sides]
    most = max(len(cells) for cells in felt)
    rows, columns = np.zeros((2, most), np.int64), np.zeros((2, most), np.int64)
    weights = np.zeros((2, most))
    for n, (side, cells) in enumerate(zip(sides, felt, strict=True)):
        rows[n, : len(cells)], columns[n, : len(cells)] = cells.T
        weights[n, : len(cells)] = side[cells[:, 0], cells[:, 1]]
    return rows, columns, weights


def hand_reading_c(grid: Grid, temp_c: NDArray[np.float64], *, a_down: bool) -> float:
    """What a hand thermometer shows that is put into the middle of the piece [°C]; temp_c (nz, nr) (see stem_of).

    Checked: tests/core/test_cook_forwards.py.
    """
    return float(np.sum(_weights(grid, 0.5, True, a_down=a_down) * temp_c))


def readings_c(
    grid: Grid, fields_c: NDArray[np.float64], depth_share: float, a_down: NDArray[np.bool_]
) -> NDArray[np.float64]:
    """What a thermometer put in by hand shows in every field (frame, nz, nr), with face a down or not (frame) [°C]."""
    shown = np.empty(len(fields_c))
    for down in (False, True):
        felt = _weights(grid, depth_share, True, a_down=down)
        shown[a_down == down] = np.tensordot(fields_c[a_down == down], felt, axes=2)
    return shown


def _weights(grid: Grid, depth_share: float, by_hand: bool, *, a_down: bool) -> NDArray[np.float64]:
    """How much of each cell (nz, nr) is felt."""
    z, r, thick, middle = grid.z_m, grid.r_m, float(grid.dz_m.sum()), grid.middle_column
    if by_hand:
        upwards = 1.0 if thick >= FROM_ABOVE_FROM_M.value else SLANT.value
        way = ALONG * STEM_LENGTH.value
        up = depth_share * thick + (1.0 if a_down else -1.0) * upwards * way
        out = np.clip(np.searchsorted(r, r[middle] + way * np.sqrt(1.0 - upwards**2)), middle, len(r) - 1)
        heights = np.concatenate([up - TIP_OFF.value, up + TIP_OFF.value])
        columns, felt = np.concatenate([out, out]), np.concatenate([FELT, FELT]) / 2.0
    else:
        heights, columns, felt = np.array([depth_share * thick]), np.array([middle]), np.ones(1)
    below = np.clip(np.searchsorted(z, heights) - 1, 0, len(z) - 2)
    part = np.clip((heights - z[below]) / (z[below + 1] - z[below]), 0.0, 1.0)
    found = np.zeros((len(z), len(r)))
    np.add.at(found, (below, columns), felt * (1.0 - part))
    np.add.at(found, (below + 1, columns), felt * part)
    return found
