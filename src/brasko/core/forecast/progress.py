"""Where a running cook stands: what is done, what is next, and when it will be.

Times are seconds from the hour of eating that the plan was made for, so the plan's own times need no conversion.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

import numpy as np

State = Literal["done", "now", "next", "later"]


@dataclass(frozen=True)
class Planned:
    """A task as planned: when it begins and ends, the programme step it begins ("" for none), and whether it belongs to
    the middle of a step instead of to the one that follows."""

    key: str
    start_s: float
    end_s: float
    step: str = ""
    amid: bool = False


@dataclass(frozen=True)
class Expected:
    """A task as it stands now."""

    key: str
    start_s: float
    end_s: float
    state: State


@dataclass(frozen=True)
class Ahead:
    """When the food leaves the step it is in, by the forecast: then_key is the task that follows."""

    then_key: str
    at_s: float


def held_longer(tasks: Sequence[Planned], step: str, hold_s: float) -> list[Planned]:
    """The same tasks with a step that lasts so much longer, and all that comes after it so much later."""
    begins = next((t.start_s for t in tasks if t.step == step), None)
    if begins is None or hold_s <= 0.0:
        return list(tasks)
    return [
        t if t.start_s < begins else replace(t, end_s=t.end_s + hold_s, start_s=t.start_s + hold_s * (t.step != step))
        for t in tasks
    ]


def progress(
    tasks: Sequence[Planned],
    done_s: Mapping[str, float],
    now_s: float,
    ahead: Ahead | None = None,
    *,
    overdue_moves_on: bool = True,
) -> tuple[Expected, ...]:
    """Every task with its actual or expected time.

    Args: done_s  when each finished or begun task was marked [s];  now_s  the moment;  ahead  what the forecast says of
    the step that is on.
    A task that is marked moves all later ones by as much as it was early or late; so does the forecast. What is planned
    for the middle of a step stays in its middle. Nothing that is not marked is expected before now, unless
    overdue_moves_on is off: then a task that is overdue keeps the moment at which it was due.
    """
    shift, last_start = 0.0, -np.inf
    for task in tasks:
        if task.key in done_s and task.start_s >= last_start:
            shift, last_start = done_s[task.key] - task.start_s, task.start_s
    by_forecast = _moved(tasks, done_s, ahead)
    done_s = {**_passed_over(tasks, done_s, shift), **done_s}
    upcoming = [t.key for t in tasks if t.key not in done_s]
    first = upcoming[0] if upcoming else None
    found: list[Expected] = []
    late = 0.0
    for task in tasks:
        if task.key in done_s:
            start = done_s[task.key]
            found.append(Expected(task.key, start, start + task.end_s - task.start_s, "done"))
            continue
        move = shift if by_forecast is None else by_forecast(task)
        if task.key == first and overdue_moves_on:
            late = max(0.0, now_s - (task.start_s + move))
        start = task.start_s + move + late
        state: State = "next" if task.key == first and start > now_s + 1.0 else "now" if task.key == first else "later"
        found.append(Expected(task.key, start, start + task.end_s - task.start_s, state))
    return _chained(tasks, found)


def _passed_over(tasks: Sequence[Planned], done_s: Mapping[str, float], shift: float) -> dict[str, float]:
    """Tasks nobody marked that lie before a step the food is in by now: they are over, when they should have been."""
    reached = max((t.start_s for t in tasks if t.step and t.key in done_s), default=-np.inf)
    return {t.key: t.start_s + shift for t in tasks if t.key not in done_s and t.start_s < reached and not t.amid}


def _moved(
    tasks: Sequence[Planned], done_s: Mapping[str, float], ahead: Ahead | None
) -> Callable[[Planned], float] | None:
    """How far the forecast moves a task: by as much as the next step, or in proportion where it lies in the one that is
    on."""
    if ahead is None or ahead.then_key in done_s:
        return None
    then_s = _start(tasks, ahead.then_key)
    begun = [t for t in tasks if t.step and t.key in done_s and t.start_s < then_s]
    if not begun:
        return None
    step = max(begun, key=lambda t: t.start_s)
    really, shift = done_s[step.key], ahead.at_s - then_s
    share = (ahead.at_s - really) / max(then_s - step.start_s, 1.0)

    def moved(task: Planned) -> float:
        if task.amid and step.start_s <= task.start_s < then_s:
            return really + share * (task.start_s - step.start_s) - task.start_s
        return shift

    return moved


def _chained(tasks: Sequence[Planned], found: list[Expected]) -> tuple[Expected, ...]:
    """What the food is in lasts until the food is in something else."""
    steps = [i for i, task in enumerate(tasks) if task.step]
    following = dict(pairwise(steps))
    return tuple(
        replace(each, end_s=found[following[i]].start_s) if i in following else each for i, each in enumerate(found)
    )


def _start(tasks: Sequence[Planned], key: str) -> float:
    return next(t.start_s for t in tasks if t.key == key)
