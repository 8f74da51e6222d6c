"""The weather over the grill, and what it does."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import require_between
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.sourced import Sourced
from brasko.core.words import say

SUN_ABSORBED = Sourced(0.8, "-", "", "assumed")
"""A dark lid takes up this share of the sun."""
WIND_ON_SHELL = Sourced(0.22, "s m-1", "", "assumed")
"""How much more a shell loses for each metre a second of wind over still air."""


RAIN_STAYS = Sourced(0.5, "-", "", "assumed")
"""Of the rain that falls on a hot shell, what does not run off before it has evaporated."""
WATER_HEAT = Sourced(4190.0, "J kg-1 K-1", "incropera_2011", "from memory")
WATER_LATENT = Sourced(2.26e6, "J kg-1", "incropera_2011", "from memory")
WATER_BOILS_C = Sourced(100.0, "°C", "", "from memory", 90.0, 100.0)
"""At sea level; a few kelvin lower in the mountains, which hardly matters to a wet lid."""


@dataclass(frozen=True)
class Weather:
    """Air temperature [°C], wind [m/s], sun on a level place [W/m2], relative humidity and rain [mm/h]."""

    air_c: float = 20.0
    wind_m_s: float = 1.0
    sun_w_m2: float = 0.0
    humidity: float = 0.5
    rain_mm_h: float = 0.0

    def __post_init__(self) -> None:
        require_between("weather.air_c", self.air_c, -35.0, 50.0, "°C")
        require_between("weather.wind_m_s", self.wind_m_s, 0.0, 25.0, "m/s", say("weather-in-a-storm-no-fire-is"))
        require_between("weather.sun_w_m2", self.sun_w_m2, 0.0, 1200.0, "W/m2")
        require_between("weather.humidity", self.humidity, 0.0, 1.0, "")
        require_between(
            "weather.rain_mm_h", self.rain_mm_h, 0.0, 50.0, "mm/h", say("weather-in-a-cloudburst-no-fire-is")
        )

    @property
    def shell_factor(self) -> float:
        """How many times as much the outside of a grill loses as in still air."""
        return 1.0 + WIND_ON_SHELL.value * self.wind_m_s

    @property
    def rain_w_m2_k(self) -> float:
        """Heat that rain takes from a shell below boiling, for each kelvin that the shell is above outside air.

        A millimetre is a kilogram on each square metre. All of it is warmed; what stays on evaporates, the more the
        nearer the shell is to boiling. Above that it takes no more than at boiling.
        """
        fall_kg_m2_s = self.rain_mm_h / 3600.0
        evaporating = RAIN_STAYS.value * WATER_LATENT.value / (WATER_BOILS_C.value - self.air_c)
        return fall_kg_m2_s * (WATER_HEAT.value + evaporating)

    @property
    def fridge_clock_s(self) -> float:
        """How long food may be out of the fridge in all: two hours, one when it is hot. Source: fsis."""
        return fridge_limit_s(self.air_c)
