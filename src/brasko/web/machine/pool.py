"""Processes that compute, shared fairly: households take turns, nobody waited for is computed for, nothing runs for
ever."""

from __future__ import annotations

import ctypes
import importlib
import logging
import multiprocessing
import multiprocessing.context
import os
import signal
import threading
import time
from collections import OrderedDict, deque
from collections.abc import Callable, Hashable
from concurrent.futures import Future, InvalidStateError
from concurrent.futures.process import BrokenProcessPool
from contextlib import suppress
from dataclasses import dataclass, field
from multiprocessing import forkserver
from pathlib import Path
from typing import Any

from pebble import ProcessExpired, ProcessPool

import brasko

log = logging.getLogger(__name__)

LONGEST_END_S = 2.0
"""A process that has not ended by then goes with the server (see begin)."""
_DIE_WITH_PARENT = 1
"""PR_SET_PDEATHSIG of prctl(2)."""
_environment_lock = threading.Lock()
"""Pools begin in threads of their own, and the environment is everybody's."""
READY = "brasko.web.machine.ready"
"""What is imported before a process is forked: a process that was ended is followed by another at once."""


class Overdue(Exception):
    """A computation took longer than it may, and was ended."""


class LetGo(Overdue):
    """It will not be computed any more: the server ends."""


@dataclass
class Job:
    """Something to compute for a household: its answer comes with the future, as (result, CPU seconds)."""

    household: Hashable
    work: Callable[..., Any]
    args: tuple[Any, ...]
    limit_s: float
    future: Future[tuple[Any, float]] = field(default_factory=Future)
    running: Future[Any] | None = None
    tried: bool = False


@dataclass
class _Process:
    pool: ProcessPool
    job: Job | None = None
    last: Hashable = None


def begin(nice: int) -> None:
    """How a process of a pool begins: after whatever somebody waits for, never outliving the server, compiled and
    ready."""
    os.nice(nice)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    _end_with_the_server()
    # where it was not there to be forked
    importlib.import_module(READY)


def _end_with_the_server() -> None:
    """The process this one was forked from ends when nobody holds its line any more: only the server is to hold it."""
    ctypes.CDLL(None, use_errno=True).prctl(_DIE_WITH_PARENT, signal.SIGKILL)
    line: int | None = getattr(forkserver._forkserver, "_forkserver_alive_fd", None)
    if line is not None:
        os.close(line)


def _context() -> multiprocessing.context.ForkServerContext:
    """Processes are forked from one that has everything imported, this program's own source and no other's."""
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload([READY])
    own = str(Path(brasko.__file__).parents[1])
    with _environment_lock:
        before = os.environ.get("PYTHONPATH")
        os.environ["PYTHONPATH"] = own if before is None else f"{own}{os.pathsep}{before}"
        try:
            forkserver.ensure_running()
        finally:
            if before is None:
                del os.environ["PYTHONPATH"]
            else:
                os.environ["PYTHONPATH"] = before
    return context


def ready() -> bool:
    """Done when a process has begun."""
    return True


def _timed(work: Callable[..., Any], args: tuple[Any, ...]) -> tuple[Any, float]:
    begun = time.process_time()
    answer = work(*args)
    return answer, time.process_time() - begun


def _let_down(job: Job) -> None:
    """Tell who waits that it will not be computed; once."""
    with suppress(InvalidStateError):
        job.future.set_exception(LetGo("the server ends"))


class Pool:
    """A few processes and a queue in which households take turns.

    Each process has a queue of one, so that a household's next job can go where its last one left things at hand.
    """

    def __init__(self, name: str, processes: int, nice: int) -> None:
        self.name, self.nice, self.size = name, nice, processes
        self._processes: list[_Process] = []
        self._waiting: OrderedDict[Hashable, deque[Job]] = OrderedDict()
        self._lock = threading.RLock()

    def start(self) -> None:
        """Begin the processes before they are needed."""
        with self._lock:
            while len(self._processes) < self.size:
                self._processes.append(_Process(self._begun()))

    def _begun(self) -> ProcessPool:
        made = ProcessPool(max_workers=1, context=_context(), initializer=begin, initargs=(self.nice,))
        made.schedule(ready)
        return made

    def ask(self, household: Hashable, work: Callable[..., Any], *args: Any, limit_s: float) -> Job:
        """Have something computed when it is the household's turn."""
        self.start()
        job = Job(household, work, args, limit_s)
        with self._lock:
            self._waiting.setdefault(household, deque()).append(job)
            self._go_on()
        return job

    def let_go(self, job: Job, *, end: bool = True) -> None:
        """Nobody waits for this any more: it is not begun; where it has begun its process is ended, or goes on to the
        end."""
        with self._lock:
            job.future.cancel()
            running = job.running
        if running is not None and end:
            running.cancel()

    @property
    def waiting(self) -> int:
        """How many jobs have not begun."""
        with self._lock:
            return sum(len(jobs) for jobs in self._waiting.values())

    def missing(self) -> int:
        """How many processes should be there and are not."""
        with self._lock:
            return self.size - sum(process.pool.active for process in self._processes)

    def _go_on(self) -> None:
        begun = True
        while begun:
            begun = False
            for process in self._processes:
                while process.job is None and (job := self._next(process)) is not None:
                    if job.future.running() or job.future.set_running_or_notify_cancel():
                        self._run(process, job)
                        begun = True

    def _next(self, process: _Process) -> Job | None:
        """The first job of the household whose turn it is; it then goes to the end of the line."""
        if not self._waiting:
            return None
        household, jobs = next(iter(self._waiting.items()))
        elsewhere = any(p is not process and p.job is None and p.last == household for p in self._processes)
        if elsewhere and process.last != household:
            return None
        job = jobs.popleft()
        del self._waiting[household]
        if jobs:
            self._waiting[household] = jobs
        return job

    def _run(self, process: _Process, job: Job) -> None:
        process.job, process.last = job, job.household
        job.running = process.pool.schedule(_timed, args=(job.work, job.args), timeout=job.limit_s)
        job.running.add_done_callback(lambda done: self._over(process, job, done))

    def _over(self, process: _Process, job: Job, done: Future[Any]) -> None:
        with self._lock:
            process.job = None
        self._told(process, job, done)
        with self._lock:
            self._go_on()

    def _told(self, process: _Process, job: Job, done: Future[Any]) -> None:
        """Pass the answer on, or have the work done again where its process has ended."""
        with self._lock:
            stopped = process not in self._processes
        if done.cancelled() or stopped:
            _let_down(job)
            return
        error = done.exception()
        if isinstance(error, BrokenProcessPool):
            with self._lock:
                process.pool.stop()  # type: ignore[no-untyped-call]
                process.pool = self._begun()
        if isinstance(error, ProcessExpired | BrokenProcessPool) and not job.tried:
            log.warning("%s: a process has ended (%s): another one begins.", self.name, error)
            job.tried = True
            with self._lock:
                self._waiting.setdefault(job.household, deque()).appendleft(job)
            return
        if isinstance(error, TimeoutError):
            log.warning("%s: a computation was ended after %.0f s", self.name, job.limit_s)
            error = Overdue(f"{job.limit_s:.0f} s")
        if error is not None:
            job.future.set_exception(error)
        else:
            job.future.set_result(done.result())

    def stop(self) -> None:
        """End every process; for tests and the end of the server."""
        with self._lock:
            ending, self._processes = self._processes, []
            left = [job for jobs in self._waiting.values() for job in jobs]
            self._waiting.clear()
        # not under the lock: what is ended tells so, and wants it
        for process in ending:
            process.pool.stop()  # type: ignore[no-untyped-call]
        for process in ending:
            with suppress(TimeoutError):
                process.pool.join(timeout=LONGEST_END_S)
        # a pool that is stopped tells nobody: who waits here would keep the server from ending
        for job in (*left, *(process.job for process in ending if process.job is not None)):
            _let_down(job)
