"""What a fire settles at: draught, oxygen, power and temperature, and the way back from a wished temperature."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache

import numpy as np
from scipy.optimize import brentq

from brasko.core.fire import fuels
from brasko.core.fire.coals import coal_face_c, open_power_w
from brasko.core.fire.emitter import EMBERS_M2
from brasko.core.fire.grills import Body
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.state import Balance, Limit, SteadyState
from brasko.core.fire.weather import SUN_ABSORBED, WATER_BOILS_C, Weather
from brasko.core.heat.constants import GRAVITY
from brasko.core.sourced import Sourced

DISCHARGE = Sourced(0.62, "-", "incropera_2011", "from memory")
"""Of a sharp-edged opening."""
WIND_DRAWS = Sourced(0.02, "-", "", "assumed")
"""Share of the wind's dynamic pressure that helps the draught."""
HOTTER_LOSES = Sourced(0.0015, "K-1", "", "assumed")
"""How much better walls pass heat for each kelvin that the gas is above outside: radiation grows."""
CROSS_FLOW_W_K = Sourced(13.0, "W K-1", "", "assumed")
"""Heat that neighbouring burners' zones exchange under the lid."""
LIDLESS_SHARE = Sourced(0.12, "-", "", "assumed")
"""With the lid open, the air at the grate keeps this much of its rise."""
OPEN_AIR_RISE_K = Sourced(8.0, "K", "", "assumed")
"""Without a lid the air beside the fire is hardly warmer than outside."""
FLUE_AIR = Sourced(3.0, "-", "", "assumed")
"""Times the air it needs that goes through a gas grill: they are open at the back."""


def draught_kg_s(body: Body, bottom_share: float, top_share: float, gas_c: float, weather: Weather) -> float:
    """Air drawn through both vents [kg/s].

    ṁ = ρ C_d A √(2 g H ΔT / T), A of both openings in a row, the leak shared between them, and a little of the wind.
    Source: the usual stack effect, incropera_2011's air. Checked: tests/core/test_fire_chamber.py.
    """
    outside, inside = weather.air_c + 273.15, max(gas_c, weather.air_c) + 273.15
    bottom = body.bottom_m2 * bottom_share + body.leak_m2 / 2.0
    top = body.top_m2 * top_share + body.leak_m2 / 2.0
    if bottom <= 0.0 or top <= 0.0:
        return 0.0
    density = fuels.AIR_DENSITY.value / outside
    area = 1.0 / math.sqrt(1.0 / bottom**2 + inside / outside / top**2)
    pressure = GRAVITY.value * body.column_m * density * (1.0 - outside / inside)
    pressure += WIND_DRAWS.value * 0.5 * density * weather.wind_m_s**2
    return DISCHARGE.value * area * math.sqrt(2.0 * density * pressure)


def oxygen_power_w(flow_kg_s: float, used_share: float = 1.0) -> float:
    """Most heat that air can bring out of a fuel [W]: 13.1 MJ per kilogram of oxygen used. Source: huggett_1980."""
    return flow_kg_s * fuels.OXYGEN_SHARE.value * fuels.OXYGEN_HEAT.value * used_share


def shell_w_k(body: Body, gas_c: float, weather: Weather) -> tuple[float, float]:
    """Heat from the gas to the walls, and from the walls to outside [W/K each], for gas so hot, the wind and the
    rain."""
    grown = 1.0 + HOTTER_LOSES.value * max(gas_c - weather.air_c, 0.0)
    inner, outer = body.inner_w_k * grown, body.outer_w_k * grown * weather.shell_factor
    return inner, outer + _rain_w_k(body, inner, outer, gas_c, weather)


def _rain_w_k(body: Body, inner: float, outer: float, gas_c: float, weather: Weather) -> float:
    """What rain takes from the walls for each kelvin that they are above outside: less and less once they boil it
    off."""
    wet = body.area_m2 * weather.rain_w_m2_k
    air, boils = weather.air_c, WATER_BOILS_C.value
    if wet <= 0.0 or air + inner * (gas_c - air) / (inner + outer + wet) <= boils:
        return wet
    most = wet * (boils - air)
    return most / ((inner * (gas_c - air) - most) / (inner + outer))


def sun_w(body: Body, weather: Weather) -> float:
    """Sun taken up by the shell [W]."""
    return SUN_ABSORBED.value * body.area_m2 * weather.sun_w_m2


def fuel_power_w(setup: FireSetup) -> float:
    """Heat that the fuel itself could give with air enough [W]."""
    if setup.charcoal is not None and setup.bed is not None:
        return open_power_w(setup.charcoal, setup.bed, setup.pace, drawn=setup.closed)
    return setup.grill.kind.fuel_w(setup)


@lru_cache(maxsize=512)
def steady_state(setup: FireSetup, food_w: float = 0.0) -> SteadyState:
    """The steady state of a fire that burns as set, with food on it that takes up food_w."""
    rules, weather = setup.grill.kind.rules, setup.weather
    if rules == "knobs":
        return _gas(setup, food_w)
    if rules == "controller":
        return _controlled(setup, food_w)
    if not setup.closed:
        return _open(setup)
    body = setup.grill.body
    assert body is not None
    fuel = fuel_power_w(setup)

    def power(gas_c: float) -> float:
        flow = draught_kg_s(body, setup.bottom_share, setup.top_share, gas_c, weather)
        return min(fuel, oxygen_power_w(flow, setup.used_share))

    def surplus(gas_c: float) -> float:
        return power(gas_c) + sun_w(body, weather) - _leaving(setup, body, gas_c)

    low = weather.air_c + 2.0
    gas = float(brentq(surplus, low, 1500.0, xtol=1e-9)) if surplus(low) > 0.0 else weather.air_c
    if food_w > 0.0 and gas > low:
        gas, food_w = _fed(surplus, low, gas, food_w)
    return _closed_state(setup, body, gas, power(gas), fuel, food_w)


def _fed(surplus: Callable[[float], float], low_c: float, empty_c: float, food_w: float) -> tuple[float, float]:
    """The hottest state below the empty one that spares the food its heat; where none does, the one that spares
    most."""
    temps = np.linspace(empty_c, low_c, 60)
    spared = np.array([surplus(float(t)) for t in temps])
    enough = np.flatnonzero(spared >= food_w)
    if not enough.size:
        most = int(np.argmax(spared))
        return float(temps[most]), float(spared[most])
    return float(brentq(lambda t: surplus(t) - food_w, temps[enough[0]], temps[enough[0] - 1], xtol=1e-9)), food_w


def _leaving(setup: FireSetup, body: Body, gas_c: float) -> float:
    inner, outer = shell_w_k(body, gas_c, setup.weather)
    flow = draught_kg_s(body, setup.bottom_share, setup.top_share, gas_c, setup.weather)
    return (flow * fuels.AIR_HEAT.value + inner * outer / (inner + outer)) * (gas_c - setup.weather.air_c) + _sun_out(
        setup, body, inner, outer
    )


def _sun_out(setup: FireSetup, body: Body, inner: float, outer: float) -> float:
    """Of the sun on the shell, what leaves again at once without warming the gas."""
    return sun_w(body, setup.weather) * inner / (inner + outer) if inner + outer > 0 else 0.0


def _closed_state(setup: FireSetup, body: Body, gas: float, power: float, fuel: float, food_w: float) -> SteadyState:
    air = setup.weather.air_c
    flow = draught_kg_s(body, setup.bottom_share, setup.top_share, gas, setup.weather)
    inner, outer = shell_w_k(body, gas, setup.weather)
    shone = sun_w(body, setup.weather)
    through = inner * outer / (inner + outer) * (gas - air)
    wall = air + (through + _sun_out(setup, body, inner, outer)) / outer
    bed = setup.bed
    laid = bed.area_m2 * bed.cover if bed is not None else EMBERS_M2.value
    lit = min(1.0, power / (laid * fuels.GLOW_W_M2.value))
    face = float(coal_face_c(power, laid * max(lit, 1e-6), air, setup.used_share))
    balance = Balance(
        power, shone, flow * fuels.AIR_HEAT.value * (gas - air), through + _sun_out(setup, body, inner, outer), food_w
    )
    alive = power >= fuels.MIN_FIRE_W.value
    limit: Limit = "nothing" if not alive else "fuel" if power >= fuel * 0.999 else "air"
    return SteadyState(power, flow, gas, wall, face, limit, balance, alive, lit_share=lit if alive else 0.0)


def _open(setup: FireSetup) -> SteadyState:
    air, bed = setup.weather.air_c, setup.bed
    power = fuel_power_w(setup)
    face = float(coal_face_c(power, bed.area_m2 * bed.cover, air)) if bed is not None else air
    flow = power / (fuels.OXYGEN_HEAT.value * fuels.OXYGEN_SHARE.value * fuels.COAL_USED.value)
    balance = Balance(power, 0.0, power, 0.0, 0.0)
    return SteadyState(power, flow, air + OPEN_AIR_RISE_K.value, air, face, "fuel", balance)


def _gas(setup: FireSetup, food_w: float) -> SteadyState:
    """Zones in a row, one for each main burner: its own heat, what leaves with flue gas and walls, what crosses over.

    A sear burner counts to the zone it lies in. Lid open, nearly everything rises straight out.
    """
    grill, weather = setup.grill, setup.weather
    body = grill.body
    if body is None:
        return _open_gas(setup)
    mains = [b for b in grill.burners if b.kind == "main"]
    heat = np.zeros(len(mains))
    for burner, power in zip(grill.burners, grill.kind.burners_w(setup), strict=True):
        heat[int(np.argmin([abs(burner.x_m - m.x_m) for m in mains]))] += power
    flow = float(heat.sum()) / (fuels.OXYGEN_HEAT.value * fuels.OXYGEN_SHARE.value) * FLUE_AIR.value
    air = weather.air_c
    gas = np.full(len(mains), air + 100.0)
    for _ in range(40):
        inner, outer = shell_w_k(body, float(gas.mean()), weather)
        shell = inner * outer / (inner + outer) / len(mains)
        leaves = shell + flow * fuels.AIR_HEAT.value / len(mains)
        matrix = np.diag(np.full(len(mains), leaves))
        for i in range(len(mains) - 1):
            for a, b in ((i, i + 1), (i + 1, i)):
                matrix[a, a] += CROSS_FLOW_W_K.value
                matrix[a, b] -= CROSS_FLOW_W_K.value
        rise = np.linalg.solve(matrix, heat - food_w / len(mains))
        done = np.max(np.abs(air + rise - gas)) < 1e-9
        gas = air + rise
        if done:
            break
    total = float(heat.sum())
    flue, through = float(np.sum(rise)) * flow * fuels.AIR_HEAT.value / len(mains), float(np.sum(rise)) * shell
    wall = air + through / outer
    if setup.lid_open:
        gas, wall = air + rise * LIDLESS_SHARE.value, air
    limit: Limit = "knobs" if total > 0.0 else "nothing"
    return SteadyState(
        total,
        flow,
        float(gas.mean()),
        wall,
        air,
        limit,
        Balance(total, 0.0, flue, through, food_w),
        total > 0.0,
        tuple(float(g) for g in gas),
    )


def _open_gas(setup: FireSetup) -> SteadyState:
    """Burners without a lid over them: nearly everything rises straight out."""
    total = sum(setup.grill.kind.burners_w(setup))
    flow = total / (fuels.OXYGEN_HEAT.value * fuels.OXYGEN_SHARE.value) * FLUE_AIR.value
    air = setup.weather.air_c
    gas = air + OPEN_AIR_RISE_K.value
    limit: Limit = "knobs" if total > 0.0 else "nothing"
    return SteadyState(
        total,
        flow,
        gas,
        air,
        air,
        limit,
        Balance(total, 0.0, total, 0.0, 0.0),
        total > 0.0,
        tuple(gas for b in setup.grill.burners if b.kind == "main"),
    )


def _controlled(setup: FireSetup, food_w: float) -> SteadyState:
    body, controller = setup.grill.body, setup.grill.controller
    assert body is not None
    assert controller is not None
    assert setup.set_c is not None

    def needs(gas_c: float) -> float:
        inner, outer = shell_w_k(body, gas_c, setup.weather)
        flow = setup.grill.kind.blows_w_k.value
        return (inner * outer / (inner + outer) + flow) * (gas_c - setup.weather.air_c) + food_w

    gas, limit = setup.set_c, "controller"
    if needs(gas) > controller.high_w:
        gas, limit = (
            float(brentq(lambda t: needs(t) - controller.high_w, setup.weather.air_c, 600.0, xtol=1e-9)),
            "fuel",
        )
    power = needs(gas)
    inner, outer = shell_w_k(body, gas, setup.weather)
    through = inner * outer / (inner + outer) * (gas - setup.weather.air_c)
    wall = setup.weather.air_c + through / outer
    flue = setup.grill.kind.blows_w_k.value * (gas - setup.weather.air_c)
    if setup.lid_open:
        gas = setup.weather.air_c + LIDLESS_SHARE.value * (gas - setup.weather.air_c)
    return SteadyState(
        power,
        setup.grill.kind.blows_w_k.value / fuels.AIR_HEAT.value,
        gas,
        wall,
        setup.weather.air_c,
        "fuel" if limit == "fuel" else "controller",
        Balance(power, 0.0, flue, through, food_w),
    )
