"""Nothing of a table is called done without the reading that it needs."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Protocol

from brasko.core.table.variants import REPEATED
from brasko.core.words import quantity, say
from brasko.core.words.quantity import MIN_SLACK_K


class WorkItem(Protocol):
    """A task of a meal; of names the dish or the fire that it is done to."""

    @property
    def id(self) -> str: ...
    @property
    def key(self) -> str: ...
    @property
    def of(self) -> str: ...
    @property
    def name(self) -> str: ...
    @property
    def start_s(self) -> float: ...
    @property
    def least_c(self) -> float | None: ...


def refusal(
    work: WorkItem, everything: Sequence[WorkItem], done: Collection[str], reading_c: float | None
) -> str | None:
    """Why a piece of work is not done yet, with phrase tokens; None where it may be called so.

    A reading is done when the middle shows its figure; what follows it on the same dish waits for it. Carry-over is not
    counted on. Checked: tests/core/test_whole_table.py.
    """
    if work.least_c is not None:
        figure = quantity.least(work.least_c)
        if reading_c is None:
            return say("readings-needs-what-the-middle-shows-it", figure=figure)
        if reading_c < work.least_c - MIN_SLACK_K:
            return say("readings-shows-and-must-show-leave-it", reading=quantity.temp(reading_c), figure=figure)
        return None
    if work.key in REPEATED:
        return None
    for read in everything:
        waits = read.of == work.of and read.start_s <= work.start_s
        if read.least_c is not None and waits and read.id not in done:
            return say("readings-waits-for-its-reading-it-must", least=quantity.least(read.least_c))
    return None
