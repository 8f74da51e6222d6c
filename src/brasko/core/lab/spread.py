"""Many computations on any executor of concurrent.futures: told as they come, stopped at once, the same from all."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import FIRST_COMPLETED, BrokenExecutor, Executor, Future, wait
from typing import Any, TypeVar

Given = TypeVar("Given")
Made = TypeVar("Made")

AT_ONCE = 8
"""So many are handed over at a time: what is stopped has no more than these to finish."""


class Lost(Exception):
    """The processes, or the cluster, that were to compute are gone."""


def each_of(
    executor: Executor,
    work: Callable[..., Made],
    given: Sequence[tuple[Any, ...]],
    stopped: Callable[[], bool] = lambda: False,
    at_once: int = AT_ONCE,
) -> Iterator[tuple[int, Made]]:
    """work(*arguments) of each, as (its number, what came of it), whichever is done first. Ends early once stopped().

    Raises: Lost where the executor is gone, whatever work raises.
    Checked: tests/core/test_spread.py.
    """
    going: dict[Future[Made], int] = {}
    waiting = iter(enumerate(given))
    try:
        while not stopped():
            while len(going) < at_once and (following := next(waiting, None)) is not None:
                number, arguments = following
                going[_handed(executor, work, arguments)] = number
            if not going:
                return
            done, _ = wait(going, timeout=1.0, return_when=FIRST_COMPLETED)
            for future in done:
                yield going.pop(future), _made(future)
    finally:
        for future in going:
            future.cancel()


def _handed(executor: Executor, work: Callable[..., Made], arguments: tuple[Any, ...]) -> Future[Made]:
    try:
        return executor.submit(work, *arguments)
    except (BrokenExecutor, RuntimeError, OSError) as exc:
        raise Lost(str(exc)) from exc


def _made(future: Future[Made]) -> Made:
    error = future.exception()
    if error is None:
        return future.result()
    if isinstance(error, BrokenExecutor | ConnectionError):
        raise Lost(str(error)) from error
    raise error
