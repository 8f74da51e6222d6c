"""The weather over the grill, and what it does."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import require_between
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.sourced import Sourced

SUN_ABSORBED = Sourced(0.8, "-", "", "assumed")
"""A dark lid takes up this share of the sun."""
WIND_ON_SHELL = Sourced(0.22, "s m-1", "", "assumed")
"""How much more a shell loses for each metre a second of wind over still air."""


@dataclass(frozen=True)
class Weather:
    """Air temperature [°C], wind [m/s], sun on a level place [W/m2] and relative humidity."""

    air_c: float = 20.0
    wind_m_s: float = 1.0
    sun_w_m2: float = 0.0
    humidity: float = 0.5

    def __post_init__(self) -> None:
        require_between("weather.air_c", self.air_c, -35.0, 50.0, "°C")
        require_between("weather.wind_m_s", self.wind_m_s, 0.0, 25.0, "m/s", "In a storm no fire is lit.")
        require_between("weather.sun_w_m2", self.sun_w_m2, 0.0, 1200.0, "W/m2")
        require_between("weather.humidity", self.humidity, 0.0, 1.0, "")

    @property
    def shell_factor(self) -> float:
        """How many times as much the outside of a grill loses as in still air."""
        return 1.0 + WIND_ON_SHELL.value * self.wind_m_s

    @property
    def fridge_clock_s(self) -> float:
        """How long food may be out of the fridge in all: two hours, one when it is hot. Source: fsis."""
        return fridge_limit_s(self.air_c)
