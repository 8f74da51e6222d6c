"""A cut through the piece as a picture has it: the computed field on an even raster, at some moments."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brasko.core.heat.simulation import Result

ROWS, COLUMNS = 32, 26
"""How finely a section is drawn."""


@dataclass(frozen=True)
class Section:
    """Arrays (moment, row, column) from the upper face down and from the middle out, whole degrees [°C].

    temp_c now; peak_c the hottest that each spot has been; middle_column is where a probe would be.
    """

    time_s: NDArray[np.float64]
    temp_c: NDArray[np.uint8]
    peak_c: NDArray[np.uint8]
    thickness_m: float
    half_width_m: float
    bone_m: float
    middle_column: int


def section_of(result: Result, moments: int) -> Section:
    """The field at so many moments, between cells in proportion."""
    grid = result.grid
    thickness, half = float(grid.dz_m.sum()), float(grid.dr_m.sum())
    z = (np.arange(ROWS) + 0.5) / ROWS * thickness
    z[0], z[-1] = grid.z_m[0], grid.z_m[-1]
    r = (np.arange(COLUMNS) + 0.5) / COLUMNS * half
    picked = np.unique(np.linspace(0, len(result.frame_s) - 1, moments).astype(int))
    rows = np.clip(np.searchsorted(grid.z_m, z), 1, len(grid.z_m) - 1)
    columns = np.clip(np.searchsorted(grid.r_m, r), 1, len(grid.r_m) - 1)
    fz = np.clip((z - grid.z_m[rows - 1]) / (grid.z_m[rows] - grid.z_m[rows - 1]), 0, 1)[:, None]
    fr = np.clip((r - grid.r_m[columns - 1]) / (grid.r_m[columns] - grid.r_m[columns - 1]), 0, 1)[None, :]

    def raster(fields: NDArray[np.float64]) -> NDArray[np.uint8]:
        upper = fields[:, rows - 1] * (1 - fz) + fields[:, rows] * fz
        even = upper[:, :, columns - 1] * (1 - fr) + upper[:, :, columns] * fr
        return np.clip(np.rint(even), 0, 255).astype(np.uint8)

    return Section(
        time_s=result.frame_s[picked],
        temp_c=raster(result.frame_temp_c[picked]),
        peak_c=raster(result.frame_colour_c[picked]),
        thickness_m=thickness,
        half_width_m=half,
        bone_m=float(grid.dr_m[: grid.bone_columns].sum()),
        middle_column=int(np.argmin(np.abs(r - grid.r_m[grid.middle_column]))),
    )
