"""How long planning a piece takes a processor, as far as it can be told beforehand.

Fitted to the plans of docs/every-plan.md and to whole plans with ranges (CPU seconds on one core of the machine they
were made on): time goes with the square of the thickness, as the cook does.
"""

from __future__ import annotations

from brasko.core.sourced import Sourced

QUICK_S = Sourced(0.15, "s", "", "fitted")
QUICK_PER_M2 = Sourced(20.0, "s m-2", "", "fitted")
WHOLE_S = Sourced(0.8, "s", "", "fitted")
WHOLE_PER_M2 = Sourced(60.0, "s m-2", "", "fitted")
RANGES_S = Sourced(1.0, "s", "", "fitted")
RANGES_PER_M2 = Sourced(350.0, "s m-2", "", "fitted")


def effort_s(thickness_m: float, *, quick: bool = False, ranges: bool = False) -> float:
    """CPU seconds that a plan is likely to take at the most, give or take a half."""
    square = thickness_m**2
    if quick:
        return QUICK_S.value + QUICK_PER_M2.value * square
    whole = WHOLE_S.value + WHOLE_PER_M2.value * square
    return whole + (RANGES_S.value + RANGES_PER_M2.value * square if ranges else 0.0)
