"""Smoke in a chamber over time."""

from __future__ import annotations

from brasko.core.fire.air import air_density_kg_m3
from brasko.core.fire.chamber import settled
from brasko.core.fire.setup import FireSetup


def smoke_g_m3(setup: FireSetup, since_s: float) -> float:
    """How much smoke hangs in the chamber so long after the food went on [g m-3]: what is given off, thinned by the draught.

    None without a lid that is shut: it blows away.
    """
    if not setup.closed:
        return 0.0
    state = settled(setup)
    given = sum(s.rate_g_s for s in setup.grill.kind.smokes(setup, state.power_w) if since_s < s.lasts_s)
    return given / max(state.flow_kg_s, 2e-4) * air_density_kg_m3(state.gas_c)
