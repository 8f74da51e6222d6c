"""A pan, griddle or stone on the grate: how hot it gets there, and when it is ready."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from brasko.core.fire.chamber import Settled, settled
from brasko.core.fire.grate import Heat, heat_at
from brasko.core.fire.grills import Spot, Ware
from brasko.core.fire.setup import FireSetup
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.sourced import Sourced

PAN_EMISSIVITY = Sourced(0.85, "-", "incropera_2011", "from memory")
"""Seasoned iron or blackened steel."""
READY_SHARE = 0.95
SAMPLES = 5


@dataclass(frozen=True)
class HotPan:
    """What a pan settles at with nothing in it, and after how long it is nearly there."""

    settles_c: float
    ready_s: float


def pan_on(setup: FireSetup, ware: Ware, at: Spot, state: Settled | None = None) -> HotPan:
    """The heat balance of an empty pan: fire and gas below, its own glow and the air above.

    C dT/dt = A [h (T_air - T) + ε (E_below - σ T⁴) + h_top (T_above - T) + ε σ (T_lid⁴ - T⁴)], linear about the
    settled temperature for the time. Raises InvalidInput where it is wider than the grate.
    Source: incropera_2011, lumped capacitance, ch. 5.
    """
    grate = setup.grill.grate(at.grate)
    ware.fitting(grate)
    now = state or settled(setup)
    spots = [
        (at.x_m + u * ware.width_m / 2.0, at.y_m + v * ware.depth_m / 2.0)
        for u in np.linspace(-0.8, 0.8, SAMPLES) for v in np.linspace(-0.8, 0.8, SAMPLES)
    ]  # fmt: skip
    heat = heat_at(setup, now, grate, np.array([s[0] for s in spots]), np.array([s[1] for s in spots]))
    above = now.gas_c if setup.closed else setup.weather.air_c + 0.3 * (float(heat.air_c.mean()) - setup.weather.air_c)
    temp, slope = _settles(heat, above)
    area = math.pi / 4.0 * ware.width_m * ware.depth_m
    return HotPan(temp, -math.log(1.0 - READY_SHARE) * ware.heat_j_k / (area * slope))


def _settles(heat: Heat, above_c: float) -> tuple[float, float]:
    """(settled temperature [°C], heat lost for each kelvin about it [W/m2K])."""
    film, glow = float(heat.film_w_m2k.mean()), PAN_EMISSIVITY.value * STEFAN_BOLTZMANN.value
    coming = film * float(heat.air_c.mean()) + PAN_EMISSIVITY.value * float(heat.below_w_m2.mean())
    coming += film / 2.0 * above_c + glow * (heat.lid_c + 273.15) ** 4
    temp = float(heat.air_c.mean())
    for _ in range(30):
        kelvin = temp + 273.15
        leaving, slope = 1.5 * film * temp + 2.0 * glow * kelvin**4, 1.5 * film + 8.0 * glow * kelvin**3
        temp -= (leaving - coming) / slope
    return temp, 1.5 * film + 8.0 * glow * (temp + 273.15) ** 3
