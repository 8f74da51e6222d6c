"""Many writers, one transaction. SQLite has one writer at a time, and a commit waits for the disk: fifty probes that
each wait for a turn of their own keep each other from it."""

import threading
from collections.abc import Callable
from typing import Generic, TypeVar

from django.db import transaction

A = TypeVar("A")
R = TypeVar("R")


class _Asked(Generic[A, R]):
    def __init__(self, what: A) -> None:
        self.what = what
        self.answer: R | None = None
        self.error: Exception | None = None
        self.over = False


class BatchWriter(Generic[A, R]):
    """Does some writing for each caller, and commits for all that wait at once. It returns after the commit.

    Whoever gets the turn works for all; each has a savepoint, so that what is refused of one changes nothing of
    another.
    """

    def __init__(self, work: Callable[[A], R]) -> None:
        self.work = work
        self.waiting: list[_Asked[A, R]] = []
        self.guard, self.turn = threading.Lock(), threading.Lock()

    def __call__(self, what: A) -> R:
        mine: _Asked[A, R] = _Asked(what)
        with self.guard:
            self.waiting.append(mine)
        with self.turn:
            if not mine.over:
                with self.guard:
                    batch, self.waiting = self.waiting, []
                self._keep(batch)
        if mine.error is not None:
            raise mine.error
        return mine.answer  # type: ignore[return-value]

    def _keep(self, batch: list[_Asked[A, R]]) -> None:
        try:
            if len(batch) == 1:
                with transaction.atomic():
                    batch[0].answer = self.work(batch[0].what)
                return
            with transaction.atomic():
                for each in batch:
                    try:
                        with transaction.atomic():
                            each.answer = self.work(each.what)
                    except Exception as exc:
                        each.error = exc
        except Exception as exc:
            for each in batch:
                each.error = exc
        finally:
            for each in batch:
                each.over = True


class OnceEach:
    """What is being done in this process, each thing by one at a time; bounded by what can be done at once."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._going: set[int] = set()

    def begin(self, number: int) -> bool:
        """Whether this is the one that does it."""
        with self._lock:
            free = number not in self._going
            self._going.add(number)
        return free

    def end(self, number: int) -> None:
        """It is done."""
        with self._lock:
            self._going.discard(number)
