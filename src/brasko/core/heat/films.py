"""Film coefficients of natural convection, for rests and for a bath of fat."""

from __future__ import annotations

from brasko.core.errors import require_between
from brasko.core.heat.constants import GRAVITY
from brasko.core.sourced import Sourced

STILL_AIR_W_M2K = Sourced(6.0, "W m-2 K-1", "incropera_2011", "assumed")
"""Chapter 9 gives 4 to 8 for a warm steak in still air; checked against the `ht` library in tests."""

FAT_CONDUCTIVITY = Sourced(0.17, "W m-1 K-1", "", "from memory")
FAT_VISCOSITY = Sourced(2.2e-5, "m2 s-1", "", "from memory")
"""Melted butterfat near 60 °C."""
FAT_DIFFUSIVITY = Sourced(9.0e-8, "m2 s-1", "", "from memory")
FAT_EXPANSION = Sourced(7.0e-4, "K-1", "", "from memory")


def vertical_plate_nusselt(rayleigh: float, prandtl: float) -> float:
    """Mean Nusselt number of a vertical plate in natural convection, Churchill and Chu.

    Nu = (0.825 + 0.387 Ra^(1/6) / (1 + (0.492/Pr)^(9/16))^(8/27))².  Source: incropera_2011, eq. 9.26.
    Valid for Ra up to 1e12.   Checked: against `ht.Nu_vertical_plate_Churchill` in tests/core/test_bodies.py.
    """
    require_between("rayleigh", rayleigh, 0.0, 1e12, "")
    require_between("prandtl", prandtl, 1e-3, 1e6, "")
    spread = (1.0 + (0.492 / prandtl) ** (9.0 / 16.0)) ** (8.0 / 27.0)
    return float((0.825 + 0.387 * rayleigh ** (1.0 / 6.0) / spread) ** 2)


def fat_film_w_m2k(height_m: float, difference_k: float) -> float:
    """Film coefficient of a piece in warm fat [W m-2 K-1], as of an upright plate of its height."""
    require_between("height_m", height_m, 0.003, 0.5, "m")
    require_between("difference_k", difference_k, 0.1, 100.0, "K")
    rayleigh = GRAVITY.value * FAT_EXPANSION.value * difference_k * height_m**3
    rayleigh /= FAT_VISCOSITY.value * FAT_DIFFUSIVITY.value
    nusselt = vertical_plate_nusselt(rayleigh, FAT_VISCOSITY.value / FAT_DIFFUSIVITY.value)
    return nusselt * FAT_CONDUCTIVITY.value / height_m


STILL_FAT_W_M2K = Sourced(round(fat_film_w_m2k(0.04, 12.0)), "W m-2 K-1", "incropera_2011", "fitted")
"""A piece 40 mm high, 12 K colder than the fat."""
