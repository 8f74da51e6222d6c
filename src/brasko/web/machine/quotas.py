"""What a household may have of the machine: CPU seconds that come back with time, and no more than a share at once."""

from __future__ import annotations

import asyncio
import threading
import time
from collections.abc import Callable, Hashable
from concurrent.futures import CancelledError
from dataclasses import dataclass
from typing import Any, TypeVar

from django.conf import settings
from django.http import HttpRequest
from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import SlidingWindowCounterRateLimiter

from brasko.web.machine.pool import Job, LetGo, Overdue, Pool

R = TypeVar("R")

TICK_S = 0.01
"""CPU time is charged in ticks of so many seconds."""
BUDGET_S, OVER_MIN = settings.BUDGET_S, 4
"""CPU seconds that a household has in so many minutes."""
LONGEST_S = 120.0
"""A computation that is estimated to take longer is not begun, and one that does is ended."""
LOOK_S = 0.1
"""So often it is looked whether somebody still waits."""
KILL_AFTER_S = 1.5
"""What has run for less is let go on when nobody waits for it: to begin a process anew costs more."""

computing = Pool("plans and fires", processes=2, nice=settings.COMPUTE_NICE)
"""What somebody waits for at a screen."""
_budgets = SlidingWindowCounterRateLimiter(MemoryStorage())
_budget = RateLimitItemPerMinute(int(BUDGET_S / TICK_S), OVER_MIN)


class QuotaExceeded(Exception):
    """A household has used its share for now; again_s is when to come again."""

    def __init__(self, again_s: float) -> None:
        super().__init__(again_s)
        self.again_s = again_s


class TooMuch(Exception):
    """A computation is estimated to take longer than any may, or has."""

    def __init__(self, takes_s: float) -> None:
        super().__init__(takes_s)
        self.takes_s = takes_s


class ClientGone(Exception):
    """The browser has gone."""


@dataclass(frozen=True)
class Waiter:
    """For whom something is computed. gone is set when the browser no longer waits; a command computes for itself."""

    household: Hashable
    gone: threading.Event | None = None
    apart: bool = True


def waiter_of(request: HttpRequest) -> Waiter:
    """Who waits for an answer."""
    scope = getattr(request, "scope", None) or {}
    return Waiter(request.user.pk, scope.get("brasko.gone"))


def computed_by(waiter: Waiter, estimate_s: float, work: Callable[..., R], *args: Any) -> R:
    """Have something computed in another process, in the household's turn, and charge it what it took.

    Raises QuotaExceeded, TooMuch, ClientGone, and whatever the work raises.
    """
    job = _asked(waiter, estimate_s, work, args)
    if job is None:
        return work(*args)
    begun = time.monotonic()
    while True:
        try:
            return _charged(waiter, job.future.result(timeout=LOOK_S))  # type: ignore[no-any-return]
        except TimeoutError:
            if waiter.gone is not None and waiter.gone.is_set():
                computing.let_go(job, end=time.monotonic() - begun > KILL_AFTER_S)
                raise ClientGone from None
        except CancelledError:
            raise ClientGone from None
        except LetGo:
            raise
        except Overdue:
            _charge(str(waiter.household), LONGEST_S)
            raise TooMuch(LONGEST_S) from None


async def computed_soon(waiter: Waiter, estimate_s: float, work: Callable[..., R], *args: Any) -> R:
    """The same without a thread that waits. Where the browser leaves, this is cancelled and what it asked for let
    go."""
    job = _asked(waiter, estimate_s, work, args)
    if job is None:
        return work(*args)
    begun = time.monotonic()
    try:
        return _charged(waiter, await asyncio.wrap_future(job.future))  # type: ignore[no-any-return]
    except asyncio.CancelledError:
        computing.let_go(job, end=time.monotonic() - begun > KILL_AFTER_S)
        raise
    except LetGo:
        raise
    except Overdue:
        _charge(str(waiter.household), LONGEST_S)
        raise TooMuch(LONGEST_S) from None


def _asked(waiter: Waiter, estimate_s: float, work: Callable[..., Any], args: tuple[Any, ...]) -> Job | None:
    """The job in its queue; None where it is computed here. Raises TooMuch and QuotaExceeded."""
    if estimate_s > LONGEST_S:
        raise TooMuch(estimate_s)
    if not (settings.COMPUTE_APART and waiter.apart):
        return None
    key = str(waiter.household)
    if not _budgets.test(_budget, key, cost=1):
        raise QuotaExceeded(max(_budgets.get_window_stats(_budget, key).reset_time - time.time(), 1.0))
    return computing.ask(waiter.household, work, *args, limit_s=LONGEST_S)


def _charged(waiter: Waiter, told: tuple[Any, float]) -> Any:
    answer, cpu_s = told
    _charge(str(waiter.household), cpu_s)
    return answer


def _charge(key: str, cpu_s: float) -> None:
    """Take what was used off the budget; what is over it counts as all of it."""
    ticks = max(1, round(cpu_s / TICK_S))
    if not _budgets.hit(_budget, key, cost=ticks):
        left = _budgets.get_window_stats(_budget, key).remaining
        if left > 0:
            _budgets.hit(_budget, key, cost=left)


def forgive() -> None:
    """Every budget is whole again; for tests."""
    _budgets.storage.reset()
