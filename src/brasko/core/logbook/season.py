"""A season at a glance: what was cooked, how near to what was foreseen, and whether that gets better."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.stats import theilslopes

from brasko.core.words import quantity, say

MIN_FOR_A_TREND = 6
"""Fewer cooks have no trend."""
CLOSE_K, CLOSE_SHARE = 2.0, 0.08
"""So near to what was foreseen is as foreseen (as in forecast.compare)."""


@dataclass(frozen=True)
class Past:
    """A cook that is over: its cut, how far its peak was off [K] and its slow part [share], and its stars, where
    known."""

    cut: str
    peak_off_k: float | None
    slow_off: float | None
    stars: int | None


@dataclass(frozen=True)
class Cooked:
    """How often a cut was cooked."""

    cut: str
    cooks: int


@dataclass(frozen=True)
class Season:
    """What a season comes to. gap_k is the median miss of the peak; trend_k its change over the season, with the 90 %
    interval of it; None where there are too few."""

    cooks: int
    cuts: tuple[Cooked, ...]
    gap_k: float | None
    slow_off: float | None
    near_share: float | None
    trend_k: float | None
    trend_span_k: tuple[float, float] | None
    stars: float | None
    words: str


def season(cooks: Sequence[Past]) -> Season:
    """What cooks come to, the oldest first. The trend is Theil and Sen's, which a few wild cooks do not turn.

    Checked: tests/core/test_logbook.py::test_a_season_that_gets_better_says_so.
    """
    gaps = [abs(c.peak_off_k) for c in cooks if c.peak_off_k is not None]
    slow = [c.slow_off for c in cooks if c.slow_off is not None]
    stars = [c.stars for c in cooks if c.stars is not None]
    near = [
        abs(c.peak_off_k) <= CLOSE_K and (c.slow_off is None or abs(c.slow_off) <= CLOSE_SHARE)
        for c in cooks
        if c.peak_off_k is not None
    ]
    trend, span = _trend(gaps)
    return Season(
        len(cooks),
        tuple(Cooked(cut, n) for cut, n in Counter(c.cut for c in cooks).most_common()),
        float(np.median(gaps)) if gaps else None,
        float(np.median(slow)) if slow else None,
        sum(near) / len(near) if near else None,
        trend,
        span,
        sum(stars) / len(stars) if stars else None,
        _words(gaps, trend, span),
    )


def _trend(gaps: list[float]) -> tuple[float | None, tuple[float, float] | None]:
    if len(gaps) < MIN_FOR_A_TREND:
        return None, None
    slope, _, low, high = theilslopes(gaps, np.arange(len(gaps)), alpha=0.9)
    over = len(gaps) - 1
    return float(slope) * over, (float(low) * over, float(high) * over)


def _words(gaps: list[float], trend: float | None, span: tuple[float, float] | None) -> str:
    if not gaps:
        return say("season-nothing-was-read-yet")
    if trend is None or span is None:
        return say("season-too-few-for-a-trend", least=MIN_FOR_A_TREND)
    if span[1] < 0.0:
        return say("season-better", by=quantity.rise(-trend))
    if span[0] > 0.0:
        return say("season-worse", by=quantity.rise(trend))
    return say("season-no-clear-trend")
