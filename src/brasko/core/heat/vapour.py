"""Water vapour over a wet surface: saturation density, latent heat, and the table the kernel reads."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import require_between

TABLE_START_C = -10.0
TABLE_STEP_C = 0.25
TABLE_END_C = 160.0
LOWEST_M, HIGHEST_M = -430.0, 5000.0
"""Above the sea: the shore of the lowest lake, and the highest places where people live. From memory."""
GAS_CONSTANT_VAPOUR_J_KGK = 461.526
"""Source: iapws_if97."""

_IF97 = (
    0.11670521452767e4,
    -0.72421316703206e6,
    -0.17073846940092e2,
    0.12020824702470e5,
    -0.32325550322333e7,
    0.14915108613530e2,
    -0.48232657361591e4,
    0.40511340542057e6,
    -0.23855557567849,
    0.65017534844798e3,
)
"""The steam table's coefficients of saturation. Source: iapws_if97."""


def saturation_pressure_pa(temp_c: NDArray[np.float64]) -> NDArray[np.float64]:
    """Saturation pressure of water [Pa] at temperatures [°C], 0 to 370 °C. Source: iapws_if97, eq. 30.

    Checked: the three values printed with the equation (tests/core/test_materials.py). Used a little below 0 °C as an
    extrapolation, where only a frozen surface would tell the difference.
    """
    n = _IF97
    kelvin = np.asarray(temp_c, dtype=np.float64) + 273.15
    theta = kelvin + n[8] / (kelvin - n[9])
    a = theta**2 + n[0] * theta + n[1]
    b = n[2] * theta**2 + n[3] * theta + n[4]
    c = n[5] * theta**2 + n[6] * theta + n[7]
    pressure: NDArray[np.float64] = (2.0 * c / (-b + np.sqrt(b * b - 4.0 * a * c))) ** 4 * 1e6
    return pressure


def saturation_temperature_c(pressure_pa: float) -> float:
    """Temperature at which water boils under a pressure [°C], 611.2 Pa to 22 MPa. Source: iapws_if97, eq. 31.

    Checked: the three values printed with the equation (tests/core/test_materials.py).
    """
    n = _IF97
    beta = (pressure_pa / 1e6) ** 0.25
    e = beta**2 + n[2] * beta + n[5]
    f = n[0] * beta**2 + n[3] * beta + n[6]
    g = n[1] * beta**2 + n[4] * beta + n[7]
    d = 2.0 * g / (-f - math.sqrt(f * f - 4.0 * e * g))
    return float((n[9] + d - math.sqrt((n[9] + d) ** 2 - 4.0 * (n[8] + n[9] * d))) / 2.0 - 273.15)


def saturation_density_kg_m3(temp_c: NDArray[np.float64]) -> NDArray[np.float64]:
    """Density of saturated vapour taken as an ideal gas [kg m-3], good to about 2 % up to 100 °C."""
    temp = np.asarray(temp_c, dtype=np.float64)
    density: NDArray[np.float64] = saturation_pressure_pa(temp) / (GAS_CONSTANT_VAPOUR_J_KGK * (temp + 273.15))
    return density


def saturation_table() -> NDArray[np.float64]:
    """Saturation pressure [Pa] at TABLE_START_C, TABLE_START_C + TABLE_STEP_C, … TABLE_END_C."""
    count = round((TABLE_END_C - TABLE_START_C) / TABLE_STEP_C) + 1
    return saturation_pressure_pa(np.linspace(TABLE_START_C, TABLE_END_C, count))


def pressure_pa(altitude_m: float) -> float:
    """Usual air pressure at an altitude: p = 101325 (1 - 2.25577e-5 h)^5.25588.

    Source: icao_1993, the standard atmosphere below 11 km. Checked: tests/core/test_fire_grate.py.
    """
    require_between("altitude_m", altitude_m, LOWEST_M, HIGHEST_M, "m")
    return float(101325.0 * (1.0 - 2.25577e-5 * altitude_m) ** 5.25588)


def boiling_c(altitude_m: float) -> float:
    """Temperature at which water boils there [°C]. Checked: the reference library for water and steam
    (tests/core/test_fire_grate.py)."""
    return saturation_temperature_c(pressure_pa(altitude_m))
