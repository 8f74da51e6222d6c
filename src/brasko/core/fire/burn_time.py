"""How long until a fire is ready, how long it serves, and when to add what."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache

import numpy as np

from brasko.core.fire import chamber, fuels
from brasko.core.fire.kinds.kind import Feeding, Hours, refuelled
from brasko.core.fire.setup import FireSetup, at_most
from brasko.core.fire.simulation import SAMPLE_S, Change, brought_up, poured, simulate_fire
from brasko.core.fire.state import SteadyState
from brasko.core.words import say

NEAR = 0.85
"""Usable while the rise over outside air is at least this share of what it settles at."""
STAYS_S = 600.0
OPEN_NEAR, LIDDED_NEAR = 0.6, 0.8
"""Coals that have all the air they want are usable until they give off this share of their heat, in the open and under
a lid (assumed)."""


def chimney_ready_s() -> float:
    """How long a chimney takes until its top coals are ashed over: the time in which glow spreads through it."""
    first, ready = fuels.FIRST_GLOW.value, fuels.READY_GLOW.value
    return (math.log(ready / (1 - ready)) + math.log((1 - first) / first)) / fuels.LIGHTING_PACE.value


def hours_of(setup: FireSetup) -> Hours:
    """Ready, usable and refuelling times of a fire that is lit and then left alone."""
    state = chamber.steady_state(setup)
    kind = setup.grill.kind
    if not kind.is_laid:
        return kind.hours(setup, state.power_w, _preheat_s(setup))
    charcoal = setup.charcoal
    assert charcoal is not None
    kg_h = _burnt_kg_s(setup, state) * 3600.0
    if not state.alight:
        return Hours(0.0, 0.0, (), "", 0.0, say("in-small-letters", text=charcoal.coal.name))
    usable = usable_s(setup, state)
    add = say("hours-a-dozen-unlit-coals-beside-the") if setup.closed else say("hours-half-a-chimney-lit")
    ready = 0.0 if kind.lit_in_place else chimney_ready_s()
    if setup.closed:
        ready += _preheat_s(setup)
    refuel = () if charcoal.layout == "ring" or not kind.can_be_fed else refuelled(usable)
    smoke = {"none": 0.0, "chips": fuels.CHUNK_SMOKE_S.value / 3.0, "chunks": fuels.CHUNK_SMOKE_S.value}[charcoal.wood]
    fuse = setup.bed.length_m if setup.bed is not None and charcoal.layout == "ring" else None
    return Hours(
        ready,
        usable,
        refuel,
        add if refuel else "",
        kg_h,
        say("in-small-letters", text=charcoal.coal.name),
        smoke,
        fuse,
    )


@lru_cache(maxsize=64)
def feeding_of(setup: FireSetup) -> Feeding | None:
    """How a fire as it is set is kept going; None where it is out or nothing can be added."""
    state, kind = chamber.steady_state(setup), setup.grill.kind
    if not state.alight or kind.indoors:
        return None
    if not kind.is_laid:
        return kind.feeding(setup, kind.hours(setup, state.power_w, 0.0))
    kg_h = _burnt_kg_s(setup, state) * 3600.0
    return kind.feeding(setup, Hours(0.0, usable_s(setup, state), (), "", kg_h, ""))


def _burnt_kg_s(setup: FireSetup, state: SteadyState) -> float:
    """Charcoal burnt in a second, with what a starved bed wastes."""
    assert setup.charcoal is not None
    starved = 1.0 - min(state.power_w / max(chamber.fuel_power_w(setup), 1.0), 1.0)
    wasted = 1.0 + (fuels.STARVED_LOSS.value * starved if setup.grill.kind.wastes_starved else 0.0)
    return state.power_w / setup.charcoal.coal.heat_j_kg.value * wasted


def usable_s(setup: FireSetup, state: SteadyState) -> float:
    """How long coals serve [s]: while air rules, at one power; then as an open bed that burns itself down."""
    charcoal, bed = setup.charcoal, setup.bed
    assert charcoal is not None
    assert bed is not None
    heat, pace = charcoal.coal.heat_j_kg.value, fuels.COAL_PACE.value * setup.pace
    if charcoal.layout == "ring":
        return 0.9 * charcoal.mass_kg * heat / state.power_w
    if not setup.closed:
        return -math.log(OPEN_NEAR) / pace
    enough = state.power_w / (heat * pace)
    return max(charcoal.mass_kg - enough, 0.0) / _burnt_kg_s(setup, state) - math.log(LIDDED_NEAR) / pace


def _preheat_s(setup: FireSetup) -> float:
    """From a cold grill with its fire lit until the grate has come within a tenth of its rise and stays (5 min at
    least)."""
    air = setup.weather.air_c
    rise = chamber.steady_state(replace(setup, lid_open=False)).gas_c - air
    if rise < 20.0:
        return 0.0
    run = simulate_fire(brought_up(setup), 3.0, lit=poured(setup))
    inside = np.abs(run.grate_c - air - rise) <= 0.1 * rise
    held = round(STAYS_S / SAMPLE_S)
    for i in range(len(inside) - held):
        if inside[i : i + held].all():
            return max(float(run.time_s[i]), 300.0)
    reached = run.reaches_s(air + 0.8 * rise)
    return max(reached if reached is not None else 1800.0, 300.0)


def goes_out_s(setup: FireSetup) -> float | None:
    """When a fire so set goes out, from when it was glowing well [s]; None while it burns on."""
    if chamber.steady_state(setup).alight or not setup.grill.burns_coal:
        return None
    most = at_most(setup)
    run = simulate_fire([Change(0.0, most), Change(1200.0, setup)], 8.0, lit=True)
    return None if run.dies_s is None else max(run.dies_s - 1200.0, 0.0)
