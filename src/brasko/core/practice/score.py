"""What counts of a practice: the middle at the plate, rim, crust, the hour, safety and how often was looked."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brasko.core.words import quantity, say

FINISH_FULL_K, FINISH_NONE_K = 1.7, 8.0
RIM_FULL, RIM_NONE = 0.03, 0.2
CRUST_FULL, CRUST_NONE = (0.8, 1.7), (0.2, 5.0)
TIME_FULL_S, TIME_NONE_S = 180.0, 25 * 60.0
READINGS_FULL, READINGS_NONE = 4, 14
"""Full marks up to the first of each, none from the second on (assumed): within 3 °F of the finish; so much rim over
the plan's; so much of the crust that was wished; so long off the hour; so many readings by hand."""
WEIGHTS = {"finish": 0.35, "time": 0.25, "rim": 0.15, "crust": 0.15, "readings": 0.1}
"""What counts how much (assumed)."""
UNSAFE_MAX = 0.4
"""No more than this where safety was broken, whatever else came out."""


@dataclass(frozen=True)
class Came:
    """How a piece came to the table, and what was planned of it. late_s is signed: early is below 0.

    reading_needed_c, reading_c     the reading that had to end the heat, and what was truly there; None where none had
    """

    peak_c: float
    finish_c: float
    rim_share: float
    planned_rim_share: float
    crust_share: float
    late_s: float
    readings: int
    reading_needed_c: float | None = None
    reading_c: float | None = None


@dataclass(frozen=True)
class Part:
    """One thing that counts: its key, marks 0 to 1, and why in words."""

    key: str
    mark: float
    words: str


@dataclass(frozen=True)
class Score:
    """Marks 0 to 100, what they are of, and whether it was safe to eat."""

    points: int
    parts: tuple[Part, ...]
    safe: bool


def scored(came: Came) -> Score:
    """The score of one piece.

    Checked: tests/core/test_practice.py::test_a_perfect_cook_has_full_marks_and_each_fault_costs_its_own.
    """
    off, late = came.peak_c - came.finish_c, abs(came.late_s)
    marks = {
        "finish": _mark(abs(off), FINISH_FULL_K, FINISH_NONE_K),
        "time": _mark(late, TIME_FULL_S, TIME_NONE_S),
        "rim": _mark(came.rim_share - came.planned_rim_share, RIM_FULL, RIM_NONE),
        "crust": _crust(came.crust_share),
        "readings": _mark(came.readings, READINGS_FULL, READINGS_NONE),
    }
    safe = came.reading_needed_c is None or (
        came.reading_c is not None and came.reading_c >= came.reading_needed_c - 0.5
    )
    total = sum(WEIGHTS[key] * mark for key, mark in marks.items())
    if not safe:
        total = min(total, UNSAFE_MAX)
    warmer = say("score-over") if off > 0.0 else say("score-under")
    later = say("score-late") if came.late_s > 0.0 else say("score-early")
    words = {
        "finish": say("score-finish", peak=quantity.temp(came.peak_c), off=quantity.rise(abs(off)), way=warmer),
        "time": say("score-time", late=quantity.span(late), way=later) if late > 60.0 else say("score-on-time"),
        "rim": say(
            "score-rim",
            rim=quantity.number(100.0 * came.rim_share),
            planned=quantity.number(100.0 * came.planned_rim_share),
        ),
        "crust": say("score-crust", share=quantity.number(100.0 * min(came.crust_share, 9.99))),
        "readings": say("score-readings", readings=came.readings),
    }
    parts = [Part(key, marks[key], words[key]) for key in WEIGHTS]
    if came.reading_needed_c is not None:
        needed = quantity.least(came.reading_needed_c)
        said = say("score-safe", needed=needed) if safe else say("score-unsafe", needed=needed)
        parts.append(Part("safety", float(safe), said))
    return Score(round(100.0 * total), tuple(parts), safe)


def together(scores: list[Score]) -> int:
    """The marks of several pieces: their mean; what is unsafe spoils the whole."""
    mean = round(float(np.mean([score.points for score in scores])))
    return mean if all(score.safe for score in scores) else min(mean, round(100.0 * UNSAFE_MAX))


def _mark(value: float, full: float, none: float) -> float:
    return float(np.interp(value, [full, none], [1.0, 0.0]))


def _crust(share: float) -> float:
    at = [CRUST_NONE[0], CRUST_FULL[0], CRUST_FULL[1], CRUST_NONE[1]]
    return float(np.interp(share, at, [0.0, 1.0, 1.0, 0.0]))
