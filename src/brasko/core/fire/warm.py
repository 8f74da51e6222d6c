"""Compile the fire's loop, or load it from the cache, before anybody waits for it."""

from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.simulation import Change, simulate_fire


def warm_fire() -> float:
    """Three minutes of a small fire. Returns its gauge [°C], which nobody needs."""
    return float(simulate_fire([Change(0.0, usual_setup(GRILLS["gas_2"]))], 0.05).gauge_c[-1])
