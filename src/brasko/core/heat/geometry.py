"""Grids of finite volumes for a piece of food: a disc (r, z) or a long bar (half-width x, z)."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from brasko.core.foods.shape import Geometry

Floats = NDArray[np.float64]

FACE_CELL_M = 0.00038
MAX_THICKNESS_CELL_M = 0.0012
EDGE_CELL_M = 0.0005
MAX_RADIAL_CELL_M = 0.0045
RADIAL_CELLS = 16
RADIAL_GROWTH = 1.35
GROWTH = 1.2
COARSE_GROWTH = 1.45
"""Cells are fine where heat comes in, and grow inwards by these factors up to the largest; sizes of refine 1."""


@dataclass(frozen=True)
class Grid:
    """Cell sizes and areas.

    dz_m (nz), dr_m (nr)    cell sizes through the thickness and outwards
    area_z_m2 (nr)          horizontal area of each column
    face_r_m (nr + 1)       length of each upright face, so that its area is face_r_m * dz_m
    bone_columns            so many columns from the inner edge are bone
    """

    dz_m: Floats
    dr_m: Floats
    area_z_m2: Floats
    face_r_m: Floats
    bone_columns: int = 0

    @property
    def middle_column(self) -> int:
        """The column through the middle of the meat: the axis, or beside a bone the middle of what is not bone."""
        if not self.bone_columns:
            return 0
        bone = float(self.dr_m[: self.bone_columns].sum())
        return int(np.searchsorted(np.cumsum(self.dr_m), (bone + float(self.dr_m.sum())) / 2.0))

    @property
    def inner_columns(self) -> int:
        """Columns where the core can be: no nearer to the edge than half the thickness, and at least one."""
        inside = np.cumsum(self.dr_m) <= float(self.dr_m.sum()) - float(self.dz_m.sum()) / 2.0
        return max(int(inside.sum()), self.middle_column + 1)

    @property
    def z_m(self) -> Floats:
        """Heights of the cell centres above face a."""
        return np.cumsum(self.dz_m) - self.dz_m / 2.0

    @property
    def r_m(self) -> Floats:
        """Distances of the cell centres from the axis."""
        return np.cumsum(self.dr_m) - self.dr_m / 2.0

    @property
    def volume_m3(self) -> Floats:
        """Cell volumes, (nz, nr)."""
        return np.outer(self.dz_m, self.area_z_m2)


def _graded_half(half_m: float, first_m: float, largest_m: float, growth: float, middle: float) -> list[float]:
    """Cells from a surface inwards, growing up to largest_m, that fill half_m with `middle` of the last one."""
    cells = [first_m]
    while sum(cells[:-1]) + middle * cells[-1] < half_m:
        cells.append(min(cells[-1] * growth, largest_m))
    scale = half_m / (sum(cells[:-1]) + middle * cells[-1])
    return [c * scale for c in cells]


@lru_cache(maxsize=256)
def graded_grid(geometry: Geometry, refine: float = 1.0) -> Grid:
    """The default grid: fine at the faces and at the edge.

    refine = 2 halves every cell. Below 1 the cells double towards the middle and the edge, but the faces stay as
    fine as they are: a crust needs that.
    """
    at_face = max(refine, 1.0)
    growth = GROWTH if refine >= 1.0 else COARSE_GROWTH
    first = min(FACE_CELL_M / at_face, geometry.thickness_m / 8.0)
    half = _graded_half(geometry.thickness_m / 2.0, first, MAX_THICKNESS_CELL_M / refine, growth, 0.5)
    dz = np.array([*half, *reversed(half[:-1])])
    edge = min(EDGE_CELL_M / refine, geometry.half_width_m / 6.0)
    meat_m = geometry.half_width_m - geometry.bone_m
    widest = min(MAX_RADIAL_CELL_M, meat_m / RADIAL_CELLS) / refine
    outward = _graded_half(meat_m, edge, max(widest, edge), max(growth, RADIAL_GROWTH), 1.0)
    dr = np.array(list(reversed(outward)))
    edges = np.concatenate([[0.0], np.cumsum(dr)])
    if geometry.bone_m:
        count = max(3, round(geometry.bone_m / widest))
        dr = np.concatenate([np.full(count, geometry.bone_m / count), dr])
        face = np.full(len(dr) + 1, geometry.length_m)
        face[0] = 0.0
        return Grid(dz, dr, dr * geometry.length_m, face, count)
    if geometry.shape == "disc":
        return Grid(dz, dr, math.pi * (edges[1:] ** 2 - edges[:-1] ** 2), 2.0 * math.pi * edges)
    face = np.full(len(edges), 2.0 * geometry.length_m)
    face[0] = 0.0
    return Grid(dz, dr, 2.0 * dr * geometry.length_m, face)
