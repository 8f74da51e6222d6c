"""How soft a tough cut is: collagen that melts to gelatin, by time and temperature."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from brasko.core.errors import require_between
from brasko.core.sourced import Sourced

SOFTENS_AT_C = Sourced(85.0, "°C", "", "common practice")
"""Where the time that a cut needs is counted: a braise."""
SOFTENS_PER_K = Sourced(27.0, "K", "", "from memory")
"""Ten times as fast for so many kelvin: a brisket is tender after two to three days at 57 °C, a day at 68 °C, five or
six hours at 85 °C."""
SOFTENS_FROM_C = Sourced(55.0, "°C", "", "from memory")
"""Below this collagen does not shrink, and nothing melts."""


def softness(time_s: ArrayLike, core_c: ArrayLike, softens_s: float) -> float:
    """Return how far a cut has softened: 1 where its collagen has had its time, more where it falls apart.

    ∫ 10^((T - 85 °C) / 27 K) dt over the time that it takes at 85 °C, by the trapezium rule.

    Args: time_s (n,) rising [s];  core_c (n,) [°C];  softens_s  time at 85 °C [s], > 0.
    Source: see SOFTENS_PER_K.   Checked: tests/core/test_softness.py.
    """
    require_between("softens_s", softens_s, 60.0, 100 * 3600.0, "s")
    core = np.asarray(core_c, dtype=float)
    rate = np.where(core > SOFTENS_FROM_C.value, 10.0 ** ((core - SOFTENS_AT_C.value) / SOFTENS_PER_K.value), 0.0)
    return float(np.trapezoid(rate, np.asarray(time_s, dtype=float)) / softens_s)
