"""Where bare metal over a fire settles: a pan, a griddle, a plate."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.sourced import Sourced

Floats = NDArray[np.float64]

METAL_EMISSIVITY = Sourced(0.85, "-", "incropera_2011", "from memory")
"""Seasoned iron or blackened steel."""


def balance(
    film_w_m2k: Floats, air_c: Floats, below_w_m2: Floats, above_c: float, lid_c: float, temp_c: Floats
) -> tuple[Floats, Floats]:
    """(heat that empty metal gains [W/m2], what it loses for each kelvin more [W/m2K]), spot by spot.

    h (T_air - T) + ε (E_below - σ T⁴) below, h/2 (T_above - T) + ε σ (T_lid⁴ - T⁴) above. Source: incropera_2011, ch.
    5.
    """
    glow = METAL_EMISSIVITY.value * STEFAN_BOLTZMANN.value
    coming = film_w_m2k * air_c + METAL_EMISSIVITY.value * below_w_m2
    coming = coming + film_w_m2k / 2.0 * above_c + glow * (lid_c + 273.15) ** 4
    kelvin = temp_c + 273.15
    return coming - 1.5 * film_w_m2k * temp_c - 2.0 * glow * kelvin**4, 1.5 * film_w_m2k + 8.0 * glow * kelvin**3


def settles_c(film_w_m2k: Floats, air_c: Floats, below_w_m2: Floats, above_c: float, lid_c: float) -> Floats:
    """Temperature at which nothing is gained any more [°C]."""
    temp = np.array(air_c, dtype=float)
    for _ in range(30):
        gained, slope = balance(film_w_m2k, air_c, below_w_m2, above_c, lid_c, temp)
        temp = temp + gained / slope
    return temp
