"""A finished cook: what was foreseen beside what was measured, and what to take from it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brasko.core.words import quantity, say

Floats = NDArray[np.float64]

CLOSE_K = 2.0
CLOSE_SHARE = 0.08
"""So near to what was foreseen is as foreseen (assumed)."""


@dataclass(frozen=True)
class Comparison:
    """Foreseen against measured for one piece; None where nothing was measured."""

    slow_foreseen_s: float
    slow_measured_s: float | None
    pull_foreseen_c: float
    pull_measured_c: float | None
    peak_foreseen_c: float
    peak_measured_c: float | None
    mean_gap_k: float | None
    lessons: tuple[str, ...]


def compared(
    time_s: Floats,
    core_c: Floats,
    slow_end_s: float,
    pull_c: float,
    peak_c: float,
    readings: Sequence[tuple[float, float]],
    slow_measured_s: float | None,
    because: tuple[str, ...] = (),
) -> Comparison:
    """Compare curves that both count from putting the food on [s, °C]. Lessons carry phrase tokens.

    because     what the readings told of the slow phase, where they did (see lessons)
    """
    at_pull = None
    if slow_measured_s is not None and readings:
        near = min(readings, key=lambda r: abs(r[0] - slow_measured_s))
        at_pull = near[1] if abs(near[0] - slow_measured_s) < 120.0 else None
    peak = max((c for _, c in readings), default=None)
    gap = None
    if readings:
        inside = [(t, c) for t, c in readings if 0.0 <= t <= float(time_s[-1])]
        if inside:
            foreseen = np.interp([t for t, _ in inside], time_s, core_c)
            gap = float(np.mean(np.array([c for _, c in inside]) - foreseen))
    return Comparison(
        slow_end_s,
        slow_measured_s,
        pull_c,
        at_pull,
        peak_c,
        peak,
        gap,
        _lessons(slow_end_s, slow_measured_s, pull_c, at_pull, peak_c, peak, because),
    )


def _lessons(
    slow_s: float,
    measured_s: float | None,
    pull_c: float,
    at_pull_c: float | None,
    peak_c: float,
    measured_peak: float | None,
    because: tuple[str, ...],
) -> tuple[str, ...]:
    found = list(because)
    if not because and measured_s is not None and abs(measured_s / slow_s - 1.0) > CLOSE_SHARE:
        late = measured_s - slow_s
        word, why = (
            ("longer", say("compare-cooler-or-the-piece-thicker"))
            if late > 0
            else ("shorter", say("compare-hotter-or-the-piece-thinner"))
        )
        found.append(
            say("compare-the-slow-phase-took-than-foreseen", late=quantity.span(abs(late)), word=word, why=why)
        )
    if at_pull_c is not None and abs(at_pull_c - pull_c) > CLOSE_K:
        found.append(
            say("compare-it-came-off-at-instead-of", at_pull=quantity.temp(at_pull_c), pull=quantity.temp(pull_c))
        )
    if measured_peak is not None and abs(measured_peak - peak_c) > CLOSE_K:
        side = "above" if measured_peak > peak_c else "below"
        found.append(
            say("compare-the-core-peaked-the-plan", measured_peak=quantity.rise(abs(measured_peak - peak_c)), side=side)
        )
    if not found and measured_peak is not None:
        found.append(say("compare-it-went-as-foreseen-keep-this"))
    return tuple(found)
