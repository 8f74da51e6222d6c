"""Grids of finite volumes for a piece of food: a disc (r, z) or a long bar (half-width x, z)."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import InvalidInput, require_between

Floats = NDArray[np.float64]
Shape = Literal["disc", "bar"]

FACE_CELL_M = 0.0005
MAX_THICKNESS_CELL_M = 0.00125
EDGE_CELL_M = 0.0012
MAX_RADIAL_CELL_M = 0.0035
RADIAL_CELLS = 16
RADIAL_GROWTH = 1.35
GROWTH = 1.2
COARSE_GROWTH = 1.45


@dataclass(frozen=True)
class Geometry:
    """The size of a piece: thickness is the short, vertical way.

    half_width_m is the radius of a disc, or half the width of a bar of length_m.
    """

    shape: Shape
    thickness_m: float
    half_width_m: float
    length_m: float = 0.0

    @property
    def volume_m3(self) -> float:
        """Volume of the whole piece."""
        if self.shape == "disc":
            return math.pi * self.half_width_m**2 * self.thickness_m
        return 2.0 * self.half_width_m * self.length_m * self.thickness_m


@dataclass(frozen=True)
class Grid:
    """Cell sizes and areas.

    dz_m (nz), dr_m (nr)    cell sizes through the thickness and outwards
    area_z_m2 (nr)          horizontal area of each column
    face_r_m (nr + 1)       length of each upright face, so that its area is face_r_m * dz_m
    """

    dz_m: Floats
    dr_m: Floats
    area_z_m2: Floats
    face_r_m: Floats

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


def piece(
    thickness_m: float, mass_kg: float, density_kg_m3: float, shape: Shape = "disc", length_m: float = 0.0
) -> Geometry:
    """Geometry of a piece of given thickness and mass. Raises InvalidInput with the field's name."""
    mm = thickness_m * 1000.0
    require_between("thickness_mm", mm, 3.0, 200.0, "mm", "A 1.5 in steak is 38 mm.")
    require_between("mass_g", mass_kg * 1000.0, 10.0, 20000.0, "g", "A 1.5 in ribeye is about 450 g.")
    area = mass_kg / (density_kg_m3 * thickness_m)
    if shape == "disc":
        return Geometry("disc", thickness_m, math.sqrt(area / math.pi))
    if shape == "bar":
        require_between("length_mm", length_m * 1000.0, 10.0, 2000.0, "mm")
        return Geometry("bar", thickness_m, area / length_m / 2.0, length_m)
    raise InvalidInput("shape", f'must be "disc" or "bar" (got {shape!r}).')


def _graded_half(half_m: float, first_m: float, largest_m: float, growth: float, middle: float) -> list[float]:
    """Cells from a surface inwards, growing up to largest_m, that fill half_m with `middle` of the last one."""
    cells = [first_m]
    while sum(cells[:-1]) + middle * cells[-1] < half_m:
        cells.append(min(cells[-1] * growth, largest_m))
    scale = half_m / (sum(cells[:-1]) + middle * cells[-1])
    return [c * scale for c in cells]


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
    widest = min(MAX_RADIAL_CELL_M, geometry.half_width_m / RADIAL_CELLS) / refine
    outward = _graded_half(geometry.half_width_m, edge, max(widest, edge), max(growth, RADIAL_GROWTH), 1.0)
    dr = np.array(list(reversed(outward)))
    edges = np.concatenate([[0.0], np.cumsum(dr)])
    if geometry.shape == "disc":
        return Grid(dz, dr, math.pi * (edges[1:] ** 2 - edges[:-1] ** 2), 2.0 * math.pi * edges)
    face = np.full(len(edges), 2.0 * geometry.length_m)
    face[0] = 0.0
    return Grid(dz, dr, 2.0 * dr * geometry.length_m, face)
