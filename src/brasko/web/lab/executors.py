"""Where experiments are computed: by the machine's own processes, in a household's turn, or on a cluster."""

from __future__ import annotations

import logging
from collections.abc import Callable, Hashable
from concurrent.futures import CancelledError, Executor, Future, InvalidStateError
from contextlib import suppress
from typing import Any

from django.conf import settings

from brasko.web.machine.pool import Pool

log = logging.getLogger(__name__)

LONGEST_S = 120.0
"""One point of an experiment that takes longer is ended."""
CONNECT_S = 10.0
"""A cluster that does not answer by then is not there."""

working = Pool("experiments", processes=2, nice=settings.COMPUTE_NICE + 3)
"""What nobody waits for at a slider."""


class OnMachine(Executor):
    """The machine's processes as an executor of concurrent.futures, for one household."""

    def __init__(self, household: Hashable) -> None:
        self.household = household

    def submit(self, fn: Callable[..., Any], /, *args: Any, **kwargs: Any) -> Future[Any]:
        """Have it computed when it is the household's turn."""
        asked: Future[Any] = Future()
        job = working.ask(self.household, fn, *args, limit_s=LONGEST_S)

        def passed_on(done: Future[tuple[Any, float]]) -> None:
            # whoever asked may have given up at the same moment
            with suppress(InvalidStateError):
                try:
                    answer, _ = done.result()
                except CancelledError:
                    asked.cancel()
                except Exception as exc:
                    asked.set_exception(exc)
                else:
                    asked.set_result(answer)

        def let_go(given_up: Future[Any]) -> None:
            if given_up.cancelled():
                working.let_go(job, end=False)

        asked.add_done_callback(let_go)
        job.future.add_done_callback(passed_on)
        return asked


class Here(Executor):
    """At once, in the thread that asks; for tests and small things."""

    def submit(self, fn: Callable[..., Any], /, *args: Any, **kwargs: Any) -> Future[Any]:
        """Compute it."""
        done: Future[Any] = Future()
        try:
            done.set_result(fn(*args, **kwargs))
        except Exception as exc:
            done.set_exception(exc)
        return done


class OnCluster(Executor):
    """A Dask cluster as an executor of concurrent.futures. Raises OSError where it does not answer."""

    def __init__(self, address: str) -> None:
        from distributed import Client

        self._client: Any = Client(address, timeout=CONNECT_S)  # type: ignore[no-untyped-call]
        self._executor: Executor = self._client.get_executor()  # type: ignore[no-untyped-call]

    def submit(self, fn: Callable[..., Any], /, *args: Any, **kwargs: Any) -> Future[Any]:
        """Have it computed there."""
        return self._executor.submit(fn, *args, **kwargs)

    def shutdown(self, wait: bool = True, *, cancel_futures: bool = False) -> None:
        """Leave the cluster to others."""
        self._client.close(timeout=1.0)


def cluster() -> Executor | None:
    """The cluster that the environment names; None where it names none, or it is not there."""
    if not settings.CLUSTER:
        return None
    try:
        return OnCluster(settings.CLUSTER)
    except Exception:
        log.exception("The cluster at %s does not answer", settings.CLUSTER)
        return None


def own_executor(household: Hashable) -> Executor:
    """What is always there."""
    return OnMachine(household) if settings.COMPUTE_APART else Here()
