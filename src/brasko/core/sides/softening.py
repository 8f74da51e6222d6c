"""How plants turn soft: the middle lamella lets go, by first order, faster where it is hotter.

dS/dt = -k(T) S, with k(T) = k100 exp(-Ea/R (1/T - 1/373.15 K)). Source: rao_lund_1986; figures from memory.
"""

from __future__ import annotations

import math

import numpy as np

from brasko.core.sourced import Sourced

GAS_J_MOLK = 8.314
ACTIVATION_J_MOL = Sourced(105e3, "J/mol", "rao_lund_1986", "from memory", 60e3, 170e3)
"""Of the softening of vegetables: most studies lie between these."""
AT_100_C = {
    "tender": Sourced(0.9, "1/min", "", "from memory"),
    "crisp": Sourced(0.45, "1/min", "", "from memory"),
    "kernel": Sourced(0.9, "1/min", "", "from memory"),
    "spongy": Sourced(0.6, "1/min", "", "from memory"),
    "firm": Sourced(0.16, "1/min", "rao_lund_1986", "from memory"),
    "starchy": Sourced(0.32, "1/min", "harada_1985", "from memory"),
}
"""Rate at 100 °C by tissue: slices of it in boiling water are tender in about 2 min (asparagus), 12 min (carrot), 6 min
(potato)."""


def rate_s(tissue: str, temp_c: np.ndarray) -> np.ndarray:
    """First-order rate of softening [1/s] at temperatures; 0 for what does not soften by its cell walls."""
    known = AT_100_C.get(tissue)
    kelvin = np.asarray(temp_c, dtype=float) + 273.15
    if known is None:
        return np.zeros_like(kelvin)
    slower = np.exp(-ACTIVATION_J_MOL.value / GAS_J_MOLK * (1.0 / kelvin - 1.0 / 373.15))
    return np.asarray(known.value / 60.0 * slower)


def softened(tissue: str, time_s: np.ndarray, temp_c: np.ndarray) -> float:
    """Dose ∫k dt along a curve of temperatures; the share of firmness that is gone is 1 - exp(-dose)."""
    return float(np.trapezoid(rate_s(tissue, temp_c), time_s)) if len(time_s) > 1 else 0.0


def share_gone(dose: float) -> float:
    """Share of the raw firmness that is gone after a dose."""
    return 1.0 - math.exp(-dose)
