"""One thing on the timeline, how late it may begin, and when it needs a pair of hands."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

Lane = Literal["fire", "meat", "hands"]

CRITICAL_S = 30.0
"""A task that may begin no later than this is on the critical path."""
HANDLING_S = 8.0
"""Putting a piece on, off or over to another place (assumed)."""
FLIP_S = 5.0
"""Hands needed for one flip (assumed)."""


@dataclass(frozen=True)
class Task:
    """One thing on the timeline; start_s and end_s count from the hour of eating, so they are negative.

    buys        of an errand: its sentences, so that two errands become one; why is all of them
    step        the programme step this task begins, or "" for work that the food does not feel
    before      the task that waits for this one, and gap_s how long it waits at least after its end
    hands_s     how long hands are busy from its start on
    movable     it may be done earlier without harm
    slack_s     how much later it may begin and the table still is served in time
    guide       the entry of the guide that says more
    piece       which piece it is for; None for what serves all on one fire
    """

    key: str
    lane: Lane
    name: str
    start_s: float
    end_s: float
    why: str
    step: str = ""
    before: str = ""
    gap_s: float = 0.0
    hands_s: float = 0.0
    movable: bool = False
    slack_s: float = 0.0
    guide: str = ""
    piece: int | None = None
    buys: tuple[str, ...] = ()

    @property
    def critical(self) -> bool:
        """Whether the table waits when this is late."""
        return self.slack_s < CRITICAL_S

    def shifted(self, by_s: float) -> Task:
        """The same task so much later."""
        return replace(self, start_s=self.start_s + by_s, end_s=self.end_s + by_s)


def with_slack(tasks: Iterable[Task]) -> tuple[Task, ...]:
    """The tasks in the order they begin, each with how late it may be.

    Backwards from the table, as in the critical path method: a task must be over a gap before what waits for it must
    begin. Where nothing waits for it, it is as late as it is.
    """
    ordered = sorted(tasks, key=lambda t: (t.start_s, t.end_s))
    latest: dict[str, float] = {}
    found: list[Task] = []
    for task in reversed(ordered):
        last = task.start_s
        if task.before in latest:
            last = max(latest[task.before] - task.gap_s - (task.end_s - task.start_s), task.start_s)
        latest[task.key] = last
        found.append(replace(task, slack_s=last - task.start_s))
    return tuple(reversed(found))


Busy = tuple[float, float]


def busy_hands(tasks: Iterable[Task], flips_s: Iterable[float] = ()) -> list[Busy]:
    """When a pair of hands is busy [s from eating], in order: with tasks, and with the flips in between."""
    found = [(t.start_s, t.start_s + t.hands_s) for t in tasks if t.hands_s > 0.0]
    found += [(at - FLIP_S / 2.0, at + FLIP_S / 2.0) for at in flips_s]
    return sorted(found)


def clash(one: Iterable[Busy], other: Iterable[Busy]) -> bool:
    """Whether two sets of busy times overlap."""
    ours = sorted(one)
    return any(a < d - 1e-6 and c < b - 1e-6 for c, d in other for a, b in ours)


def fitted(task: Task, busy: list[Busy]) -> Task:
    """A task at the latest moment, not after its own, at which hands are free for it."""
    at = task
    for _ in range(len(busy) + 1):
        mine = (at.start_s, at.start_s + at.hands_s)
        blocking = [b for b in busy if mine[0] < b[1] - 1e-6 and b[0] < mine[1] - 1e-6]
        if not blocking:
            return at
        at = at.shifted(min(b[0] for b in blocking) - mine[1])
    return at


def with_free_hands(tasks: Iterable[Task], busy: list[Busy]) -> tuple[Task, ...]:
    """The tasks with every movable one moved earlier until no two need hands at once; busy are other calls on them.

    A task that waits for another is moved with it: each still is over its gap before the next begins.
    """
    ordered = sorted(tasks, key=lambda t: (t.start_s, t.end_s))
    taken = sorted([*busy, *busy_hands(t for t in ordered if not t.movable)])
    begins = {t.key: t.start_s for t in ordered}
    found = [t for t in ordered if not t.movable]
    for task in sorted((t for t in ordered if t.movable), key=lambda t: -t.start_s):
        late = task.end_s + task.gap_s - begins.get(task.before, math.inf)
        at = task.shifted(-late) if late > 0.0 else task
        at = fitted(at, taken) if at.hands_s > 0.0 else at
        begins[at.key] = at.start_s
        found.append(at)
        taken = sorted([*taken, *busy_hands([at])])
    return tuple(sorted(found, key=lambda t: (t.start_s, t.end_s)))
