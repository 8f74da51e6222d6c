"""Where a running cook stands: what is done, what is next, and when it will be.

A first forecast: the clock of the slow phase is stretched so that the readings lie on the foreseen curve. Times are
seconds from the hour of eating that the plan was made for, so the plan's own times need no conversion.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from statistics import median
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
State = Literal["done", "now", "next", "later"]

READINGS_USED = 7
LEAST_ELAPSED_S = 300.0
STRETCH_LIMITS = (0.5, 2.0)
AHEAD_OF_PULL_S = 20.0


@dataclass(frozen=True)
class Planned:
    """A task as planned: when it begins and ends, and the programme step it begins ("" for none)."""

    key: str
    start_s: float
    end_s: float
    step: str = ""


@dataclass(frozen=True)
class Expected:
    """A task as it stands now."""

    key: str
    start_s: float
    end_s: float
    state: State


@dataclass(frozen=True)
class SlowPhase:
    """The foreseen core curve of the phase that ends at a core temperature.

    time_s counts from the phase's beginning; key is its task, then_key the task that follows the pull.
    """

    key: str
    then_key: str
    time_s: Floats
    core_c: Floats
    pull_c: float


def stretch_of(slow: SlowPhase, elapsed_s: Sequence[float], core_c: Sequence[float]) -> float:
    """How many seconds the real phase takes for each foreseen second, from the latest readings; 1 without any."""
    ratios = []
    rising = np.maximum.accumulate(slow.core_c)
    for elapsed, temp in list(zip(elapsed_s, core_c, strict=True))[-READINGS_USED:]:
        if elapsed < LEAST_ELAPSED_S or temp <= slow.core_c[0] + 3.0:
            continue
        foreseen = float(np.interp(temp, rising, slow.time_s))
        if foreseen > 60.0:
            ratios.append(elapsed / foreseen)
    if not ratios:
        return 1.0
    return float(min(max(median(ratios), STRETCH_LIMITS[0]), STRETCH_LIMITS[1]))


def progress(
    tasks: Sequence[Planned],
    done_s: Mapping[str, float],
    now_s: float,
    slow: SlowPhase | None = None,
    readings: Sequence[tuple[float, float]] = (),
    *,
    overdue_moves_on: bool = True,
) -> tuple[Expected, ...]:
    """Every task with its actual or expected time.

    Args: done_s  when each finished or begun task was marked [s];  now_s  the moment;  readings  (time [s], core °C).
    A task that is marked moves all later ones by as much as it was early or late. The end of the slow phase follows
    the readings. Nothing that is not marked is expected before now, unless overdue_moves_on is off: then a task that
    is overdue keeps the moment at which it was due.
    """
    shift, last_start = 0.0, -np.inf
    for task in tasks:
        if task.key in done_s and task.start_s >= last_start:
            shift, last_start = done_s[task.key] - task.start_s, task.start_s
    pull_late = _pull_shift(tasks, done_s, slow, readings)
    upcoming = [t.key for t in tasks if t.key not in done_s]
    first = upcoming[0] if upcoming else None
    found: list[Expected] = []
    for task in tasks:
        if task.key in done_s:
            start = done_s[task.key]
            found.append(Expected(task.key, start, start + task.end_s - task.start_s, "done"))
            continue
        move = shift
        if pull_late is not None and slow is not None and task.start_s >= _start(tasks, slow.then_key) - 1.0:
            move = pull_late
        late = max(0.0, now_s - (_start(tasks, first) + move)) if first else 0.0
        if not overdue_moves_on or task.start_s < _start(tasks, first or task.key):
            late = 0.0
        start = task.start_s + move + (late if pull_late is None or slow is None or first == slow.then_key else 0.0)
        state: State = "next" if task.key == first and start > now_s + 1.0 else "now" if task.key == first else "later"
        found.append(Expected(task.key, start, start + task.end_s - task.start_s, state))
    return _chained(tasks, found)


def _chained(tasks: Sequence[Planned], found: list[Expected]) -> tuple[Expected, ...]:
    """What the food is in lasts until the food is in something else."""
    steps = [i for i, task in enumerate(tasks) if task.step]
    following = dict(pairwise(steps))
    return tuple(
        replace(each, end_s=found[following[i]].start_s) if i in following else each for i, each in enumerate(found)
    )


def _start(tasks: Sequence[Planned], key: str) -> float:
    return next(t.start_s for t in tasks if t.key == key)


def _pull_shift(
    tasks: Sequence[Planned],
    done_s: Mapping[str, float],
    slow: SlowPhase | None,
    readings: Sequence[tuple[float, float]],
) -> float | None:
    """How late the pull will be, while the slow phase is on; None otherwise."""
    if slow is None or slow.key not in done_s or slow.then_key in done_s:
        return None
    began = done_s[slow.key]
    since = [(t - began, c) for t, c in readings if t >= began]
    stretch = stretch_of(slow, [t for t, _ in since], [c for _, c in since])
    length = float(slow.time_s[-1]) * stretch
    if since and since[-1][1] >= slow.pull_c - 0.1:
        length = min(length, since[-1][0])
    return began + length - _start(tasks, slow.then_key)
