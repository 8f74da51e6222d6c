"""How a fire takes a lid opened for a look, and how long it takes to come down when it ran too hot."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from brasko.core.errors import Infeasible
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.setting import set_for
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.simulation import Change, brought_up, come_down_s, poured, simulate_fire

LOOK_S = 60.0
RUN_IN_S = 5400.0
TOO_HOT_K = 50.0
BACK_WITHIN = 0.05
"""A fire is run in so long, its lid then opened so long; it is back when so much of its rise is missing. How fast it
cools is told from so much too hot."""


@dataclass(frozen=True)
class Steadiness:
    """drop_k, back_s: what a lid open for a minute costs, and how long the gauge needs to come back.

    too_hot_k, down_s: a fire run so much too hot, and how long it takes to come down once set right; None where it is
    not come down in six hours, or where the grill has no lid.
    """

    drop_k: float | None
    back_s: float | None
    too_hot_k: float
    down_s: float | None


@lru_cache(maxsize=64)
def steadiness_of(setup: FireSetup) -> Steadiness:
    """By the fire's own course."""
    if setup.grill.body is None or setup.lid_open or not steady_state(setup).alight:
        return Steadiness(None, None, TOO_HOT_K, None)
    rise = steady_state(setup).gas_c - setup.weather.air_c
    before = [c for c in brought_up(setup) if c.at_s < RUN_IN_S]
    opened = [Change(RUN_IN_S, replace(setup, lid_open=True)), Change(RUN_IN_S + LOOK_S, setup)]
    run = simulate_fire([*before, *opened], (RUN_IN_S + 3600.0) / 3600.0, lit=poured(setup))
    at = run.time_s >= RUN_IN_S
    was = float(run.gauge_c[at][0])
    low = float(run.gauge_c[at].min())
    after = run.time_s[(run.time_s > RUN_IN_S + LOOK_S) & (run.gauge_c >= was - BACK_WITHIN * rise)]
    back = float(after[0]) - RUN_IN_S - LOOK_S if after.size else None
    return Steadiness(was - low, back, TOO_HOT_K, _down_s(setup))


def _down_s(setup: FireSetup) -> float | None:
    aim = steady_state(setup).gas_c
    try:
        hot = set_for(setup, aim + TOO_HOT_K)
    except Infeasible:
        return None
    return come_down_s(hot, setup, aim + 0.15 * TOO_HOT_K)
