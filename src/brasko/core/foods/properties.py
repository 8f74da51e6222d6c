"""Thermal properties of food from its composition, after Choi and Okos.

Every correlation is a polynomial in temperature [°C], valid from -40 to 150 °C.
Source: choi_okos_1986 as printed in ashrae_refrigeration, table of food components (from memory, checked
against worked values in tests/core/test_materials.py).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from brasko.core.errors import InvalidInput, require_between
from brasko.core.words import quantity, say

Quadratic = tuple[float, float, float]

COMPONENTS = ("protein", "fat", "carbohydrate", "ash", "water")
"""What food is made of, as the formulae name it."""

CONDUCTIVITY_W_MK: dict[str, Quadratic] = {
    "protein": (1.7881e-1, 1.1958e-3, -2.7178e-6),
    "fat": (1.8071e-1, -2.7604e-4, -1.7749e-7),
    "carbohydrate": (2.0141e-1, 1.3874e-3, -4.3312e-6),
    "ash": (3.2962e-1, 1.4011e-3, -2.9069e-6),
    "water": (5.7109e-1, 1.7625e-3, -6.7036e-6),
}
"""Of each component as a quadratic in °C. Source: choi_okos_1986."""

SPECIFIC_HEAT_J_KGK: dict[str, Quadratic] = {
    "protein": (2008.2, 1.2089, -1.3129e-3),
    "fat": (1984.2, 1.4733, -4.8008e-3),
    "carbohydrate": (1548.8, 1.9625, -5.9399e-3),
    "ash": (1092.6, 1.8896, -3.6817e-3),
    "water": (4128.9, -9.0864e-2, 5.4731e-3),
}
"""Of each component as a quadratic in °C. Source: choi_okos_1986."""

DENSITY_KG_M3: dict[str, Quadratic] = {
    "protein": (1329.9, -0.51840, 0.0),
    "fat": (925.59, -0.41757, 0.0),
    "carbohydrate": (1599.1, -0.31046, 0.0),
    "ash": (2423.8, -0.28063, 0.0),
    "water": (997.18, 3.1439e-3, -3.7574e-3),
}
"""Of each component as a quadratic in °C. Source: choi_okos_1986."""

AIR_CONDUCTIVITY_W_MK = 0.026
"""Air in the pores of a dried crust, about 30 °C. Source: incropera_2011, table A.4."""

PORES_FALL_IN = 0.25
"""Share of the dried-out room by which a crust shrinks (assumed; drying meat shrinks by much of the water it loses)."""

REFERENCE_C = 20.0
"""Densities, and so the volume of a piece, are taken at this temperature."""


def evaluated(coefficients: Quadratic, temp_c: float) -> float:
    """Value of a quadratic correlation at a temperature [°C]."""
    a, b, c = coefficients
    return a + temp_c * (b + temp_c * c)


@dataclass(frozen=True)
class Composition:
    """Mass fractions of a food; they add up to one."""

    water: float
    protein: float
    fat: float
    ash: float = 0.01
    carbohydrate: float = 0.0

    def __post_init__(self) -> None:
        for name in COMPONENTS:
            require_between(f"composition.{name}", getattr(self, name), 0.0, 1.0, say("properties-as-a-mass-fraction"))
        total = sum(getattr(self, name) for name in COMPONENTS)
        if abs(total - 1.0) > 0.02:
            raise InvalidInput(
                "composition", say("properties-must-add-up-to-1-within", total=quantity.number(total, 3))
            )

    def fraction(self, name: str) -> float:
        """Mass fraction of one component, after scaling the whole to exactly one."""
        total = float(sum(getattr(self, each) for each in COMPONENTS))
        return float(getattr(self, name)) / total


@dataclass(frozen=True)
class Material:
    """What the heat kernel needs of a food: coefficients per cubic metre of raw food.

    heat_dry        volumetric heat capacity of all but water, quadratic in °C [J m-3 K-1]
    heat_water      specific heat of water, quadratic in °C [J kg-1 K-1]
    water_kg_m3     water in the raw food
    solids_kg_m3    protein, ash and carbohydrate (what binds water)
    k_wet           conductivity of the raw food, quadratic in °C [W m-1 K-1]
    k_dry           conductivity once its water has left and air fills the pores
    holding_shift_k, holding_share
                    how much warmer than meat's its juice leaves it, and how much of meat's loss that is
    """

    density_kg_m3: float
    heat_dry: Quadratic
    heat_water: Quadratic
    water_kg_m3: float
    solids_kg_m3: float
    k_wet: Quadratic
    k_dry: Quadratic
    holding_shift_k: float = 0.0
    holding_share: float = 1.0

    def conductivity_w_mk(self, temp_c: float) -> float:
        """Conductivity of the raw food [W m-1 K-1] at a temperature [°C]."""
        return evaluated(self.k_wet, temp_c)

    def specific_heat_j_kgk(self, temp_c: float) -> float:
        """Specific heat of the raw food [J kg-1 K-1] at a temperature [°C]."""
        volumetric = evaluated(self.heat_dry, temp_c) + self.water_kg_m3 * evaluated(self.heat_water, temp_c)
        return float(volumetric / self.density_kg_m3)


@lru_cache(maxsize=256)
def material_from_composition(composition: Composition) -> Material:
    """Material of a food: densities add by volume, heat by mass, conductivity in parallel by volume.

    Source: choi_okos_1986; ashrae_refrigeration (density eq. 6, conductivity by the parallel model).
    """
    share = {name: composition.fraction(name) for name in COMPONENTS}
    volume = {n: share[n] / evaluated(DENSITY_KG_M3[n], REFERENCE_C) for n in COMPONENTS}
    density = 1.0 / sum(volume.values())
    volume_share = {n: v * density for n, v in volume.items()}

    def mixed(table: dict[str, Quadratic], weight: dict[str, float], names: tuple[str, ...]) -> Quadratic:
        a, b, c = (sum(weight[n] * table[n][i] for n in names) for i in range(3))
        return (a, b, c)

    others = tuple(n for n in COMPONENTS if n != "water")
    mass = {n: share[n] * density for n in COMPONENTS}
    dry = mixed(CONDUCTIVITY_W_MK, volume_share, others)
    return Material(
        density_kg_m3=density,
        heat_dry=mixed(SPECIFIC_HEAT_J_KGK, mass, others),
        heat_water=SPECIFIC_HEAT_J_KGK["water"],
        water_kg_m3=mass["water"],
        solids_kg_m3=mass["protein"] + mass["ash"] + mass["carbohydrate"],
        k_wet=mixed(CONDUCTIVITY_W_MK, volume_share, COMPONENTS),
        k_dry=_dried_out(dry, volume_share["water"]),
    )


def _dried_out(solids: Quadratic, water_volume: float) -> Quadratic:
    """Conductivity of a crust, per metre of the raw food it was made from.

    Some of the room that the water leaves falls in, the rest fills with air: the crust is denser and thinner than
    the raw layer, and the grid keeps the raw layer's thickness.
    """
    left = 1.0 - PORES_FALL_IN * water_volume
    air = (1.0 - PORES_FALL_IN) * water_volume * AIR_CONDUCTIVITY_W_MK
    return ((solids[0] + air) / left**2, solids[1] / left**2, solids[2] / left**2)


def material_constant(conductivity_w_mk: float, density_kg_m3: float, specific_heat_j_kgk: float) -> Material:
    """A dry material with constant properties, for checks against analytic solutions."""
    require_between("conductivity_w_mk", conductivity_w_mk, 0.01, 500.0, "W/mK")
    require_between("density_kg_m3", density_kg_m3, 10.0, 20000.0, "kg/m3")
    require_between("specific_heat_j_kgk", specific_heat_j_kgk, 100.0, 10000.0, "J/kgK")
    k = (conductivity_w_mk, 0.0, 0.0)
    heat = (density_kg_m3 * specific_heat_j_kgk, 0.0, 0.0)
    return Material(density_kg_m3, heat, SPECIFIC_HEAT_J_KGK["water"], 0.0, density_kg_m3, k, k)
