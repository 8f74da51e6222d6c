"""Smoke in a chamber over time."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brasko.core.fire.air import air_density_kg_m3
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.setup import FireSetup

Floats = NDArray[np.float64]


def smoke_g_m3(setup: FireSetup, since_s: Floats) -> Floats:
    """How much smoke hangs in the chamber at moments after the food went on [g m-3]: what is given off, thinned by the
    draught.

    None without a lid that is shut: it blows away.
    """
    if not setup.closed:
        return np.zeros_like(since_s)
    state = steady_state(setup)
    given = np.zeros_like(since_s)
    for source in setup.grill.kind.smokes(setup, state.power_w):
        given += np.where(since_s < source.lasts_s, source.rate_g_s, 0.0)
    return given / max(state.flow_kg_s, 2e-4) * air_density_kg_m3(state.gas_c)
