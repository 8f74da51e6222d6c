"""Fat that melts and runs out of a piece while it cooks.

Fat runs once it is melted, first what lies free (ground meat, fat under a skin), slowly what sits in whole muscle. In
each cell 1 - exp(-t / τ) of what can run is gone after it was melted for t.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brasko.core.foods.cuts import Cut, Kind
from brasko.core.heat.simulation import Result
from brasko.core.sourced import Sourced

MELTS_FROM_C, MELTED_C = Sourced(40.0, "°C", "", "from memory"), Sourced(60.0, "°C", "", "assumed")
"""Hard fat of beef begins to run at the first and runs freely at the second."""


@dataclass(frozen=True)
class Runs:
    """How much of its fat can run out of a kind of food, and how fast."""

    share: Sourced
    within_s: Sourced


RUNS: dict[Kind, Runs] = {
    "ground": Runs(Sourced(0.45, "-", "usda_yields", "from memory"), Sourced(400.0, "s", "", "assumed")),
    "intact": Runs(Sourced(0.6, "-", "", "from memory"), Sourced(4.0 * 3600.0, "s", "", "assumed")),
    "poultry": Runs(Sourced(0.5, "-", "", "from memory"), Sourced(3600.0, "s", "", "assumed")),
    "fish": Runs(Sourced(0.2, "-", "", "assumed"), Sourced(1800.0, "s", "", "assumed")),
}
"""Patties of a fifth of fat lose a quarter to two fifths of it, a shoulder that falls apart about half (from
memory)."""


def weight_lost_share(cut: Cut, result: Result) -> float:
    """Juice, vapour and fat that are gone, in parts of the raw weight: the one figure that is shown as weight lost.

    The run has to hold frames; without them the fat counts as still there. Checked: tests/core/test_moist_cook.py.
    """
    return result.mass_loss_share + fat_lost_share(cut, result)


def fat_lost_share(cut: Cut, result: Result) -> float:
    """Fat that ran out, in parts of the raw weight. Checked: tests/core/test_moist_cook.py."""
    runs = RUNS.get(cut.kind)
    if runs is None or len(result.frame_s) < 2:
        return 0.0
    flowing = np.clip((result.frame_temp_c - MELTS_FROM_C.value) / (MELTED_C.value - MELTS_FROM_C.value), 0.0, 1.0)
    melted_s = np.trapezoid(flowing, result.frame_s, axis=0)
    volume = result.grid.volume_m3
    gone = float(np.average(1.0 - np.exp(-melted_s / runs.within_s.value), weights=volume))
    return cut.composition.fraction("fat") * runs.share.value * gone
