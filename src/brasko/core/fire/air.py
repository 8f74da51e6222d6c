"""The air beside the food: how fast it moves in a chamber, the film that makes, and the water it holds.

A lidded fire stirs its own chamber: hot gas rises from the fire and cooler gas comes down the walls, at the convective
velocity w = (g Q H / (ρ c_p T A))^(1/3) of a layer heated from below; what is drawn or blown through comes on top.
"""

from __future__ import annotations

import math

import numpy as np

from brasko.core.errors import require_between
from brasko.core.fire import fuels
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.state import SteadyState
from brasko.core.heat.constants import GRAVITY
from brasko.core.heat.films import vertical_plate_nusselt
from brasko.core.heat.vapour import saturation_density_kg_m3
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general

PIECE_M = Sourced(0.10, "m", "", "assumed")
"""Length of a piece along the flow, and its height's order in natural convection."""
OPEN_W_M2K = Sourced(12.0, "W m-2 K-1", "", "assumed")
"""Beside an open fire, the lid off."""
CHAMBER_M = Sourced(0.30, "m", "", "assumed")
"""Height of the gas that a fire stirs."""
PRANDTL = 0.7
"""Of air. Source: incropera_2011, table A.4."""
SURFACE_C = 60.0
"""A moist face, for films and their air (assumed)."""
MAX_VAPOUR = Sourced(0.25, "-", "", "assumed")
"""Of the gas in a chamber, by mass."""
LATENT_J_KG = Sourced(2.36e6, "J kg-1", "incropera_2011", "from memory")
"""Of water at SURFACE_C."""
WATER_OF: dict[str, Sourced] = {
    "charcoal": Sourced(1.1e-8, "kg J-1", "", "from memory"),
    "wood": Sourced(3.4e-8, "kg J-1", "", "from memory"),
    "pellets": Sourced(3.4e-8, "kg J-1", "", "from memory"),
    "gas": Sourced(3.5e-8, "kg J-1", "", "from memory"),
    "electricity": Sourced(0.0, "kg J-1", "", "from memory"),
}
"""Water that comes of burning, for each joule: charcoal with 3 % of hydrogen and 5 % of moisture, wood and pellets with
6 % and a tenth, propane with four molecules for one."""


def air_density_kg_m3(air_c: float) -> float:
    """Dry air at one atmosphere [kg m-3]."""
    return fuels.AIR_DENSITY.value / (air_c + 273.15)


def _air(film_c: float) -> tuple[float, float]:
    """(conductivity [W/mK], kinematic viscosity [m2/s]) of air. Source: incropera_2011, table A.4, power laws through
    it."""
    warm = (film_c + 273.15) / 300.0
    return 0.0263 * warm**0.81, 1.589e-5 * warm**1.72


def forced_w_m2k(speed_m_s: float, air_c: float, length_m: float) -> float:
    """Mean film of a flat plate in a laminar stream, Nu = 0.664 Re^½ Pr^⅓. Source: incropera_2011, eq. 7.30.

    Checked: tests/core/test_cook_forwards.py.
    """
    require_between("speed_m_s", speed_m_s, 0.0, 30.0, "m/s")
    k, nu = _air((air_c + SURFACE_C) / 2.0)
    return float(0.664 * math.sqrt(speed_m_s * length_m / nu) * PRANDTL ** (1.0 / 3.0) * k / length_m)


def natural_w_m2k(air_c: float, length_m: float) -> float:
    """Film of a moist piece in still air of another temperature, as of an upright plate. Source: see heat.films."""
    film_c = (air_c + SURFACE_C) / 2.0
    k, nu = _air(film_c)
    rayleigh = GRAVITY.value * abs(air_c - SURFACE_C) * length_m**3 / ((film_c + 273.15) * nu * nu / PRANDTL)
    return vertical_plate_nusselt(max(rayleigh, 1.0), PRANDTL) * k / length_m


def stirred_m_s(power_w: float, height_m: float, area_m2: float, gas_c: float) -> float:
    """Convective velocity of a chamber heated from below [m/s]. Source: deardorff_1970 (from memory)."""
    heat = power_w / (air_density_kg_m3(gas_c) * fuels.AIR_HEAT.value * area_m2)
    return float((GRAVITY.value / (gas_c + 273.15) * max(heat, 0.0) * height_m) ** (1.0 / 3.0))


def speed_m_s(setup: FireSetup, state: SteadyState) -> float:
    """How fast the gas moves over the food of a lidded fire [m/s]."""
    grill = setup.grill
    if grill.body is None:
        return 0.0
    area = grill.grates[0].area_m2
    stirs = state.power_w if grill.kind.stirs_w is None else grill.kind.stirs_w.value
    own = stirred_m_s(stirs, CHAMBER_M.value, area, state.gas_c)
    through = grill.kind.through_m_s(grill, state.flow_kg_s / air_density_kg_m3(state.gas_c), CHAMBER_M.value)
    return math.hypot(math.hypot(own, through), grill.kind.fan_m_s.value)


def film_w_m2k(setup: FireSetup, state: SteadyState) -> float:
    """Film of a piece in the chamber's air [W m-2 K-1]: its own flow and natural convection, by cubes."""
    if not setup.closed:
        return OPEN_W_M2K.value
    forced = general().air_stirs * forced_w_m2k(speed_m_s(setup, state), state.gas_c, PIECE_M.value)
    natural = natural_w_m2k(state.gas_c, PIECE_M.value)
    return float((forced**3 + natural**3) ** (1.0 / 3.0))


def food_gives_kg_s(film_w_m2k: float, gas_c: float, food_m2: float) -> float:
    """Water that food with so much surface gives to a chamber [kg s-1]: the heat that its air brings a moist face goes
    into steam, but for what warms the inside and where the face has dried."""
    heat_w = film_w_m2k * food_m2 * max(gas_c - SURFACE_C, 0.0)
    return general().food_gives * heat_w / LATENT_J_KG.value


def vapour_kg_m3(setup: FireSetup, state: SteadyState, food_m2: float) -> float:
    """Water vapour in the chamber [kg m-3]: the air's own, what fuel and food give, thinned by the draught."""
    weather = setup.weather
    outside = (
        weather.humidity
        * float(saturation_density_kg_m3(np.array([weather.air_c]))[0])
        / air_density_kg_m3(weather.air_c)
    )
    flow = max(state.flow_kg_s, 2e-4)
    food = food_gives_kg_s(film_w_m2k(setup, state), state.gas_c, food_m2)
    share = outside + (WATER_OF[setup.grill.kind.fuel].value * state.power_w + food) / flow
    return min(share, MAX_VAPOUR.value) * air_density_kg_m3(state.gas_c)
