"""The clocks of food safety: out of the fridge, through the warm zone, thawing."""

from __future__ import annotations

from brasko.core.sourced import Sourced
from brasko.core.units import GRAMS_PER_POUND

FRIDGE_THAW_S_KG = Sourced(24 * 3600.0 / (5.0 * GRAMS_PER_POUND / 1000.0), "s kg-1", "fsis_big_thaw", "from memory")
"""A day in the fridge for every four to five pounds; a day at the least."""
COLD_WATER_S_KG = Sourced(1800.0 / (GRAMS_PER_POUND / 1000.0), "s kg-1", "fsis_big_thaw", "from memory")
"""Half an hour in cold water for a pound."""
OUT_OF_FRIDGE_S = Sourced(2 * 3600.0, "s", "fsis_safe_temperatures", "from memory")
OUT_OF_FRIDGE_HOT_S = Sourced(3600.0, "s", "fsis_safe_temperatures", "from memory")
HOT_AIR_C = Sourced((90.0 - 32.0) / 1.8, "°C", "fsis_safe_temperatures", "from memory")
WARM_ZONE_HIGH_C = 60.0
"""140 °F: below it germs grow. Source: fsis_danger_zone (from memory)."""
THROUGH_WARM_ZONE_S = Sourced(4 * 3600.0, "s", "", "common practice")


def thaw_s(mass_kg: float, way: str) -> float:
    """How long a frozen piece of this mass takes to thaw [s]: way "fridge" (a day at the least) or "cold_water"."""
    if way == "fridge":
        return max(24 * 3600.0, FRIDGE_THAW_S_KG.value * mass_kg)
    return max(1800.0, COLD_WATER_S_KG.value * mass_kg)


def fridge_limit_s(air_c: float) -> float:
    """How long food may be out of the fridge in all, in an air of this temperature [s]."""
    return OUT_OF_FRIDGE_HOT_S.value if air_c > HOT_AIR_C.value else OUT_OF_FRIDGE_S.value
