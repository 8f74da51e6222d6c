"""What a hand thermometer shows at the pull: more than the coldest point, which is what plans are made of."""

from __future__ import annotations

import numpy as np

from brasko.core.heat.thermometer import hand_reading_c
from brasko.core.planner.invert import Solution
from brasko.core.planner.programme import the_phase
from brasko.core.planner.wish import Wish
from brasko.core.words import quantity, say

WORTH_TELLING_K = 0.5
"""A degree Fahrenheit; less is within what a thermometer is good for."""


def reading_at_pull_c(wish: Wish, solution: Solution) -> float:
    """What a hand thermometer in the middle shows as the slow phase ends [°C].

    Of the last picture kept before that: what it shows above the coldest point hardly changes in half a minute.
    """
    result = solution.result
    pull = the_phase(result, wish.how.slow)
    before = [n for n, at in enumerate(result.frame_s) if at <= pull.end_s + 1e-6]
    if not before:
        return pull.core_c
    at = float(result.frame_s[before[-1]])
    a_down = sum(1 for flip in result.flips_s if flip <= at) % 2 == 0
    temp_c = result.frame_temp_c[before[-1]]
    above = hand_reading_c(result.grid, temp_c, a_down=a_down) - float(np.interp(at, result.time_s, result.core_c))
    return pull.core_c + max(above, 0.0)


def by_hand_words(wish: Wish, solution: Solution) -> str:
    """The same in a sentence; empty where it makes no difference."""
    shown = reading_at_pull_c(wish, solution)
    if shown - the_phase(solution.result, wish.how.slow).core_c < WORTH_TELLING_K:
        return ""
    return say("by-hand-a-thermometer-put-in-by-hand", shown=quantity.temp(shown))
