"""A pan, griddle or stone on the grate: how hot it gets there, and when it is ready."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from brasko.core.fire.chamber import steady_state
from brasko.core.fire.grate import Heat, heat_at
from brasko.core.fire.grills import Cookware, Spot
from brasko.core.fire.metal import Floats, balance, settles_c
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.state import SteadyState
from brasko.core.programme.steps import Metal
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general

READY_SHARE = 0.95
SAMPLES = 5
"""A pan is ready at this share of its rise; its heat is taken at so many spots each way."""


@dataclass(frozen=True)
class HotPan:
    """What a pan settles at with nothing in it, and after how long it is nearly there."""

    settles_c: float
    ready_s: float


HOT_C = Sourced(250.0, "°C", "", "common practice")
"""A pan over a fierce fire is moved aside once it is so hot."""


def pan_on(setup: FireSetup, ware: Cookware, at: Spot, state: SteadyState | None = None) -> HotPan:
    """The heat balance of an empty pan: fire and gas below, its own glow and the air above.

    C dT/dt = A [h (T_air - T) + ε (E_below - σ T⁴) + h_top (T_above - T) + ε σ (T_lid⁴ - T⁴)], linear about the
    settled temperature for the time. Raises InvalidInput where it is wider than the grate.
    Source: incropera_2011, lumped capacitance, ch. 5.
    """
    heat, above = _felt(setup, ware, at, state)
    temp, slope = _settles(heat, above)
    return HotPan(temp, -math.log(1.0 - READY_SHARE) * ware.heat_j_k / (_area_m2(ware) * slope))


def as_metal(setup: FireSetup, ware: Cookware, at: Spot, state: SteadyState | None = None) -> Metal:
    """The pan as food meets it: hot as this fire makes it, HOT_C at the most, and heated on with what is left over
    there.

    Its balance is that of pan_on, linear about where it stands. Raises InvalidInput where it is wider than the grate.
    """
    heat, above = _felt(setup, ware, at, state)
    settles, _ = _settles(heat, above)
    hot = min(settles, HOT_C.value)
    left, slope = _balance(heat, above, hot)
    loss, around = _area_m2(ware) * slope, setup.weather.air_c
    power = _area_m2(ware) * left + loss * (hot - around)
    return Metal(
        contact_w_m2k=general().contact_w_m2k, heat_j_k=ware.heat_j_k, power_w=power, loss_w_k=loss, around_c=around,
        start_c=hot, most_c=hot,
    )  # fmt: skip


def _area_m2(ware: Cookware) -> float:
    return math.pi / 4.0 * ware.width_m * ware.depth_m


def _felt(setup: FireSetup, ware: Cookware, at: Spot, state: SteadyState | None) -> tuple[Heat, float]:
    """What comes to a pan over its whole bottom, and the air above it [°C]."""
    grate = setup.grill.grate(at.grate)
    ware.fitting(grate)
    now = state or steady_state(setup)
    spots = [
        (at.x_m + u * ware.width_m / 2.0, at.y_m + v * ware.depth_m / 2.0)
        for u in np.linspace(-0.8, 0.8, SAMPLES) for v in np.linspace(-0.8, 0.8, SAMPLES)
    ]  # fmt: skip
    heat = heat_at(setup, now, grate, np.array([s[0] for s in spots]), np.array([s[1] for s in spots]))
    open_air = setup.weather.air_c + 0.3 * (float(heat.air_c.mean()) - setup.weather.air_c)
    return heat, now.gas_c if setup.closed else open_air


def _balance(heat: Heat, above_c: float, temp_c: float) -> tuple[float, float]:
    gained, slope = balance(*_means(heat), above_c, heat.lid_c, np.array(temp_c))
    return float(gained), float(slope)


def _settles(heat: Heat, above_c: float) -> tuple[float, float]:
    """(settled temperature [°C], heat lost for each kelvin about it [W/m2K])."""
    temp = float(settles_c(*_means(heat), above_c, heat.lid_c))
    return temp, _balance(heat, above_c, temp)[1]


def _means(heat: Heat) -> tuple[Floats, Floats, Floats]:
    """Film, air and radiation over the whole bottom."""
    return np.array(heat.film_w_m2k.mean()), np.array(heat.air_c.mean()), np.array(heat.below_w_m2.mean())
