"""The schedule of a meal's cook: who does what, and the tasks that are no piece's own."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from pydantic import BaseModel, ConfigDict

from brasko.core.table.readings import refusal
from brasko.web.cooks.events import TaskCompleted

if TYPE_CHECKING:
    from brasko.web.cooks.models import Cook, Event

PUT_ON = "on"
"""The task by which a dish goes on: an entry without one is work on a fire."""


class _Stored(BaseModel):
    model_config = ConfigDict(frozen=True, extra="ignore")


class Helper(_Stored):
    """A person who helps with a meal."""

    key: str
    name: str


class ScheduledTask(_Stored):
    """A task of a meal [s from its hour]. piece is the position of the piece whose own task it is, key that task's key;
    None for what is done to a side or to a fire. least_c is what the middle must show; notes are dangers."""

    id: str
    key: str
    of: str
    dish: str
    person: str
    place: str
    name: str
    why: str
    start_s: float
    lasts_s: float
    notes: tuple[str, ...] = ()
    least_c: float | None = None
    piece: int | None = None


class Schedule(_Stored):
    """Of a meal: who helps, and every task. Empty for a cook whose pieces are all there is to do."""

    helpers: tuple[Helper, ...] = ()
    tasks: tuple[ScheduledTask, ...] = ()

    @property
    def own(self) -> tuple[ScheduledTask, ...]:
        """The tasks that are no piece's."""
        return tuple(task for task in self.tasks if task.piece is None)

    @property
    def last_of_sides(self) -> list[str]:
        """The last task of each side, by its id: with it the side is on the table."""
        sides = {task.of for task in self.own if task.key == PUT_ON}
        last = {task.of: task.id for task in sorted(self.own, key=lambda t: t.start_s) if task.of in sides}
        return list(last.values())

    def own_task(self, task: str | None) -> ScheduledTask | None:
        """The task with an id, where it is no piece's."""
        return next((each for each in self.own if each.id == task), None)

    def whose(self, position: int, key: str) -> ScheduledTask | None:
        """The meal's entry for a piece's task: whose it is, and where."""
        return next((each for each in self.tasks if (each.piece, each.key) == (position, key)), None)


def own_done_at(standing: Iterable[Event]) -> dict[str, datetime]:
    """When each task that is no piece's was marked, by its id; of events that were not taken back."""
    return {
        e.deed.task: e.at for e in standing if e.piece_id is None and isinstance(e.deed, TaskCompleted) and e.deed.task
    }


def why_not_done(
    schedule: Schedule, task: ScheduledTask, standing: Sequence[Event], temp_c: float | None
) -> str | None:
    """Why a task that is no piece's cannot be called done; None where it can."""
    return refusal(task, schedule.own, own_done_at(standing), temp_c)


def served_at(cook: Cook, standing: Sequence[Event]) -> datetime | None:
    """When the last of everything was served; None while something is not."""
    pieces = {
        e.piece_id: e.at
        for e in standing
        if e.piece_id is not None and isinstance(e.deed, TaskCompleted) and e.deed.task == "serve"
    }
    own = own_done_at(standing)
    sides = cook.meal_schedule.last_of_sides
    served = [*pieces.values(), *(own[each] for each in sides if each in own)]
    complete = len(pieces) == cook.pieces.count() and all(each in own for each in sides)
    return max(served) if complete and served else None
