"""A fire over time: lighting, heat-up, overshoot, coming down, lids opened, vents moved, fuel running out."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire import chamber, fuels
from brasko.core.fire.burning import (
    MODE_COAL,
    MODE_CONTROLLER,
    MODE_KNOBS,
    OUT_CAME,
    OUT_FLUE,
    OUT_FUEL,
    OUT_GAS,
    OUT_LIT,
    OUT_PLATE,
    OUT_POWER,
    OUT_SHELL,
    OUT_T,
    OUT_WALL,
    burn,
)
from brasko.core.fire.coals import RING_LIT_M, coal_face_c, ring_kg_m
from brasko.core.fire.grills import Body
from brasko.core.fire.kinds.kind import Loaded
from brasko.core.fire.setup import FireSetup, at_most, with_vents
from brasko.core.fire.weather import WATER_BOILS_C
from brasko.core.heat.constants import GRAVITY
from brasko.core.sourced import Sourced
from brasko.core.words import say

Floats = NDArray[np.float64]

STEP_S = 2.0
SAMPLE_S = 20.0
OPEN_LID_W_K = Sourced(150.0, "W K-1", "", "assumed")
"""Heat that rises out of an open lid."""
DEFLECTOR_FILM_W_K = Sourced(3.0, "W K-1", "", "assumed")
DEFLECTOR_SHADE = Sourced(0.28, "-", "", "assumed")
"""How much of a cold deflector's lag the grate above it feels; the gauge in the dome feels none."""
FIRST_DRAUGHT_K = Sourced(15.0, "K", "", "assumed")
"""What lit coals draw by themselves while the gauge is still cold."""
OUT_AT = 0.05
"""A fire counts as out when this share of its glow is left (assumed)."""
NEAR_ENOUGH = 0.95
"""Vents are set when the gauge has made this share of its rise (common practice, no source)."""
FIRST_NEST_KG = Sourced(0.06, "kg", "", "assumed")
"""What coals are lit with where they lie: a starter and a fist of lump round it."""


@dataclass(frozen=True)
class Change:
    """From this second on the fire is set so; coals may be added, lit or not."""

    at_s: float
    setup: FireSetup
    add_lit_kg: float = 0.0
    add_unlit_kg: float = 0.0


@dataclass(frozen=True)
class Course:
    """Curves from lighting. gauge_c is the air at the top of the lid, grate_c that at the food, coal_c the coals' face.

    balance_error is what of the heat that came is not found in flue, shell and walls, as a share.
    dies_s is when the fire goes out, None where it does not within the time.
    """

    time_s: Floats
    gauge_c: Floats
    grate_c: Floats
    wall_c: Floats
    power_w: Floats
    coal_c: Floats
    fuel_kg: Floats
    lit_kg: Floats
    balance_error: float
    dies_s: float | None

    def reaches_s(self, temp_c: float, after_s: float = 0.0) -> float | None:
        """When the gauge first shows a temperature, rising; None where it never does."""
        at = np.flatnonzero((self.time_s >= after_s) & (self.gauge_c >= temp_c))
        return float(self.time_s[at[0]]) if at.size else None

    def falls_s(self, temp_c: float, after_s: float = 0.0) -> float | None:
        """When the gauge first shows less than a temperature after a moment; None where it never does."""
        at = np.flatnonzero((self.time_s >= after_s) & (self.gauge_c < temp_c))
        return float(self.time_s[at[0]]) if at.size else None


def simulate_fire(
    changes: Sequence[Change], hours: float, *, start_c: float | None = None, lit: bool = False
) -> Course:
    """A fire from lighting, through the changes, in order.

    lit: the coals are already glowing, as when a chimney has been poured out. start_c: walls still warm from before.
    Raises InvalidInput for a course without a first setting, or longer than a day.
    """
    require_between("hours", hours, 0.05, 24.0, "h")
    if not changes or changes[0].at_s != 0.0:
        raise InvalidInput("changes", say("course-need-a-first-setting-at-0"))
    if any(b.at_s < a.at_s for a, b in pairwise(changes)):
        raise InvalidInput("changes", say("course-must-be-in-the-order-of"))
    first = changes[0].setup
    body = first.grill.body or _OPEN_BODY
    rows = np.array([_row(c, n.at_s if n else math.inf) for c, n in zip(changes, [*changes[1:], None], strict=True)])
    fuel = _fuel(first, lit)
    controller = first.grill.controller
    steps = math.ceil(hours * 3600.0 / STEP_S)
    out = np.zeros((steps // round(SAMPLE_S / STEP_S) + 2, 10))
    weather = first.weather
    plate = first.grill.deflector
    n = burn(
        np.array(
            [
                body.heat_j_k,
                body.inner_w_k,
                body.outer_w_k,
                body.bottom_m2,
                body.top_m2,
                body.leak_m2,
                body.column_m,
                first.used_share,
                weather.air_c,
                weather.wind_m_s,
                weather.shell_factor,
                chamber.sun_w(body, weather),
                fuel.mass_kg,
                fuel.glowing_kg,
                fuel.heat_j_kg,
                fuel.pace_w_kg,
                fuel.fuse_w,
                weather.air_c if start_c is None else start_c,
                plate.heat_j_k if plate else 1.0,
                controller.low_w if controller else 0.0,
                controller.high_w if controller else 0.0,
                controller.band_k if controller else 0.0,
                controller.start_s if controller else 0.0,
                first.grill.kind.blows_w_k.value,
                first.grill.kind.follows_gas.value,
                body.area_m2 * weather.rain_w_m2_k,
                WATER_BOILS_C.value,
            ]
        ),
        np.where(np.arange(len(_CONSTANTS)) == PACE_UNDER_LID, first.grill.kind.pace_under_lid.value, _CONSTANTS),
        rows,
        steps,
        round(SAMPLE_S / STEP_S),
        _MODES[first.grill.kind.rules],
        out,
    )
    done = out[:n]
    gas, plate_c = done[:, OUT_GAS], done[:, OUT_PLATE]
    if first.grill.body is None:
        gas = np.full(n, weather.air_c + chamber.OPEN_AIR_RISE_K.value)
    inside = np.array([_at(changes, t).setup.deflector for t in done[:, OUT_T]])
    grate = np.where(inside, gas - DEFLECTOR_SHADE.value * np.maximum(gas - plate_c, 0.0), gas)
    came = max(float(done[-1, OUT_CAME]), 1.0)
    held = body.heat_j_k * (done[-1, OUT_WALL] - done[0, OUT_WALL])
    held += first.grill.kind.follows_gas.value * (gas[-1] - gas[0])
    if first.grill.body is None:
        held = came - done[-1, OUT_FLUE] - done[-1, OUT_SHELL]
    missing = came - done[-1, OUT_FLUE] - done[-1, OUT_SHELL] - held
    lit_kg = done[:, OUT_LIT]
    dead = (
        np.flatnonzero(lit_kg < OUT_AT * np.maximum.accumulate(lit_kg))
        if first.grill.kind.rules == "air"
        else np.array([])
    )
    return Course(
        done[:, OUT_T],
        gas,
        grate,
        done[:, OUT_WALL],
        done[:, OUT_POWER],
        _faces(first, done[:, OUT_POWER]),
        done[:, OUT_FUEL],
        done[:, OUT_LIT],
        abs(missing) / came,
        float(done[dead[0], OUT_T]) if dead.size else None,
    )


def _faces(setup: FireSetup, power_w: Floats) -> Floats:
    bed, air = setup.bed, setup.weather.air_c
    if bed is None:
        return np.full(power_w.shape, air)
    laid = bed.area_m2 * bed.cover
    lit = np.clip(power_w / fuels.GLOW_W_M2.value, 1e-6, laid)
    return np.where(power_w > 1.0, coal_face_c(power_w, lit, air, setup.used_share), air)


_MODES = {"air": MODE_COAL, "knobs": MODE_KNOBS, "controller": MODE_CONTROLLER}
"""How a fire is driven, as the compiled code knows it."""
_OPEN_BODY = Body(heat_j_k=3000.0, inner_w_k=5.0, outer_w_k=10.0, area_m2=0.0)
"""An open fire has next to no walls: little that stores heat, and none to hold it in (assumed)."""
_CONSTANTS = np.array(
    [
        fuels.AIR_DENSITY.value,
        fuels.AIR_HEAT.value,
        GRAVITY.value,
        chamber.DISCHARGE.value,
        chamber.WIND_DRAWS.value,
        chamber.HOTTER_LOSES.value,
        fuels.OXYGEN_SHARE.value * fuels.OXYGEN_HEAT.value,
        fuels.LIGHTING_PACE.value,
        fuels.MIN_FIRE_W.value,
        fuels.DYING_S.value,
        OPEN_LID_W_K.value,
        DEFLECTOR_FILM_W_K.value,
        STEP_S,
        chamber.FLUE_AIR.value,
        1.0,
        fuels.STARVED_LOSS.value,
        FIRST_DRAUGHT_K.value,
    ]
)
"""What the compiled code reads of the fire's constants, in its order."""
PACE_UNDER_LID = 14
"""Where of them the pace of coals under a lid stands, which is the grill's own."""


def _at(changes: Sequence[Change], time_s: float) -> Change:
    return [c for c in changes if c.at_s <= time_s + 1e-9][-1]


def _row(change: Change, end_s: float) -> list[float]:
    s = change.setup
    watts = chamber.fuel_power_w(s) if s.grill.kind.rules == "knobs" else 0.0
    lidless = 1.0 if s.lid_open or s.grill.body is None else 0.0
    return [
        change.at_s,
        s.bottom_share,
        s.top_share,
        lidless,
        1.0 if s.deflector else 0.0,
        watts,
        s.set_c or 0.0,
        change.add_lit_kg,
        change.add_unlit_kg,
        end_s,
    ]


def _fuel(setup: FireSetup, lit: bool) -> Loaded:
    """What it begins with."""
    charcoal = setup.charcoal
    if charcoal is None or setup.bed is None:
        return setup.grill.kind.loaded(setup)
    heat = charcoal.coal.heat_j_kg.value
    per_kg = heat * fuels.COAL_PACE.value * (fuels.DRAUGHT_PACE.value if setup.grill.kind.is_drawn else 1.0)
    if charcoal.layout == "ring":
        return Loaded(
            charcoal.mass_kg, RING_LIT_M * ring_kg_m(charcoal.coal), heat, per_kg, chamber.fuel_power_w(setup)
        )
    if lit:
        glowing = charcoal.mass_kg * fuels.READY_GLOW.value
    elif setup.grill.kind.lit_in_place:
        glowing = min(FIRST_NEST_KG.value, charcoal.mass_kg)
    else:
        glowing = charcoal.mass_kg * fuels.FIRST_GLOW.value
    return Loaded(charcoal.mass_kg, glowing, heat, per_kg)


def brought_up(setup: FireSetup) -> list[Change]:
    """How a charcoal fire with a lid is brought to its heat: vents wide until the gauge is near, then closed in steps.

    Each step gives the fire the air that holds the wish over walls as warm as they will be half a step on, so the
    vents close as the walls warm. Fires of other kinds are simply set.
    """
    shut = replace(setup, lid_open=False)
    body = setup.grill.body
    if not setup.grill.burns_coal or body is None:
        return [Change(0.0, shut)]
    wide, air = at_most(shut), setup.weather.air_c
    aim = chamber.steady_state(shut).gas_c
    found = simulate_fire([Change(0.0, wide)], 3.0, lit=poured(setup)).reaches_s(air + NEAR_ENOUGH * (aim - air))
    if found is None or found < STEP_S:
        return [Change(0.0, shut)]
    changes = [Change(0.0, wide)]
    for number in range(MAX_STAGES):
        at = found + number * STAGE_S
        held = simulate_fire(
            [*changes, Change(at, changes[-1].setup)], (at + STAGE_S / 2.0) / 3600.0, lit=poured(setup)
        )
        share = _holding_share(shut, body, aim, float(held.wall_c[-1]))
        if share <= 1.08:
            break
        changes.append(Change(at, _opened(shut, share)))
    else:
        at += STAGE_S
    return [*changes, Change(at, shut)]


MAX_STAGES = 8
STAGE_S = 480.0
"""Vents are opened up in so many stages at the most, each so long."""


def _holding_share(setup: FireSetup, body: Body, gas_c: float, wall_c: float) -> float:
    """How many times the settled vents it takes to hold the gas over walls that are still cool."""
    inner, _ = chamber.shell_w_k(body, gas_c, setup.weather)
    flow = chamber.draught_kg_s(body, setup.bottom_share, setup.top_share, gas_c, setup.weather)
    rise = gas_c - setup.weather.air_c
    spare = chamber.oxygen_power_w(flow, setup.used_share) - flow * fuels.AIR_HEAT.value * rise
    return inner * (gas_c - wall_c) / max(spare, 1.0)


def _opened(setup: FireSetup, times: float) -> FireSetup:
    return with_vents(setup, min(1.0, setup.bottom_share * times), min(1.0, setup.top_share * times))


def poured(setup: FireSetup) -> bool:
    """Whether its coals are lit in a chimney and poured out; others are lit where they lie."""
    return not setup.grill.kind.lit_in_place


def conversion_s(setup: FireSetup, opened: FireSetup, to_c: float, *, after_h: float = 1.0) -> float | None:
    """From a fire that has run an hour as set: how long until the gauge shows to_c once it is set otherwise.

    None where it does not get there in three hours.
    """
    at = round(after_h * 3600.0)
    run = simulate_fire(
        [*(c for c in brought_up(setup) if c.at_s < at), Change(float(at), opened)], after_h + 3.0, lit=poured(setup)
    )
    found = run.reaches_s(to_c, at)
    return None if found is None else found - at


def come_down_s(hot: FireSetup, cool: FireSetup, to_c: float, *, after_h: float = 1.0) -> float | None:
    """The same the other way: how long until the gauge has fallen to to_c."""
    at = round(after_h * 3600.0)
    run = simulate_fire(
        [*(c for c in brought_up(hot) if c.at_s < at), Change(float(at), cool)], after_h + 6.0, lit=poured(hot)
    )
    found = run.falls_s(to_c, at)
    return None if found is None else found - at
